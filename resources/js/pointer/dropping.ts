/** What is dragged from the shelf is known by this type. */
export const PHRASE_TYPE = 'application/x-jactonic-phrase';

/** A phrase that is dragged over a place may be dropped there; other things may not. */
export function phraseOver(event: DragEvent): void {
  if (event.dataTransfer?.types.includes(PHRASE_TYPE)) {
    event.preventDefault();
    event.dataTransfer.dropEffect = 'copy';
  }
}

/** The id of the phrase that was dropped; 0 where it was something else. */
export function phraseDropped(event: DragEvent): number {
  const id = Number(event.dataTransfer?.getData(PHRASE_TYPE) ?? 0);
  if (id) event.preventDefault();
  return id;
}
