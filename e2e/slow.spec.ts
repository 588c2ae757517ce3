import { notebook } from '$core/testing/notebook';
import { expect, signIn, test } from './fixtures';

/** A machine that is far too large is brought in, which others do not look at. */
test.use({ ownShop: true });

test('what takes long is shown as it goes: the plan in the browser, pages of the server with what is being done', async ({
  page,
  signInAs,
  app,
  browser
}) => {
  const other = await (await browser.newContext({ baseURL: app.address })).newPage();
  await other.goto('/signin');
  await signIn(other, 'tam');
  await signInAs('ines');
  await page.goto('/machines');
  const machine = notebook(1400);
  await page
    .getByLabel('Import a machine file')
    .setInputFiles({ name: 'large.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(machine)) });
  await expect(page.getByRole('alert')).toContainText('is now in the library', { timeout: 60_000 });
  const goals = machine.parts
    .filter((p: { numbers: unknown[] }) => p.numbers.length > 0)
    .slice(0, 61)
    .map((p: { id: string }) => ({ do: 'replace', part: p.id }));
  // Several jobs, none of whose plans is known from another.
  const job = async (count: number) => {
    const [row] = await app.sql<{ number: string }>(
      `insert into job (machine_file_id, customer, serial, complaint, goals, work, created_by)
       select f.id, 'MS Sule', '', '', $1, 'A great deal', p.id from machine_file f, person p where p.sign_in = 'ines' order by f.id desc limit 1 returning number`,
      [JSON.stringify(goals.slice(0, count))]
    );
    return `/jobs/${row!.number}`;
  };
  const [first, second] = [await job(60), await job(61)];

  // The plan's own page does not wait for the server: the browser works it out, and says how far the proof is.
  // All that is said is kept: on a slow machine the proof may be given up while the page is still being drawn.
  await page.addInitScript(() => {
    const told: string[] = [];
    Object.assign(window, { told });
    new MutationObserver(() => {
      for (const status of document.querySelectorAll('[role=status]')) told.push(status.textContent);
    }).observe(document, { subtree: true, childList: true, characterData: true });
  });
  const since = Date.now();
  await page.goto(`${first}/plan`);
  expect(Date.now() - since).toBeLessThan(15_000);
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { told: string[] }).told.join('\n')), { timeout: 60_000 })
    .toMatch(/at most [\d.]+% longer than the shortest/);
  await expect(page.getByRole('region', { name: 'Steps' })).toBeVisible();

  // A page that needs the server's plan stands at once, and shows it when it is there: by link and by address.
  await page.getByRole('link', { name: 'Tray', exact: true }).click();
  // By link it may be there already: what the browser has found out by then is kept.
  const tray = page.getByRole('heading', { name: 'Tray', exact: true });
  await expect(page.getByText(/^Still working/).or(tray)).toBeVisible({ timeout: 60_000 });
  await page.goto(`${second}/tray`, { waitUntil: 'commit' });
  await expect(page.getByRole('heading', { name: 'Laying out the tray' })).toBeVisible();
  await expect(
    page.getByText(
      /^Still working, for .*There is a plan; checking for a shorter order, at most [\d.]+% longer than the shortest\./
    )
  ).toBeVisible();
  // Others are answered meanwhile.
  const asked = Date.now();
  expect((await other.request.get('/jobs/104/tray')).status()).toBe(200);
  expect(Date.now() - asked).toBeLessThan(10_000);
  await expect(tray).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('heading', { name: 'Laying out the tray' })).toHaveCount(0);
  await other.context().close();
});
