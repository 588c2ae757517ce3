import { createHash } from 'node:crypto';

/**
 * An answer that the browser may keep, under a tag of its contents: where it has the same already it is told so, and nothing is sent.
 * @param headers of the answer; `cache-control` among them says for how long it is not even asked
 */
export function tagged(
  request: Request,
  body: string | Uint8Array<ArrayBuffer>,
  headers: Record<string, string>
): Response {
  const tag = `"${createHash('sha256').update(body).digest('base64url')}"`;
  // What packs an answer on its way marks its tag as weak.
  const known = (request.headers.get('if-none-match') ?? '').split(',').map((t) => t.trim().replace(/^W\//, ''));
  if (!known.includes(tag)) return new Response(body, { headers: { ...headers, etag: tag } });
  const kept = Object.entries(headers).filter(([name]) => ['cache-control', 'vary'].includes(name));
  return new Response(null, { status: 304, headers: { ...Object.fromEntries(kept), etag: tag } });
}
