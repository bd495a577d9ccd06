import { NOTE_OFF, NOTE_ON, type Message } from '../music/midi';
import { settings } from '../settings/settings.svelte';
import type { Input } from './inputs.svelte';

/** Two rows of piano keys by the places of the letters: how many semitones above the octave each lies. */
const LOWER = [
  'KeyZ',
  'KeyS',
  'KeyX',
  'KeyD',
  'KeyC',
  'KeyV',
  'KeyG',
  'KeyB',
  'KeyH',
  'KeyN',
  'KeyJ',
  'KeyM',
  'Comma',
  'KeyL',
  'Period',
  'Semicolon',
  'Slash',
];
const UPPER = [
  'KeyQ',
  'Digit2',
  'KeyW',
  'Digit3',
  'KeyE',
  'KeyR',
  'Digit5',
  'KeyT',
  'Digit6',
  'KeyY',
  'Digit7',
  'KeyU',
  'KeyI',
  'Digit9',
  'KeyO',
  'Digit0',
  'KeyP',
];
/** Those of them that play rows of drums, one beside the other. */
const ROWS = [...LOWER, ...UPPER].filter((code) => !/^Digit|^Key[SDGHJL]$|Semicolon/.test(code));
/** Keys between them set how loud the next ones are, one of the four velocities that are kept. */
const LEVELS = ['KeyA', 'KeyF', 'KeyK', 'Quote'];
const [OCTAVE_DOWN, OCTAVE_UP] = ['BracketLeft', 'BracketRight'];
const MIDDLE_C = 60;
/** By how many rows of drums the keys of octaves move the letters. */
const ROWS_AN_OCTAVE = 10;
const [LOWEST, HIGHEST] = [-4, 4];

/** The letters of the computer's keyboard as a keyboard to play on, while it is on. */
export class Letters implements Input {
  readonly id = 'letters';
  readonly name = 'The computer’s keys';
  on = $state(false);
  /** octaves from middle C */
  octave = $state(0);
  /** which of the four velocities, from 0 */
  level = $state(2);
  /** the pitches that are down */
  down = $state.raw<ReadonlySet<number>>(new Set());
  #tell: ((message: Message, at: number) => void) | null = null;
  readonly #held = new Map<string, number>();

  /** @param pads the pitches of the rows of drums that have a name, from the lowest up; none where they are piano keys */
  constructor(private readonly pads: () => readonly number[] = () => []) {}

  listen(tell: (message: Message, at: number) => void): () => void {
    this.#tell = tell;
    return () => (this.#tell = null);
  }

  toggle(): void {
    this.release();
    this.on = !this.on;
  }

  /** Takes a key that goes down; tells whether it is one of the keyboard's. Held repeats make no notes. */
  press(event: KeyboardEvent): boolean {
    if (!this.on || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey || isTyping(event.target)) {
      return false;
    }
    const pitch = this.pitchOf(event.code);
    const level = LEVELS.indexOf(event.code);
    if (pitch === null && level < 0 && event.code !== OCTAVE_DOWN && event.code !== OCTAVE_UP) {
      return false;
    }
    event.preventDefault();
    if (event.repeat) return true;
    if (level >= 0) this.level = level;
    if (event.code === OCTAVE_DOWN) this.octave = Math.max(LOWEST, this.octave - 1);
    if (event.code === OCTAVE_UP) this.octave = Math.min(HIGHEST, this.octave + 1);
    if (pitch !== null && pitch <= 127) {
      // A key whose coming up was never told, as keyboards do that report only so many, is let go of first.
      this.#letGo(event.code, event.timeStamp);
      this.#held.set(event.code, pitch);
      this.#say([NOTE_ON, pitch, this.#velocityOf(event.code)], event.timeStamp);
    }
    return true;
  }

  up(event: KeyboardEvent): void {
    this.#letGo(event.code, event.timeStamp);
  }

  /** Lets go of every key, as when the window loses them. */
  release(): void {
    for (const code of [...this.#held.keys()]) this.#letGo(code, performance.now());
  }

  /** Whether a shortcut is one of the keys that play, while they do. */
  takes(key: string): boolean {
    return this.on && /^[A-Z0-9,./;'[\]]$/.test(key) && !/^[148]$/.test(key);
  }

  /** The pitch of a key by its place; null where it has none. */
  pitchOf(code: string): number | null {
    const pads = this.pads();
    const row = ROWS.indexOf(code);
    if (pads.length > 0) return row < 0 ? null : (pads[row + this.octave * ROWS_AN_OCTAVE] ?? null);
    const lower = LOWER.indexOf(code);
    const upper = UPPER.indexOf(code);
    return lower < 0 && upper < 0 ? null : MIDDLE_C + 12 * this.octave + (lower >= 0 ? lower - 12 : upper);
  }

  #velocityOf(code: string): number {
    const louder = settings.upperRowLouder && UPPER.includes(code) ? 1 : 0;
    return settings.velocities[Math.min(settings.velocities.length - 1, this.level + louder)];
  }

  #letGo(code: string, at: number): void {
    const pitch = this.#held.get(code);
    if (pitch === undefined) return;
    this.#held.delete(code);
    if (![...this.#held.values()].includes(pitch)) this.#say([NOTE_OFF, pitch, 0], at);
  }

  #say(message: Message, at: number): void {
    this.down = new Set(this.#held.values());
    this.#tell?.(message, at);
  }
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.closest('input:not([type=range], [type=checkbox], [type=radio]), textarea, select, [contenteditable]') !==
      null
  );
}
