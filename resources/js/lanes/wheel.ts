import type { Viewport } from '../sight/viewport.svelte';

/**
 * A turn of the wheel over lanes: what is a shortcut is run; a stack of lanes that is higher than its room scrolls; else
 * the view goes along in time.
 *
 * @param onwheel tells whether it was a shortcut
 */
export function wheelOverLanes(
  event: WheelEvent & { currentTarget: HTMLElement },
  view: Viewport,
  onwheel: (event: WheelEvent) => boolean,
): void {
  if (event.defaultPrevented) return;
  const { currentTarget: stack, target } = event;
  view.pointer = { x: event.clientX - (target as HTMLElement).getBoundingClientRect().left, y: view.height / 2 };
  const taken = onwheel(event);
  view.pointer = null;
  const scrolls = stack.scrollHeight > stack.clientHeight + 1 && !event.shiftKey && event.deltaX === 0;
  if (!taken && scrolls) return;
  event.preventDefault();
  if (!taken) view.scrollByWheel(event, 'time');
}
