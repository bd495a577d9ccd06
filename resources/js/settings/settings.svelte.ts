/** What a person set on this machine. Kept by the browser; a song's own data is on the server. */
const KEY = 'jactonic.settings';

export const THEMES = ['paper', 'dusk', 'contrast'] as const;

const usualLane = (room: number) => (room >= 1200 ? 144 : room < 560 ? 48 : 80);

/** How high a lane is, in CSS pixels: as much as ten velocities need to be told from twenty, and more on a high screen. */
export const LANE = { least: 40, usual: usualLane(globalThis.innerHeight), tall: 180, most: 300 };

const defaults = {
  theme: 'paper' as (typeof THEMES)[number],
  hear: true,
  /** whether what is shaped is heard before and after in turn */
  inTurn: false,
  follow: true,
  loop: true,
  /** the step of the guided round one is at; null where one is led through none */
  guide: null as number | null,
  /** parts of the bench that are folded, by name */
  folded: [] as string[],
  /** in how many lines keys are shown */
  keyStrip: 'two' as 'one' | 'two',
  /** whether outlines tell where notes went */
  glide: true,
  ahead: true,
  metronome: false,
  bench: true,
  /** whether the notes of other tracks are drawn behind the open ones */
  backdrop: false,
  /** whether several selected notes have a frame with handles */
  frame: true,
  /** which pitches have a row: all, those that are used, those in the key, or those with a name */
  rows: 'all' as 'all' | 'used' | 'used-clip' | 'used-part' | 'key' | 'named',
  /** whether the whole song is in sight above the roll */
  songStrip: true,
  /** which events of the conductor have a row of their own below the ruler, from above */
  conductorRows: [] as ('tempo' | 'meter' | 'key' | 'chord' | 'marker')[],
  /** whether rows are shaded outside of the key, or of the chord of the moment */
  hatch: 'key' as 'key' | 'chord',
  /** how high the rows of the song are */
  songRows: 'middle' as 'small' | 'middle' | 'tall',
  /** whether hits of drum tracks are heads at their moment, whatever their length */
  heads: false,
  /** whether lanes are shown, which, from above, and how high each is in CSS pixels; and sets of them by name */
  lane: true,
  lanes: [{ name: 'velocity', height: LANE.usual }],
  laneSets: {} as Record<string, { name: string; height: number }[]>,
  /** whether points go along where a range is copied, cut, opened or closed */
  pointsAlong: true,
  /** how far the keys nudge: an amount of time */
  nudge: 'grid',
  /** whether the grid follows the zoom */
  gridAuto: false,
  /** whether the keyboard and what is set for recording are shown */
  playingIn: false,
  /** how many bars are clicked before a recording begins */
  countIn: 1,
  /** whether what was played over is taken out */
  replaces: false,
  /** whether only what is played in the range is taken in, and whether recording ends with it */
  punch: false,
  endsWithRange: false,
  /** whether each round of a loop is a layer of its own */
  layers: true,
  /** the grid that what comes in is quantized to, empty for as played; its swing and strength */
  quantizeIn: '',
  swingIn: 0,
  strengthIn: 100,
  /** how late what is played comes in, and how late what sounds is heard beyond what the browser knows of, in ms */
  inputDelay: 0,
  outputDelay: 0,
  /** whether the upper row of the letters plays a level louder than the lower one */
  upperRowLouder: false,
  /** the MIDI output of a track, by song and track; and whether outputs are told the tempo */
  outputs: {} as Record<string, string>,
  sendClock: false,
  /** the keyboard that is listened to, empty for all; its channel, 0 for all */
  input: '',
  inputChannel: 0,
  /** whether phrases of the shelf are taken in the song's key */
  shelfInKey: true,
  volume: 80,
  /** what A4 is tuned to, in Hz */
  tuning: 440,
  /** whether the key of what was long done with the mouse is shown once */
  coach: true,
  /** new notes: an amount of time, and 1–127 */
  newLength: 'grid',
  newVelocity: 96,
  /** whether the caret goes on to the end of what was pasted or moved to it, as it does behind what was inserted */
  caretGoesOn: false,
  /** the four velocities that keys set */
  velocities: [32, 64, 96, 120],
  /** lines chosen in the palette, the last one first */
  recent: [] as string[],
  /** for each edit the parameters it was last given on the bench */
  parameters: {} as Record<string, Record<string, string>>,
  /** for each edit and parameter the values it had on the bench, the last one first */
  used: {} as Record<string, Record<string, string[]>>,
};

function stored(): Partial<typeof defaults> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}');
  } catch {
    return {};
  }
}

