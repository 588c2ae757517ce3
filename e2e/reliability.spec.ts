import { expect, PASSWORD, signIn, signInByForm, test } from './fixtures';

test('killing the server in the middle of a run loses nothing', async ({ browser, ownApp }) => {
  const app = await ownApp();
  const context = await browser.newContext({ baseURL: app.address });
  const page = await context.newPage();
  await signIn(page, 'tam');
  await page.goto('/jobs/103/plan');
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  const text = page.locator('section[data-step] p[aria-live]');

  const recorded = () =>
    app.sql<{ id: string }>(
      'select e.id from run_event e join run r on r.id = e.run_id join job j on j.id = r.job_id where j.number = 103 order by e.seq'
    );
  const go = async (steps: number) => {
    for (let i = 0; i < steps; i++) {
      const before = await text.innerText();
      if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
      if (await page.getByLabel('Counted').isVisible()) await page.getByRole('button', { name: /^All/ }).click();
      await page.keyboard.press('Enter');
      await expect(text).not.toHaveText(before);
    }
  };
  await go(6);
  await expect(page.getByRole('status')).toContainText(/Saved(?! here)/);
  const before = await recorded();
  expect(before.length).toBe(6);

  await app.stop('SIGKILL');
  // Work goes on without the server, and survives a closed tab, too.
  await go(3);
  await expect(page.getByRole('status')).toContainText('Saved here');
  const here = await text.innerText();
  await page.close();

  await app.start();
  const again = await context.newPage();
  await again.goto('/jobs/103/bench');
  await expect(again.locator('section[data-step] p[aria-live]')).toHaveText(here);
  await expect(again.getByRole('status')).toContainText(/Saved(?! here)/);
  await expect.poll(async () => (await recorded()).length).toBe(9);
  expect((await recorded()).map((e) => e.id).slice(0, 6)).toEqual(before.map((e) => e.id));
  await context.close();
});

test('a session that ends at the bench keeps the facts until one signs in again', async ({ browser, ownApp }) => {
  const app = await ownApp();
  const context = await browser.newContext({ baseURL: app.address });
  const page = await context.newPage();
  await signIn(page, 'tam');
  await page.goto('/jobs/105/plan');
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await app.sql('delete from session');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Sign in again to send' }).click();
  await page.getByLabel('Name').fill('tam');
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/jobs/105/bench');
  await expect(page.getByRole('status')).toContainText(/Saved(?! here)/);
  expect(
    (
      await app.sql(
        'select 1 from run_event e join run r on r.id = e.run_id join job j on j.id = r.job_id where j.number = 105'
      )
    ).length
  ).toBe(1);
  await context.close();
});

test('the same events sent again change nothing, and others under their ids are refused', async ({
  app,
  playwright
}) => {
  const request = await playwright.request.newContext();
  await signInByForm(request, app.address, 'tam');
  const [run] = await app.sql<{ id: string }>(
    'select r.id from run r join job j on j.id = r.job_id where j.number = 102'
  );
  const url = `${app.address}/api/runs/${run!.id}/events`;
  const event = { id: crypto.randomUUID(), at: new Date().toISOString(), type: 'note', text: 'Once.' };
  const first = await request.post(url, { data: { events: [event] } });
  expect(first.status()).toBe(200);
  const { seq } = await first.json();
  const state = await (await request.get(url)).text();
  for (let i = 0; i < 3; i++)
    expect(await (await request.post(url, { data: { events: [event, event] } })).json()).toEqual({ seq });
  expect(await (await request.get(url)).text()).toBe(state);
  expect((await request.post(url, { data: { events: [{ ...event, text: 'Twice.' }] } })).status()).toBe(409);
  expect((await request.post(url, { data: { events: [{ ...event, id: 'x' }] } })).status()).toBe(422);
  expect(await (await request.get(url)).text()).toBe(state);
  await request.dispose();
});

test('two processes serve one database, and stop gracefully when asked', async ({ playwright, ownApp }) => {
  const app = await ownApp();
  const first = app.address;
  const firstStop = app.stop.bind(app);
  const request = await playwright.request.newContext();
  await signInByForm(request, first, 'tam');
  expect((await request.get(`${first}/healthz`)).status()).toBe(200);
  const { startServer } = await import('../scripts/setup/server.mjs');
  const second = await startServer({ DATABASE_URL: app.databaseUrl, PORT: '0', LOG_LEVEL: 'warn' });
  // The session opened at the one is known to the other.
  const cookie = (await request.storageState()).cookies.find((c) => c.name === 'eager_wrench_session')!;
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax', secure: false });
  const jobs = await fetch(`${second.address}/jobs`, { headers: { cookie: `${cookie.name}=${cookie.value}` } });
  expect(await jobs.text()).toContain('MS Terna');
  await second.stop();
  expect(await second.exited).toBe(0);
  expect(await firstStop()).toBe(0);
  await request.dispose();
});

test('behind TLS the cookie is secure; without a database the health check says so', async ({ ownApp }) => {
  const { startServer } = await import('../scripts/setup/server.mjs');
  const app = await ownApp();
  const tls = await startServer({
    DATABASE_URL: app.databaseUrl,
    PORT: '0',
    ORIGIN: 'https://bench.example',
    LOG_LEVEL: 'warn'
  });
  const answer = await fetch(`${tls.address}/signin`, {
    method: 'POST',
    redirect: 'manual',
    headers: { origin: 'https://bench.example', 'content-type': 'application/x-www-form-urlencoded' },
    body: `name=tam&password=${PASSWORD}`
  });
  expect(answer.headers.get('set-cookie')).toMatch(/HttpOnly.*Secure.*SameSite=Lax/i);
  expect(answer.headers.get('strict-transport-security')).toBeTruthy();
  await tls.stop();
  const lost = await startServer({
    DATABASE_URL: 'postgres://nobody:x@127.0.0.1:1/none',
    PORT: '0',
    LOG_LEVEL: 'error'
  });
  const health = await fetch(`${lost.address}/healthz`);
  expect(health.status).toBe(503);
  expect(await health.json()).toEqual({ process: 'up', database: 'down' });
  // A page says so, too, in our own words and as hardened as any.
  const page = await fetch(`${lost.address}/jobs`, { headers: { cookie: 'eager_wrench_session=abc' } });
  expect(page.status).toBe(503);
  expect(await page.text()).toContain('The database does not answer');
  expect(page.headers.get('x-content-type-options')).toBe('nosniff');
  await lost.stop();
});
