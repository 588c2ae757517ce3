import { expect, signIn, test } from './fixtures';

/** The shop is moved to another place and language, which others do not look at. */
test.use({ ownShop: true });

/** Far from the shop on either side of the day, each with a language of its own. */
const ELSEWHERE = [
  { timezoneId: 'Pacific/Kiritimati', locale: 'de-DE' },
  { timezoneId: 'Pacific/Pago_Pago', locale: 'sv-SE' }
];
const PAGES = [
  '/jobs',
  '/jobs?closed=1',
  '/jobs/101/report',
  '/jobs/102/spares',
  '/jobs/102/intake',
  '/jobs/102/cell',
  '/settings',
  '/machines',
  '/machines/2',
  '/people',
  '/spares'
];

test('the server and every browser write the same text, wherever they stand', async ({ browser, app }) => {
  const said: string[][] = [];
  // Somebody who has chosen a language reads it everywhere.
  await app.sql("update person set language = 'en' where sign_in = 'ines'");
  for (const there of ELSEWHERE) {
    const context = await browser.newContext({ ...there, baseURL: app.address });
    const page = await context.newPage();
    await signIn(page, 'ines');
    const texts: string[] = [];
    for (const path of PAGES) {
      const sent = await (await page.request.get(path)).text();
      await page.goto(path);
      await page.waitForLoadState('networkidle');
      const [fromServer, here] = await page.evaluate((html) => {
        // Words alone: what the page draws when it has come alive (charts, drawings) is no text of the server's.
        const words = (root: ParentNode) =>
          [...root.querySelectorAll('#main h1, #main h2, #main p, #main td, #main li span, #main time')]
            .map((e) => e.textContent!.replace(/\s+/g, ' ').trim())
            .filter((t) => /\d/.test(t));
        return [words(new DOMParser().parseFromString(html, 'text/html')), words(document)];
      }, sent);
      expect(here, path).toEqual(fromServer);
      expect(fromServer!.length, path).toBeGreaterThan(0);
      // The sign-in of this test itself is of another minute in the next one.
      texts.push(...(path === '/people' || path === '/settings' ? [] : here!));
    }
    said.push(texts);
    await context.close();
  }
  expect(said[1]).toEqual(said[0]);
});

test('the shop decides its zone, its papers and a spelling that no reader has; what is none is refused in words', async ({
  page,
  app
}) => {
  await page.goto(app.address);
  await signIn(page, 'ines');
  await page.goto('/settings');
  const zone = page.getByLabel('Time zone');
  await expect(zone).toHaveValue('Europe/Dublin');
  await zone.fill('Europe/Nowhere');
  await page.getByRole('button', { name: 'Save settings' }).click();
  await expect(page.getByRole('alert')).toContainText('no time zone');

  // Somewhere it is tomorrow already: a job due on that day is due today, there.
  const day = new Intl.DateTimeFormat('sv-SE', { timeZone: 'Pacific/Kiritimati' }).format(new Date());
  await app.sql('update job set due_on = $1::date where number = 103', [day]);
  await zone.fill('Pacific/Kiritimati');
  await page.getByLabel('Format of dates and amounts').selectOption('fr-FR');
  await page.getByRole('button', { name: 'Save settings' }).click();
  await expect(page.getByRole('status')).toContainText('Saved');
  await page.goto('/jobs');
  await expect(page.getByRole('row').filter({ hasText: '103' })).toContainText('Today');

  await page.goto('/jobs/102/spares');
  await expect(page.getByText(/\d,\d\d\s€/).first()).toBeVisible();
  const report = await (await page.request.get('/jobs/101/report')).text();
  const [signed] = await app.sql<{ at: Date }>(
    "select at from run_event e join run r on r.id = e.run_id join job j on j.id = r.job_id where j.number = 101 and e.body ->> 'type' = 'signed' limit 1"
  );
  const there = new Intl.DateTimeFormat('fr-FR', {
    timeZone: 'Pacific/Kiritimati',
    hour: '2-digit',
    minute: '2-digit'
  }).format(signed!.at);
  expect(report).toContain(there);
});
