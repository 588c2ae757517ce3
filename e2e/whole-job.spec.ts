import type { Page } from '@playwright/test';
import { expect, signIn, test, type App } from './fixtures';

test.use({ ownShop: true });

test.use({ serviceWorkers: 'allow' });

const hand = (page: Page) => page.locator('section[data-step]');
const sign = (page: Page) => page.locator('[data-sign]');
/** Which step is in hand, and what is asked of it now: changes with every answer. */
const asked = (page: Page) =>
  page.evaluate(() => {
    const [step, done] = ['section[data-step]', '[data-done]'].map((s) => document.querySelector<HTMLElement>(s));
    return document.querySelector('[data-sign]') ? 'signing' : `${step?.dataset.step} ${done?.innerText}`;
  });

/** Comes to the signature, whatever the language. @param answer answers what is asked, once */
async function workThrough(page: Page, answer: () => Promise<void>): Promise<void> {
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  for (let guard = 0; guard < 300; guard++) {
    const before = await asked(page);
    if (before === 'signing') return;
    await answer();
    await expect.poll(() => asked(page), { intervals: [20, 50, 100, 250] }).not.toBe(before);
  }
  throw new Error('never came to the signature');
}

async function isSigned(app: App, job: number): Promise<boolean> {
  const rows = await app.sql(
    'select 1 from job j join run r on r.job_id = j.id where j.number = $1 and r.signed_at is not null',
    [job]
  );
  return rows.length === 1;
}

test('a main board in German, by keyboard alone at 200 %', async ({ browser, app }) => {
  await app.makeReady(103);
  // A desk of 1280 x 800 whose reader has made everything twice as large.
  const context = await browser.newContext({
    baseURL: app.address,
    viewport: { width: 640, height: 400 },
    deviceScaleFactor: 2,
    locale: 'de-DE'
  });
  const page = await context.newPage();
  await signIn(page, 'tam');
  await page.goto('/jobs/103/plan');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Hauptplatine ersetzen');
  let keys = 0;
  const press = async (key: string) => {
    keys++;
    await page.keyboard.press(key);
  };
  const start = page.getByRole('button', { name: 'An der Werkbank beginnen' });
  await page.waitForLoadState('networkidle');
  await expect(start).toBeEnabled();
  await start.focus();
  await press('Enter');
  await page.waitForURL(/bench/);
  await workThrough(page, async () => {
    const pad = page.locator('[data-expected]');
    const expected = (await pad.isVisible()) ? await pad.getAttribute('data-expected') : null;
    if (expected !== null) for (const digit of expected) await press(digit);
    // The mark of a plug is read off: the demo's plugs carry the same mark as their sockets.
    const marks = page.getByRole('group', { name: 'Marke der Buchse' });
    if (await marks.isVisible()) {
      const plug = await marks.locator('..').locator('legend b').innerText();
      const names = (await marks.getByRole('button').allInnerTexts()).map((text) => text.split(/\s/)[0]!);
      await press(String(names.indexOf(plug) + 1));
    }
    await press('Enter');
  });
  await expect(page.getByText('Alles ist wieder eingebaut')).toBeVisible();
  for (let i = 0; i < 40 && !(await sign(page).evaluate((el) => el === document.activeElement)); i++)
    await press('Tab');
  await press('Enter');
  await expect.poll(() => isSigned(app, 103)).toBe(true);
  // A key for each step, one for each digit of a count, each caution that can hurt and each mark; the rest leads to the signature.
  expect(keys).toBeLessThan(205);
  // The customer's own language, whoever asks for the paper.
  await page.goto('/jobs/103/report');
  await expect(page.getByRole('link', { name: 'Bericht (PDF, English)' })).toBeVisible();
  await context.close();
});

test('a whole job in a hand, by touch alone', async ({ browser, app }) => {
  await app.makeReady(104);
  const context = await browser.newContext({
    baseURL: app.address,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    locale: 'en-GB'
  });
  const page = await context.newPage();
  await signIn(page, 'tam');
  await page.goto('/jobs');
  await page.getByRole('link', { name: 'Open the plan: job 104' }).tap();
  await page.waitForURL(/\/jobs\/104\//);
  const start = page.getByRole('button', { name: 'Start at the bench' });
  if (!page.url().includes('bench')) await start.tap();
  await page.waitForURL(/bench/);
  await workThrough(page, async () => {
    const all = page.locator('[data-all]');
    if (await all.isVisible()) await all.tap();
    const done = hand(page).locator('[data-done]');
    const box = (await done.boundingBox())!;
    // Under the thumb, whatever the step says.
    expect(box.y + box.height).toBeLessThanOrEqual(844);
    expect(box.height).toBeGreaterThanOrEqual(44);
    await done.tap();
  });
  await sign(page).tap();
  await expect.poll(() => isSigned(app, 104)).toBe(true);
  await context.close();
});
