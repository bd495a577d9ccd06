import type { Asking } from '../asking/asking.svelte';
import type { Marks } from '../asking/marks.svelte';
import type { Point, Preview } from '../desk/preview.svelte';
import type { Status } from '../desk/status.svelte';
import type { Range } from '../desk/range.svelte';
import type { Contents } from '../song/contents.svelte';
import { HELD_MS, whereHeld } from './held';
import type { Player } from '../sound/player.svelte';
import type { Looking } from './looking.svelte';
import type { States } from './states.svelte';

/**
 * Compares the song as it is with points of its history, while it plays: held for the moment, pressed until another key.
 * Where the song stands, it plays for as long as the key is held.
 */
export class Comparing {
  constructor(
    private readonly contents: Pick<Contents, 'history'>,
    private readonly marks: Pick<Marks, 'all'>,
    private readonly preview: Preview,
    private readonly states: Pick<States, 'of'>,
    private readonly looking: Pick<Looking, 'atPoint'>,
    private readonly asking: Pick<Asking, 'goTo'>,
    private readonly status: Status,
    private readonly player: Pick<Player, 'playing' | 'start' | 'stop' | 'tick' | 'standAt'>,
    private readonly range: Pick<Range, 'span'>,
  ) {}

  /** Shows and sounds a point in the place of the song; the same again ends it. Gives what the key does that comes up. */
  begin(point: Point): () => void {
    const { preview } = this;
    if (preview.point === point) {
      this.leave();
      return () => undefined;
    }
    const step = this.#stepOf(point);
    if (step === undefined) return () => undefined;
    const before = preview.point;
    this.looking.atPoint(point, step, this.states.of(step));
    const silent = this.#playWhileHeld();
    const end = whereHeld(() => {
      if (preview.point !== point) return;
      if (before) this.begin(before);
      else this.leave();
    });
    return () => {
      silent();
      end();
    };
  }

  /** Plays from the range or the playhead once the key is held, where the song stands. Gives what ends it. */
  #playWhileHeld(): () => void {
    const { player, range } = this;
    if (player.playing) return () => undefined;
    const { tick } = player;
    let isOurs = false;
    const held = setTimeout(() => {
      isOurs = true;
      void player.start(range.span?.[0] ?? tick);
    }, HELD_MS);
    return () => {
      clearTimeout(held);
      if (!isOurs) return;
      player.stop();
      player.standAt(tick);
    };
  }

  leave(): void {
    this.preview.stop();
  }

  /** Takes the song to what is seen and heard. */
  keep(): void {
    const { step } = this.preview;
    if (step !== undefined) this.asking.goTo(step);
  }

  #stepOf(point: Point): number | null | undefined {
    const { history } = this.contents;
    if (point !== 'before') {
      const { all } = this.marks;
      if (point in all) return all[point];
      this.status.say(`${point} is no point of the history yet: “mark ${point}” makes this one it.`, 'refused');
    } else if (history.at !== null) return history.before;
    else this.status.say('There is nothing before: this is the song as it came in.', 'refused');
    return undefined;
  }
}
