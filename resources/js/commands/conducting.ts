import { api, type ConductorKind } from '../api';
import { ROWS } from '../music/conductor';
import { formatLine } from '../music/line';
import { setting, settings } from '../settings/settings.svelte';
import type { Command as CommandOf } from './command';
import { placeOf, whyNoPlace } from './places';

type Command = CommandOf<
  | 'arranging'
  | 'asking'
  | 'caret'
  | 'contents'
  | 'grid'
  | 'panes'
  | 'player'
  | 'popover'
  | 'range'
  | 'sender'
  | 'standpoint'
  | 'status'
  | 'views'
>;

const conductorRow: Command = ({ status }, { what }) => {
  const kind = (what ?? 'tempo') as ConductorKind;
  const isShown = settings.conductorRows.includes(kind);
  const wanted = [...settings.conductorRows.filter((other) => other !== kind), ...(isShown ? [] : [kind])];
  setting.conductorRows((Object.keys(ROWS) as ConductorKind[]).filter((other) => wanted.includes(other)));
  status.say(isShown ? `${ROWS[kind]} hidden` : `${ROWS[kind]} have a row below the ruler`, 'hint');
};

const goMarker: Command = ({ arranging, caret, contents, grid, panes, status, player, views }, { to, number }) => {
  const markers = contents.song.events.filter(({ kind }) => kind === 'marker');
  const { tick: here } = caret;
  const found = number
    ? markers[Number(number) - 1]
    : to === 'previous'
      ? markers.findLast(({ tick }) => tick < here)
      : markers.find(({ tick }) => tick > here);
  if (!found) {
    status.say(
      markers.length === 0
        ? 'The song has no marker yet; marker puts one at the caret.'
        : `There is no ${number ? `marker ${number}; the song has ${markers.length}` : `${to ?? 'next'} marker from here`}.`,
      'refused',
    );
    return;
  }
  caret.move({ tick: found.tick });
  void player.seek(found.tick);
  const view = views.shown === 'song' ? arranging.view : panes.view;
  if (found.tick < view.left || found.tick > view.right) view.scrollTo(found.tick - 20 / view.pixelsPerTick);
  status.say(`${found.label}, at ${grid.lines.position(found.tick)}`, 'hint');
};

/** Caret and playhead go to a place, and it is shown. */
const go: Command = ({ arranging, caret, grid, panes, player, range, sender, status, views }, { to = 'caret' }) =>
  sender.inOrder(
    () => {
      const tick = placeOf(to, { caret, grid, player, range });
      if (tick === null) {
        status.say(whyNoPlace(to), 'refused');
        return;
      }
      caret.put({ tick });
      void player.seek(tick);
      const view = views.shown === 'song' ? arranging.view : panes.view;
      if (tick < view.left || tick > view.right) view.scrollTo(tick - 20 / view.pixelsPerTick);
      status.say(`At ${grid.lines.position(tick)}`, 'hint');
    },
    { what: 'view', line: formatLine({ name: 'go', values: { to } }) },
  );

/** The key the notes are likeliest in: taken, or said together with the next ones. */
const keyAdvice: Command = ({ asking, contents, sender, standpoint, status }, { what }) => {
  const { context } = standpoint;
  sender.inOrder(async () => {
    const { keys } = await api.keys(contents.song.id, contents.standing, contents.notes.selection(), context);
    const [first] = keys;
    if (!first) {
      status.say('No note sounds here that a key could be found from.', 'refused');
      return;
    }
    const others = keys.map(({ key, inside }) => `${key} ${inside} %`).join(', ');
    if (what === 'say') status.say(`Likeliest keys, with how much of the notes belongs to each: ${others}`, 'hint');
    else asking.run([`key to="${first.key}"`]);
  });
};

const hatch: Command = ({ contents, status }, { of }) => {
  setting.hatch(of === 'key' || of === 'chord' ? of : settings.hatch === 'key' ? 'chord' : 'key');
  status.say(
    settings.hatch === 'key'
      ? 'Rows outside of the key are shaded'
      : contents.song.chords.length > 0
        ? 'Rows outside of the chord of the moment are shaded'
        : 'Rows outside of the chord of the moment are shaded; no chord is named yet, chord-names finds those that sound',
    'hint',
  );
};

/** What shows tempos, meters, keys and markers, and goes to them. */
export const conductingCommands: Record<string, Command> = {
  conductor: ({ caret, popover }) => popover.open({ conductor: caret.tick }),
  'conductor-row': conductorRow,
  'go-marker': goMarker,
  go,
  'key-advice': keyAdvice,
  hatch,
};
