import type { Binding, Declaration } from '../api';
import { countedLines, countSaid } from '../keys/counting';
import { Dispatcher, type Pending } from '../keys/dispatcher';
import { modifiersOf, NO_MODIFIERS, prefixed, sameModifiers, type Modifiers } from '../keys/keystroke';
import { Pasting } from '../keys/pasting';
import type { Tools } from '../commands/command';
import { momentKeys, type Moment, type MomentKey } from './moment';

/** What a key does: a note where the letters are piano keys, what it does for the moment, or what the map says. */
export class KeyHandling {
  /** what one is in the middle of: the first of two keys in a row, or digits for so many times */
  pending = $state.raw<Pending>({ keys: '', digits: null });
  /** modifiers that are down */
  held = $state.raw<Modifiers>(NO_MODIFIERS);
  #byPointer = false;
  readonly #pasting = new Pasting((line, clipboard) => this.on.acting.act([line], 'key', clipboard));
  readonly #dispatcher = $derived.by(
    () =>
      new Dispatcher(
        this.on.shortcuts.map.bindings,
        ({ run, key }, times) =>
          this.on.acting.act(countedLines(run, times, this.edits), key.includes('Wheel') ? 'wheel' : 'key'),
        (now) => (this.pending = now),
        (chord, binding) => this.#pasting.begin(chord, binding.run[0]),
      ),
  );
  /** what some keys do for the moment */
  readonly moment: MomentKey[] = $derived.by(() => momentKeys(this.on));

  /** @param isCovered whether another view lies over the song and has the keys */
  constructor(
    private readonly on: Moment & Pick<Tools, 'shortcuts'>,
    private readonly isCovered: () => boolean,
    private readonly edits: ReadonlyMap<string, Declaration>,
  ) {}

  /** The count that is typed; 0 where none is. */
  get count(): number {
    return Number(this.pending.digits ?? 0) || 0;
  }

  /** What a hand is in the middle of, in one word; '' where in nothing. */
  get begun(): string {
    const { keys, digits } = this.pending;
    return `${prefixed(this.held, '')}${keys && `${keys} `}${digits ?? ''}`;
  }

  /** What the strip says of a key while a count is typed: “4 parts”, “3 ×”; '' where none is. */
  countSaid(binding: Binding): string {
    return this.count > 0 ? countSaid(binding, this.count, this.edits) : '';
  }

  /** Begins to take digits: the key after them is done so many times. */
  beginCount(): void {
    this.#dispatcher.count();
  }

  down(event: KeyboardEvent): void {
    this.#byPointer = false;
    this.#hold(modifiersOf(event));
    if (this.isCovered()) return;
    // A control that was reached by Tab keeps its keys until Escape, and so does a field.
    const control = event.key === 'Escape' ? controlOf(document.activeElement, FIELDS) : null;
    if (control && !event.defaultPrevented) {
      event.preventDefault();
      this.#giveBack(control);
      return;
    }
    // The second of two keys in a row, and what is typed into something, are no notes.
    const isFree = !this.on.dialogs.hasKeys && this.pending.keys === '';
    if (isFree && this.on.playing.letters.press(event)) return;
    const nearer = Object.fromEntries(this.moment.map(([key, , does]) => [key, does]));
    this.#dispatcher.down(event, this.on.panes.reached, nearer);
  }

  up(event: KeyboardEvent): void {
    this.#hold(modifiersOf(event));
    this.on.playing.letters.up(event);
    this.#dispatcher.up(event);
  }

  /** The window lost the keys: what is down is let go. */
  blur(): void {
    this.#hold(NO_MODIFIERS);
    this.on.playing.letters.release();
    this.#dispatcher.release();
  }

  /** A turn of the wheel; tells whether it was a shortcut. */
  wheel(event: WheelEvent): boolean {
    return this.#dispatcher.wheel(event, this.on.panes.reached);
  }

  paste(event: ClipboardEvent): void {
    if (!this.isCovered()) this.#pasting.take(event);
  }

  pointer(): void {
    this.#byPointer = true;
  }

  /**
   * A control was used. With the pointer, it gives the keys back to the notes, so that Space plays and the next key is an
   * edit again; one that keeps text keeps its keys, and what stands in a dialog leaves them there.
   */
  used(event: Event): void {
    // What was pressed, such as an icon, may be another by now: the way it took is still known.
    const control = event
      .composedPath()
      .map((one) => controlOf(one))
      .find((one) => one !== null);
    if (!this.#byPointer || !control) return;
    // A list that opens was not chosen from yet, nor a slider let go.
    if (event.type === 'click' && control.matches('select, input[type=range]')) return;
    if (document.activeElement === control) this.#giveBack(control);
  }

  #hold(now: Modifiers): void {
    if (!sameModifiers(now, this.held)) this.held = now;
  }

  #giveBack(control: HTMLElement): void {
    control.blur();
    this.on.views.focus();
  }
}

const CONTROLS = 'button, a, summary, select, input[type=checkbox], input[type=radio], input[type=range]';
const FIELDS = `${CONTROLS}, input, textarea`;

/** The control that something belongs to; null where it is none, or stands in a dialog or a menu. */
function controlOf(target: EventTarget | null, of = CONTROLS): HTMLElement | null {
  if (!(target instanceof Element)) return null;
  const control = target.closest<HTMLElement>(of);
  return control?.closest('[role=dialog], [role=menu]') ? null : control;
}
