import { pitchName } from './pitch';

/** A channel message of the MIDI 1.0 specification: its status, and one or two numbers of 0–127. */
export type Message = readonly [status: number, first: number, second: number];

export const NOTE_OFF = 0x80;
export const NOTE_ON = 0x90;
export const KEY_PRESSURE = 0xa0;
export const CONTROLLER = 0xb0;
export const PRESSURE = 0xd0;
export const BEND = 0xe0;
export const SUSTAIN = 64;

export const kindOf = ([status]: Message) => status & 0xf0;
export const channelOf = ([status]: Message) => (status & 15) + 1;
export const isPress = (message: Message) => kindOf(message) === NOTE_ON && message[2] > 0;
export const isRelease = (message: Message) =>
  kindOf(message) === NOTE_OFF || (kindOf(message) === NOTE_ON && message[2] === 0);

/** A channel message of a device's bytes; null where they are something else, such as its clock. */
export function messageOf(bytes: ArrayLike<number>): Message | null {
  const status = bytes[0] ?? 0;
  return status >= NOTE_OFF && status < 0xf0 && bytes.length >= 2 ? [status, bytes[1], bytes[2] ?? 0] : null;
}

/** What a message says, in a few words. */
export function said(message: Message): string {
  const [, first, second] = message;
  switch (kindOf(message)) {
    case NOTE_ON:
    case NOTE_OFF:
      return isPress(message) ? `${pitchName(first)} ${second}` : pitchName(first);
    case CONTROLLER:
      return first === SUSTAIN ? `pedal ${second >= 64 ? 'down' : 'up'}` : `controller ${first} ${second}`;
    case BEND:
      return `bend ${((second << 7) | first) - 8192}`;
    default:
      return `pressure ${kindOf(message) === KEY_PRESSURE ? second : first}`;
  }
}
