import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { prepareDatabase } from './database.mjs';
import { CHROMIUM, ensureBuild, ensureChromium, ensurePackages } from './packages.mjs';
import { Cluster, ensurePostgres } from './postgres.mjs';
import { startServer } from './server.mjs';
import { ROOT, withLock } from './system.mjs';

/**
 * The demo, served from a throw-away database and looked at with a browser: for pictures and for measuring.
 * @param {Record<string, string>} env settings of the server besides its own
 * @param {string[]} args of the browser besides its own
 */
export async function servedDemo(env = {}, args = []) {
  await withLock('setup', async () => {
    await ensurePostgres();
    await ensureChromium();
    await ensurePackages();
    await ensureBuild();
  });
  const { chromium } = await import('@playwright/test');
  const cluster = await Cluster.throwAway().start();
  const DATABASE_URL = await cluster.createDatabase('demo');
  await prepareDatabase(DATABASE_URL, ['migrate', 'seed']);
  const server = await startServer({
    DATABASE_URL: await cluster.appUrl('demo', 'pictures'),
    LOG_LEVEL: 'warn',
    ...env
  });
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', ...args]
  });
  const { password } = JSON.parse(readFileSync(join(ROOT, 'demo', 'people.json'), 'utf8'));
  return {
    address: server.address,
    /** The database as its owner. */
    databaseUrl: DATABASE_URL,
    browser,
    async context(more = {}) {
      const context = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        baseURL: server.address,
        locale: 'en-GB',
        ...more
      });
      // No newcomer looks at it: tours begin by themselves once.
      await context.addInitScript(() => localStorage.setItem('toured', '["plan","bench"]'));
      return context;
    },
    async signIn(page, name) {
      await page.goto('/signin');
      await page.getByLabel('Name').fill(name);
      await page.getByLabel('Password').fill(password);
      await page.getByRole('button', { name: 'Sign in' }).click();
      await page.waitForURL('**/jobs');
    },
    async close() {
      await browser.close();
      await server.stop();
      await cluster.stop();
    }
  };
}
