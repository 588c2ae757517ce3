import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { pool } from '../database/pool';
import { here } from '../http/here';

/**
 * Tries allowed before one has to wait, s: for one name from one address, for one name from a device that has signed in with it before,
 * from one address whatever the name, and for the old password when one changes one's own.
 */
const LIMITS = {
  'sign-in': { points: 5, duration: 300 },
  'sign-in-device': { points: 10, duration: 300 },
  'sign-in-address': { points: 40, duration: 600 },
  'own-password': { points: 5, duration: 300 }
};
export type Tried = keyof typeof LIMITS;

/** What somebody is told who has to wait. */
export const waitWords = (seconds: number): string =>
  here().t('server.tooManyTries', { minutes: Math.ceil(seconds / 60) });

/** Counts in the database, so that all processes share one count. */
const limiter = (what: Tried) =>
  new RateLimiterPostgres({
    storeClient: pool(),
    tableName: 'rate_limit',
    tableCreated: true,
    clearExpiredByTimeout: false,
    keyPrefix: what,
    ...LIMITS[what]
  });

/** Counts a try, before anything is looked at: many at once cannot slip through together. @returns s to wait when there were too many */
export async function mayTry(what: Tried, key: string): Promise<number | undefined> {
  try {
    await limiter(what).consume(key);
    return undefined;
  } catch (refused) {
    if (refused instanceof RateLimiterRes) return Math.ceil(refused.msBeforeNext / 1000);
    throw refused;
  }
}

/** What was tried was right: earlier tries are forgotten, or this one is. */
export async function forgetTries(what: Tried, key: string, all: boolean): Promise<void> {
  if (all) await limiter(what).delete(key);
  else await limiter(what).reward(key);
}
