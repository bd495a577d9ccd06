import type { Desk } from '../desk/desk.svelte';
import type { Shown } from '../desk/opened-rows.svelte';
import { settings } from '../settings/settings.svelte';
import type { Command } from './studio';

const goTrack: Command = ({ desk, shown }, { to }) => {
  const tracks = desk.song.tracks.filter(({ clips }) => clips.length > 0);
  const at = tracks.findIndex((known) => known.id === desk.track.id);
  const next = tracks[(at + (to === 'previous' ? tracks.length - 1 : 1)) % tracks.length];
  if (shown() === 'song' && desk.rows.all.length > 0) {
    // What is open in other rows stays open.
    const isFocused = desk.rows.focused !== null;
    const clips = next.clips.map(({ id }) => id);
    void desk.opening.clips([...new Set([...desk.open, ...clips])], clips[0]).then(() => {
      if (isFocused) desk.rows.focus(desk.rows.of(next.id) ? next.id : null);
      desk.say(next.name, 'hint');
    });
    return;
  }
  void desk.opening.track(next).then(() => desk.say(next.name, 'hint'));
};

/** Turns the row of the track in front into a small roll, to its dynamics, and back to its clips. */
const openRow: Command = ({ desk, shown, show }, { to }) => {
  if (shown() !== 'song') show('song');
  desk.arranging.inSight = true;
  const what = desk.rows.turn(desk.track.id, (to ?? 'next') as Shown | 'next');
  desk.arranging.revealRow(desk.track.id);
  desk.say(`${desk.track.name}: ${what}${what === 'clips' ? '' : '; Escape goes back to the clips'}`, 'hint');
};

/** The next or previous clip of the track in front comes to the front, opened where it is not. */
const goClip: Command = ({ desk }, { to }) => {
  const { clips } = desk.track;
  const at = clips.findIndex(({ id }) => id === desk.front);
  const next = clips[(at + (to === 'previous' ? clips.length - 1 : 1)) % clips.length];
  if (desk.open.includes(next.id)) {
    desk.opening.toFront(next.id);
  } else {
    void desk.opening.clips([...desk.open, next.id], next.id);
  }
  desk.say(`${next.name || 'Clip'} at ${desk.gridLines.position(next.start)} is in front`, 'hint');
};

const showTracks: Command = ({ desk }, { what }) => {
  const { tracks } = desk.song;
  const isOpen = ({ clips }: (typeof tracks)[number]) => clips.some(({ id }) => desk.open.includes(id));
  const at = tracks.indexOf(desk.track);
  const following = [...tracks.slice(at + 1), ...tracks.slice(0, at)].find((track) => !isOpen(track));
  const wanted =
    what === 'all'
      ? tracks
      : what === 'next'
        ? tracks.filter((track) => isOpen(track) || track === following)
        : [desk.track];
  void desk.opening
    .clips(
      wanted.flatMap(({ clips }) => clips.map(({ id }) => id)),
      desk.front,
    )
    .then(() => desk.say(`Open: ${wanted.map(({ name }) => name).join(', ')}`, 'hint'));
};

/** The tracks with clips, none of which are open. */
const behind = ({ song, open, backdropOf }: Desk) =>
  song.tracks.filter(
    ({ id, clips }) =>
      clips.length > 0 &&
      (backdropOf === null || backdropOf.includes(id)) &&
      !clips.some((clip) => open.includes(clip.id)),
  );

/** Draws notes of other tracks behind: of all, or of one by its number; once more not. */
const backdrop: Command = ({ desk }, { track }) => {
  if (track === undefined) {
    settings.backdrop = !settings.backdrop || desk.backdropOf !== null;
    desk.backdropOf = null;
    desk.say(settings.backdrop ? 'Other tracks are drawn behind' : 'The open tracks alone', 'hint');
    return;
  }
  const found = desk.song.tracks[Number(track) - 1];
  if (!found) {
    desk.say(`There is no track ${track}; the song has ${desk.song.tracks.length}.`, 'refused');
    return;
  }
  const chosen = settings.backdrop ? (desk.backdropOf ?? desk.song.tracks.map(({ id }) => id)) : [];
  const isBehind = chosen.includes(found.id);
  desk.backdropOf = isBehind ? chosen.filter((id) => id !== found.id) : [...chosen, found.id];
  settings.backdrop = desk.backdropOf.length > 0;
  desk.say(`${found.name} is ${isBehind ? 'not drawn behind any more' : 'drawn behind'}`, 'hint');
};

/** Lets the notes behind be touched, as if they were open, and puts them back behind. */
const touchBackdrop: Command = async ({ desk }) => {
  const there = desk.touched.filter((clip) => desk.open.includes(clip));
  desk.touched = [];
  const back = desk.open.filter((clip) => !there.includes(clip));
  if (there.length > 0 && back.length > 0) {
    await desk.opening.clips(back, back.includes(desk.front) ? desk.front : back[0]);
    desk.say('Notes behind are seen only', 'hint');
    return;
  }
  const touched = behind(desk);
  if (touched.length === 0) {
    desk.say('No other track lies behind.', 'refused');
    return;
  }
  desk.touched = touched.flatMap(({ clips }) => clips.map(({ id }) => id));
  settings.backdrop = true;
  await desk.opening.clips([...desk.open, ...desk.touched], desk.front);
  desk.say(`Notes of ${touched.map(({ name }) => name).join(', ')} can be touched; once more they lie behind`, 'hint');
};

/** Brings another of the open tracks to the front: new notes go there. */
const front: Command = ({ desk }, { to }) => {
  const open = desk.song.tracks.filter(({ clips }) => clips.some(({ id }) => desk.open.includes(id)));
  if (open.length < 2) {
    desk.say('No other track is open; show-tracks opens some beside this one.', 'refused');
    return;
  }
  const at = open.findIndex(({ id }) => id === desk.track.id);
  const next = open[(at + (to === 'previous' ? open.length - 1 : 1)) % open.length];
  const { tick } = desk.caret;
  const clips = next.clips.filter(({ id }) => desk.open.includes(id));
  desk.opening.toFront((clips.find(({ start, length }) => tick >= start && tick < start + length) ?? clips[0]).id);
  desk.say(`${next.name} is in front`, 'hint');
};

/** Plays the chosen clips, or the one in front, alone for as long as its key is down. */
const hearClip: Command = ({ desk, player }) => {
  const { arranging } = desk;
  const chosen =
    arranging.isShown && arranging.placed.length > 0
      ? arranging.placed
      : arranging.all.filter(({ clip }) => clip.id === desk.front);
  const span: [number, number] = [
    Math.min(...chosen.map(({ clip }) => clip.start)),
    Math.max(...chosen.map(({ clip }) => clip.start + clip.length)),
  ];
  desk.say(`${chosen.map(({ clip, track }) => clip.name || track.name).join(', ')} alone`, 'hint');
  return player.startAlone(
    new Set(chosen.map(({ clip }) => clip.id)),
    new Set(chosen.map(({ track }) => track.id)),
    span,
  );
};

/** What leads from part to part, and shows several of them at once. */
export const partCommands: Record<string, Command> = {
  'go-track': goTrack,
  'go-clip': goClip,
  'open-row': openRow,
  'show-tracks': showTracks,
  backdrop,
  'touch-backdrop': touchBackdrop,
  front,
  'hear-clip': hearClip,
};
