import type { Desk } from '../desk/desk.svelte';
import type { GridLines } from '../music/time';
import type { NoteTable } from '../music/notes';

/**
 * The note to step to from the selection: the next or previous one in time, or the nearest higher or lower one of
 * those around. With nothing selected, the first at or after a tick. −1 where there is none.
 */
export function stepPlace(notes: NoteTable, to: string, fromTick: number): number {
  const { start, pitch } = notes.columns;
  const chosen: number[] = [];
  for (let i = 0; i < notes.count; i++) {
    if (notes.selected[i]) {
      chosen.push(i);
    }
  }
  if (chosen.length === 0) {
    for (let i = 0; i < notes.count; i++) {
      if (start[i] >= fromTick) {
        return i;
      }
    }
    return notes.count - 1;
  }
  if (to === 'next') {
    const last = chosen[chosen.length - 1];
    return last + 1 < notes.count ? last + 1 : -1;
  }
  if (to === 'previous') {
    return chosen[0] - 1;
  }
  const up = to === 'higher';
  const from = chosen.reduce((best, i) => ((up ? pitch[i] > pitch[best] : pitch[i] < pitch[best]) ? i : best));
  let found = -1;
  let nearest = Infinity;
  for (let i = 0; i < notes.count; i++) {
    if (up ? pitch[i] > pitch[from] : pitch[i] < pitch[from]) {
      const distance = Math.abs(start[i] - start[from]) * 128 + Math.abs(pitch[i] - pitch[from]);
      if (distance < nearest) {
        nearest = distance;
        found = i;
      }
    }
  }
  return found;
}

/** A tick an amount of time on that does not go by lines: a note value, ticks or milliseconds; null where it is none. */
function shiftedTick({ song, clock }: Desk, tick: number, by: string): number | null {
  const [, minus, value, kind, number, unit] = /^(-?)(?:1\/(\d{1,3})([td]?)|(\d{1,6})(tk|ms))$/.exec(by) ?? [];
  if (!value && !unit) {
    return null;
  }
  const sign = minus ? -1 : 1;
  if (unit === 'ms') {
    return Math.max(0, Math.round(clock.tick(clock.seconds(tick) + (sign * Number(number)) / 1000)));
  }
  const length = unit ? Number(number) : ((4 * song.ppq) / Number(value)) * { t: 2 / 3, d: 3 / 2, '': 1 }[kind]!;
  return Math.max(0, tick + sign * Math.round(length));
}

/** The tick an amount of time on; over bars the place in the bar stays where it fits. Null where it is no amount. */
export function movedTick(desk: Desk, lines: GridLines, tick: number, by: string): number | null {
  const [, minus, number, unit] = /^(-?)(\d{0,4})(grid|beat|bar)$/.exec(by) ?? [];
  if (!unit) {
    return shiftedTick(desk, tick, by);
  }
  const times = Number(number || 1) * (minus ? -1 : 1);
  if (unit === 'bar') {
    const bar = lines.barAt(tick);
    const next = Math.max(0, bar.bar + times);
    const length = lines.barStart(next + 1) - lines.barStart(next);
    return lines.barStart(next) + Math.min(tick - bar.tick, length - 1);
  }
  for (let k = 0; k < Math.abs(times); k++) {
    if (unit === 'beat') {
      tick = times > 0 ? lines.beatAfter(tick) : lines.beatBefore(tick);
    } else {
      tick = times > 0 ? lines.around(tick).after : lines.before(tick);
    }
  }
  return tick;
}
