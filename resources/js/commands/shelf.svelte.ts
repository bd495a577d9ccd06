import { api, base64, Refused, type KeptPhrase, type NewPhrase, type Phrase, type Track, type VoiceName } from '../api';
import type { Asking } from '../asking/asking.svelte';
import type { Standpoint } from '../asking/standpoint.svelte';
import type { Caret } from '../desk/caret.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { Range } from '../desk/range.svelte';
import type { Status } from '../desk/status.svelte';
import type { Arranging } from '../sight/arranging.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Player } from '../sound/player.svelte';
import { formatLine } from '../music/line';
import { settings } from '../settings/settings.svelte';

/** What the shelf reads and asks. */
interface ReadByShelf {
  /** what stands for a voice in the bank */
  instrumentOf: (voice: VoiceName) => Track['instrument'];
  arranging: Pick<Arranging, 'hasKeys'>;
  asking: Pick<Asking, 'run' | 'runOnClips'>;
  caret: Pick<Caret, 'tick'>;
  chosenClips: Pick<ChosenClips, 'placed'>;
  contents: Contents;
  player: Player;
  range: Pick<Range, 'span'>;
  sender: Pick<Sender, 'idle'>;
  standpoint: Pick<Standpoint, 'context'>;
  status: Status;
}

/** The phrases that are kept for later: kept, found, heard, taken. */
export class Shelf {
  /** null until they were fetched */
  all = $state.raw<KeptPhrase[] | null>(null);
  /** the one that was taken away last */
  gone = $state.raw<NewPhrase | null>(null);
  /** the one that is heard */
  heard = $state<number | null>(null);

  constructor(private readonly on: ReadByShelf) {}

  /** The key phrases are taken in: that of the song at the caret, where it is set so. */
  get key(): string {
    return settings.shelfInKey ? (this.on.contents.song.key ?? '') : '';
  }

  async load(): Promise<void> {
    if (!this.all) await this.#take(() => api.shelf());
  }

  /** Those with all words in their name, tags, voice or key. */
  found(words: string): KeptPhrase[] {
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
    const said = ({ name, tags, voice, key }: KeptPhrase) => [name, ...tags, voice, key].join(' ').toLowerCase();
    return (this.all ?? []).filter((one) => wanted.every((word) => said(one).includes(word)));
  }

