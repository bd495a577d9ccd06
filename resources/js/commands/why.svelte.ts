import { api } from '../api';
import type { Asking } from '../asking/asking.svelte';
import type { Standpoint } from '../asking/standpoint.svelte';
import type { Selecting } from '../asking/selecting.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { Hands } from '../desk/hands.svelte';
import type { Status } from '../desk/status.svelte';
import { settings } from '../settings/settings.svelte';
import type { Panes } from '../sight/panes.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import { banks } from '../sound/live.svelte';
import type { Player } from '../sound/player.svelte';
import type { Score } from '../sound/score';
import { askedAt, askedOf, whySilent, type Asked } from '../sound/silence';
import type { Applies } from './applies';
import { underPointer } from './under-pointer';

/** Why something is as it is, and the lines that cure it. */
export interface Reason {
  cause: string;
  text: string;
  cure: readonly string[];
  /** what is done before them, by itself */
  first?: string;
  /** a clip that has to be in front for them */
  front?: number;
}

/** What is read to say why. */
export interface AskedWhy {
  asking: Pick<Asking, 'tried'>;
  contents: Contents;
  chosenClips: Pick<ChosenClips, 'placed'>;
  hands: Pick<Hands, 'at'>;
  panes: Panes;
  player: Player;
  score: Score;
  selecting: Pick<Selecting, 'select'>;
  sender: Pick<Sender, 'idle'>;
  standpoint: Pick<Standpoint, 'context'>;
  status: Status;
  applies: Applies;
}

/** What makes lines apply, by what they lack. */
const MAKES_APPLY: readonly [what: RegExp, line: string][] = [
  [/^Select notes|^Choose clips|^Select points/, 'select what=all'],
  [/range on the ruler/, 'range to=bar'],
];

/** Says why: of notes that are not heard, lie beside their line, or were left alone; of what does not apply. */
export class Why {
  reasons = $state.raw<readonly Reason[]>([]);
  /** which of them is in hand */
  at = $state(0);
  /** the notes they are about */
  #notes: readonly number[] = [];
  /** the lines that were pressed last */
  #pressed: readonly string[] = [];

  constructor(private readonly on: AskedWhy) {}

  get now(): Reason | undefined {
    return this.reasons[this.at];
  }

  /** Lines were pressed: where they do not apply, it may be asked why next. */
  pressed(lines: readonly string[]): void {
    this.#pressed = lines;
  }

  /** Asks of what was refused, of what is selected, of the note under the pointer, or of what should sound; once more, the next reason. */
  async ask(): Promise<void> {
    if (this.reasons.length > 1) {
      this.at = (this.at + 1) % this.reasons.length;
      return;
    }
    const { status } = this.on;
    const reasons = await this.#found();
    this.at = 0;
    this.reasons = reasons;
    if (reasons.length === 0) status.say(this.#nothing, 'hint');
  }

  close(): void {
    this.reasons = [];
    this.at = 0;
  }

  /** What cures the reason in hand, to be run in this order; what it is about is in hand then. */
  cure(): readonly (readonly string[])[] {
    const { contents, selecting } = this.on;
    const { now } = this;
    this.close();
    this.#pressed = [];
    if (!now || now.cure.length === 0) return [];
    if (now.front !== undefined) contents.toFront(now.front);
    const isOfNotes = this.#notes.length > 0 && this.#notes.some((id) => contents.has(id));
    if (isOfNotes && this.on.panes.reached !== 'song') selecting.select([...this.#notes]);
    return now.first ? [[now.first], now.cure] : [now.cure];
  }

  get #nothing(): string {
    return this.#notes.length > 0
      ? 'Nothing keeps these notes silent, and they lie on their lines.'
      : 'Nothing to ask about: select notes, or put the pointer or the playhead on some.';
  }

  async #found(): Promise<Reason[]> {
    await this.on.sender.idle();
    const { contents, player, score, panes } = this.on;
    const notes = panes.reached === 'song' ? [] : this.#meant();
    this.#notes = notes;
    const asked =
      notes.length > 0
        ? askedOf(
            score,
            notes.map((id) => contents.notes.placeOf(id)),
          )
        : this.#here();
    const { volume, hear } = settings;
    const silent = whySilent(score, asked, {
      volume,
      isRunning: player.isSounding,
      loop: player.loop,
      isPlaying: player.playing,
      hears: hear,
    });
    return [
      ...this.#whyNot(),
      ...silent,
      ...this.#missing(asked),
      ...(notes.length > 0 ? await this.#ofNotes(notes) : []),
    ];
  }

  /** Instruments that are not here, so that others sound in their place. */
  #missing({ tracks }: Asked): Reason[] {
    return tracks
      .filter(({ instrument }) => instrument && banks.missing.has(instrument.bank))
      .map(({ id, name, instrument }) => ({
        cause: 'bank-missing',
        text: `${name} sounds otherwise: its bank ${instrument!.bank} is not here.`,
        cure: [`track of=${this.on.contents.song.tracks.findIndex((track) => track.id === id) + 1} instrument=voice`],
      }));
  }

  /** What was refused, by what it lacks. */
  #whyNot(): Reason[] {
    const pressed = this.#pressed;
    const text = pressed.length > 0 ? this.on.applies.whyNot(pressed) : '';
    if (!text) return [];
    const first = MAKES_APPLY.find(([what]) => what.test(text))?.[1];
    return [
      {
        cause: 'does-not-apply',
        text: `“${pressed.join('; ')}”: ${text}`,
        cure: first ? pressed : [],
        ...(first && { first }),
      },
    ];
  }

  /** The notes that are selected, or else the one under the pointer. */
  #meant(): number[] {
    const selected = this.on.contents.notes.selection();
    return selected.length > 0 ? [...selected] : underPointer(this.on);
  }

  /** What should sound: of the chosen clips where they begin, else at the playhead. */
  #here(): Asked {
    const { chosenClips, panes, player, score } = this.on;
    if (panes.reached === 'song' && chosenClips.placed.length > 0) {
      const { clip, track } = chosenClips.placed[0];
      return { places: [], tracks: [track], span: [clip.start, clip.start + clip.length] };
    }
    return askedAt(score, player.tick);
  }

  async #ofNotes(notes: readonly number[]): Promise<Reason[]> {
    const { asking, contents, standpoint, status } = this.on;
    try {
      return (await api.why(contents.song.id, contents.standing, [...notes], standpoint.context, asking.tried)).reasons;
    } catch (error) {
      status.say((error as Error).message, 'refused');
      return [];
    }
  }
}
