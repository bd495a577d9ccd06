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
