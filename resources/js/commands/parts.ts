import { named } from '../music/counted';
import type { Backdrop } from '../desk/backdrop.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Shown } from '../sight/opened-rows.svelte';
import { setting, settings } from '../settings/settings.svelte';
import type { Command as CommandOf } from './command';

type Command = CommandOf<
  | 'arranging'
  | 'backdrop'
  | 'caret'
  | 'chosenClips'
  | 'contents'
  | 'grid'
  | 'openedRows'
  | 'opening'
  | 'player'
  | 'status'
  | 'views'
>;

const goTrack: Command = ({ contents, openedRows, opening, status, views }, { to, name }) => {
  const tracks = contents.song.tracks.filter(({ clips }) => clips.length > 0);
  if (name !== undefined) {
    const wanted = name.toLowerCase();
    const found = tracks.find((track) => track.name.toLowerCase() === wanted) ?? contents.song.tracks[Number(name) - 1];
    if (found) void opening.track(found).then(() => status.say(found.name, 'hint'));
    else status.say(`There is no track “${name}” with a clip.`, 'refused');
    return;
  }
  const at = tracks.findIndex((known) => known.id === contents.track.id);
  const next = tracks[(at + (to === 'previous' ? tracks.length - 1 : 1)) % tracks.length];
  if (views.shown === 'song' && openedRows.all.length > 0) {
    // What is open in other rows stays open.
    const isFocused = openedRows.focused !== null;
    const clips = next.clips.map(({ id }) => id);
    void opening.clips([...new Set([...contents.open, ...clips])], clips[0]).then(() => {
      if (isFocused) openedRows.focus(openedRows.of(next.id) ? next.id : null);
      status.say(next.name, 'hint');
    });
    return;
  }
  void opening.track(next).then(() => status.say(next.name, 'hint'));
};

/** Turns the row of the track in front into a small roll, to its dynamics, and back to its clips. */
const openRow: Command = ({ arranging, contents, openedRows, status, views }, { to }) => {
  views.show('song');
  const what = openedRows.turn(contents.track.id, (to ?? 'next') as Shown | 'next');
  arranging.revealRow(contents.track.id);
  status.say(`${contents.track.name}: ${what}${what === 'clips' ? '' : '; Escape goes back to the clips'}`, 'hint');
};

/** The next or previous clip of the track in front comes to the front, opened where it is not. */
const goClip: Command = ({ contents, grid, opening, status }, { to }) => {
  const { clips } = contents.track;
  const at = clips.findIndex(({ id }) => id === contents.front);
  const next = clips[(at + (to === 'previous' ? clips.length - 1 : 1)) % clips.length];
  if (contents.open.includes(next.id)) {
    contents.toFront(next.id);
  } else {
    void opening.clips([...contents.open, next.id], next.id);
  }
  status.say(`${next.name || 'Clip'} at ${grid.lines.position(next.start)} is in front`, 'hint');
};

const showTracks: Command = ({ contents, opening, status }, { what }) => {
  const { tracks } = contents.song;
  const isOpen = ({ clips }: (typeof tracks)[number]) => clips.some(({ id }) => contents.open.includes(id));
  const at = tracks.indexOf(contents.track);
  const following = [...tracks.slice(at + 1), ...tracks.slice(0, at)].find((track) => !isOpen(track));
  const wanted =
    what === 'all'
      ? tracks
      : what === 'next'
        ? tracks.filter((track) => isOpen(track) || track === following)
        : [contents.track];
  void opening
    .clips(
      wanted.flatMap(({ clips }) => clips.map(({ id }) => id)),
      contents.front,
    )
    .then(() => status.say(`Open: ${named(wanted)}`, 'hint'));
};

/** The tracks with clips, none of which are open. */
const behind = ({ song, open }: Contents, backdrop: Backdrop) =>
  song.tracks.filter(
    ({ id, clips }) => clips.length > 0 && backdrop.isDrawn(id) && !clips.some((clip) => open.includes(clip.id)),
  );

