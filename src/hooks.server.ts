import {
  isHttpError,
  isRedirect,
  json,
  redirect,
  type Handle,
  type HandleServerError,
  type ServerInit
} from '@sveltejs/kit';
import { building } from '$app/environment';
import { closePool, isFull, isOutOfReach, isUnfit, pool } from '$lib/server/database/pool';
import { closeStandbys, keepPosition } from '$lib/server/database/standby';
import { TooMuchAtOnce } from '$lib/server/planning/fair-queue';
import { beginBackground, endBackground } from '$lib/server/background/begin';
import { StoreOutOfReach } from '$lib/server/objects/store';
import { judge } from '$lib/server/sign-in/guard';
import { mayWorkHere } from '$lib/server/practice/at-bench';
import { begin, isOurs, readForm } from '$lib/server/http/incoming';
import { log } from '$lib/server/http/log';
import { closePlanner } from '$lib/server/planning/plans';
import { refusal } from '$lib/server/http/refusal';
import { closeFeed } from '$lib/server/bench/run-feed';
import { personOfSession, SESSION_COOKIE } from '$lib/server/sign-in/sessions';
import { environmentFaults } from '$lib/server/settings/environment';
import { themeOf } from '$lib/server/http/theme';
import { asking } from '$lib/server/planning/threads';
import { beginBeating, sayGoodbye } from '$lib/server/operations/processes';
import { answered, SLOW_MS } from '$lib/server/metrics/metrics';
import { spending, type Spent } from '$lib/server/metrics/spent';
import { direction, here, languageAsked, speaking } from '$lib/server/http/here';

// Streams first: the server waits for every answer to end before it says that it is shut.
process.once('eager-wrench:stopping', () => void closeFeed());
process.once(
  'sveltekit:shutdown',
  () =>
    void Promise.all([
      Promise.all([sayGoodbye(pool()), endBackground()]).then(closePool),
      closeStandbys(),
      closePlanner(),
      closeFeed()
    ])
);

/** Nothing is served with settings that are wrong: all of them are told, and the process ends. */
export const init: ServerInit = () => {
  const faults = building ? [] : environmentFaults(process.env);
  if (faults.length > 0) throw new Error(`cannot start: ${faults.join('; ')}`);
  if (building) return;
  beginBeating();
  beginBackground();
};

/** The one gate: finds out who asks, and lets nothing through that the rules do not name. */
export const handle: Handle = (asked) => {
  const spent: Spent = { queries: 0, ms: 0 };
  return spending.run(spent, () => answer(asked, spent));
};

async function answer({ event, resolve }: Parameters<Handle>[0], spent: Spent): Promise<Response> {
  const started = performance.now();
  event.locals.requestId = crypto.randomUUID();
  event.locals.theme = themeOf(event.cookies);
  event.locals.language = languageAsked(event.request.headers.get('accept-language'));
  let status = 303;
  let end: (() => void) | undefined;
  // The request's own: of a form that was read before, the signal would say nothing.
  const { signal } = event.request;
  try {
    const refused = await speaking.run(
      event.locals.language,
      async () => (await gate(event)) ?? (await limits(event, (ended) => (end = ended)))
    );
    event.locals.language = event.locals.person?.language ?? event.locals.language;
    const asker = { person: event.locals.person?.id ?? '', signal };
    let response =
      refused ??
      (await speaking.run(event.locals.language, () =>
        asking.run(asker, async () => resolve(event, { transformPageChunk: ({ html }) => begun(html, event.locals) }))
      ));
    // A page that could not be loaded says why as every other answer does.
    if (event.locals.thrown !== undefined) response = failed(event, event.locals.thrown);
    status = response.status;
    await keepPosition(event, response);
    return harden(event, response);
  } catch (thrown) {
    if (isRedirect(thrown)) throw thrown;
    const response = failed(event, thrown);
    status = response.status;
    return harden(event, response);
  } finally {
    end?.();
    const ms = performance.now() - started;
    answered(event.route.id ?? 'none', event.request.method, status, ms, spent);
    const line = {
      request: event.locals.requestId,
      method: event.request.method,
      route: event.route.id,
      path: event.url.pathname,
      status,
      person: event.locals.person?.signIn,
      ms: Math.round(ms),
      queries: spent.queries,
      databaseMs: Math.round(spent.ms)
    };
    if (ms > SLOW_MS) log.warn({ ...line, slowest: spent.slowest }, 'slow request');
    else log.info(line, 'request');
  }
}

