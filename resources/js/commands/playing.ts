import { settings } from '../settings/settings.svelte';
import type { Command } from './studio';

const letters: Command = ({ desk, playing }) => {
  playing.toggleLetters();
  settings.playingIn ||= playing.letters.on;
  desk.say(
    playing.letters.on
      ? 'The letters are two rows of piano keys; [ and ] change the octave, A F K and ’ how loud, Escape leaves'
      : 'The letters are shortcuts again',
    'hint',
  );
};

const stepEntry: Command = ({ desk, playing }) => {
  playing.stepping = !playing.stepping;
  settings.playingIn ||= playing.stepping;
  desk.say(
    playing.stepping
      ? 'Step by step: each key or chord goes to the caret; Enter is a rest, \\ ties, = dots, Backspace goes back, Escape leaves'
      : 'What is played is not written step by step any more',
    'hint',
  );
};

/** What comes in goes onto the grid of the moment, or stays as played. */
const quantizeIn: Command = ({ desk }) => {
  settings.quantizeIn = settings.quantizeIn ? '' : desk.grid;
  settings.swingIn = desk.swing;
  desk.say(
    settings.quantizeIn ? `What comes in is quantized to ${settings.quantizeIn}` : 'What comes in stays as played',
    'hint',
  );
};

/** Takes away the layer that came last, also while the next one is played. */
const dropLayer: Command = ({ desk }) => {
  const clip = desk.track.clips.find(({ id }) => id === desk.front);
  if (!clip || !/^Layer \d+$/.test(clip.name)) {
    desk.say('The clip in front is no layer; record in a loop first.', 'refused');
    return;
  }
  desk.run(['clip-delete']);
};

const taps: number[] = [];
const TAP_PAUSE_MS = 2500;
const [FEWEST_TAPS, MOST_TAPS] = [3, 8];

/** Sets the tempo to that of the last taps, from the third one on. */
const tap: Command = ({ desk }) => {
  const now = performance.now();
  if (taps.length > 0 && now - taps.at(-1)! > TAP_PAUSE_MS) taps.length = 0;
  taps.push(now);
  if (taps.length > MOST_TAPS) taps.shift();
  if (taps.length < FEWEST_TAPS) {
    desk.say(`Tap on: ${taps.length}`, 'hint');
    return;
  }
  const tempo = (60_000 * (taps.length - 1)) / (taps.at(-1)! - taps[0]);
  desk.run([`tempo to=${Math.round(tempo * 10) / 10}`]);
};

export const playingCommands: Record<string, Command> = {
  recording: ({ playing }) => playing.recorder.toggle(),
  letters,
  'playing-in': () => (settings.playingIn = !settings.playingIn),
  'step-entry': stepEntry,
  'just-played': ({ playing }) => playing.takeJustPlayed(),
  'quantize-in': quantizeIn,
  'drop-layer': dropLayer,
  perform: ({ playing }, { seed }) => playing.perform(Number(seed ?? 1)),
  'delay-test': ({ playing }) => playing.testDelay(),
  midi: ({ playing }) => playing.lookForMidi(),
  tap,
};
