import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { pool } from '../database/pool';
import { auditLog } from '../database/audit';
import { Password } from './password-form';
import { addPerson, changeAccount, changeOwnPassword, resetPassword } from './people';
import { hashPassword, passwordMatches } from './passwords';
import { closeSession, openSession, personOfSession } from './sessions';
import { signIn } from './sign-in';
import { freshDatabase } from '../testing/database';
import { refused } from '$core/result';

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
    expect(await personOfSession(pool(), token)).toEqual({
      id,
      signIn: 'tam',
      name: 'Tam Okello',
      role: 'technician',
      language: null
    });
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

const WRONG = refused('wrong', 'Name or password is wrong.');

describe('signing in', () => {
  it('takes the right pair, whatever the case of the name', async () => {
    expect(await signIn(' TAM ', PASSWORD, '192.0.2.1')).toMatchObject({ ok: true, person: { signIn: 'tam' } });
    expect(await signIn('tam', 'wrong', '192.0.2.1')).toEqual(WRONG);
    expect(await signIn('nobody', PASSWORD, '192.0.2.1')).toEqual(WRONG);
    expect(await signIn('no\u0000body\ud800', PASSWORD, '192.0.2.1')).toEqual(WRONG);
  });
  it('makes one wait after five failures, even with the right password, but not from elsewhere', async () => {
    const tries = await Promise.all(Array.from({ length: 5 }, () => signIn('tam', 'wrong', '192.0.2.7')));
    expect(tries).toEqual(Array(5).fill(WRONG));
    const refused = await signIn('tam', PASSWORD, '192.0.2.7');
    expect(refused.ok).toBe(false);
    expect(!refused.ok && refused.problems[0]!.waitSeconds).toBeGreaterThan(200);
    expect(await signIn('tam', PASSWORD, '192.0.2.8')).toMatchObject({ ok: true });
  });
  it('counts failures anew after a success', async () => {
    for (let round = 0; round < 3; round++) {
      for (let i = 0; i < 4; i++) expect(await signIn('tam', 'wrong', '192.0.2.11')).toEqual(WRONG);
      expect(await signIn('tam', PASSWORD, '192.0.2.11')).toMatchObject({ ok: true });
    }
  });
  it('makes an address wait that tries many names', async () => {
    const tries = await Promise.all(Array.from({ length: 45 }, (_, i) => signIn(`name${i}`, 'wrong', '192.0.2.9')));
    expect(tries.filter((t) => !t.ok && t.problems[0]!.waitSeconds !== undefined).length).toBe(5);
  });
  it('does not let strangers lock out a device that is known to the name', async () => {
    const first = await signIn('tam', PASSWORD, '192.0.2.20');
    if (!first.ok) throw new Error('not signed in');
    await Promise.all(Array.from({ length: 8 }, () => signIn('tam', 'wrong', '192.0.2.20')));
    expect((await signIn('tam', PASSWORD, '192.0.2.20')).ok).toBe(false);
    expect(await signIn('tam', PASSWORD, '192.0.2.20', first.device)).toMatchObject({ ok: true, device: first.device });
    // Of no other name, and not without limit.
    await addPerson(pool(), { signIn: 'juno', name: 'Juno', role: 'trainee' }, PASSWORD);
    await Promise.all(Array.from({ length: 8 }, () => signIn('juno', 'wrong', '192.0.2.20')));
    expect((await signIn('juno', PASSWORD, '192.0.2.20', first.device)).ok).toBe(false);
    const tries = await Promise.all(
      Array.from({ length: 14 }, () => signIn('tam', 'wrong', '192.0.2.20', first.device))
    );
    expect(tries.some((t) => !t.ok && t.problems[0]!.waitSeconds !== undefined)).toBe(true);
  });
  it('and what came of it is in the log, with the address', async () => {
    await signIn('nobody', 'wrong', '192.0.2.30');
    await signIn('tam', PASSWORD, '192.0.2.31');
    expect((await auditLog(pool(), 2)).map((a) => [a.what, a.about, a.address])).toEqual([
      ['signed_in', 'tam', '192.0.2.31'],
      ['sign-in_refused', 'nobody', '192.0.2.30']
    ]);
  });
});

