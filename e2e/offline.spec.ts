import { checkInBothThemes, expect, signIn, test } from './fixtures';
import { go, kept, start, status, text } from './kept-bench';

test.use({ ownShop: true });

test.use({ serviceWorkers: 'allow' });

test.beforeEach(async ({ app }) => {
  for (const job of [103, 104, 105]) await app.makeReady(job);
});

test('a bench that is opened again without the server is where it was, and is not called saved', async ({
  page,
  context,
  signInAs
}) => {
  await signInAs('tam');
  await start(page, 103);
  await kept(page, 103);
  await go(page, 14);
  await expect(status(page)).toContainText(/Saved(?! here)/);
  const here = await text(page).innerText();
  const ledger = await page.locator('section[aria-label="The machine"]').innerText();
  await context.setOffline(true);
  await page.reload();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect(text(page)).toHaveText(here);
  expect(await page.locator('section[aria-label="The machine"]').innerText()).toBe(ledger);
  await expect(status(page)).toContainText('Saved here, server out of reach');
  await expect(status(page)).not.toContainText(/Saved(?! here)/);
  await go(page, 2);
  const further = await text(page).innerText();
  await page.reload();
  await expect(text(page)).toHaveText(further);
  await context.setOffline(false);
  await expect(status(page)).toContainText(/Saved(?! here)/);
});

test('opens without the server by every way in, and everything else shows what can be opened', async ({
  page,
  context,
  signInAs,
  app
}) => {
  await signInAs('tam');
  // The one visit with the server begins at the plan: no address was ever typed.
  await start(page, 105);
  await kept(page, 105);
  await page.goto('/jobs');
  await page.getByRole('link', { name: /105/ }).first().waitFor();
  await context.setOffline(true);

  // From the list of jobs, where it was loaded before.
  await page.evaluate(() => {
    const link = Object.assign(document.createElement('a'), { href: '/jobs/105/bench', textContent: 'there' });
    document.querySelector('main')!.append(link);
    link.click();
  });
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect(status(page)).toContainText('Saved here, server out of reach');
  // A page that needs the server, come to from within, and by its address.
  await page.getByRole('link', { name: 'Jobs' }).click();
  await expect(page.getByRole('heading', { name: 'The server is out of reach' })).toBeVisible();
  await expect(page.getByRole('link', { name: /Job 105/ })).toContainText('All sent');
  await page.goto('/jobs/105/plan');
  await expect(page.getByRole('heading', { name: 'The server is out of reach' })).toBeVisible();
  await page.getByRole('link', { name: /Job 105/ }).click();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  // By its address, in a new window.
  const other = await context.newPage();
  await other.goto(`${app.address}/jobs/105/bench`);
  await expect(other.locator('[data-ready=true]')).toBeVisible();
  await context.setOffline(false);
  await other.goto(`${app.address}/jobs/105/plan`);
  await expect(other.getByRole('heading', { name: 'The server is out of reach' })).toHaveCount(0);

  // Whoever signs out leaves nothing that could be looked at.
  await other.goto('/jobs');
  await other.getByRole('button', { name: 'Sign out' }).click();
  await other.waitForURL('**/signin**');
  await context.setOffline(true);
  await other.goto(`${app.address}/jobs/105/bench`);
  await expect(other.getByText('None. A bench opened once')).toBeVisible();
  expect(await other.content()).not.toContain('Okello');
});

