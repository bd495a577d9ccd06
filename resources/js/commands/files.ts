import { api } from '../api';
import type { Exported } from '../api';
import type { Command as CommandOf } from './command';

type Command = CommandOf<'contents' | 'dialogs' | 'soundFiles' | 'status'>;

/** Hands the song to the browser as a file. */
function download(song: number, how?: Exported): void {
  const link = document.createElement('a');
  link.href = api.exportAddress(song, how);
  link.download = '';
  link.click();
}

const leadSheet: Command = ({ contents, status }) => {
  if (contents.song.chords.length === 0) {
    status.say('No chord is named yet; chord-names finds those that sound, chord-name writes one.', 'refused');
    return;
  }
  print();
};

/** What leads out of the song: to others, to files, to paper. */
export const fileCommands: Record<string, Command> = {
  songs: ({ dialogs }) => dialogs.leave(),
  'new-song': ({ dialogs }) => dialogs.leave('new-song'),
  import: ({ dialogs, status }) => {
    dialogs.leave();
    status.say('Import lies in the song list.', 'hint');
  },
  export: ({ contents, status }, values) => {
    download(contents.song.id, values);
    const isNames = values.as === 'musicxml';
    const what = isNames ? 'The names of chords were exported as MusicXML' : 'The song was exported as a MIDI file';
    status.say(what, 'hint');
  },
  'sound-file': ({ soundFiles }) => (soundFiles.open = !soundFiles.open),
  'lead-sheet': leadSheet,
  print: ({ contents, dialogs, status }) => {
    if (contents.notes.count === 0) status.say('There is no note in the open clips to print.', 'refused');
    else dialogs.printed = true;
  },
};