  /** Keeps what is selected, or the clips that are chosen in the song, or what lies in the clip in front. Tells whether it was kept. */
  async keep(name: string, tags: string[]): Promise<boolean> {
    const { contents, sender, status } = this.on;
    await sender.idle();
    return this.#take(async () => {
      const phrase = await this.#copied();
      const { song, track } = contents;
      const answer = await api.keepPhrase({
        name,
        tags,
        tempo: song.tempo,
        key: song.key ?? '',
        voice: track.voice,
        phrase,
      });
      status.say(`“${name}” lies on the shelf`);
      return answer;
    });
  }

  async rename(one: KeptPhrase, name: string, tags: string[]): Promise<void> {
    await this.#take(() => api.renamePhrase(one, name, tags));
  }

  /** Takes a phrase away; it can be put back for as long as the song is open. */
  async delete({ id, name, tags, tempo, key, voice }: KeptPhrase): Promise<void> {
    await this.#take(async () => {
      const { phrase } = await api.phrase(id, '');
      const answer = await api.deletePhrase(id);
      this.gone = { name, tags, tempo, key, voice, phrase };
      this.on.status.say(`“${name}” was taken from the shelf`);
      return answer;
    });
  }

  /** Puts back what was taken away last. */
  async putBack(): Promise<void> {
    const { gone } = this;
    if (gone && (await this.#take(() => api.keepPhrase(gone)))) {
      this.gone = null;
      this.on.status.say(`“${gone.name}” lies on the shelf again`);
    }
  }

  async import(files: File[]): Promise<void> {
    await this.#take(async () => {
      const read = await Promise.all(files.map(async (file) => ({ name: file.name, midi: await base64(file) })));
      const answer = await api.importPhrases(read);
      const { problems } = answer;
      const taken = `${files.length - problems.length} of ${files.length} files taken onto the shelf`;
      this.on.status.say([taken, ...problems].join('. '), problems.length > 0 ? 'refused' : 'done');
      return answer;
    });
  }

  /** Sounds a phrase in the song's tempo, or ends it. */
  async hear(one: KeptPhrase): Promise<void> {
    if (this.heard === one.id && this.on.player.auditioning) {
      this.on.player.endAudition();
      return;
    }
    await this.#do(async () => {
      const { ppq, notes } = (await api.phrase(one.id, this.key)).phrase;
      const {
        contents: { clock, song },
        caret,
      } = this.on;
      const seconds = (tick: number) => clock.seconds(caret.tick + (tick * song.ppq) / ppq) - clock.seconds(caret.tick);
      const { start, length, pitch, velocity } = notes as Record<'start' | 'length' | 'pitch' | 'velocity', number[]>;
      this.heard = one.id;
      await this.on.player.audition(
        start.map((tick, i) => ({
          start: seconds(tick),
          length: seconds(tick + length[i]) - seconds(tick),
          pitch: pitch[i],
          velocity: velocity[i],
        })),
        { voice: one.voice, instrument: this.on.instrumentOf(one.voice) },
      );
    });
  }

  /**
   * Puts a phrase in: as notes of the clip in front, or in the song as a clip.
   *
   * @param at a tick; the caret where it is left out
   * @param row of the song where a clip shall lie, from 0; below the last one it is on a new track; as notes where it is
   *   left out
   */
  async put(id: number, at?: number, row?: number): Promise<void> {
    const { asking, caret, contents } = this.on;
    await this.#do(async () => {
      const { phrase } = await api.phrase(id, this.key);
      const place = at ?? caret.tick;
      const { song, track } = contents;
      const one = this.all?.find((kept) => kept.id === id);
      if (one && row !== undefined && row >= song.tracks.length) {
        // A new track lies below the one in front.
        const below = song.tracks.findIndex((other) => other.id === track.id) + 2;
        const made = formatLine({ name: 'track-new', values: { voice: one.voice, name: one.name, clip: 'off' } });
        asking.runOnClips([made, `clip-paste at=${place} of=${below}`], { clipboard: phrase });
      } else if (row !== undefined) asking.runOnClips([`clip-paste at=${place} of=${row + 1}`], { clipboard: phrase });
      else asking.run([`paste at=${place}`], { clipboard: phrase });
    });
  }

  /** What would be copied; everything stays as it is. */
  async #copied(): Promise<Phrase> {
    const { arranging, chosenClips, contents, range, standpoint } = this.on;
    const chosen = arranging.hasKeys ? chosenClips.placed.map(({ clip }) => clip.id) : [];
    const standing = chosen.length > 0 ? { open: chosen, front: chosen[0], revisions: {} } : contents.standing;
    const onClips = chosen.length > 0;
    const selection = contents.notes.selectedCount > 0 && !onClips ? contents.notes.selection() : 'all';
    const line = onClips ? 'clip-copy' : range.span && contents.notes.selectedCount === 0 ? 'copy range=on' : 'copy';
    const context = { ...standpoint.context, onClips };
    const { clipboard, message } = await api.preview(contents.song.id, standing, [line], selection, context);
    if (!clipboard) throw new Error(message);
    return clipboard;
  }

  async #take(ask: () => Promise<{ phrases: KeptPhrase[] }>): Promise<boolean> {
    return this.#do(async () => void (this.all = (await ask()).phrases));
  }

  /** What is refused is said; tells whether it was done. */
  async #do(work: () => Promise<void>): Promise<boolean> {
    try {
      await work();
      return true;
    } catch (error) {
      // Changed in another window: how it is now comes with the refusal.
      if (error instanceof Refused && error.body.phrases) this.all = error.body.phrases as KeptPhrase[];
      this.on.status.say((error as Error).message, 'refused');
      return false;
    }
  }
}
