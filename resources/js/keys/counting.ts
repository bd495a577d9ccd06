import type { Binding, Declaration, Parameter } from '../api';
import { formatLine, parseLine } from '../music/line';

/** The parameter of an edit that a count before its key fills; null where the key is done so many times. */
function countedOf(run: readonly string[], edits: ReadonlyMap<string, Declaration>): Parameter | null {
  const edit = run.length === 1 ? edits.get(parseLine(run[0]).name) : undefined;
  return edit?.parameters.find(({ name }) => name === edit.counts) ?? null;
}

/** The lines of a key after a count: so many parts, so many copies, or the lines so many times. */
export function countedLines(
  run: readonly string[],
  times: number,
  edits: ReadonlyMap<string, Declaration>,
): readonly string[] {
  const counted = times > 1 ? countedOf(run, edits) : null;
  if (!counted) return Array.from({ length: times }, () => run).flat();
  const { name, values } = parseLine(run[0]);
  const others = edits.get(name)?.oneOf?.includes(counted.name) ? edits.get(name)!.oneOf! : [];
  const kept = Object.fromEntries(Object.entries(values).filter(([key]) => !others.includes(key)));
  return [formatLine({ name, values: { ...kept, [counted.name]: String(times) } })];
}

/** What the strip says of a key while a count is typed: “4 parts”, “3 ×”. */
export function countSaid({ run }: Binding, times: number, edits: ReadonlyMap<string, Declaration>): string {
  const unit = countedOf(run, edits)?.unit;
  return unit && unit !== 'times' ? `${times} ${unit}` : `${times} ×`;
}
