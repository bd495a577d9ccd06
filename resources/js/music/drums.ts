/** Rows of a drum track by the percussion map of General MIDI, as short as a row head needs. */
const NAMES: Record<number, string> = {
  35: 'Kick 2',
  36: 'Kick',
  37: 'Stick',
  38: 'Snare',
  39: 'Clap',
  40: 'Snare 2',
  41: 'Floor 2',
  42: 'Hat',
  43: 'Floor',
  44: 'Foot hat',
  45: 'Tom 4',
  46: 'Open hat',
  47: 'Tom 3',
  48: 'Tom 2',
  49: 'Crash',
  50: 'Tom 1',
  51: 'Ride',
  53: 'Bell',
  54: 'Tamb',
  56: 'Cowbell',
  57: 'Crash 2',
  59: 'Ride 2',
  60: 'Bongo hi',
  61: 'Bongo lo',
  69: 'Cabasa',
  70: 'Maracas',
  75: 'Claves',
  81: 'Triangle',
};

export function drumName(pitch: number): string | undefined {
  return NAMES[pitch];
}
