import { untrack } from 'svelte';

/**
 * Calls a painter at most once a frame, however often it is asked to: at once where nothing was painted in this frame
 * yet, so that painting overlaps with the wait for the screen, and otherwise with the next frame.
 */
export function oncePerFrame(paint: () => void): () => void {
  let painted = false;
  let again = false;
  const ask = () => {
    if (painted) {
      again = true;
      return;
    }
    painted = true;
    untrack(paint);
    requestAnimationFrame(() => {
      painted = false;
      if (again) {
        again = false;
        ask();
      }
    });
  };
  return ask;
}

/** Runs something in the frame after the next one, which so is not held up; further calls until then are one. */
export function afterFrame(run: () => void): () => void {
  let waiting = false;
  return () => {
    if (!waiting) {
      waiting = true;
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          waiting = false;
          run();
        }),
      );
    }
  };
}
