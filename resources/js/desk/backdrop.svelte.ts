/** The notes of other tracks, which lie behind the open ones. */
export class Backdrop {
  /** ids of the tracks that are drawn; null for all */
  of = $state.raw<readonly number[] | null>(null);
  /** clips that lie behind and are open to be touched for the moment */
  touched = $state.raw<readonly number[]>([]);

  isDrawn(track: number): boolean {
    return this.of === null || this.of.includes(track);
  }
}
