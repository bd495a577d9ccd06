import type { HistoryStep } from '../api';

/** A row of the history: a step, or the song as it came in, and how many branches deep it lies. */
export interface Row {
  step: HistoryStep | null;
  id: number | null;
  depth: number;
}

/** The steps as rows: each branch that is not the one walked last stands indented under where it parts. */
export function rowsOf(steps: HistoryStep[]): Row[] {
  const after = new Map<number | null, HistoryStep[]>();
  for (const step of steps) {
    after.set(step.parent, [...(after.get(step.parent) ?? []), step]);
  }
  const rows: Row[] = [];
  // A stack, not recursion: a day's work is thousands of steps deep.
  const waiting: Row[] = [{ step: null, id: null, depth: 0 }];
  while (waiting.length > 0) {
    const row = waiting.pop()!;
    rows.push(row);
    // The branch walked last is taken up after the others, so that it goes on unbroken to the end.
    const next = [...(after.get(row.id) ?? [])].sort((a, b) => b.walked - a.walked || b.id - a.id);
    next.forEach((step, k) => waiting.push({ step, id: step.id, depth: row.depth + (k > 0 ? 1 : 0) }));
  }
  return rows;
}
