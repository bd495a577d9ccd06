import { expect, type Studio, type TestNote } from './studio';

/** A piece of a producer's work, as docs/tasks.md lists it: where it begins, what hands do, what is there then. */
export interface Piece {
  piece: string;
  begins: number[][] | string;
  hands: string[];
  mistake: string[];
  leaves: Record<string, unknown>;
}

const [PPQ, BEATS] = [480, 4];
const CLASSES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];

function pitchOf(name: string): number {
  const [, letter, octave] = /^([A-G]#?)(\d)$/.exec(name)!;
  return CLASSES.indexOf(letter) + 12 * (Number(octave) + 1);
}

function tickOf(position: string): number {
  const [bar, beat, tick] = position.split('.').map(Number);
  return ((bar - 1) * BEATS + beat - 1) * PPQ + tick;
}

/** Does one action: a key with its modifiers, a press, a drag, or a typed line with Enter. */
export async function does(studio: Studio, action: string): Promise<void> {
  const { page } = studio;
  const [verb, ...words] = action.split(' ');
  const rest = words.join(' ');
  const [, held] = / with (\w+)$/.exec(action) ?? [];
  const place = (k: number): [number, number] => [tickOf(words[k]), pitchOf(words[k + 1])];
  switch (verb) {
    case 'say':
      // It is understood as it is typed, and done once that is shown.
      await page.keyboard.type(rest);
      await expect(
        page.getByRole('dialog').getByRole('option', { selected: true }).or(page.getByTestId('palette-effect')).first(),
      ).toBeVisible();
      await page.keyboard.press('Enter');
      await expect(studio.palette).toHaveCount(0);
      return;
    case 'type':
      await page.keyboard.type(rest);
      await page.keyboard.press('Enter');
      return;
    case 'press':
      await studio.click(...place(0), held ? { modifiers: [held as 'Shift'] } : {});
      return;
    case 'key': {
      const { y } = await studio.point(0, pitchOf(rest));
      const box = (await page.getByTestId('pitch-keys').boundingBox())!;
      await page.mouse.click(box.x + box.width / 2, y);
      return;
    }
    case 'drag': {
      const [from, to] = [await studio.point(...place(2)), await studio.point(...place(5))];
      await page.mouse.move(from.x - 2, from.y);
      await page.mouse.down();
      if (held) await page.keyboard.down(held);
      await page.mouse.move(to.x - 2, to.y, { steps: 5 });
      await page.mouse.up();
      if (held) await page.keyboard.up(held);
      return;
    }
    case 'level': {
      const at = await studio.point(...place(0));
      await page.mouse.move(at.x + 4, at.y);
      await page.keyboard.down('k');
      await page.keyboard.down('Control');
      await page.mouse.down();
      await page.mouse.move(at.x + 4, at.y - Number(words[3]) / 0.7, { steps: 5 });
      await page.mouse.up();
      await page.keyboard.up('Control');
      await page.keyboard.up('k');
      return;
    }
    default:
      await studio.press(action.replace('Ctrl+', 'Control+').replace(/^[A-Z]$/, (letter) => letter.toLowerCase()));
  }
}

export async function begin(studio: Studio, { begins }: Piece): Promise<void> {
  if (begins === 'tracks') await studio.openTracks();
  else if (begins === 'drums') await studio.openDrums();
  else await studio.open(begins as TestNote[]);
  await studio.press('Home');
}
