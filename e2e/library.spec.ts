import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { checkInBothThemes, expect, test } from './fixtures';
import { notebook } from '$core/testing/notebook';

/** Machines are brought in, which others do not look at. */
test.use({ ownShop: true });

const demo = (name: string) =>
  readFileSync(fileURLToPath(new URL(`../demo/machines/${name}.json`, import.meta.url)), 'utf8');
const asFile = (name: string, text: string) => ({ name, mimeType: 'application/json', buffer: Buffer.from(text) });

test('a faulty file is refused with every fault by its place, and nothing of it stays', async ({ page, signInAs }) => {
  await signInAs('ines');
  await page.goto('/machines');
  const rows = await page.getByRole('row').count();
  const machine = JSON.parse(demo('norrvik-pilot-14'));
  machine.id = 'broken';
  machine.joints[0].a = 'nobody';
  machine.joints[1].b = 'nowhere';
  await page.getByLabel('Import a machine file').setInputFiles(asFile('broken.json', JSON.stringify(machine)));
  await expect(page.getByRole('alert')).toContainText('broken.json');
  await expect(page.getByRole('alert')).toContainText('nothing was saved');
  const report = page.getByRole('region', { name: 'What was found' });
  await expect(report).toContainText('joints[0].a');
  await expect(report).toContainText('to correct');
  await checkInBothThemes(page, 'a report of faults');
  await page.getByLabel('Import a machine file').setInputFiles(asFile('noise.json', '{"format": '));
  await expect(page.getByRole('alert')).toContainText('noise.json');
  await page.reload();
  await expect(page.getByRole('row')).toHaveCount(rows);
});

test('a machine is looked at: depth, tables, mix-ups, history and the jobs on it', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/machines');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'Norrvik Fathom 14' })
    .filter({ hasText: 'Revision r2' })
    .getByRole('link')
    .click();
  await expect(page.locator('g[data-thing="part:memory-shield"]')).toHaveCount(1);
  await page.getByRole('slider').fill('4');
  await expect(page.getByText('View from 4.0 mm down')).toBeVisible();
  await expect(page.locator('g[data-thing="part:memory-shield"]')).toHaveCount(0);
  await page.getByRole('slider').fill('0');

  const panel = page.getByRole('tabpanel');
  await page.getByRole('tab', { name: /^Screws/ }).click();
  await panel.getByRole('button', { name: 'Count' }).click();
  const counts = async () => (await panel.locator('tbody tr td:nth-child(2)').allInnerTexts()).map(Number);
  expect(await counts()).toEqual([...(await counts())].sort((a, b) => a - b));
  await panel.getByRole('button', { name: 'Count' }).click();
  expect(await counts()).toEqual([...(await counts())].sort((a, b) => b - a));
  await panel.getByRole('searchbox').fill('heat sink');
  await expect(panel.locator('tbody tr')).toHaveCount(1);
  await panel.locator('tbody tr').hover();
  await expect(page.locator('g[data-thing="joint:heat-sink-screws"]')).toHaveClass(/lit/);
  const [csv] = await Promise.all([page.waitForEvent('download'), panel.getByRole('link', { name: 'CSV' }).click()]);
  expect(csv.suggestedFilename()).toBe('norrvik-fathom-14-r2-screws.csv');
  expect(readFileSync((await csv.path())!, 'utf8')).toContain('heat-sink-screws');
  await checkInBothThemes(page, 'screws of a machine');

  await page.getByRole('tab', { name: /^Mix-ups/ }).click();
  await expect(panel.getByRole('listitem').first()).toContainText(/in (a|the) hole of the/);
  await checkInBothThemes(page, 'mix-ups');
  await page.keyboard.press('Tab');
  await page.getByRole('tab', { name: /^Mix-ups/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(panel).toContainText('Fan screws: M2 x 4 became M2 x 3');
  await expect(panel.getByRole('link', { name: 'Job 103' })).toBeVisible();
  await checkInBothThemes(page, 'history');
});

test('an imported machine is in the library at once, and a known one is known', async ({ page, signInAs }) => {
  await signInAs('ines');
  await page.goto('/machines');
  const machine = { ...JSON.parse(demo('lindquay-slip-11')), id: 'lindquay-slip-12', model: 'Slip 12' };
  for (const said of ['is now in the library', 'was in the library already']) {
    await page.getByLabel('Import a machine file').setInputFiles(asFile('slip.json', JSON.stringify(machine)));
    await expect(page.getByRole('alert')).toContainText(said);
  }
  await page.getByRole('link', { name: 'Open it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Slip 12');
  await expect(page.getByText('0 open jobs on this machine')).toBeVisible();
});

test('a machine of a thousand joints stays usable: no key is dropped', async ({ page, signInAs }) => {
  await signInAs('ines');
  await page.goto('/machines');
  const machine = notebook(1800);
  expect(machine.joints.length).toBeGreaterThan(950);
  await page.getByLabel('Import a machine file').setInputFiles(asFile('large.json', JSON.stringify(machine)));
  await expect(page.getByRole('alert')).toContainText('is now in the library', { timeout: 60_000 });
  await page.getByRole('link', { name: 'Open it' }).click();
  const group = page.locator('svg.drawing > g');
  await page.getByRole('application').focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('+');
  await expect(group).toHaveAttribute('transform', /scale\(7\.5/);
  const x = async () => Number(/translate\(([-\d.]+)/.exec((await group.getAttribute('transform'))!)![1]);
  const from = await x();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight');
  const scale = 1.4 ** 6;
  await expect.poll(x).toBeCloseTo(from - 8 * 30 * scale, 0);
});
