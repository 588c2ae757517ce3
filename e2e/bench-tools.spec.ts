import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { startInstruments } from '../scripts/stand-ins/instruments.mjs';
import { checkInBothThemes, expect, signIn, signInByForm, test, plainPhoto } from './fixtures';

test.use({ ownShop: true });

test.use({ serviceWorkers: 'allow' });

const step = (page: Page) => page.locator('section[data-step] p[aria-live]');
const picture = () => plainPhoto('#245', 640, 480);

async function atBench(page: Page, number: number): Promise<string> {
  await page.goto(`/jobs/${number}/bench`);
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  return step(page).innerText();
}

test('a photo is taken without a network, sent later, marked, and stands beside its mirror', async ({
  page,
  signInAs,
  app,
  context
}) => {
  await signInAs('tam');
  await atBench(page, 102);
  await page.keyboard.press('c');
  await context.setOffline(true);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'hinge.jpg', mimeType: 'image/jpeg', buffer: await picture() });
  await expect(page.getByRole('img', { name: /^Taken/ })).toBeVisible();
  const kept = () => app.sql<{ n: number }>('select count(*)::int as n from photo');
  expect(await kept()).toEqual([{ n: 0 }]);
  await context.setOffline(false);
  await expect.poll(async () => (await kept())[0]!.n).toBe(1);
  await page.getByRole('button', { name: 'Add marks' }).click();
  const box = (await page.getByRole('img', { name: /^Taken/ }).boundingBox())!;
  await page.mouse.move(box.x + 40, box.y + 40);
  await page.mouse.down();
  await page.mouse.move(box.x + 140, box.y + 120, { steps: 3 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'Remove the last mark' })).toBeEnabled();
  await page.getByRole('button', { name: 'Done' }).last().click();
  await checkInBothThemes(page, 'photos');
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'notes.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-') });
  await expect(page.getByRole('alert')).toContainText('notes.pdf is not a JPEG, PNG or WebP picture');
  await page.getByRole('button', { name: 'Close' }).click();
  // Its mirror on the way up shows it.
  const mirrored = () =>
    app.sql<{ at: number }>(
      "select (s.i - 1)::int as at from run r join job j on j.id = r.job_id join run_event e on e.run_id = r.id and e.body ->> 'type' = 'photo', jsonb_array_elements(r.plan -> 'steps') with ordinality s(step, i) where j.number = 102 and s.step ->> 'mirror' = e.body ->> 'step'"
    );
  await expect.poll(async () => (await mirrored()).length).toBe(1);
  const mirror = await mirrored();
  const here = await app.sql<{ n: number }>(
    "select count(*)::int as n from run_event e join run r on r.id = e.run_id join job j on j.id = r.job_id where j.number = 102 and body ->> 'type' in ('done', 'tested', 'skipped')"
  );
  for (let i = here[0]!.n; i < mirror[0]!.at; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^Photo \(1\)/ })).toBeVisible();
  await page.keyboard.press('c');
  await expect(page.getByText('Disassembly')).toBeVisible();
});

test('a picture that the server has lost is given again by its file, and no other one', async ({ browser, ownApp }) => {
  const folder = mkdtempSync(join(tmpdir(), 'eager-wrench-photos-'));
  const app = await ownApp(true, { PHOTO_FOLDER: folder });
  const context = await browser.newContext({ baseURL: app.address });
  const page = await context.newPage();
  await signIn(page, 'tam');
  await atBench(page, 102);
  await page.keyboard.press('c');
  const taken = await picture();
  await page.locator('input[type=file]').setInputFiles({ name: 'hinge.jpg', mimeType: 'image/jpeg', buffer: taken });
  await expect.poll(() => readdirSync(folder).length).toBe(1);
  const [name] = readdirSync(folder);
  rmSync(join(folder, name!));

  await atBench(page, 102);
  await page.keyboard.press('c');
  await expect(page.getByText('The server does not have this photo')).toBeVisible();
  const choose = page.locator('label', { hasText: 'Choose its file' }).locator('input');
  const another = await plainPhoto('#900', 64, 48);
  await choose.setInputFiles({ name: 'other.jpg', mimeType: 'image/jpeg', buffer: another });
  await expect(page.getByRole('alert')).toContainText('This is not the photo that was taken');
  expect(readdirSync(folder)).toEqual([]);
  await choose.setInputFiles({ name: 'hinge.jpg', mimeType: 'image/jpeg', buffer: taken });
  await expect.poll(() => readdirSync(folder)).toEqual([name]);
  await expect(page.getByText('The server does not have this photo')).toHaveCount(0);
  await expect
    .poll(() => page.getByRole('img', { name: /^Taken/ }).evaluate((img: HTMLImageElement) => img.naturalWidth))
    .toBe(640);
  await context.close();
});

