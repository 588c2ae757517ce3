import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, readMark, test } from './fixtures';

test.use({ ownShop: true });

const hand = (page: Page) => page.locator('section[data-step]');
const step = (page: Page) => hand(page).locator('p[aria-live]');
/** Plugs whose marks were read off. */
let read = 0;
const press = (page: Page, key: string) => page.keyboard.press(key);

/** Goes to a thing with the Tab key alone. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let i = 0; i < 120; i++) {
    await press(page, 'Tab');
    const focused = await page.evaluate(() => {
      const at = document.activeElement as HTMLElement | null;
      return (
        at?.getAttribute('aria-label') ?? (at as HTMLInputElement | null)?.labels?.[0]?.innerText ?? at?.innerText ?? ''
      );
    });
    if (name.test(focused.trim())) return;
  }
  throw new Error(`Tab never comes to ${name}`);
}

/** Answers the step in hand with the keyboard; screws are all there unless a count is given. */
async function answer(page: Page, count?: number): Promise<void> {
  /** The number of the step in hand; nothing once all is answered. */
  const number = () =>
    page.evaluate(() => document.querySelector('section[data-step] p.text-soft .figure')?.textContent ?? 'end');
  const before = await number();
  if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await press(page, 'Enter');
  const expected = /(\d+) expected/.exec(await hand(page).innerText())?.[1];
  if (expected) await page.keyboard.type(String(count ?? expected));
  if ((await readMark(page)) && read++ === 0) await checkInBothThemes(page, 'a plug that was read off');
  await press(page, 'Enter');
  if (count !== undefined) return;
  await expect.poll(number, { intervals: [30, 60, 120, 250] }).not.toBe(before);
}
async function until(page: Page, what: RegExp): Promise<void> {
  for (let i = 0; i < 200; i++) {
    const isOver = await page.getByText('Everything is back in place').isVisible();
    if (what.test(isOver ? 'Everything is back in place' : await step(page).innerText())) return;
    if (isOver) break;
    await answer(page);
  }
  throw new Error(`never came to ${what}`);
}

