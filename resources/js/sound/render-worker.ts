import { BankShelf } from '../synth/bank-shelf';
import { fetched } from '../synth/fetching';
import { render, type RenderAs, type Rendered } from './rendering';

/** What is asked of the worker that renders: a file for each part of it, or that it ends. */
export interface RenderAsked {
  what: Rendered;
  /** each makes a file of its own, by its name */
  files: readonly { name: string; as: RenderAs }[];
  /** where banks are fetched, by their names */
  urls: Readonly<Record<string, string>>;
}

export type RenderTold =
  | { tell: 'progress'; share: number }
  | { tell: 'file'; name: string; file: Blob; isSilent: boolean }
  | { tell: 'done' }
  | { tell: 'failed'; why: string };

const tell = (told: RenderTold) => self.postMessage(told);

self.onmessage = async ({ data: { what, files, urls } }: MessageEvent<RenderAsked>) => {
  // What is missing was told where it is heard.
  const shelf = new BankShelf(
    (bank) => fetched(urls[bank], () => undefined),
    () => undefined,
  );
  try {
    for (const [k, { name, as }] of files.entries()) {
      const made = await render(what, as, shelf, (share) => {
        tell({ tell: 'progress', share: (k + share) / files.length });
        return true;
      });
      if (!made) continue;
      const file = new Blob([made.head, ...made.parts], { type: 'audio/wav' });
      tell({ tell: 'file', name, file, isSilent: made.isSilent });
    }
    tell({ tell: 'done' });
  } catch (error) {
    tell({ tell: 'failed', why: error instanceof Error ? error.message : String(error) });
  }
};
