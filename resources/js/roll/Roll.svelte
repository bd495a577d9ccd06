<script lang="ts">
  import { untrack } from 'svelte';
  import { getStudio } from '../acting/studio';
  import type { Ground } from '../gestures/ground';
  import { cellAt, graspOnRoll } from '../gestures/on-roll';
  import { painted } from '../look/painted.svelte';
  import { coloursOf } from '../look/theme';
  import { NoteTable } from '../music/notes';
  import { phraseDropped, phraseOver } from '../pointer/dropping';
  import { Fingers } from '../pointer/fingers';
  import { Pointer } from '../pointer/pointer.svelte';
  import { nearestLine } from '../pointer/snap';
  import { settings } from '../settings/settings.svelte';
  import { hit } from '../sight/hit';
  import type { Pane } from '../sight/pane.svelte';
  import { shadedBy } from './paint-grid';
  import { Gliding } from './gliding.svelte';
  import { paintOverlay } from './paint-overlay';
  import { paintGround, paintNoteScene } from './scenes';

  const {
    acting,
    asking,
    backdrop,
    caret,
    contents,
    dialogs,
    grid,
    hands,
    keyHandling,
    looking,
    newNotes,
    panes,
    player,
    playing,
    popover,
    preview,
    range,
    seen,
    selecting,
    status,
    tuning,
    views,
  } = getStudio();

  let {
    pane,
    summary,
    ondropped,
  }: {
    /** what of the notes it shows */
    pane: Pane;
    /** the notes in a sentence, for who does not see them */
    summary: string;
    /** told the id of a phrase of the shelf that was dropped, and where */
    ondropped?: (phrase: number, tick: number) => void;
  } = $props();

  const HEARD_SECONDS = 0.2;
  const { view, notes } = $derived(pane);
  /** an opened row of the song, which is worked on while it has the keys */
  const isRow = $derived(pane.of !== null);
  const hasKeys = $derived(panes.current === pane);
  const isDrums = $derived(pane.track.voice === 'drums');
  let ground = $state<HTMLCanvasElement>();
  let bodies = $state<HTMLCanvasElement>();
  let over = $state<HTMLCanvasElement>();
  /** the notes as they were when a gesture began, whose places its shape tells; they may change before it is over */
  let begun = $state.raw(NoteTable.none);

  const fingers = new Fingers(
    (x, y) => view.scrollBy(x, y),
    (factor, x) => view.zoomTime(factor, x - over!.getBoundingClientRect().left),
    (x, y) => {
      pointer.cancel();
      dialogs.openMenu(x, y);
    },
  );
  const pointer = new Pointer(hands, status, {
    grasp: (at, button) => graspOnRoll(onRoll(), at, button),
    drop: ({ lines, on, sound, key = lines[0] }, over) => {
      acting.onmouse(key);
      asking.run(lines, { on, ...(sound !== undefined && { sound }), over });
    },
    scrolls: { view: () => view, along: 'both' },
    fingers,
    begins: () => (begun = notes),
    shows: (shape) => {
      const { levels } = shape ?? {};
      if (levels) hands.levelled = { by: 'roll', now: { of: pane, notes: begun, levels } };
      else if (hands.levelled?.by === 'roll') hands.levelled = null;
    },
    passes: (at) => (hands.at = at && { tick: Math.max(0, Math.round(view.tick(at.x))), pitch: view.pitch(at.y) }),
  });

  const onRoll = (): Ground => ({
    pane,
    view,
    notes,
    lines: grid.lines,
    contents,
    caret,
    grid,
    hands,
    newNotes,
    selecting,
    looking,
    hear: (heard) => {
      if (settings.hear) void player.sound(heard.map(([pitch, velocity]) => [pitch, velocity, HEARD_SECONDS]));
    },
  });

  /** nothing for drums, which have no key */
  const shaded = $derived(isDrums ? [] : shadedBy(seen.song, settings.hatch));
  /** tracks that are not open */
  const behind = $derived(
    contents.song.tracks.filter(
      ({ id, clips }) =>
        backdrop.isDrawn(id) && id !== pane.of && (isRow || !clips.some((clip) => contents.open.includes(clip.id))),
    ),
  );
  const windows = $derived(
    seen.song.tracks
      .filter(({ id }) => !isRow || id === pane.of)
      .flatMap(({ clips }) => clips)
      .filter(({ id }) => contents.open.includes(id)),
  );
  const colours = $derived(coloursOf(settings.theme, pane.track.colour));
  /** colours of the theme of rows that have one, by track and pitch */
  const colouredRows = $derived(
    new Map(
      contents.song.tracks.map(({ id, rows }) => [id, new Map(rows.map(([pitch, , colour]) => [pitch, colour]))]),
    ),
  );

  const size = () => [view.width, view.height] as const;
  const groundScene = $derived({
    place: view.place,
    view,
    lines: grid.lines,
    shaded,
    windows,
    colours,
    behind: settings.backdrop
      ? behind.map(({ id, colour }) => ({ notes: seen.sounds.of(id), colours: coloursOf(settings.theme, colour) }))
      : [],
  });
  painted(
    () => ground,
    size,
    () => groundScene,
    paintGround,
  );

  const notesScene = $derived({
    place: view.place,
    view,
    bodies: pane.bodiesOf(pane.visible),
    points: pane.visiblePoints,
    colours,
    theme: settings.theme,
    colouredRows,
    tracks: seen.tracks,
    inFront: contents.track,
    before: preview.flipped ? null : preview.shown,
  });
  painted(
    () => bodies,
    size,
    () => notesScene,
    paintNoteScene,
  );

  const gliding = new Gliding();
  // What a drag or the bench showed at its new place already is not told again.
  gliding.follow(
    () => (preview.shown ? notes : pane.visible),
    () => pointer.shape !== null || preview.shown !== null,
  );

  const inLane = $derived(hands.levelledBy('lane', pane));
  const overScene = $derived({
    place: view.place,
    view,
    notes,
    colours,
    overlay: {
      playhead: player.tick,
      lit: player.playing ? pane.bodiesOf(pane.visible) : null,
      glide: gliding.ways.length > 0 ? { ways: gliding.ways, share: gliding.share } : null,
      caret: hasKeys ? caret.at : null,
      range: range.span,
      highlight: seen.highlight,
      fresh: isRow && pane.track !== contents.track ? NoteTable.none : playing.recorder.fresh,
      shape: pointer.shape ?? inLane,
      shaped: pane.bodiesOf(pointer.shape ? begun : (inLane?.notes ?? notes)),
      asHeads: settings.heads && isDrums,
      framed: hasKeys && settings.frame && hands.hand === 'point' && !hands.moment,
    },
  });
  painted(
    () => over,
    size,
    () => overScene,
    (pen, scene) => paintOverlay(pen, scene.view, scene.notes, scene.overlay, scene.colours),
  );

  $effect(() => {
    if (settings.follow && player.playing && !pointer.shape) view.follow(player.tick);
  });
  // Another hand would do something else where the pointer is.
  $effect(() => {
    void [hands.hand, hands.moment, hands.shape];
    untrack(() => pointer.look());
  });

  function menu(event: MouseEvent): void {
    event.preventDefault();
    if (hands.hand === 'draw' || pointer.goesOn) return;
    const { x, y } = pointer.at(event);
    const found = hit(pane.bodies, x, y);
    if (found && !notes.selected[found.place]) selecting.select(notes.groupOf(notes.columns.id[found.place]));
    if (!found) caret.move({ tick: cellAt(onRoll(), x, false), pitch: view.pitch(y) });
    dialogs.openMenu(event.clientX, event.clientY);
  }

  /** A double press in the point hand puts a note in; on one it opens its curves, or brings its clip to the front. */
  function draw(event: MouseEvent): void {
    if (hands.hand !== 'point') return;
    const { x, y, free } = pointer.at(event);
    const found = hit(pane.bodies, x, y);
    if (!found) {
      asking.run([`insert at=${cellAt(onRoll(), x, free)} pitch=${view.pitch(y)}`], { sound: true });
      acting.onmouse('insert');
      return;
    }
    const clip = notes.columns.clip[found.place];
    if (clip === contents.front) {
      popover.open({ note: notes.columns.id[found.place] });
      acting.onmouse('note-curves');
      return;
    }
    contents.toFront(clip);
    status.say(`${contents.track.name} is in front: new notes go there`, 'hint');
  }

  /** A turn of the wheel that is neither for a gesture nor for what is tried on the bench, and no shortcut, scrolls. */
  function wheel(event: WheelEvent): void {
    event.preventDefault();
    const by = event.deltaY < 0 ? 1 : -1;
    if (pointer.turn(by)) return;
    const isPlain = !event.shiftKey && !event.ctrlKey && !event.altKey && event.deltaY !== 0;
    if (isPlain && !isRow && tuning.turn(by)) return;
    const { x, y } = pointer.at(event);
    view.pointer = { x, y };
    const isTaken = keyHandling.wheel(event);
    view.pointer = null;
    if (!isTaken) view.scrollByWheel(event);
  }

  function drop(event: DragEvent): void {
    const phrase = phraseDropped(event);
    if (phrase) ondropped?.(phrase, nearestLine(grid.lines, view, view.tick(pointer.at(event).x)));
  }
