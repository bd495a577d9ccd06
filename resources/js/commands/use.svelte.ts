/** What was used, how often and how: kept by the browser, for the coach and for the view of what was used. */
const KEY = 'jactonic.use';

export type How = 'key' | 'mouse' | 'palette' | 'wheel';

export interface Used {
  line: string;
  key: number;
  mouse: number;
  palette: number;
  wheel: number;
  /** whether its key was shown already */
  told: boolean;
}

/** Done with the mouse so often, its key is shown once. */
const TELL_AFTER = 3;
const MOST_LINES = 400;

function stored(): Record<string, Used> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '{}');
  } catch {
    return {};
  }
}

class Use {
  lines = $state.raw<Record<string, Used>>(stored());

  /** Counts one use; tells whether this is the moment to show the key of it. */
  note(line: string, how: How): boolean {
    const used = this.lines[line] ?? { line, key: 0, mouse: 0, palette: 0, wheel: 0, told: false };
    const now = { ...used, [how]: used[how] + 1 };
    const tell = how === 'mouse' && now.mouse >= TELL_AFTER && now.key === 0 && !now.told;
    this.#keep({ ...this.lines, [line]: { ...now, told: now.told || tell } });
    return tell;
  }

  forget(): void {
    this.#keep({});
  }

  get ranked(): Used[] {
    return Object.values(this.lines).sort((a, b) => total(b) - total(a));
  }

  #keep(lines: Record<string, Used>): void {
    const kept = Object.values(lines)
      .sort((a, b) => total(b) - total(a))
      .slice(0, MOST_LINES);
    this.lines = Object.fromEntries(kept.map((used) => [used.line, used]));
    localStorage.setItem(KEY, JSON.stringify(this.lines));
  }
}

export const total = ({ key, mouse, palette, wheel }: Used): number => key + mouse + palette + wheel;

export const use = new Use();
