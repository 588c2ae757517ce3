import sharp from 'sharp';
import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, signInAsNewcomer, test } from './fixtures';

/** Accounts are made, which others do not look at. */
test.use({ ownShop: true });

/** How bright the page is as it is seen, 0 to 255, whatever lies over it. */
async function brightness(page: Page): Promise<number> {
  const { channels } = await sharp(await page.screenshot({ animations: 'disabled' })).stats();
  return channels.slice(0, 3).reduce((sum, c) => sum + c.mean / 3, 0);
}

/** The page shows all that it is going to: a plan that is still worked out is pale. */
async function settled(page: Page, tour: string): Promise<void> {
  if (tour === 'bench') return expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Steps' })).toBeVisible();
  await expect(page.getByText(/^(Calculating|Checking for a shorter order)/)).toHaveCount(0);
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
      const context = await browser.newContext({ baseURL: app.address, locale: 'en-GB' });
      const page = await context.newPage();
      await signInAsNewcomer(page, app, 'technician');
      await page.goto(path);
      await expect(page.locator(`[data-touring=${tour}]`), way).toBeVisible();
      await settled(page, tour);
      const dark = await brightness(page);
      await leave(page);
      await expect(page.getByRole('dialog'), way).toHaveCount(0);
      const after = await brightness(page);
      await page.reload();
      await expect(page.locator('h1').first()).toBeVisible();
      await settled(page, tour);
      await expect(page.locator(`[data-touring=${tour}]`), way).toHaveCount(0);
      const plain = await brightness(page);
      // While it is on, the page behind it is dimmed: the measure would see it.
      expect(plain - dark, `${way}: dimmed`).toBeGreaterThan(25);
      expect(Math.abs(plain - after), `${way}: as bright as ever`).toBeLessThan(3);
      await context.close();
    }
  });

// What a lead finds is looked at screen by screen in screens.spec.ts, as somebody who was never here before.
for (const [role, paths] of [
  ['technician', ['/jobs/new', '/jobs/103/plan', '/jobs/102/bench', '/practice', '/machines', '/me']],
  ['trainee', ['/jobs/103/plan', '/jobs/102/bench', '/practice', '/machines', '/me']]
] as const)
  test(`whoever comes for the first time as a ${role} finds nothing over a page but a tour that can be left`, async ({
    page,
    app
  }) => {
    const problems: string[] = [];
    page.on('pageerror', (error) => problems.push(error.message));
    await signInAsNewcomer(page, app, role);
    await checkInBothThemes(page, 'the first page');
    for (const path of paths) {
      expect((await page.goto(path))!.status(), path).toBe(200);
      await expect(page.locator('h1').first(), path).toBeVisible();
      // Who may not work at the bench is shown nothing there.
      if (path.endsWith('/plan') || (path.endsWith('/bench') && role !== 'trainee')) {
        await expect(page.locator('[data-touring]'), path).toBeVisible();
        await page.keyboard.press('Escape');
      }
      await expect(page.getByRole('dialog'), path).toHaveCount(0);
    }
    expect(problems).toEqual([]);
  });
