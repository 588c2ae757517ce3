import { THOROUGH } from '$core/testing/effort';
import { fuzz, knownOf } from '../scripts/fuzz/run';
import { expect, signInByForm, test } from './fixtures';

/** A bounded run of what `npm run fuzz` does at length, the same each day. */
const COUNT = THOROUGH ? 5000 : 600;
const SEED = 20261127;

test('nothing that comes in is answered with 5xx', async ({ ownApp, playwright }) => {
  const app = await ownApp(true, { LOG_LEVEL: 'fatal' });
  const cookies = [''];
  for (const name of ['tam', 'ines']) {
    const request = await playwright.request.newContext();
    await signInByForm(request, app.address, name);
    const cookie = (await request.storageState()).cookies.find((c) => c.name === 'eager_wrench_session')!;
    cookies.push(`${cookie.name}=${cookie.value}`);
    await request.dispose();
  }
  const found = await fuzz(app.address, await knownOf(app.ownerUrl), cookies, COUNT, SEED);
  expect(found.failures).toEqual([]);
  expect(found.total).toBeGreaterThanOrEqual(COUNT);
  // It got past the door, and was refused in many ways.
  for (const status of [200, 303, 400, 401, 403, 404, 422])
    expect(found.byStatus[status] ?? 0, `answers of ${status}`).toBeGreaterThan(5);
});
