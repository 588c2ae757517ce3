import sharp from 'sharp';
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { expect, test as base, type APIRequestContext, type Page } from '@playwright/test';
import pg from 'pg';
import { violations } from '../scripts/screens/violations.mjs';
import { SHOPS } from '../scripts/setup/browser-cluster.mjs';
import { programs } from '../scripts/setup/postgres.mjs';
import { startServer } from '../scripts/setup/server.mjs';
import people from '../demo/people.json' with { type: 'json' };

export const PASSWORD = people.password;

/** A served application with a database of its own. */
export class App {
  address = '';
  private server: Awaited<ReturnType<typeof startServer>> | undefined;

  /** @param ownerUrl the database as its owner, for what tests do behind the application's back */
  private constructor(
    readonly databaseUrl: string,
    readonly ownerUrl: string,
    private readonly name: string,
    private readonly env: Record<string, string>
  ) {}

  /** @param env settings of the server besides those that every test gives it */
  static async open(seeded = true, env: Record<string, string> = {}): Promise<App> {
    return App.on(await newDatabase(seeded ? SHOPS.demo : SHOPS.empty), env);
  }

  /** @param name of a migrated database that nobody else uses; it goes when the application is closed */
  static async on(name: string, env: Record<string, string> = {}): Promise<App> {
    const app = new App(urlOf(process.env.TEST_APP_URL!, name), urlOf(process.env.TEST_CLUSTER_URL!, name), name, env);
    await app.start();
    return app;
  }

  /** Starts the server, at its earlier address if it had one. */
  async start(): Promise<void> {
    const port = this.address ? new URL(this.address).port : '0';
    this.server = await startServer(
      { DATABASE_URL: this.databaseUrl, PORT: port, LOG_LEVEL: 'warn', ...this.env },
      (line: string) => {
        if (!/"listening"|ORIGIN is not set/.test(line)) process.stderr.write(`${line}\n`);
      }
    );
    this.address = this.server.address;
  }

