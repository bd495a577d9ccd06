import type { Bodies } from '../sight/bodies';
import { MAX_PITCH } from '../music/limits';
import type { NoteTable } from '../music/notes';
import { DENSE, paintDense } from './paint-dense';
import { FONT, type Colours } from '../look/theme';
import type { Viewport } from '../sight/viewport.svelte';

const NAME_NEEDS_WIDTH = 26;
const SIGN_NEEDS_WIDTH = 10;
const NAME_NEEDS_HEIGHT = 11;
const NAME_MARGIN = 7;
const FEWEST_LETTERS = 3;
const ROUND_NEEDS = 8;

/**
 * The notes that can be seen. A note is a body in the pale tint of its track; its velocity is ink that stands as high
 * in the body as the note is loud. Selected ones are coral, muted ones an empty dashed outline, moved ones have a
 * whisker to where they were played.
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
      [muted, colours['row-line'], colours.hatch],
      ...plainByTrack.map(([track, places]) => [places, track.tint, track.ink] as [number[], string, string]),
      [selected, colours['selection-tint'], colours.selection],
    ]);
    return;
  }
  for (const [track, places] of plainByTrack) {
    bodies(places, track.tint);
    inks(places, track.ink);
  }
  bodies(selected, colours['selection-tint']);
  inks(selected, colours.selection);
  outlines(pen, selected, colours.selection, 1.5, []);
  outlines(pen, muted, colours.ink, 1, [3, 2]);
  outlines(
    pen,
    muted.filter((i) => notes.selected[i]),
    colours.selection,
    1.5,
    [3, 2],
  );
  whiskers();
  names(plain.concat(selected));

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

  function whiskers(): void {
    pen.strokeStyle = colours.whisker;
    pen.lineWidth = 1;
    pen.beginPath();
    for (const places of [plain, selected, muted]) {
      for (const i of places) {
        const distance = playedStart[i] * scale;
        if (Math.abs(distance) >= 1.5) {
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

  function names(places: number[]): void {
    if (height < NAME_NEEDS_HEIGHT) {
      return;
    }
    const size = Math.min(11, height - 3);
    pen.font = `600 ${size}px ${FONT}`;
    pen.textBaseline = 'middle';
    // A halo in the body's colour keeps the name readable over ink of any height.
    pen.lineJoin = 'round';
    pen.lineWidth = 3;
    for (const i of places) {
      const width = wide(i);
      const sign = technique[i] === 0 ? '' : signOf(clip[i], technique[i]);
      if (width >= NAME_NEEDS_WIDTH || (sign && width >= SIGN_NEEDS_WIDTH)) {
        const x = Math.max((start[i] - view.left) * scale, 0) + (width >= NAME_NEEDS_WIDTH ? 5 : 2);
        const y = view.y(pitch[i]) + height / 2 + 0.5;
        const whole = width < NAME_NEEDS_WIDTH ? sign : `${called(clip[i], pitch[i])}${sign ? ` ${sign}` : ''}`;
        const name = fitting(pen, whole, width - NAME_MARGIN);
        pen.strokeStyle = notes.selected[i] ? colours['selection-tint'] : ofNote(clip[i], pitch[i]).tint;
        pen.strokeText(name, x, y);
        pen.fillStyle = colours['note-text'];
        pen.fillText(name, x, y);
      }
    }
  }
}

/** As much of a name as there is room for. */
function fitting(pen: CanvasRenderingContext2D, name: string, width: number): string {
  let text = name;
  while (text.length > FEWEST_LETTERS && pen.measureText(text).width > width) text = text.slice(0, -1).trimEnd();
  return text;
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
