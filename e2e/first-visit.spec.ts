import sharp from 'sharp';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import { SCREENS } from '../scripts/screens/list.mjs';
import { type App, checkInBothThemes, expect, shopOfItsOwn, test as base } from './fixtures';

/** Accounts are made, which others do not look at. */
const test = base.extend<object, { app: App }>({ app: shopOfItsOwn() });

const WORD = 'a quay at night';

/** An account that nobody has used yet, as a lead makes it. */
async function newcomer(app: App, signIn: string, role: string): Promise<void> {
  const { hashPassword } = await import('$lib/server/sign-in/passwords');
  await app.sql('insert into person (sign_in, display_name, role, password_hash) values ($1, $2, $3, $4)', [
    signIn,
    `Newcomer ${signIn}`,
    role,
    await hashPassword(WORD)
  ]);
}

/** A browser that was never here before, and its page after the form has let the newcomer in. */
async function firstVisit(browser: Browser, app: App, name: string): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({ baseURL: app.address, locale: 'en-GB' });
  const page = await context.newPage();
  await page.goto('/');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').fill(WORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/jobs');
  return { context, page };
}

/** How bright the page is as it is seen, 0 to 255, whatever lies over it. */
async function brightness(page: Page): Promise<number> {
  const { channels } = await sharp(await page.screenshot({ animations: 'disabled' })).stats();
  return channels.slice(0, 3).reduce((sum, c) => sum + c.mean / 3, 0);
}

/** The ways out of a tour. */
const WAYS: Record<string, (page: Page) => Promise<unknown>> = {
  'by its button': (page) =>
    page
      .getByRole('dialog')
      .getByRole('button', { name: /^Leave/ })
      .click(),
  'by Escape': (page) => page.keyboard.press('Escape'),
  'at its end': async (page) => {
    for (let stop = 1; stop <= 4; stop++) {
      await expect(page.getByRole('dialog')).toContainText(`${stop} of 4`);
      await page.keyboard.press('Enter');
    }
  },
  'by a press beside it': (page) => page.mouse.click(4, 796)
};

for (const [tour, path] of [
  ['plan', '/jobs/103/plan'],
  ['bench', '/jobs/102/bench']
] as const)
  test(`the tour of the ${tour} is left by each way, the page is as bright as without it, and it does not come again`, async ({
    browser,
    app
  }) => {
    for (const [way, leave] of Object.entries(WAYS)) {
      const name = `${tour}-${way.replaceAll(/\W/g, '')}`;
      await newcomer(app, name, 'technician');
      const { context, page } = await firstVisit(browser, app, name);
      await page.goto(path);
      await expect(page.locator(`[data-touring=${tour}]`), way).toBeVisible();
      const dark = await brightness(page);
      await leave(page);
      await expect(page.getByRole('dialog'), way).toHaveCount(0);
      const after = await brightness(page);
      await page.reload();
      if (tour === 'bench') await expect(page.locator('[data-ready=true]')).toBeVisible();
      await expect(page.locator('h1').first()).toBeVisible();
      await expect(page.locator(`[data-touring=${tour}]`), way).toHaveCount(0);
      const plain = await brightness(page);
      // While it is on, the page behind it is dimmed: the measure would see it.
      expect(plain - dark, `${way}: dimmed`).toBeGreaterThan(25);
      expect(Math.abs(plain - after), `${way}: as bright as ever`).toBeLessThan(3);
      // What lies under the pointer is the page's own.
      await page.getByRole('banner').getByRole('link', { name: 'Jobs' }).click();
      await page.waitForURL('**/jobs');
      await context.close();
    }
  });

for (const role of ['technician', 'lead', 'trainee'] as const)
  test(`whoever comes for the first time as a ${role} finds every screen, and nothing over it but a tour that can be left`, async ({
    browser,
    app
  }) => {
    await newcomer(app, `first-${role}`, role);
    const { context, page } = await firstVisit(browser, app, `first-${role}`);
    const problems: string[] = [];
    page.on('pageerror', (error) => problems.push(error.message));
    await checkInBothThemes(page, 'the first page');
    for (const screen of SCREENS.filter((s) => s.name !== 'not found' && (!s.roles || s.roles.includes(role)))) {
      const answer = await page.goto(screen.path);
      expect(answer!.status(), screen.name).toBeLessThan(400);
      await expect(page.locator('h1').first(), screen.name).toBeAttached();
      const over = page.getByRole('dialog');
      const touring = page.locator('[data-touring]');
      // The one and the other begin once their page has come alive.
      if (screen.name === 'plan' || (screen.name === 'bench' && role !== 'trainee')) {
        await expect(touring, screen.name).toBeVisible();
        await page.keyboard.press('Escape');
      }
      await expect(over, screen.name).toHaveCount(0);
    }
    expect(problems).toEqual([]);
    await context.close();
  });