  /** The server's memory at its highest so far, MB. */
  memoryPeakMb(): number {
    return Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${this.server!.child.pid}/status`, 'utf8'))![1]) / 1000;
  }

  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<number> {
    await this.server!.stop(signal);
    return this.server!.exited;
  }

  async sql<T>(text: string, values: unknown[] = []): Promise<T[]> {
    const client = new pg.Client({ connectionString: this.ownerUrl });
    await client.connect();
    try {
      return (await client.query(text, values)).rows;
    } finally {
      await client.end();
    }
  }

  /** Everything was asked at the counter, and a lead lets it be opened with what there is: for tests of what comes after. */
  async makeReady(job: number): Promise<void> {
    for (const fact of [
      {
        is: 'hazards',
        answers: { cell: 'sound', heat: 'no', liquid: 'no', glass: 'no', adapter: 'sound', dirt: 'no' }
      },
      { is: 'opened-without', missing: ['what is not there'], why: 'Tried without.' }
    ]) {
      await this.sql(
        "insert into job_event (job_id, person_id, body) select j.id, p.id, $2 from job j, person p where j.number = $1 and p.sign_in = 'ines'",
        [job, JSON.stringify(fact)]
      );
    }
  }

  async close(): Promise<void> {
    await this.stop();
    await admin(`drop database ${this.name} with (force)`);
  }
}

const urlOf = (cluster: string, name: string) => cluster.replace(/\/postgres$/, `/${name}`);

/** @returns its name */
async function newDatabase(template: string): Promise<string> {
  const name = `e2e_${randomUUID().replaceAll('-', '')}`;
  await admin(`create database ${name} template ${template}`);
  return name;
}

/** A database of its own, as it was written away by `pg_dump`. @returns its name and its address for its owner */
export async function restored(dump: string): Promise<{ name: string; url: string }> {
  const name = await newDatabase('template0');
  const url = urlOf(process.env.TEST_CLUSTER_URL!, name);
  execFileSync(join(programs()!, 'psql'), ['-q', '-v', 'ON_ERROR_STOP=1', '-d', url], {
    input: gunzipSync(readFileSync(dump)),
    stdio: ['pipe', 'ignore', 'inherit']
  });
  return { name, url };
}

async function admin(sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: process.env.TEST_CLUSTER_URL });
  await client.connect();
  await client.query(sql).finally(() => client.end());
}

/** The shops of a worker: one that all files look at, and that of the file whose tests change what others look at. */
class Shops {
  private shared: App | undefined;
  private own: { file: string; app: App } | undefined;

  async of(file: string, isOwn: boolean): Promise<App> {
    if (!isOwn) return (this.shared ??= await App.open());
    if (this.own?.file !== file) {
      await this.own?.app.close();
      this.own = undefined;
      this.own = { file, app: await App.open() };
    }
    return this.own.app;
  }

  async close(): Promise<void> {
    await this.own?.app.close();
    await this.shared?.close();
  }
}

export const test = base.extend<
  {
    /** Whether the tests of this file have a shop to themselves: what they change others do not look at. */
    ownShop: boolean;
    app: App;
    signInAs(name: string): Promise<void>;
    ownApp(seeded?: boolean, env?: Record<string, string>): Promise<App>;
  },
  { shops: Shops }
>({
  ownShop: [false, { option: true }],
  shops: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const shops = new Shops();
      await use(shops);
      await shops.close();
    },
    { scope: 'worker' }
  ],
  app: async ({ shops, ownShop }, use, { file }) => use(await shops.of(file, ownShop)),
  baseURL: async ({ app }, use) => use(app.address),
  /** An application of the test's own, closed at its end however it ends. */
  // eslint-disable-next-line no-empty-pattern
  ownApp: async ({}, use) => {
    const opened: App[] = [];
    await use(async (seeded, env) => {
      const app = await App.open(seeded, env);
      opened.push(app);
      return app;
    });
    for (const app of opened) await app.close();
  },
  signInAs: async ({ page }, use) => use((name) => signIn(page, name))
});
export { expect };

/** Signs in without the form, which has tests of its own, as somebody who has been here before. */
export async function signIn(page: Page, name: string): Promise<void> {
  const { origin } = new URL((await page.request.get('/healthz')).url());
  await signInByForm(page.request, origin, name);
  // No newcomer: a tour of its own test begins by itself. An empty page has no store.
  await page.addInitScript(() => location.protocol === 'http:' && localStorage.setItem('toured', '["plan","bench"]'));
}

/**
 * Signs a new account in by the form, in a browser that has stored nothing: tours begin, and nothing is remembered.
 * @returns by what it signs in
 */
export async function signInAsNewcomer(page: Page, app: App, role: string): Promise<string> {
  const name = `new-${randomUUID().slice(0, 8)}`;
  const { hashPassword } = await import('$lib/server/sign-in/passwords');
  await app.sql('insert into person (sign_in, display_name, role, password_hash) values ($1, $2, $3, $4)', [
    name,
    `Newcomer, ${role}`,
    role,
    await hashPassword(PASSWORD)
  ]);
  await page.goto(`${app.address}/`);
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/jobs');
  // Its own navigation is over before another begins.
  await page.waitForLoadState('networkidle');
  return name;
}

/** Answers the first questions of a new job, each as harmless as it can be. */
export async function nothingEndangers(page: Page): Promise<void> {
  const questions = page.locator('section[aria-labelledby="triage"] fieldset');
  for (let i = 0; i < (await questions.count()); i++) await questions.nth(i).locator('label').first().click();
  await expect(page.getByText(/Safety questions: no danger/).first()).toBeVisible();
}

/** Signs an HTTP client in as the form does; its cookie stays in the context. */
export async function signInByForm(request: APIRequestContext, address: string, name: string): Promise<void> {
  const answer = await request.post(`${address}/signin`, {
    form: { name, password: PASSWORD },
    headers: { origin: address, accept: 'text/html' },
    maxRedirects: 0
  });
  expect(answer.status(), `${name} is signed in`).toBe(303);
}

/** No finding of the accessibility checker, and nothing beyond the right edge. */
async function checkScreen(page: Page, name: string, rules: { only?: string[] } = {}): Promise<void> {
  await page.locator('h1').first().waitFor({ state: 'attached' });
  const look = async () => {
    expect(await violations(page, rules), name).toEqual([]);
    // A message that nobody said shows as what it is made of.
    expect(await page.locator('body').innerText(), `${name}: said in words`).not.toContain('[object ');
    const wider = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth
    );
    expect(wider, `${name}: horizontal scroll`).toBeLessThanOrEqual(0);
  };
  // A page that was still settling is asked once more: what is wrong stays.
  await look().catch(() => page.waitForTimeout(1000).then(look));
}

/** In both themes; between them only colours differ, so that the dark one is looked at for these alone. */
export async function checkInBothThemes(page: Page, name: string): Promise<void> {
  await page.emulateMedia({ colorScheme: 'dark' });
  await checkScreen(page, `${name}, dark`, { only: ['color-contrast'] });
  await page.emulateMedia({ colorScheme: 'light' });
  await checkScreen(page, `${name}, light`);
}

/** Reads a plug's mark off by keyboard where the bench asks for it, the wrong one first: that is told, and nothing is recorded. */
export async function readMark(page: Page): Promise<boolean> {
  const group = page.getByRole('group', { name: 'Mark of the socket' });
  if (!(await group.isVisible())) return false;
  const plug = await group.locator('..').locator('legend b').innerText();
  const marks = (await group.getByRole('button').allInnerTexts()).map((t) => t.split(/\s/)[0]!).slice(0, -1);
  // The demo's plugs carry the same mark as their sockets.
  const right = marks.indexOf(plug);
  await page.keyboard.press(String(right === 0 ? 2 : 1));
  await expect(page.getByRole('alert').filter({ hasText: `Plug ${plug} goes on ${plug}` })).toBeVisible();
  await expect(page.locator('button[data-done]')).toBeDisabled();
  await page.keyboard.press('Enter');
  await page.keyboard.press(String(right + 1));
  await expect(page.locator('button[data-done]')).toBeEnabled();
  return true;
}

/** A photo as a camera would give it: of one colour. */
export const plainPhoto = (background = '#69a', width = 400, height = 300): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background } })
    .jpeg()
    .toBuffer();
