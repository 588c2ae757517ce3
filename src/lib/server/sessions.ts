import { createHash, randomBytes } from 'node:crypto';
import type { Queryable } from './database';
import type { Person } from './people';

export const SESSION_COOKIE = 'eager_wrench_session';
/** A session unused for this long is over: a bench day with its night. */
const IDLE = '18 hours';
/** And after this long in any case. */
const WHOLE = '14 days';

const hashOf = (token: string) => createHash('sha256').update(token).digest();

/** @returns the token, which only the browser keeps */
export async function openSession(db: Queryable, personId: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await db.query(`delete from session where expires_at < now()`);
  await db.query(`insert into session (token_hash, person_id, expires_at) values ($1, $2, now() + $3::interval)`, [hashOf(token), personId, WHOLE]);
  return token;
}

/** The person behind a token, while the session lives and the account is not disabled. */
export async function personOfSession(db: Queryable, token: string): Promise<Person | undefined> {
  const { rows } = await db.query(
    `select p.id, p.sign_in as "signIn", p.display_name as name, p.role, s.last_seen_at < now() - interval '5 minutes' as stale
       from session s join person p on p.id = s.person_id
      where s.token_hash = $1 and s.expires_at > now() and s.last_seen_at > now() - $2::interval and p.disabled_at is null`,
    [hashOf(token), IDLE]
  );
  const found = rows[0];
  if (!found) return undefined;
  // Seen often, written seldom: once in five minutes is enough to tell who is there.
  if (found.stale) await db.query('update session set last_seen_at = now() where token_hash = $1', [hashOf(token)]);
  const { id, signIn, name, role } = found;
  return { id, signIn, name, role };
}

export async function closeSession(db: Queryable, token: string): Promise<void> {
  await db.query('delete from session where token_hash = $1', [hashOf(token)]);
}