/** Draws notes of other tracks behind: of all, or of one by its number; once more not. */
const drawBackdrop: Command = ({ backdrop, contents, status }, { track }) => {
  if (track === undefined) {
    setting.turn('backdrop', !settings.backdrop || backdrop.of !== null);
    backdrop.of = null;
    status.say(settings.backdrop ? 'Other tracks are drawn behind' : 'The open tracks alone', 'hint');
    return;
  }
  const found = contents.song.tracks[Number(track) - 1];
  if (!found) {
    status.say(`There is no track ${track}; the song has ${contents.song.tracks.length}.`, 'refused');
    return;
  }
  const chosen = settings.backdrop ? (backdrop.of ?? contents.song.tracks.map(({ id }) => id)) : [];
  const isBehind = chosen.includes(found.id);
  backdrop.of = isBehind ? chosen.filter((id) => id !== found.id) : [...chosen, found.id];
  setting.turn('backdrop', backdrop.of.length > 0);
  status.say(`${found.name} is ${isBehind ? 'not drawn behind any more' : 'drawn behind'}`, 'hint');
};

/** Lets the notes behind be touched, as if they were open, and puts them back behind. */
const touchBackdrop: Command = async ({ backdrop, contents, opening, status }) => {
  const there = backdrop.touched.filter((clip) => contents.open.includes(clip));
  backdrop.touched = [];
  const back = contents.open.filter((clip) => !there.includes(clip));
  if (there.length > 0 && back.length > 0) {
    await opening.clips(back, back.includes(contents.front) ? contents.front : back[0]);
    status.say('Notes behind are seen only', 'hint');
    return;
  }
  const touched = behind(contents, backdrop);
  if (touched.length === 0) {
    status.say('No other track lies behind.', 'refused');
    return;
  }
  backdrop.touched = touched.flatMap(({ clips }) => clips.map(({ id }) => id));
  setting.turn('backdrop', true);
  await opening.clips([...contents.open, ...backdrop.touched], contents.front);
  status.say(`Notes of ${named(touched)} can be touched; once more they lie behind`, 'hint');
};

/** Brings another of the open tracks to the front: new notes go there. */
const front: Command = ({ caret, contents, status }, { to }) => {
  const open = contents.song.tracks.filter(({ clips }) => clips.some(({ id }) => contents.open.includes(id)));
  if (open.length < 2) {
    status.say('No other track is open; show-tracks opens some beside this one.', 'refused');
    return;
  }
  const at = open.findIndex(({ id }) => id === contents.track.id);
  const next = open[(at + (to === 'previous' ? open.length - 1 : 1)) % open.length];
  const { tick } = caret;
  const clips = next.clips.filter(({ id }) => contents.open.includes(id));
  contents.toFront((clips.find(({ start, length }) => tick >= start && tick < start + length) ?? clips[0]).id);
  status.say(`${next.name} is in front`, 'hint');
};

/** Plays the chosen clips, or the one in front, alone for as long as its key is down. */
const hearClip: Command = ({ arranging, chosenClips, contents, status, player }) => {
  const chosen =
    arranging.hasKeys && chosenClips.placed.length > 0
      ? chosenClips.placed
      : chosenClips.all.filter(({ clip }) => clip.id === contents.front);
  const span: [number, number] = [
    Math.min(...chosen.map(({ clip }) => clip.start)),
    Math.max(...chosen.map(({ clip }) => clip.start + clip.length)),
  ];
  status.say(`${chosen.map(({ clip, track }) => clip.name || track.name).join(', ')} alone`, 'hint');
  return player.startAlone({
    clips: new Set(chosen.map(({ clip }) => clip.id)),
    tracks: new Set(chosen.map(({ track }) => track.id)),
    span,
  });
};

/** What leads from part to part, and shows several of them at once. */
export const partCommands: Record<string, Command> = {
  'go-track': goTrack,
  'go-clip': goClip,
  'open-row': openRow,
  'show-tracks': showTracks,
  backdrop: drawBackdrop,
  'touch-backdrop': touchBackdrop,
  front,
  'hear-clip': hearClip,
};
