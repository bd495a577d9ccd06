import { conductingCommands } from './conducting';
import { fileCommands } from './files';
import { gridCommands } from './grids';
import { handCommands } from './hands';
import { laneCommands } from './lanes';
import { listeningCommands } from './listening';
import { partCommands } from './parts';
import { playingCommands } from './playing';
import { selectingCommands } from './selecting';
import { shelfCommands } from './shelving';
import type { Command } from './command';
import { tryingCommands } from './trying';
import { viewingCommands } from './viewing';
import { writingCommands } from './writing';

/** What each command of the view does; they are declared in resources/keys/view-commands.json. */
export const commands: Readonly<Record<string, Command>> = {
  ...listeningCommands,
  ...selectingCommands,
  ...handCommands,
  ...gridCommands,
  ...laneCommands,
  ...playingCommands,
  ...writingCommands,
  ...partCommands,
  ...conductingCommands,
  ...shelfCommands,
  ...tryingCommands,
  ...viewingCommands,
  ...fileCommands,
};
