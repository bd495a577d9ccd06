/** Views of a song, of which one is in the middle of the workbench. */
export type SongView = 'roll' | 'song' | 'table';

/** Which view of the song is seen, and where the keys come back to. */
export class Views {
  shown = $state<SongView>('roll');
  #home: HTMLElement | null = null;

  show(view: SongView): void {
    this.shown = view;
  }

  /** The keys come back to an element from now on; gives what ends that. */
  readonly home = (element: HTMLElement): (() => void) => {
    this.#home = element;
    return () => {
      if (this.#home === element) this.#home = null;
    };
  };

  /** Gives the keys back to the view. */
  focus(): void {
    this.#home?.focus();
  }
}