export type Settings = typeof defaults;
/** What is on or off. */
export type Switch = { [Name in keyof Settings]: Settings[Name] extends boolean ? Name : never }[keyof Settings];
/** How what is played in is taken. */
export type Takes = Pick<
  Settings,
  'input' | 'countIn' | 'quantizeIn' | 'swingIn' | 'strengthIn' | 'replaces' | 'layers' | 'inputDelay' | 'outputDelay'
>;
type Deep<T> = T extends (infer Each)[]
  ? readonly Deep<Each>[]
  : T extends object
    ? { readonly [Name in keyof T]: Deep<T[Name]> }
    : T;

const state = $state({ ...defaults, ...stored() });

/** What is set; `setting` sets it. */
export const settings: Deep<Settings> = state;

/** So many values are kept for each parameter. */
const MOST_USED = 8;
const MOST_RECENT = 12;

/** Sets what a person sets; each method says what. */
export const setting = {
  /** Tells whether it is on then. */
  toggle(name: Switch): boolean {
    return (state[name] = !state[name]);
  },
  turn(name: Switch, on: boolean): void {
    state[name] = on;
  },
  theme(theme: Settings['theme']): void {
    state.theme = theme;
  },
  guide(step: number | null): void {
    state.guide = step;
  },
  folded(name: string, isFolded: boolean): void {
    if (isFolded === state.folded.includes(name)) return;
    state.folded = isFolded ? [...state.folded, name] : state.folded.filter((one) => one !== name);
  },
  keyStrip(lines: Settings['keyStrip']): void {
    state.keyStrip = lines;
  },
  otherTheme(): void {
    state.theme = THEMES[(THEMES.indexOf(state.theme) + 1) % THEMES.length];
  },
  volume(percent: number): void {
    state.volume = percent;
  },
  tuning(hertz: number): void {
    state.tuning = hertz;
  },
  rows(rows: Settings['rows']): void {
    state.rows = rows;
  },
  songRows(height: Settings['songRows']): void {
    state.songRows = height;
  },
  conductorRows(kinds: readonly Settings['conductorRows'][number][]): void {
    state.conductorRows = [...kinds];
  },
  hatch(of: Settings['hatch']): void {
    state.hatch = of;
  },
  nudgeBy(amount: string): void {
    state.nudge = amount;
  },
  /** The lanes that are shown, from above. */
  lanes(lanes: Deep<Settings['lanes']>): void {
    state.lanes = lanes.map((lane) => ({ ...lane }));
  },
  /** Sets of lanes, by name. */
  laneSets(sets: Deep<Settings['laneSets']>): void {
    state.laneSets = Object.fromEntries(Object.entries(sets).map(([name, set]) => [name, [...set]]));
  },
  /** What new notes are like from now on. */
  writeAs(like: { length?: string; velocity?: number }): void {
    state.newLength = like.length ?? state.newLength;
    state.newVelocity = like.velocity ?? state.newVelocity;
  },
  /** One of the four velocities that keys set, counted from 0. */
  velocityPreset(number: number, velocity: number): void {
    state.velocities[number] = velocity;
  },
  takes(how: Partial<Takes>): void {
    Object.assign(state, how);
  },
  /** The MIDI output a track of a song sounds on; empty for the built-in voices. */
  output(song: number, track: number, output: string): void {
    state.outputs = { ...state.outputs, [`${song}.${track}`]: output };
  },
  /** Sets several at once, as they were kept; those that were not as they are usual. */
  view(names: readonly (keyof Settings)[], kept: Partial<Deep<Settings>>): void {
    Object.assign(
      state,
      structuredClone(Object.fromEntries(names.map((name) => [name, kept[name] ?? defaults[name]]))),
    );
  },
  /** A line was chosen in the palette. */
  chose(line: string): void {
    state.recent = [line, ...state.recent.filter((other) => other !== line)].slice(0, MOST_RECENT);
  },
  /** What an edit was last given on the bench. */
  parametersOf(edit: string, values: Record<string, string>): void {
    state.parameters[edit] = values;
    const used = state.used[edit] ?? {};
    const now = Object.entries(values)
      .filter(([, value]) => value !== '')
      .map(([name, value]) => [
        name,
        [value, ...(used[name] ?? []).filter((one) => one !== value)].slice(0, MOST_USED),
      ]);
    state.used = { ...state.used, [edit]: { ...used, ...Object.fromEntries(now) } };
  },
};

/** Keeps the settings from now on. Called once, inside an effect root. */
export function keepSettings(): void {
  $effect(() => {
    localStorage.setItem(KEY, JSON.stringify(state));
    document.documentElement.dataset.theme = state.theme;
  });
}
