import { expect, signIn, test } from './fixtures';

/** One point, as a camera would send it. */
const PICTURE = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==',
  'base64'
);

test('a phone reads the code off the bench and takes pictures that arrive in the step in hand, without a password', async ({
  browser,
  ownApp
}) => {
  const app = await ownApp();
  const desk = await browser.newContext({ baseURL: app.address });
  const page = await desk.newPage();
  await signIn(page, 'tam');
  await page.goto('/jobs/102/bench');
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  const step = (await page.locator('section[data-step] p[aria-live]').innerText()).trim();
  await page.getByRole('button', { name: /^Photo/ }).click();
  await page.getByRole('button', { name: 'Use a phone' }).click();
  const code = page.getByRole('img', { name: 'Code that opens the camera on a phone' });
  await expect(code).toBeVisible();
  const address = (await code.getAttribute('data-code'))!;
  expect(address).toMatch(new RegExp(`^${app.address}/camera#[\\w-]{32}$`));

  const hand = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await hand.newPage();
  await phone.goto(address);
  await expect(phone.getByText(step)).toBeVisible();
  expect(phone.url()).toBe(`${app.address}/camera`);
  await expect(phone.getByText(/Signed in as Tam Okello, for 15 minutes more/)).toBeVisible();
  const input = phone.locator('input[type=file]');
  await input.setInputFiles({ name: 'bench.png', mimeType: 'image/png', buffer: PICTURE });
  await expect(phone.getByRole('status')).toHaveText('1 photo at the bench');
  // It stands at the bench, in the step in hand.
  await expect(page.getByRole('figure')).toHaveCount(1);
  await expect(page.getByRole('figure').first()).toContainText(step);
  await expect(page.getByRole('figure').locator('img')).toHaveJSProperty('naturalWidth', 1);

  // It opens nothing else.
  for (const path of ['/jobs', '/jobs/102/bench', '/settings']) {
    await phone.goto(`${app.address}${path}`);
    await expect(phone).toHaveURL(/\/signin/);
  }
  expect((await hand.request.get(`${app.address}/api/jobs.csv`)).status()).toBe(401);
  // What is no picture is refused in words, and the record does not grow.
  await phone.goto(`${app.address}/camera`);
  const count = () =>
    app.sql<{ n: number }>("select count(*)::int as n from run_event where body ->> 'type' = 'photo'");
  const before = await count();
  await phone
    .locator('input[type=file]')
    .setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('x') });
  await expect(phone.getByRole('alert')).toContainText('This is not a photo');
  expect(await count()).toEqual(before);

  // Over is over, and said.
  await app.sql("update camera set expires_at = now() - interval '1 second'");
  await phone.locator('input[type=file]').setInputFiles({ name: 'b.png', mimeType: 'image/png', buffer: PICTURE });
  await expect(phone.getByRole('heading', { name: 'The camera is closed' })).toBeVisible();
  const stranger = await (await browser.newContext()).newPage();
  await stranger.goto(`${app.address}/camera#${'x'.repeat(32)}`);
  await expect(stranger.getByRole('alert')).toContainText('This code has expired');
  await stranger.context().close();
  await hand.close();
  await desk.close();
});
