import type { Bodies } from '../sight/bodies';
import { MAX_PITCH } from '../music/limits';
import type { NoteTable } from '../music/notes';
import { DENSE, paintDense } from './paint-dense';
import { FONT, type Colours } from '../look/theme';
import type { Viewport } from '../sight/viewport.svelte';

const NAME_NEEDS_WIDTH = 26;
const SIGN_NEEDS_WIDTH = 10;
/** Rows so high have room for a letter in the larger part of any body; lower ones for signs alone. */
const NAME_NEEDS_HEIGHT = 19;
const SIGN_NEEDS_HEIGHT = 13;
const LETTER = 10;
const ROUND_NEEDS = 8;

/**
 * The notes that can be seen. A note is a body in the pale tint of its track, in an outline; its velocity is ink that
 * stands as high in the body as the note is loud. Where there is no room for an outline, the body itself has its colour.
 * Selected ones are coral, muted ones an empty dashed outline, moved ones have a whisker to where they were played.
 */
export function paintNotes(
  pen: CanvasRenderingContext2D,
  lying: Bodies,
  colours: Colours,
  /** the colours of a pitch's row, or of the track a clip lies on */
  ofNote: (clip: number, pitch: number) => Colours,
  /** the sign of the technique a note is played by; empty for ordinary ones */
  signOf: (clip: number, technique: number) => string,
  /** what the row of a pitch is called on the track a clip lies on, or else the pitch */
  called: (clip: number, pitch: number) => string,
): void {
  const { notes, view } = lying;
  const plain: number[] = [];
  const selected: number[] = [];
  const muted: number[] = [];
  sortIntoStyles(lying, plain, selected, muted);
  const { start, pitch, velocity, playedStart, clip, technique } = notes.columns;
  const plainByTrack = grouped(plain, (i) => ofNote(clip[i], pitch[i]));
  const height = Math.max(2, view.rowHeight - 1);
  const scale = view.pixelsPerTick;
  const wide = (i: number) => Math.max(2, lying.length(i) * scale - 1);
  const isOutlined = height >= ROUND_NEEDS;

  const bodies = (places: number[], colour: string) => {
    pen.fillStyle = colour;
    for (const i of places) {
      body(pen, (start[i] - view.left) * scale, view.y(pitch[i]), wide(i), height);
    }
  };
  const inks = (places: number[], colour: string) => {
    pen.fillStyle = colour;
    for (const i of places) {
      const y = view.y(pitch[i]);
      const ink = Math.max(1, (velocity[i] / 127) * height);
      const width = wide(i);
      const x = (start[i] - view.left) * scale;
      if (width >= ROUND_NEEDS && height >= ROUND_NEEDS) {
        pen.beginPath();
        const top = ink > height - 2 ? 3 : 0;
        pen.roundRect(x, y + height - ink, width, ink, [top, top, 3, 3]);
        pen.fill();
      } else {
        pen.fillRect(x, y + height - ink, width, ink);
      }
    }
  };

  if (plain.length + selected.length + muted.length > DENSE) {
    paintDense(pen, lying, [
      [muted, colours['row-line'], colours['octave-line']],
      ...plainByTrack.map(([track, places]) => [places, track.edge, track.ink] as [number[], string, string]),
      [selected, colours['selection-tint'], colours.selection],
    ]);
    return;
  }
  whiskers(-1);
  for (const [track, places] of plainByTrack) {
    const [hits, others] = parted(places);
    bodies(others, isOutlined ? track.tint : track.edge);
    inks(others, track.ink);
    if (isOutlined) outlines(pen, others, track.edge, 1, []);
    strikes(hits, isOutlined ? track.tint : track.edge, track.ink, track.edge);
  }
  const [hits, others] = parted(selected);
  bodies(others, colours['selection-tint']);
  inks(others, colours.selection);
  outlines(pen, others, colours.selection, 1.5, []);
  strikes(hits, colours['selection-tint'], colours.selection, colours.selection);
  outlines(pen, muted, colours.ink, 1, [3, 2]);
  outlines(
    pen,
    muted.filter((i) => notes.selected[i]),
    colours.selection,
    1.5,
    [3, 2],
  );
  whiskers(1);
  for (const [track, places] of plainByTrack) names(places, track.onInk);
  names(selected, colours.onSelection);

  function outlines(
    to: CanvasRenderingContext2D,
    places: number[],
    colour: string,
    line: number,
    dash: number[],
  ): void {
    to.strokeStyle = colour;
    to.lineWidth = line;
    to.setLineDash(dash);
    to.beginPath();
    for (const i of places) {
      const x = (start[i] - view.left) * scale;
      if (wide(i) < ROUND_NEEDS || height < ROUND_NEEDS) {
        to.rect(x + 0.5, view.y(pitch[i]) + 0.5, Math.max(1, wide(i) - 1), Math.max(1, height - 1));
        continue;
      }
      to.roundRect(x + 0.5, view.y(pitch[i]) + 0.5, Math.max(1, wide(i) - 1), height - 1, Math.min(3, wide(i) / 2));
    }
    to.stroke();
    to.setLineDash([]);
  }

  /** Those that are hits of drums, drawn as such, and the others. */
  function parted(places: number[]): [hits: number[], others: number[]] {
    const hits = places.filter((i) => lying.isHead(i));
    return hits.length === 0 ? [hits, places] : [hits, places.filter((i) => !lying.isHead(i))];
  }

  /** Hits of drums: flat where they strike, round behind, with ink as all notes have. */
  function strikes(places: number[], body: string, ink: string, line: string): void {
    if (places.length === 0) return;
    const shape = new Path2D();
    for (const i of places) {
      const [x, y] = [(start[i] - view.left) * scale, view.y(pitch[i])];
      shape.moveTo(x, y);
      shape.ellipse(x, y + height / 2, wide(i), height / 2, 0, -Math.PI / 2, Math.PI / 2);
      shape.closePath();
    }
    pen.fillStyle = body;
    pen.fill(shape);
    pen.save();
    pen.clip(shape);
    pen.fillStyle = ink;
    for (const i of places) {
      const high = Math.max(1, (velocity[i] / 127) * height);
      pen.fillRect((start[i] - view.left) * scale, view.y(pitch[i]) + height - high, wide(i), high);
    }
    pen.restore();
    pen.strokeStyle = line;
    pen.lineWidth = 1;
    pen.stroke(shape);
  }

  /** To the side they were played on: those before lie under all bodies, so that they cover no neighbour. */
  function whiskers(side: 1 | -1): void {
    pen.strokeStyle = colours.whisker;
    pen.lineWidth = 1;
    pen.beginPath();
    for (const places of [plain, selected, muted]) {
      for (const i of places) {
        const distance = playedStart[i] * scale;
        if (distance * side >= 1.5) {
          const x = (start[i] - view.left) * scale;
          const y = Math.round(view.y(pitch[i]) + height / 2) + 0.5;
          const reach = Math.min(4, height / 3);
          pen.moveTo(x, y);
          pen.lineTo(x + distance, y);
          pen.moveTo(Math.round(x + distance) + 0.5, y - reach);
          pen.lineTo(Math.round(x + distance) + 0.5, y + reach);
        }
      }
    }
    pen.stroke();
  }

  /** Names over one ink: in the larger part of the body, so that none lies over two tones. */
  function names(places: number[], onInk: string): void {
    if (height < SIGN_NEEDS_HEIGHT) return;
    pen.font = `600 11px ${FONT}`;
    pen.textBaseline = 'middle';
    for (const i of places) {
      const width = wide(i);
      const sign = technique[i] === 0 ? '' : signOf(clip[i], technique[i]);
      if (width < (sign ? SIGN_NEEDS_WIDTH : NAME_NEEDS_WIDTH) || (!sign && height < NAME_NEEDS_HEIGHT)) continue;
      const left = (start[i] - view.left) * scale;
      const x = Math.max(left, 0) + (width >= NAME_NEEDS_WIDTH ? 5 : 2);
      const room = left + width - x - 2;
      const name = height < NAME_NEEDS_HEIGHT ? '' : called(clip[i], pitch[i]);
      const text = [`${name} ${sign}`.trim(), sign || name].find((one) => pen.measureText(one).width <= room);
      if (!text) continue;
      const ink = Math.max(1, (velocity[i] / 127) * height);
      const isInInk = ink > height / 2;
      const middle = isInInk ? height - Math.max(ink / 2, LETTER / 2) : Math.max((height - ink) / 2, LETTER / 2);
      pen.fillStyle = isInInk ? onInk : colours['note-text'];
      pen.fillText(text, x, view.y(pitch[i]) + middle + 0.5);
    }
  }
}

