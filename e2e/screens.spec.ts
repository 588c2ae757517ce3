import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, PASSWORD, signIn, signInAsNewcomer, test } from './fixtures';

const SCREENS: [name: string, path: string, then?: (page: Page) => Promise<unknown>][] = [
  ['jobs', '/jobs'],
  ['new job, nothing chosen', '/jobs/new'],
  ['new job', '/jobs/new', (page) => page.getByRole('checkbox', { name: /^Main board/ }).check()],
  ['jobs that wait for a part', '/jobs?waits=part'],
  ['jobs, nothing found', '/jobs?q=nowhere'],
  ['intake', '/jobs/106/intake'],
  ['intake, stopped', '/jobs/110/intake'],
  ['fault', '/jobs/109/fault', (page) => expect(page.getByText('Average cost of the repair')).toBeVisible()],
  ['fault, nothing said', '/jobs/106/fault'],
  ['cell', '/jobs/111/cell'],
  ['cell, nothing read', '/jobs/104/cell'],
  ['spares and quote', '/jobs/107/spares'],
  ['quote to be answered', '/jobs/112/spares'],
  ['spares', '/spares'],
  ['practice', '/practice'],
  [
    'practice, an exercise',
    '/practice',
    async (page) => {
      await page.getByRole('button', { name: 'Begin' }).click();
      await expect(page.getByRole('button', { name: 'Check' })).toBeVisible();
    }
  ],
  ['who is ready', '/practice/ready'],
  [
    'a rehearsal',
    '/jobs/103/rehearse',
    async (page) => {
      await page.getByRole('button', { name: 'Underside' }).click();
      await page.locator('.list button').nth(3).click();
    }
  ],
  ['people', '/people'],
  ['server', '/operations'],
  ['settings', '/settings'],
  ['one\u2019s account', '/me'],
  ['plan', '/jobs/103/plan', (page) => page.getByRole('button', { name: /Fit the heat sink/ }).click()],
  ['plan, in hand', '/jobs/103/plan', (page) => page.getByRole('tab', { name: 'Have ready' }).click()],
  ['compare', '/jobs/105/compare'],
  ['tray', '/jobs/103/tray'],
  ['tray, nothing loose', '/jobs/106/tray'],
  ['machine', '/machines/2'],
  ['bench', '/jobs/102/bench'],
  ['bench, keys', '/jobs/102/bench', (page) => page.getByRole('button', { name: /^Keys/ }).click()],
  ['bench, change of plan', '/jobs/102/bench', (page) => page.getByRole('button', { name: /^Change plan/ }).click()],
  ['bench, not so', '/jobs/102/bench', (page) => page.getByRole('button', { name: /^Something’s different/ }).click()],
  ['report', '/jobs/101/report'],
  ['machines', '/machines'],
  [
    'machines, a faulty file',
    '/machines',
    async (page) => {
      await page
        .getByLabel('Import a machine file')
        .setInputFiles({
          name: 'mine.json',
          mimeType: 'application/json',
          buffer: Buffer.from('{"format":"eager-wrench/machine@1"}')
        });
      await expect(page.getByRole('alert')).toContainText('nothing was saved');
    }
  ],
  ['server out of reach', '/offline', (page) => expect(page.getByText(/^Job 102|None\. A bench/)).toBeVisible()],
  ['not found', '/jobs/99999/plan']
];

for (const third of [0, 1, 2]) {
  test(`every screen is clean in both themes, for a lead who was never here before, part ${third + 1}`, async ({
    page,
    app
  }) => {
    const problems: string[] = [];
    page.on('pageerror', (error) => problems.push(error.message));
    page.on('console', (message) => {
      if (message.type() === 'error' && !/status of 4(04|22)/.test(message.text())) problems.push(message.text());
    });
    await page.goto(`${app.address}/signin`);
    if (third === 0) await checkInBothThemes(page, 'sign-in');
    await signInAsNewcomer(page, app, 'lead');
    const toured = new Set<string>();
    for (const [name, path, then] of SCREENS.filter((_, i) => i % 3 === third)) {
      const answer = await page.goto(path);
      await page.waitForLoadState('networkidle');
      // The first time there is one on the plan and one at the bench.
      const tour = /\/(plan|bench)$/.exec(path)?.[1];
      if (tour !== undefined && answer!.ok() && !toured.has(tour)) {
        toured.add(tour);
        await expect(page.locator('[data-touring]'), name).toBeVisible();
        await checkInBothThemes(page, `${name}, with its tour`);
        await page.keyboard.press('Escape');
      }
      await expect(page.getByRole('dialog'), name).toHaveCount(0);
      await then?.(page);
      await checkInBothThemes(page, name);
    }
    expect(problems).toEqual([]);
  });
}

test('the theme is chosen by hand and remembered', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs');
  await page.getByRole('button', { name: /^Theme: as the system/ }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'light');
  const kept = page.waitForResponse((r) => r.url().endsWith('/theme') && r.request().postData()!.includes('dark'));
  await page.getByRole('button', { name: /^Theme: light/ }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await kept;
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
});

test('an empty shop says what to do', async ({ browser, ownApp }) => {
  const app = await ownApp(false);
  const { hashPassword } = await import('$lib/server/sign-in/passwords');
  await app.sql('insert into person (sign_in, display_name, role, password_hash) values ($1, $2, $3, $4)', [
    'ines',
    'Ines Havgaard',
    'lead',
    await hashPassword(PASSWORD)
  ]);
  const context = await browser.newContext({ baseURL: app.address });
  const page = await context.newPage();
  await signIn(page, 'ines');
  await page.goto('/jobs');
  await expect(page.getByText('No jobs yet')).toBeVisible();
  await checkInBothThemes(page, 'no jobs');
  await page.getByRole('link', { name: 'Open the first job' }).click();
  await expect(page.getByText('No machine to work on yet')).toBeVisible();
  await page.getByRole('link', { name: 'To the machines' }).click();
  await expect(page.getByText('The library is empty')).toBeVisible();
  await checkInBothThemes(page, 'no machines');
  await context.close();
});
