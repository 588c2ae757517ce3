import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { judge, RULES } from './guard';

const ROUTES = fileURLToPath(new URL('../../../routes', import.meta.url));

/** Every route of the application with the methods it answers, read from the files themselves. */
function routes(folder = ROUTES): { id: string; methods: string[] }[] {
  const entries = readdirSync(folder, { withFileTypes: true });
  const names = entries.filter((e) => e.isFile()).map((e) => e.name);
  const methods = new Set<string>();
  for (const name of names) {
    const text = readFileSync(join(folder, name), 'utf8');
    if (name === '+page.svelte') methods.add('GET');
    if (name === '+page.server.ts' && /export const actions/.test(text)) methods.add('POST');
    if (name === '+server.ts')
      for (const m of text.matchAll(/export const (GET|POST|PUT|PATCH|DELETE|fallback)/g)) methods.add(m[1]!);
  }
  const id = `/${relative(ROUTES, folder)}`;
  return [
    ...(methods.size > 0 ? [{ id, methods: [...methods].sort() }] : []),
    ...entries.filter((e) => e.isDirectory()).flatMap((e) => routes(join(folder, e.name)))
  ];
}

const all = routes();

describe('the gate', () => {
  it('has a rule for every route and method, and none for what does not exist', () => {
    expect(all.length).toBeGreaterThan(10);
    expect(Object.fromEntries(Object.entries(RULES).map(([id, rule]) => [id, Object.keys(rule).sort()]))).toEqual(
      Object.fromEntries(all.map((r) => [r.id, r.methods]))
    );
  });

  it('opens only these without a session', () => {
    const open = all.flatMap(({ id, methods }) =>
      methods.filter((m) => judge(id, m, undefined) === 'allowed').map((m) => `${m} ${id}`)
    );
    expect(open.sort()).toEqual([
      // A phone beside the bench: each of these asks for the key that the bench showed.
      'GET /api/camera',
      'GET /camera',
      'GET /healthz',
      'GET /help',
      'GET /metrics',
      'GET /offline',
      'GET /signin',
      'POST /api/camera',
      'POST /api/camera/photos',
      'POST /signin',
      'POST /theme'
    ]);
  });

  it('refuses what it does not name', () => {
    expect(judge(null, 'GET', undefined)).toBe('sign-in');
    expect(judge(null, 'GET', 'lead')).toBe('unknown');
    expect(judge('/jobs', 'DELETE', 'lead')).toBe('forbidden');
    expect(judge('/jobs', 'HEAD', undefined)).toBe('sign-in');
    expect(judge('/__proto__', 'GET', 'lead')).toBe('unknown');
  });

  it.each([
    ['POST', '/api/machines', ['lead']],
    ['POST', '/jobs/new', ['technician', 'lead']],
    ['POST', '/api/recordings/[recording=uuid]/events', ['technician', 'lead']],
    ['POST', '/practice/ready', ['lead']],
    ['GET', '/jobs/[number=integer]/bench', ['technician', 'lead', 'trainee']]
  ])('%s %s is for %j', (method, id, roles) => {
    for (const role of ['technician', 'lead', 'trainee'] as const)
      expect(judge(id, method, role)).toBe(roles.includes(role) ? 'allowed' : 'forbidden');
  });

  it.each([
    '/jobs/[number=integer]/plan',
    '/api/runs/[run=uuid]/events',
    '/api/runs/[run=uuid]/photos/[photo=uuid]',
    '/api/runs/[run=uuid]/camera'
  ])('POST %s is for trainees where they may work on the job', (id) => {
    const verdicts = (['technician', 'lead', 'trainee'] as const).map((role) => judge(id, 'POST', role));
    expect(verdicts).toEqual(['allowed', 'allowed', 'if-ready']);
    expect(judge(id, 'POST', undefined)).toBe('sign-in');
  });
});
