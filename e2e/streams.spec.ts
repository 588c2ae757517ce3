import { expect, signInByForm, test } from './fixtures';

test('a thousand streams asked for at once do not hide the list of jobs, and are refused in words beyond one person\u2019s share', async ({
  ownApp,
  playwright
}) => {
  const app = await ownApp();
  const request = await playwright.request.newContext();
  await signInByForm(request, app.address, 'tam');
  const { name, value } = (await request.storageState()).cookies.find((c) => c.name === 'eager_wrench_session')!;
  const [run] = await app.sql<{ id: string }>(
    'select r.id from run r join job j on j.id = r.job_id where j.number = 102'
  );
  const over = new AbortController();
  const statuses = Promise.all(
    Array.from({ length: 1000 }, () =>
      fetch(`${app.address}/api/runs/${run!.id}/stream`, {
        headers: { cookie: `${name}=${value}` },
        signal: over.signal
      }).then(async (r) => {
        const words = r.status === 200 ? '' : ((await r.json()) as { message: string }).message;
        // The answer is held on to: one that is let go of closes its stream, and makes room for another.
        return [r.status, words, r] as const;
      })
    )
  );
  const list = await request.get(`${app.address}/jobs`, { timeout: 20_000 });
  expect(list.status()).toBe(200);
  expect(await list.text()).toContain('MS Terna');
  const answers = await statuses;
  const open = answers.filter(([status]) => status === 200).length;
  expect(open).toBeGreaterThan(0);
  expect(open).toBeLessThan(30);
  for (const [status, words] of answers)
    if (status !== 200) expect([status, words]).toEqual([429, expect.stringMatching(/close some/)]);
  over.abort();
  // What was closed is free again.
  await expect
    .poll(
      async () => {
        const again = new AbortController();
        const { status } = await fetch(`${app.address}/api/runs/${run!.id}/stream`, {
          headers: { cookie: `${name}=${value}` },
          signal: again.signal
        });
        again.abort();
        return status;
      },
      { timeout: 30_000 }
    )
    .toBe(200);
  await request.dispose();
});
