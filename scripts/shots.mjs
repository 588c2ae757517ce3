/** One current picture of every main view, from the demo's data, into docs/screenshots. */
import { mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { ensureBuild, ensurePackages } from './setup/packages.mjs';
import { Cluster, ensurePostgres } from './setup/postgres.mjs';
import { startServer } from './setup/server.mjs';
import { must, ROOT, withLock } from './setup/system.mjs';

const folder = join(ROOT, 'docs', 'screenshots');
mkdirSync(folder, { recursive: true });
await withLock('setup', async () => {
  await ensurePostgres();
  await ensurePackages();
  await ensureBuild();
});
const cluster = await Cluster.throwAway().start();
const DATABASE_URL = await cluster.createDatabase('shots');
await must('npx', ['tsx', '--tsconfig', 'scripts/tsconfig.json', 'scripts/db.ts', 'migrate', 'seed'], { env: { ...process.env, DATABASE_URL } });
const server = await startServer({ DATABASE_URL, LOG_LEVEL: 'warn' });
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] });
const { password } = JSON.parse(readFileSync(join(ROOT, 'demo', 'people.json'), 'utf8'));

async function page(theme) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme: theme, baseURL: server.address, locale: 'en-GB' });
  return context.newPage();
}
async function signIn(p) {
  await p.goto('/signin');
  await p.getByLabel('Name').fill('tam');
  await p.getByLabel('Password').fill(password);
  await p.getByRole('button', { name: 'Sign in' }).click();
  await p.waitForURL('**/jobs');
}
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
  await shot(light, 'sign-in', '/signin');
  await signIn(light);
  await shot(light, 'jobs');
  await shot(light, 'new-job', '/jobs/new', async () => {
    await light.getByRole('checkbox', { name: /^Fan/ }).check();
    await light.getByRole('checkbox', { name: /^SSD/ }).check();
  });
  await shot(light, 'plan', '/jobs/103/plan', () => light.getByRole('button', { name: /Put back the heat sink/ }).click());
  await shot(light, 'report', '/jobs/101/report');
  await shot(light, 'machines', '/machines', () => light.getByLabel('with covers').uncheck());
  await light.goto('/jobs/103/plan');
  await light.getByRole('button', { name: 'Start at the bench' }).click();
  await light.locator('[data-ready=true]').waitFor();
  // Down to the board's own screws, as a technician would get there.
  for (let i = 0; i < 60 && !(await light.locator('p[aria-live]').innerText()).startsWith('Take out 6 screws'); i++) {
    if (await light.getByRole('button', { name: /^Understood/ }).isVisible()) await light.keyboard.press('Enter');
    if (await light.getByLabel('Counted').isVisible()) await light.getByRole('button', { name: /^All/ }).click();
    await light.keyboard.press('Enter');
    await light.waitForTimeout(60);
  }
  await shot(light, 'bench-count', null, () => light.keyboard.press('6'));
  const dark = await page('dark');
  await signIn(dark);
  await shot(dark, 'bench-dark', '/jobs/102/bench');
} finally {
  await browser.close();
  await server.stop();
  await cluster.stop();
}
