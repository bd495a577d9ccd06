import type { Binding, Catalog, Phrase } from '../api';
import type { Status } from '../desk/status.svelte';
import type { Shortcuts } from '../keys/shortcuts.svelte';
import { settings } from '../settings/settings.svelte';
import { Lasting } from './lasting.svelte';
import type { End, Route } from './route';
import type { Why } from '../commands/why.svelte';
import { use, type How } from '../commands/use.svelte';

/** Runs lines, counts how that was asked for, and shows the key of what was long done with the mouse. */
export class Acting {
  /** the shortcut that is shown to somebody who does it with the mouse; null where none is */
  lesson = $state.raw<Binding | null>(null);
  readonly #lasting = new Lasting();

  constructor(
    private readonly route: Pick<Route, 'run' | 'movesInstead'>,
    private readonly catalog: Pick<Catalog, 'view'>,
    private readonly shortcuts: Shortcuts,
    private readonly status: Status,
    private readonly why: Pick<Why, 'cure'>,
  ) {}

  /** Whether something lasts that a key would end by coming up. */
  get lasts(): boolean {
    return this.#lasting.any;
  }

  /** Runs lines by mouse. */
  readonly run = (...lines: string[]): void => void this.act(lines, 'mouse');

  /** Does what cures the reason that is in hand. */
  cure(): void {
    for (const lines of this.why.cure()) this.act(lines, 'key');
  }

  /** Told the line a key would have run, where the mouse did something. */
  readonly onmouse = (line: string): void => this.#note(line, 'mouse');

  /** The caps of the key that does a line; '' where none does. */
  readonly keyOf = (line: string): string => this.shortcuts.keyOf(line);

  /** What the strip says, where nothing is selected, of a key that moves caret or range then; '' for any other. */
  movesInstead(lines: readonly string[]): string {
    return this.route.movesInstead(lines);
  }

  /** Runs lines; gives what ends them where they act while a key is down. Asked for otherwise, they last. */
  act(lines: readonly string[], how: How, clipboard?: Phrase): End {
    const said = lines.join('; ');
    this.#note(said, how);
    if (how !== 'key' && this.#lasting.end(said)) {
      this.status.say('Ended', 'hint');
      return undefined;
    }
    this.status.refusalPassed();
    const end = this.route.run(lines, clipboard);
    if (!end || how === 'key') return end;
    if (this.catalog.view.some(({ name, stays }) => stays && name === said.split(' ')[0])) {
      end();
      return undefined;
    }
    this.#lasting.begin(said, end);
    this.status.say(`Until Escape, or until it is chosen again: ${said}`, 'hint');
    return undefined;
  }

  endLasting(): void {
    this.#lasting.endAll();
    this.status.say('Ended', 'hint');
  }

  #note(line: string, how: How): void {
    const tell = use.note(line, how);
    const binding = this.shortcuts.map.bindings.find(({ run }) => run.join('; ') === line);
    // What is being learned stays until the hand has it.
    const isTried = this.lesson?.run.join('; ') === line;
    if (!isTried) this.lesson = (tell && settings.coach && binding) || null;
  }
}
