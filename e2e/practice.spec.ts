import type { Page } from '@playwright/test';
import { expect, signIn, test } from './fixtures';

test.use({ serviceWorkers: 'allow' });

/** Whatever is asked, answered by keyboard alone. */
async function answer(page: Page) {
  await expect(page.locator('#asked')).toBeVisible();
  const options = page.locator('fieldset input');
  const selects = page.locator('form select');
  if ((await options.count()) > 0) {
    for (const option of await options.all()) {
      await option.focus();
      await page.keyboard.press('Space');
    }
  } else if ((await selects.count()) > 0)
    for (const select of await selects.all()) await select.selectOption({ index: 1 });
  else {
    await page.getByRole('application').focus();
    for (const key of ['ArrowRight', 'Enter', 'ArrowDown', 'Shift+ArrowLeft', 'Enter']) await page.keyboard.press(key);
    await expect(page.getByText('2 places')).toBeVisible();
  }
  const check = page.getByRole('button', { name: 'Check' });
  await check.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /Right|Not right/ })).toBeVisible();
}

const saved = (page: Page) => page.waitForResponse((r) => r.url().endsWith('/api/practice') && r.ok());

test('a day’s exercises are answered by keyboard, say why, and are remembered', async ({ page }) => {
  await signIn(page, 'juno');
  await page.goto('/practice');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Today: \d+ exercises$/);
  await page.getByRole('button', { name: 'Begin' }).click();
  for (let i = 0; i < 3; i++) {
    await Promise.all([saved(page), answer(page)]);
    // The answer can be gone on from where one is.
    await page.keyboard.press('Enter');
  }
  await page.goto('/practice');
  await expect(page.getByText(/^3 answered today, \d right$/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'What you practise' })).toBeVisible();
  // Nobody else sees it there.
  await page.context().clearCookies();
  await signIn(page, 'tam');
  await page.goto('/practice');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Today:/);
  await expect(page.getByText(/answered today/)).toHaveCount(0);
});

test('with the network away exercises go on, and the answers arrive afterwards, once', async ({ page, context }) => {
  await signIn(page, 'ines');
  await page.goto('/practice');
  await page.getByRole('button', { name: 'Begin' }).click();
  await Promise.all([saved(page), answer(page)]);
  await context.setOffline(true);
  for (let i = 0; i < 2; i++) {
    await page.keyboard.press('Enter');
    await answer(page);
  }
  await expect(page.getByText('2 answers are kept on this device and have not reached the server yet.')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/kept on this device/)).toHaveCount(0);
  await page.goto('/practice');
  await expect(page.getByText(/^3 answered today, \d right$/)).toBeVisible();
});

test('what is no exercise is refused in words, and a stranger is not let in', async ({ page, app, request }) => {
  expect((await request.post(`${app.address}/api/practice`, { data: { answers: [] } })).status()).toBe(401);
  await signIn(page, 'tam');
  const send = (data: unknown) => page.request.post('/api/practice', { data });
  const none = await send({ answers: [] });
  expect([none.status(), (await none.json()).message]).toEqual([422, expect.stringContaining('answers')]);
});
