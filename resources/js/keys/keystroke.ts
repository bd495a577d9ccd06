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

export const NO_MODIFIERS: Modifiers = { ctrl: false, alt: false, shift: false };

/** The modifiers that are down; the command key of a Mac counts as Ctrl. */
export function modifiersOf(event: KeyboardEvent | WheelEvent): Modifiers {
  return { ctrl: event.ctrlKey || event.metaKey, alt: event.altKey, shift: event.shiftKey };
}

/** A key press as a map writes it: by the letter the layout gives, and by the place of the key. */
export interface Stroke {
  letter: string;
  place: string;
}

/**
 * The chords of a key press: `Shift+ArrowUp`, `Ctrl+Z`, `Num7`. Both are empty where the press is no shortcut.
 *
 * Letters go by what the layout gives, so that Q is Q on any keyboard; digits, signs and the number pad by their place.
 * AltGr, dead keys and input methods are left alone.
 */
export function strokeOf(event: KeyboardEvent): Stroke {
  if (event.isComposing || event.getModifierState('AltGraph') || event.key === 'Dead' || event.key === 'Process') {
    return { letter: '', place: '' };
  }
  const [letter, place] = keysOf(event);
  const written = (key: string) => (key === '' ? '' : prefixed(modifiersOf(event), key));
  return { letter: written(letter), place: written(place) };
}

/** The chord by the letter, as most shortcuts are meant. */
export const chordOf = (event: KeyboardEvent): string => strokeOf(event).letter;

/** The chord of a turn of the wheel, such as `Alt+WheelUp`. */
export function wheelChord(event: WheelEvent): string {
  return prefixed(modifiersOf(event), event.deltaY < 0 ? 'WheelUp' : 'WheelDown');
}

export function prefixed({ ctrl, alt, shift }: Modifiers, key: string): string {
  return `${ctrl ? 'Ctrl+' : ''}${alt ? 'Alt+' : ''}${shift ? 'Shift+' : ''}${key}`;
}

/** The key alone, by letter and by place. */
function keysOf({ key, code }: KeyboardEvent): [letter: string, place: string] {
  if (/^(Shift|Control|Alt|Meta|AltGraph|CapsLock|NumLock)$/.test(key)) {
    return ['', ''];
  }
  const pad = /^Numpad(\d|Add|Subtract|Multiply|Divide|Decimal|Enter)$/.exec(code);
  if (pad) {
    return [`Num${pad[1]}`, `Num${pad[1]}`];
  }
  const fixed = /^Digit(\d)$/.exec(code)?.[1] ?? PLACES[code];
  const place = fixed ?? /^Key([A-Z])$/.exec(code)?.[1] ?? key;
  return [/^[a-z]$/i.test(key) ? key.toUpperCase() : place, place];
}

const SIGNS: Record<string, string> = {
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  Escape: 'Esc',
  Delete: 'Del',
  ContextMenu: 'Menu',
  PageUp: 'Pg↑',
  PageDown: 'Pg↓',
  WheelUp: 'wheel ↑',
  WheelDown: 'wheel ↓',
  NumAdd: 'Num+',
  NumSubtract: 'Num−',
  NumMultiply: 'Num×',
  NumDivide: 'Num÷',
  NumDecimal: 'Num.',
};

/** A shortcut as it stands on key caps: `Shift ↑`, and `G then 6` for two in a row. */
export function cap(shortcut: string): string {
  return shortcut
    .split(' ')
    .map((chord) =>
      chord
        .split(/\+(?=.)/)
        .map((part) => SIGNS[part] ?? part)
        .join(' '),
    )
    .join(' then ');
}

/** The key of a chord without its modifiers. */
export const keyOfChord = (chord: string): string => chord.split(/\+(?=.)/).at(-1)!;

/** The modifiers a chord is written with. */
export function chordModifiers(chord: string): Modifiers {
  return { ctrl: chord.includes('Ctrl+'), alt: chord.includes('Alt+'), shift: chord.includes('Shift+') };
}

export const sameModifiers = (a: Modifiers, b: Modifiers): boolean =>
  a.ctrl === b.ctrl && a.alt === b.alt && a.shift === b.shift;

const TAKEN = [
  [/^Ctrl\+(Shift\+)?[WTN]$/, 'the browser opens and closes windows and tabs with it'],
  [/^Ctrl\+(Shift\+)?Tab$|^Ctrl\+Page(Up|Down)$/, 'the browser goes to another tab with it'],
  [/^Ctrl\+Q$|^Alt\+F4$/, 'it closes the browser'],
  [/^F11$|^F12$|^Ctrl\+Shift\+[IJC]$/, 'the browser keeps it for itself'],
  [/^Ctrl\+[L]$|^F6$|^Alt\+D$/, 'the browser goes to its address line with it'],
  [/^(Shift\+)?Tab$/, 'it leads from control to control'],
  [/^Alt\+Space$/, 'some systems open the window’s menu with it'],
  [/^Alt\+Tab$/, 'the system goes to another window with it'],
] as const;

/** Why a chord may never arrive here; null where nothing is known against it. */
export function keptBySystem(shortcut: string): string | null {
  const [chord] = shortcut.split(' ');
  return TAKEN.find(([pattern]) => pattern.test(chord))?.[1] ?? null;
}
