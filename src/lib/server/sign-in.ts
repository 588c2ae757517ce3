import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { pool } from './database';
import { passwordMatches } from './passwords';
import { findForSignIn, type Person } from './people';

/** Failures allowed before one has to wait: for one name from one address, and from one address whatever the name. */
const PER_NAME = { points: 5, duration: 300 };
const PER_ADDRESS = { points: 40, duration: 600 };

/** Counts in the database, so that all processes share one count. */
function limiter(keyPrefix: string, { points, duration }: typeof PER_NAME) {
  return new RateLimiterPostgres({ storeClient: pool(), tableName: 'rate_limit', tableCreated: true, clearExpiredByTimeout: false, keyPrefix, points, duration });
}

export type SignIn = { ok: true; person: Person } | { ok: false; waitSeconds?: number };

/** Checks name and password; says how long to wait when there were too many failures. */
export async function signIn(name: string, password: string, address: string): Promise<SignIn> {
  // Controls and half characters can be in no name, and the database would refuse to look for them.
  const asked = name.replace(/[\p{C}]/gu, '').trim().toLowerCase().slice(0, 60);
  const key = `${asked} ${address}`;
  const limits = [
    { limiter: limiter('sign-in', PER_NAME), key, ...PER_NAME },
    { limiter: limiter('sign-in-address', PER_ADDRESS), key: address, ...PER_ADDRESS }
  ];
  // Counted before the password is looked at: many tries at once cannot slip through together.
  for (const limit of limits) {
    try {
      await limit.limiter.consume(limit.key);
    } catch (refused) {
      if (refused instanceof RateLimiterRes) return { ok: false, waitSeconds: Math.ceil(refused.msBeforeNext / 1000) };
      throw refused;
    }
  }
  const found = await findForSignIn(pool(), asked);
  if (!(await passwordMatches(found?.passwordHash, password)) || !found) return { ok: false };
  await limits[0]!.limiter.delete(key);
  await limits[1]!.limiter.reward(address);
  await pool().query('delete from rate_limit where expire < $1', [Date.now()]);
  const { id, signIn: signedIn, name: display, role } = found;
  return { ok: true, person: { id, signIn: signedIn, name: display, role } };
}
