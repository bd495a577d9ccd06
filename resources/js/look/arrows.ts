const STEPS: Record<string, number> = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 };

/**
 * Lets the arrow keys, Home and End move the focus among the elements of a box that match a selector. What is pressed
 * with the pointer lets go of the keys, so that the next one is an edit of the notes again.
 *
 * @param choose whether the one that gets the focus is pressed too, as tabs are
 */
export function arrows(selector: string, choose = false) {
  return (box: HTMLElement): (() => void) => {
    const keys = (event: KeyboardEvent) => {
      const all = [...box.querySelectorAll<HTMLElement>(selector)];
      const at = all.findIndex((element) => element === document.activeElement);
      const step = STEPS[event.key];
      const to =
        event.key === 'Home'
          ? 0
          : event.key === 'End'
            ? all.length - 1
            : step
              ? (at + step + all.length) % all.length
              : -1;
      if (at < 0 || to < 0 || event.ctrlKey || event.altKey || event.metaKey || event.shiftKey) {
        return;
      }
      event.preventDefault();
      all[to].focus();
      if (choose) {
        all[to].click();
      }
    };
    const click = (event: MouseEvent) => {
      const pressed = event.detail > 0 && (event.target as HTMLElement).closest<HTMLElement>(selector);
      if (pressed && pressed === document.activeElement) {
        pressed.blur();
      }
    };
    box.addEventListener('keydown', keys);
    box.addEventListener('click', click);
    return () => {
      box.removeEventListener('keydown', keys);
      box.removeEventListener('click', click);
    };
  };
}
