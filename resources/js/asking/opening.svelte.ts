import { api, type Track } from '../api';
import type { Grid } from '../desk/grid.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Status } from '../desk/status.svelte';
import type { OpenedRows } from '../sight/opened-rows.svelte';
import type { Panes } from '../sight/panes.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Answers } from './answers.svelte';

/** What is read to open clips. */
export interface OpenedFrom {
  contents: Contents;
  grid: Pick<Grid, 'name' | 'swing'>;
  preview: Pick<Preview, 'stop'>;
  status: Status;
  panes: Panes;
  openedRows: OpenedRows;
  sender: Sender;
  answers: Answers;
}

/** Opens clips: their notes can be seen and worked on then. */
export class Opening {
  constructor(private readonly on: OpenedFrom) {}

  /** Opens all clips of a track once the edits pressed before are done: each belongs to what was open when it was pressed. */
  async track(track: Track): Promise<void> {
    const { tracks } = this.on.contents.song;
    const at = tracks.findIndex(({ id }) => id === track.id);
    const clips = tracks[at]?.clips.map(({ id }) => id) ?? [];
    if (clips.length === 0) {
      const how = `clip-new of=${at + 1} makes one, or a click on its name on the bench.`;
      this.on.status.say(`${track.name} has no clip yet; ${how}`, 'refused');
      return;
    }
    await this.clips(clips, clips[0]);
  }

  /** Opens clips, several as one table, with one of them in front. */
  async clips(clips: number[], front: number): Promise<void> {
    const { contents, grid, preview, panes, sender, answers } = this.on;
    const tracks = () => contents.open.map((clip) => contents.tracks.get(clip)?.id ?? 0);
    const before = tracks();
    const run = async () => {
      preview.stop();
      answers.takeAll(await api.open(contents.song.id, clips, front, grid.name, grid.swing));
      panes.view.showPitches(...panes.current.pitches);
      void answers.listen([...new Set([...before, ...tracks()])]);
    };
    sender.inLine(run, { what: 'open', clips, front });
    await sender.idle();
  }

  /** Opens what lies in opened rows beside what is open. */
  async rows(): Promise<void> {
    const { contents, openedRows } = this.on;
    const { missing } = openedRows;
    if (missing.length === 0) return;
    await this.clips([...contents.open, ...missing], contents.front);
    openedRows.refocus();
  }
}
