import { randomBytes } from 'node:crypto';
import { Cluster, ensurePostgres } from './postgres.mjs';

/**
 * For the test runners: a throw-away cluster for the time of the run. Suites make their own databases in it as its owner
 * (TEST_CLUSTER_URL); the application works in them as a role that owns nothing (TEST_APP_URL). One that is named already is used.
 */
export default async function setup() {
  if (process.env.TEST_CLUSTER_URL && process.env.TEST_APP_URL) return () => {};
  await ensurePostgres();
  const cluster = await Cluster.throwAway().start();
  process.env.TEST_CLUSTER_URL = cluster.url('postgres');
  process.env.TEST_APP_URL = await cluster.appUrl('postgres', randomBytes(18).toString('base64url'));
  return () => cluster.stop();
}
