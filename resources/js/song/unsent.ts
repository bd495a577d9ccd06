import type { EditContext } from '../api';

/** Lines to be run where one stood when they were pressed; `rangeOfThen`: but for the range, which is the one set by then. */
interface Lines {
  lines: string[];
  context: EditContext;
  rangeOfThen?: boolean;
}

/** What is asked of the server about a song, as it can be written down. */
export type Asked =
  /**
   * `stepsOn`: the caret goes on to the end of the note that is written; `instead`: the step in whose place it is put, or
   * the last one there is by then
   */
  | ({ what: 'edit'; stepsOn?: boolean; instead?: number | 'last' } & Lines)
  | { what: 'undo' | 'redo' }
  | { what: 'go'; step: number | null; select: number[] | null }
  | ({ what: 'clips'; clips: number[]; under?: { tick: number; row: number } } & Lines)
  | ({ what: 'tracks'; clips: number[]; names: string } & Lines)
  | { what: 'open'; clips: number[]; front: number }
  | { what: 'caret'; to: { tick?: number; pitch?: number } }
  /** a command of the view that goes by what the edits before it leave */
  | { what: 'view'; line: string };

export interface UnsentJob {
  asked: Asked;
  /** what it is called, so that a repeat of one that was done is not done twice */
  request: string;
  /** the notes it was pressed for; null for those that the job before leaves selected */
  selection: number[] | null;
}

/** What was pressed in a song and not answered yet, with where one stood. */
export interface Unsent {
  open: number[];
  front: number;
  selection: number[];
  caret: { tick: number; pitch: number };
  jobs: UnsentJob[];
}

const keyOf = (song: number) => `jactonic.unsent.${song}`;

/** Keeps what was not sent in this tab, over a reload or another song; nothing where all was. */
export function keepUnsent(song: number, unsent: Unsent): void {
  if (unsent.jobs.length > 0) {
    sessionStorage.setItem(keyOf(song), JSON.stringify(unsent));
  } else {
    sessionStorage.removeItem(keyOf(song));
  }
}

/** What this tab kept for a song; null where there is nothing. */
export function unsentOf(song: number): Unsent | null {
  const text = sessionStorage.getItem(keyOf(song));
  return text === null ? null : (JSON.parse(text) as Unsent);
}
