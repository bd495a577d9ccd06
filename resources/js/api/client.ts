/** The server refused, and said why in words for the status line. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly body: { song?: unknown; map?: unknown; recipes?: unknown; name?: unknown } = {},
  ) {
    super(message);
  }
}

/** The server did not answer, or failed at what it was asked. It can be asked again under the same name. */
export class Unanswered extends Error {
  constructor(
    message = 'The program does not answer. Is ./start still running?',
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

/** @param left ends the waiting for an answer */
export async function request<T>(method: string, path: string, body?: unknown, left?: AbortSignal): Promise<T> {
  const sends = method !== 'GET';
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      ...(left && { signal: left }),
      ...(sends && { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
    });
  } catch {
    if (left?.aborted) {
      throw new Left();
    }
    throw new Unanswered();
  }
  if (response.status === 204) {
    return undefined as T;
  }
  const answer = await response.json().catch(() => ({}));
  if (response.status >= SERVER_FAULT) {
    throw new Unanswered(answer.error?.message ?? 'The program failed at this; nothing was changed.', true);
  }
  if (!response.ok) {
    throw new Refused(
      answer.error?.message ?? 'The program could not do that; nothing was changed.',
      response.status,
      answer,
    );
  }
  return answer as T;
}
