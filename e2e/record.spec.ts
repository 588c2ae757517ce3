import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, plainPhoto, signIn, test } from './fixtures';
import { beginJob, panel, tap, tool, toTheRecorder } from './recording';

test.use({ ownShop: true });

test.use({ serviceWorkers: 'allow' });

async function outline(page: Page, kind: string, from: [number, number], to: [number, number]): Promise<void> {
  await tool(page, 'Outline');
  await panel(page).getByRole('button', { name: kind, exact: true }).click();
  await tap(page, from);
  await tap(page, to);
  await expect(
    panel(page)
      .getByRole('status')
      .filter({ hasText: `${kind} is outlined.` })
  ).toBeVisible();
}
async function screws(page: Page, places: [number, number][], size: string): Promise<void> {
  await tool(page, 'Screws');
  for (const place of places) await tap(page, place);
  await panel(page).getByLabel('Size').fill(size);
  await panel(page).getByLabel('Size').press('Tab');
}
async function cameOff(page: Page, at: [number, number], part: string): Promise<void> {
  await tool(page, 'Came off');
  await tap(page, at);
  await panel(page)
    .getByRole('button', { name: `${part} is off` })
    .click();
  await expect(panel(page).getByRole('heading', { name: 'What do you see now?' })).toBeVisible();
}

/** A new job up to the recorder. @returns its number */
async function beginRecording(page: Page, model: string): Promise<number> {
  const job = await beginJob(page, model);
  // Nobody opens a machine before the safety questions are answered.
  await page.goto(`/jobs/${job}/record`);
  await expect(page.getByText('Before the machine is opened, the safety questions are answered.')).toBeVisible();
  await expect(page.getByRole('toolbar', { name: 'What a tap means' })).toHaveCount(0);
  await page.getByRole('link', { name: 'To the safety questions' }).click();
  await page.waitForURL('**/intake');
  await toTheRecorder(page, job);
  return job;
}

