import { bytesBody } from './body';
import { here } from './here';

/** What a refused request is told. */
export type Refused = { status: 400 | 403 | 413 | 429; message: string };

/** A form of this application has some kilobytes; files go to routes of their own, each with its limit. */
export const FORM_MAX_BYTES = 64_000;
const FORM_MAX_FIELDS = 300;
/** Requests of one person that send something, at the same time. */
const AT_ONCE = 24;

const CHANGES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/**
 * Whether a request that changes something comes from our own pages. Browsers say where a request comes from, also one without a
 * body; what names neither an origin nor a site is no browser, and has no cookie that somebody else could use.
 */
export function isOurs(request: Request, origin: string): boolean {
  if (!CHANGES.has(request.method)) return true;
  const from = request.headers.get('origin');
  if (from !== null) return from === origin;
  const site = request.headers.get('sec-fetch-site');
  return site === null || site === 'same-origin' || site === 'none';
}

/**
 * A form, read within its limits before anything else looks at it.
 * @returns the same request with its body in hand, or why it is refused
 */
export async function readForm(request: Request): Promise<Request | Refused> {
  let bytes: Buffer;
  try {
    bytes = await bytesBody(request, FORM_MAX_BYTES);
  } catch (error) {
    return {
      status: 413,
      message: (error as { body?: { message: string } }).body?.message ?? here().t('server.formTooLarge')
    };
  }
  const again = () =>
    new Request(request.url, { method: request.method, headers: request.headers, body: new Uint8Array(bytes) });
  // JSON is a program's: within the same limit, and read by whoever takes it.
  if (request.headers.get('content-type')?.startsWith('application/json')) return again();
  try {
    const fields = bytes.length === 0 ? 0 : [...(await again().formData())].length;
    if (fields > FORM_MAX_FIELDS)
      return { status: 400, message: here().t('server.formFields', { n: FORM_MAX_FIELDS }) };
  } catch {
    return { status: 400, message: here().t('server.formUnreadable') };
  }
  return bytes.length === 0
    ? new Request(request.url, { method: request.method, headers: formHeaders(request), body: '' })
    : again();
}

/** A form without a body is a form without fields. */
function formHeaders(request: Request): Headers {
  const headers = new Headers(request.headers);
  headers.set('content-type', 'application/x-www-form-urlencoded');
  return headers;
}

const sending = new Map<string, number>();

/** Counts what somebody sends at the same time. @returns what ends the count; undefined when it is too much */
export function begin(person: string): (() => void) | undefined {
  const now = sending.get(person) ?? 0;
  if (now >= AT_ONCE) return undefined;
  sending.set(person, now + 1);
  return () => {
    const left = sending.get(person)! - 1;
    if (left > 0) sending.set(person, left);
    else sending.delete(person);
  };
}
