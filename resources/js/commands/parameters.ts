import type { Parameter } from '../api';
import { isAmount } from '../music/amounts';

/** Whether a value is one that a parameter takes, as it is declared; what a text means is the command's to say. */
function takes({ kind, options, min, max, signed, words }: Parameter, value: string): boolean {
  switch (kind) {
    case 'choice':
      return options!.includes(value);
    case 'whole-number':
      return /^[+-]?\d+$/.test(value) && Number(value) >= min! && Number(value) <= max!;
    case 'amount': {
      const far = signed ? value.replace(/^[+-]/, '') : value;
      return isAmount(far) || (words?.includes(far) ?? false);
    }
    default:
      return true;
  }
}

/** What is wrong with the values of a command of the view; '' where nothing is. */
export function wrongIn(parameters: readonly Parameter[], values: Readonly<Record<string, string>>): string {
  for (const [name, value] of Object.entries(values)) {
    const parameter = parameters.find((known) => known.name === name);
    if (!parameter) {
      const names = parameters.map((known) => known.name).join(', ');
      return `there is no parameter “${name}”; ${names ? `it takes ${names}` : 'it takes none'}.`;
    }
    if (!takes(parameter, value)) return `${name} takes ${parameter.allowed}, not “${value}”.`;
  }
  return '';
}
