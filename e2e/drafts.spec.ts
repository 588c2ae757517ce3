import type { Page } from '@playwright/test';
import { expect, signIn, test } from './fixtures';

test('a new job that was begun is there again, with its machine and its work, until it is opened or thrown away', async ({
  page,
  signInAs
}) => {
  await signInAs('tam');
  await page.goto('/jobs/new');
  await page.getByLabel('Machine').selectOption({ label: 'Norrvik Fathom 14, r2' });
  await page.waitForURL(/machine=/);
  await page.getByLabel('Customer', { exact: true }).fill('MS Alke, galley');
  await page.getByLabel('Complaint').fill('Fan rattles from cold.');
  await page.getByRole('checkbox', { name: /^Display panel/ }).check();
  // The machine turns to what was chosen.
  await expect(page.getByRole('button', { name: 'Display front' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Reseat' }).click();
  await page.getByRole('checkbox', { name: /^Battery plug/ }).check();

  await page.goto('/jobs');
  await page.goto('/jobs/new');
  await expect(page.getByText('Your draft from before is back.')).toBeVisible();
  await expect(page.getByLabel('Machine')).toHaveValue(/\d+/);
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('MS Alke, galley');
  await expect(page.getByLabel('Complaint')).toHaveValue('Fan rattles from cold.');
  await expect(page.getByRole('list', { name: 'What the job is for' })).toContainText('Replace display panel');
  await expect(page.getByRole('list', { name: 'What the job is for' })).toContainText('Reseat battery plug');

  await page.getByRole('button', { name: 'Start over' }).click();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('');
  await page.goto('/jobs/new');
  await expect(page.getByText('Your draft from before is back.')).toBeHidden();

  await page.getByLabel('Customer', { exact: true }).fill('MS Alke, mess');
  await page.getByRole('button', { name: 'Save for diagnosis' }).click();
  await page.waitForURL(/\/jobs\/\d+\/intake/);
  await page.goto('/jobs/new');
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('');
});

/** Programs of pages come only once what is given back is called. */
async function holdPrograms(page: Page): Promise<() => void> {
  let come!: () => void;
  const areLetThrough = new Promise<void>((resolve) => (come = resolve));
  await page.route('**/_app/**/*.js', async (route) => {
    await areLetThrough;
    await route.continue();
  });
  return come;
}

test('what is chosen before the page has come alive is done when it has', async ({ page, signInAs }) => {
  await signInAs('tam');
  const come = await holdPrograms(page);
  await page.goto('/jobs/new', { waitUntil: 'commit' });
  await page.getByLabel('Machine').selectOption({ label: 'Norrvik Pilot 14, r3' });
  await page.getByLabel('Customer', { exact: true }).fill('MS Alke, bridge');
  expect(page.url()).not.toContain('machine=');
  come();
  await page.waitForURL(/machine=/);
  await expect(page.getByLabel('Machine').locator('option:checked')).toHaveText('Norrvik Pilot 14, r3');
  await expect(page.getByRole('checkbox', { name: /^Main board/ })).toBeVisible();
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('MS Alke, bridge');
});

test('what is pressed before the page has come alive is done once when it has, and never at the bench', async ({
  page,
  signInAs
}) => {
  await signInAs('tam');
  const come = await holdPrograms(page);
  await page.goto('/jobs/103/plan', { waitUntil: 'commit' });
  const tab = page.getByRole('tab', { name: 'Have ready' });
  const theme = page.getByRole('button', { name: /^Theme: as the system/ });
  await tab.click();
  // One who sees nothing happen presses again.
  for (let i = 0; i < 3; i++) await theme.click();
  await expect(tab).toHaveAttribute('aria-selected', 'false');
  come();
  await expect(tab).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('button', { name: /^Theme: light/ })).toBeVisible();

  const comeToBench = await holdPrograms(page);
  await page.goto('/jobs/102/bench', { waitUntil: 'commit' });
  const step = await page.locator('[data-step]').getAttribute('data-step');
  await page.getByRole('button', { name: /^Done/ }).click();
  comeToBench();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect(page.locator('[data-step]')).toHaveAttribute('data-step', step!);
});

test('a draft is nobody else\u2019s', async ({ browser, app }) => {
  const context = await browser.newContext({ baseURL: app.address });
  const page = await context.newPage();
  await signIn(page, 'tam');
  await page.goto('/jobs/new');
  await page.getByLabel('Customer', { exact: true }).fill('MS Sule, bosun');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await signIn(page, 'ines');
  await page.goto('/jobs/new');
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('');
  await context.close();
});
