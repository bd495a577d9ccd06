import { setting } from '../settings/settings.svelte';
import { spanOf } from './selecting';
import type { Command as CommandOf } from './command';
import { switching } from './switching';

type Command = CommandOf<'chosenClips' | 'contents' | 'range' | 'dialogs' | 'count' | 'panes' | 'status' | 'views'>;

const ZOOM = 1.25;

const zoom: Command = ({ panes: { view } }, { axis, to }) => {
  const factor = to === 'in' ? ZOOM : 1 / ZOOM;
  if (axis === 'pitch') view.zoomPitch(factor);
  else view.zoomTime(factor);
};

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
  bench: switching('bench', 'Bench shown', 'Bench hidden'),
  theme: () => setting.otherTheme(),
  palette: ({ dialogs }) => dialogs.openPalette(),
  shortcuts: ({ dialogs }) => dialogs.openShortcuts('keys'),
  use: ({ dialogs }) => dialogs.openShortcuts('use'),
  keys: ({ dialogs }) => dialogs.showKeys(),
  count: ({ count }) => count(),
};
