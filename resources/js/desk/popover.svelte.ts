type Opened = { note: number } | { row: number } | { conductor: number };

/** What is open over the roll beside what it is about: one thing at a time. */
export class Popover {
  #opened = $state.raw<Opened | null>(null);

  get isOpen(): boolean {
    return this.#opened !== null;
  }

  /** The id of the note whose curves are open; null where none is. */
  get note(): number | null {
    return this.#opened && 'note' in this.#opened ? this.#opened.note : null;
  }

  /** The pitch whose row is being named, coloured or filled; null where none is. */
  get row(): number | null {
    return this.#opened && 'row' in this.#opened ? this.#opened.row : null;
  }

  /** The tick at which tempo, meter, key and marker are being set; null where they are not. */
  get conductor(): number | null {
    return this.#opened && 'conductor' in this.#opened ? this.#opened.conductor : null;
  }

  open(what: Opened): void {
    this.#opened = what;
  }

  close(): void {
    this.#opened = null;
  }
}
