/** A CSS colour of the form #rrggbb as a pixel. */
export function pixel(colour: string): number {
  const [, red, green, blue] = /^#(..)(..)(..)/.exec(colour) ?? [];
  return ((255 << 24) | (parseInt(blue, 16) << 16) | (parseInt(green, 16) << 8) | parseInt(red, 16)) >>> 0;
}

/** Every second channel of a pixel. */
const CHANNELS = 0xff00ff;

/** A pixel laid over another, with so many 256ths of its ink. */
export function mixed(over: number, under: number, share: number): number {
  const half = (shift: number) =>
    (((((over >>> shift) & CHANNELS) * share + ((under >>> shift) & CHANNELS) * (256 - share)) >>> 8) & CHANNELS) <<
    shift;
  return (half(0) | half(8)) >>> 0;
}

/** So few pixels are written sooner one by one than by a call. */
const FEW = 40;

/** What of a canvas is needed here. */
type Pen = Pick<CanvasRenderingContext2D, 'createImageData' | 'putImageData' | 'getTransform'> & {
  readonly canvas: { readonly width: number; readonly height: number };
};

const sheets = new WeakMap<object, Pixels>();

/**
 * The pixels of a canvas, written one by one and put on it at once: a canvas takes longer to fill ten thousand rectangles
 * than a frame lasts.
 *
 * The canvas shows a part of a plane without end. What moves along it keeps the pixels that it had, and only what came
 * into sight is painted. All places are those of the plane, in pixels of the screen; what lies outside of the part that is
 * painted is left out.
 */
export class Pixels {
  readonly all: Uint32Array;
  readonly width: number;
  readonly height: number;
  /** where the canvas lies on the plane */
  left = 0;
  top = 0;
  /** the part of the plane that is painted now */
  readonly part = { left: 0, top: 0, right: 0, bottom: 0 };

  readonly #sheet: ImageData;
  #picture: readonly unknown[] | null = null;

  private constructor(
    private readonly pen: Pen,
    /** pixels of the screen in a CSS pixel */
    readonly ratio: number,
  ) {
    this.width = pen.canvas.width;
    this.height = pen.canvas.height;
    this.#sheet = pen.createImageData(this.width, this.height);
    this.all = new Uint32Array(this.#sheet.data.buffer);
  }

  /** A canvas keeps its pixels for as long as it has its size. */
  static of(pen: Pen): Pixels {
    const { a: ratio } = pen.getTransform();
    let pixels = sheets.get(pen.canvas);
    if (pixels?.width !== pen.canvas.width || pixels.height !== pen.canvas.height || pixels.ratio !== ratio) {
      sheets.set(pen.canvas, (pixels = new Pixels(pen, ratio)));
    }
    return pixels;
  }

  /**
   * Moves the canvas along the plane.
   *
   * @param picture all that tells how the plane looks: where one of it is another, all is painted
   * @param paint called for each part that is not painted yet
   */
  show(left: number, top: number, picture: readonly unknown[], paint: () => void): void {
    const { width, height } = this;
    const [across, down] = [left - this.left, top - this.top];
    const isSame = this.#picture?.length === picture.length && picture.every((one, k) => one === this.#picture![k]);
    this.#picture = picture;
    [this.left, this.top] = [left, top];
    const part = (from: number, upper: number, to: number, lower: number) => {
      if (from >= to || upper >= lower) return;
      Object.assign(this.part, { left: left + from, top: top + upper, right: left + to, bottom: top + lower });
      paint();
    };
    if (!isSame || Math.abs(across) >= width || Math.abs(down) >= height) {
      part(0, 0, width, height);
      return;
    }
    const moved = down * width + across;
    if (moved > 0) this.all.copyWithin(0, moved);
    else if (moved < 0) this.all.copyWithin(-moved, 0);
    part(across > 0 ? width - across : 0, 0, across > 0 ? width : -across, height);
    part(0, down > 0 ? height - down : 0, width, down > 0 ? height : -down);
  }

  fill(left: number, top: number, right: number, bottom: number, colour: number): void {
    const { all, width, part } = this;
    const [from, to] = [Math.max(part.left, left) - this.left, Math.min(part.right, right) - this.left];
    const [upper, lower] = [Math.max(part.top, top) - this.top, Math.min(part.bottom, bottom) - this.top];
    for (let y = upper; y < lower; y++) {
      if (to - from > FEW) all.fill(colour, y * width + from, y * width + to);
      else for (let p = y * width + from, end = y * width + to; p < end; p++) all[p] = colour;
    }
  }

  /** The same with so many 256ths of the ink. */
  wash(left: number, top: number, right: number, bottom: number, colour: number, share: number): void {
    const { all, width, part } = this;
    const [from, to] = [Math.max(part.left, left) - this.left, Math.min(part.right, right) - this.left];
    const [upper, lower] = [Math.max(part.top, top) - this.top, Math.min(part.bottom, bottom) - this.top];
    for (let y = upper; y < lower; y++) {
      for (let p = y * width + from, end = y * width + to; p < end; p++) all[p] = mixed(colour, all[p], share);
    }
  }

  put(): void {
    this.pen.putImageData(this.#sheet, 0, 0);
  }
}
