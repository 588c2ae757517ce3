import { readFileSync } from 'node:fs';
import type { APIRequestContext, Page } from '@playwright/test';
import { startSupplier } from '../scripts/stand-ins/supplier.mjs';
import { expect, nothingEndangers, signIn, signInByForm, test } from './fixtures';

/** What these tests take in, stop and order others do not look at. */
test.use({ ownShop: true });
const listing = readFileSync(new URL('../demo/listings/fathom-before.lshw.json', import.meta.url), 'utf8');

async function openJob(page: Page, label: string, customer: string, complaint: string): Promise<number> {
  await page.goto('/jobs/new');
  await page.getByLabel('Machine').selectOption({ label });
  await page.waitForURL(/machine=/);
  await page.getByLabel('Customer', { exact: true }).fill(customer);
  await page.getByLabel('Complaint').fill(complaint);
  await page.getByRole('button', { name: 'Save for diagnosis' }).click();
  await page.waitForURL(/\/jobs\/\d+\/intake/);
  return Number(/\d+/.exec(new URL(page.url()).pathname)![0]);
}
const waits = async (app: { sql<T>(text: string, values: unknown[]): Promise<T[]> }, number: number) =>
  (await app.sql<{ waits: string }>('select waits from job where number = $1', [number]))[0]!.waits;
const post = (request: APIRequestContext, address: string, path: string, form: Record<string, string>) =>
  request.post(`${address}${path}`, {
    form,
    headers: { origin: address, accept: 'application/json', 'x-sveltekit-action': 'true' }
  });

test('a machine from the counter by its fault to the bench', async ({ page, app, signInAs }) => {
  await signInAs('tam');
  const number = await openJob(page, 'Norrvik Pilot 14, r3', 'MS Sule, cook', 'Touchpad dead');
  await test.step('first questions, then what is seen and agreed', async () => {
    await expect(page.getByText('6 questions to go.')).toBeVisible();
    await nothingEndangers(page);
    // Put on the drawing with the pointer, and at a part without one.
    await page.locator('label', { hasText: /^Crack$/ }).click();
    await page.locator('section[aria-labelledby="walk"] svg.drawing').click({ position: { x: 140, y: 90 } });
    await expect(page.getByRole('button', { name: /^Crack, underside/i })).toBeVisible();
    await page.locator('label', { hasText: /^Screw missing$/ }).click();
    await page.getByLabel('Without a pointer').selectOption({ label: 'Base enclosure' });
    await expect(page.getByRole('button', { name: /^Screw missing, underside/i })).toBeVisible();
    await page.getByLabel('About mark 1').fill('runs to the corner');
    await page.getByLabel('About mark 1').press('Tab');
    await expect(page.getByText(/Condition on arrival: Crack and Screw missing/).first()).toBeVisible();
    await page.getByLabel('Variant').selectOption({ label: 'with chip card reader and mobile network' });
    await page.getByRole('checkbox', { name: 'Adapter', exact: true }).check();
    await page.getByLabel('Customer’s data').selectOption('keep');
    await page.getByRole('checkbox', { name: /Told and agreed/ }).check();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(
      page.getByText(/Received\. Data: Keep the data as it is\. With Adapter\. Seals may be broken\./)
    ).toBeVisible();
    await page.getByLabel('Hardware listing').fill('not a listing');
    await page.getByLabel('Hardware listing').press('Tab');
    await expect(page.getByRole('alert')).toContainText('neither JSON');
    await page.getByLabel('Hardware listing').fill(listing);
    await page.getByLabel('Hardware listing').press('Tab');
    await expect(page.getByText(/Hardware listing: \d+ devices/)).toBeVisible();
    await page.getByLabel('Where it is now').fill('Shelf 4');
    await page.getByRole('button', { name: 'Save location' }).click();
    await expect(page.getByText('Now at: Shelf 4')).toBeVisible();
  });
  await test.step('the fault, step by step', async () => {
    await page.getByRole('link', { name: 'Next: Diagnosis' }).click();
    await page.getByRole('group', { name: 'Touchpad dead' }).getByRole('button', { name: 'Yes' }).click();
    // Whatever comes next, it is answered until the plug is what is left to do: nothing is bought to find out.
    const plan = page.getByRole('button', { name: 'Plan it: there and back' });
    const next = page.locator('section[aria-label="What to do next"]');
    for (let i = 0; i < 6; i++) {
      await expect(page.getByText('Average cost of the repair')).toBeVisible();
      const heading = await next.locator('h2').innerText();
      expect(heading).not.toMatch(/^Replace/);
      if (await plan.isVisible()) break;
      await page
        .getByRole('button', { name: /Dead there too|Did not help|Looks right|Not listed/ })
        .first()
        .click();
      await expect(page.getByText(`${i + 1} ${i === 0 ? 'step' : 'steps'} tested`)).toBeVisible();
      await expect(next.locator('h2')).not.toHaveText(heading);
    }
    await plan.click();
    await page.waitForURL(/\/plan/);
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/touchpad/i);
  });
  await test.step('nothing is missing: to the bench', async () => {
    await expect.poll(() => waits(app, number)).toBe('bench');
    await page.getByRole('button', { name: 'Start at the bench' }).click();
    await page.waitForURL(/\/bench/);
    await expect.poll(() => waits(app, number)).toBe('working');
  });
});

