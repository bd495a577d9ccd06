<script lang="ts">
  import { untrack } from 'svelte';
  import type { Player } from '../sound/player.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import type { Pane } from '../desk/pane.svelte';
  import { NoteTable } from '../music/notes';
  import { settings } from '../settings/settings.svelte';
  import { Boxing, Lasso, Lens, Panning } from '../gestures/choosing';
  import { Drawing } from '../gestures/drawing';
  import { frameOf, handleUnder, Scaling, Stretching, Widening } from '../gestures/framing';
  import type { At, Ground } from '../gestures/gesture';
  import { atOf, Handling } from '../gestures/handling.svelte';
  import { Levelling } from '../gestures/levelling';
  import { Moving, MovingBorder, MovingEdge } from '../gestures/moving';
  import { Erasing, Stroking } from '../gestures/strokes';
  import { cursorOf, hintOf, type Under } from './hint';
  import { borderAt, hit, type Hit } from '../desk/hit';
  import { Fingers } from './fingers';
  import { oncePerFrame } from '../look/layer';
  import { paintBefore } from './paint-before';
  import { paintGrid, paintOutside, type Stretch } from './paint-grid';
  import { paintCurves } from './paint-curves';
  import { paintBackdrop, paintNotes } from './paint-notes';
  import { paintOverlay } from './paint-overlay';
  import { coloursOf, prepared } from '../look/theme';
  import { nearestLine } from '../gestures/snap';
  import { techniqueOf } from '../music/techniques';
  import { phraseDropped, phraseOver } from '../gestures/dropping';

  let {
    desk,
    pane = desk.roll,
    player,
    summary,
    onwheel,
    onmouse,
    onmenu,
    ondropped,
  }: {
    desk: Desk;
    /** what of the notes it shows */
    pane?: Pane;
    player: Player;
    summary: string;
    onwheel: (event: WheelEvent) => boolean;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
    /** asked for what can be done at a place of the page, in CSS pixels */
    onmenu: (x: number, y: number) => void;
    /** told the id of a phrase of the shelf that was dropped, and where */
    ondropped?: (phrase: number, tick: number) => void;
  } = $props();

  const LEFT = 0;
  const MIDDLE = 1;
  const RIGHT = 2;
  const HEARD_SECONDS = 0.2;
  const { view, notes } = $derived(pane);
  const { hands } = $derived(desk);
  /** an opened row of the song, which is worked on while it has the keys */
  const isRow = $derived(pane.of !== null);
  const hasKeys = $derived(desk.pane === pane);
  let ground: HTMLCanvasElement;
  let bodies: HTMLCanvasElement;
  let over: HTMLCanvasElement;
  const handling = new Handling(
    untrack(() => desk),
    untrack(() => pane),
    (line) => onmouse(line),
    (now) => (hands.levelled = now && { by: 'roll', now }),
  );
  let cursor = $state('crosshair');
  let last: At | null = null;

  /** where which pitch classes belong; nothing is hatched elsewhere, and nothing for drums, which have no key */
  const hatched = $derived.by((): Stretch[] => {
    const { chords, scale } = desk.song;
    if (pane.track.voice === 'drums') return [];
    if (settings.hatch === 'chord') {
      return chords.map(({ tick, classes }, k) => ({ from: tick, to: chords[k + 1]?.tick ?? Infinity, classes }));
    }
    return scale ? [{ from: -Infinity, to: Infinity, classes: scale }] : [];
  });
  /** tracks that are not open */
  const behind = $derived(
    desk.song.tracks.filter(
      ({ id, clips }) =>
        (desk.backdropOf === null || desk.backdropOf.includes(id)) &&
        id !== pane.of &&
        (isRow || !clips.some((clip) => desk.open.includes(clip.id))),
    ),
  );
  const windows = $derived(
    (isRow ? pane.track.clips : desk.song.tracks.flatMap(({ clips }) => clips)).filter(({ id }) =>
      desk.open.includes(id),
    ),
  );
  const colours = $derived(coloursOf(settings.theme, pane.track.colour));

  /** colours of the theme of rows that have one, by track and pitch */
  const colouredRows = $derived(
    new Map(desk.song.tracks.map(({ id, rows }) => [id, new Map(rows.map(([pitch, , colour]) => [pitch, colour]))])),
  );
  /** The colours of a note: those of its row, or else of its track. */
  function ofNote(clip: number, pitch: number) {
    const track = desk.tracks.get(clip) ?? desk.track;
    return coloursOf(settings.theme, colouredRows.get(track.id)?.get(pitch) || track.colour);
  }

  const signOf = (clip: number, technique: number) =>
    techniqueOf(desk.tracks.get(clip) ?? desk.track, technique)?.sign ?? '';

  const askGround = oncePerFrame(() => {
    const pen = prepared(ground, view.width, view.height);
    if (pen) paintGrid(pen, view, desk.gridLines, hatched, colours);
    if (pen) paintOutside(pen, view, windows, colours);
    if (pen && settings.backdrop)
      for (const { id, colour } of behind)
        paintBackdrop(pen, view, desk.sounding.of(id), coloursOf(settings.theme, colour));
  });
  const askNotes = oncePerFrame(() => {
    const pen = prepared(bodies, view.width, view.height);
    if (!pen) return;
    paintNotes(pen, pane.bodiesOf(pane.visible), colours, ofNote, signOf);
    paintCurves(pen, pane.bodiesOf(pane.visible), pane.visiblePoints, colours);
    if (desk.preview.shown && !desk.preview.flipped) paintBefore(pen, view, desk.preview.shown, colours);
  });
  const askOverlay = oncePerFrame(() => {
    const pen = prepared(over, view.width, view.height);
    const inLane = hands.levelledBy('lane', pane);
    if (pen)
      paintOverlay(
        pen,
        view,
        notes,
        {
          playhead: player.tick,
          caret: hasKeys ? desk.caret : null,
          range: desk.range,
          highlight: desk.highlight,
          fresh: isRow && pane.track !== desk.track ? NoteTable.none : desk.fresh,
          shape: handling.shape ?? inLane,
          shaped: pane.bodiesOf(handling.shape ? handling.notes : (inLane?.notes ?? notes)),
          asHeads: settings.heads && isDrums,
          framed: hasKeys && settings.frame && hands.hand === 'point' && !hands.moment,
        },
        colours,
      );
  });
  const place = () => [
    view.left,
    view.top,
    view.pixelsPerTick,
    view.rowHeight,
    view.width,
    view.height,
    view.rows,
    colours,
  ];

  $effect(() => {
    void [
      place(),
      desk.gridLines,
      windows,
      hatched,
      settings.backdrop,
      settings.backdrop && [behind, desk.sounding.all],
    ];
    askGround();
  });
  $effect(() => {
    void [place(), pane.visible, pane.visiblePoints, desk.tracks, settings.heads];
    void [desk.preview.shown, desk.preview.flipped];
    askNotes();
  });
  $effect(() => {
    void [place(), player.tick, desk.caret, desk.range, desk.highlight, handling.shape, notes, desk.fresh, hasKeys];
    void [settings.frame, hands.hand, hands.moment, hands.levelledBy('lane', pane)];
    askOverlay();
  });
  $effect(() => {
    if (settings.follow && player.playing && !handling.shape) view.follow(player.tick);
  });

  $effect(() => {
    void [hands.hand, hands.moment, hands.shape];
    if (last && !handling.goesOn) point(last);
  });

  const at = (event: MouseEvent) => atOf(event, over, desk.free);
  /** Where something begins that is put in at a place: the line at or before it, or free of the grid the tick itself. */
  function cellAt(x: number, free = false): number {
    const tick = Math.max(0, Math.round(view.tick(x)));
    return free ? tick : desk.gridLines.around(tick).before;
  }

  const placeUnder = (x: number, y: number) => hit(pane.bodies, x, y)?.place ?? -1;
  const trackOf = (clip: number) => desk.tracks.get(clip)?.id;
  const isDrums = $derived(pane.track.voice === 'drums');
  const frame = () => (settings.frame && hands.hand === 'point' && !hands.moment ? frameOf(notes, view) : null);

  function under({ x, y }: At): Under & { found: Hit | null } {
    const found = hit(pane.bodies, x, y);
    const box = frame();
    const count = found && !notes.selected[found.place] ? 1 : notes.selectedCount;
    const border = found && found.part !== 'body' && borderAt(notes, found, trackOf);
    return {
      found,
      part: border ? 'border' : (found?.part ?? null),
      handle: box && handleUnder(box, x, y),
      count,
      drums: isDrums,
    };
  }

  function press(event: PointerEvent): void {
    if (fingers.down(event)) {
      handling.cancel();
      return;
    }
    const from = at(event);
    const isRight = event.button === RIGHT;
    if (event.button !== LEFT && event.button !== MIDDLE && !(isRight && hands.hand === 'draw')) return;
    over.setPointerCapture(event.pointerId);
    hands.presses++;
    const on: Ground = {
      desk,
      pane,
      view,
      notes,
      lines: desk.gridLines,
      hear: (heard) => {
        if (settings.hear) void player.sound(heard.map(([pitch, velocity]) => [pitch, velocity, HEARD_SECONDS]));
      },
    };
    const { found, handle } = under(from);
    if (event.button === MIDDLE) {
      handling.begin(new Panning(on, from), from);
    } else if (isRight || (hands.hand === 'erase' && !hands.moment)) {
      handling.begin(new Erasing(on, from, placeUnder), from);
    } else if (hands.moment === 'lens') {
      handling.begin(new Lens(on, from), from);
    } else if (hands.moment === 'level') {
      level(on, from, found);
    } else if (hands.hand === 'draw' && isDrums) {
      handling.begin(new Stroking(on, from, placeUnder, null), from);
    } else if (hands.hand === 'draw' && from.shift) {
      handling.begin(new Stroking(on, from, placeUnder, view.pitch(from.y)), from);
    } else if (hands.hand === 'draw' && !found) {
      handling.begin(new Drawing(on, from), from);
    } else if (handle) {
      const takes = { right: Stretching, top: Widening, foot: Scaling }[handle];
      handling.begin(new takes(on, from), from);
    } else if (found) {
      grab(on, from, found);
    } else {
      reach(on, from);
    }
    last = from;
  }

  function level(on: Ground, from: At, found: Hit | null): void {
    const { id } = notes.columns;
    const ids =
      found && !notes.selected[found.place]
        ? from.ctrl
          ? [id[found.place]]
          : notes.groupOf(id[found.place])
        : found && from.ctrl
          ? [id[found.place]]
          : notes.selection();
    const places = ids.map((one) => notes.placeOf(one));
    if (places.length > 0) handling.begin(new Levelling(on, places, found?.place ?? places[0], from), from);
  }

  /** A press on a note takes it, and its group; a drag moves what is selected. */
  function grab(on: Ground, from: At, found: Hit): void {
    const id = notes.columns.id[found.place];
    const together = notes.groupOf(id);
    const adds = from.shift || from.ctrl;
    const wasSelected = notes.selected[found.place] === 1;
    if (!wasSelected) desk.select(adds ? [...desk.notes.selection(), ...together] : together, true);
    desk.moveCaret({ tick: notes.columns.start[found.place], pitch: notes.columns.pitch[found.place] });
    handling.wait(
      from,
      () => {
        const now = { ...on, notes };
        const border = borderAt(notes, found, trackOf);
        if (border) return new MovingBorder(now, ...border, from);
        return found.part === 'body'
          ? new Moving(now, found.place, from)
          : new MovingEdge(now, found.place, found.part, from);
      },
      () => {
        // A drag moves what is selected: so that is changed only where there was none.
        if (wasSelected) {
          desk.select(adds ? desk.notes.selection().filter((one) => !together.includes(one)) : together, true);
        }
      },
    );
  }

  /** A press on empty ground selects by a box, or with Alt by a free line; without a drag it puts the caret there. */
  function reach(on: Ground, from: At): void {
    const adds = from.shift || from.ctrl;
    const kept = adds ? desk.notes.selection() : [];
    handling.wait(
      from,
      () => (from.free && !desk.free ? new Lasso(on, from, kept) : new Boxing(on, from, kept)),
      () => {
        desk.moveCaret({ tick: cellAt(from.x, from.free), pitch: view.pitch(from.y) });
        if (!adds) desk.select([]);
      },
    );
  }

  function move(event: PointerEvent): void {
    if (fingers.move(event)) return;
    const now = (last = at(event));
    hands.at = { tick: Math.max(0, Math.round(view.tick(now.x))), pitch: view.pitch(now.y) };
    if (handling.move(now, event.buttons)) handling.scrollOn();
    else point(now);
  }

  /** Shows what a press would do. */
  function point(now: At): void {
    const below = under(now);
    cursor = cursorOf(hands, below);
    hands.word = hintOf(hands, below);
  }

  function release(event: PointerEvent): void {
    if (!fingers.up(event)) handling.release();
  }

  function leave(): void {
    if (handling.goesOn) return;
    hands.at = null;
    hands.word = '';
    last = null;
  }

  function menu(event: MouseEvent): void {
    event.preventDefault();
    if (hands.hand === 'draw' || handling.goesOn) return;
    const { x, y } = at(event);
    const found = hit(pane.bodies, x, y);
    if (found && !notes.selected[found.place]) desk.select(notes.groupOf(notes.columns.id[found.place]));
    if (!found) desk.moveCaret({ tick: cellAt(x), pitch: view.pitch(y) });
    onmenu(event.clientX, event.clientY);
  }

  const fingers = new Fingers(
    (x, y) => view.scrollBy(x, y),
    (factor, x) => view.zoomTime(factor, x - over.getBoundingClientRect().left),
    (x, y) => {
      handling.cancel();
      onmenu(x, y);
    },
  );

  /** A double press in the point hand puts a note in; on one it opens its curves, or brings its clip to the front. */
  function draw(event: MouseEvent): void {
    const { x, y, free } = at(event);
    if (hands.hand !== 'point') return;
    const found = hit(pane.bodies, x, y);
    if (found) {
      const clip = notes.columns.clip[found.place];
      if (clip === desk.front) {
        desk.openNote = notes.columns.id[found.place];
        onmouse('note-curves');
        return;
      }
      desk.opening.toFront(clip);
      desk.say(`${desk.track.name} is in front: new notes go there`, 'hint');
      return;
    }
    desk.run([`insert at=${cellAt(x, free)} pitch=${view.pitch(y)}`], { sound: true });
    onmouse('insert');
  }

  /** A turn of the wheel that is no shortcut scrolls. */
  function wheel(event: WheelEvent): void {
    event.preventDefault();
    if (handling.turn(event.deltaY < 0 ? 1 : -1)) return;
    const { x, y } = at(event);
    view.pointer = { x, y };
    const taken = onwheel(event);
    view.pointer = null;
    if (taken) return;
    view.scrollByWheel(event);
  }
