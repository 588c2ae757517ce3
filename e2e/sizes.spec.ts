import type { Page } from '@playwright/test';
import { expect, signIn, test } from './fixtures';

const PAGES = [
  '/jobs',
  '/jobs/new',
  '/jobs/103/intake',
  '/jobs/109/fault',
  '/jobs/106/cell',
  '/jobs/102/spares',
  '/jobs/103/plan',
  '/jobs/103/compare',
  '/jobs/103/tray',
  '/jobs/102/bench',
  '/jobs/101/report',
  '/machines',
  '/machines/5',
  '/spares',
  '/settings',
  '/people',
  '/me'
];

/** What reaches beyond the right edge of the window and cannot be scrolled to within a region of its own. */
const beyond = (page: Page) =>
  page.evaluate(() => {
    const edge = document.documentElement.clientWidth + 1;
    const isScrolled = (el: Element): boolean =>
      el.parentElement !== null &&
      (/auto|scroll|hidden|clip/.test(getComputedStyle(el.parentElement).overflowX) || isScrolled(el.parentElement));
    return [...document.querySelectorAll('body *')]
      .filter((el) => {
        const { right, width } = el.getBoundingClientRect();
        return width > 0 && right > edge && !el.closest('svg *, .sr-only, thead') && !isScrolled(el);
      })
      .map((el) => `${el.tagName} ${(el.textContent ?? '').trim().slice(0, 40)}`);
  });

for (const [width, height] of [
  [320, 640],
  [390, 844],
  [820, 1180],
  [1024, 768],
  [1920, 1080]
] as const) {
  test(`every page fits ${width} px`, async ({ browser, app }) => {
    const context = await browser.newContext({ baseURL: app.address, viewport: { width, height } });
    const page = await context.newPage();
    await signIn(page, 'ines');
    for (const path of PAGES) {
      await page.goto(path);
      await expect(page.locator('h1').first()).toBeVisible();
      expect(await beyond(page), `${path} at ${width} px`).toEqual([]);
      expect(await page.evaluate(() => document.documentElement.scrollWidth), `${path} at ${width} px`).toBe(width);
    }
    await context.close();
  });
}

test.describe('in a hand', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the places fold behind one button, which says where one is', async ({ page, signInAs }) => {
    await signInAs('tam');
    const places = page.getByRole('navigation', { name: 'Menu' });
    const button = page.getByRole('banner').getByRole('button', { name: 'Jobs' });
    await expect(places).toBeHidden();
    await button.tap();
    await expect(button).toHaveAttribute('aria-expanded', 'true');
    await places.getByRole('link', { name: 'Machines' }).tap();
    await page.waitForURL('**/machines');
    await expect(places).toBeHidden();
    await page.getByRole('banner').getByRole('button', { name: 'Machines' }).tap();
    await expect(places).toBeVisible();
    await page.getByRole('heading', { name: 'Machines' }).tap();
    await expect(places).toBeHidden();
  });

  test('the plan shows one leg, turns to the mirror, and steps on over the drawing', async ({ page, signInAs }) => {
    await signInAs('tam');
    await page.goto('/jobs/103/plan');
    const down = page.getByRole('list', { name: 'Disassembly' });
    const up = page.getByRole('list', { name: 'Reassembly' });
    await expect(down).toBeVisible();
    await expect(up).toBeHidden();
    const unplug = down.getByRole('button', { name: 'Disconnect the battery plug' });
    await unplug.tap();
    await expect(unplug).toHaveAttribute('aria-pressed', 'true');
    await page.getByRole('group', { name: 'Part of the plan' }).getByRole('button', { name: 'Reassembly' }).tap();
    await expect(down).toBeHidden();
    await expect(up.getByRole('button', { name: 'Connect the battery plug' })).toHaveAttribute('aria-pressed', 'true');
    const strip = page.getByRole('group', { name: 'Step by step' });
    await expect(strip).toContainText('Connect the battery plug');
    await strip.getByRole('button', { name: 'Next step' }).tap();
    await expect(strip).not.toContainText('Connect the battery plug');
  });

  test('the bench keeps its answer under the thumb, and its tools in a sheet from below', async ({
    page,
    signInAs
  }) => {
    await signInAs('tam');
    await page.goto('/jobs/102/bench');
    await expect(page.locator('[data-ready=true]')).toBeVisible();
    const inView = async (name: RegExp) => {
      const box = (await page.getByRole('button', { name }).boundingBox())!;
      return box.y > 500 && box.y + box.height <= 844 && box.height >= 44;
    };
    for (const name of [/^Done/, /^Something’s different/, /^Pause/, /^Undo/])
      expect(await inView(name), `${name}`).toBe(true);
    const drawing = (await page.getByRole('region', { name: 'The machine' }).locator('svg.drawing').boundingBox())!;
    expect(drawing.width).toBeGreaterThan(340);
    await expect(page.getByRole('button', { name: 'Photo' })).toBeHidden();
    await page.getByRole('button', { name: 'Tools' }).tap();
    expect(await inView(/^Photo/)).toBe(true);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'Photo' })).toBeHidden();
    await expect(page.getByRole('button', { name: 'Tools' })).toBeFocused();
  });
});
