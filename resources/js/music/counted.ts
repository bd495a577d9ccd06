/** So many of something: one note, two notes. */
export const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`;
