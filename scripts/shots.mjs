/** One current picture of every main view, from the demo's data, into docs/screenshots. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { servedDemo } from './setup/served-demo.mjs';
import { ROOT } from './setup/system.mjs';

const folder = join(ROOT, 'docs', 'screenshots');
mkdirSync(folder, { recursive: true });
const demo = await servedDemo();
const page = async (colorScheme) => (await demo.context({ colorScheme })).newPage();
const signIn = (p) => demo.signIn(p, 'tam');

async function shot(p, name, path, then) {
  if (path) await p.goto(path);
  await p.waitForLoadState('networkidle');
  await then?.();
  await p.evaluate(() => document.fonts.ready);
  await p.waitForTimeout(300);
  await p.screenshot({ path: join(folder, `${name}.png`) });
}

try {
  const light = await page('light');
  await signIn(light);
  await shot(light, 'jobs');
  await shot(light, 'new-job', '/jobs/new', async () => {
    await light.getByRole('checkbox', { name: /^Fan/ }).check();
    await light.getByRole('checkbox', { name: /^SSD/ }).check();
  });
  await shot(light, 'plan', '/jobs/103/plan', async () => {
    await light.getByRole('button', { name: /Fit the heat sink/ }).click();
    // As it stands once its proof is done, or given up.
    await light.getByText('Checking for a shorter order').waitFor({ state: 'hidden', timeout: 20_000 });
  });
  await shot(light, 'report', '/jobs/101/report');
  await shot(light, 'intake', '/jobs/110/intake');
  await shot(light, 'fault', '/jobs/109/fault', () => light.getByText('Average time to repair').waitFor());
  await shot(light, 'cell', '/jobs/111/cell');
  await shot(light, 'spares', '/jobs/112/spares');
  await shot(light, 'compare', '/jobs/105/compare');
  await shot(light, 'tray', '/jobs/103/tray?style=in-the-part');
  await shot(light, 'settings', '/settings');
  await shot(light, 'machines', '/machines');
  await shot(light, 'machine', '/machines', async () => {
    await light.getByRole('link', { name: 'Norrvik Pilot 14' }).click();
    await light.locator('svg.drawing').waitFor();
    await light.getByRole('slider').fill('2');
    await light.getByRole('tab', { name: /^Cables/ }).click();
  });
  await light.goto('/jobs/103/plan');
  await light.getByRole('button', { name: 'Start at the bench' }).click();
  await light.locator('[data-ready=true]').waitFor();
  // Down to the board's own screws, as a technician would get there.
  for (
    let i = 0;
    i < 120 && !(await light.locator('section[data-step] p[aria-live]').innerText()).startsWith('Remove the 6 ');
    i++
  ) {
    if (await light.getByRole('button', { name: /^Understood/ }).isVisible()) await light.keyboard.press('Enter');
    if (await light.getByLabel('Counted').isVisible()) await light.getByRole('button', { name: /^All/ }).click();
    await light.keyboard.press('Enter');
    await light.waitForTimeout(60);
  }
  await shot(light, 'bench-count', null, () => light.keyboard.press('6'));
  await light.goto('/jobs/102/bench');
  await light.locator('[data-ready=true]').waitFor();
  const text = () => light.locator('section[data-step] p[aria-live]').innerText();
  /** Works on as a technician would, until the step in hand reads so. */
  const until = async (what) => {
    for (let i = 0; i < 60 && !what.test(await text()); i++) {
      if (await light.getByRole('button', { name: /^Understood/ }).isVisible()) await light.keyboard.press('Enter');
      if (await light.getByLabel('Counted').isVisible()) await light.getByRole('button', { name: /^All/ }).click();
      await light.keyboard.press('Enter');
      await light.waitForTimeout(60);
    }
  };
  await shot(light, 'bench-replan', null, async () => {
    await light.keyboard.press('g');
    await light.getByLabel('Which part').selectOption({ label: 'SSD' });
    await light.getByText(/more, \d+ fewer/).waitFor();
  });
  await light.getByRole('button', { name: 'Close' }).click();
  await until(/^Lay the new keyboard/);
  await shot(light, 'bench-swap', null, () => light.getByLabel('New: part number').fill('NF14-2100'));
  await light.getByLabel('New: part number').fill('');
  await light.getByRole('heading', { level: 1 }).click();
  await until(/^Battery$/);
  await shot(light, 'bench-failed', null, async () => {
    await light.keyboard.press('f');
    await light.getByLabel('Note', { exact: true }).fill('Not seen; runs from the adapter alone.');
    await light.getByRole('button', { name: 'Save', exact: true }).click();
    await light
      .getByRole('button', { name: /^Open it again: / })
      .first()
      .hover();
  });
  const dark = await page('dark');
  await signIn(dark);
  await shot(dark, 'bench-dark', '/jobs/103/bench');
  await shot(dark, 'plan-dark', '/jobs/106/plan', () =>
    dark
      .getByRole('button', { name: /pull strips/ })
      .first()
      .click()
  );
} finally {
  await demo.close();
}
