import { untrack } from 'svelte';
import type { NoteTable } from '../music/notes';
import { settings } from '../settings/settings.svelte';

/** Where a note lay and where it lies: start and length in ticks, and its pitch. */
export interface Way {
  from: readonly [start: number, length: number, pitch: number];
  to: readonly [start: number, length: number, pitch: number];
}

/** So long an outline is on its way, in ms. */
const LASTS = 120;
/** Where more moved, nothing is told by outlines any more. */
const MOST = 2000;

/** What of two states lies elsewhere, or has another length; nothing where that is too much to be followed by eye. */
export function waysBetween(before: NoteTable, after: NoteTable): Way[] {
  const [old, now] = [before.columns, after.columns];
  const ways: Way[] = [];
  for (let i = 0; i < before.count; i++) {
    const k = now.id[i] === old.id[i] ? i : after.placeOf(old.id[i]);
    if (k < 0) continue;
    if (now.start[k] === old.start[i] && now.length[k] === old.length[i] && now.pitch[k] === old.pitch[i]) continue;
    if (ways.length === MOST) return [];
    ways.push({ from: [old.start[i], old.length[i], old.pitch[i]], to: [now.start[k], now.length[k], now.pitch[k]] });
  }
  return ways;
}

/** Tells what went where after an edit: outlines that glide from the old places to the new ones, where notes stand already. */
export class Gliding {
  ways = $state.raw<readonly Way[]>([]);
  /** how much of the way is done, from 0 to 1 */
  share = $state(1);
  #began = 0;
  #frame = 0;

  /**
   * Begins whenever the notes lie elsewhere. Called once, inside a component.
   *
   * @param isShown whether the new places are seen already, before the notes stand there
   */
  follow(notes: () => NoteTable, isShown: () => boolean): void {
    let last: NoteTable | null = null;
    let wasShown = false;
    $effect(() => {
      const now = notes();
      untrack(() => {
        const ways = last && last.columns !== now.columns && !wasShown ? waysBetween(last, now) : [];
        // What was shown at its new place before it was answered is on its way already.
        if (ways.length > 0) this.begin(ways);
        last = now;
      });
    });
    $effect(() => {
      wasShown = isShown();
    });
    $effect(() => () => this.end());
  }

  begin(ways: readonly Way[]): void {
    cancelAnimationFrame(this.#frame);
    this.ways = settings.glide && !matchMedia('(prefers-reduced-motion: reduce)').matches ? ways : [];
    if (this.ways.length === 0) return;
    this.#began = performance.now();
    this.share = 0;
    this.#frame = requestAnimationFrame((now) => this.#go(now));
  }

  end(): void {
    cancelAnimationFrame(this.#frame);
    this.ways = [];
  }

  #go(now: number): void {
    const share = Math.min(1, Math.max(0, (now - this.#began) / LASTS));
    this.share = 1 - (1 - share) ** 2;
    if (share === 1) this.ways = [];
    else this.#frame = requestAnimationFrame((next) => this.#go(next));
  }
}
