import { inflateSync } from 'node:zlib';
import { readFileSync } from 'node:fs';
import { checkInBothThemes, expect, signInByForm, test } from './fixtures';
import type { Page } from '@playwright/test';

/** Plans are changed, which others do not look at. */
test.use({ ownShop: true });

const title = (page: Page) => page.getByRole('heading', { level: 1 });
const settled = (page: Page) => expect(page.getByText(/Calculating/)).toHaveCount(0);
const tab = (page: Page, name: string) => page.getByRole('tab', { name }).click();

test('what a job is for is chosen in the list and on the drawing, undone, and kept', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs/104/plan');
  await expect(title(page)).toContainText('Replace SSD');
  await tab(page, 'What to do');
  await page.getByRole('checkbox', { name: /^Fan/ }).check();
  await expect(title(page)).toContainText('fan');
  await expect(page.getByText('Changed, not saved yet')).toBeVisible();
  await expect(page.getByRole('button', { name: /\d fan screws/ }).first()).toBeVisible();

  await page.locator('svg g[data-thing="part:battery"]').click();
  await expect(page.getByRole('checkbox', { name: /^Battery/ })).toBeChecked();
  await expect(title(page)).toContainText('battery');
  await page.getByRole('button', { name: 'Reseat' }).click();
  await page.getByRole('searchbox', { name: 'Search' }).fill('touchpad');
  await page.getByRole('checkbox', { name: /Touchpad cable plug at the main board/ }).check();
  await expect(page.getByRole('list', { name: 'What the job is for' }).getByRole('button')).toHaveCount(4);
  await settled(page);
  await checkInBothThemes(page, 'choosing what to do');

  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.keyboard.press('Control+z');
  await expect(title(page)).not.toContainText('battery');
  await page.getByRole('button', { name: 'Save plan' }).click();
  await expect(page.getByRole('button', { name: 'Start at the bench' })).toBeVisible();
  await page.reload();
  await expect(title(page)).toContainText('Replace SSD and fan');

  // Nothing chosen is a state of its own, with a way on.
  await tab(page, 'What to do');
  await page.getByRole('button', { name: /^Remove from the job: Replace SSD/i }).click();
  await page.getByRole('button', { name: /^Remove from the job: Replace fan/i }).click();
  await expect(page.getByRole('heading', { name: 'Nothing to plan yet' })).toBeVisible();
  await checkInBothThemes(page, 'nothing chosen');
  await page.getByRole('button', { name: 'Undo the last change' }).click();
  await expect(page.getByRole('button', { name: /Lift out the bottom cover/ })).toBeVisible();
});

test('why a step is there is followed to what it is for', async ({ page, signInAs }) => {
  await signInAs('juno');
  await page.goto('/jobs/103/plan');
  await page.getByRole('button', { name: /Lift out the bottom cover/ }).click();
  const detail = page.getByRole('tabpanel');
  await expect(detail).toContainText('Why is this here?');
  const first = await detail.getByRole('heading', { level: 2 }).innerText();
  for (let i = 0; i < 12 && (await detail.getByRole('button', { name: /^Step \d+$/ }).count()) > 0; i++) {
    const link = detail.getByRole('button', { name: /^Step \d+$/ }).first();
    const to = (await link.innerText()).match(/\d+/)![0];
    await link.click();
    await expect(detail).toContainText(`Step ${to} of`);
  }
  expect(await detail.getByRole('heading', { level: 2 }).innerText()).not.toBe(first);
  await expect(detail).toContainText(/main board/i);
  // A trainee reads, and changes nothing.
  await expect(page.getByRole('tab', { name: 'What to do' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Start at the bench' })).toHaveCount(0);
});

test('another way is shown with its price, taken, and gone back from', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs/108/plan');
  await tab(page, 'Other ways');
  const way = page.getByRole('listitem').filter({ hasText: 'Take the left hinge off with the display assembly' });
  await expect(way).toContainText('+3 min');
  await checkInBothThemes(page, 'other ways');
  await way.getByRole('button', { name: /Use this way/ }).click();
  await settled(page);
  await expect(page.getByRole('button', { name: /left hinge$/i }).filter({ hasText: /Swing|Lift|Take/ })).toHaveCount(
    0
  );
  await expect(page.getByText('One way is avoided because you asked for it.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the least work' }).click();
  await expect(page.getByText('One way is avoided')).toHaveCount(0);

  await tab(page, 'While you are there');
  const also = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: /^Add/ }) });
  await expect(also.first()).toBeVisible();
  const before = await title(page).innerText();
  await also.first().getByRole('button', { name: /^Add/ }).click();
  await expect(title(page)).not.toHaveText(before);
  await page.getByRole('combobox', { name: 'Order' }).selectOption('bit-by-bit');
  await settled(page);
  await page.getByRole('button', { name: 'Save plan' }).click();
  // Its main board is not in the shop: the plan says what comes first.
  await expect(page.getByRole('link', { name: 'Not yet: Waiting for a part' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('combobox', { name: 'Order' })).toHaveValue('bit-by-bit');
});

