/** What the grid list offers. Which lines each one has, and which are finer and coarser, is the core's to say. */
export const GRIDS = [
  ...['16bar', '8bar', '4bar', '2bar', 'bar', '1/2', '1/4', '1/8', '1/16', '1/32', '1/64', '1/128'],
  ...['1/2', '1/4', '1/8', '1/16', '1/32'].flatMap((value) => [`${value}t`, `${value}d`]),
];

/** From a grid the way to others, as the catalog gives it. */
export type Ways = Record<string, [finer: string, coarser: string, triplet: string, dotted: string]>;

const WAYS = { finer: 0, coarser: 1, triplet: 2, dotted: 3 } as const;

export function wayFrom(ways: Ways, grid: string, to: keyof typeof WAYS): string {
  return ways[grid]?.[WAYS[to]] ?? grid;
}
