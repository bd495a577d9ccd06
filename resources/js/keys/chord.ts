const PLACES: Record<string, string> = {
  Comma: ',',
  Period: '.',
  Minus: '-',
  Equal: '=',
  Slash: '/',
  Semicolon: ';',
  Quote: "'",
  BracketLeft: '[',
  BracketRight: ']',
  Backslash: '\\',
  Backquote: '`',
  Space: 'Space',
};

export interface Modifiers {
  ctrl: boolean;
  alt: boolean;
  shift: boolean;
}

/** The modifiers that are down; the command key of a Mac counts as Ctrl. */
export function modifiersOf(event: KeyboardEvent): Modifiers {
  return { ctrl: event.ctrlKey || event.metaKey, alt: event.altKey, shift: event.shiftKey };
}

/**
 * The chord of a key press as the keymap writes it: `Shift+ArrowUp`, `Ctrl+Z`, `1`.
 *
 * Letters go by what the layout gives, so that Q is Q on any keyboard; digits and signs by their place. AltGr and
 * input methods are left alone: they give an empty text.
 */
export function chordOf(event: KeyboardEvent): string {
  if (event.isComposing || event.getModifierState('AltGraph') || event.key === 'Dead') {
    return '';
  }
  const { ctrl, alt, shift } = modifiersOf(event);
  const key = keyOf(event);
  return key === '' ? '' : `${ctrl ? 'Ctrl+' : ''}${alt ? 'Alt+' : ''}${shift ? 'Shift+' : ''}${key}`;
}

/** The key alone, without modifiers. */
function keyOf(event: KeyboardEvent): string {
  if (/^[a-z]$/i.test(event.key)) {
    return event.key.toUpperCase();
  }
  const digit = /^Digit(\d)$/.exec(event.code);
  const letter = /^Key([A-Z])$/.exec(event.code);
  return (
    digit?.[1] ?? PLACES[event.code] ?? letter?.[1] ?? (/^(Shift|Control|Alt|Meta)$/.test(event.key) ? '' : event.key)
  );
}

const SIGNS: Record<string, string> = {
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  Escape: 'Esc',
  Delete: 'Del',
  PageUp: 'Pg↑',
  PageDown: 'Pg↓',
};

/** A chord as it stands on a key cap. */
export function cap(chord: string): string {
  return chord
    .split('+')
    .map((part) => SIGNS[part] ?? part)
    .join(' ');
}

/** The modifiers a chord is written with. */
export function chordModifiers(chord: string): Modifiers {
  return { ctrl: chord.includes('Ctrl+'), alt: chord.includes('Alt+'), shift: chord.includes('Shift+') };
}
