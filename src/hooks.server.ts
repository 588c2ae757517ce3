import { error, json, redirect, type Handle, type HandleServerError } from '@sveltejs/kit';
import { closePool, pool } from '$lib/server/database';
import { judge } from '$lib/server/guard';
import { log } from '$lib/server/log';
import { personOfSession, SESSION_COOKIE } from '$lib/server/sessions';
import { themeOf } from '$lib/server/theme';

process.once('sveltekit:shutdown', () => void closePool());

/** The one gate: finds out who asks, and lets nothing through that the rules do not name. */
export const handle: Handle = async ({ event, resolve }) => {
  const started = performance.now();
  event.locals.requestId = crypto.randomUUID();
  event.locals.theme = themeOf(event.cookies);
  let status = 500;
  try {
    const refused = await gate(event);
    const response =
      refused ??
      (await resolve(event, {
        transformPageChunk: ({ html }) => html.replace('%ew.theme%', event.locals.theme)
      }));
    status = response.status;
    harden(response, event.url.protocol === 'https:');
    response.headers.set('x-request-id', event.locals.requestId);
    return response;
  } catch (thrown) {
    status = (thrown as { status?: number }).status ?? 500;
    throw thrown;
  } finally {
    log.info({
      request: event.locals.requestId,
      method: event.request.method,
      route: event.route.id,
      path: event.url.pathname,
      status,
      person: event.locals.person?.signIn,
      ms: Math.round(performance.now() - started)
    }, 'request');
  }
};

async function gate(event: Parameters<Handle>[0]['event']): Promise<Response | undefined> {
  const token = event.cookies.get(SESSION_COOKIE);
  if (token && event.route.id !== '/healthz') event.locals.person = await personOfSession(pool(), token);
  const forPrograms = event.route.id?.startsWith('/api/') ?? event.url.pathname.startsWith('/api/');
  const refuse = (status: 401 | 403 | 404, message: string) => {
    if (forPrograms) return json({ message, request: event.locals.requestId }, { status });
    error(status, { message, request: event.locals.requestId });
  };
  switch (judge(event.route.id, event.request.method, event.locals.person?.role)) {
    case 'allowed':
      return undefined;
    case 'sign-in':
      if (forPrograms || event.request.method !== 'GET') return refuse(401, 'Sign in first.');
      redirect(303, `/signin?to=${encodeURIComponent(event.url.pathname + event.url.search)}`);
      break;
    case 'forbidden':
      return refuse(403, 'Your role does not allow this. Ask a lead.');
    case 'unknown':
      return refuse(404, 'There is no such page.');
  }
}

function harden(response: Response, tls: boolean): void {
  const set = (name: string, value: string) => {
    if (!response.headers.has(name)) response.headers.set(name, value);
  };
  set('x-content-type-options', 'nosniff');
  set('x-frame-options', 'DENY');
  set('referrer-policy', 'same-origin');
  set('cross-origin-opener-policy', 'same-origin');
  set('cross-origin-resource-policy', 'same-origin');
  set('permissions-policy', 'geolocation=(), microphone=(), payment=(), usb=()');
  // Pages carry their own policy with a nonce; everything else needs nothing at all.
  set('content-security-policy', "default-src 'none'; frame-ancestors 'none'");
  set('cache-control', 'no-store');
  if (tls) set('strict-transport-security', 'max-age=31536000');
}

export const handleError: HandleServerError = ({ error: thrown, event, status, message }) => {
  if (status >= 500) log.error({ request: event.locals.requestId, err: thrown }, 'unexpected');
  return { message: status === 500 ? 'Something went wrong on our side. Nothing that was saved is lost.' : message, request: event.locals.requestId };
};
