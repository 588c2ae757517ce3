import { Cluster, ensurePostgres } from './postgres.mjs';

/** For the test runners: a throw-away cluster for the time of the run. Suites make their own databases in it. */
export default async function setup() {
  await ensurePostgres();
  const cluster = await Cluster.throwAway().start();
  process.env.TEST_CLUSTER_URL = cluster.url('postgres');
  return () => cluster.stop();
}
