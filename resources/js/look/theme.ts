const NAMES = [
  'row-white',
  'row-black',
  'row-line',
  'octave-line',
  'key-black',
  'line-grid',
  'line-beat',
  'line-bar',
  'selection',
  'selection-tint',
  'playhead',
  'range',
  'whisker',
  'note-text',
  'color-base-100',
  'color-base-200',
  'color-base-300',
  'color-base-content',
] as const;

export type Colours = Record<(typeof NAMES)[number], string> & {
  tint: string;
  edge: string;
  ink: string;
  /** letters that can be read on ink, and on that of what is selected */
  onInk: string;
  onSelection: string;
};

/** How light a colour of the form #rrggbb is, from 0 to 1 (WCAG 2.2). */
function lightness(colour: string): number {
  const parts = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16) / 255);
  const [red, green, blue] = parts.map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}

/** The one of some colours that stands out most against a ground. */
export function readableOn(ground: string, colours: readonly string[]): string {
  const from = lightness(ground) + 0.05;
  const contrast = (colour: string) =>
    Math.max(from, lightness(colour) + 0.05) / Math.min(from, lightness(colour) + 0.05);
  return colours.reduce((best, one) => (contrast(one) > contrast(best) ? one : best));
}

const cache = new Map<string, Colours>();

/** The colours of a theme for a track, read once from the style sheet: of an element that has the theme, for the page may not have it yet. */
export function coloursOf(theme: string, track: number): Colours {
  const key = `${theme} ${track}`;
  let colours = cache.get(key);
  if (!colours) {
    const probe = document.createElement('div');
    probe.dataset.theme = theme;
    document.body.append(probe);
    const style = getComputedStyle(probe);
    const read = (name: string) => style.getPropertyValue(`--${name}`).trim();
    const on = (ground: string) => readableOn(ground, [read('note-text'), read('row-white')]);
    colours = {
      ...(Object.fromEntries(NAMES.map((name) => [name, read(name)])) as Record<(typeof NAMES)[number], string>),
      tint: read(`tint-${track}`),
      edge: read(`edge-${track}`),
      ink: read(`ink-${track}`),
      onInk: on(read(`ink-${track}`)),
      onSelection: on(read('selection')),
    };
    probe.remove();
    cache.set(key, colours);
  }
  return colours;
}

export const FONT = "'Inter Variable', sans-serif";

const widths = new Map<string, number>();
let isWatched = false;
/** More texts than that are not remembered: they are measured anew. */
const MOST_WIDTHS = 5_000;

/** How wide a text is in the font that a pen has, in CSS pixels: measured once, which takes as long as to paint it. */
export function widthIn(pen: CanvasRenderingContext2D, font: string, text: string): number {
  const key = `${font} ${text}`;
  let width = widths.get(key);
  if (width === undefined) {
    if (!isWatched) document.fonts.addEventListener('loadingdone', () => widths.clear());
    isWatched = true;
    if (widths.size >= MOST_WIDTHS) widths.clear();
    widths.set(key, (width = pen.measureText(text).width));
  }
  return width;
}

/**
 * Fits a canvas to its box at the screen's resolution and clears it. Null while it has no size, and where it is gone by the
 * time its frame comes.
 *
 * @param kind told to the browser the first time: what has no alpha is put on the screen sooner
 */
export function prepared(
  canvas: HTMLCanvasElement | null,
  width: number,
  height: number,
  kind?: CanvasRenderingContext2DSettings,
): CanvasRenderingContext2D | null {
  const ratio = window.devicePixelRatio || 1;
  const [w, h] = [Math.round(width * ratio), Math.round(height * ratio)];
  if (canvas === null || w === 0 || h === 0) {
    return null;
  }
  if (canvas.width !== w || canvas.height !== h) {
    canvas.width = w;
    canvas.height = h;
  }
  const pen = canvas.getContext('2d', kind)!;
  pen.setTransform(ratio, 0, 0, ratio, 0, 0);
  pen.clearRect(0, 0, width, height);
  return pen;
}