test('what is no photo is refused in words; nothing of it is stored, and memory stays bounded', async ({
  request,
  app
}) => {
  await signInByForm(request, app.address, 'tam');
  const [{ id: run }] = (await app.sql<{ id: string }>(
    'select r.id from run r join job j on j.id = r.job_id where j.number = 102'
  )) as [{ id: string }];
  const before = await app.sql<{ n: number }>('select count(*)::int as n from photo');
  // The record names a picture before it is sent.
  const recorded = async (data: Buffer, photo: string = randomUUID()) => {
    const event = {
      id: randomUUID(),
      at: new Date().toISOString(),
      type: 'photo',
      photo,
      sha256: createHash('sha256').update(data).digest('hex')
    };
    expect((await request.post(`${app.address}/api/runs/${run}/events`, { data: { events: [event] } })).status()).toBe(
      200
    );
    return photo;
  };
  const send = async (data: Buffer, photo?: string) =>
    request.post(`${app.address}/api/runs/${run}/photos/${await recorded(data, photo)}`, {
      data,
      headers: { origin: app.address, 'content-type': 'image/jpeg' }
    });
  // One ordinary picture first: what the decoder itself takes is not counted against the hostile ones.
  const good = randomUUID();
  expect((await send(await picture(), good)).status()).toBe(200);
  const peak = app.memoryPeakMb();
  const bomb = await sharp({
    create: { width: 16_000, height: 16_000, channels: 3, background: '#000' },
    limitInputPixels: false
  })
    .png({ compressionLevel: 1 })
    .toBuffer();
  const refused: [string, Buffer, number, RegExp][] = [
    [
      'a drawing with a script',
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
      422,
      /not a photo/
    ],
    ['an image bomb', bomb, 422, /million pixels/],
    ['half a picture', (await picture()).subarray(0, 900), 422, /damaged/],
    ['nothing', Buffer.alloc(0), 422, /not a photo/]
  ];
  for (const [name, data, status, why] of refused) {
    const answer = await send(data);
    expect(answer.status(), name).toBe(status);
    expect((await answer.json()).message, name).toMatch(why);
  }
  // 100 MB: refused by its length, or cut off while it comes.
  const large = await send(Buffer.alloc(100_000_000, 0xff)).then(
    (r) => r.status(),
    () => 413
  );
  expect(large).toBe(413);
  for (const path of ['..%2F..%2Fetc%2Fpasswd', '../../healthz/x', `${randomUUID()}.jpg`, 'a%00b']) {
    const answer = await request.post(`${app.address}/api/runs/${run}/photos/${path}`, {
      data: await picture(),
      headers: { origin: app.address }
    });
    expect([400, 403, 404, 405], path).toContain(answer.status());
  }
  const after = await app.sql<{ n: number }>('select count(*)::int as n from photo');
  expect(after[0]!.n).toBe(before[0]!.n + 1);
  // A picture of 16,000 by 16,000 points alone would be 768 MB.
  expect(app.memoryPeakMb() - peak).toBeLessThan(300);
  const shown = await request.get(`${app.address}/api/runs/${run}/photos/${good}?small`);
  expect(shown.headers()['content-type']).toBe('image/jpeg');
});

