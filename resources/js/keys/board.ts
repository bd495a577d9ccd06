/** A key of the drawn keyboard: its name in a map, how wide it is in key widths, and what is written on it. */
export interface BoardKey {
  key: string;
  width: number;
  label: string;
}

const LABELS: Record<string, string> = {
  Backspace: '⌫',
  Space: 'Space',
  Enter: 'Enter',
  Escape: 'Esc',
  Insert: 'Ins',
  Delete: 'Del',
};

const arrows: Record<string, string> = {
  ArrowUp: '↑',
  ArrowDown: '↓',
  ArrowLeft: '←',
  ArrowRight: '→',
  PageUp: 'Pg ↑',
  PageDown: 'Pg ↓',
};

const row = (text: string): BoardKey[] =>
  text.split(' ').map((word) => {
    const [key, width = '1'] = word.split(':');
    const name = key.replace(/^Num(?=.)/, '');
    const signs: Record<string, string> = { Add: '+', Subtract: '−', Multiply: '×', Divide: '÷', Decimal: '.' };
    return {
      key,
      width: Number(width),
      label: LABELS[key] ?? signs[name] ?? arrows[key] ?? (key.startsWith('Num') ? name : key),
    };
  });

/** The letters and signs as they lie under the hands; `_` is a gap. */
export const MAIN = [
  row('Escape _:0.5 F1 F2 F3 F4 _:0.5 F5 F6 F7 F8 _:0.5 F9 F10 F11 F12'),
  row('` 1 2 3 4 5 6 7 8 9 0 - = Backspace:1.5'),
  row('_:1.25 Q W E R T Y U I O P [ ] \\:1.25'),
  row("_:1.5 A S D F G H J K L ; ' Enter:2"),
  row('_:2 Z X C V B N M , . / _:2.5'),
  row('_:3.5 Space:6 _:5'),
];

export const BESIDE = [
  row('Insert Home PageUp'),
  row('Delete End PageDown'),
  row('_ ArrowUp _'),
  row('ArrowLeft ArrowDown ArrowRight'),
];

export const PAD = [
  row('_ NumDivide NumMultiply NumSubtract'),
  row('Num7 Num8 Num9 NumAdd'),
  row('Num4 Num5 Num6 _'),
  row('Num1 Num2 Num3 NumEnter'),
  row('Num0:2 NumDecimal _'),
];