describe('one\u2019s own password', () => {
  it('is not to be guessed from a session that was left open', async () => {
    const session = crypto.randomUUID();
    const tries = [];
    for (let i = 0; i < 6; i++) tries.push(await changeOwnPassword(id, `wrong ${i}`, 'another lamp at sea', session));
    expect(tries.at(-1)).toMatchObject({
      ok: false,
      problems: [expect.objectContaining({ message: expect.stringMatching(/Wait \d+ min/) })]
    });
    expect(await changeOwnPassword(id, PASSWORD, 'another lamp at sea', session)).toMatchObject({ ok: false });
  });
  it('of two changes at the same moment one is told that it came too late, and keeps its sessions', async () => {
    const own = await addPerson(pool(), { signIn: 'sunniva', name: 'Sunniva', role: 'technician' }, PASSWORD);
    const both = await Promise.all(
      ['one lamp at sea', 'two lamps at sea'].map((wanted) =>
        changeOwnPassword(own, PASSWORD, wanted, crypto.randomUUID())
      )
    );
    expect(both.filter((c) => c.ok)).toHaveLength(1);
    expect(both.find((c) => !c.ok)).toMatchObject({ problems: [{ code: 'changed-elsewhere' }] });
  });
  it('is hashed while no connection is held: a pool of one serves others meanwhile', async () => {
    const busy = changeOwnPassword(id, 'x', 'another lamp at sea', crypto.randomUUID());
    const others = await Promise.all(Array.from({ length: 20 }, () => pool().query('select 1')));
    expect(others).toHaveLength(20);
    await busy;
  });
  it.each(['1234567890', 'qwertyuiop', 'Qwertyuiop', 'qwertyuiop2026!', 'aaaaaaaaaaaa', '          ', 'ababababab'])(
    '%j is none',
    (password) => expect(Password.safeParse(password).success).toBe(false)
  );
  it.each([PASSWORD, 'harbour-lamp-14', 'four words that differ'])('%j is one', (password) =>
    expect(Password.safeParse(password).success).toBe(true)
  );
});

describe('an account that a lead changes', () => {
  let lead: string;
  let other: string;
  beforeAll(async () => {
    lead = await addPerson(pool(), { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' }, PASSWORD);
    other = await addPerson(pool(), { signIn: 'odd', name: 'Odd Sule', role: 'technician' }, PASSWORD);
  });
  const isIn = async (token: string) => (await personOfSession(pool(), token)) !== undefined;
  const changes = async () => (await auditLog(pool())).filter((e) => e.what === 'account_changed').length;

  it('is signed out everywhere by another role and by being shut, and not by what changes nothing', async () => {
    const before = await changes();
    for (const [to, stays] of [
      [{ role: 'technician' }, true],
      [{ isDisabled: false }, true],
      [{ role: 'trainee' }, false],
      [{ isDisabled: true }, false]
    ] as const) {
      const token = await openSession(pool(), other);
      expect(await changeAccount(other, to, lead)).toEqual({ ok: true });
      expect([to, await isIn(token)]).toEqual([to, stays]);
    }
    expect((await changes()) - before).toBe(2);
    // Shut it stays when only its role is changed.
    await changeAccount(other, { role: 'technician' }, lead);
    expect(await isIn(await openSession(pool(), other))).toBe(false);
    await changeAccount(other, { isDisabled: false }, lead);
    expect(await isIn(await openSession(pool(), other))).toBe(true);
  });
  it('stays a lead where it is the last one, and nobody is made of an account that is not there', async () => {
    for (const to of [{ role: 'technician' as const }, { isDisabled: true }])
      expect(await changeAccount(lead, to, lead)).toMatchObject({ ok: false, problems: [{ code: 'last-lead' }] });
    expect(await changeAccount(crypto.randomUUID(), { role: 'lead' }, lead)).toMatchObject({ ok: false });
    await changeAccount(other, { role: 'lead' }, lead);
    expect(await changeAccount(lead, { role: 'technician' }, other)).toEqual({ ok: true });
  });
  it('gets a new password alone, with its sessions and known devices gone', async () => {
    const [token, own] = [await openSession(pool(), other), await openSession(pool(), lead)];
    expect(await resetPassword(other, 'three lamps at sea', lead)).toEqual({ ok: true });
    expect([await isIn(token), await isIn(own)]).toEqual([false, true]);
    expect(await resetPassword(crypto.randomUUID(), 'three lamps at sea', lead)).toMatchObject({ ok: false });
  });
});
