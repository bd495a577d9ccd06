import type { Grid } from './grid.svelte';
import type { Lanes } from './lanes.svelte';
import type { Range } from './range.svelte';
import type { Seen } from './seen.svelte';
import type { NoteTable } from '../music/notes';
import type { PointTable } from '../music/points';
import type { Clock, GridLines } from '../music/time';
import type { Song, Track } from '../api';
import { settings } from '../settings/settings.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Outputs } from '../sound/outputs.svelte';
import type { Score } from '../sound/score';

/** What is read to play what is seen. */
export interface OnScreen {
  contents: Contents;
  seen: Seen;
  grid: Grid;
  range: Range;
  lanes: Lanes;
  outputs: Outputs;
}

/** The song as it stands on the screen, previews and all: what is seen is what is heard. */
export class ScoreOnScreen implements Score {
  readonly lanes: Lanes;
  readonly outputs: Outputs;

  /** @param recorded what was recorded and does not lie in the song yet */
  constructor(
    private readonly on: OnScreen,
    private readonly recorded: () => NoteTable,
  ) {
    this.lanes = on.lanes;
    this.outputs = on.outputs;
  }

  get song(): Song {
    return this.on.seen.song;
  }

  get clock(): Clock {
    return this.on.seen.clock;
  }

  get gridLines(): GridLines {
    return this.on.grid.lines;
  }

  get visible(): NoteTable {
    return this.on.seen.notes;
  }

  get visiblePoints(): PointTable {
    return this.on.seen.points;
  }

  get fresh(): NoteTable {
    return this.recorded();
  }

  get range(): [number, number] | null {
    return this.on.range.span;
  }

  get end(): number {
    return this.on.contents.end;
  }

  get track(): Track {
    return this.on.contents.track;
  }

  get tracks(): ReadonlyMap<number, Track> {
    return this.on.seen.tracks;
  }

  get sounding(): Score['sounding'] {
    return this.on.seen.sounds;
  }

  get clicks(): boolean {
    return settings.metronome;
  }

  get sendsClock(): boolean {
    return settings.sendClock;
  }
}