test('a browser that keeps nothing says so, and what is recorded is sent at once', async ({ browser, app }) => {
  for (const kind of ['throws', 'hangs'] as const) {
    const context = await browser.newContext({ baseURL: app.address, serviceWorkers: 'block' });
    await context.addInitScript((how) => {
      Object.defineProperty(IDBFactory.prototype, 'open', {
        value: () => {
          if (how === 'throws') throw new DOMException('The quota is exceeded.', 'QuotaExceededError');
          return {};
        }
      });
    }, kind);
    const page = await context.newPage();
    await signIn(page, 'tam');
    await start(page, kind === 'throws' ? 103 : 105);
    await go(page, 1);
    await expect(status(page)).toHaveText(/Saved\. This browser cannot save anything/);
    await context.setOffline(true);
    await go(page, 1);
    await expect(status(page)).toContainText(
      'Not saved: 1 entry. This browser cannot save anything, leave the page open.'
    );
    await context.setOffline(false);
    await expect(status(page)).toHaveText(/Saved/);
    await context.close();
  }
});

test('what somebody else\u2019s signature overtook stays here, and can be added to the record', async ({
  page,
  context,
  signInAs,
  app
}) => {
  await signInAs('tam');
  await start(page, 103);
  await kept(page, 103);
  await context.setOffline(true);
  await page.keyboard.press('m');
  await page.getByRole('textbox', { name: 'Note' }).fill('The fan has a \u200etick.\u0000');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(status(page)).toContainText('Saved here');
  // Somebody else signs meanwhile.
  const [run] = await app.sql<{ id: string }>(
    `update run set signed_at = now(), signed_by = started_by where job_id = (select id from job where number = 103) returning id`
  );
  await app.sql(
    `insert into run_event (month, run_id, seq, id, at, person_id, body) select month, $1, (select coalesce(max(seq), 0) + 1 from run_event where run_id = $1), i, now(), started_by, jsonb_build_object('id', i, 'at', to_char(now() at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'), 'type', 'signed') from run, (select gen_random_uuid() as i) ids where run.id = $1`,
    [run!.id]
  );
  await context.setOffline(false);
  await expect(page.getByRole('button', { name: '1 not accepted' })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: '1 not accepted' }).click();
  await expect(page.getByText('The fan has a tick.')).toBeVisible();
  await checkInBothThemes(page, 'what was not taken');
  await page.getByRole('button', { name: 'Add to the signed record' }).click();
  await expect(page.getByText('Nothing is waiting')).toBeVisible();
  await expect
    .poll(
      async () =>
        (await app.sql(`select 1 from run_event where run_id = $1 and body ->> 'type' = 'added'`, [run!.id])).length
    )
    .toBe(1);
  await page.goto('/jobs/103/report');
  // In the open, and in the full record behind it.
  await expect(page.getByText('Added after signing').first()).toBeVisible();
  await expect(page.getByText('The fan has a tick.').first()).toBeVisible();
});

test('keys do nothing by accident', async ({ page, signInAs }) => {
  await signInAs('tam');
  await start(page, 104);
  const at = async () =>
    (
      await page
        .getByText(/step \d+ of \d+/)
        .first()
        .innerText()
    ).match(/step (\d+)/)![1];
  const first = await at();
  // Held down it was pressed once.
  await page.keyboard.down('Enter');
  for (let i = 0; i < 5; i++) await page.keyboard.down('Enter');
  await page.keyboard.up('Enter');
  await expect.poll(at).toBe(String(Number(first) + 1));
  // In the text Space scrolls.
  await page.getByRole('region', { name: 'What to do' }).focus();
  await page.keyboard.press('Space');
  expect(await at()).toBe(String(Number(first) + 1));
  // A panel and a dialog that were opened by their button leave the keys to the step.
  await page.getByRole('button', { name: /^Photo/ }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  const station = page.getByRole('region', { name: 'Current step' });
  await expect(station).toBeFocused();
  await page.getByRole('button', { name: /^Note/ }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(station).toBeFocused();
  await go(page, 1);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  expect(await at()).toBe(String(Number(first) + 2));
  // A pedal that sends Space means done, wherever one was before but in the text.
  if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Space');
  if (await page.getByLabel('Counted').isVisible()) await page.getByRole('button', { name: /^All/ }).click();
  await page.keyboard.press('Space');
  await expect.poll(at).toBe(String(Number(first) + 3));
});
