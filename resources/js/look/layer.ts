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

/**
 * Runs something when the page has nothing else to do; gives what calls it off.
 *
 * @param atLatest ms after which it is done anyway
 */
export function whenIdle(run: () => void, atLatest?: number): () => void {
  if (!('requestIdleCallback' in globalThis)) {
    const timer = setTimeout(run, atLatest ?? 200);
    return () => clearTimeout(timer);
  }
  const asked = requestIdleCallback(run, atLatest === undefined ? undefined : { timeout: atLatest });
  return () => cancelIdleCallback(asked);
}
