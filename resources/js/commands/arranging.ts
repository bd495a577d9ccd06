import { NOTHING_UNDER } from '../desk/chosen-clips.svelte';
import { ROW_HEIGHTS, type RowHeight } from '../sight/arranging.svelte';
import { setting, settings } from '../settings/settings.svelte';
import type { Command as CommandOf } from './command';

type Command = CommandOf<
  | 'arranging'
  | 'asking'
  | 'caret'
  | 'chosenClips'
  | 'contents'
  | 'grid'
  | 'hands'
  | 'player'
  | 'range'
  | 'sender'
  | 'status'
>;

const ZOOM = 1.25;
const HEIGHTS = Object.keys(ROW_HEIGHTS) as RowHeight[];

const select: Command = ({ caret, chosenClips, contents, range: { span }, status }, { what }) => {
  const { all } = chosenClips;
  const tracks = new Set(chosenClips.placed.map(({ track }) => track.id));
  const first = Math.min(...chosenClips.placed.map(({ clip }) => clip.start), caret.tick);
  const chosen: Partial<Record<string, (placed: (typeof all)[number]) => boolean>> = {
    all: () => true,
    none: () => false,
    invert: ({ clip }) => !chosenClips.isChosen.has(clip.id),
    pitch: ({ track }) => tracks.has(track.id),
    track: ({ track }) => tracks.has(track.id) || (tracks.size === 0 && track.id === contents.track.id),
    range: ({ clip }) => span !== null && clip.start < span[1] && clip.start + clip.length > span[0],
    'from-here': ({ clip }) => clip.start >= first,
    before: ({ clip }) => clip.start < caret.tick,
  };
  const test = chosen[what];
  if (!test) {
    status.say(
      'In the song clips are chosen: all, none, the others, those of the tracks, in the range, from here on, before.',
      'refused',
    );
    return;
  }
  chosenClips.choose(all.filter(test).map(({ clip }) => clip.id));
  status.say(chosenClips.said, 'hint');
};

const step: Command = ({ arranging, caret, chosenClips, grid, status }, { to, extend }) => {
  const found = chosenClips.neighbour(to as 'next' | 'previous' | 'higher' | 'lower');
  if (!found) {
    status.say(`There is no ${to} clip.`, 'refused');
    return;
  }
  chosenClips.choose([...(extend === 'on' ? chosenClips.ids : []), ...chosenClips.together(found.clip.id)]);
  arranging.reveal(found);
  caret.move({ tick: found.clip.start });
  const { clip, track } = found;
  status.say(`${clip.name || 'Clip'} of ${track.name} at ${grid.lines.position(clip.start)}`, 'hint');
};

const zoom: Command = ({ arranging }, { axis, to }) => {
  if (axis !== 'pitch') {
    arranging.view.zoomTime(to === 'in' ? ZOOM : 1 / ZOOM);
    return;
  }
  const at = HEIGHTS.indexOf(settings.songRows) + (to === 'in' ? 1 : -1);
  setting.songRows(HEIGHTS[Math.min(HEIGHTS.length - 1, Math.max(0, at))]);
};

const zoomTo: Command = ({ arranging, chosenClips, range, status }, { what }) => {
  const span = what === 'range' ? range.span : what === 'selection' ? chosenClips.span() : null;
  if (what !== 'range' && what !== 'selection') arranging.showAll();
  else if (!span) status.say('There is nothing to zoom to.', 'refused');
  else arranging.showSpan(span[0], span[1]);
};

const range: Command = ({ chosenClips, range }, values) => {
  const span = values.to === 'selection' && chosenClips.placed.length > 0 ? chosenClips.span() : null;
  if (!span) return fallsBack;
  range.set(span);
  return undefined;
};

/** What a command gives that is, in the song, the same as in the roll. */
export const fallsBack = Symbol('as in the roll');

const play: Command = ({ chosenClips, player }, { from }) => {
  const span = from === 'selection' && chosenClips.placed.length > 0 ? chosenClips.span() : null;
  void player.toggle(span?.[0]);
};

/** What is done where the pointer is, to the clip under it and its group, whatever is chosen. */
const pointer: Command = ({ asking, caret, chosenClips, grid, hands, player, sender, status }, { what }) => {
  const { at } = hands;
  const { row } = hands;
  if (!at || row === null) {
    status.say('The pointer is not over the song; move it there first.', 'refused');
    return undefined;
  }
  const snapped = hands.free ? at.tick : grid.lines.around(at.tick).before;
  const under = { tick: at.tick, row };
  const does: Partial<Record<string, () => void>> = {
    split: () => asking.runOnClips([`clip-split at=${hands.free ? at.tick : grid.lines.nearest(at.tick)}`], { under }),
    erase: () => asking.runOnClips(['clip-delete'], { under }),
    select: () =>
      sender.inOrder(() => {
        const found = chosenClips.under(under);
        if (found.length > 0) chosenClips.choose(found);
        if (found.length > 0) status.say(chosenClips.said, 'hint');
        else status.say(NOTHING_UNDER, 'refused');
      }),
    insert: () => asking.runOnClips([`clip-new at=${snapped}`]),
    caret: () => caret.move({ tick: snapped }),
    play: () => void player.start(snapped),
  };
  does[what]?.();
  return undefined;
};

/** What some commands of the view do in the song, where clips are chosen rather than notes. */
export const arrangingCommands: Partial<Record<string, Command>> = {
  select,
  step,
  zoom,
  'zoom-to': zoomTo,
  range,
  play,
  pointer,
};
