import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pool } from './database';
import { addPerson } from './people';
import { hashPassword, passwordMatches } from './passwords';
import { closeSession, openSession, personOfSession } from './sessions';
import { signIn } from './sign-in';
import { freshDatabase } from './testing/database';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let id: string;
const PASSWORD = 'a lamp in the harbour';

beforeAll(async () => {
  database = await freshDatabase();
  id = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okello', role: 'technician' }, PASSWORD);
});
afterAll(() => database.drop());

describe('passwords', () => {
  it('are kept as argon2id', async () => {
    const { rows } = await pool().query('select password_hash as hash from person where id = $1', [id]);
    expect(rows[0].hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  });
  it('match only themselves, and nothing matches nobody', async () => {
    const stored = await hashPassword('one');
    expect(await passwordMatches(stored, 'one')).toBe(true);
    expect(await passwordMatches(stored, 'two')).toBe(false);
    expect(await passwordMatches(undefined, 'nobody has this one')).toBe(false);
    expect(await passwordMatches(stored, 'x'.repeat(5000))).toBe(false);
  });
});

describe('sessions', () => {
  it('are found by their token until they are closed', async () => {
    const token = await openSession(pool(), id);
    expect(await personOfSession(pool(), token)).toEqual({ id, signIn: 'tam', name: 'Tam Okello', role: 'technician' });
    expect(await personOfSession(pool(), `${token}x`)).toBeUndefined();
    await closeSession(pool(), token);
    expect(await personOfSession(pool(), token)).toBeUndefined();
  });
  it('are kept as a hash, and end when they are idle, old, or the account is disabled', async () => {
    const token = await openSession(pool(), id);
    const { rows } = await pool().query('select token_hash as hash from session');
    expect(rows.some((r: { hash: Buffer }) => r.hash.toString('utf8').includes(token))).toBe(false);
    await pool().query("update session set last_seen_at = now() - interval '19 hours'");
    expect(await personOfSession(pool(), token)).toBeUndefined();
    await pool().query("update session set last_seen_at = now(), expires_at = now() - interval '1 second'");
    expect(await personOfSession(pool(), token)).toBeUndefined();
    await pool().query("update session set expires_at = now() + interval '1 day'");
    expect(await personOfSession(pool(), token)).toBeDefined();
    await pool().query('update person set disabled_at = now() where id = $1', [id]);
    expect(await personOfSession(pool(), token)).toBeUndefined();
    await pool().query('update person set disabled_at = null where id = $1', [id]);
  });
});

describe('signing in', () => {
  it('takes the right pair, whatever the case of the name', async () => {
    expect(await signIn(' TAM ', PASSWORD, '192.0.2.1')).toMatchObject({ ok: true, person: { signIn: 'tam' } });
    expect(await signIn('tam', 'wrong', '192.0.2.1')).toEqual({ ok: false });
    expect(await signIn('nobody', PASSWORD, '192.0.2.1')).toEqual({ ok: false });
    expect(await signIn('no\u0000body\ud800', PASSWORD, '192.0.2.1')).toEqual({ ok: false });
  });
  it('makes one wait after five failures, even with the right password, but not from elsewhere', async () => {
    const tries = await Promise.all(Array.from({ length: 5 }, () => signIn('tam', 'wrong', '192.0.2.7')));
    expect(tries).toEqual(Array(5).fill({ ok: false }));
    const refused = await signIn('tam', PASSWORD, '192.0.2.7');
    expect(refused.ok).toBe(false);
    expect(!refused.ok && refused.waitSeconds).toBeGreaterThan(200);
    expect(await signIn('tam', PASSWORD, '192.0.2.8')).toMatchObject({ ok: true });
  });
  it('makes an address wait that tries many names', async () => {
    const tries = await Promise.all(Array.from({ length: 45 }, (_, i) => signIn(`name${i}`, 'wrong', '192.0.2.9')));
    expect(tries.filter((t) => !t.ok && t.waitSeconds !== undefined).length).toBe(5);
  });
});
