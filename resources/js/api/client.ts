import { PACKED_SOUND, packedSound } from './packed';

/** The server refused, and said why in words for the status line. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly body: { song?: unknown; map?: unknown; recipes?: unknown; phrases?: unknown; name?: unknown } = {},
  ) {
    super(message);
  }
}

/** The server did not answer, or failed at what it was asked. It can be asked again under the same name. */
export class Unanswered extends Error {
  constructor(
    message = 'The program does not answer. Start it again where it runs; what you did is kept here until then.',
    /** whether it answered that it failed, so that asking again may fail for good */
    readonly isFault = false,
  ) {
    super(message);
  }
}

/** Whoever asked did not wait for the answer. What was asked may have been done. */
export class Left extends Error {}

/** A name for a request, by which the server knows a repeat of it. */
export function requestName(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(12)), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

const SERVER_FAULT = 500;
const NO_CONTENT = 204;

/**
 * Asks the server. A reading whose answer was cut off is asked for once more by itself: it changes nothing.
 *
 * @param left ends the waiting for an answer
 */
export async function request<T>(method: string, path: string, body?: unknown, left?: AbortSignal): Promise<T> {
  return method === 'GET'
    ? onceMore(() => ask<T>(method, path, undefined, left))
    : ask<T>(method, path, body ?? {}, left);
}

/** Asks for what an address has no room to name. It changes nothing, so it is asked for once more as a reading is. */
export async function read<T>(path: string, body: object): Promise<T> {
  return onceMore(() => ask<T>('POST', path, body));
}

/**
 * Asks for something to be made, under a name by which a repeat is known: where the answer was cut off it is asked for once
 * more, and made once.
 */
export async function make<T>(method: string, path: string, body: object, left?: AbortSignal): Promise<T> {
  const named = { ...body, request: requestName() };
  return onceMore(() => ask<T>(method, path, named, left));
}

async function onceMore<T>(asked: () => Promise<T>): Promise<T> {
  try {
    return await asked();
  } catch (error) {
    if (!(error instanceof Unanswered) || error.isFault) {
      throw error;
    }
    return asked();
  }
}

/** Asks once. A body of bytes goes as a piece of a file, all else as JSON. */
export async function ask<T>(method: string, path: string, body: unknown, left?: AbortSignal): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      ...(left && { signal: left }),
      ...(body instanceof Blob
        ? { headers: { 'X-Jactonic-Piece': 'bank' }, body }
        : body !== undefined && { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
  } catch {
    throw left?.aborted ? new Left() : new Unanswered();
  }
  if (response.status === NO_CONTENT) {
    return undefined as T;
  }
  const answer = await whole(response, left);
  if (response.status >= SERVER_FAULT) {
    throw new Unanswered(answer?.error?.message ?? 'The program failed at this; nothing was changed.', true);
  }
  if (!response.ok) {
    throw new Refused(
      answer?.error?.message ?? 'The program could not do that; nothing was changed.',
      response.status,
      answer ?? {},
    );
  }
  if (answer === null) {
    throw new Unanswered('The answer of the program was cut off on its way.');
  }
  return answer as T;
}

/** What an answer says, in JSON or as tables; null where it cannot be read whole: what breaks off is none. */
async function whole(
  response: Response,
  left?: AbortSignal,
): Promise<(Refused['body'] & { error?: { message?: string } }) | null> {
  try {
    return response.headers.get('Content-Type') === PACKED_SOUND
      ? (packedSound(await response.arrayBuffer()) as object)
      : await response.json();
  } catch {
    if (left?.aborted) {
      throw new Left();
    }
    return null;
  }
}
