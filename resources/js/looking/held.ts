/** A key that is down for longer is held, in ms. */
export const HELD_MS = 350;

/** What a key does that comes up: what ends with it where it was held, nothing where it was only pressed. */
export function whereHeld(end: () => void): () => void {
  const since = performance.now();
  return () => {
    if (performance.now() - since >= HELD_MS) end();
  };
}
