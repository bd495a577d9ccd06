import { api, type ConductorKind } from '../api';
import { ROWS } from '../music/conductor';
import { settings } from '../settings/settings.svelte';
import type { Command } from './studio';

const conductorRow: Command = ({ desk }, { what }) => {
  const kind = (what ?? 'tempo') as ConductorKind;
  const isShown = settings.conductorRows.includes(kind);
  const wanted = [...settings.conductorRows.filter((other) => other !== kind), ...(isShown ? [] : [kind])];
  settings.conductorRows = (Object.keys(ROWS) as ConductorKind[]).filter((other) => wanted.includes(other));
  desk.say(isShown ? `${ROWS[kind]} hidden` : `${ROWS[kind]} have a row below the ruler`, 'hint');
};

const goMarker: Command = ({ desk, player }, { to, number }) => {
  const markers = desk.song.events.filter(({ kind }) => kind === 'marker');
  const { tick: here } = desk.caret;
  const found = number
    ? markers[Number(number) - 1]
    : to === 'previous'
      ? markers.findLast(({ tick }) => tick < here)
      : markers.find(({ tick }) => tick > here);
  if (!found) {
    desk.say(
      markers.length === 0
        ? 'The song has no marker yet; marker puts one at the caret.'
        : `There is no ${number ? `marker ${number}; the song has ${markers.length}` : `${to ?? 'next'} marker from here`}.`,
      'refused',
    );
    return;
  }
  desk.moveCaret({ tick: found.tick });
  void player.seek(found.tick);
  const view = desk.arranging.inSight ? desk.arranging.view : desk.view;
  if (found.tick < view.left || found.tick > view.right) view.scrollTo(found.tick - 20 / view.pixelsPerTick);
  desk.say(`${found.label}, at ${desk.gridLines.position(found.tick)}`, 'hint');
};

/** The key the notes are likeliest in: taken, or said together with the next ones. */
const keyAdvice: Command = ({ desk }, { what }) => {
  const { context } = desk;
  desk.inOrder(async () => {
    const { keys } = await api.keys(desk.song.id, desk.standing, desk.notes.selection(), context);
    const [first] = keys;
    if (!first) {
      desk.say('No note sounds here that a key could be found from.', 'refused');
      return;
    }
    const others = keys.map(({ key, inside }) => `${key} ${inside} %`).join(', ');
    if (what === 'say') desk.say(`Likeliest keys, with how much of the notes belongs to each: ${others}`, 'hint');
    else desk.run([`key to="${first.key}"`]);
  });
};

const hatch: Command = ({ desk }, { of }) => {
  settings.hatch = of === 'key' || of === 'chord' ? of : settings.hatch === 'key' ? 'chord' : 'key';
  desk.say(
    settings.hatch === 'key'
      ? 'Rows outside of the key are hatched'
      : desk.song.chords.length > 0
        ? 'Rows outside of the chord of the moment are hatched'
        : 'Rows outside of the chord of the moment are hatched; no chord is named yet, chord-names finds those that sound',
    'hint',
  );
};

/** What shows tempos, meters, keys and markers, and goes to them. */
export const conductingCommands: Record<string, Command> = {
  conductor: ({ desk }) => void (desk.conducting = desk.caret.tick),
  'conductor-row': conductorRow,
  'go-marker': goMarker,
  'key-advice': keyAdvice,
  hatch,
};
