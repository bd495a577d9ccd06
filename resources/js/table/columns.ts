import { formatLine } from '../music/line';
import { pitchName, readPitch } from '../music/pitch';
import { techniqueOf } from '../music/techniques';
import type { GridLines } from '../music/time';
import type { Contents } from '../song/contents.svelte';

/** A column of the note table. */
export interface Column {
  name: string;
  unit: string;
  /** whether it holds words, which stand at the left; numbers stand at the right */
  isWord?: true;
  /** its share of the room; 1 where left out */
  share?: number;
  text: (place: number) => string;
  /** the edit line that sets the value, or why it cannot be; without it the column is only read */
  line?: (place: number, text: string) => string | { refused: string };
}

const whole = (text: string) => (/^-?\d{1,9}$/.test(text.trim()) ? Number(text) : null);

const signed = (value: number) => (value > 0 ? `+${value}` : `${value}`);

/** The columns of the table; the track stands there where notes of several are open. */
export function columnsOf(contents: Contents, lines: GridLines): Column[] {
  const { notes } = contents;
  const always: Column[] = [
    {
      name: 'Position',
      unit: 'bar.beat.tick',
      share: 1.6,
      text: (i) => lines.position(notes.columns.start[i]),
    },
    {
      name: 'Start',
      unit: 'ticks',
      text: (i) => `${notes.columns.start[i]}`,
      line: (i, text) => {
        const start = whole(text);
        return start === null || start < 0
          ? { refused: 'Start takes ticks from 0.' }
          : `nudge by=${start - notes.columns.start[i]}tk`;
      },
    },
    {
      name: 'Length',
      unit: 'ticks',
      text: (i) => `${notes.columns.length[i]}`,
      line: (_, text) => {
        const length = whole(text);
        return length === null || length < 1 ? { refused: 'Length takes ticks from 1.' } : `length to=${length}tk`;
      },
    },
    {
      name: 'Pitch',
      isWord: true,
      unit: 'name or 0–127',
      share: 1.5,
      text: (i) => pitchName(notes.columns.pitch[i]),
      line: (i, text) => {
        const pitch = readPitch(text);
        return pitch === null
          ? { refused: 'Pitch takes 0 to 127 or a name from C-1 to G9; middle C is C4.' }
          : `transpose semitones=${pitch - notes.columns.pitch[i]}`;
      },
    },
    {
      name: 'Velocity',
      unit: '1–127',
      text: (i) => `${notes.columns.velocity[i]}`,
      line: (_, text) => {
        const velocity = whole(text);
        return velocity === null || velocity < 1 || velocity > 127
          ? { refused: 'Velocity takes 1 to 127.' }
          : `velocity set=${velocity}`;
      },
    },
    { name: 'Release', unit: '0–127', text: (i) => `${notes.columns.release[i]}` },
    { name: 'Channel', unit: '1–16', text: (i) => `${notes.columns.channel[i] + 1}` },
    {
      name: 'Muted',
      isWord: true,
      unit: 'yes or no',
      share: 1.2,
      text: (i) => (notes.columns.muted[i] ? 'yes' : 'no'),
      line: (_, text) =>
        /^(yes|no)$/i.test(text.trim())
          ? `mute state=${/yes/i.test(text) ? 'on' : 'off'}`
          : { refused: 'Muted takes yes or no.' },
    },
    {
      name: 'Technique',
      isWord: true,
      unit: 'name or none',
      share: 1.3,
      text: (i) => techniqueOf(contents.trackOf(notes.columns.clip[i]), notes.columns.technique[i])?.name ?? '–',
      line: (_, text) => formatLine({ name: 'technique', values: { to: text.trim() || 'none' } }),
    },
    { name: 'As played', unit: 'ticks off', share: 1.2, text: (i) => signed(notes.columns.playedStart[i]) },
  ];
  const track: Column = {
    name: 'Track',
    isWord: true,
    unit: '',
    share: 1.5,
    text: (i) => contents.trackOf(notes.columns.clip[i]).name,
  };
  const tracks = new Set(contents.open.map((clip) => contents.trackOf(clip)));
  return tracks.size > 1 ? [...always, track] : always;
}
