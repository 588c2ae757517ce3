import type { Role } from './people';

/**
 * Who may do what: every route is named here with its methods, and what is not named is refused.
 * `open` needs no session.
 */
type Allowed = 'open' | readonly Role[] | typeof AT_BENCH;

/** Technicians and leads; trainees at the job that they are ready for, where the shop lets them. */
const AT_BENCH = 'at-bench';
const ALL: readonly Role[] = ['technician', 'lead', 'trainee'];
const BENCH: readonly Role[] = ['technician', 'lead'];
const LEAD: readonly Role[] = ['lead'];

export const RULES: Readonly<Record<string, Readonly<Partial<Record<'GET' | 'POST', Allowed>>>>> = {
  '/': { GET: ALL },
  '/healthz': { GET: 'open' },
  // Shown to who has the token of the settings.
  '/metrics': { GET: 'open' },
  '/offline': { GET: 'open' },
  // Nothing of a shop stands in it, and it is kept on every device.
  '/help': { GET: 'open' },
  '/signin': { GET: 'open', POST: 'open' },
  '/signout': { POST: ALL },
  '/theme': { POST: 'open' },
  // The key that the bench shows is asked for there.
  '/camera': { GET: 'open' },
  '/api/camera': { GET: 'open', POST: 'open' },
  '/api/camera/photos': { POST: 'open' },
  '/jobs': { GET: ALL, POST: ALL },
  '/operations': { GET: LEAD, POST: LEAD },
  '/people': { GET: LEAD, POST: LEAD },
  '/me': { GET: ALL, POST: ALL },
  '/settings': { GET: ALL, POST: LEAD },
  '/api/jobs.csv': { GET: ALL },
  '/jobs/new': { GET: BENCH, POST: BENCH },
  '/jobs/new/unknown': { GET: BENCH, POST: BENCH },
  '/jobs/[number=integer]': { GET: ALL },
  '/jobs/[number=integer]/intake': { GET: ALL },
  '/jobs/[number=integer]/record': { GET: ALL },
  '/jobs/[number=integer]/fault': { GET: ALL, POST: BENCH },
  '/jobs/[number=integer]/cell': { GET: ALL },
  '/jobs/[number=integer]/spares': { GET: ALL, POST: BENCH },
  '/spares': { GET: ALL, POST: BENCH },
  '/jobs/[number=integer]/plan': { GET: ALL, POST: AT_BENCH },
  '/jobs/[number=integer]/compare': { GET: ALL },
  '/jobs/[number=integer]/tray': { GET: ALL },
  '/jobs/[number=integer]/bench': { GET: ALL },
  '/jobs/[number=integer]/report': { GET: ALL },
  '/practice': { GET: ALL },
  '/practice/[file=integer]/[work]': { GET: ALL },
  '/practice/ready': { GET: LEAD, POST: LEAD },
  '/jobs/[number=integer]/rehearse': { GET: ALL },
  '/api/practice': { POST: ALL },
  '/api/practice/rehearsals': { POST: ALL },
  '/api/practice/sets': { POST: ALL },
  '/api/practice/sets/[file=integer]/[name]': { GET: ALL },
  // One's own; what somebody gets wrong is for that person and the leads.
  '/api/practice/results': { GET: ALL },
  '/api/practice/people/[person=uuid]': { GET: LEAD },
  '/practice/people/[person=uuid]': { GET: LEAD },
  '/machines': { GET: ALL },
  '/machines/[file=integer]': { GET: ALL, POST: BENCH },
  '/api/jobs/[number=integer]/files/[name]': { GET: ALL },
  '/api/jobs/[number=integer]/facts': { POST: BENCH },
  '/api/machines/[file=integer]/[name]': { GET: ALL },
  '/api/machines': { POST: LEAD },
  '/api/machines/[file=integer]': { GET: ALL },
  '/api/runs/[run=uuid]/events': { GET: ALL, POST: AT_BENCH },
  '/api/runs/[run=uuid]/stream': { GET: ALL },
  '/api/runs/[run=uuid]/photos/[photo=uuid]': { GET: ALL, POST: AT_BENCH },
  '/api/runs/[run=uuid]/camera': { POST: AT_BENCH },
  '/api/recordings/[recording=uuid]/events': { GET: ALL, POST: BENCH },
  '/api/recordings/[recording=uuid]/stream': { GET: ALL },
  '/api/recordings/[recording=uuid]/photos/[photo=uuid]': { GET: ALL, POST: BENCH },
  '/api/recordings/[recording=uuid]/up': { POST: BENCH },
  '/api/recordings/[recording=uuid]/file': { GET: ALL },
  '/machines/drafts/[draft=uuid]': { GET: ALL },
  '/machines/draw': { GET: BENCH, POST: BENCH },
  '/api/drafts/[draft=uuid]/events': { GET: ALL, POST: BENCH },
  '/api/drafts/[draft=uuid]/stream': { GET: ALL },
  '/api/drafts/[draft=uuid]/file': { POST: BENCH },
  '/api/drafts/[draft=uuid]/photos/[photo=uuid]': { GET: ALL, POST: BENCH },
  '/api/drafts/archive': { POST: BENCH },
  '/api/machines/[file=integer]/archive': { GET: ALL },
  '/api/working': { GET: ALL },
  '/api/devices/stream': { GET: BENCH },
  '/api/devices/label': { POST: BENCH }
};

/** `if-ready`: allowed where the job that it is about may be worked on by this person. */
export type Verdict = 'allowed' | 'if-ready' | 'sign-in' | 'forbidden' | 'unknown';

/** @param route the route's id as SvelteKit names it; null when no route matched */
export function judge(route: string | null, method: string, role: Role | undefined): Verdict {
  const rule = route === null ? undefined : RULES[route];
  // HEAD shows no more than GET does.
  const allowed = rule?.[(method === 'HEAD' ? 'GET' : method) as 'GET' | 'POST'];
  if (allowed === 'open') return 'allowed';
  if (!role) return 'sign-in';
  if (!rule) return 'unknown';
  if (allowed === AT_BENCH) return role === 'trainee' ? 'if-ready' : 'allowed';
  return allowed?.includes(role) ? 'allowed' : 'forbidden';
}
