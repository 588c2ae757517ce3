import { readFileSync } from 'node:fs';
import { RULES } from '$lib/server/sign-in/guard';
import { expect, PASSWORD, signInByForm, test } from './fixtures';

const example = (route: string) =>
  route
    .replace('[number=integer]', '101')
    .replace('[file=integer]', '1')
    .replace('[run=uuid]', '00000000-0000-4000-8000-000000000000');

test('nothing but the front door opens without a session', async ({ app }) => {
  for (const [route, rule] of Object.entries(RULES)) {
    for (const [method, allowed] of Object.entries(rule)) {
      if (allowed === 'open') continue;
      const answer = await fetch(`${app.address}${example(route)}`, {
        method,
        redirect: 'manual',
        headers: { origin: app.address, 'content-type': 'application/json' },
        ...(method === 'POST' ? { body: '{}' } : {})
      });
      const isPage = method === 'GET' && !route.startsWith('/api/');
      expect(answer.status, `${method} ${route}`).toBe(isPage ? 303 : 401);
      if (isPage) expect(answer.headers.get('location'), route).toMatch(/^\/signin\?to=/);
      expect(await answer.text(), route).not.toContain('MS Terna');
    }
  }
  for (const path of [
    '/admin',
    '/api/people',
    '/.env',
    '/jobs/../../etc/passwd',
    '/jobs/0',
    '/jobs/1e3',
    '/_app/../package.json'
  ]) {
    expect([303, 401, 404], path).toContain((await fetch(`${app.address}${path}`, { redirect: 'manual' })).status);
  }
});

test('every answer is hardened', async ({ app }) => {
  const page = await fetch(`${app.address}/signin`);
  const policy = page.headers.get('content-security-policy')!;
  expect(policy).toContain("default-src 'self'");
  expect(policy).toMatch(/script-src 'self' 'nonce-/);
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  const api = await fetch(`${app.address}/healthz`);
  for (const answer of [page, api]) {
    expect(answer.headers.get('x-content-type-options')).toBe('nosniff');
    expect(answer.headers.get('x-frame-options')).toBe('DENY');
    expect(answer.headers.get('x-request-id')).toMatch(/^[0-9a-f-]{36}$/);
  }
  expect(api.headers.get('content-security-policy')).toContain("default-src 'none'");
  const foreign = await fetch(`${app.address}/signin`, {
    method: 'POST',
    headers: { origin: 'https://elsewhere.example', 'content-type': 'application/x-www-form-urlencoded' },
    body: 'name=tam&password=x'
  });
  expect(foreign.status).toBe(403);
});

test('a connection is kept longer than the proxy in front keeps its end', async ({ app }) => {
  const conf = readFileSync(new URL('../deploy/nginx/eager-wrench.conf', import.meta.url), 'utf8');
  const proxy = Number(/upstream[^}]*keepalive_timeout (\d+)s;/.exec(conf)![1]);
  const { headers } = await fetch(`${app.address}/healthz`);
  const own = Number(/timeout=(\d+)/.exec(headers.get('keep-alive')!)![1]);
  expect(own).toBeGreaterThan(proxy + 5);
});

test('odd addresses and forms are refused without an error of ours', async ({ app, playwright }) => {
  const request = await playwright.request.newContext();
  await signInByForm(request, app.address, 'ines');
  for (const path of [
    '/machines/1e300',
    '/machines/1.5',
    '/machines/999999999',
    '/api/machines/999999999/parts.csv',
    '/api/machines/1/nothing.csv',
    '/jobs/999999999/tray',
    '/jobs/999999999/compare',
    '/api/jobs/999999999/files/plan.md',
    '/jobs/new?machine=99999999999999',
    '/jobs/999999999/plan',
    '/api/machines/999999999',
    '/api/runs/00000000-0000-4000-8000-000000000000/events?after=-1'
  ]) {
    expect((await request.get(`${app.address}${path}`)).status(), path).toBeLessThan(500);
  }
  const form = {
    fileId: '1',
    customer: 'MS Terna',
    serial: '',
    complaint: '',
    dueOn: '',
    goals: '[{"do":"replace","part":"fan"}]'
  };
  const wrong: Partial<typeof form>[] = [
    { fileId: '1e99' },
    { fileId: '77777' },
    { customer: '' },
    { customer: 'a\u0000b' },
    { serial: 'x'.repeat(100) },
    { complaint: 'x'.repeat(3000) },
    { dueOn: '0000-01-01' },
    { dueOn: 'soon' },
    { goals: '{' },
    { goals: '[{"do":"replace","part":"flywheel"}]' },
    { goals: '[{"do":"replace","part":"case"}]' }
  ];
  const [before] = await app.sql<{ n: number }>('select count(*)::int as n from job');
  for (const change of wrong) {
    const answer = await request.post(`${app.address}/jobs/new`, {
      form: { ...form, ...change },
      headers: { origin: app.address, accept: 'text/html' }
    });
    expect(answer.status(), JSON.stringify(change).slice(0, 60)).toBe(400);
  }
  expect(await app.sql('select count(*)::int as n from job')).toEqual([before]);
  await request.dispose();
});

