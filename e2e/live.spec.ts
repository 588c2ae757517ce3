import { english } from '../src/core/testing/english';
import { randomUUID } from 'node:crypto';
import { checkInBothThemes, expect, signIn, signInByForm, test } from './fixtures';
import { go, text } from './kept-bench';
import { modelOf } from '$core/machine';
import { fold, type RunEvent } from '$core/run';
import type { Page } from '@playwright/test';
import type { Machine } from '$core/machine';
import type { Plan } from '$core/plan';

test.use({ serviceWorkers: 'allow' });

async function atBench(page: Page, name: string, job: number): Promise<void> {
  await signIn(page, name);
  await page.goto(`/jobs/${job}/bench`);
  await expect(page.locator('[data-ready=true]')).toBeVisible();
}

test('two screens on one run see each other, and what they say differently is shown', async ({ browser, ownApp }) => {
  const app = await ownApp();
  const pages = await Promise.all(
    ['tam', 'ines'].map(async (name) => {
      const page = await (
        await browser.newContext({ baseURL: app.address, viewport: { width: 1280, height: 800 } })
      ).newPage();
      return { name, page };
    })
  );
  const [tam, ines] = pages.map((p) => p.page) as [Page, Page];
  await atBench(tam, 'tam', 102);
  await atBench(ines, 'ines', 102);
  const before = await text(ines).innerText();
  if (await tam.getByRole('button', { name: /^Understood/ }).isVisible()) await tam.keyboard.press('Enter');
  if (await tam.getByLabel('Counted').isVisible()) await tam.getByRole('button', { name: /^All/ }).click();
  await tam.keyboard.press('Enter');
  await expect(text(ines)).not.toHaveText(before);

  // Cut off, both go on with the same step, and say different things of it.
  const [run] = await app.sql<{ id: string; plan: Plan }>(
    'select r.id, r.plan from run r join job j on j.id = r.job_id where j.number = 102'
  );
  const done = new Set(
    (await app.sql<{ step: string }>("select body ->> 'step' as step from run_event where run_id = $1", [run!.id])).map(
      (r) => r.step
    )
  );
  const counted = run!.plan.steps.find((s) => s.count !== undefined && !done.has(s.id))!;
  const at = (ms: number) => new Date(Date.now() + ms).toISOString();
  for (const [page, count, ms] of [
    [tam, counted.count!, 0],
    [ines, counted.count! + 1, 5]
  ] as const) {
    const answer = await page.request.post(`${app.address}/api/runs/${run!.id}/events`, {
      data: { events: [{ id: randomUUID(), at: at(ms), type: 'done', step: counted.id, count }] },
      headers: { origin: app.address }
    });
    expect(answer.status()).toBe(200);
  }
  const alert = tam.getByRole('alert').filter({ hasText: 'Two people recorded step' });
  await expect(alert).toContainText(english(counted.text));
  await checkInBothThemes(tam, 'two opinions');
  await alert.getByRole('button', { name: `Tam Okello: ${counted.count} counted. Keep this` }).click();
  await expect(alert).toHaveCount(0);
  await expect(ines.getByRole('alert').filter({ hasText: 'Two people' })).toHaveCount(0);
  await Promise.all(pages.map((p) => p.page.context().close()));
});

test('a stream of a run ends with its session, and opens to nobody without one', async ({ ownApp, playwright }) => {
  const app = await ownApp();
  const [run] = await app.sql<{ id: string }>(
    'select r.id from run r join job j on j.id = r.job_id where j.number = 102'
  );
  expect((await fetch(`${app.address}/api/runs/${run!.id}/stream`)).status).toBe(401);
  const request = await playwright.request.newContext();
  await signInByForm(request, app.address, 'tam');
  const { cookies } = await request.storageState();
  const stream = await fetch(`${app.address}/api/runs/${run!.id}/stream`, {
    headers: { cookie: cookies.map((c) => `${c.name}=${c.value}`).join('; ') }
  });
  const reader = stream.body!.getReader();
  const first = new TextDecoder().decode((await reader.read()).value);
  expect(first).toContain(': here');
  await app.sql('delete from session');
  // The next heartbeat finds nobody there any more.
  for (let read = await reader.read(); !read.done; read = await reader.read())
    expect(new TextDecoder().decode(read.value)).not.toContain(': here');
  await request.dispose();
});

