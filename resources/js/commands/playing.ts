import { setting, settings } from '../settings/settings.svelte';
import type { Command as CommandOf } from './command';

type Command = CommandOf<'asking' | 'contents' | 'grid' | 'playing' | 'status'>;

const letters: Command = ({ status, playing }) => {
  playing.toggleLetters();
  if (playing.letters.on) setting.turn('playingIn', true);
  status.say(
    playing.letters.on
      ? 'The letters are two rows of piano keys; [ and ] change the octave, A F K and ’ how loud, Escape leaves'
      : 'The letters are shortcuts again',
    'hint',
  );
};

const stepEntry: Command = ({ status, playing }) => {
  playing.steps.on = !playing.steps.on;
  if (playing.steps.on) setting.turn('playingIn', true);
  status.say(
    playing.steps.on
      ? 'Step by step: each key or chord goes to the caret; Enter is a rest, \\ ties, = dots, Backspace goes back, Escape leaves'
      : 'What is played is not written step by step any more',
    'hint',
  );
};

/** What comes in goes onto the grid of the moment, or stays as played. */
const quantizeIn: Command = ({ grid, status }) => {
  setting.takes({ quantizeIn: settings.quantizeIn ? '' : grid.name, swingIn: grid.swing });
  status.say(
    settings.quantizeIn
      ? `What comes in is quantized to ${settings.quantizeIn}${settings.swingIn ? `, swing ${settings.swingIn}` : ''}`
      : 'What comes in stays as played',
    'hint',
  );
};

/** Takes away the layer that came last, also while the next one is played. */
const dropLayer: Command = ({ asking, contents, status }) => {
  const clip = contents.track.clips.find(({ id }) => id === contents.front);
  if (!clip || !/^Layer \d+$/.test(clip.name)) {
    status.say('The clip in front is no layer; record in a loop first.', 'refused');
    return;
  }
  asking.run(['clip-delete']);
};

const taps: number[] = [];
const TAP_PAUSE_MS = 2500;
const [FEWEST_TAPS, MOST_TAPS] = [3, 8];

/** Sets the tempo to that of the last taps, from the third one on. */
const tap: Command = ({ asking, status }) => {
  const now = performance.now();
  if (taps.length > 0 && now - taps.at(-1)! > TAP_PAUSE_MS) taps.length = 0;
  taps.push(now);
  if (taps.length > MOST_TAPS) taps.shift();
  if (taps.length < FEWEST_TAPS) {
    status.say(`Tap on: ${taps.length}`, 'hint');
    return;
  }
  const tempo = (60_000 * (taps.length - 1)) / (taps.at(-1)! - taps[0]);
  asking.run([`tempo to=${Math.round(tempo * 10) / 10}`]);
};

export const playingCommands: Record<string, Command> = {
  recording: ({ playing }) => playing.recorder.toggle(),
  letters,
  'playing-in': () => setting.toggle('playingIn'),
  'step-entry': stepEntry,
  'just-played': ({ playing }) => playing.takeJustPlayed(),
  'quantize-in': quantizeIn,
  'drop-layer': dropLayer,
  perform: ({ playing }, { seed }) => playing.perform(Number(seed ?? 1)),
  'delay-test': ({ playing }) => playing.testDelay(),
  midi: ({ playing }) => playing.lookForMidi(),
  tap,
};