test('a main board by keyboard alone: a missing screw, a part that resists, a change of plan, a test that fails', async ({
  page,
  signInAs,
  app
}) => {
  test.setTimeout(360_000);
  await signInAs('tam');
  await page.request.post(`${app.address}/jobs/103/plan?/start`, { form: {}, headers: { origin: app.address } });
  await page.goto('/jobs/103/bench');
  await expect(page.locator('[data-ready=true]')).toBeVisible();

  await test.step('one screw was missing', async () => {
    await until(page, /^(Remove|Loosen) the \d+ bottom cover screws/);
    const expected = Number(/(\d+) expected/.exec(await hand(page).innerText())![1]);
    await answer(page, expected - 1);
    await expect(page.getByText(`${expected - 1} counted, ${expected} expected`)).toBeVisible();
    await press(page, '1');
  });

  await test.step('the cover resists, and it was its hooks', async () => {
    await until(page, /^Lift out the bottom cover/);
    await press(page, 'r');
    await expect(page.getByRole('heading', { name: 'The bottom cover won’t come off' })).toBeVisible();
    await tabTo(page, /^Not that/);
    await press(page, 'Enter');
    await expect(page.getByText('1 checked so far')).toBeVisible();
    await tabTo(page, /^That was it/);
    await press(page, 'Enter');
    await expect(step(page)).toContainText('Lift out the bottom cover');
  });

  await test.step('the battery is replaced on the same visit', async () => {
    await answer(page);
    await answer(page);
    await press(page, 'g');
    await expect(page.getByRole('heading', { name: 'Change the plan from here' })).toBeVisible();
    await expect(page.getByText('This is the current plan.')).toBeVisible();
    await tabTo(page, /^Which part/);
    await page.keyboard.type('Batt');
    await expect(page.getByRole('list', { name: 'What the work is for' })).toContainText('replace the battery');
    await expect(page.getByText(/more, \d+ fewer/)).toBeVisible();
    await checkInBothThemes(page, 'change of plan');
    await tabTo(page, /^Use this plan/);
    await press(page, 'Enter');
    await expect(step(page)).toBeVisible();
  });

  await test.step('down, across, and up', async () => {
    await until(page, /^Lay the new main board/);
    await checkInBothThemes(page, 'the swap');
    const rider = page.getByRole('checkbox').first();
    await rider.focus();
    await press(page, 'Space');
    await expect(rider).toBeChecked();
    await page.getByLabel('New: part number').focus();
    await page.keyboard.type('NF14-2100\n');
    await expect(page.getByText('That is the number of another part (battery)')).toBeVisible();
    await page.getByLabel('New: part number').focus();
    await press(page, 'Control+A');
    await page.keyboard.type('NF14-4100\n');
    await expect(page.getByText(/^Fits:/)).toBeVisible();
    await page.keyboard.type('B-7732\n');
    await until(page, /^Tilt in the new main board/);
    await expect(page.getByRole('list', { name: 'Cables to watch' })).toBeVisible();
    await expect(page.locator('.drawing .cable.now').first()).toBeAttached();
    await checkInBothThemes(page, 'what a seating pinches');
    await until(page, /^Check it is closed all round/);
  });

  await test.step('a test fails, and leads back in', async () => {
    await until(page, /^Touchpad$/);
    await press(page, 'f');
    await page.keyboard.type('Dead.');
    await tabTo(page, /^Save/);
    await press(page, 'Enter');
    await expect(page.getByRole('heading', { name: 'Touchpad: it fails' })).toBeVisible();
    await expect(page.getByText(/The touchpad .*opened at step \d+\./).first()).toBeVisible();
    await checkInBothThemes(page, 'a failed test');
    await tabTo(page, /^Open it again: touchpad/);
    await press(page, 'Enter');
    await expect(page.getByText(/more, \d+ fewer/)).toBeVisible();
    await tabTo(page, /^Use this plan/);
    await press(page, 'Enter');
    // The missing screw is not expected a second time.
    await until(page, /^(Remove|Loosen) the \d+ bottom cover screws/);
    await expect(page.getByText('New since the plan changed')).toBeVisible();
  });

  await test.step('up again, and signed', async () => {
    await until(page, /Everything is back in place/);
    await tabTo(page, /^Sign and close/);
    await press(page, 'Enter');
    await expect(page.getByText('Every screw is accounted for.')).toBeVisible();
    await page.goto('/jobs/103/report');
    const report = page.getByRole('article');
    await expect(report).toContainText(/1 of the bottom cover .*missing when the machine came in/);
    await expect(report).toContainText('The bottom cover would not come off');
    await expect(report.getByText('The plan was changed')).toHaveCount(2);
    await expect(report).toContainText('in: NF14-4100, serial B-7732');
    await expect(report).toContainText('Touchpad: fails');
    await expect(report).toContainText('Touchpad: works');
    const record = await (await page.request.get(`${app.address}/api/jobs/103/files/run.json`)).json();
    expect(record).toMatchObject({ format: 'eager-wrench/run@1', state: { conflicts: {} } });
    const pdf = await page.request.get(`${app.address}/api/jobs/103/files/report.pdf`);
    expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  });

  expect(read).toBeGreaterThan(1);

  await test.step('another person looks at it, and what was wrong is added', async () => {
    await expect(page.getByRole('button', { name: /^I have checked it/ })).toHaveCount(0);
    await page.getByLabel('Add correction').fill('The battery is from lot 7.');
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByText('The battery is from lot 7.')).toBeVisible();
    await page.context().clearCookies();
    await signInAs('ines');
    await page.goto('/jobs/103/report');
    await page.getByRole('button', { name: /^I have checked it/ }).click();
    await expect(page.getByText('Checked and signed by Ines Havgaard')).toBeVisible();
    await checkInBothThemes(page, 'the whole report');
  });
});
