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
