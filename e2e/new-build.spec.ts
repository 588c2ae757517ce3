import { createServer, type Server } from 'node:http';
import type { BrowserContext, Page } from '@playwright/test';
import { freePort } from '../scripts/setup/system.mjs';
import { expect, signIn, test as base } from './fixtures';
import { go, kept, start, status } from './kept-bench';

/** Stands before the application and can hand out its service worker as one of another build. */
class Front {
  build = '';
  /** A bench's page begins late, and its second half comes later still. */
  isSlow = false;
  private constructor(
    readonly address: string,
    private readonly server: Server
  ) {}

  static async open(port: number, behind: () => string): Promise<Front> {
    const front: { is?: Front } = {};
    const server = createServer((request, response) => {
      void (async () => {
        const chunks: Buffer[] = [];
        for await (const chunk of request) chunks.push(chunk as Buffer);
        const headers = Object.fromEntries(
          Object.entries(request.headers).filter(
            ([k]) =>
              ![
                'host',
                'connection',
                'content-length',
                'transfer-encoding',
                'if-none-match',
                'if-modified-since'
              ].includes(k)
          )
        ) as Record<string, string>;
        const answer = await fetch(`${behind()}${request.url}`, {
          method: request.method!,
          headers: { ...headers, host: new URL(behind()).host },
          redirect: 'manual',
          ...(chunks.length > 0 ? { body: Buffer.concat(chunks) } : {})
        });
        const out = Object.fromEntries(
          [...answer.headers].filter(
            ([k]) =>
              !['content-encoding', 'content-length', 'transfer-encoding', 'connection', 'set-cookie'].includes(k)
          )
        );
        const halves = front.is!.isSlow && /^\/jobs\/\d+\/bench$/.test(request.url!);
        if (halves) await new Promise((r) => setTimeout(r, 3000));
        response.writeHead(answer.status, { ...out, 'set-cookie': answer.headers.getSetCookie() });
        if (answer.headers.get('content-type')?.includes('event-stream')) {
          for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>) response.write(chunk);
          return response.end();
        }
        let body = Buffer.from(await answer.arrayBuffer());
        if (front.is!.build && request.url === '/service-worker.js')
          body = Buffer.from(body.toString().replaceAll(/(?<=["'`](?:shell )?)\d{13}(?=["'`])/g, front.is!.build));
        if (front.is!.build && request.url === '/_app/version.json')
          body = Buffer.from(JSON.stringify({ version: front.is!.build }));
        if (halves) {
          response.write(body.subarray(0, body.length / 2));
          await new Promise((r) => setTimeout(r, 2500));
          body = body.subarray(body.length / 2);
        }
        response.end(body);
      })().catch(() => response.destroy());
    });
    await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
    front.is = new Front(`http://127.0.0.1:${port}`, server);
    return front.is;
  }

  close(): void {
    this.server.closeAllConnections();
    this.server.close();
  }
}

const test = base.extend<{ behindFront: { front: Front; context: BrowserContext; page: Page } }>({
  /** A bench that is open and kept, behind a server of the test's own between browser and application. */
  behindFront: async ({ browser, ownApp }, use) => {
    const port = await freePort();
    const app = await ownApp(true, { ORIGIN: `http://127.0.0.1:${port}` });
    await app.makeReady(103);
    const front = await Front.open(port, () => app.address);
    const context = await browser.newContext({ baseURL: front.address });
    const page = await context.newPage();
    await signIn(page, 'tam');
    await start(page, 103);
    await kept(page, 103);
    await use({ front, context, page });
    await context.close();
    front.close();
  }
});

test.use({ serviceWorkers: 'allow' });

test('a new build while a bench is open: work goes on in the old one until the bench is left', async ({
  behindFront: { front, context, page }
}) => {
  const shells = () => page.evaluate(async () => (await caches.keys()).filter((k) => k.startsWith('shell')));
  const [old] = await shells();
  front.build = '9999999999999';
  await page.evaluate(async () => void (await navigator.serviceWorker.getRegistration())!.update());
  const waits = () => page.evaluate(async () => (await navigator.serviceWorker.getRegistration())!.waiting !== null);
  await expect.poll(waits, { timeout: 60_000 }).toBe(true);
  expect(await shells()).toContain(old);
  // The stream breaks and comes back, as it does when a server is put in place of another.
  await context.setOffline(true);
  await go(page, 1);
  await expect(status(page)).toContainText('Saved here');
  await context.setOffline(false);
  await expect(page.getByText('A new version of Eager Wrench is ready')).toBeVisible();
  await go(page, 2);
  await expect(status(page)).toContainText(/Saved(?! here)/);
  expect(await waits()).toBe(true);
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await page.waitForURL('**/jobs');
  // The new version comes with a page of its own: one may ask while it is on its way.
  await expect.poll(() => shells().catch(() => [])).toEqual(['shell 9999999999999']);
  await context.setOffline(true);
  await page.goto('/jobs/103/bench');
  await expect(page.locator('[data-ready=true]')).toBeVisible();
});

test('a page that begins to arrive just before patience ends comes whole', async ({ behindFront: { front, page } }) => {
  front.isSlow = true;
  await page.goto('/jobs/103/bench', { timeout: 60_000 });
  await expect(page.locator('[data-ready=true]')).toBeVisible();
  await expect(status(page)).toContainText(/Saved(?! here)/);
});
