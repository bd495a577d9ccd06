import { untrack } from 'svelte';
import type { Desk } from '../desk/desk.svelte';
import { rowsShown } from '../desk/rows';
import { settings } from '../settings/settings.svelte';

/** Lets the rows that are shown follow what is used, the key, and the names. Called once, inside a component. */
export function followRows(deskOf: () => Desk | undefined): void {
  $effect(() => {
    const desk = deskOf();
    if (!desk) return;
    const wanted = rowsShown(desk, settings.rows);
    untrack(() => {
      if (wanted?.join() !== desk.view.rows?.join()) desk.view.showRows(wanted);
    });
  });
}

/** Lets the grid follow the zoom where that is set. Called once, inside a component. */
export function followZoom(deskOf: () => Desk | undefined): void {
  let followed = '';
  let isTriplet = false;
  $effect(() => {
    const desk = deskOf();
    // Bars are neither straight nor triplet: what it was before them comes back.
    if (desk?.grid.includes('/')) isTriplet = desk.grid.endsWith('t');
    if (!desk || !settings.gridAuto) {
      followed = '';
      return;
    }
    const wanted = gridForZoom(desk, isTriplet);
    untrack(() => {
      // A grid that somebody set in the meantime stays; another kind of the same one is followed.
      if (followed && desk.grid.replace('t', '') !== followed.replace('t', '')) {
        settings.gridAuto = false;
        followed = '';
        return;
      }
      followed = wanted;
      if (wanted !== desk.grid) desk.setGrid(wanted);
    });
  });
}

/** The finest grid whose lines lie at least so many CSS pixels apart. */
const ROOM_FOR_LINES = 12;
const STRAIGHT = ['1/64', '1/32', '1/16', '1/8', '1/4', '1/2', '1/1'];
const BARS = ['bar', '2bar', '4bar', '8bar'];
const COARSEST = '16bar';

/** The grid that suits a zoom, straight or triplet. */
function gridForZoom(desk: Desk, isTriplet: boolean): string {
  const { ppq } = desk.song;
  const fits = (grid: string) => {
    const parts = Number(grid.split('/')[1]);
    return ((4 * ppq) / parts) * (isTriplet ? 2 / 3 : 1) * desk.view.pixelsPerTick >= ROOM_FOR_LINES;
  };
  const found = STRAIGHT.find(fits);
  if (found) return isTriplet ? `${found}t` : found;
  const { tick, bar } = desk.gridLines.barAt(desk.view.left);
  const room = (desk.gridLines.barStart(bar + 1) - tick) * desk.view.pixelsPerTick;
  return BARS.find((_, k) => room * 2 ** k >= ROOM_FOR_LINES) ?? COARSEST;
}
