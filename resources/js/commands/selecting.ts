import { api } from '../api';
import type { Desk } from '../desk/desk.svelte';
import { moved } from '../music/amounts';
import { formatLine } from '../music/line';
import type { Asked } from '../song/unsent';
import type { Command } from './studio';
import { stepPlace } from './neighbours';

/** The span of time and pitch of the selected notes, or of all where none is selected; null without notes. */
export function spanOf(desk: Desk): { from: number; to: number; low: number; high: number } | null {
  const { notes } = desk;
  const { start, length, pitch } = notes.columns;
  const some = notes.selectedCount > 0;
  let [from, to, low, high] = [Infinity, 0, 127, 0];
  for (let i = 0; i < notes.count; i++) {
    if (!some || notes.selected[i]) {
      from = Math.min(from, start[i]);
      to = Math.max(to, start[i] + length[i]);
      low = Math.min(low, pitch[i]);
      high = Math.max(high, pitch[i]);
    }
  }
  return from === Infinity ? null : { from, to, low, high };
}

const counted = ({ notes }: Desk) => `${notes.selectedCount} of ${notes.count} notes selected`;

/** The ids of the points of the lane that keys reach, where points are selected and no notes: then keys of selecting mean points. */
function pointsMeant({ points, notes, lanes }: Desk): number[] | null {
  if (points.selectedCount === 0 || notes.selectedCount > 0) return null;
  return (points.lanes.get(lanes.current) ?? []).map((place) => points.columns.id[place]);
}

const select: Command = ({ desk }, { what, name }) => {
  if (name || what === 'kept') {
    desk.selections.take(name);
    return;
  }
  if (what === 'back') {
    if (!desk.selections.back()) desk.say('There is no selection before this one.', 'refused');
    else desk.say(counted(desk), 'hint');
    return;
  }
  const meant = pointsMeant(desk);
  if (meant && (what === 'all' || what === 'invert')) {
    const chosen = new Set(desk.points.selection());
    desk.select(what === 'all' ? meant : meant.filter((id) => !chosen.has(id)));
    desk.say(`${desk.points.selectedCount} points of ${desk.lanes.of(desk.lanes.current).title} selected`, 'hint');
    return;
  }
  // Which notes there are shows when the edits pressed before are done.
  const atOnce: Partial<Record<string, (selection: number[]) => number[]>> = {
    all: () => Array.from(desk.notes.columns.id),
    none: () => [],
    invert: (selection) => {
      const chosen = new Set(selection);
      return Array.from(desk.notes.columns.id).filter((one) => !chosen.has(one));
    },
  };
  const find = atOnce[what];
  const say = () => {
    desk.say(counted(desk), 'hint');
    if (/-(more|less)$/.test(what)) revealEnd(desk);
  };
  if (find && (desk.waiting === 0 || what === 'none')) {
    desk.select(find(desk.selection()));
    say();
    return;
  }
  desk.selectInOrder(
    find ??
      (async (selection, context) =>
        (await api.select(desk.song.id, desk.standing, what, selection, context)).selection),
    { what: 'view', line: formatLine({ name: 'select', values: { what } }) },
    say,
  );
};

/** Keeps the last of what is selected in sight, where the selection grows or shrinks by its end. */
function revealEnd({ notes, view }: Desk): void {
  const last = notes.selectedPlaces().at(-1);
  if (last !== undefined) view.reveal(notes.columns.start[last], notes.columns.pitch[last]);
}

