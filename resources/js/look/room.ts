import { MediaQuery } from 'svelte/reactivity';

/**
 * How much room the window gives. What is looked at while one works always stays; what is set once is folded away as it
 * gets narrow, and what is only seen from afar as it gets low.
 */
export const room = {
  isWide: new MediaQuery('min-width: 1280px'),
  isNarrow: new MediaQuery('max-width: 899px'),
  isSmall: new MediaQuery('max-width: 639px'),
  isLow: new MediaQuery('max-height: 559px'),
};
