import { openInRoll } from '../commands/open-in-roll';
import type { Tools } from '../commands/command';
import type { Acting } from './acting.svelte';

/** A key that does something else for the moment: its chord, what the strip says of it, and what it does. */
export type MomentKey = [key: string, strip: string, act: () => void];

/** What is read to know what some keys do for the moment. */
export interface Moment extends Pick<
  Tools,
  | 'chosenClips'
  | 'comparing'
  | 'contents'
  | 'dial'
  | 'dialogs'
  | 'marks'
  | 'openedRows'
  | 'opening'
  | 'panes'
  | 'playing'
  | 'popover'
  | 'preview'
  | 'tuning'
  | 'views'
  | 'walk'
  | 'why'
> {
  acting: Acting;
}

/** What some keys do for the moment: while a result is looked at, while one plays in step by step, over chosen clips. */
export function momentKeys(on: Moment): MomentKey[] {
  const { acting, chosenClips, contents, dialogs, openedRows, panes, playing } = on;
  const { comparing, dial, marks, popover, preview, tuning, views, walk, why } = on;
  const act = (line: string) => acting.act([line], 'key');
  if (dial.now)
    // The face of the dial takes these itself, whatever is held beside them.
    return [
      ['ArrowUp', 'more', () => undefined],
      ['ArrowDown', 'less', () => undefined],
      ['Escape', 'leave', () => undefined],
    ];
  if (acting.lasts) return [['Escape', 'end', () => acting.endLasting()]];
  if (popover.isOpen)
    return [
      [
        'Escape',
        'close',
        () => {
          popover.close();
          views.focus();
        },
      ],
    ];
  if (dialogs.keysShown) return [['Escape', 'close', () => dialogs.hideKeys()]];
  if (tuning.edit)
    return [
      ['Enter', 'do it', () => tuning.commit()],
      ['Escape', 'leave', () => tuning.leave()],
    ];
  if (preview.point)
    return [
      ['Enter', 'keep it', () => comparing.keep()],
      ['Escape', 'as it is', () => comparing.leave()],
      ...Object.keys(marks.all).map((letter): MomentKey => [letter, letter, () => act(`compare with=${letter}`)]),
    ];
  if (why.now)
    return [
      ...(why.now.cure.length > 0 ? [['Enter', 'cure it', () => acting.cure()] satisfies MomentKey] : []),
      ['Escape', 'close', () => why.close()],
    ];
  if (preview.step !== undefined)
    return [
      ['Enter', 'go there', () => walk.go()],
      ['Escape', 'leave', () => walk.leave()],
    ];
  if (playing.delayTest.click !== null) return [['Escape', 'leave the test', () => playing.testDelay()]];
  if (playing.steps.on)
    return [
      ['Enter', 'rest', () => playing.steps.rest()],
      ['\\', 'tie', () => playing.steps.tie()],
      ['=', 'dot', () => playing.steps.dot()],
      ['Backspace', 'back', () => playing.steps.back()],
      ['Escape', 'leave step by step', () => act('step-entry')],
    ];
  if (panes.reached === 'song' && chosenClips.placed.length > 0)
    return [
      ['Enter', 'open in the roll', () => void openInRoll(on, [...chosenClips.ids])],
      ['Escape', 'choose none', () => chosenClips.choose([])],
    ];
  if (views.shown === 'song' && panes.reached === 'roll' && contents.notes.selectedCount === 0)
    return [['Escape', 'back to the clips', () => openedRows.focus(null)]];
  if (playing.letters.on) return [['Escape', 'letters are shortcuts again', () => act('letters')]];
  if (panes.reached === 'table') return [['Escape', 'back to the roll', () => views.show('roll')]];
  return [];
}
