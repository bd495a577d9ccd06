import type { At, Gesture } from './gesture';

/** Buttons of a mouse, as the browser counts them. */
export enum Button {
  left = 0,
  middle = 1,
  right = 2,
}

/** What a press begins: a gesture at once, or one that waits whether the press becomes a drag or is let go where it was. */
export type Press<S> = Gesture<S> | { drag: (() => Gesture<S>) | null; click: () => void };

/** What a press would do where the pointer is: the cursor and the word say it, and the press does it. */
export interface Grasp<S> {
  cursor: string;
  word: string;
  press: (from: At) => Press<S>;
}

/** A case of a table of grasps: where it holds, what is seen and said of it, and what begins. */
export interface GraspCase<Under, S> {
  where: (under: Under) => boolean;
  cursor: string;
  word: string | ((under: Under) => string);
  press: (under: Under, from: At) => Press<S>;
}

/** The grasp of the first case that holds; null where none does. */
export function graspIn<Under, S>(table: readonly GraspCase<Under, S>[], under: Under): Grasp<S> | null {
  const found = table.find(({ where }) => where(under));
  return (
    (found && {
      cursor: found.cursor,
      word: typeof found.word === 'string' ? found.word : found.word(under),
      press: (from: At) => found.press(under, from),
    }) ??
    null
  );
}
