import { setting, settings } from '../settings/settings.svelte';
import { spanOf } from './selecting';
import type { Command as CommandOf } from './command';
import { switching } from './switching';

type Command = CommandOf<'caret' | 'contents' | 'outputs' | 'player' | 'range' | 'status' | 'why'>;

const play: Command = ({ contents, player }, { from }) =>
  void player.toggle(from === 'selection' ? spanOf(contents.notes)?.from : undefined);

/** Plays the range, or from the selection, and stops when its key comes up. */
const listen: Command = ({ contents: { notes }, range, player }) => {
  void player.start(range.span?.[0] ?? (notes.selectedCount > 0 ? spanOf(notes)!.from : player.tick));
  return () => player.stop();
};

/** Where a track sounds: on its own instrument, or on a MIDI output by its name. */
const output: Command = ({ contents, outputs, status }, { of, to = 'instrument' }) => {
  const track = of ? contents.song.tracks[Number(of) - 1] : contents.track;
  const found = outputs.all.find(({ name }) => name.toLowerCase() === to.toLowerCase());
  if (!track || (to !== 'instrument' && !found)) {
    const known = ['instrument', ...outputs.all.map(({ name }) => name)].join(', ');
    status.say(track ? `There is no output “${to}”; there are: ${known}.` : `There is no track ${of}.`, 'refused');
    return;
  }
  outputs.choose(track.id, found?.id ?? '');
  status.say(`${track.name} sounds on ${found ? found.name : 'its own instrument'}`, 'hint');
};

export const listeningCommands: Record<string, Command> = {
  play,
  listen,
  playhead: ({ caret, contents, player }, { to = 'start' }) => {
    const tick = to === 'end' ? contents.end : (player.loop?.[0] ?? 0);
    if (!player.playing && contents.selection().length === 0) caret.move({ tick: to === 'end' ? tick : 0 });
    void player.seek(tick);
  },
  loop: ({ status }, { state = 'toggle' }) => {
    setting.turn('loop', state === 'toggle' ? !settings.loop : state === 'on');
    status.say(settings.loop ? 'Loop on' : 'Loop off', 'hint');
  },
  metronome: switching('metronome', 'Metronome on', 'Metronome off'),
  loudness: ({ status }, { to = '80' }) => {
    setting.volume(Number(to));
    status.say(`The volume of everything is ${to} %`, 'hint');
  },
  output,
  why: ({ why }) => void why.ask(),
  hear: switching('hear', 'Edits are heard', 'Edits are silent'),
  follow: switching('follow', 'The roll follows the playhead', 'The roll stays where it is'),
};
