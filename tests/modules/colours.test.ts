import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { readableOn } from '../../resources/js/look/theme';

/** The inks, tints and outlines of the themes, as eyes of every kind see them. */
const css = readFileSync('resources/css/app.css', 'utf8');
const COLOURS = 8;
const THEMES = ['paper', 'dusk', 'contrast'];

function variables(theme: string): Map<string, string> {
  const block = new RegExp(`\\n\\[data-theme='${theme}'\\] \\{([^}]*)\\}`).exec(css)![1];
  const themed = new RegExp(`name: '${theme}';([^}]*)\\}`).exec(css)![1];
  return new Map([...(block + themed).matchAll(/--([\w-]+): (#[0-9a-f]{6})/g)].map(([, name, value]) => [name, value]));
}

type Three = [number, number, number];
const linear = (hex: string): Three =>
  [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4)) as Three;

/** Of two colours, after WCAG 2.2. */
function contrast(a: string, b: string): number {
  const [high, low] = [a, b]
    .map(linear)
    .map(([red, green, blue]) => 0.2126 * red + 0.7152 * green + 0.0722 * blue)
    .sort((x, y) => y - x);
  return (high + 0.05) / (low + 0.05);
}

/** What is seen of linear colours: Machado, Oliveira and Fernandes (2009), at full strength. */
const EYES: Record<string, [Three, Three, Three]> = {
  'all colours': [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  'no red': [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  'no green': [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  'no blue': [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

/** CIE L*a*b* under D65, of a colour as some eyes see it. */
function lab(hex: string, eyes: string): Three {
  const [r, g, b] = EYES[eyes].map((row) =>
    Math.min(
      1,
      Math.max(
        0,
        row.reduce((sum, part, k) => sum + part * linear(hex)[k], 0),
      ),
    ),
  );
  const f = (t: number) => (t > 216 / 24389 ? Math.cbrt(t) : ((24389 / 27) * t + 16) / 116);
  const x = f((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / 0.95047);
  const y = f(0.2126729 * r + 0.7151522 * g + 0.072175 * b);
  const z = f((0.0193339 * r + 0.119192 * g + 0.9503041 * b) / 1.08883);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** How far apart two colours are: CIEDE2000 (Sharma, Wu and Dalal 2005). */
function apart([l1, a1, b1]: Three, [l2, a2, b2]: Three): number {
  const rad = Math.PI / 180;
  const mean7 = ((Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2) ** 7;
  const g = 0.5 * (1 - Math.sqrt(mean7 / (mean7 + 25 ** 7)));
  const [x1, x2] = [a1 * (1 + g), a2 * (1 + g)];
  const [c1, c2] = [Math.hypot(x1, b1), Math.hypot(x2, b2)];
  const hue = (x: number, y: number) => (Math.atan2(y, x) / rad + 360) % 360;
  const [h1, h2] = [hue(x1, b1), hue(x2, b2)];
  const turn = c1 * c2 === 0 ? 0 : ((h2 - h1 + 540) % 360) - 180;
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((turn * rad) / 2);
  const [lm, cm] = [(l1 + l2) / 2, (c1 + c2) / 2];
  const hm = c1 * c2 === 0 ? h1 + h2 : (h1 + turn / 2 + 360) % 360;
  const cos = (angle: number) => Math.cos(angle * rad);
  const t = 1 - 0.17 * cos(hm - 30) + 0.24 * cos(2 * hm) + 0.32 * cos(3 * hm + 6) - 0.2 * cos(4 * hm - 63);
  const sl = 1 + (0.015 * (lm - 50) ** 2) / Math.sqrt(20 + (lm - 50) ** 2);
  const [sc, sh] = [1 + 0.045 * cm, 1 + 0.015 * cm * t];
  const rc = 2 * Math.sqrt(cm ** 7 / (cm ** 7 + 25 ** 7));
  const rt = -rc * Math.sin(60 * Math.exp(-(((hm - 275) / 25) ** 2)) * rad);
  const [x, y, z] = [(l2 - l1) / sl, (c2 - c1) / sc, dH / sh];
  return Math.sqrt(x * x + y * y + z * z + rt * y * z);
}

test('colours are as far apart as the published examples of CIEDE2000 say', () => {
  expect(apart([50, 2.6772, -79.7751], [50, 0, -82.7485])).toBeCloseTo(2.0425, 3);
  expect(apart([50, 2.5, 0], [73, 25, -18])).toBeCloseTo(27.1492, 3);
  expect(apart([22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619])).toBeCloseTo(2.0373, 3);
});

test.each(THEMES.flatMap((theme) => Object.keys(EYES).map((eyes) => [theme, eyes])))(
  'in %s any two tracks, and what is selected, are told apart by eyes that see %s',
  (theme, eyes) => {
    const all = variables(theme);
    const inks = [...Array.from({ length: COLOURS }, (_, k) => `ink-${k + 1}`), 'selection'];
    for (const [k, one] of inks.entries())
      for (const other of inks.slice(k + 1)) {
        const distance = apart(lab(all.get(one)!, eyes), lab(all.get(other)!, eyes));
        expect(distance, `${one} and ${other}`).toBeGreaterThanOrEqual(10);
      }
  },
);

test.each(THEMES)('in %s the outline of a note has 3 : 1 against every row, and its ink 4.5 : 1', (theme) => {
  const all = variables(theme);
  for (let k = 1; k <= COLOURS; k++)
    for (const row of ['row-white', 'row-black']) {
      expect(contrast(all.get(`edge-${k}`)!, all.get(row)!), `edge ${k} on ${row}`).toBeGreaterThanOrEqual(3);
      expect(contrast(all.get(`ink-${k}`)!, all.get('row-white')!), `ink ${k}`).toBeGreaterThanOrEqual(4.5);
    }
});

test.each(THEMES)('in %s names on notes can be read, on the body and on the ink', (theme) => {
  const all = variables(theme);
  const onIt = (ink: string) => contrast(ink, readableOn(ink, [all.get('note-text')!, all.get('row-white')!]));
  for (let k = 1; k <= COLOURS; k++) {
    expect(contrast(all.get('note-text')!, all.get(`tint-${k}`)!), `on body ${k}`).toBeGreaterThanOrEqual(4.5);
    expect(onIt(all.get(`ink-${k}`)!), `on ink ${k}`).toBeGreaterThanOrEqual(4.5);
  }
  expect(onIt(all.get('selection')!), 'on what is selected').toBeGreaterThanOrEqual(4.5);
});

test.each(THEMES)('in %s lines of bars are seen, and no louder than notes', (theme) => {
  const all = variables(theme);
  const [bar, beat, grid] = ['line-bar', 'line-beat', 'line-grid'].map((name) =>
    contrast(all.get(name)!, all.get('row-white')!),
  );
  expect(bar).toBeGreaterThan(beat);
  expect(beat).toBeGreaterThan(grid);
  for (let k = 1; k <= COLOURS; k++)
    expect(contrast(all.get(`ink-${k}`)!, all.get('row-white')!)).toBeGreaterThan(theme === 'contrast' ? 4.5 : bar);
});
