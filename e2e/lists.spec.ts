import { readFileSync } from 'node:fs';
import { expect, test } from './fixtures';

const firstCells = (page: import('@playwright/test').Page, column: number) =>
  page.locator(`tbody tr td:nth-child(${column})`).allInnerTexts();
const inOrder = (texts: readonly string[]) => [...texts].sort(new Intl.Collator('en', { numeric: true }).compare);

test('jobs are sorted by any column, there and back, and the address says so', async ({ page, signInAs }) => {
  await signInAs('ines');
  await page.goto('/jobs');
  const heading = page.getByRole('columnheader', { name: 'Customer' });
  await heading.getByRole('link').click();
  await expect(page).toHaveURL(/order=customer/);
  await expect(heading).toHaveAttribute('aria-sort', 'ascending');
  const customers = () => page.locator('td.who span.font-semibold').allInnerTexts();
  const up = await customers();
  expect(up).toEqual(inOrder(up));
  await heading.getByRole('link').click();
  await expect(heading).toHaveAttribute('aria-sort', 'descending');
  await expect.poll(customers).toEqual([...up].reverse());
  await page.reload();
  expect(await customers()).toEqual([...up].reverse());
  // In a hand the rows are cards, and the same is chosen from a list.
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByLabel('Sort by').selectOption('age');
  await expect(page).toHaveURL(/order=age/);
});

test('spares keep search and order in the address', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/spares');
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Number', exact: true }).click();
  await expect(page).toHaveURL(/sort=number/);
  const up = await firstCells(page, 1);
  expect(up).toEqual(inOrder(up));
  await page.getByRole('button', { name: 'Number', exact: true }).click();
  await expect(page).toHaveURL(/sort=-number/);
  await page.getByRole('searchbox', { name: 'Search spares' }).fill('nf14');
  await expect(page).toHaveURL(/sort=-number/);
  await expect(page).toHaveURL(/q=nf14/);
  const shown = await firstCells(page, 1);
  expect(shown.length).toBeGreaterThan(2);
  expect(shown).toEqual([...inOrder(shown)].reverse());
  await page.reload();
  expect(await firstCells(page, 1)).toEqual(shown);
  await expect(page.getByRole('searchbox', { name: 'Search spares' })).toHaveValue('nf14');
  // What is typed while the answer to the first letters is on its way stays.
  await page.waitForLoadState('networkidle');
  await page.route('**/spares/__data.json**', async (route) => {
    await new Promise((then) => setTimeout(then, 700));
    await route.continue();
  });
  const search = page.getByRole('searchbox', { name: 'Search spares' });
  await search.fill('');
  await search.pressSequentially('fan', { delay: 350 });
  await expect(page).toHaveURL(/q=fan/);
  await expect(search).toHaveValue('fan');
});

test('the library is searched and sorted by the server, and a page that is not there leads to the first', async ({
  page,
  signInAs
}) => {
  await signInAs('tam');
  await page.goto('/machines?page=7');
  await expect(page).toHaveURL(/\/machines$/);
  await page.waitForLoadState('networkidle');
  const names = page.locator('.library span.font-semibold');
  await page.getByLabel('Sort by').selectOption({ label: 'Machine' });
  await expect(page).toHaveURL(/sort=machine/);
  expect(await names.allInnerTexts()).toEqual(inOrder(await names.allInnerTexts()));
  await page.getByRole('searchbox', { name: 'Find a machine' }).fill('slip lindquay');
  // Others may have brought further ones in.
  await expect(names.filter({ hasNotText: 'Lindquay Slip' })).toHaveCount(0);
  await expect(names.filter({ hasText: 'Lindquay Slip 11' })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find a machine' }).fill('slip lindquay zzz');
  await expect(page.getByText('No machine with that name.')).toBeVisible();
});

test('a machine’s tables keep which one is shown, its words and its order', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/machines/2');
  await page.waitForLoadState('networkidle');
  await page.getByRole('tab', { name: /^Screws/ }).click();
  await page.getByRole('button', { name: 'Count' }).click();
  await page.getByRole('button', { name: 'Count' }).click();
  await expect(page).toHaveURL(/view=screws.*sort=-count|sort=-count.*view=screws/);
  await page.reload();
  await expect(page.getByRole('tab', { name: /^Screws/ })).toHaveAttribute('aria-selected', 'true');
  const counts = (await firstCells(page, 2)).map(Number);
  expect(counts).toEqual([...counts].sort((a, b) => b - a));
  // Another table begins afresh.
  await page.getByRole('tab', { name: /^Cables/ }).click();
  await expect(page).not.toHaveURL(/sort=/);
});

test('the list of jobs is searched, narrowed, kept as a view and taken away as CSV', async ({ page, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs');
  await page.getByLabel('Search jobs').fill('galley lid');
  await expect(page.getByRole('status').first()).toHaveText('1 job');
  await expect(page.getByText('MS Terna, galley')).toBeVisible();
  await page.goto('/jobs?waits=part');
  await page.getByLabel('Name of this view').fill('Waiting for parts');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  // Whoever leaves before it is answered may have saved nothing.
  await expect(page.getByRole('link', { name: 'Waiting for parts' })).toBeVisible();
  await page.goto('/jobs');
  await page.getByRole('link', { name: 'Waiting for parts' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Waiting for a part');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'CSV' }).click();
  const text = readFileSync(await (await download).path(), 'utf8');
  expect(text.split('\r\n')[0]).toMatch(/^job,for,maker/);
  expect(text).toContain('MS Sule, mess');
  expect(text).not.toContain('galley');
  await page.getByRole('button', { name: 'Remove the view Waiting for parts' }).click();
  await expect(page.getByRole('link', { name: 'Waiting for parts' })).toHaveCount(0);
});
