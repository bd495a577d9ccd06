import type { Preview } from '../desk/preview.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { Grid } from '../desk/grid.svelte';
import { settings } from '../settings/settings.svelte';
import type { Arranging } from '../sight/arranging.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Player } from '../sound/player.svelte';

/** A field that was turned is heard on for so long, in ms: a bar or two, to judge it. */
const LASTS_MS = 4000;

/** What is read to hear something while it is shaped. */
export interface ShapedFrom {
  contents: Pick<Contents, 'notes' | 'end' | 'open' | 'tracks'>;
  chosenClips: Pick<ChosenClips, 'placed'>;
  arranging: Pick<Arranging, 'hasKeys'>;
  grid: Pick<Grid, 'lines'>;
  preview: Preview;
  player: Pick<Player, 'playing' | 'startAlone' | 'eachRound'>;
}

/**
 * Lets what is shaped be heard meanwhile: where the song stands, a loop of just these notes in whole bars; where it plays, in
 * it. Nothing that plays is stopped.
 */
export class Shaping {
  #end: (() => void) | null = null;
  #ends: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly on: ShapedFrom) {}

  /** It sounds until it is ended; before and after in turn where that is set. */
  begin(): void {
    const { player, preview } = this.on;
    clearTimeout(this.#ends);
    if (this.#end || !settings.hear) return;
    const stop = player.playing ? () => undefined : this.#alone();
    const turned = player.eachRound(() => {
      if (settings.inTurn && preview.shown) preview.flipped = !preview.flipped;
    });
    this.#end = () => {
      turned();
      stop();
      preview.flipped = false;
    };
  }

  /** Something was turned: it sounds for a while. */
  touch(): void {
    this.begin();
    this.#ends = setTimeout(() => this.end(), LASTS_MS);
  }

  end(): void {
    clearTimeout(this.#ends);
    this.#end?.();
    this.#end = null;
  }

  #alone(): () => void {
    const { contents, chosenClips, arranging, player } = this.on;
    if (arranging.hasKeys) {
      const { placed } = chosenClips;
      if (placed.length === 0) return () => undefined;
      const starts = placed.map(({ clip }) => clip.start);
      const ends = placed.map(({ clip }) => clip.start + clip.length);
      return player.startAlone({
        clips: new Set(placed.map(({ clip }) => clip.id)),
        tracks: new Set(placed.map(({ track }) => track.id)),
        span: this.#bars(Math.min(...starts), Math.max(...ends)),
      });
    }
    const { notes, open, tracks } = contents;
    const isAll = notes.selectedCount === 0;
    const { start, length, id, clip } = notes.columns;
    const places = isAll ? Array.from({ length: notes.count }, (_, k) => k) : notes.selectedPlaces();
    if (places.length === 0) return () => undefined;
    const ids = new Set(places.map((place) => id[place]));
    const ofTracks = new Set(places.map((place) => tracks.get(clip[place])?.id ?? 0));
    return player.startAlone({
      clips: new Set(open),
      tracks: ofTracks,
      span: this.#bars(
        places.reduce((least, place) => Math.min(least, start[place]), Infinity),
        places.reduce((most, place) => Math.max(most, start[place] + length[place]), 0),
      ),
      // What an edit would bring in is of them too.
      plays: (note) => ids.has(note) || notes.placeOf(note) < 0,
    });
  }

  /** Whole bars around a span. */
  #bars(from: number, to: number): [number, number] {
    const { lines } = this.on.grid;
    return [lines.barStart(lines.barAt(from).bar), lines.barStart(lines.barAt(Math.max(from, to - 1)).bar + 1)];
  }
}