</script>

<!-- The keys of the whole window work on the roll; the canvas takes the pointer, the note table does the same without it. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="relative min-w-0 overflow-hidden"
  role="group"
  aria-label={isRow ? `Notes of ${pane.track.name}` : 'Roll'}
  aria-describedby="roll-summary-{pane.of ?? 0}"
  aria-busy={preview.provisional !== null}
  tabindex="0"
  bind:clientWidth={view.width}
  bind:clientHeight={view.height}
  {@attach (element) => (isRow ? undefined : views.home(element))}
>
  <p id="roll-summary-{pane.of ?? 0}" class="sr-only">{summary} Press J for the same notes as a table.</p>
  <canvas bind:this={ground} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas bind:this={bodies} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas
    bind:this={over}
    class="absolute inset-0 size-full touch-none"
    style:cursor={pointer.cursor}
    aria-hidden="true"
    data-testid={isRow ? 'row-canvas' : 'roll-canvas'}
    data-track={pane.track.id}
    data-left={view.left}
    data-top={view.top}
    data-pixels-per-tick={view.pixelsPerTick}
    data-row-height={view.rowHeight}
    data-open={contents.open.join()}
    {@attach pointer.attach}
    {@attach view.attach}
    oncontextmenu={menu}
    ondragover={(event) => ondropped && phraseOver(event)}
    ondrop={drop}
    ondblclick={draw}
    onwheel={wheel}
  ></canvas>
  {#if notes.count === 0 && playing.recorder.fresh.count === 0}
    <div class="pointer-events-none absolute inset-0 grid place-content-center gap-1 text-center text-secondary">
      <p class="font-semibold">No notes in this clip yet.</p>
      <p>Double-click to draw one; with the draw hand, <kbd>{acting.keyOf('hand to=draw')}</kbd>, each press does.</p>
      <p>Drag along the green band above for a loop, then <kbd>Space</kbd> plays it.</p>
    </div>
  {/if}
</div>