const step: Command = ({ desk }, { to, extend }) => {
  const { notes, view } = desk;
  const ids = pointsMeant(desk);
  if (ids && (to === 'next' || to === 'previous')) {
    const chosen = new Set(desk.points.selection());
    const at =
      to === 'next' ? ids.findLastIndex((id) => chosen.has(id)) + 1 : ids.findIndex((id) => chosen.has(id)) - 1;
    if (ids[at] === undefined) {
      desk.say(`There is no ${to} point.`, 'refused');
      return;
    }
    desk.select(extend === 'on' ? [...chosen, ids[at]] : [ids[at]]);
    const { start, value } = desk.points.columns;
    const place = desk.points.placeOf(ids[at]);
    view.reveal(start[place]);
    desk.say(`${value[place]} at ${desk.gridLines.position(start[place])}`, 'hint');
    return;
  }
  const place = stepPlace(notes, to, desk.caret.tick);
  if (place < 0) {
    desk.say(notes.count === 0 ? 'There are no notes yet.' : `There is no ${to} note.`, 'refused');
    return;
  }
  const id = notes.columns.id[place];
  const [tick, pitch] = [notes.columns.start[place], notes.columns.pitch[place]];
  desk.select(extend === 'on' ? [...notes.selection(), id] : [id]);
  desk.onHeard([place]);
  desk.moveCaret({ tick, pitch });
  view.reveal(tick, pitch);
};

/** Sets the range and says it. */
export function setRange(desk: Desk, span: [number, number] | null): void {
  desk.range = span;
  const at = (tick: number) => desk.gridLines.position(tick);
  desk.say(span ? `Range from ${at(span[0])} to ${at(span[1])}` : 'No range; the loop is the whole clip', 'hint');
}

const range: Command = ({ desk }, values) => {
  const { to, by } = values;
  const asked: Asked = { what: 'view', line: formatLine({ name: 'range', values }) };
  if (to === 'selection' && !by) {
    // What was selected when it was pressed.
    const span = desk.notes.selectedCount === 0 ? null : spanOf(desk);
    if (!span) {
      desk.say('Select notes first; the range goes over their span.', 'refused');
      return;
    }
    const { gridLines: lines } = desk;
    const over: [number, number] = [
      lines.around(span.from).before,
      lines.around(Math.max(span.from, span.to - 1)).after,
    ];
    desk.rangeInOrder(() => setRange(desk, over), asked);
    return;
  }
  // Where the caret is by then: what was pressed before may move it.
  desk.rangeInOrder(() => rangeByCaret(desk, to, by), asked);
};

function rangeByCaret(desk: Desk, to: string | undefined, by: string | undefined): void {
  const set = (span: [number, number] | null) => setRange(desk, span);
  if (by) {
    const [from, end] = desk.range ?? [desk.caret.tick, desk.caret.tick];
    const until = moved(desk.measure, end, by);
    if (until === null)
      desk.say(
        `range: by takes an amount of time such as grid, 2bar, 1/16 or 10ms, with a minus for earlier, not “${by}”.`,
        'refused',
      );
    else set(until > from ? [from, until] : null);
    return;
  }
  if (to === 'none') {
    set(null);
    return;
  }
  const { tick } = desk.caret;
  const bar = desk.gridLines.barAt(tick);
  const barEnd = desk.gridLines.barStart(bar.bar + 1);
  if (to === 'bar') {
    set([bar.tick, barEnd]);
  } else if (to === 'from-caret') {
    const end = desk.range?.[1] ?? 0;
    set([tick, end > tick ? end : Math.max(barEnd, tick + 1)]);
  } else {
    const start = desk.range?.[0] ?? bar.tick;
    if (tick === 0) {
      desk.say('The caret is at the start; move it on, then end the range there.', 'refused');
      return;
    }
    set([start < tick ? start : Math.min(bar.tick === tick ? 0 : bar.tick, tick - 1), tick]);
  }
}

/** Selects what meets conditions; which notes those are is the core's to say. */
const choose: Command = ({ desk }, { where }) => {
  if (!where) {
    desk.say('Say which notes, such as choose where="velocity=..40 beat=2,4".', 'refused');
    return;
  }
  desk.selectInOrder(
    async (_, context) => (await api.choose(desk.song.id, desk.standing, where, context)).selection,
    { what: 'view', line: formatLine({ name: 'choose', values: { where } }) },
    () => desk.say(desk.notes.selectedCount ? `${counted(desk)}: ${where}` : `No note meets ${where}.`, 'hint'),
  );
};

export const selecting: Record<string, Command> = {
  select,
  step,
  range,
  choose,
  'keep-selection': ({ desk }, { name }) => desk.selections.keep(name),
};
