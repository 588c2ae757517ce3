import type { Page } from '@playwright/test';
import { leastTarget, SCREENS, WINDOWS } from '../scripts/screens/list.mjs';
import { measure } from '../scripts/screens/measure.mjs';
import { expect, signIn, test } from './fixtures';

const NOTHING = { beyond: [], twoWays: [], cut: [], overlaps: [], small: [] };

/** Finds nothing wrong with any screen at these widths, as whoever is signed in sees it. */
async function lookThrough(page: Page, windows: [width: number, height: number][]): Promise<void> {
  for (const screen of SCREENS) {
    await page.goto(screen.path);
    await expect(page.locator('h1').first()).toBeAttached();
    for (const [width, height] of windows) {
      await page.setViewportSize({ width, height });
      // What follows the window by itself has done so with the next frame.
      await page.evaluate(() => new Promise(requestAnimationFrame));
      const found = await page.evaluate(measure, { target: leastTarget(screen, width) });
      expect(found, `${screen.name} at ${width} px`).toEqual(NOTHING);
    }
  }
}

// The narrowest and the widest; a hand is measured below, in a longer language. All of them, in every theme and as every role: `npm run screens`.
test('nothing is cut, overlaps, is too small or reaches beyond 320 and 1920 px, in German', async ({
  browser,
  app
}) => {
  const context = await browser.newContext({ baseURL: app.address, locale: 'de-DE' });
  const page = await context.newPage();
  await signIn(page, 'ines');
  await lookThrough(
    page,
    WINDOWS.filter(([width]) => [320, 1920].includes(width))
  );
  await context.close();
});

// A language that nobody speaks, longer and from right to left: what is too narrow for it, and what stands on the wrong side.
test('nothing is cut, overlaps or reaches beyond 390 and 1024 px in a language that is longer and mirrored', async ({
  browser,
  ownApp
}) => {
  const app = await ownApp(true, { TEST_LANGUAGE: 'mirrored' });
  const context = await browser.newContext({ baseURL: app.address, locale: 'en-GB' });
  const page = await context.newPage();
  await signIn(page, 'ines');
  await lookThrough(
    page,
    WINDOWS.filter(([width]) => [390, 1024].includes(width))
  );
  await expect(page.locator('html')).toHaveAttribute('dir', 'rtl');
  await page.goto('/jobs');
  // What is said is in the language; what somebody wrote stays as it is.
  await expect(page.locator('h1')).toContainText('Jóóbs');
  await expect(page.getByText('MS Sule, engine room')).toBeVisible();
  await context.close();
});

test('what is chosen, and how far something is, is told without a ground of its own', async ({ page, signInAs }) => {
  await page.emulateMedia({ forcedColors: 'active' });
  await signInAs('tam');
  await page.goto('/jobs');
  const gauge = page.locator('.gauge').first();
  const grounds = await gauge.evaluate((el) =>
    [el, el.firstElementChild!].map((e) => getComputedStyle(e).backgroundColor)
  );
  expect(grounds[0]).not.toBe(grounds[1]);
  await page.goto('/jobs/103/plan');
  const chosen = page.getByRole('button', { pressed: true }).first();
  await expect(chosen).toBeVisible();
  expect(await chosen.evaluate((el) => getComputedStyle(el).outlineStyle)).toBe('solid');
});

test('the measure finds what is cut, lies over another, is too small, and reaches out', async ({ page }) => {
  await page.setContent(`<body style="margin: 0">
    <p style="width: 80px; overflow: hidden; white-space: nowrap">Words that do not fit in here</p>
    <button style="width: 16px; height: 16px; padding: 0"></button><button style="width: 16px; height: 16px; padding: 0"></button>
    <div><button style="width: 100px; height: 40px">One</button><button style="width: 100px; height: 40px; margin-left: -30px">Two</button></div>
    <p style="width: 3000px">Far out</p></body>`);
  const found = await page.evaluate(measure, { target: 24 });
  expect(found.cut).toEqual(['p "Words that do not fit in here"']);
  expect(found.small).toEqual(['button ""']);
  expect(found.overlaps).toEqual(['button "One" and button "Two"']);
  expect(found.beyond).toEqual(['p "Far out"']);
  expect(found.twoWays).toHaveLength(1);
});

test.describe('in a hand', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the places fold behind one button, which says where one is', async ({ page, signInAs }) => {
    await signInAs('tam');
    await page.goto('/jobs');
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
    // Anywhere else on the page.
    await page.touchscreen.tap(195, 800);
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
