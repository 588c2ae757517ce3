import { readFileSync, truncateSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, plainPhoto, signIn, test } from './fixtures';

test.use({ ownShop: true });

const panel = (page: Page) => page.getByRole('region', { name: 'What is chosen' });
const saved = (page: Page) =>
  expect(
    page
      .getByRole('status')
      .filter({ hasText: /Saved(?! here)/ })
      .first()
  ).toBeVisible();

/** Begins to change the demo's Fathom, and chooses a thing by its name. */
async function change(page: Page): Promise<string> {
  await page.goto('/machines/draw');
  const form = page.locator('form[action="?/change"]');
  await form.locator('select').selectOption({ label: 'Norrvik Fathom 14, r2' });
  const file = await form.locator('select').inputValue();
  await form.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL('**/machines/drafts/**');
  await page.locator('[data-ready=true]').waitFor();
  return file;
}
/** Where a place of the side that is looked at, mm, lies on the screen. */
const onScreen = (page: Page, x: number, y: number) =>
  page.locator('.drawn-on svg.drawing').evaluate(
    (svg, [mmX, mmY]) => {
      const m = svg.querySelector('g')!.getScreenCTM()!;
      return { x: m.a * mmX! + m.c * mmY! + m.e, y: m.b * mmX! + m.d * mmY! + m.f };
    },
    [x, y]
  );
const tap = async (page: Page, x: number, y: number) => {
  const at = await onScreen(page, x, y);
  await page.mouse.click(at.x, at.y);
};
const choose = async (page: Page, name: string) => {
  await page.keyboard.press('Escape');
  await panel(page).getByRole('button', { name: 'Chosen' }).click();
  await panel(page).getByRole('button', { name, exact: true }).first().click();
};

test('a screw that is edited changes the plan of the fan, and is taken back to the same file', async ({
  page,
  signInAs
}) => {
  await signInAs('ines');
  const file = await change(page);
  await checkInBothThemes(page, 'the drawing table');
  await choose(page, 'Fan');
  await panel(page).getByLabel('Show what changes do to it').check();
  const bar = page.getByRole('status').last();
  await expect(bar).toContainText(/Fan \d+ steps/);
  const before = Number(/Fan (\d+) steps/.exec(await bar.innerText())![1]);
  // Another group of screws holds the fan from now on: it is in its way.
  await page.keyboard.press('Escape');
  await panel(page)
    .getByRole('button', { name: /^Fan screws/i })
    .first()
    .click();
  await page.getByRole('button', { name: 'Copy', exact: true }).click();
  await expect(bar).toContainText('now needs 1 step more');
  await expect(bar).toContainText(`Fan ${before + 1} steps`);
  // By keyboard, too: it is nudged, and all of it is taken back.
  await page.locator('.drawn-on').focus();
  await page.keyboard.press('ArrowRight');
  await saved(page);
  const undo = page.getByRole('button', { name: 'Undo', exact: true });
  while (await undo.isEnabled()) await undo.click();
  await expect(bar).toContainText(`Fan ${before} steps`);
  await saved(page);
  await page.reload();
  await page.locator('[data-ready=true]').waitFor();
  // Kept, it is the file that it was: nothing new is in the library.
  await page.getByRole('button', { name: 'Keep as a file' }).click();
  await page.waitForURL(`**/machines/${file}`);
});

