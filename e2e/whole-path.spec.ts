import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, nothingEndangers, readMark, test } from './fixtures';

/** Jobs are opened, worked and signed, which others do not look at. */
test.use({ ownShop: true });

test.use({ serviceWorkers: 'allow' });

const stepText = (page: Page) => page.locator('section[data-step] p[aria-live]');
const position = async (page: Page) =>
  (await page.locator('section[data-step]').innerText()).match(/step (\d+) of (\d+)/)?.[1];

/** One step by keyboard: what is asked for is counted, what can hurt is acknowledged. */
async function oneStep(page: Page, count?: (expected: number, text: string) => number | undefined): Promise<void> {
  const before = await position(page);
  const counted = page.getByLabel('Counted');
  if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
  if (await counted.isVisible()) {
    const expected = Number((await page.getByText(/of \d+ expected/).innerText()).match(/\d+/)![0]);
    const text = await stepText(page).innerText();
    const other = count?.(expected, text);
    await page.keyboard.type(String(other ?? expected));
    await page.keyboard.press('Enter');
    if (other !== undefined) {
      await expect(page.getByText(`${other} counted, ${expected} expected`)).toBeVisible();
      await checkInBothThemes(page, 'a count that differs');
      await page.keyboard.press('1');
    }
  } else {
    await readMark(page);
    await page.keyboard.press('Enter');
  }
  await expect.poll(() => position(page)).not.toBe(before);
}