test('a swollen cell stops the job; a lead alone lets it go on, in writing', async ({
  page,
  app,
  signInAs,
  playwright
}) => {
  await signInAs('tam');
  const number = await openJob(page, 'Lindquay Gannet 13, 2', 'MS Alke, bosun', 'Does not close');
  await page.locator('label', { hasText: /^Swollen/ }).click();
  await expect(page.getByRole('alert')).toContainText('A swollen cell: not opened here.');
  await expect(page.getByRole('alert')).toContainText('licensed carriers');
  await expect(page.getByRole('alert')).toContainText('Only a lead can allow it to continue');
  await expect.poll(() => waits(app, number)).toBe('stopped');
  // Not by another way either.
  const tam = await playwright.request.newContext();
  await signInByForm(tam, app.address, 'tam');
  const started = await post(tam, app.address, `/jobs/${number}/plan?/start`, {});
  expect(await started.text()).toMatch(/Safety stop/);
  const lifted = await tam.post(`${app.address}/api/jobs/${number}/facts`, {
    data: { is: 'allowed', why: 'I say so' },
    headers: { origin: app.address }
  });
  expect(lifted.status()).toBe(403);
  await tam.dispose();
  await page.goto('/jobs?waits=stopped');
  await expect(page.getByRole('link', { name: `See what to do: job ${number}` })).toBeVisible();

  await page.context().clearCookies();
  await signIn(page, 'ines');
  await page.goto(`/jobs/${number}/intake`);
  await page.getByLabel('Why the work may continue').fill('Cell taken out outside by the licensed carrier');
  await page.getByRole('button', { name: 'Allow the work' }).click();
  await expect(page.getByText('Ines Havgaard allowed the work')).toBeVisible();
  await expect.poll(() => waits(app, number)).toBe('triage');

  // Found out only when it was open already: the bench says so.
  const told = await page.request.post(`${app.address}/api/jobs/102/facts`, {
    data: { is: 'hazards', answers: { cell: 'swollen' } },
    headers: { origin: app.address }
  });
  expect(told.status()).toBe(200);
  await page.goto('/jobs/102/bench');
  await expect(page.getByRole('alert')).toContainText('A swollen cell: not opened here.');
});