test('killed servers, cut databases, doubled and disordered requests, two devices: nothing is lost or doubled', async ({
  ownApp,
  playwright
}) => {
  const app = await ownApp();
  const request = await playwright.request.newContext();
  await signInByForm(request, app.address, 'tam');
  await request.post(`${app.address}/jobs/103/plan?/start`, { form: {}, headers: { origin: app.address } });
  const [run] = await app.sql<{ id: string; plan: Plan; machine: Machine }>(
    'select r.id, r.plan, m.document as machine from run r join job j on j.id = r.job_id join machine_file m on m.id = r.machine_file_id where j.number = 103'
  );

  // A fixed seed: what goes wrong can be gone through again.
  let seed = 20261125;
  const random = () => (seed = (seed * 1103515245 + 12345) & 0x7fffffff) / 0x7fffffff;
  let clock = Date.now() - 3_600_000;
  const event = (body: object): RunEvent =>
    ({ id: randomUUID(), at: new Date((clock += 700)).toISOString(), ...body }) as RunEvent;
  const events = run!.plan.steps.flatMap((s) => [
    event(
      s.leg === 'prove'
        ? { type: 'tested', step: s.id, outcome: 'pass' }
        : { type: 'done', step: s.id, ...(s.count === undefined ? {} : { count: s.count }) }
    ),
    ...(random() < 0.3 ? [event({ type: 'note', step: s.id, text: 'looked at' })] : [])
  ]);
  expect(events.length).toBeGreaterThan(190);

  const send = async (batch: RunEvent[]): Promise<void> => {
    for (let tries = 0; ; tries++) {
      const answer = await request
        .post(`${app.address}/api/runs/${run!.id}/events`, {
          data: { events: batch },
          headers: { origin: app.address },
          timeout: 8000
        })
        .catch(() => undefined);
      if (answer?.status() === 200) return;
      // Anything but an answer of refusal is tried again, as the bench does.
      expect([undefined, 500, 503]).toContain(answer?.status());
      expect(tries).toBeLessThan(60);
      await new Promise((go) => setTimeout(go, 250));
    }
  };
  const device = async (own: RunEvent[]) => {
    for (let i = 0; i < own.length;) {
      const batch = own.slice(i, i + 1 + Math.floor(random() * 4));
      i += batch.length;
      // Sent twice at the same time, once turned round, and an old one again.
      await Promise.all([
        send(batch),
        send([...batch].reverse()),
        ...(random() < 0.3 && i > 6 ? [send(own.slice(Math.floor(random() * (i - 5)), i - 2))] : [])
      ]);
    }
  };
  const trouble = async () => {
    for (let k = 0; k < 4; k++) {
      await new Promise((go) => setTimeout(go, 400 + random() * 900));
      if (k % 2 === 0) {
        await app.stop('SIGKILL');
        await app.start();
      } else
        await app
          .sql(
            'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()'
          )
          .catch(() => []);
    }
  };
  await Promise.all([
    device(events.filter((_, i) => i % 2 === 0)),
    device(events.filter((_, i) => i % 2 === 1)),
    trouble()
  ]);

  const kept = await app.sql<{ seq: number; body: RunEvent }>(
    'select seq::int as seq, body from run_event where run_id = $1 order by seq',
    [run!.id]
  );
  expect(kept.map((k) => k.seq)).toEqual(events.map((_, i) => i + 1));
  expect(new Set(kept.map((k) => k.body.id))).toEqual(new Set(events.map((e) => e.id)));
  const model = modelOf(run!.machine);
  expect(
    fold(
      model,
      run!.plan,
      kept.map((k) => k.body)
    )
  ).toEqual(fold(model, run!.plan, events));
  await request.dispose();
});

test('the bench opens without a network, works on, and sends all when it is back', async ({ browser, ownApp }) => {
  const app = await ownApp();
  const context = await browser.newContext({ baseURL: app.address, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await atBench(page, 'tam', 102);
  // From now on the pages of this run are kept.
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.reload();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect(page.getByRole('status')).toContainText(/Saved(?! here)/);

  await context.setOffline(true);
  await page.reload();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await go(page, 5);
  await expect(page.getByRole('status')).toContainText('Saved here');
  const here = await text(page).innerText();
  // A closed tab and a second one, still without a network.
  await page.close();
  const again = await context.newPage();
  await again.goto('/jobs/102/bench');
  await expect(text(again)).toHaveText(here);
  const count = async () =>
    (
      await app.sql<{ n: number }>(
        'select count(*)::int as n from run_event e join run r on r.id = e.run_id join job j on j.id = r.job_id where j.number = 102'
      )
    )[0]!.n;
  const before = await count();
  await context.setOffline(false);
  await expect(again.getByRole('status')).toContainText(/Saved(?! here)/);
  expect(await count()).toBe(before + 5);

  // Signing out leaves no page behind.
  await again.getByRole('button', { name: 'Sign out' }).click();
  await again.waitForURL('**/signin**');
  expect(await again.evaluate(async () => (await caches.keys()).filter((k) => k === 'seen'))).toEqual([]);
  await context.close();
});
