/** Fetches a file, and tells how far it is, in bytes. */
export async function fetched(url: string, tell: (loaded: number, total: number) => void): Promise<ArrayBuffer> {
  const answer = await fetch(url);
  if (!answer.ok || !answer.body)
    throw new Error(`The bank could not be fetched: the program answered ${answer.status}.`);
  const total = Number(answer.headers.get('content-length') ?? 0);
  const parts: Uint8Array[] = [];
  let loaded = 0;
  const reader = answer.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    parts.push(value);
    loaded += value.length;
    tell(loaded, total);
  }
  const bytes = new Uint8Array(loaded);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes.buffer;
}
