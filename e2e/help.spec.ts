import { expect, signInByForm, test } from './fixtures';

test.use({ serviceWorkers: 'allow' });

/** Lets the service worker have everything before the network goes. */
const kept = async (page: import('@playwright/test').Page) => {
  await page.evaluate(() => navigator.serviceWorker.ready);
  await expect.poll(() => page.evaluate(async () => (await caches.match('/help')) !== undefined)).toBe(true);
};

test('the manual is searched, follows its own ways, and is read without the server', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs');
  await kept(page);
  await page.getByRole('link', { name: 'Manual' }).click();
  await page.waitForURL('**/help');
  const all = await page.getByRole('heading', { level: 1 }).count();
  expect(all).toBeGreaterThan(8);
  await page.getByRole('searchbox', { name: 'Search the manual' }).fill('pulling list');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(['At the bench']);
  await page.getByRole('searchbox').fill('no such word at all');
  await page.getByRole('button', { name: 'Clear search' }).click();
  await page.getByRole('article').getByRole('link', { name: 'diagnosis', exact: true }).first().click();
  await expect(page).toHaveURL(/#diagnosis$/);
  await expect(page.locator('#diagnosis')).toBeInViewport();
  for (const picture of await page.locator('article img').all()) {
    await picture.scrollIntoViewIfNeeded();
    await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(100);
  }
  await page.context().setOffline(true);
  await page.goto('/help');
  await expect(page.getByRole('heading', { level: 1 })).toHaveCount(all);
  await page.getByRole('searchbox').fill('spudger');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(['Words']);
  await page.context().setOffline(false);
});

test('in German the manual is German', async ({ browser, app }) => {
  const context = await browser.newContext({ baseURL: app.address, locale: 'de-DE' });
  const page = await context.newPage();
  await page.goto('/help');
  await expect(page.getByRole('heading', { level: 1 }).first()).toHaveText('Handbuch');
  await expect(page.getByRole('cell', { name: 'Wendepunkt' })).toBeVisible();
  await context.close();
});

test('a word of the trade has its meaning at hand, by keyboard', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs/103/plan');
  const term = page.getByRole('button', { name: /^Turning point/ });
  await term.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^where the way down ends/)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^where the way down ends/)).toBeHidden();
  await expect(term).toBeFocused();
});

test('a newcomer is shown round the bench once, by keys that record nothing, and leaves by one', async ({
  browser,
  app
}) => {
  const context = await browser.newContext({ baseURL: app.address, locale: 'en-GB' });
  const page = await context.newPage();
  await signInByForm(context.request, app.address, 'tam');
  await page.goto('/jobs/102/bench');
  const tour = page.locator('[data-touring=bench]');
  await expect(tour).toBeVisible();
  const step = await page.locator('section[data-step]').getAttribute('data-step');
  await expect(tour).toContainText('1 of 4');
  await page.keyboard.press('Enter');
  await expect(tour).toContainText('2 of 4');
  await page.keyboard.press('ArrowLeft');
  await expect(tour).toContainText('1 of 4');
  // The focus stays with it.
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press('Tab');
    expect(await tour.evaluate((el) => el.contains(document.activeElement))).toBe(true);
  }
  // What the bench’s keys would do behind it.
  for (const key of ['n', 'p', 'u', '5']) await page.keyboard.press(key);
  await page.keyboard.press('Escape');
  await expect(tour).toBeHidden();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  expect(await page.locator('section[data-step]').getAttribute('data-step')).toBe(step);
  await expect(page.getByRole('button', { name: /^Pause/ })).toBeVisible();
  await page.reload();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect(tour).toHaveCount(0);
  // The plan has its own, to be left at its end.
  await page.goto('/jobs/103/plan');
  const plan = page.locator('[data-touring=plan]');
  for (let stop = 1; stop <= 4; stop++) {
    await expect(plan).toContainText(`${stop} of 4`);
    await page.keyboard.press('Enter');
  }
  await expect(plan).toBeHidden();
  await context.close();
});
