import type { Walk } from '../desk/walk.svelte';
import type { SongView, Studio } from './studio';

/** A key that does something else for the moment: its chord, what the strip says of it, and what it does. */
export type MomentKey = [key: string, strip: string, act: () => void];

/** What lies over everything else, and how it ends. */
export interface Above {
  /** ends what acts until it is ended; null where nothing does */
  lasting: (() => void) | null;
  /** ends the picture of all keys; null where it is not shown */
  overlay: (() => void) | null;
}

/** What some keys do for the moment: while a result is looked at, while one plays in step by step, over chosen clips. */
export function momentKeys(
  studio: Studio,
  walk: Walk,
  above: Above,
  surface: SongView,
  openInRoll: (clips: number[]) => void,
  act: (line: string) => void,
): MomentKey[] {
  const { tuning, desk, playing, shortcuts } = studio;
  const looks = shortcuts
    .of('flip')
    .filter(({ held }) => !held)
    .map(({ key }): MomentKey => [key, 'before and after', () => act('flip')]);
  if (above.lasting) return [['Escape', 'end', above.lasting]];
  if (above.overlay) return [['Escape', 'close', above.overlay]];
  if (tuning.edit)
    return [['Enter', 'do it', () => tuning.commit()], ['Escape', 'leave', () => tuning.leave()], ...looks];
  if (desk.looking.at !== undefined)
    return [['Enter', 'go there', () => walk.go()], ['Escape', 'leave', () => walk.leave()], ...looks];
  if (playing.delayTest.click !== null) return [['Escape', 'leave the test', () => playing.testDelay()]];
  if (playing.stepping)
    return [
      ['Enter', 'rest', () => playing.rest()],
      ['\\', 'tie', () => playing.tie()],
      ['=', 'dot', () => playing.dot()],
      ['Backspace', 'back', () => playing.back()],
      ['Escape', 'leave step by step', () => act('step-entry')],
    ];
  if (surface === 'song' && desk.arranging.placed.length > 0)
    return [
      ['Enter', 'open in the roll', () => openInRoll([...desk.arranging.chosen])],
      ['Escape', 'choose none', () => desk.arranging.choose([])],
    ];
  if (studio.shown() === 'song' && surface === 'roll' && desk.notes.selectedCount === 0)
    return [['Escape', 'back to the clips', () => desk.rows.focus(null)]];
  if (playing.letters.on) return [['Escape', 'letters are shortcuts again', () => act('letters')]];
  return [];
}
