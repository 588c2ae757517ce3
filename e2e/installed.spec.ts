import sharp from 'sharp';
import { expect, test } from './fixtures';

test.use({ serviceWorkers: 'allow' });

test('it can be installed: the browser finds nothing that it lacks, and every icon is as large as it says', async ({
  page,
  app,
  signInAs
}) => {
  await signInAs('tam');
  await page.goto('/jobs');
  await page.evaluate(() => navigator.serviceWorker.ready);
  const devtools = await page.context().newCDPSession(page);
  const { errors, url } = await devtools.send('Page.getAppManifest');
  expect(errors).toEqual([]);
  const { installabilityErrors } = await devtools.send('Page.getInstallabilityErrors');
  // A test's window is a private one, and nothing is installed from there.
  expect(installabilityErrors.map((e) => e.errorId).filter((id) => id !== 'in-incognito')).toEqual([]);
  const manifest = (await (await page.request.get(url)).json()) as {
    start_url: string;
    icons: { src: string; sizes: string }[];
    shortcuts: { url: string }[];
  };
  for (const { src, sizes } of manifest.icons.filter((icon) => icon.sizes !== 'any')) {
    const { width, height } = await sharp(await (await page.request.get(`${app.address}${src}`)).body()).metadata();
    expect(`${width}x${height}`, src).toBe(sizes);
  }
  for (const to of [manifest.start_url, ...manifest.shortcuts.map((s) => s.url)])
    expect((await page.request.get(`${app.address}${to}`)).status(), to).toBe(200);
});

test('started without the server it shows the benches that it keeps, and the way to each', async ({
  page,
  signInAs
}) => {
  await signInAs('tam');
  await page.goto('/jobs');
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.goto('/jobs/102/bench');
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect.poll(() => page.evaluate(async () => (await caches.match('/jobs/102/bench')) !== undefined)).toBe(true);
  await page.waitForLoadState('networkidle');
  await page.context().setOffline(true);
  // As the icon starts it.
  await page.goto('/jobs');
  await page.getByRole('link', { name: /102/ }).first().click();
  await expect(page.locator('section[data-step]')).toBeVisible();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await page.context().setOffline(false);
});
