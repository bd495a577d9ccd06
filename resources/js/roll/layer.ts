/** Calls a painter at most once a frame, however often it is asked to. */
export function oncePerFrame(paint: () => void): () => void {
  let asked = 0;
  return () => {
    if (!asked) {
      asked = requestAnimationFrame(() => {
        asked = 0;
        paint();
      });
    }
  };
}