test('from a request to a signed report', async ({ page, signInAs }) => {
  await test.step('sign in by keyboard', async () => {
    await page.goto('/jobs');
    await expect(page).toHaveURL(/\/signin\?to=%2Fjobs/);
    await page.getByLabel('Name').focus();
    await page.keyboard.type('tam');
    await page.keyboard.press('Tab');
    await page.keyboard.type('not the password');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toHaveText('Name or password is wrong.');
    await signInAs('tam');
    await page.goto('/jobs');
  });

  await test.step('open a job', async () => {
    await page.getByRole('link', { name: 'New job' }).click();
    await page.getByLabel('Machine').selectOption({ label: 'Norrvik Fathom 14, r2' });
    await page.waitForURL(/machine=/);
    await page.getByLabel('Customer', { exact: true }).fill('MS Sule, galley');
    await page.getByLabel('Serial number').fill('NF14-00999');
    await page.getByLabel('Complaint').fill('Loud, and the drive is full.');
    await expect(page.getByText('Choose what to do')).toBeVisible();
    await page.getByRole('checkbox', { name: /^Fan/ }).check();
    await expect(page.getByText(/\d+ steps: 6 joints to open/)).toBeVisible();
    // On the drawing, too.
    await page.locator('svg g[data-thing="part:ssd"]').click();
    await expect(page.getByRole('checkbox', { name: /^SSD/ })).toBeChecked();
    await page.getByRole('button', { name: 'Save job' }).click();
    await page.waitForURL(/\/jobs\/\d+\/intake/);
  });

  await test.step('ask the first questions', async () => {
    await nothingEndangers(page);
    await page.getByRole('link', { name: 'Plan', exact: true }).click();
    await page.waitForURL(/\/jobs\/\d+\/plan/);
  });

  await test.step('read the plan', async () => {
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Replace fan and SSD');
    await page.getByRole('button', { name: /Lift out the bottom cover/ }).click();
    await expect(page.getByText('Why is this here?')).toBeVisible();
    await expect(page.getByRole('heading', { level: 2 })).toHaveText('Lift out the bottom cover');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('heading', { level: 2 })).toHaveText('Disconnect the battery plug');
    await expect(page.getByText('Boards, plugs or the battery were touched').first()).toBeVisible();
    await page.getByRole('button', { name: 'Start at the bench' }).click();
    await page.waitForURL(/\/bench/);
    await expect(page.locator('[data-ready=true]')).toBeVisible();
  });

  await test.step('down and back up by keyboard alone, with one screw missing', async () => {
    await expect(stepText(page)).toHaveText('Shut down fully: hold Shift while shutting down');
    let testSeen = false;
    for (let guard = 0; guard < 200; guard++) {
      if (!testSeen && (await page.getByRole('button', { name: /^Works/ }).isVisible())) {
        testSeen = true;
        await checkInBothThemes(page, 'a test');
      }
      if (await page.getByText('Everything is back in place').isVisible()) break;
      await oneStep(page, (expected, text) =>
        text.startsWith('Loosen the 8 bottom cover') ? expected - 1 : undefined
      );
    }
    await expect(page.getByText('Everything is back in place')).toBeVisible();
    expect(testSeen).toBe(true);
    await checkInBothThemes(page, 'ready to sign');
  });

  await test.step('sign and read the report', async () => {
    await expect(page.getByRole('status')).toContainText(/Saved(?! here)/);
    await page.getByLabel('For the report').fill('Old parts kept.');
    await page.getByRole('button', { name: 'Sign and close' }).click();
    await page.getByRole('link', { name: 'Read the report' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Service report');
    await expect(page.locator('[data-outcome]')).toContainText('one was already missing when the machine came in');
    await expect(page.getByText('complete, 1 hole empty')).toBeHidden();
    await page.getByText('Full record', { exact: true }).click();
    await expect(page.getByText('complete, 1 hole empty')).toBeVisible();
    await expect(page.getByText('Signed by Tam Okello')).toBeVisible();
    await expect(page.getByText('Old parts kept.')).toBeVisible();
  });
});

test('the bench takes facts back, looks ahead, notes and pauses, by keyboard', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs/105/plan');
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await oneStep(page);
  await oneStep(page);
  await expect(stepText(page)).toHaveText(/firmware/);
  await page.keyboard.press('u');
  await expect(stepText(page)).toHaveText('Unplug the adapter');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('Preview. You are on step 2')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(stepText(page)).toHaveText('Unplug the adapter');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys at the bench' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('m');
  await page.getByRole('textbox', { name: 'Note' }).fill('Adapter cable frayed.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: /^Continue/ })).toBeVisible();
  // Paused: nothing is done by mistake.
  await page.keyboard.press('Enter');
  await page.keyboard.press('p');
  await expect(stepText(page)).toHaveText('Unplug the adapter');
  await expect(page.getByRole('status')).toContainText(/Saved(?! here)/);
  await page.reload();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect(stepText(page)).toHaveText('Unplug the adapter');
  await page.keyboard.press('n');
  await page.getByText('Could not be done').click();
  await page.getByLabel('Note').fill('No adapter here.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(stepText(page)).toHaveText(/firmware/);
  await expect(page.getByRole('status')).toContainText(/Saved(?! here)/);
  await page.goto('/jobs/105/report');
  await expect(page.getByText('Adapter cable frayed.').first()).toBeVisible();
  await expect(page.getByText(/: could not be done/).first()).toBeVisible();
});

test('a run that does not close asks what became of the screw', async ({ page, signInAs, app }) => {
  await signInAs('tam');
  await page.goto('/jobs/104/plan');
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  const [run] = await app.sql<{ id: string; plan: { steps: { id: string; leg: string; count?: number }[] } }>(
    'select r.id, r.plan from run r join job j on j.id = r.job_id where j.number = 104'
  );
  const events = run!.plan.steps.map((s, i) => ({
    id: crypto.randomUUID(),
    at: new Date(Date.now() - 3_600_000 + i * 1000).toISOString(),
    step: s.id,
    ...(s.leg === 'prove'
      ? { type: 'tested', outcome: 'pass' }
      : { type: 'done', ...(s.count === undefined ? {} : { count: s.id === 'up/joint:ssd-screw' ? 0 : s.count }) })
  }));
  expect((await page.request.post(`/api/runs/${run!.id}/events`, { data: { events } })).status()).toBe(200);
  await page.reload();
  await expect(page.getByText('Not closed yet')).toBeVisible();
  await checkInBothThemes(page, 'not closed');
  await expect(page.getByText('SSD screw: 1 left over. Record what happened to it.')).toBeVisible();
  const refused = await page.request.post(`/api/runs/${run!.id}/events`, {
    data: { events: [{ id: crypto.randomUUID(), at: new Date().toISOString(), type: 'signed' }] }
  });
  expect(refused.status()).toBe(409);
  await page.getByRole('button', { name: 'Is lost' }).click();
  await page.getByRole('button', { name: 'Sign and close' }).click();
  await expect(page.getByRole('link', { name: 'Read the report' })).toBeVisible();
});

test('a trainee can follow, not record', async ({ page, signInAs }) => {
  await signInAs('juno');
  await page.goto('/jobs');
  await expect(page.getByRole('link', { name: 'New job' })).toHaveCount(0);
  await page.goto('/jobs/102/bench');
  await expect(page.getByText('You can follow this run')).toBeVisible();
  const before = await position(page);
  await page.keyboard.press('Enter');
  expect(await position(page)).toBe(before);
  expect((await page.goto('/jobs/new'))!.status()).toBe(403);
  await expect(page.getByText('Your role does not allow this.')).toBeVisible();
  await checkInBothThemes(page, 'refused by role');
});
