import { error } from '@sveltejs/kit';
import { here } from '$lib/server/http/here';

/**
 * The request's body, no longer than allowed: no more than that is ever held.
 * @throws 413 when it is longer, whatever its headers say
 */
export async function bytesBody(request: Request, maxBytes: number): Promise<Buffer> {
  const tooLarge = () => error(413, here().t('server.theRequestIsLargerThanMb', { mB: (maxBytes / 1e6).toFixed(1) }));
  if (Number(request.headers.get('content-length') ?? 0) > maxBytes) tooLarge();
  const chunks: Uint8Array[] = [];
  let size = 0;
  try {
    for await (const chunk of (request.body ?? []) as AsyncIterable<Uint8Array>) {
      size += chunk.byteLength;
      if (size > maxBytes) break;
      chunks.push(chunk);
    }
  } catch {
    // The server's own limit cuts the stream off.
    tooLarge();
  }
  if (size > maxBytes) tooLarge();
  return Buffer.concat(chunks);
}

/**
 * The request's body as text, no longer than allowed.
 * @throws 413 when it is longer, whatever its headers say; 400 when it is not UTF-8
 */
export async function textBody(request: Request, maxBytes: number): Promise<string> {
  const bytes = await bytesBody(request, maxBytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    error(400, here().t('server.theRequestIsNotUtf8'));
  }
}

/** A row's id from a query parameter; undefined when it is none. */
export function idFrom(value: string | null): number | undefined {
  return value !== null && /^[1-9]\d{0,14}$/.test(value) ? Number(value) : undefined;
}

/** JSON from a form's field; undefined when it is none. */
export function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
