import type { ConductorEvent, ConductorKind } from '../api';

/** What stands at one tick of the ruler. */
export interface Flag {
  tick: number;
  events: ConductorEvent[];
}

/** In what order events of one tick are said. */
const ORDER: ConductorKind[] = ['marker', 'tempo', 'meter', 'key'];

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
  flags.forEach((flag) => flag.events.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind)));
  return flags;
}

/** Whether there is more to see than what the song begins with, which the top line shows. */
export const hasCourse = (events: ConductorEvent[]) => events.some(({ kind, tick }) => tick > 0 || kind === 'marker');

/** The event of a kind that holds at a tick: the last one until there. */
export function holding(events: ConductorEvent[], kind: ConductorKind, tick: number): ConductorEvent | undefined {
  return events.findLast((event) => event.kind === kind && event.tick <= tick);
}
