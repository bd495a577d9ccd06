/** A line taken apart: `quantize grid=1/16` is quantize with a grid of 1/16. The core says what it means. */
export interface Line {
  name: string;
  values: Record<string, string>;
}

const WORD = /([a-z][a-z-]*)=(?:"([^"]*)"|([^\s"]+))/g;

export function parseLine(text: string): Line {
  const line = text.trim();
  const [name] = line.split(/\s/, 1);
  const values: Record<string, string> = {};
  for (const [, key, quoted, plain] of line.slice(name.length).matchAll(WORD)) {
    values[key] = quoted ?? plain;
  }
  return { name, values };
}

export function formatLine({ name, values }: Line): string {
  return [name, ...Object.entries(values).map(([key, value]) => `${key}=${quoted(value)}`)].join(' ');
}

function quoted(value: string): string {
  return /[\s"=]|^$/.test(value) ? `"${value.replaceAll('"', '')}"` : value;
}
