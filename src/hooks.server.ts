import { isRedirect, redirect, type Handle, type HandleServerError } from '@sveltejs/kit';
import { closePool, isOutOfReach, pool } from '$lib/server/database';
import { judge } from '$lib/server/guard';
import { log } from '$lib/server/log';
import { closePlanner } from '$lib/server/planner';
import { refusal } from '$lib/server/refusal';
import { closeFeed } from '$lib/server/run-feed';
import { personOfSession, SESSION_COOKIE } from '$lib/server/sessions';
import { themeOf } from '$lib/server/theme';

// Streams first: the server waits for every answer to end before it says that it is shut.
process.once('eager-wrench:stopping', () => void closeFeed());
process.once('sveltekit:shutdown', () => void Promise.all([closePool(), closePlanner(), closeFeed()]));

/** The one gate: finds out who asks, and lets nothing through that the rules do not name. */
export const handle: Handle = async ({ event, resolve }) => {
  const started = performance.now();
  event.locals.requestId = crypto.randomUUID();
  event.locals.theme = themeOf(event.cookies);
  let status = 303;
  try {
    const response =
      (await gate(event)) ??
      (await resolve(event, { transformPageChunk: ({ html }) => html.replace('%ew.theme%', event.locals.theme) }));
    status = response.status;
    return harden(event, response);
  } catch (thrown) {
    if (isRedirect(thrown)) throw thrown;
    status = isOutOfReach(thrown) ? 503 : 500;
    log.error({ request: event.locals.requestId, err: thrown }, 'unexpected');
    return harden(event, refuse(event, status, status === 503 ? 'The database does not answer. Nothing that was saved is lost; try again in a moment.' : OUR_FAULT));
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

const OUR_FAULT = 'Something went wrong on our side. Nothing that was saved is lost.';

type RequestEvent = Parameters<Handle>[0]['event'];

function isForPrograms(event: RequestEvent): boolean {
  return event.isDataRequest || event.url.pathname.startsWith('/api/');
}

function refuse(event: RequestEvent, status: number, message: string): Response {
  return refusal(status, message, event.locals.requestId, isForPrograms(event));
}

async function gate(event: RequestEvent): Promise<Response | undefined> {
  const token = event.cookies.get(SESSION_COOKIE);
  if (token && event.route.id !== '/healthz') event.locals.person = await personOfSession(pool(), token);
  switch (judge(event.route.id, event.request.method, event.locals.person?.role)) {
    case 'allowed':
      return undefined;
    case 'sign-in':
      if (event.url.pathname.startsWith('/api/') || event.request.method !== 'GET') return refuse(event, 401, 'Sign in first.');
      return redirect(303, `/signin?to=${encodeURIComponent(event.url.pathname + event.url.search)}`);
    case 'forbidden':
      return refuse(event, 403, 'Your role does not allow this. Ask a lead.');
    case 'unknown':
      return refuse(event, 404, 'There is no such page.');
  }
}

function harden(event: RequestEvent, response: Response): Response {
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
  if (event.url.protocol === 'https:') set('strict-transport-security', 'max-age=31536000');
  response.headers.set('x-request-id', event.locals.requestId);
  return response;
}

export const handleError: HandleServerError = ({ error: thrown, event, status, message }) => {
  if (status >= 500) log.error({ request: event.locals.requestId, err: thrown }, 'unexpected');
  return { message: status === 500 ? OUR_FAULT : message, request: event.locals.requestId };
};