test('a wish that cannot be met says why, and a late plan is not kept over the bench', async ({
  page,
  signInAs,
  app
}) => {
  await signInAs('tam');
  const jobs = await app.sql<{ number: string }>(`insert into job (machine_file_id, customer, goals, work, created_by)
    select machine_file_id, 'Depot', '[{"do":"remove","part":"case"}]', 'Take out the case', created_by from job where number = 103 returning number`);
  await page.goto(`/jobs/${jobs[0]!.number}/plan`);
  await expect(page.getByRole('heading', { name: 'This cannot be done as asked' })).toBeVisible();
  await expect(page.getByText('carries all other parts')).toBeVisible();
  await checkInBothThemes(page, 'a plan that cannot be met');
  expect((await page.request.get(`${app.address}/api/jobs/${jobs[0]!.number}/files/plan.json`)).status()).toBe(409);

  // Started elsewhere while the plan is being changed here.
  await page.goto('/jobs/106/plan');
  await tab(page, 'What to do');
  await page.getByRole('checkbox', { name: /^Fan/ }).check();
  await settled(page);
  await app.makeReady(106);
  await page.request.post(`${app.address}/jobs/106/plan?/start`, { form: {}, headers: { origin: app.address } });
  await page.getByRole('button', { name: 'Save plan' }).click();
  await expect(page.getByRole('alert')).toContainText('on the bench now');
});

test('plans are compared: the other weights, apart, another revision', async ({ page, signInAs, request, app }) => {
  // Two files of one revision: equal names beside each other.
  await signInByForm(request, app.address, 'ines');
  const again = {
    ...JSON.parse(readFileSync(new URL('../demo/machines/norrvik-fathom-14.json', import.meta.url), 'utf8')),
    notes: ['Twice.']
  };
  expect([200, 201]).toContain((await request.post(`${app.address}/api/machines`, { data: again })).status());
  await signInAs('tam');
  await page.goto('/jobs/105/compare');
  const weights = page.getByRole('table', { name: 'Orders' });
  await expect(weights.getByRole('columnheader')).toHaveText(['As planned: One part at a time', 'Fewest tool changes']);
  const together = page.getByRole('table', { name: 'Together or separately' });
  await expect(together.getByRole('row', { name: /^Time, likely/ })).toContainText('more');
  await expect(page.getByText(/One visit saves \d+ min/)).toBeVisible();
  await expect(page.getByText('Fan screws: M2 x 3 became M2 x 4').first()).toBeVisible();
  await checkInBothThemes(page, 'compare');
});

