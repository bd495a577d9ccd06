import { formatLine } from '../music/line';

/** The line that changes a track, by its place from the top, from 0. */
export function trackLine(place: number, values: Record<string, string | number>): string {
  const said = Object.fromEntries(Object.entries(values).map(([name, value]) => [name, String(value)]));
  return formatLine({ name: 'track', values: { of: String(place + 1), ...said } });
}
