import type { Command as CommandOf } from './command';

type Command = CommandOf<'contents' | 'dialogs' | 'panes' | 'shelf' | 'status'>;

/** Puts a phrase of the shelf at the caret, by its name. */
const shelfTake: Command = async ({ contents, panes, shelf, status }, { name }) => {
  await shelf.load();
  const found = shelf.all?.find((one) => one.name.toLowerCase() === (name ?? '').toLowerCase());
  if (!found) {
    status.say(`There is no “${name ?? ''}” on the shelf; shelf shows what there is.`, 'refused');
    return;
  }
  const row = contents.song.tracks.findIndex(({ id }) => id === contents.track.id);
  await shelf.put(found.id, undefined, panes.reached === 'song' ? row : undefined);
};

/** What finds, keeps and takes phrases of the shelf. */
export const shelfCommands: Record<string, Command> = {
  shelf: ({ dialogs }, { what }) => dialogs.openShelf(what === 'keep' ? 'keep' : 'find'),
  'shelf-take': shelfTake,
};
