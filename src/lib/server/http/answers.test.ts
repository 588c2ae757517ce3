import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { idFrom, textBody } from './body';
import { isOutOfReach, pool, transaction } from '../database/pool';
import { namesOf, addPerson } from '../sign-in/people';
import { refusal } from './refusal';
import { freshDatabase } from '../testing/database';
import { isTheme } from './theme';

const request = (body: BodyInit, headers: Record<string, string> = {}) =>
  new Request('http://bench.example/', { method: 'POST', body, headers, duplex: 'half' } as RequestInit);
const stream = (chunks: number, size: number) => {
  let sent = 0;
  return new ReadableStream({
    pull(controller) {
      if (sent++ < chunks) controller.enqueue(new Uint8Array(size).fill(32));
      else controller.close();
    }
  });
};

describe('request bodies', () => {
  it('are read as text', async () => expect(await textBody(request('grüße'), 100)).toBe('grüße'));
  it('are refused when they say they are too large', async () => {
    await expect(textBody(request('x', { 'content-length': '5000' }), 100)).rejects.toMatchObject({ status: 413 });
  });
  it('are refused when they are too large without saying so, after no more than that was read', async () => {
    await expect(textBody(request(stream(1000, 1000)), 5000)).rejects.toMatchObject({ status: 413 });
  });
  it('are refused as too large when they are cut off on the way in', async () => {
    const cut = new ReadableStream({ pull: (controller) => controller.error(new Error('limit')) });
    await expect(textBody(request(cut), 100)).rejects.toMatchObject({ status: 413 });
  });
  it('are refused when they are not UTF-8', async () => {
    await expect(textBody(request(new Uint8Array([0xc3, 0x28])), 100)).rejects.toMatchObject({ status: 400 });
  });
});

it.each([
  ['7', 7],
  ['0', undefined],
  ['-1', undefined],
  ['1.5', undefined],
  ['1e3', undefined],
  ['', undefined],
  [null, undefined],
  ['9'.repeat(30), undefined]
])('an id from %j is %j', (value, id) => expect(idFrom(value)).toBe(id));

describe('refusals', () => {
  it('for people are a page that shows hostile words as text', async () => {
    const page = refusal(403, '<script>alert("x")</script>', 'r1', false);
    expect(page.status).toBe(403);
    const html = await page.text();
    expect(html).toContain('Not allowed with your role');
    expect(html).toContain('&lt;script&gt;alert(&quot;x&quot;)');
    expect(html).not.toContain('%sveltekit');
    expect(html).not.toContain('<nav');
    // Who is signed in finds the ways on that every page has.
    const known = await refusal(403, 'No.', 'r1', false, 'technician').text();
    for (const place of ['/jobs', '/machines', '/spares', '/settings', '/help'])
      expect(known).toContain(`href="${place}"`);
    expect(known).not.toContain('/people');
    expect(await refusal(404, 'No.', 'r1', false, 'lead').text()).toContain('href="/people"');
    expect(page.headers.get('content-security-policy')).toContain("default-src 'none'");
  });
  it('for programs are JSON with the request\u2019s id', async () => {
    expect(await refusal(401, 'Sign in first.', 'r2', true).json()).toEqual({
      message: 'Sign in first.',
      request: 'r2'
    });
  });
});

it('only themes are themes', () => {
  expect(['light', 'dark', 'auto'].every(isTheme)).toBe(true);
  expect([undefined, '', 'Dark', '"><script>'].some(isTheme)).toBe(false);
});

describe('transactions', () => {
  let database: Awaited<ReturnType<typeof freshDatabase>>;
  beforeAll(async () => {
    database = await freshDatabase();
  });
  afterAll(() => database.drop());

  it('keep all or nothing', async () => {
    const add = (db: Parameters<typeof addPerson>[0], signIn: string) =>
      addPerson(db, { signIn, name: signIn, role: 'trainee' }, 'a long enough password');
    await expect(
      transaction(async (db) => {
        await add(db, 'one');
        await add(db, 'one');
      })
    ).rejects.toThrow(/unique/);
    const id = await transaction(async (db) => add(db, 'two'));
    const { rows } = await pool().query('select sign_in from person');
    expect(rows).toEqual([{ sign_in: 'two' }]);
    expect(await namesOf(pool(), [id])).toEqual(new Map([[id, 'two']]));
  });

  it('go on after the database broke their connection', async () => {
    await expect(transaction((db) => db.query('select pg_terminate_backend(pg_backend_pid())'))).rejects.toSatisfy(
      isOutOfReach
    );
    expect((await pool().query('select 1 as one')).rows).toEqual([{ one: 1 }]);
  });

  it('a refused question is not a database out of reach', async () => {
    const error = await pool()
      .query('select nonsense')
      .catch((e: unknown) => e);
    expect(isOutOfReach(error)).toBe(false);
    expect(isOutOfReach(Object.assign(new Error('x'), { code: 'ECONNREFUSED' }))).toBe(true);
  });
});