test('listings from before and after: what is missing is named with its plug', async ({ page, signInAs }) => {
  await signInAs('tam');
  await atBench(page, 102);
  const listing = (name: string) => readFileSync(new URL(`../demo/listings/${name}`, import.meta.url), 'utf8');
  await page.keyboard.press('b');
  for (const [when, names] of [
    ['before', ['fathom-before.lshw.json', 'fathom-before.uevent']],
    ['after', ['fathom-after.lshw.json', 'fathom-after.upower.txt']]
  ] as const) {
    await page.getByRole('radio', { name: new RegExp(when, 'i') }).check();
    for (const name of names) {
      await page.getByLabel('Listing').fill(listing(name));
      await page.getByRole('button', { name: 'Read listing' }).click();
      await expect(page.getByLabel('Listing')).toHaveValue('');
    }
  }
  await expect(page.getByText('Missing since the work: Touch reader F2.')).toBeVisible();
  await expect(page.getByText(/Fingerprint cable plug/)).toBeVisible();
  await expect(page.getByRole('row', { name: /Battery, of new/ })).toContainText(/53\s?%/);
  await expect(page.getByText(/Serial number differs/)).toBeVisible();
  await page.getByLabel('Listing').fill('no listing at all');
  await page.getByRole('button', { name: 'Read listing' }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing was recorded');
  await checkInBothThemes(page, 'listings');
});

test('the calliper, the torque driver and the scanner speak to the bench, and the printer prints', async ({
  browser,
  ownApp
}) => {
  const devices = await startInstruments();
  try {
    const app = await ownApp(true, { DEVICES_URL: devices.address });
    const context = await browser.newContext({ baseURL: app.address });
    const page = await context.newPage();
    await signIn(page, 'tam');
    await atBench(page, 102);
    await expect.poll(() => devices.say({ device: 'noise' })).toBeGreaterThan(0);
    await page.keyboard.press('w');
    devices.say({ device: 'calliper', value: 4.02, unit: 'mm' });
    await expect(page.getByLabel('Length, mm')).toHaveValue('4.02');
    devices.say({ device: 'calliper', value: 0.0787, unit: 'in' });
    await expect(page.getByLabel('Thread, mm')).toHaveValue('1.999');
    await page.getByRole('button', { name: 'Close' }).click();

    const go = async (what: RegExp) => {
      for (let i = 0; i < 40 && !what.test(await step(page).innerText()); i++) {
        const was = await step(page).innerText();
        if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
        if (await page.getByLabel('Counted').isVisible()) await page.getByRole('button', { name: /^All/ }).click();
        await page.keyboard.press('Enter');
        await expect(step(page)).not.toHaveText(was);
      }
    };
    await go(/Lay the new battery/);
    // With no field in hand a scan goes into the first that is empty; in one, a scanner that types ends with Enter.
    devices.say({ device: 'scanner', text: 'NF14-2100' });
    await expect(page.getByLabel('Old: part number')).toHaveValue('NF14-2100');
    await page.getByLabel('New: part number').focus();
    devices.say({ device: 'scanner', text: 'NF14-2101' });
    await expect(page.getByText(/^Fits:/)).toBeVisible();
    await page.getByLabel('New: part number').press('Enter');
    await page.keyboard.type('P-4410\n');
    const swapped = () =>
      app.sql<{ new: { serial?: string } }>(
        "select body -> 'new' as new from run_event where body ->> 'type' = 'swapped' order by seq desc limit 1"
      );
    await expect.poll(async () => (await swapped())[0]?.new).toEqual({ number: 'NF14-2101', serial: 'P-4410' });

    await go(/Fit the 5 battery screws/);
    for (const nm of [0.1, 0.1, 0.1, 0.1, 0.1, 0.2, 0.3]) {
      const read = page.getByLabel('Torque by screw').locator('span');
      const n = await read.count();
      devices.say({ device: 'torque-driver', value: nm * 100, unit: 'cN·m' });
      await expect(read).toHaveCount(n + 1);
    }
    await expect(page.getByText(/^1 outside 0\.17 to 0\.23/)).toBeVisible();
    await expect(page.getByLabel('Torque by screw')).toContainText('0.30 over');

    await page.getByRole('button', { name: /Label/ }).click();
    await expect(page.getByText('Printed.')).toBeVisible();
    expect(devices.labels[0]).toContain('MS Terna, purser');
    await devices.stop();
    await page.getByRole('button', { name: /Label/ }).click();
    await expect(page.getByText(/does not answer/)).toBeVisible();
    await context.close();
  } finally {
    await devices.stop().catch(() => {});
  }
});
