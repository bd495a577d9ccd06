import { centsOf } from '../music/pitch';
import { settings } from '../settings/settings.svelte';
import { Controls } from './controls';
import { Hearing } from './hearing';
import { Keyboards } from './keyboards';
import { allSounds } from './instruments';
import { LookAhead, type Alone } from './look-ahead';
import type { Reporting } from './meters.svelte';
import { Parts } from './parts';
import type { Score } from './score';
import type { Sounder } from './sounder';

/** What a player sounds through: there is one for the page. */
export interface Loudspeaker extends Sounder, Reporting {
  /** Has to be called once from a press of a key or the pointer; browsers stay silent until then. */
  begin(): Promise<void>;
  /** The moment of the page's clock, in ms, as seconds of the clock of the sound that are heard then. */
  at(milliseconds: number): number;
  /** Finds out how both clocks stand to each other, which takes a moment. */
  settleClocks(): Promise<void>;
  compareClocks(): void;
}

/** All that a player has once sound can be made: what tracks sound with, and who gives it to them. */
export class SoundKit {
  readonly parts: Parts;
  readonly controls: Controls;
  readonly ahead: LookAhead;
  readonly hearing: Hearing;
  readonly keyboards: Keyboards;

  constructor(
    private readonly score: Score,
    readonly speaker: Loudspeaker,
  ) {
    this.parts = new Parts(score, speaker);
    this.controls = new Controls(score, (track, control, at) => this.parts.of(track).tell('song', control, at));
    this.ahead = new LookAhead(score, speaker, this.parts, this.controls);
    this.hearing = new Hearing(score, speaker, this.parts);
    this.keyboards = new Keyboards(score, speaker, this.parts);
  }

  /** Brings instruments, loudness and place of all tracks up to date, and has ready what they will play. */
  follow(alone: Alone | null): void {
    for (const track of this.score.song.tracks) {
      this.parts.of(track, alone?.tracks.has(track.id) ?? this.parts.isAudible(track));
      for (const { pack, instead } of allSounds(track, this.controls.programs(track))) {
        this.speaker.need(instead);
        this.speaker.need(pack);
      }
    }
    this.speaker.tell({ do: 'volume', volume: (settings.volume / 100) ** 1.5 });
    this.speaker.tell({ do: 'tuning', cents: centsOf(settings.tuning) });
  }

  /** Brings what controllers hold back to rest. */
  rest(): void {
    this.controls.rest((track, control) => this.parts.of(track).rest(control));
  }
}
