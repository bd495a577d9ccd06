import { api } from '../api';
import { wayFrom } from '../music/grids';
import { FULL_SWING } from '../music/limits';
import { setting } from '../settings/settings.svelte';
import type { Command as CommandOf } from './command';

type Command = CommandOf<'catalog' | 'contents' | 'grid' | 'hands' | 'nudge' | 'sender' | 'standpoint' | 'status'>;

const swing: Command = ({ grid, status }, { by, to }) => {
  if (by === undefined && to === undefined) {
    status.say('swing takes by, from -150 to 150, or to, from 0 to 150.', 'refused');
    return;
  }
  const wanted = to === undefined ? grid.swing + Number(by) : Number(to);
  grid.set(grid.name, Math.min(FULL_SWING, Math.max(0, wanted)));
};

/** The grid and the swing that fit the selection best, or all notes. */
const advice: Command = ({ contents, grid, sender, standpoint, status }) => {
  const { context } = standpoint;
  sender.inOrder(async () => {
    const { song, standing, notes } = contents;
    const { grids, summary } = await api.advice(song.id, standing, notes.selection(), context);
    if (grids.length > 0) grid.set(grids[0].grid, grids[0].swing);
    status.say(summary, 'hint');
  });
};

const nudgeAmount: Command = ({ nudge, status }, { to, value }) => {
  if (value) nudge.by(value);
  else if (to === 'grid') nudge.takeGrid();
  else nudge.step(to === 'smaller' ? 'smaller' : 'larger');
  status.say(`Keys nudge by ${nudge.said}`, 'hint');
};

export const gridCommands: Record<string, Command> = {
  grid: ({ grid }, { value }) => grid.set(value ?? grid.name),
  'grid-step': ({ catalog, grid }, { to }) => grid.set(wayFrom(catalog.grids, grid.name, to as 'finer' | 'coarser')),
  'grid-kind': ({ catalog, grid }, { to }) => grid.set(wayFrom(catalog.grids, grid.name, to as 'triplet' | 'dotted')),
  'grid-auto': ({ grid, status }) =>
    status.say(setting.toggle('gridAuto') ? 'The grid follows the zoom' : `The grid stays ${grid.name}`, 'hint'),
  'free-snap': ({ hands }) => {
    hands.free = true;
    return () => void (hands.free = false);
  },
  'nudge-amount': nudgeAmount,
  swing,
  advice,
};
