/** How samples are written: whole numbers of 16 or 24 bits, or 32-bit floats. */
export type WaveForm = '16' | '24' | 'float';
export const WAVE_FORMS: readonly WaveForm[] = ['16', '24', 'float'];

const HEAD = 44;
const [WHOLE, FLOAT] = [1, 3];
const CHANNELS = 2;
/** The smallest step of 16 bits. */
const QUIETEST = 1 / 0x8000;

const bytesOf = (form: WaveForm) => ({ 16: 2, 24: 3, float: 4 })[form];

/**
 * A stereo WAV file as it is made, block by block (Multimedia Programming Interface and Data Specifications 1.0). Its head
 * says how long it is, so it is written last.
 */
export class WaveFile {
  readonly parts: Uint8Array<ArrayBuffer>[] = [];
  /** samples of each channel so far */
  length = 0;
  /** the largest of them, whichever way */
  #peak = 0;

  constructor(
    readonly rate: number,
    readonly form: WaveForm,
  ) {}

  /** Whether nothing sounds in it that 16 bits could say. */
  get isSilent(): boolean {
    return this.#peak < QUIETEST;
  }

  add(left: Float32Array, right: Float32Array, count: number): void {
    const size = bytesOf(this.form);
    const bytes = new Uint8Array(count * CHANNELS * size);
    const view = new DataView(bytes.buffer);
    for (let i = 0; i < count; i++) {
      this.#peak = Math.max(this.#peak, Math.abs(left[i]), Math.abs(right[i]));
      this.#write(view, 2 * i * size, left[i]);
      this.#write(view, (2 * i + 1) * size, right[i]);
    }
    this.parts.push(bytes);
    this.length += count;
  }

  get head(): Uint8Array<ArrayBuffer> {
    const size = bytesOf(this.form);
    const bytes = this.length * CHANNELS * size;
    const head = new Uint8Array(HEAD);
    const view = new DataView(head.buffer);
    const text = (at: number, word: string) => [...word].forEach((letter, k) => (head[at + k] = letter.charCodeAt(0)));
    text(0, 'RIFF');
    view.setUint32(4, HEAD - 8 + bytes, true);
    text(8, 'WAVEfmt ');
    view.setUint32(16, 16, true);
    view.setUint16(20, this.form === 'float' ? FLOAT : WHOLE, true);
    view.setUint16(22, CHANNELS, true);
    view.setUint32(24, this.rate, true);
    view.setUint32(28, this.rate * CHANNELS * size, true);
    view.setUint16(32, CHANNELS * size, true);
    view.setUint16(34, 8 * size, true);
    text(36, 'data');
    view.setUint32(40, bytes, true);
    return head;
  }

  #write(view: DataView, at: number, value: number): void {
    if (this.form === 'float') {
      view.setFloat32(at, value, true);
      return;
    }
    const most = this.form === '16' ? 0x7fff : 0x7fffff;
    const whole = Math.round(Math.max(-1, Math.min(1, value)) * most);
    if (this.form === '16') view.setInt16(at, whole, true);
    else {
      view.setUint8(at, whole & 255);
      view.setUint8(at + 1, (whole >> 8) & 255);
      view.setUint8(at + 2, (whole >> 16) & 255);
    }
  }
}
