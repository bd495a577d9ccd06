const NAMES = [
  'row-white',
  'row-black',
  'row-line',
  'octave-line',
  'hatch',
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

export type Colours = Record<(typeof NAMES)[number], string> & { tint: string; ink: string };

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
    colours = {
      ...(Object.fromEntries(NAMES.map((name) => [name, read(name)])) as Record<(typeof NAMES)[number], string>),
      tint: read(`tint-${track}`),
      ink: read(`ink-${track}`),
    };
    probe.remove();
    cache.set(key, colours);
  }
  return colours;
}

export const FONT = "'Inter Variable', sans-serif";

/**
 * Fits a canvas to its box at the screen's resolution and clears it. Null while it has no size, and where it is gone by the
 * time its frame comes.
 */
export function prepared(
  canvas: HTMLCanvasElement | null,
  width: number,
  height: number,
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
  const pen = canvas.getContext('2d')!;
  pen.setTransform(ratio, 0, 0, ratio, 0, 0);
  pen.clearRect(0, 0, width, height);
  return pen;
}