/** The page with what its first element says of it; it stands before all else, and a page is long. */
function begun(html: string, { theme, language }: App.Locals): string {
  const head = html.indexOf('<head>') + 1;
  const first = html
    .slice(0, head)
    .replace('%ew.theme%', theme)
    .replace('%ew.language%', language)
    .replace('%ew.direction%', direction);
  return first + html.slice(head);
}

/** What is not our fault has a status of its own: the database is away or its disk is full, somebody asks for too much. */
function failed(event: RequestEvent, thrown: unknown): Response {
  if (isHttpError(thrown)) return refuse(event, thrown.status, thrown.body.message);
  if (thrown instanceof TooMuchAtOnce) return refuse(event, 429, thrown.message);
  // Its sender's fault, and answered as that: the log's errors are those of the shop's own.
  if (isUnfit(thrown)) return refuse(event, 422, here().t('server.somethingInThisRequestCannotBe'));
  // Whoever asked has left, and what was done for them was ended with that: nobody hears the answer, and nothing is wrong.
  if (event.request.signal.aborted) return new Response(null, { status: 499 });
  log.error({ request: event.locals.requestId, err: thrown }, 'unexpected');
  if (isOutOfReach(thrown)) return refuse(event, 503, here().t('server.theDatabaseDoesNotAnswerNothing'));
  if (thrown instanceof StoreOutOfReach) return refuse(event, 503, here().t('server.theStoreOfPhotosDoesNotAnswer'));
  if (isFull(thrown)) return refuse(event, 507, here().t('server.theServerHasNoRoomLeft'));
  return refuse(event, 500, here().t('server.ourFault'));
}

type RequestEvent = Parameters<Handle>[0]['event'];

function isForPrograms(event: RequestEvent): boolean {
  return event.isDataRequest || event.url.pathname.startsWith('/api/');
}

function refuse(event: RequestEvent, status: number, message: string): Response {
  // An enhanced form reads its answer as the outcome of an action.
  if (event.request.headers.get('x-sveltekit-action') === 'true')
    return json({ type: 'error', error: { message, request: event.locals.requestId } }, { status });
  return refusal(status, message, event.locals.requestId, isForPrograms(event), event.locals.person?.role);
}

async function gate(event: RequestEvent): Promise<Response | undefined> {
  if (!isOurs(event.request, event.url.origin))
    return refuse(event, 403, here().t('server.thisRequestComesFromAnotherSite'));
  const token = event.cookies.get(SESSION_COOKIE);
  if (token && event.route.id !== '/healthz') event.locals.person = await personOfSession(pool(), token);
  switch (judge(event.route.id, event.request.method, event.locals.person?.role)) {
    case 'allowed':
      return undefined;
    case 'if-ready':
      return (await mayWorkHere(pool(), event.locals.person!, event.params))
        ? undefined
        : refuse(event, 403, here().t('server.notReadyForThis'));
    case 'sign-in':
      if (event.url.pathname.startsWith('/api/') || event.request.method !== 'GET')
        return refuse(event, 401, here().t('server.signInFirst'));
      return redirect(303, `/signin?to=${encodeURIComponent(event.url.pathname + event.url.search)}`);
    case 'forbidden':
      return refuse(event, 403, here().t('server.yourRoleDoesNotAllowThis'));
    case 'unknown':
      return refuse(event, 404, here().t('server.thereIsNoSuchPage'));
  }
}

/** Where a request comes from; a proxy that should say so and does not is one place. */
function addressOf(event: RequestEvent): string {
  try {
    return event.getClientAddress();
  } catch {
    return 'unknown';
  }
}

/** What comes in is limited before it is read: forms as a whole, everything else by its route; and nobody sends too much at once. */
async function limits(event: RequestEvent, ended: (end: () => void) => void): Promise<Response | undefined> {
  if (event.request.method !== 'POST') return undefined;
  const end = begin(event.locals.person?.id ?? `at ${addressOf(event)}`);
  if (!end) return refuse(event, 429, here().t('server.tooManyRequestsAtOnceWait'));
  ended(end);
  if (event.url.pathname.startsWith('/api/')) return undefined;
  const form = await readForm(event.request);
  if (!(form instanceof Request)) return refuse(event, form.status, form.message);
  event.request = form;
  return undefined;
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
  if (status >= 500) event.locals.thrown = thrown;
  return { message: status === 500 ? here().t('server.ourFault') : message, request: event.locals.requestId };
};
