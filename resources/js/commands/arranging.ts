import { ROW_HEIGHTS, type RowHeight } from '../desk/arranging.svelte';
import { settings } from '../settings/settings.svelte';
import type { Command } from './studio';

const ZOOM = 1.25;
const HEIGHTS = Object.keys(ROW_HEIGHTS) as RowHeight[];

const select: Command = ({ desk }, { what }) => {
  const { arranging, range } = desk;
  const { all } = arranging;
  const tracks = new Set(arranging.placed.map(({ track }) => track.id));
  const first = Math.min(...arranging.placed.map(({ clip }) => clip.start), desk.caret.tick);
  const chosen: Partial<Record<string, (placed: (typeof all)[number]) => boolean>> = {
    all: () => true,
    none: () => false,
    invert: ({ clip }) => !arranging.isChosen.has(clip.id),
    pitch: ({ track }) => tracks.has(track.id),
    track: ({ track }) => tracks.has(track.id) || (tracks.size === 0 && track.id === desk.track.id),
    range: ({ clip }) => range !== null && clip.start < range[1] && clip.start + clip.length > range[0],
    'from-here': ({ clip }) => clip.start >= first,
    before: ({ clip }) => clip.start < desk.caret.tick,
  };
  const test = chosen[what];
  if (!test) {
    desk.say(
      'In the song clips are chosen: all, none, the others, those of the tracks, in the range, from here on, before.',
      'refused',
    );
    return;
  }
  arranging.choose(all.filter(test).map(({ clip }) => clip.id));
  desk.say(desk.arranging.chosenOf, 'hint');
};

const step: Command = ({ desk }, { to, extend }) => {
  const { arranging } = desk;
  const found = arranging.neighbour(to as 'next' | 'previous' | 'higher' | 'lower');
  if (!found) {
    desk.say(`There is no ${to} clip.`, 'refused');
    return;
  }
  arranging.choose([...(extend === 'on' ? arranging.chosen : []), ...arranging.together(found.clip.id)]);
  arranging.reveal(found);
  desk.moveCaret({ tick: found.clip.start });
  const { clip, track } = found;
  desk.say(`${clip.name || 'Clip'} of ${track.name} at ${desk.gridLines.position(clip.start)}`, 'hint');
};

const zoom: Command = ({ desk: { arranging } }, { axis, to }) => {
  if (axis !== 'pitch') {
    arranging.view.zoomTime(to === 'in' ? ZOOM : 1 / ZOOM);
    return;
  }
  const at = HEIGHTS.indexOf(settings.songRows) + (to === 'in' ? 1 : -1);
  settings.songRows = HEIGHTS[Math.min(HEIGHTS.length - 1, Math.max(0, at))];
};

const zoomTo: Command = ({ desk }, { what }) => {
  const { arranging } = desk;
  const span = what === 'range' ? desk.range : what === 'selection' ? arranging.span() : null;
  if (what !== 'range' && what !== 'selection') arranging.showAll();
  else if (!span) desk.say('There is nothing to zoom to.', 'refused');
  else arranging.showSpan(span[0], span[1]);
};

const range: Command = (studio, values) => {
  const { desk } = studio;
  const span = values.to === 'selection' && desk.arranging.placed.length > 0 ? desk.arranging.span() : null;
  if (!span) return fallsBack;
  desk.range = span;
  desk.say(`Range from ${desk.gridLines.position(span[0])} to ${desk.gridLines.position(span[1])}`, 'hint');
  return undefined;
};

/** What a command gives that is, in the song, the same as in the roll. */
export const fallsBack = Symbol('as in the roll');

const play: Command = ({ desk, player }, { from }) => {
  const span = from === 'selection' && desk.arranging.placed.length > 0 ? desk.arranging.span() : null;
  void player.toggle(span?.[0]);
};

/** What some commands of the view do in the song, where clips are chosen rather than notes. */
export const arrangingCommands: Partial<Record<string, Command>> = {
  select,
  step,
  zoom,
  'zoom-to': zoomTo,
  range,
  play,
};
