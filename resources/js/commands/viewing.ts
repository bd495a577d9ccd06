import { setting, settings, THEMES, type Settings } from '../settings/settings.svelte';
import { room } from '../look/room';
import { spanOf } from './selecting';
import type { Command as CommandOf, Tools } from './command';
import { switching } from './switching';

type Command = CommandOf<
  'caret' | 'chosenClips' | 'contents' | 'hands' | 'range' | 'dialogs' | 'count' | 'panes' | 'status' | 'views'
>;

const ZOOM = 1.25;

const zoom: Command = (tools, { axis, to }) => {
  const { view } = tools.panes;
  const factor = to === 'in' ? ZOOM : 1 / ZOOM;
  const [x, y] = kept(tools);
  if (axis === 'pitch') view.zoomPitch(factor, y);
  else view.zoomTime(factor, x);
};

/** What stays in its place where it is in sight: what is under the wheel, else the selection, the caret, or the pointer. */
function kept({
  caret,
  contents: { notes },
  hands,
  panes: { view },
}: Pick<Tools, 'caret' | 'contents' | 'hands' | 'panes'>): [x: number | undefined, y: number | undefined] {
  if (view.pointer) return [undefined, undefined];
  const span = notes.selectedCount > 0 ? spanOf(notes) : null;
  const selection = span && { tick: (span.from + span.to) / 2, pitch: (span.low + span.high) / 2 };
  const inSight = [selection, caret.at, hands.at]
    .filter((place) => place !== null)
    .map(({ tick, pitch }) => [view.x(tick), view.y(Math.round(pitch)) + view.rowHeight / 2] as const);
  return [
    inSight.find(([x]) => x >= 0 && x <= view.width)?.[0],
    inSight.find(([, y]) => y >= 0 && y <= view.height)?.[1],
  ];
}

const zoomTo: Command = ({ contents: { notes }, panes, range, status }, { what }) => {
  const { view } = panes;
  const span = spanOf(notes);
  const pitches = span ? ([span.low, span.high] as const) : panes.current.pitches;
  if (what === 'back') {
    if (!view.back()) status.say('Nothing was fitted yet to go back from.', 'refused');
  } else if (what === 'range' && !range.span) {
    status.say('There is no range; drag one on the ruler or press P over a selection.', 'refused');
  } else if (what === 'range') {
    view.fit(...range.span!, ...pitches);
  } else if (what === 'selection' && notes.selectedCount > 0 && span) {
    view.fit(span.from, span.to, ...pitches);
  } else {
    view.fit(0, view.length, ...pitches);
  }
};

const bench = switching('bench', 'Bench shown', 'Bench hidden');

const isTheme = (name: unknown): name is Settings['theme'] => THEMES.some((theme) => theme === name);

/** What is seen. */
export const viewingCommands: Record<string, Command> = {
  zoom,
  'zoom-to': zoomTo,
  'song-strip': switching('songStrip', 'The whole song is in sight above the roll', 'The roll alone'),
  roll: ({ views }) => views.show('roll'),
  song: ({ chosenClips, contents, views }) => {
    views.show(views.shown === 'song' ? 'roll' : 'song');
    // Who comes from the notes of a clip finds it chosen.
    if (views.shown === 'song' && chosenClips.placed.length === 0) chosenClips.choose([contents.front]);
  },
  table: ({ views }) => views.show(views.shown === 'table' ? 'roll' : 'table'),
  bench: (tools, values) => {
    if (room.isNarrow.current) tools.dialogs.benchOver = !tools.dialogs.benchOver;
    else bench(tools, values);
  },
  theme: (_, { name }) => {
    if (isTheme(name)) setting.theme(name);
    else setting.otherTheme();
  },
  guide: () => setting.guide(0),
  'key-strip': () => setting.keyStrip(settings.keyStrip === 'one' ? 'two' : 'one'),
  'look-ahead': switching('ahead', 'Likely keys are looked at ahead', 'Each key waits for its answer'),
  glide: switching('glide', 'Outlines tell what went where', 'Notes stand at their places at once'),
  palette: ({ dialogs }) => dialogs.openPalette(),
  shortcuts: ({ dialogs }) => dialogs.openShortcuts('keys'),
  use: ({ dialogs }) => dialogs.openShortcuts('use'),
  keys: ({ dialogs }) => dialogs.showKeys(),
  count: ({ count }) => count(),
};
