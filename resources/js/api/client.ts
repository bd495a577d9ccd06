/** The server refused, and said why in words for the status line. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly body: { song?: unknown } = {},
  ) {
    super(message);
  }
}

/** The server did not answer. What was asked can be asked again. */
export class Unreachable extends Error {
  constructor() {
    super('The program does not answer. Is ./start still running?');
  }
}

export async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  const sends = method !== 'GET';
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      ...(sends && { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
    });
  } catch {
    throw new Unreachable();
  }
  if (response.status === 204) {
    return undefined as T;
  }
  const answer = await response.json().catch(() => ({}));
  if (!response.ok) {
    throw new Refused(
      answer.error?.message ?? 'The program could not do that; nothing was changed.',
      response.status,
      answer,
    );
  }
  return answer as T;
}
