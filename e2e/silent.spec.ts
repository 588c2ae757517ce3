import { Cable } from '../scripts/faults/cable';
import { startServer } from '../scripts/setup/server.mjs';
import { expect, signInByForm, test } from './fixtures';

test('a database that is silent is given up in time, with our own page everywhere, and taken up again', async ({
  ownApp,
  playwright
}) => {
  const app = await ownApp();
  const cable = await Cable.to(app.databaseUrl);
  const server = await startServer({ DATABASE_URL: cable.url, PORT: '0', LOG_LEVEL: 'fatal' });
  const request = await playwright.request.newContext({ timeout: 90_000 });
  try {
    await signInByForm(request, server.address, 'tam');
    expect((await request.get(`${server.address}/jobs`)).status()).toBe(200);
    cable.isDrawn = true;
    const began = Date.now();
    // A page, its data, a form and a program: each in its own form, none of them hanging.
    const [page, data, action, api] = await Promise.all([
      request.get(`${server.address}/jobs`),
      request.get(`${server.address}/jobs/__data.json`),
      request.post(`${server.address}/spares?/add`, {
        form: { number: 'X', name: 'x', kind: 'part', price: '' },
        headers: { origin: server.address, 'x-sveltekit-action': 'true' }
      }),
      request.post(`${server.address}/api/jobs/103/facts`, { data: { is: 'note', text: 'x' } })
    ]);
    expect(Date.now() - began).toBeLessThan(60_000);
    for (const answer of [page, data, action, api]) expect(answer.status()).toBe(503);
    expect(await page.text()).toContain('The database does not answer');
    expect(await data.json()).toMatchObject({ message: expect.stringContaining('does not answer') });
    expect(await action.json()).toMatchObject({
      type: 'error',
      error: { message: expect.stringContaining('does not answer') }
    });
    expect(await api.json()).toMatchObject({ message: expect.stringContaining('does not answer') });
    cable.isDrawn = false;
    await expect
      .poll(async () => (await request.get(`${server.address}/jobs`)).status(), { timeout: 60_000 })
      .toBe(200);
  } finally {
    await request.dispose();
    cable.close();
    await server.stop();
  }
});
