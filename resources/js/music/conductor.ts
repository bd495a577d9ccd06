import type { ConductorEvent, ConductorKind } from '../api';

/** What stands at one tick of the ruler. */
export interface Flag {
  tick: number;
  events: ConductorEvent[];
}

/** In what order events of one tick are said. */
export const KINDS: readonly ConductorKind[] = ['marker', 'tempo', 'meter', 'key', 'chord'];

/** What rows of one kind are called. */
export const ROWS: Record<ConductorKind, string> = {
  tempo: 'Tempos',
  meter: 'Meters',
  key: 'Keys',
  chord: 'Chords',
  marker: 'Markers',
};

/** A chord as it is read: with the signs of flats and sharps. */
export const chordSigns = (name: string) => name.replaceAll(/([A-G])b/g, '$1♭').replace(/69\b/, '6/9');

/** The events in a span, those of one tick together. */
export function flagsIn(events: ConductorEvent[], from: number, to: number): Flag[] {
  const flags: Flag[] = [];
  for (const event of events) {
    const last = flags[flags.length - 1];
    if (last?.tick === event.tick) {
      last.events.push(event);
    } else if (event.tick >= from && event.tick <= to) {
      flags.push({ tick: event.tick, events: [event] });
    }
  }
  flags.forEach((flag) => flag.events.sort((a, b) => KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind)));
  return flags;
}

/** Whether there is more of some kinds to see than what the song begins with, which the top line shows. */
export const hasCourse = (events: ConductorEvent[], kinds: readonly ConductorKind[]) =>
  events.some(({ kind, tick }) => kinds.includes(kind) && (tick > 0 || kind === 'marker' || kind === 'chord'));

/** The event of a kind that holds at a tick: the last one until there. */
export function holding(
  events: readonly ConductorEvent[],
  kind: ConductorKind,
  tick: number,
): ConductorEvent | undefined {
  return events.findLast((event) => event.kind === kind && event.tick <= tick);
}