test('a machine that nobody has drawn is recorded offline with photos, closed from its record, put in force, and planned on', async ({
  page,
  context,
  signInAs
}) => {
  test.slow();
  await signInAs('tam');
  const job = await beginRecording(page, 'Tarn 13');
  await checkInBothThemes(page, 'the recorder');
  await expect
    .poll(
      () =>
        page.evaluate(async (path) => {
          if (!navigator.serviceWorker.controller) return false;
          return (await (await caches.open('seen')).match(path)) !== undefined;
        }, `/jobs/${job}/record`),
      { timeout: 60_000 }
    )
    .toBe(true);

  await context.setOffline(true);
  // A photo, brought to scale, lies under the drawing.
  await tool(page, 'Photo');
  const picture = await plainPhoto();
  await panel(page)
    .locator('input[type=file]')
    .setInputFiles({ name: 'under.jpg', mimeType: 'image/jpeg', buffer: picture });
  await panel(page).getByRole('button', { name: 'Lay it under the drawing' }).click();
  await expect(page.locator('.record image')).toBeVisible();

  // The cover and its screws; the hook of the tool is a long press.
  await tool(page, 'Outline');
  await panel(page).getByRole('button', { name: 'Cover', exact: true }).click();
  await panel(page).getByRole('button', { name: 'All of this side' }).click();
  await screws(
    page,
    [
      [8, 8],
      [292, 8],
      [8, 202]
    ],
    'M2 x 5'
  );
  await tap(page, [292, 202], 'long');
  await expect(panel(page).getByText('4 places')).toBeVisible();
  await expect(panel(page).getByRole('button', { name: 'There is room for the tool now' })).toBeVisible();
  await panel(page).getByRole('button', { name: 'There is room for the tool now' }).click();
  await expect(panel(page).getByRole('button', { name: 'There is room for the tool now' })).toHaveCount(0);
  // Undo and redo.
  await tap(page, [150, 6]);
  await expect(panel(page).getByText('5 places')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(panel(page).getByText('4 places')).toBeVisible();
  await page.getByRole('button', { name: 'Redo', exact: true }).click();
  await expect(panel(page).getByText('5 places')).toBeVisible();
  await cameOff(page, [150, 100], 'Cover');

  // The page is closed in the middle and opened again, still without the server.
  await expect(page.getByRole('status').filter({ hasText: 'Saved here' })).toBeVisible();
  await page.goto('about:blank');
  await page.goto(`/jobs/${job}/record`);
  await page.locator('[data-ready=true]').waitFor();
  await expect(panel(page)).toContainText('1 part, 1 joint, 1 off');

  await outline(page, 'Battery', [20, 130], [220, 200]);
  await outline(page, 'Fan', [210, 15], [270, 75]);
  await outline(page, 'Main board', [20, 12], [205, 120]);
  await outline(page, 'Heat sink', [120, 30], [208, 60]);
  await screws(
    page,
    [
      [26, 136],
      [214, 196]
    ],
    'M2x3'
  );
  await panel(page).getByRole('button', { name: 'Next group' }).click();
  await tap(page, [214, 20]);
  await tap(page, [266, 70]);
  await panel(page).getByRole('button', { name: 'Next group' }).click();
  for (const place of [
    [24, 16],
    [24, 116],
    [200, 116]
  ] as [number, number][])
    await tap(page, place);
  await panel(page).getByRole('button', { name: 'Next group' }).click();
  for (const place of [
    [124, 34],
    [200, 56]
  ] as [number, number][])
    await tap(page, place);

  // The plug of the battery: nobody has said yet that it is one, and there is no way back up without it.
  await page.getByRole('button', { name: 'Go back up' }).click();
  await expect(panel(page).getByRole('alert')).toContainText('nothing takes its power away');
  await expect(panel(page).getByRole('button', { name: 'Begin the way back up' })).toBeDisabled();
  await tool(page, 'Plug');
  await panel(page).getByRole('button', { name: 'Wires, pulled along the board' }).click();
  await tap(page, [120, 118]);
  await tool(page, /Questions/);
  await expect(panel(page).locator('#question')).toHaveText('Which plug takes the power of the battery away?');
  // A battery was outlined: "none" is no answer, and a tap on the plug is one.
  await expect(panel(page).getByRole('button', { name: 'There is no battery in it' })).toHaveCount(0);
  await tap(page, [120, 118]);
  await expect(panel(page).locator('#question').filter({ hasText: 'Which plug' })).toHaveCount(0);
  await tool(page, 'Look');
  await tap(page, [120, 118]);
  await panel(page).getByRole('button', { name: 'It is undone' }).click();
  await cameOff(page, [240, 45], 'Fan');

  // With the server back everything arrives, the picture too, and the way back up begins.
  await page.getByRole('button', { name: 'Go back up' }).click();
  await panel(page).getByRole('button', { name: 'Fan', exact: true }).click();
  await panel(page).getByRole('button', { name: 'Begin the way back up' }).click();
  await expect(panel(page).getByRole('alert')).toContainText('has not reached the server yet');
  await context.setOffline(false);
  await expect(page.getByRole('status').filter({ hasText: /Saved(?! here)/ })).toBeVisible();
  await panel(page).getByRole('button', { name: 'Begin the way back up' }).click();
  await page.waitForURL(`**/jobs/${job}/bench`);
  await page.locator('section[data-step]').waitFor();
  await page.locator('[data-ready=true]').waitFor();
  // Nobody saw the power being taken away: that is asked before anything goes back.
  await expect(page.locator('section[data-step] p[aria-live]')).toHaveText('Shut down fully');

  // Up and closed at the bench like any run.
  const back = page.getByText('Everything is back in place');
  const step = page.locator('section[data-step] p[aria-live]');
  for (let guard = 0; guard < 60 && !(await back.isVisible()); guard++) {
    const before = await step.innerText();
    if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
    if (await page.getByLabel('Counted').isVisible()) await page.getByRole('button', { name: /^All/ }).click();
    await page.keyboard.press('Enter');
    await expect(step.filter({ hasText: before })).toHaveCount(0);
  }
  await page.getByRole('button', { name: 'Sign and close' }).click();
  await page.getByRole('link', { name: 'Read the report' }).click();
  await expect(page.getByText('Signed by Tam Okello')).toBeVisible();

  // Who drew it does not check it; a lead does, and puts it in force.
  await page.goto('/machines');
  await page.getByRole('link', { name: /Norrvik Tarn 13/ }).click();
  await expect(page.getByText(/This file is a draft/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'I have checked it' })).toHaveCount(0);
  const file = page.url();
  await context.clearCookies();
  await signIn(page, 'ines');
  await page.goto(file);
  await page.getByRole('button', { name: 'I have checked it' }).click();
  await checkInBothThemes(page, 'a checked draft');
  await page.getByRole('button', { name: 'Put it in force' }).click();
  await expect(page.getByText(/This file is/)).toHaveCount(0);
  await page.goto('/machines');
  await checkInBothThemes(page, 'the library');
  await page.goto('/jobs/new');
  await page.getByLabel('Machine').first().selectOption({ label: 'Norrvik Tarn 13, r1' });
  await page.waitForURL(/machine=/);
  await page.getByLabel('Customer', { exact: true }).fill('MS Otra');
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await page.getByRole('checkbox', { name: /^Fan/ }).check();
  // The plan knows what was recorded: the cover comes off first.
  await expect(page.getByText(/steps: \d+ joints to open/)).toBeVisible();
  await page.getByRole('button', { name: 'Save job' }).click();
  await page.waitForURL('**/intake');
});

