import type { Page } from '@playwright/test';
import { expect, signIn, test } from './fixtures';

/** Accounts are made, changed and disabled, which others do not look at. */
test.use({ ownShop: true });

test('accounts, sessions and settings', async ({ browser, page, app }) => {
  const context = await browser.newContext({ baseURL: app.address });
  const lead = await context.newPage();
  await signIn(lead, 'ines');
  await lead.goto('/jobs');
  await lead.getByRole('link', { name: 'People' }).click();
  await lead.getByLabel('Name', { exact: true }).fill('Pia Lund');
  await lead.getByLabel('Signs in as').fill('pia');
  await lead.getByLabel(/First password/).fill('a quay at night');
  await lead.getByRole('button', { name: 'Add account' }).click();
  await expect(lead.getByText('account added')).toBeVisible();
  await expect(lead.getByLabel(/First password/)).toHaveValue('');
  await lead.getByLabel('Role of Ines Havgaard').selectOption('trainee');
  await lead.getByRole('button', { name: 'Save changes to Ines Havgaard' }).click();
  await expect(lead.getByRole('alert')).toContainText('This is the last lead');

  await page.goto(`${app.address}/signin`);
  await page.getByLabel('Name').fill('pia');
  await page.getByLabel('Password').fill('a quay at night');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/jobs');
  await expect(page.getByRole('link', { name: 'People' })).toHaveCount(0);
  await page.getByRole('link', { name: /Pia Lund/ }).click();
  await expect(page.getByText('This one')).toBeVisible();
  await lead.getByLabel('Account of Pia Lund').selectOption('yes');
  await lead.getByRole('button', { name: 'Save changes to Pia Lund' }).click();
  await expect(lead.getByText(/disabled since/)).toBeVisible();
  await page.reload();
  await page.waitForURL(/\/signin/);

  await lead.getByRole('link', { name: 'Settings' }).click();
  await lead.getByLabel('Replace below').fill('90');
  await lead.getByRole('button', { name: 'Save settings' }).click();
  await expect(lead.getByRole('alert')).toContainText('must be below what is good');
  await lead.getByLabel('Replace below').fill('65');
  await lead.getByLabel('Removing screws').fill('150');
  await lead.getByRole('button', { name: 'Save settings' }).click();
  await expect(lead.getByText('New plans use it.')).toBeVisible();
  await expect(lead.getByText('standard times, Removing screws: standard → 1.5')).toBeVisible();

  // All of it is in the log, in words.
  await lead.getByRole('link', { name: 'People' }).click();
  const log = lead.getByRole('region', { name: 'Changes, newest first' });
  for (const [what, about] of [
    ['account added', 'Pia Lund, technician'],
    ['account changed', 'disabled'],
    ['settings changed', 'standard times, Removing screws: standard → 1.5'],
    ['signed in', 'from 127.0.0.1']
  ] as const)
    await expect(log.getByRole('paragraph').filter({ hasText: what }).filter({ hasText: about }).first()).toBeVisible();
  await expect(log).not.toContainText('{');
  await context.close();
});

test('what is chosen while an earlier choice is on its way stays, and is saved after it', async ({
  page,
  app,
  signInAs
}) => {
  await signInAs('ines');
  await page.goto('/jobs');
  await page.getByRole('link', { name: 'People' }).click();
  const role = page.getByLabel('Role of Juno Brekke');
  const account = page.getByLabel('Account of Juno Brekke');
  const save = page.getByRole('button', { name: 'Save changes to Juno Brekke' });
  const stored = async () =>
    (
      await app.sql<{ role: string; isDisabled: boolean }>(
        'select role, disabled_at is not null as "isDisabled" from person where sign_in = \'juno\''
      )
    )[0];

  // On its way the same choice is made anew, and another one.
  const arrive = await held(page);
  await role.selectOption('technician');
  await save.click();
  await role.selectOption('lead');
  await account.selectOption('yes');
  await arrive();
  await expect.poll(stored).toEqual({ role: 'technician', isDisabled: false });
  // The page shows what was saved, and leaves what was chosen since.
  await expect(page.getByRole('region', { name: 'Changes, newest first' })).toContainText('trainee → technician');
  await expect(role).toHaveValue('lead');
  await expect(account).toHaveValue('yes');
  await save.click();
  await expect.poll(stored).toEqual({ role: 'lead', isDisabled: true });
  await expect(role).toHaveValue('lead');

  // What is saved as it stands, stands as it was saved.
  const answered = page.waitForResponse((r) => r.url().includes('/people/__data.json'));
  await page.getByRole('button', { name: 'Save changes to Ines Havgaard' }).click();
  await answered;
  await expect(page.getByLabel('Role of Ines Havgaard')).toHaveValue('lead');
  await expect(page.getByRole('button', { name: 'Save changes to Ines Havgaard' })).toBeFocused();

  // A form for something new is emptied, but for what was begun meanwhile.
  const add = page.getByRole('region', { name: 'Add an account' });
  await add.getByLabel('Name', { exact: true }).fill('Pia Strand');
  await add.getByLabel('Signs in as').fill('strand');
  await add.getByLabel('Role').selectOption('lead');
  await add.getByLabel(/First password/).fill('a quay at night');
  const added = await held(page);
  await add.getByRole('button', { name: 'Add account' }).click();
  await add.getByLabel('Name', { exact: true }).fill('Bo Sund');
  await added();
  await expect(page.getByText('account added')).toBeVisible();
  await expect(add.getByLabel('Signs in as')).toHaveValue('');
  await expect(add.getByLabel(/First password/)).toHaveValue('');
  await expect(add.getByLabel('Role')).toHaveValue('technician');
  await expect(add.getByLabel('Name', { exact: true })).toHaveValue('Bo Sund');
  await expect(add.getByLabel('Name', { exact: true })).toBeFocused();
});

/** Holds back what the page sends next. @returns lets it go, and waits for its answer */
async function held(page: Page): Promise<() => Promise<void>> {
  let letGo!: () => void;
  const isLetGo = new Promise<void>((resolve) => (letGo = resolve));
  await page.route(
    (url) => url.pathname === '/people',
    async (route) => {
      if (route.request().method() !== 'POST') return route.fallback();
      await isLetGo;
      await route.continue();
    }
  );
  return async () => {
    const answered = page.waitForResponse((r) => r.request().method() === 'POST');
    letGo();
    await answered;
    await page.unrouteAll({ behavior: 'wait' });
  };
}
