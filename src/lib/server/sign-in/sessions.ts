import { randomBytes } from 'node:crypto';
import type { Queryable } from '../database/pool';
import type { Person } from './people';
import { hashOf } from './tokens';

export const SESSION_COOKIE = 'eager_wrench_session';
/** A session unused for this long is over: a bench day with its night. */
const IDLE = '18 hours';
/** And after this long in any case. */
const WHOLE = '14 days';

/** @param agent what the browser calls itself
 * @returns the token, which only the browser keeps */
export async function openSession(db: Queryable, personId: string, agent = ''): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await db.query(`delete from session where expires_at < now()`);
  await db.query(
    `insert into session (token_hash, person_id, expires_at, agent) values ($1, $2, now() + $3::interval, $4)`,
    [hashOf(token), personId, WHOLE, agent.slice(0, 200)]
  );
  return token;
}

/** The person behind a token, while the session lives and the account is not disabled. */
export async function personOfSession(db: Queryable, token: string): Promise<Person | undefined> {
  const { rows } = await db.query(
    `select p.id, p.sign_in as "signIn", p.display_name as name, p.role, p.language, s.last_seen_at < now() - interval '5 minutes' as stale
       from session s join person p on p.id = s.person_id
      where s.token_hash = $1 and s.expires_at > now() and s.last_seen_at > now() - $2::interval and p.disabled_at is null`,
    [hashOf(token), IDLE]
  );
  const found = rows[0];
  if (!found) return undefined;
  // Seen often, written seldom: once in five minutes is enough to tell who is there.
  if (found.stale) await db.query('update session set last_seen_at = now() where token_hash = $1', [hashOf(token)]);
  const { id, signIn, name, role, language } = found;
  return { id, signIn, name, role, language };
}

export async function closeSession(db: Queryable, token: string): Promise<void> {
  await db.query('delete from session where token_hash = $1', [hashOf(token)]);
}

export interface SessionRow {
  id: string;
  agent: string;
  createdAt: string;
  seenAt: string;
  isThis: boolean;
}

/** Where somebody is signed in, the one used last first. */
export async function sessionsOf(db: Queryable, personId: string, token: string): Promise<SessionRow[]> {
  const { rows } = await db.query(
    `select id, agent, created_at as "createdAt", last_seen_at as "seenAt", token_hash = $2 as "isThis" from session
      where person_id = $1 and expires_at > now() and last_seen_at > now() - $3::interval order by last_seen_at desc`,
    [personId, hashOf(token), IDLE]
  );
  return rows.map((r: SessionRow & { createdAt: Date; seenAt: Date }) => ({
    ...r,
    createdAt: r.createdAt.toISOString(),
    seenAt: r.seenAt.toISOString()
  }));
}

/** Ends one of somebody's own sessions. @returns whether it was there */
export async function endSession(db: Queryable, personId: string, id: string): Promise<boolean> {
  return (await db.query('delete from session where id = $1 and person_id = $2', [id, personId])).rowCount === 1;
}
