import { formatLine } from '../music/line';

/** The line that changes a track, by its place from the top, from 0. */
export function trackLine(place: number, values: Record<string, string | number>): string {
  const said = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, String(value)]));
  return formatLine({ name: 'track', values: { of: String(place + 1), ...said } });
}

/** What volumes are before somebody changes them, in %. */
export const USUAL_VOLUME = 80;

/** A pan from −100 to 100 in words. */
export const panSaid = (pan: number): string =>
  pan === 0 ? 'middle' : `${Math.abs(pan)} % ${pan < 0 ? 'left' : 'right'}`;