test('the drawing is walked by keyboard alone, turned over, and told in a list', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/machines');
  await page.getByRole('link', { name: 'Norrvik Fathom 14' }).first().click();
  const canvas = page.getByRole('application');
  const group = page.locator('svg.drawing > g');
  await canvas.focus();
  await page.keyboard.press('+');
  await page.keyboard.press('+');
  await expect(group).toHaveAttribute('transform', /scale\(1\.9/);
  const before = await group.getAttribute('transform');
  await page.keyboard.press('ArrowRight');
  await expect(group).not.toHaveAttribute('transform', before!);
  await page.keyboard.press('0');
  await expect(group).not.toHaveAttribute('transform', /.+/);
  await page.keyboard.press('t');
  await expect(page.getByRole('button', { name: 'Top side', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('t');
  await expect(page.getByRole('button', { name: 'Underside', exact: true })).toHaveAttribute('aria-pressed', 'true');

  const list = page.getByRole('list', { name: 'What is drawn' });
  const told = await list.getByRole('button').count();
  const drawn = await page
    .locator('svg.drawing [data-thing]')
    .evaluateAll((all) => new Set(all.map((e) => e.getAttribute('data-thing'))).size);
  // Bonds lie between two faces: told, and drawn only when they are in hand.
  expect(told).toBeGreaterThanOrEqual(drawn);
  await list.getByRole('button', { name: /^Fan\./ }).focus();
  await expect(page.locator('g[data-thing="part:fan"]')).toHaveClass(/lit/);
  await expect(page.getByText(/^Fan\. On the base.*held by 2 screws M2 x 3|Fan\. .*held by/).first()).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(page.locator('g[data-thing="part:fan"]')).not.toHaveClass(/lit/);
  await page.getByRole('searchbox', { name: 'Find on the drawing' }).fill('battery');
  await expect(list.getByRole('button').first()).toHaveAccessibleName(/attery/);
});

test('the tray: three styles, mix-ups named, and a sheet that is true to the millimetre', async ({
  page,
  signInAs
}) => {
  await signInAs('tam');
  await page.goto('/jobs/105/tray');
  await expect(page.getByRole('row', { name: /Battery screws/ })).toContainText('mm too');
  await page.getByRole('link', { name: 'As they sit' }).click();
  await expect(page).toHaveURL(/style=map/);
  await checkInBothThemes(page, 'tray');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'PDF' }).click()
  ]);
  expect(download.suggestedFilename()).toBe('job-105-tray.pdf');
  const pdf = readFileSync((await download.path())!);
  const [, width, height] = /MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf.toString('latin1'))!;
  expect((Number(width) / 72) * 25.4).toBeCloseTo(210, 1);
  expect((Number(height) / 72) * 25.4).toBeCloseTo(297, 1);
  expect(lineLengths(pdf).filter((mm) => Math.abs(mm - 100) < 0.05)).not.toEqual([]);
});

/** Lengths of the horizontal lines of a PDF as they come out on paper, mm. */
function lineLengths(pdf: Buffer): number[] {
  const text = pdf.toString('latin1');
  const lengths: number[] = [];
  for (const match of text.matchAll(/stream\r?\n/g)) {
    const from = match.index + match[0].length;
    let content: string;
    try {
      content = inflateSync(pdf.subarray(from, text.indexOf('endstream', from))).toString('latin1');
    } catch {
      continue;
    }
    // Each matrix works on all that follows: the sheet is drawn under one after the other.
    let scale = 1;
    for (const [, sx, x1, y1, x2, y2] of content.matchAll(
      /(-?[\d.]+) 0 0 -?[\d.]+ -?[\d.]+ -?[\d.]+ cm|(-?[\d.]+) (-?[\d.]+) m\s+(-?[\d.]+) (-?[\d.]+) l/g
    )) {
      if (sx !== undefined) scale *= Math.abs(Number(sx));
      else if (y1 === y2) lengths.push(((Math.abs(Number(x2) - Number(x1)) * scale) / 72) * 25.4);
    }
  }
  return lengths;
}

test('every file of a job comes under a name that says what it is', async ({ page, signInAs, app }) => {
  await signInAs('tam');
  for (const [name, type] of [
    ['plan.json', 'application/json'],
    ['plan.md', 'text/markdown'],
    ['plan.csv', 'text/csv'],
    ['tray.svg', 'image/svg+xml'],
    ['tray.pdf', 'application/pdf'],
    ['job-sheet.pdf', 'application/pdf'],
    ['drawing.svg', 'image/svg+xml']
  ]) {
    const answer = await page.request.get(`${app.address}/api/jobs/103/files/${name}`);
    expect([answer.status(), answer.headers()['content-disposition']], name).toEqual([
      200,
      `attachment; filename="job-103-${name}"`
    ]);
    expect(answer.headers()['content-type'], name).toContain(type);
    expect((await answer.body()).length, name).toBeGreaterThan(500);
  }
  expect((await page.request.get(`${app.address}/api/jobs/103/files/..%2Fpasswd`)).status()).toBe(404);
  expect((await page.request.get(`${app.address}/api/jobs/99999/files/plan.json`)).status()).toBe(404);
});
