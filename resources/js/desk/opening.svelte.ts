import { api, type Track } from '../api';
import type { Desk } from './desk.svelte';

/** Which clips are open, and what is heard beside them. */
export class Opening {
  constructor(private readonly desk: Desk) {}

  /** Opens all clips of a track once the edits pressed before are done: each belongs to what was open when it was pressed. */
  async track(track: Track): Promise<void> {
    const { song } = this.desk;
    const clips = song.tracks.find(({ id }) => id === track.id)?.clips ?? [];
    if (clips.length === 0) {
      const number = song.tracks.findIndex(({ id }) => id === track.id) + 1;
      this.desk.say(
        `${track.name} has no clip yet; clip-new of=${number} makes one, or a click on its name on the bench.`,
        'refused',
      );
      return;
    }
    await this.clips(
      clips.map(({ id }) => id),
      clips[0].id,
    );
  }

  /** Opens clips, several as one table, with one of them in front. */
  async clips(clips: number[], front: number): Promise<void> {
    const { desk } = this;
    const tracks = () => desk.open.map((clip) => desk.tracks.get(clip)?.id ?? 0);
    const before = tracks();
    const run = async () => {
      desk.looking.stop();
      desk.takeAll(await api.open(desk.song.id, clips, front, desk.grid, desk.swing));
      desk.view.showPitches(...desk.pitches);
      void this.listen([...new Set([...before, ...tracks()])]);
    };
    desk.asking.inLine(run, { what: 'open', clips, front });
    await desk.sender.idle();
  }

  /** Puts an open clip in front: new notes go there. */
  toFront(clip: number): void {
    if (this.desk.open.includes(clip)) {
      this.desk.contents.front = clip;
    }
  }

  /** Fetches what sounds beside the open notes, of some tracks or of all. */
  async listen(tracks?: number[]): Promise<void> {
    const { desk } = this;
    try {
      await desk.sounding.load(desk.song.id, desk.open, tracks);
    } catch (error) {
      desk.say(`The other tracks cannot be heard yet: ${(error as Error).message}`, 'refused');
    }
  }
}
