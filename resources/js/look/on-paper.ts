import { tick } from 'svelte';

/** Prints once what was put on the page for it, and says when it is not needed there any more. */
export async function onPaper(done: () => void): Promise<void> {
  await tick();
  addEventListener('afterprint', done, { once: true });
  print();
}
