import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, test } from './fixtures';

/** These take jobs to the bench that others look at before: they have a shop of their own. */
test.use({ ownShop: true });

const inHand = (page: Page) => page.locator('section[data-step] p[aria-live]');

/** Works on until the step in hand reads so; screws are counted as given, all of them unless something else is said. */
async function workTo(
  page: Page,
  until: RegExp,
  counts: Record<string, { count: number; why: RegExp }> = {}
): Promise<void> {
  for (let i = 0; i < 40; i++) {
    const text = await inHand(page).innerText();
    if (until.test(text)) return;
    if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
    const other = Object.entries(counts).find(([name]) => text.includes(name))?.[1];
    if (await page.getByLabel('Counted').isVisible()) {
      if (other) await page.keyboard.type(String(other.count));
      else await page.getByRole('button', { name: /^All/ }).click();
    }
    await page.keyboard.press('Enter');
    if (other) await page.getByRole('button', { name: other.why }).click();
    await expect(inHand(page)).not.toHaveText(text);
  }
  throw new Error(`never came to ${until}`);
}

test('a part that will not come: the likeliest first, each answered, and it shows on the drawing', async ({
  page,
  signInAs,
  app
}) => {
  await signInAs('tam');
  await app.makeReady(106);
  await page.request.post(`${app.address}/jobs/106/plan?/start`, { form: {}, headers: { origin: app.address } });
  await page.goto('/jobs/106/bench');
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await workTo(page, /Lift out the bottom cover/, { 'bottom cover edge screws': { count: 5, why: /still in/i } });
  await page.keyboard.press('r');
  await expect(page.getByRole('heading', { name: 'The bottom cover won’t come off' })).toBeVisible();
  const first = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: /^That was it/ }) })
    .first();
  await expect(first).toContainText('1 of 6 still in: bottom cover edge screws');
  await first.hover();
  await expect(page.locator('g.joint.now')).toHaveCount(1);
  await checkInBothThemes(page, 'it resists');
  await first.getByRole('button', { name: /^Not that/ }).click();
  await expect(first).not.toContainText('1 of 6 still in');
  await expect(page.getByText('1 checked so far')).toBeVisible();
  await page.getByRole('button', { name: /^That was it: 1 of 6 still in/ }).click();
  await expect(inHand(page)).toContainText('Lift out the bottom cover');
  const looks = () =>
    app.sql<{ found: boolean }>(
      "select (body ->> 'found')::boolean as found from run_event e join run r on r.id = e.run_id join job j on j.id = r.job_id where j.number = 106 and body ->> 'type' = 'looked' order by seq"
    );
  await expect.poll(looks).toEqual([{ found: false }, { found: true }]);
});

test('a found screw is measured, named with its chance, and put where it belongs', async ({ page, signInAs, app }) => {
  await signInAs('tam');
  await app.makeReady(107);
  await page.request.post(`${app.address}/jobs/107/plan?/start`, { form: {}, headers: { origin: app.address } });
  await page.goto('/jobs/107/bench');
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await page.keyboard.press('w');
  await expect(page.getByRole('heading', { name: 'Which screw is this?' })).toBeVisible();
  await page.keyboard.press('Escape');
  await workTo(page, /Lift out the fan|fan plug/i);
  await page.getByRole('button', { name: /^Identify a screw/ }).click();
  await page.getByLabel('Length, mm').fill('11,95');
  const first = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: /^Assign to/ }) })
    .first();
  await expect(first).toContainText('Keyboard screws from below');
  await expect(first).toContainText(/100\s?%/);
  await page.getByLabel('Length, mm').fill('4.6');
  await page.getByLabel('Measured with').selectOption('ruler');
  await expect(page.getByText(/^Measure .* next:/)).toBeVisible();
  await checkInBothThemes(page, 'which screw');
  await page.getByLabel('Length, mm').fill('12');
  await page.getByLabel('Measured with').selectOption('calliper');
  await page.getByRole('button', { name: 'Assign to: Keyboard screws from below' }).click();
  await expect(inHand(page)).toBeVisible();
  await expect
    .poll(async () =>
      (
        await app.sql<{ text: string }>(
          "select body ->> 'text' as text from run_event where body ->> 'type' = 'note' and body ->> 'text' like 'Found a screw%'"
        )
      ).map((r) => r.text)
    )
    .toEqual(['Found a screw, 12 mm long: it belongs to the keyboard screws from below.']);
});

test('a pedal gets a key of its own, and this device remembers it', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs/102/bench');
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await page.keyboard.press('?');
  const dialog = page.getByRole('dialog', { name: 'Keys at the bench' });
  await dialog.getByRole('button', { name: 'Another key for: Done' }).click();
  await page.keyboard.press('n');
  await expect(dialog.getByRole('status')).toContainText('already means: Something’s different');
  await page.keyboard.press('PageDown');
  await expect(dialog.getByText('PageDown')).toBeVisible();
  await checkInBothThemes(page, 'keys of one\u2019s own');
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  const before = await inHand(page).innerText();
  await page.keyboard.press('Enter');
  await expect(inHand(page)).toHaveText(before);
  if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('PageDown');
  if (await page.getByLabel('Counted').isVisible()) await page.getByRole('button', { name: /^All/ }).click();
  await page.keyboard.press('PageDown');
  await expect(inHand(page)).not.toHaveText(before);
});
