/**
 * What is wrong with the looks of the page as it stands, found by walking over all that can be seen of it. Runs in the
 * page, so it uses nothing from outside. Canvases draw their own letters and are held by tests of their own.
 */
export function flaws(): string[] {
  const SMALLEST_LETTER = 11;
  const SMALLEST_TARGET = 24;
  const found = new Set<string>();

  const called = (element: Element) => {
    const words = (element.getAttribute('aria-label') ?? element.textContent ?? '').trim().replace(/\s+/g, ' ');
    const within = element.closest('[aria-label]')?.getAttribute('aria-label');
    return `${element.tagName.toLowerCase()} “${words.slice(0, 40)}”${within && within !== words ? ` in ${within}` : ''}`;
  };

  /** Where something is drawn, after what lies around it has cut it; nothing where it isn't seen. */
  const seen = (element: Element, of: DOMRect = element.getBoundingClientRect()) => {
    let { left, top, right, bottom } = of;
    for (let box: Element | null = element; box; box = box.parentElement) {
      const style = getComputedStyle(box);
      if (style.display === 'none' || style.visibility === 'hidden' || style.opacity === '0') return null;
      if (box !== element && (style.overflowX !== 'visible' || style.overflowY !== 'visible')) {
        const around = box.getBoundingClientRect();
        [left, right] = [Math.max(left, around.left), Math.min(right, around.right)];
        [top, bottom] = [Math.max(top, around.top), Math.min(bottom, around.bottom)];
      }
      if (style.position === 'fixed') break;
    }
    return right - left > 0.5 && bottom - top > 0.5 ? { left, top, right, bottom } : null;
  };
  const hiddenFromEyes = (element: Element) => {
    for (let box: Element | null = element; box; box = box.parentElement) {
      const { width, height } = box.getBoundingClientRect();
      if (width <= 1 || height <= 1) return true;
    }
    return element.closest('[inert]') !== null;
  };
  /** The nearest box that cuts off what doesn't fit, in one direction, without a bar to reach the rest. */
  const cutter = (element: Element, axis: 'overflowX' | 'overflowY') => {
    for (let box: Element | null = element; box; box = box.parentElement) {
      const way = getComputedStyle(box)[axis];
      if (way === 'hidden' || way === 'clip') return box;
      if (way === 'auto' || way === 'scroll') return null;
    }
    return document.documentElement;
  };
  /** What lies on top at a place is what one sees there. */
  const onTop = (element: Element, box: { left: number; top: number; right: number; bottom: number }) => {
    const at = document.elementFromPoint((box.left + box.right) / 2, (box.top + box.bottom) / 2);
    return at !== null && (at === element || element.contains(at) || at.contains(element));
  };

  const texts: {
    words: string;
    element: Element;
    box: { left: number; top: number; right: number; bottom: number };
  }[] = [];
  const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walk.nextNode(); node; node = walk.nextNode()) {
    const words = node.textContent!.trim();
    const element = node.parentElement!;
    if (!words || ['OPTION', 'OPTGROUP', 'SCRIPT', 'STYLE', 'TITLE'].includes(element.tagName)) continue;
    if (hiddenFromEyes(element)) continue;
    const range = document.createRange();
    range.selectNodeContents(node);
    const whole = range.getBoundingClientRect();
    const box = seen(element, whole);
    if (!box || !onTop(element, box)) continue;
    if (parseFloat(getComputedStyle(element).fontSize) < SMALLEST_LETTER)
      found.add(`small letters: ${called(element)} ${getComputedStyle(element).fontSize}`);
    // What only has its end cut off, and tells all of it where the pointer rests, is a name that somebody gave.
    const isTold = element.closest('[title]')?.getAttribute('title')?.includes(words) ?? false;
    if (isTold && getComputedStyle(element).textOverflow === 'ellipsis') continue;
    const x = cutter(element, 'overflowX')?.getBoundingClientRect();
    if (x && (whole.right > x.right + 1 || whole.left < x.left - 1)) found.add(`cut: ${called(element)}`);
    const y = cutter(element, 'overflowY')?.getBoundingClientRect();
    if (y && (whole.bottom > y.bottom + 3 || whole.top < y.top - 3)) found.add(`cut: ${called(element)}`);
    const own = element.closest('button, a, label, li, td, th, summary, kbd') ?? element;
    const house = own.getBoundingClientRect();
    if (whole.right > house.right + 1.5 || whole.left < house.left - 1.5) found.add(`leaves its box: ${called(own)}`);
    texts.push({ words, element, box });
  }
  for (const field of document.querySelectorAll<HTMLInputElement | HTMLSelectElement>('input, select')) {
    if (hiddenFromEyes(field) || !seen(field)) continue;
    const style = getComputedStyle(field);
    if (parseFloat(style.fontSize) < SMALLEST_LETTER) found.add(`small letters: ${called(field)} ${style.fontSize}`);
    if (['checkbox', 'radio', 'range', 'color', 'file'].includes(field.type)) continue;
    const pen = document.createElement('canvas').getContext('2d')!;
    pen.font = `${style.fontStyle} ${style.fontWeight} ${style.fontSize} ${style.fontFamily}`;
    const chosen = field instanceof HTMLSelectElement ? (field.selectedOptions[0]?.text ?? '') : field.value;
    const shown = chosen || (field instanceof HTMLInputElement ? field.placeholder : '');
    const arrow = field instanceof HTMLSelectElement && style.appearance === 'auto' ? 18 : 0;
    const room = field.clientWidth - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight) - arrow;
    if (pen.measureText(shown).width > room + 1) found.add(`cut: ${called(field)} shows “${shown}”`);
  }
  for (const [index, one] of texts.entries())
    for (const other of texts.slice(index + 1)) {
      if (one.element === other.element || one.element.contains(other.element) || other.element.contains(one.element))
        continue;
      const wide = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
      const high = Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top);
      if (wide > 2 && high > 4) found.add(`overlaps: “${one.words.slice(0, 30)}” and “${other.words.slice(0, 30)}”`);
    }
  const TARGETS = 'button, a[href], input, select, textarea, summary, [role=tab], [role=option], [role=menuitem]';
  for (const target of document.querySelectorAll(TARGETS)) {
    if (hiddenFromEyes(target) || target.closest('[data-drawn-keyboard]')) continue;
    const label = target.closest('label');
    const { width, height } = (label ?? target).getBoundingClientRect();
    const box = seen(target);
    if (!box || !onTop(label ?? target, box)) continue;
    if (Math.min(width, height) < SMALLEST_TARGET - 0.5)
      found.add(`small target: ${called(target)} ${Math.round(width)}×${Math.round(height)}`);
  }
  if (document.documentElement.scrollWidth > innerWidth + 1) found.add('the page scrolls sideways');
  if (document.documentElement.scrollHeight > innerHeight + 1) found.add('the page scrolls');
  return [...found];
}