test('signing in leads only to pages of our own', async ({ app }) => {
  for (const [to, expected] of [
    ['/machines', '/machines'],
    ['//elsewhere.example', '/jobs'],
    ['https://elsewhere.example', '/jobs'],
    ['/\\elsewhere.example', '/jobs']
  ]) {
    const answer = await fetch(`${app.address}/signin?to=${encodeURIComponent(to!)}`, {
      method: 'POST',
      redirect: 'manual',
      headers: { origin: app.address, accept: 'text/html', 'content-type': 'application/x-www-form-urlencoded' },
      body: `name=ines&password=${PASSWORD}`
    });
    expect(answer.headers.get('location'), to).toBe(expected);
  }
});

test('a wrong machine file is refused by its place, and nothing is stored', async ({ app, playwright }) => {
  const request = await playwright.request.newContext();
  await signInByForm(request, app.address, 'ines');
  const count = async () => (await app.sql<{ n: number }>('select count(*)::int as n from machine_file'))[0]!.n;
  const before = await count();
  const good = JSON.parse(await (await request.get(`${app.address}/api/machines/1`)).text());
  const wrong = (change: (d: typeof good) => void) => {
    const d = structuredClone(good);
    change(d);
    return JSON.stringify(d);
  };
  const cases: [string, string, number, string][] = [
    ['not JSON', '{"format":', 422, 'is not JSON'],
    ['wrong type', wrong((d) => (d.parts[2].name = 5)), 422, 'parts[2].name'],
    ['unknown reference', wrong((d) => (d.joints[4].a = 'ghost')), 422, 'joints[4].a'],
    ['cycle', wrong((d) => (d.parts.find((p: { id: string }) => p.id === 'board').on = 'ssd')), 422, 'goes round'],
    ['deep nesting', '['.repeat(200_000), 422, 'nested more than'],
    ['NUL', wrong((d) => (d.model = 'a\u0000b')), 422, 'model'],
    ['markup as a name', wrong((d) => (d.parts[2].id = '<img src=x onerror=alert(1)>')), 422, 'parts[2].id'],
    ['half a character', wrong((d) => (d.maker = '\ud800')), 422, 'maker'],
    ['50 MB', ' '.repeat(50_000_000), 413, 'larger than']
  ];
  for (const [name, data, status, place] of cases) {
    const answer = await request.post(`${app.address}/api/machines`, {
      data: Buffer.from(data),
      headers: { 'content-type': 'application/json' }
    });
    expect(answer.status(), name).toBe(status);
    expect(await answer.text(), name).toContain(place);
  }
  const binary = await request.post(`${app.address}/api/machines`, {
    data: Buffer.from([0xff, 0xfe, 0x00, 0xd8]),
    headers: { 'content-type': 'application/json' }
  });
  expect(binary.status()).toBe(400);
  expect(await count()).toBe(before);
  // Names that are odd but allowed are kept as they are, and shown as text.
  const odd = await request.post(`${app.address}/api/machines`, {
    data: wrong((d) => (d.model = '"><script>alert(1)</script>')),
    headers: { 'content-type': 'application/json' }
  });
  expect(odd.status()).toBe(201);
  const page = await (await request.get(`${app.address}/machines`)).text();
  expect(page).not.toContain('<script>alert(1)');
  await request.dispose();
});

test('a machine file is imported on the screen, and a faulty one is explained there', async ({
  page,
  signInAs,
  app
}) => {
  await signInAs('ines');
  await page.goto('/machines');
  const [file] = await app.sql<{ id: string }>("select id from machine_file where machine_id = 'norrvik-fathom-14'");
  const good = JSON.parse(await (await page.request.get(`${app.address}/api/machines/${file!.id}`)).text());
  const send = (d: unknown) =>
    page
      .getByLabel('Import a machine file')
      .setInputFiles({ name: 'mine.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(d)) });
  await send({ ...good, joints: good.joints.slice(1) });
  await expect(page.getByRole('alert')).toContainText('mine.json: The file has');
  await send({ ...good, revision: 'r7' });
  await expect(page.getByRole('alert')).toContainText('is now in the library');
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: `${good.maker} ${good.model}` })
      .filter({ hasText: 'Revision r7' })
  ).toBeVisible();
});

test('metrics are for who has the token, and for nobody where none is set', async ({ app, ownApp }) => {
  const token = 'a-token-of-this-test';
  const ask = (address: string, shown?: string) =>
    fetch(`${address}/metrics`, { headers: shown ? { authorization: `Bearer ${shown}` } : {} });
  expect((await ask(app.address, token)).status).toBe(404);
  const own = await ownApp(true, { METRICS_TOKEN: token });
  for (const shown of [undefined, 'another', `${token}x`]) expect((await ask(own.address, shown)).status).toBe(404);
  expect((await fetch(`${own.address}/signin`)).status).toBe(200);
  const answer = await ask(own.address, token);
  expect(answer.headers.get('content-type')).toContain('text/plain; version=0.0.4');
  const told = await answer.text();
  expect(told).toMatch(/^eager_wrench_request_seconds_count\{route="\/signin",method="GET",status="200"\} 1$/m);
  expect(told).toMatch(/^eager_wrench_build_info\{version="\d+"\} 1$/m);
});
