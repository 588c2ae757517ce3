import { expect, test } from './fixtures';

/** A library of more machines than a list holds. */
test.use({ ownShop: true });

const listing = (product: string) => ({
  name: 'machine.json',
  mimeType: 'application/json',
  buffer: Buffer.from(JSON.stringify({ id: 'x', class: 'system', vendor: 'Norrvik', product, serial: 'NF14-7' }))
});

test('a machine that came long ago is found by its name, by what it calls itself, and by a draft', async ({
  page,
  signInAs,
  app
}) => {
  // The demo's machines came before all of these.
  await app.sql(
    `insert into machine_file (content_hash, machine_id, maker, model, revision, document)
     select encode(sha256(i::text::bytea), 'hex'), 'skiff-' || i, 'Lindquay', 'Skiff ' || i, 'r1',
            document || jsonb_build_object('id', 'skiff-' || i, 'maker', 'Lindquay', 'model', 'Skiff ' || i, 'revision', 'r1')
       from generate_series(100, 159) i, (select document::jsonb as document from machine_file where model = 'Fathom 14' order by id desc limit 1) f`
  );
  await signInAs('tam');
  await page.goto('/jobs/new');
  const machine = page.locator('select[name=fileId]');
  await expect(machine.locator('option')).toHaveCount(50);
  await expect(page.getByText(/\d+ more are not listed below/)).toBeVisible();
  const search = page.getByRole('searchbox', { name: 'Find a machine' });
  await search.fill('norrvik pilot');
  await expect(page.getByText('All that were found are listed below.')).toBeVisible();
  // The one that was chosen stays until another is.
  await expect(machine.locator('option:checked')).toHaveText(/^Lindquay Skiff/);
  await machine.selectOption({ label: 'Norrvik Pilot 14, r3' });
  await page.waitForURL(/machine=\d+$/);
  await expect(machine.locator('option:checked')).toHaveText('Norrvik Pilot 14, r3');
  await expect(search).toHaveValue('');
  await page.getByLabel('Customer', { exact: true }).fill('MS Sule');

  // Come back to, the draft is on its machine again, though that is not listed.
  await page.goto('/jobs');
  await page.goto('/jobs/new');
  await expect(page.getByText('Your draft from before is back.')).toBeVisible();
  await expect(machine.locator('option:checked')).toHaveText('Norrvik Pilot 14, r3');
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('MS Sule');

  await page.locator('input[type=file]').setInputFiles(listing('Fathom 14'));
  await expect(page.getByRole('status').filter({ hasText: 'Norrvik Fathom 14' })).toBeVisible();
  await expect(machine.locator('option:checked')).toHaveText('Norrvik Fathom 14, r2');

  // What is found by nothing takes nothing away.
  await search.fill('nothing of the kind');
  await expect(page).toHaveURL(/q=nothing/);
  await expect(machine.locator('option')).toHaveCount(1);
  await expect(page.getByLabel('Customer', { exact: true })).toHaveValue('MS Sule');

  await page.goto('/machines/draw');
  await page.getByRole('searchbox', { name: 'Find a machine' }).fill('pilot');
  await expect(page.locator('form[action="?/copy"] select option')).toHaveText(['Norrvik Pilot 14, r3']);
});