/** Places by the colours of their track. */
function grouped(places: number[], coloursOf: (place: number) => Colours): [Colours, number[]][] {
  const groups = new Map<Colours, number[]>();
  for (const place of places) {
    const colours = coloursOf(place);
    const group = groups.get(colours);
    if (group) {
      group.push(place);
    } else {
      groups.set(colours, [place]);
    }
  }
  return [...groups];
}

/** The notes of other tracks, behind all else: a thin tinted outline without ink. */
export function paintBackdrop(pen: CanvasRenderingContext2D, view: Viewport, notes: NoteTable, colours: Colours): void {
  const { start, length, pitch, muted } = notes.columns;
  const height = Math.max(2, view.rowHeight - 2);
  pen.strokeStyle = colours.ink;
  pen.globalAlpha = 0.45;
  pen.lineWidth = 1;
  pen.beginPath();
  for (let i = notes.firstPlaceFrom(view.left); i < notes.count && start[i] <= view.right; i++) {
    if (!muted[i]) {
      const width = Math.max(2, length[i] * view.pixelsPerTick - 1);
      pen.rect(view.x(start[i]) + 0.5, view.y(pitch[i]) + 1.5, width, height - 1);
    }
  }
  pen.stroke();
  pen.globalAlpha = 1;
}

function body(pen: CanvasRenderingContext2D, x: number, y: number, width: number, height: number): void {
  if (width >= ROUND_NEEDS && height >= ROUND_NEEDS) {
    pen.beginPath();
    pen.roundRect(x, y, width, height, 3);
    pen.fill();
  } else {
    pen.fillRect(x, y, width, height);
  }
}

/** Sorts what is visible by how it is drawn; a note that would fall on the pixels of one before it is left out. */
function sortIntoStyles(lying: Bodies, plain: number[], selected: number[], muted: number[]): void {
  const { notes, view } = lying;
  const { start, pitch, muted: silent } = notes.columns;
  const covered = [plain, selected, muted].map(() => new Float64Array(MAX_PITCH + 1).fill(-Infinity));
  const [first, last] = [view.top - 1, view.top + view.rowsInSight];
  const right = view.right;
  const pixel = 1 / view.pixelsPerTick;
  for (let i = lying.firstPlaceFrom(view.left); i < notes.count && start[i] <= right; i++) {
    const p = pitch[i];
    const end = start[i] + Math.max(lying.length(i), pixel);
    const row = view.rowOf(p);
    if (row < first || row > last || end < view.left) {
      continue;
    }
    const style = silent[i] ? 2 : notes.selected[i];
    if (end - covered[style][p] >= pixel) {
      (style === 2 ? muted : style === 1 ? selected : plain).push(i);
      covered[style][p] = end;
    }
  }
}