test('a doubtful cell changes the plan: no solvent, no charging', async ({ page, app, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs/106/intake');
  const questions = page.locator('section[aria-labelledby="triage"] fieldset');
  await questions.nth(0).locator('label', { hasText: 'Doubtful' }).click();
  for (let i = 1; i < (await questions.count()); i++) await questions.nth(i).locator('label').first().click();
  await expect(page.getByText('Applies to the whole job and is in its plan')).toBeVisible();
  await expect.poll(() => waits(app, 106)).not.toBe('triage');
  await page.goto('/jobs/106/plan');
  await page
    .getByRole('button', { name: /strips/i })
    .first()
    .click();
  await expect(page.getByText(/Dry only: pull the strips slowly/)).toBeVisible();
  await expect(page.getByText(/plastic only, no solvent, no heat, no bending/)).toBeVisible();
});

test('a spare that does not fit is refused, one that does is ordered, taken in and set aside', async ({
  browser,
  ownApp,
  playwright
}) => {
  const supplier = await startSupplier();
  const app = await ownApp(true, { SUPPLIER_URL: supplier.address });
  const context = await browser.newContext({ baseURL: app.address });
  const page = await context.newPage();
  try {
    await signIn(page, 'tam');
    await page.goto('/jobs/107/spares');
    await page.getByLabel('Number on the spare').fill('NB15-2001');
    await page.getByLabel('For which part').selectOption({ label: 'Display panel' });
    await page.getByRole('button', { name: 'Check', exact: true }).click();
    await expect(page.getByText(/NB15-2001 as display panel: does not fit/)).toBeVisible();
    await expect(page.getByText('That is the number of another part (battery)')).toBeVisible();

    const tam = await playwright.request.newContext();
    await signInByForm(tam, app.address, 'tam');
    expect(await (await post(tam, app.address, '/jobs/107/plan?/start', {})).text()).toMatch(
      /Not opened until these parts are here: display panel/
    );
    await page.goto('/jobs/107/plan');
    await expect(page.getByRole('button', { name: 'Start at the bench' })).toHaveCount(0);
    await page.getByRole('link', { name: 'Not yet: Waiting for a part' }).click();

    // The right number, with holes in the wrong places: a batch that was made for another machine.
    const panel = supplier.catalogue.get('NB15-9201')!;
    supplier.offer({
      ...panel,
      holes: panel.holes!.map(([x, y]: [number, number], i: number) => [x + (i === 0 ? 4 : 0), y])
    });
    await page.getByRole('button', { name: /^Ask the supplier for: display panel/ }).click();
    await expect(page.getByText(/Its holes are up to/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Order NB15-9201' })).toHaveCount(0);
    expect(
      await (await post(tam, app.address, '/jobs/107/spares?/order', { number: 'NB15-9201', part: 'panel' })).text()
    ).toMatch(/does not fit this machine as display panel: it was not ordered/);
    // A number that fits somewhere else in the machine is none for this part.
    expect(
      await (await post(tam, app.address, '/jobs/107/spares?/order', { number: 'NB15-2001', part: 'panel' })).text()
    ).toMatch(/it was not ordered/);
    await tam.dispose();
    expect(supplier.orders.size).toBe(0);

    supplier.offer(panel);
    await page.getByRole('button', { name: /^Ask the supplier for: display panel/ }).click();
    await page.getByRole('button', { name: 'Order NB15-9201' }).click();
    await expect(page.getByText(/NB15-9201 is ordered/)).toBeVisible();
    await page.goto('/spares');
    await page.getByLabel('Where NB15-9201 is stored').fill('Rack A');
    await page.getByRole('button', { name: 'Receive' }).click();
    await expect.poll(() => waits(app, 107)).toBe('bench');
    await page.goto('/jobs/107/spares');
    await expect(page.getByText('Reserved', { exact: true }).first()).toBeVisible();

    await test.step('the supplier is down: said in words, nothing lost', async () => {
      supplier.be('failing');
      await page.goto('/jobs/108/spares');
      await page.getByRole('button', { name: /^Ask the supplier for: main board/ }).click();
      await expect(page.getByRole('alert')).toContainText('The supplier cannot be reached');
      supplier.be('lying');
      await page.getByRole('button', { name: /^Ask the supplier for: main board/ }).click();
      await expect(page.getByRole('alert')).toContainText('cannot be read');
    });
  } finally {
    await context.close();
    await supplier.stop();
  }
});

test('a quote adds up, is answered, and a missing part is let pass by a lead in writing', async ({
  page,
  app,
  signInAs
}) => {
  await signInAs('ines');
  await page.goto('/jobs/108/spares');
  await page.getByLabel('Another line').fill('Courier');
  await page.getByLabel('Its amount').fill('1.234');
  await page.getByRole('button', { name: 'Save quote' }).click();
  await expect(page.getByRole('alert')).toContainText('can be read in two ways');
  await page.getByLabel('Another line').fill('Courier');
  await page.getByLabel('Its amount').fill('18,50');
  await page.getByRole('button', { name: 'Save quote' }).click();
  await expect(page.getByText('Made by Ines Havgaard')).toBeVisible();
  await expect.poll(() => waits(app, 108)).toBe('approval');
  const [quote] = await app.sql<{
    quote: { lines: { expected: number }[]; expected: { net: number; tax: number; gross: number } };
  }>(
    "select e.body -> 'quote' as quote from job_event e join job j on j.id = e.job_id where j.number = 108 and e.body ->> 'is' = 'quoted'"
  );
  const { lines, expected } = quote!.quote;
  expect(lines.reduce((sum, l) => sum + l.expected, 0)).toBe(expected.net);
  expect(expected.net + expected.tax).toBe(expected.gross);
  await page.getByLabel('Who answered').fill('Purser');
  await page.getByRole('button', { name: 'Approved' }).click();
  await expect(page.getByText(/Approved by Purser, phone/)).toBeVisible();
  await expect.poll(() => waits(app, 108)).toBe('part');
  await page.getByLabel('Why it may be opened without').fill('Only to look at the old board');
  await page.getByRole('button', { name: 'Open without it' }).click();
  await expect(page.getByText('Ines Havgaard allows opening without')).toBeVisible();
  await expect.poll(() => waits(app, 108)).toBe('bench');
});

test('cells: a listing is read, the trend and the wait follow', async ({ page, app, signInAs }) => {
  await signInAs('tam');
  await page.goto('/jobs/105/cell');
  await expect(page.getByText('No readings yet')).toBeVisible();
  await page.getByLabel('Battery listing').fill('garbage');
  await page.getByRole('button', { name: 'Read listing', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing was saved');
  await page
    .getByLabel('Battery listing')
    .fill(readFileSync(new URL('../demo/listings/fathom-before.uevent', import.meta.url), 'utf8'));
  await page.getByRole('button', { name: 'Read listing', exact: true }).click();
  await expect(page.getByText(/Holds \d+.% of new/).first()).toBeVisible();
  await page.getByRole('button', { name: /^Discharge started/ }).click();
  await expect(page.getByText(/Discharging until/)).toBeVisible();
  await expect.poll(() => waits(app, 105)).toBe('draining');
});
