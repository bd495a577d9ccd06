import type { Command } from './studio';

/** Puts a phrase of the shelf at the caret, by its name. */
const shelfTake: Command = async ({ desk, shelf, reached }, { name }) => {
  await shelf.load();
  const found = shelf.all?.find((one) => one.name.toLowerCase() === (name ?? '').toLowerCase());
  if (!found) {
    desk.say(`There is no “${name ?? ''}” on the shelf; shelf shows what there is.`, 'refused');
    return;
  }
  const row = desk.song.tracks.findIndex(({ id }) => id === desk.track.id);
  await shelf.put(found.id, undefined, reached() === 'song' ? row : undefined);
};

/** What finds, keeps and takes phrases of the shelf. */
export const shelfCommands: Record<string, Command> = {
  shelf: ({ openBench, asked }, { what }) => {
    asked.shelfAsked = what === 'keep' ? 'keep' : 'find';
    openBench('shelf');
  },
  'shelf-take': shelfTake,
};
