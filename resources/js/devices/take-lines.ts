import { settings } from '../settings/settings.svelte';

/** The lines that take in what was played as it is set: into a layer or not, in the range alone, and onto a grid. */
export function takeLines(inLoop: boolean, hasRange = false): string[] {
  const take = [
    'take',
    settings.replaces ? 'mode=replace' : '',
    inLoop && settings.layers ? 'layer=on' : '',
    hasRange && settings.punch ? 'punch=on' : '',
  ];
  const { quantizeIn, swingIn, strengthIn } = settings;
  const onto = `quantize grid=${quantizeIn}${swingIn ? ` swing=${swingIn}` : ''}${strengthIn < 100 ? ` strength=${strengthIn}` : ''}`;
  return [take.filter(Boolean).join(' '), ...(quantizeIn ? [onto] : [])];
}

/** The lines for one round of a loop. */
export const ofRound = (lines: string[], round: number) => [`${lines[0]} round=${round}`, ...lines.slice(1)];
