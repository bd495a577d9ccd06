import { begin, does, type Piece } from './doing';
import pieces from './pieces.json' with { type: 'json' };
import { expect, test } from './studio';

// Maps of shortcuts are the whole program's: what moves one is done in shortcuts.spec.
for (const piece of (pieces as Piece[]).filter(({ begins }) => begins !== 'map')) {
  const { piece: name, hands, mistake, leaves } = piece;
  test(`${name}: ${hands.length} actions, and a mistake that is taken back`, async ({ studio }) => {
    await begin(studio, piece);
    for (const action of [...hands, ...mistake]) await does(studio, action);
    const { track, status, instrument, ...columns } = leaves as { track?: number } & Record<string, never>;
    if (track) studio.clip = await studio.clipOf(track - 1);
    for (const [column, values] of Object.entries(columns)) {
      await expect
        .poll(() => studio.column(column).toSorted((a, b) => a - b), { message: column })
        .toEqual((values as number[]).toSorted((a, b) => a - b));
    }
    if (status) await expect(studio.status).toContainText(status);
    if (instrument) await expect.poll(() => studio.instrumentOf(track! - 1)).toBe(instrument);
  });
}
