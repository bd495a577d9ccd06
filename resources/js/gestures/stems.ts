import type { Viewport } from '../desk/viewport.svelte';
import type { NoteTable } from '../music/notes';
import { within } from './gesture';

export const FULL = 127;
/** Kept free above the loudest, and how far heads of one moment stand apart, in CSS pixels. */
export const ROOM_ABOVE = 8;
export const FAN = 6;
/** How far beside a head a press still takes hold of it, in CSS pixels. */
export const REACH = 5;

/** From velocities to heights of the lane and back. */
export class Scale {
  constructor(readonly height: number) {}

  y(velocity: number): number {
    return this.height - (velocity / FULL) * (this.height - ROOM_ABOVE);
  }

  velocity(y: number): number {
    return within(1, Math.round(((this.height - y) / (this.height - ROOM_ABOVE)) * FULL), FULL);
  }
}

/** Where the stem of each note in sight stands: those of one moment fan out, so that each can be got hold of. */
export function stems(notes: NoteTable, view: Viewport): { place: number; x: number }[] {
  const { start, muted } = notes.columns;
  const found: { place: number; x: number }[] = [];
  let [at, beside] = [-Infinity, 0];
  for (let i = notes.firstPlaceFrom(view.left); i < notes.count && start[i] <= view.right; i++) {
    if (start[i] < view.left || muted[i]) continue;
    const x = Math.round(view.x(start[i]));
    [at, beside] = x - at < 2 ? [at, beside + 1] : [x, 0];
    found.push({ place: i, x: x + beside * FAN });
  }
  return found;
}

/** The note whose head or stem lies under a point; the one nearest in height where several do. −1 where none does. */
export function stemUnder(notes: NoteTable, view: Viewport, scale: Scale, x: number, y: number): number {
  const { velocity } = notes.columns;
  let [best, place] = [Infinity, -1];
  for (const stem of stems(notes, view)) {
    const off = Math.abs(stem.x - x);
    const above = scale.y(velocity[stem.place]) - y;
    if (off <= REACH && above <= REACH) {
      const distance = off * 2 + Math.abs(above) / 8 - (notes.selected[stem.place] ? 3 : 0);
      if (distance < best) [best, place] = [distance, stem.place];
    }
  }
  return place;
}