test('a machine is recorded by keyboard alone, and each page of its job answers meanwhile', async ({
  page,
  signInAs
}) => {
  await signInAs('tam');
  const job = await beginRecording(page, 'Tarn 15');
  const drawing = page.getByRole('application');
  const go = async (key: string, times: number) => {
    for (let i = 0; i < times; i++) await page.keyboard.press(`Shift+${key}`);
  };
  await drawing.focus();
  // A box between two places: from the middle to the right and down.
  await page.keyboard.press('o');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await go('ArrowRight', 6);
  await go('ArrowDown', 5);
  await page.keyboard.press('Enter');
  await expect(page.locator('.record [data-part]')).toHaveCount(1);
  // Two screws, the second without room for the tool; the last is taken back and brought again.
  await page.keyboard.press('s');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await go('ArrowLeft', 3);
  await page.keyboard.press('Shift+Enter');
  await expect(page.locator('.record [data-joint]')).toHaveCount(1);
  await expect(panel(page)).toContainText('2');
  await page.keyboard.press('u');
  await page.keyboard.press('y');
  // Corners: Enter on the last one again is all of it.
  await page.keyboard.press('n');
  await page.keyboard.press('o');
  await panel(page).getByRole('button', { name: 'Corners', exact: true }).press('Enter');
  await drawing.focus();
  for (const [key, times] of [
    ['ArrowUp', 4],
    ['ArrowRight', 5],
    ['ArrowDown', 3]
  ] as const) {
    await go(key, times);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Enter');
  await expect(page.locator('.record [data-part]')).toHaveCount(2);
  // A note, and the same side with the lid laid flat.
  await page.keyboard.press('v');
  await page.keyboard.press('Escape');
  await panel(page).getByLabel('Note', { exact: true }).fill('Two screws were missing.');
  await panel(page).getByRole('button', { name: 'Save', exact: true }).click();
  await expect(panel(page).getByRole('listitem').filter({ hasText: 'Two screws were missing.' })).toBeVisible();
  await page.getByRole('button', { name: 'Another side' }).click();
  await page.locator('select').filter({ hasText: 'Top side' }).first().selectOption('topside');
  await page.locator('select').filter({ hasText: 'Opened flat' }).selectOption('flat');
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByRole('button', { name: 'Top side', pressed: true })).toBeVisible();
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible();
  const recorded = await (await page.request.get(`/jobs/${job}/record`)).text();
  expect(recorded).toContain('"outlined"');
  expect(recorded).toContain('"flat"');

  // Whoever comes upon this job elsewhere is answered, if only by the way to the recorder.
  for (const path of ['', '/plan', '/bench', '/fault', '/spares', '/compare', '/tray', '/cell', '/intake', '/report']) {
    const response = await page.request.get(`/jobs/${job}${path}`);
    expect(response.status(), path).toBeLessThan(500);
  }
  await page.goto('/machines');
  await expect(page.getByText('Norrvik Tarn 15')).toBeVisible();
  for (const path of ['/jobs', '/jobs/new', '/machines/draw', `/jobs/${job}`])
    expect((await page.request.get(path)).status(), path).toBeLessThan(400);
});
