import { randomBytes } from 'node:crypto';
import { audit } from '../database/audit';
import { pool } from '../database/pool';
import { passwordMatches } from './passwords';
import { findForSignIn, type Person } from './people';
import { forgetTries, mayTry, waitWords } from './tries';
import { problem, refusal, refused, type Problem, type Result } from '$core/result';
import { hashOf } from './tokens';
import { here } from '$lib/server/http/here';

/** What a browser keeps once somebody has signed in with it. */
export const DEVICE_COOKIE = 'eager_wrench_device';
/** Devices that are known to one person; the oldest is forgotten. */
const DEVICES = 12;

/** Why nobody was let in; after too many tries how long to wait. */
export interface NotSignedIn extends Problem {
  waitSeconds?: number;
}
export type SignIn = Result<{ person: Person; device: string }, NotSignedIn>;

/**
 * Checks name and password; says how long to wait when there were too many failures. A device that is known to the name has a count of
 * its own: strangers who guess at a name do not lock out whose it is.
 * @param device what the browser keeps from an earlier time
 */
export async function signIn(name: string, password: string, address: string, device = ''): Promise<SignIn> {
  // Controls and half characters can be in no name, and the database would refuse to look for them.
  const asked = name
    .replace(/[\p{C}]/gu, '')
    .trim()
    .toLowerCase()
    .slice(0, 60);
  const isKnown =
    device !== '' &&
    (
      await pool().query(
        'select 1 from known_device d join person p on p.id = d.person_id where d.token_hash = $1 and p.sign_in = $2',
        [hashOf(device), asked]
      )
    ).rowCount === 1;
  const counts = isKnown
    ? ([['sign-in-device', `${asked} ${hashOf(device).toString('base64url')}`]] as const)
    : ([
        ['sign-in', `${asked} ${address}`],
        ['sign-in-address', address]
      ] as const);
  for (const [what, key] of counts) {
    const waitSeconds = await mayTry(what, key);
    // Not in the log: whoever is held back could fill it.
    if (waitSeconds !== undefined) {
      return refusal([{ ...problem([], 'wait', waitWords(waitSeconds)), waitSeconds }]);
    }
  }
  const found = await findForSignIn(pool(), asked);
  if (!(await passwordMatches(found?.passwordHash, password)) || !found) {
    await audit(pool(), null, 'sign-in_refused', asked, {}, address);
    return refused('wrong', here().t('server.nameOrPasswordIsWrong'));
  }
  for (const [what, key] of counts) await forgetTries(what, key, what !== 'sign-in-address');
  await pool().query('delete from rate_limit where expire < $1', [Date.now()]);
  await pool().query(`delete from done_once where at < now() - interval '30 days'`);
  await audit(pool(), found.id, 'signed_in', asked, {}, address);
  const { id, signIn: signedIn, name: display, role } = found;
  return {
    ok: true,
    person: { id, signIn: signedIn, name: display, role },
    device: isKnown ? device : await knowDevice(found.id)
  };
}

async function knowDevice(person: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await pool().query('insert into known_device (token_hash, person_id) values ($1, $2)', [hashOf(token), person]);
  await pool().query(
    'delete from known_device where person_id = $1 and token_hash not in (select token_hash from known_device where person_id = $1 order by at desc limit $2)',
    [person, DEVICES]
  );
  return token;
}
