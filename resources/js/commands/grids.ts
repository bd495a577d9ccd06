/** The grids the keys walk through, from coarse to fine. Which lines each one has is the core's to say. */
const STRAIGHT = ['16bar', '8bar', '4bar', '2bar', 'bar', '1/2', '1/4', '1/8', '1/16', '1/32', '1/64', '1/128'];

const KINDS = { triplet: 't', dotted: 'd' } as const;

/** What the grid list offers. */
export const GRIDS = [
  ...STRAIGHT,
  ...['1/2', '1/4', '1/8', '1/16', '1/32'].flatMap((value) => [`${value}t`, `${value}d`]),
];

/** The grid of half or twice the step, of the same kind. */
export function neighbour(grid: string, to: 'finer' | 'coarser'): string {
  const found = /^1\/(\d+)([td]?)$/.exec(grid);
  if (found && grid !== '1/1' && STRAIGHT.indexOf(`1/${found[1]}`) < 0) {
    const n = Math.round(to === 'finer' ? Number(found[1]) * 2 : Number(found[1]) / 2);
    return `1/${Math.min(128, Math.max(1, n))}${found[2]}`;
  }
  const kind = found?.[2] ?? '';
  const at = grid === '1/1' ? STRAIGHT.indexOf('bar') : STRAIGHT.indexOf(found ? `1/${found[1]}` : grid);
  const next = STRAIGHT[Math.min(STRAIGHT.length - 1, Math.max(0, at + (to === 'finer' ? 1 : -1)))];
  return next.startsWith('1/') ? next + kind : next;
}

/** The same value as triplet or dotted, or straight again where it is that already. */
export function turned(grid: string, kind: keyof typeof KINDS): string {
  const found = /^(1\/\d+)([td]?)$/.exec(grid);
  if (!found) {
    return grid;
  }
  return found[2] === KINDS[kind] ? found[1] : found[1] + KINDS[kind];
}
