import type { Score } from './score';

/** What is clicked before something begins: how long that lasts, and when from its start, in seconds. */
export interface CountIn {
  seconds: number;
  clicks: { at: number; isBar: boolean }[];
}

/** So many bars of clicks, as the bar of a tick has them. */
export function countInAt({ clock, gridLines }: Score, tick: number, bars: number): CountIn {
  const { bar, tick: start } = gridLines.barAt(tick);
  const end = gridLines.barStart(bar + 1);
  const from = clock.seconds(start);
  const one = clock.seconds(end) - from;
  const beats = [...gridLines.beats(start, end)];
  const clicks = Array.from({ length: bars }, (_, k) =>
    beats.map((beat) => ({ at: k * one + clock.seconds(beat.tick) - from, isBar: beat.isBar })),
  );
  return { seconds: bars * one, clicks: clicks.flat() };
}
