import type { Language } from '$core/language';
import { audit } from '../database/audit';
import { pool, transaction, type Queryable } from '../database/pool';
import { mayTry, waitWords } from './tries';
import { hashPassword, passwordMatches } from './passwords';
import { refused, type Result } from '$core/result';
import { here } from '$lib/server/http/here';

export const ROLES = ['technician', 'lead', 'trainee'] as const;
export type Role = (typeof ROLES)[number];
export interface Person {
  id: string;
  signIn: string;
  name: string;
  role: Role;
  /** Nothing where somebody has not chosen one. */
  language?: Language | null;
}

export async function findForSignIn(
  db: Queryable,
  signIn: string
): Promise<(Person & { passwordHash: string }) | undefined> {
  const { rows } = await db.query(
    `select id, sign_in as "signIn", display_name as name, role, password_hash as "passwordHash"
       from person where sign_in = $1 and disabled_at is null`,
    [signIn.trim().toLowerCase()]
  );
  return rows[0];
}

export async function addPerson(db: Queryable, person: Omit<Person, 'id'>, password: string): Promise<string> {
  const { rows } = await db.query(
    'insert into person (sign_in, display_name, role, password_hash) values ($1, $2, $3, $4) returning id',
    [person.signIn, person.name, person.role, await hashPassword(password)]
  );
  return rows[0].id;
}

/** The same with a password that was hashed before: hashing takes long, and holds no connection. */
async function addHashed(db: Queryable, person: Omit<Person, 'id'>, hash: string): Promise<void> {
  await db.query('insert into person (sign_in, display_name, role, password_hash) values ($1, $2, $3, $4)', [
    person.signIn,
    person.name,
    person.role,
    hash
  ]);
}

export async function namesOf(db: Queryable, ids: readonly string[]): Promise<Map<string, string>> {
  const { rows } = await db.query('select id, display_name as name from person where id = any($1::uuid[])', [ids]);
  return new Map(rows.map((r: { id: string; name: string }) => [r.id, r.name]));
}

/** Somebody who can sign in. */
export async function findPerson(db: Queryable, id: string): Promise<Person | undefined> {
  const { rows } = await db.query(
    'select id, sign_in as "signIn", display_name as name, role from person where id = $1 and disabled_at is null',
    [id]
  );
  return rows[0];
}

export interface Account extends Person {
  disabledAt: string | null;
  /** When any of their sessions was last used. */
  seenAt: string | null;
  sessions: number;
}

export async function accounts(db: Queryable): Promise<Account[]> {
  const { rows } = await db.query(
    `select p.id, p.sign_in as "signIn", p.display_name as name, p.role, p.disabled_at as "disabledAt", max(s.last_seen_at) as "seenAt", count(s.token_hash)::int as sessions
       from person p left join session s on s.person_id = p.id and s.expires_at > now() group by p.id order by p.disabled_at nulls first, p.display_name`
  );
  return rows.map((r: Account & { disabledAt: Date | null; seenAt: Date | null }) => ({
    ...r,
    disabledAt: r.disabledAt?.toISOString() ?? null,
    seenAt: r.seenAt?.toISOString() ?? null
  }));
}

export type Changed = Result;

/** Opens an account, written down under who opened it. */
export async function openAccount(person: Omit<Person, 'id'>, password: string, by: string): Promise<Changed> {
  const hash = await hashPassword(password);
  return transaction(async (db): Promise<Changed> => {
    if ((await db.query('select 1 from person where sign_in = $1', [person.signIn])).rowCount)
      return refused('taken', here().t('server.anotherAccountSignsInAsAlready', { signIn: person.signIn }));
    await addHashed(db, person, hash);
    await audit(db, by, 'account_opened', person.signIn, { name: person.name, role: person.role });
    return { ok: true };
  });
}

/**
 * Changes an account's role, or shuts and opens it. The last lead stays one: a shop without a lead could never have one again.
 * Whoever is shut out, or given another role, is signed out everywhere.
 */
export async function changeAccount(
  id: string,
  to: { role?: Role; isDisabled?: boolean },
  by: string
): Promise<Changed> {
  return transaction(async (db): Promise<Changed> => {
    // All leads are locked, so that two of them cannot take each other's role at once.
    const leads = (
      await db.query(`select id from person where role = 'lead' and disabled_at is null order by id for update`)
    ).rows as { id: string }[];
    const { rows } = await db.query(
      'select sign_in as "signIn", role, disabled_at is not null as "isDisabled" from person where id = $1 for update',
      [id]
    );
    const was = rows[0];
    if (!was) return refused('no-account', here().t('server.thereIsNoSuchAccount'));
    const role = to.role ?? was.role;
    const isDisabled = to.isDisabled ?? was.isDisabled;
    if (leads.length === 1 && leads[0]!.id === id && (role !== 'lead' || isDisabled))
      return refused('last-lead', here().t('server.thisIsTheLastLeadMake'));
    if (role === was.role && isDisabled === was.isDisabled) return { ok: true };
    await db.query(
      'update person set role = $2, disabled_at = case when $3 then coalesce(disabled_at, now()) end where id = $1',
      [id, role, isDisabled]
    );
    await db.query('delete from session where person_id = $1', [id]);
    await audit(db, by, 'account_changed', was.signIn, {
      from: { role: was.role, isDisabled: was.isDisabled },
      to: { role, isDisabled }
    });
    return { ok: true };
  });
}

/** A lead gives somebody a new password; all their sessions end. */
export async function resetPassword(id: string, password: string, by: string): Promise<Changed> {
  const hash = await hashPassword(password);
  return transaction(async (db): Promise<Changed> => {
    const { rows } = await db.query(
      'update person set password_hash = $2 where id = $1 returning sign_in as "signIn"',
      [id, hash]
    );
    if (!rows[0]) return refused('no-account', here().t('server.thereIsNoSuchAccount'));
    await db.query('delete from session where person_id = $1', [id]);
    await db.query('delete from known_device where person_id = $1', [id]);
    await audit(db, by, 'password_given', rows[0].signIn, {});
    return { ok: true };
  });
}

/** One changes one's own password, knowing the old one; other sessions than this one end. Who guesses has to wait. */
export async function changeOwnPassword(
  id: string,
  old: string,
  wanted: string,
  keepSession: string
): Promise<Changed> {
  const wait = await mayTry('own-password', id);
  if (wait !== undefined) return refused('wait', waitWords(wait));
  const stored = (await pool().query('select password_hash as hash from person where id = $1', [id])).rows[0]?.hash;
  // Hashing takes long, and holds no connection.
  if (!(await passwordMatches(stored, old)))
    return refused('wrong-password', here().t('server.theCurrentPasswordIsWrong'));
  const hash = await hashPassword(wanted);
  return transaction(async (db): Promise<Changed> => {
    const { rows } = await db.query(
      'update person set password_hash = $2 where id = $1 and password_hash = $3 returning sign_in as "signIn"',
      [id, hash, stored]
    );
    if (!rows[0]) return refused('changed-elsewhere', here().t('server.thePasswordWasJustChangedElsewhere'));
    await db.query('delete from session where person_id = $1 and id <> $2', [id, keepSession]);
    await db.query('delete from known_device where person_id = $1', [id]);
    await audit(db, id, 'password_changed', rows[0].signIn, {});
    return { ok: true };
  });
}

/** The language in which somebody reads; nothing for the browser's own. */
export async function chooseLanguage(db: Queryable, id: string, language: Language | null): Promise<void> {
  await db.query('update person set language = $2 where id = $1', [id, language]);
}
