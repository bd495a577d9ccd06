import { api, base64 } from '../api';

const LARGEST = 20 * 1024 * 1024;

/** Takes a file to the server as a song; gives its id and what was wrong with the file. It can be left on the way. */
export async function importFile(file: File, left: AbortSignal): Promise<{ id: number; problems: string[] }> {
  if (file.size > LARGEST) {
    throw new Error(`“${file.name}” is larger than 20 MB, which is more than a song may have.`);
  }
  return api.importSong(file.name, await base64(file), left);
}
