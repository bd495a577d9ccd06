import { counted } from '../music/counted';
import { api } from '../api';
import type { Lanes } from '../desk/lanes.svelte';
import type { Span } from '../desk/range.svelte';
import { moved } from '../music/amounts';
import { formatLine } from '../music/line';
import type { NoteTable } from '../music/notes';
import type { GridLines } from '../music/time';
import type { Viewport } from '../sight/viewport.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Asked } from '../song/unsent';
import { stepPlace } from './neighbours';
import type { Command as CommandOf } from './command';

type Command = CommandOf<
  | 'caret'
  | 'contents'
  | 'grid'
  | 'keptSelections'
  | 'lanes'
  | 'nudge'
  | 'panes'
  | 'range'
  | 'selecting'
  | 'sender'
  | 'status'
>;

/** The span of time and pitch of the selected notes, or of all where none is selected; null without notes. */
export function spanOf(notes: NoteTable): { from: number; to: number; low: number; high: number } | null {
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

const said = ({ notes }: Pick<Contents, 'notes'>) =>
  `${notes.selectedCount} of ${counted(notes.count, 'note')} selected`;

/** The ids of the points of the lane that keys reach, where points are selected and no notes: then keys of selecting mean points. */
function pointsMeant({ points, notes }: Contents, lanes: Lanes): number[] | null {
  if (points.selectedCount === 0 || notes.selectedCount > 0) return null;
  return (points.lanes.get(lanes.current) ?? []).map((place) => points.columns.id[place]);
}

const select: Command = ({ contents, keptSelections, lanes, panes, selecting, sender, status }, { what, name }) => {
  if (name || what === 'kept') {
    keptSelections.take(name);
    return;
  }
  if (what === 'back') {
    if (!selecting.back()) status.say('There is no selection before this one.', 'refused');
    return;
  }
  const meant = pointsMeant(contents, lanes);
  if (meant && (what === 'all' || what === 'invert')) {
    const chosen = new Set(contents.points.selection());
    selecting.select(what === 'all' ? meant : meant.filter((id) => !chosen.has(id)));
    status.say(`${contents.points.selectedCount} points of ${lanes.of(lanes.current).title} selected`, 'hint');
    return;
  }
  // Which notes there are shows when the edits pressed before are done.
  const atOnce: Partial<Record<string, (selection: number[]) => number[]>> = {
    all: () => Array.from(contents.notes.columns.id),
    none: () => [],
    invert: (selection) => {
      const chosen = new Set(selection);
      return Array.from(contents.notes.columns.id).filter((one) => !chosen.has(one));
    },
  };
  const find = atOnce[what];
  const say = () => {
    if (/-(more|less)$/.test(what)) revealEnd(contents.notes, panes.view);
  };
  if (find && (sender.waiting === 0 || what === 'none')) {
    selecting.select(find(contents.selection()));
    say();
    return;
  }
  selecting.inOrder(
    find ??
      (async (selection, context) =>
        (await api.select(contents.song.id, contents.standing, what, selection, context)).selection),
    { what: 'view', line: formatLine({ name: 'select', values: { what } }) },
    say,
  );
};

/** Keeps the last of what is selected in sight, where the selection grows or shrinks by its end. */
function revealEnd(notes: NoteTable, view: Viewport): void {
  const last = notes.selectedPlaces().at(-1);
  if (last !== undefined) view.reveal(notes.columns.start[last], notes.columns.pitch[last]);
}

const step: Command = ({ caret, contents, grid, lanes, panes, selecting, status }, { to, extend }) => {
  const { notes } = contents;
  const { view } = panes;
  const ids = pointsMeant(contents, lanes);
  if (ids && (to === 'next' || to === 'previous')) {
    const chosen = new Set(contents.points.selection());
    const at =
      to === 'next' ? ids.findLastIndex((id) => chosen.has(id)) + 1 : ids.findIndex((id) => chosen.has(id)) - 1;
    if (ids[at] === undefined) {
      status.say(`There is no ${to} point.`, 'refused');
      return;
    }
    selecting.select(extend === 'on' ? [...chosen, ids[at]] : [ids[at]]);
    const { start, value } = contents.points.columns;
    const place = contents.points.placeOf(ids[at]);
    view.reveal(start[place]);
    status.say(`${value[place]} at ${grid.lines.position(start[place])}`, 'hint');
    return;
  }
  const place = stepPlace(notes, to, caret.tick);
  if (place < 0) {
    status.say(notes.count === 0 ? 'There are no notes yet.' : `There is no ${to} note.`, 'refused');
    return;
  }
  const id = notes.columns.id[place];
  const [tick, pitch] = [notes.columns.start[place], notes.columns.pitch[place]];
  selecting.select(extend === 'on' ? [...notes.selection(), id] : [id]);
  selecting.sound([id]);
  caret.move({ tick, pitch });
  view.reveal(tick, pitch);
};

/** An amount that may be how far keys nudge. */
const asAmount = (said: string, [step, larger]: [string, string]) =>
  said.replace('step2', larger).replace('step', step);

const setRange: Command = ({ caret, contents, grid, nudge, range, status }, values) => {
  const { at, to, by, move } = values;
  const asked: Asked = { what: 'view', line: formatLine({ name: 'range', values }) };
  if (at !== undefined) {
    const [, from, until] = /^(\d{1,10})\.\.(\d{1,10})$/.exec(at) ?? [];
    if (from === undefined || Number(until) <= Number(from)) {
      status.say(`range: at takes two ticks such as 0..3840, not “${at}”.`, 'refused');
      return;
    }
    range.inOrder(() => range.set([Number(from), Number(until)]), asked);
    return;
  }
  if (move !== undefined) {
    range.inOrder(() => {
      if (!range.span) {
        status.say('There is no range to move; drag one on the ruler or press P over a selection.', 'refused');
        return;
      }
      const [from, until] = range.span;
      const start = Math.max(0, moved(grid.measure, from, asAmount(move, nudge.amounts)) ?? from);
      range.set([start, start + until - from]);
    }, asked);
    return;
  }
  if (to === 'selection' && !by) {
    // What was selected when it was pressed.
    const span = contents.notes.selectedCount === 0 ? null : spanOf(contents.notes);
    if (!span) {
      status.say('Select notes first; the range goes over their span.', 'refused');
      return;
    }
    const { lines } = grid;
    const over: [number, number] = [
      lines.around(span.from).before,
      lines.around(Math.max(span.from, span.to - 1)).after,
    ];
    range.inOrder(() => range.set(over), asked);
    return;
  }
  // Where the caret is by then: what was pressed before may move it.
  range.inOrder(() => {
    const { tick } = caret;
    if (by) {
      const [from, end] = range.span ?? [tick, tick];
      const until = moved(grid.measure, end, by) ?? end;
      range.set(until > from ? [from, until] : null);
    } else if ((to ?? 'until-caret') === 'until-caret' && tick === 0) {
      status.say('The caret is at the start; move it on, then end the range there.', 'refused');
    } else {
      range.set(spanBy(to, tick, range.span, grid.lines));
    }
  }, asked);
};

/** The range that begins, ends or lies at the caret. */
function spanBy(to: string | undefined, tick: number, before: Span | null, lines: GridLines): Span | null {
  const bar = lines.barAt(tick);
  const barEnd = lines.barStart(bar.bar + 1);
  if (to === 'none') return null;
  if (to === 'bar') return [bar.tick, barEnd];
  if (to === 'from-caret') {
    const end = before?.[1] ?? 0;
    return [tick, end > tick ? end : Math.max(barEnd, tick + 1)];
  }
  const start = before?.[0] ?? bar.tick;
  return [start < tick ? start : Math.min(bar.tick === tick ? 0 : bar.tick, tick - 1), tick];
}

/** Selects what meets conditions; which notes those are is the core's to say. */
const choose: Command = ({ contents, selecting, status }, { where }) => {
  if (!where) {
    status.say('Say which notes, such as choose where="velocity=..40 beat=2,4".', 'refused');
    return;
  }
  selecting.inOrder(
    async (_, context) =>
      (await api.choose(contents.song.id, contents.standing, where, contents.selection(), context)).selection,
    { what: 'view', line: formatLine({ name: 'choose', values: { where } }) },
    () => status.say(contents.notes.selectedCount ? `${said(contents)}: ${where}` : `No note meets ${where}.`, 'hint'),
  );
};

/** What selects notes and points, and sets the range. */
export const selectingCommands: Record<string, Command> = {
  select,
  step,
  range: setRange,
  choose,
  'keep-selection': ({ keptSelections }, { name }) => keptSelections.keep(name),
};