</script>

<svelte:window onkeydowncapture={(event) => handling.escape(event)} />

<!-- The keys of the whole window work on the roll; the canvas takes the pointer, the note table does the same without it. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="relative min-w-0 overflow-hidden"
  role="group"
  aria-label={isRow ? `Notes of ${pane.track.name}` : 'Roll'}
  aria-describedby="roll-summary-{pane.of ?? 0}"
  tabindex="0"
  bind:clientWidth={view.width}
  bind:clientHeight={view.height}
>
  <p id="roll-summary-{pane.of ?? 0}" class="sr-only">{summary} Press J for the same notes as a table.</p>
  <canvas bind:this={ground} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas bind:this={bodies} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas
    bind:this={over}
    class="absolute inset-0 size-full touch-none"
    style:cursor
    aria-hidden="true"
    data-testid={isRow ? 'row-canvas' : 'roll-canvas'}
    data-track={pane.track.id}
    data-left={view.left}
    data-top={view.top}
    data-pixels-per-tick={view.pixelsPerTick}
    data-row-height={view.rowHeight}
    data-open={desk.open.join()}
    onpointerdown={press}
    onpointermove={move}
    onpointerup={release}
    onpointercancel={(event) => {
      fingers.up(event);
      handling.cancel();
    }}
    onpointerleave={leave}
    oncontextmenu={menu}
    ondragover={(event) => ondropped && phraseOver(event)}
    ondrop={(event) => {
      const phrase = phraseDropped(event);
      if (phrase) ondropped?.(phrase, nearestLine(desk.gridLines, view, view.tick(at(event).x)));
    }}
    ondblclick={draw}
    onwheel={wheel}
  ></canvas>
  {#if notes.count === 0 && desk.fresh.count === 0}
    <p class="pointer-events-none absolute inset-0 grid place-content-center text-center text-secondary">
      No notes in this clip yet.<br />Double-click to draw one, take the draw hand with H, or press I to insert one at
      the caret.
    </p>
  {/if}
</div>
