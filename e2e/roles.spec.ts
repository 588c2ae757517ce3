import { RULES } from '$lib/server/sign-in/guard';
import { expect, signInByForm, test } from './fixtures';

test('every route and action against every role', async ({ app, playwright }) => {
  const [run] = await app.sql<{ id: string }>(
    'select r.id from run r join job j on j.id = r.job_id where j.number = 102'
  );
  const path = (id: string) =>
    id
      .replace('[number=integer]', '102')
      .replace('[file=integer]', '1')
      .replace('[run=uuid]', run!.id)
      .replace(/\[(recording|draft|person)=uuid\]/, '00000000-0000-4000-8000-000000000000')
      .replace('[photo=uuid]', '00000000-0000-4000-8000-000000000000')
      .replace('[work]', 'replace:fan')
      .replace('[name]', 'plan.json');
  /** Actions that their route lets in and their rule does not. */
  const facts = [
    { is: 'allowed', why: 'x' },
    { is: 'opened-without', missing: ['x'], why: 'x' }
  ];
  const before = await app.sql('select count(*)::int as n from job_event');
  for (const role of ['technician', 'lead', 'trainee', undefined] as const) {
    const request = await playwright.request.newContext();
    if (role) await signInByForm(request, app.address, { technician: 'tam', lead: 'ines', trainee: 'juno' }[role]);
    for (const [id, rule] of Object.entries(RULES)) {
      // A stream never ends, and signing out ends the session that asks.
      if (/stream$/.test(id) || id === '/signout') continue;
      for (const method of ['GET', 'POST'] as const) {
        if (!rule[method]) continue;
        // A trainee who has rehearsed nothing works on no job.
        const roles = rule[method] === 'at-bench' ? ['technician', 'lead'] : rule[method];
        const allowed = roles === 'open' || (role !== undefined && roles.some((r) => r === role));
        // What an action of no sense comes to is its own affair, as long as it is not let in or kept out by mistake.
        const answer =
          method === 'GET'
            ? await request.get(`${app.address}${path(id)}`, { maxRedirects: 0 })
            : await request.post(`${app.address}${path(id)}?/nothing`, {
                data: 'x',
                headers: { origin: app.address, 'content-type': 'text/plain' },
                maxRedirects: 0
              });
        const where = `${role ?? 'nobody'} ${method} ${id}: ${answer.status()}`;
        if (role === undefined && !allowed)
          expect(
            [401, 303].includes(answer.status()) &&
              (answer.status() !== 303 || answer.headers().location!.startsWith('/signin')),
            where
          ).toBe(true);
        else if (allowed) expect([401, 403].includes(answer.status()), where).toBe(false);
        else expect(answer.status(), where).toBe(403);
      }
    }
    for (const fact of facts) {
      if (role === 'lead') continue;
      const answer = await request.post(`${app.address}/api/jobs/104/facts`, {
        data: fact,
        headers: { origin: app.address }
      });
      expect(answer.status(), `${role ?? 'nobody'} says ${fact.is}`).toBe(role ? 403 : 401);
    }
    await request.dispose();
  }
  expect(await app.sql('select count(*)::int as n from job_event')).toEqual(before);
});

test('what leaves the shop is written down, however it is opened; a picture within a page is none of it', async ({
  page,
  signInAs,
  app
}) => {
  await signInAs('tam');
  const written = async () =>
    (await app.sql<{ file: string }>("select detail ->> 'file' as file from audit where what = 'exported'")).map(
      (row) => row.file
    );
  const before = (await written()).length;
  for (const [file, query] of [
    ['report.pdf', '?show'],
    ['report.pdf', ''],
    ['intake.pdf', '?show'],
    ['run.json', '?show'],
    ['tray.svg', '?show'],
    ['tray.svg', '']
  ] as const)
    expect((await page.request.get(`${app.address}/api/jobs/101/files/${file}${query}`)).status(), file).toBe(200);
  expect((await written()).slice(before).sort()).toEqual([
    'intake.pdf',
    'report.pdf',
    'report.pdf',
    'run.json',
    'tray.svg'
  ]);
});