test('faults stand at their place while one works, and a file with faults is not kept', async ({ page, signInAs }) => {
  await signInAs('ines');
  await change(page);
  await choose(page, 'Fan');
  await panel(page).getByLabel('Name', { exact: true }).fill('');
  await panel(page).getByLabel('Name', { exact: true }).press('Tab');
  await expect(page.getByRole('status').last()).toContainText('1 fault');
  // Without the server the last change is not in what would be kept: that is told, and nothing is kept.
  await page.context().setOffline(true);
  await panel(page).getByLabel('Name', { exact: true }).fill('Another fan');
  await panel(page).getByLabel('Name', { exact: true }).press('Tab');
  await page.getByRole('button', { name: 'Keep as a file' }).click();
  await expect(panel(page).getByRole('alert')).toContainText('have not reached the server yet');
  await page.context().setOffline(false);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await page.getByRole('button', { name: 'Keep as a file' }).click();
  await expect(panel(page).getByRole('alert')).not.toContainText('have not reached');
  // From its fault one comes to the thing, wherever it lies.
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Top side' }).click();
  await panel(page).getByRole('button', { name: 'Faults (1)' }).click();
  await panel(page).getByRole('button', { name: 'fan', exact: true }).first().click();
  await expect(panel(page).getByLabel('Id', { exact: true }).first()).toHaveValue('fan');
  await expect(page.getByRole('button', { name: 'Underside' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('status').last()).toContainText('No faults');
});

test('a cable is drawn through its guide with its length shown, an outline by its corners, a corner is dragged', async ({
  page,
  signInAs
}) => {
  await signInAs('ines');
  await change(page);
  await choose(page, 'Left speaker wire');
  const lies = page.locator('.drawn-on').getByRole('status');
  await expect(lies).toContainText('Way 43 mm, cable 50 mm: 7 mm slack.');
  await page.getByRole('button', { name: 'Draw its way' }).click();
  await tap(page, 270, 119);
  await tap(page, 272, 148);
  await tap(page, 200, 148);
  await expect(lies).toContainText('too short');
  await page.keyboard.press('Backspace');
  await tap(page, 284, 152);
  await tap(page, 284, 152);
  await expect(lies).toContainText('slack');
  await expect(
    panel(page)
      .locator('.label')
      .filter({ hasText: /^Guide$/ })
  ).toHaveCount(1);
  await checkInBothThemes(page, 'a cable at the drawing table');
  // One of its places is dragged far away: the cable is too short for that.
  const [from, to] = [await onScreen(page, 284, 152), await onScreen(page, 200, 190)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await expect(lies).toContainText('too short');
  await page.mouse.up();
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(lies).toContainText('Way 43 mm');

  // An outline by keyboard: Enter on the last corner once more is all of it.
  await choose(page, 'Fan');
  await page.getByRole('button', { name: 'Draw its outline' }).click();
  await page.locator('.drawn-on').focus();
  for (const key of ['ArrowLeft', 'Shift+ArrowRight', 'Shift+ArrowDown']) {
    await page.keyboard.press(key);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Enter');
  await expect(page.locator('.drawn-on [data-handle]')).toHaveCount(3);
  await saved(page);
});

test('two people on one draft see each other, and neither overwrites the other', async ({
  page,
  signInAs,
  browser,
  app
}) => {
  await signInAs('ines');
  await change(page);
  const other = await browser.newContext({ baseURL: app.address });
  const his = await other.newPage();
  await signIn(his, 'tam');
  await his.goto(page.url());
  await his.locator('[data-ready=true]').waitFor();

  await choose(page, 'Fan');
  await choose(his, 'Fan');
  await panel(page).getByLabel('Name', { exact: true }).fill('Her fan');
  await panel(page).getByLabel('Name', { exact: true }).press('Tab');
  // The second sees it come.
  await expect(panel(his).getByRole('heading', { name: 'Her fan' })).toBeVisible();
  await panel(his).getByLabel('Name', { exact: true }).fill('His fan');
  await panel(his).getByLabel('Name', { exact: true }).press('Tab');
  await expect(panel(page).getByRole('heading', { name: 'His fan' })).toBeVisible();

  // Without the network each goes on; what comes too late is told, and what stands there stays.
  await other.setOffline(true);
  await panel(his).getByLabel('Name', { exact: true }).fill('Too late');
  await panel(his).getByLabel('Name', { exact: true }).press('Tab');
  await expect(panel(his).getByRole('heading', { name: 'Too late' })).toBeVisible();
  await panel(page).getByLabel('Name', { exact: true }).fill('In time');
  await panel(page).getByLabel('Name', { exact: true }).press('Tab');
  await saved(page);
  await other.setOffline(false);
  await expect(his.getByRole('alert').filter({ hasText: 'was changed by somebody else meanwhile' })).toBeVisible({
    timeout: 30_000
  });
  await expect(panel(his).getByRole('heading', { name: 'In time' })).toBeVisible();
  await expect(panel(page).getByRole('heading', { name: 'In time' })).toBeVisible();
  await other.close();

  // Who drew what is told, with what did not fit any more where it was drawn.
  await page.getByRole('button', { name: 'History', exact: true }).click();
  const sittings = panel(page).getByRole('listitem').filter({ hasText: /edit/ });
  await expect(sittings.filter({ hasText: 'Tam Okello' }).first()).toContainText('His fan');
  await expect(sittings.filter({ hasText: 'Ines Havgaard' }).first()).toContainText('In time');
});

test('a new machine is drawn from nothing: parts, screws in a row, a depth in the section', async ({
  page,
  signInAs
}) => {
  await signInAs('tam');
  await page.goto('/machines/draw');
  await checkInBothThemes(page, 'beginning to draw');
  const form = page.locator('form[action="?/new"]');
  await form.getByLabel('Maker').fill('Norrvik');
  await form.getByLabel('Model').fill('Sound 12');
  await form.getByLabel('How it opens').selectOption({ label: 'From below' });
  for (const [label, mm] of [
    ['Width', '280'],
    ['Depth', '200'],
    ['Height', '16']
  ] as const)
    await form.getByLabel(label).fill(mm);
  await form.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL('**/machines/drafts/**');
  await page.locator('[data-ready=true]').waitFor();
  await page.getByLabel('New part').selectOption({ label: 'Fan' });
  await tap(page, 40, 30);
  await tap(page, 100, 90);
  await expect(panel(page).getByRole('heading', { name: 'Fan' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByLabel('Places').selectOption({ label: 'in a row' });
  await page.getByLabel('How many').fill('3');
  await page.getByLabel('New joint').selectOption({ label: 'Screws' });
  await tap(page, 20, 10);
  await tap(page, 220, 10);
  await expect(panel(page).getByRole('heading', { name: 'Screws' })).toBeVisible();
  await expect(panel(page).getByLabel('How many', { exact: true })).toHaveValue('3');
  // Dragged by its middle, the fan moves; the section shows it where it is.
  await page.keyboard.press('Escape');
  await tap(page, 70, 60);
  await expect(panel(page).getByRole('heading', { name: 'Fan' })).toBeVisible();
  await page.getByRole('button', { name: 'Section' }).click();
  await page.getByRole('slider', { name: /Cut/ }).fill('60');
  const edge = page.getByRole('slider', { name: /Where it ends/ });
  const depth = Number(await edge.getAttribute('aria-valuenow'));
  await edge.focus();
  await page.keyboard.press('ArrowDown');
  await expect(edge).toHaveAttribute('aria-valuenow', String(Math.round((depth + 0.1) * 10) / 10));
  // A photo lies behind it once it is brought to scale, and is there again for whoever opens the draft.
  await panel(page).getByRole('button', { name: 'Photo' }).click();
  const picture = await plainPhoto();
  await panel(page)
    .locator('input[type=file]')
    .setInputFiles({ name: 'under.jpg', mimeType: 'image/jpeg', buffer: picture });
  const corner = panel(page).getByRole('button', { name: /^Corner 1/ });
  await corner.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await panel(page).getByRole('button', { name: 'Lay it under the drawing' }).click();
  await expect(page.locator('.drawn-on image')).toBeVisible();
  await checkInBothThemes(page, 'the drawing table with a photo');
  await saved(page);
  await page.reload();
  await expect(page.locator('.drawn-on image')).toBeVisible();
});

test('a table from paper becomes a draft, or is refused by its rows', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/machines/draw');
  const form = page.locator('form[action="?/sheet"]');
  await form.getByLabel('Maker').fill('Lindquay');
  await form.getByLabel('Model').fill('Cove 12');
  await form.getByLabel('Rows').fill('part,comes off after,held by\nCover,,screws\nFan,Nothing like it,screws\n');
  await form.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('alert')).toContainText('row 3');
  await form.getByLabel('Rows').fill(readFileSync('docs/examples/sheet-sample.csv', 'utf8'));
  await form.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL('**/machines/drafts/**');
  await page.locator('[data-ready=true]').waitFor();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Lindquay Cove 12');
  await page.getByRole('button', { name: 'Keep as a file' }).click();
  await page.waitForURL(/\/machines\/\d+$/);
  await expect(page.getByText(/This file is a draft/)).toBeVisible();
});

test('an archive goes out and comes in, and a hostile one is refused in words', async ({
  page,
  signInAs,
  app
}, info) => {
  await signInAs('tam');
  await page.goto('/machines/draw');
  const choose = page.locator('input[accept*=zip]');
  const alert = page.getByRole('alert');
  await choose.setInputFiles({ name: 'none.zip', mimeType: 'application/zip', buffer: Buffer.from('no archive') });
  await expect(alert).toContainText('no archive of a machine');
  // Two hundred megabytes of nothing are refused before they are sent.
  const large = info.outputPath('large.zip');
  writeFileSync(large, '');
  truncateSync(large, 200_000_000);
  await choose.setInputFiles(large);
  await expect(alert).toContainText('larger than 60 MB');
  // And by the server, for whoever sends them all the same.
  const sent = await page.request.post(`${app.address}/api/drafts/archive`, {
    data: Buffer.alloc(61_000_000),
    headers: { origin: app.address, 'content-type': 'application/octet-stream' }
  });
  expect(sent.status()).toBe(413);

  await page.goto('/machines');
  const href = await page
    .getByRole('link', { name: /Norrvik Fathom 14/ })
    .first()
    .getAttribute('href');
  const archive = await (await page.request.get(`${app.address}/api${href}/archive`)).body();
  await page.goto('/machines/draw');
  await choose.setInputFiles({ name: 'fathom.zip', mimeType: 'application/zip', buffer: archive });
  await page.waitForURL('**/machines/drafts/**');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Norrvik Fathom 14');
});
