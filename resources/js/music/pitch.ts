const NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];

/** Middle C is 60 and is called C4. */
export function pitchName(pitch: number): string {
  return `${NAMES[pitch % 12]}${Math.floor(pitch / 12) - 1}`;
}

export function isBlackKey(pitch: number): boolean {
  return [1, 3, 6, 8, 10].includes(pitch % 12);
}

/** Reads 0–127 or a name such as F#3 or Bb2; null where it is neither. */
export function readPitch(text: string): number | null {
  if (/^\d{1,3}$/.test(text)) {
    return Number(text) <= 127 ? Number(text) : null;
  }
  const found = /^([a-g])([#b]?)(-?\d)$/i.exec(text.trim());
  if (!found) {
    return null;
  }
  const pitch =
    NAMES.indexOf(found[1].toUpperCase()) + (found[2] === '#' ? 1 : found[2] ? -1 : 0) + (Number(found[3]) + 1) * 12;
  return pitch >= 0 && pitch <= 127 ? pitch : null;
}

/** How far A4 at a frequency in Hz lies from 440, in cents. */
export const centsOf = (hertz: number): number => 1200 * Math.log2(hertz / 440);
