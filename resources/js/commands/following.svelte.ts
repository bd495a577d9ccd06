import { untrack } from 'svelte';
import type { GridLines } from '../music/time';
import { setting, settings } from '../settings/settings.svelte';
import { rowsShown } from '../sight/rows';
import type { Viewport } from '../sight/viewport.svelte';
import type { Tools } from './command';

/** Lets the rows that are shown follow what is used, the key, and the names. Called once, inside a component. */
export function followRows({ contents, panes, sounding }: Pick<Tools, 'contents' | 'panes' | 'sounding'>): void {
  $effect(() => {
    const wanted = rowsShown(settings.rows, panes.current, contents, sounding.now);
    untrack(() => {
      if (wanted?.join() !== panes.view.rows?.join()) panes.view.showRows(wanted);
    });
  });
}

/** Lets the grid follow the zoom where that is set. Called once, inside a component. */
export function followZoom({ contents, grid, panes }: Pick<Tools, 'contents' | 'grid' | 'panes'>): void {
  let followed = '';
  let isTriplet = false;
  $effect(() => {
    // Bars are neither straight nor triplet: what it was before them comes back.
    if (grid.name.includes('/')) isTriplet = grid.name.endsWith('t');
    if (!settings.gridAuto) {
      followed = '';
      return;
    }
    const wanted = gridForZoom(contents.song.ppq, grid.lines, panes.view, isTriplet);
    untrack(() => {
      // A grid that somebody set in the meantime stays; another kind of the same one is followed.
      if (followed && grid.name.replace('t', '') !== followed.replace('t', '')) {
        setting.turn('gridAuto', false);
        followed = '';
        return;
      }
      followed = wanted;
      if (wanted !== grid.name) grid.set(wanted);
    });
  });
}

/** Lets one thing alone be looked at: the edit that is tuned on one side of the bench, the history on another. */
export function followTab({ dialogs, tuning, walk }: Pick<Tools, 'dialogs' | 'tuning' | 'walk'>): void {
  $effect(() => {
    if (tuning.edit) dialogs.tab = 'notes';
  });
  $effect(() => {
    if (dialogs.tab !== 'history') walk.leave();
    if (dialogs.tab !== 'notes') tuning.leave();
  });
}

/** After so many ms without a change it is looked ahead, as soon as the page has nothing else to do. */
const STANDS_STILL_MS = 60;
/** Where a hand is in the middle of something its end is near. */
const IS_BEGUN_MS = 10;

/** Looks ahead whenever one has stood still for a moment, and not in a window that is not seen. Called once, inside a component. */
export function followAhead({ ahead }: Pick<Tools, 'ahead'>): void {
  $effect(() => {
    if (ahead.occasion === null) return;
    const timer = setTimeout(
      () => {
        if (!document.hidden) void ahead.look();
      },
      ahead.begun() ? IS_BEGUN_MS : STANDS_STILL_MS,
    );
    return () => clearTimeout(timer);
  });
}

/** Lets it be known how the song was at points that may be compared. Called once, inside a component. */
export function followStates({ states }: Pick<Tools, 'states'>): void {
  $effect(() => states.follow());
}

/**
 * Tells the player at once when what it plays from is another, and asks for frames for as long as something sounds. Called
 * once, inside a component.
 */
export function followPlayer({ player }: Pick<Tools, 'player'>): void {
  $effect(() => {
    if (player.sources.length > 0) untrack(() => player.revise());
  });
  $effect(() => {
    if (!player.active) return;
    let frame = 0;
    const follow = () => {
      player.frame();
      frame = requestAnimationFrame(follow);
    };
    untrack(follow);
    return () => cancelAnimationFrame(frame);
  });
}

/** The finest grid whose lines lie at least so many CSS pixels apart. */
const ROOM_FOR_LINES = 12;
const STRAIGHT = ['1/64', '1/32', '1/16', '1/8', '1/4', '1/2', '1/1'];
const BARS = ['bar', '2bar', '4bar', '8bar'];
const COARSEST = '16bar';

/** The grid that suits a zoom, straight or triplet. */
function gridForZoom(ppq: number, lines: GridLines, view: Viewport, isTriplet: boolean): string {
  const fits = (grid: string) => {
    const parts = Number(grid.split('/')[1]);
    return ((4 * ppq) / parts) * (isTriplet ? 2 / 3 : 1) * view.pixelsPerTick >= ROOM_FOR_LINES;
  };
  const found = STRAIGHT.find(fits);
  if (found) return isTriplet ? `${found}t` : found;
  const { tick, bar } = lines.barAt(view.left);
  const room = (lines.barStart(bar + 1) - tick) * view.pixelsPerTick;
  return BARS.find((_, k) => room * 2 ** k >= ROOM_FOR_LINES) ?? COARSEST;
}
