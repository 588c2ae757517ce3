import pg from 'pg';
import { prepareDatabase } from './database.mjs';
import setup from './test-cluster.mjs';

/** A shop before its first day, and the demo's: each test's database is a copy of one of them, which takes no time to speak of. */
export const SHOPS = { empty: 'shop_empty', demo: 'shop_demo' };

/** For the browser tests: the throw-away cluster with both shops in it. */
export default async function browserSetup() {
  const stop = await setup();
  const cluster = process.env.TEST_CLUSTER_URL;
  const admin = async (sql) => {
    const client = new pg.Client({ connectionString: cluster });
    await client.connect();
    await client.query(sql).finally(() => client.end());
  };
  const prepare = (shop, verbs) => prepareDatabase(cluster.replace(/\/postgres$/, `/${shop}`), verbs);
  try {
    for (const shop of Object.values(SHOPS)) await admin(`create database ${shop}`);
    await Promise.all([prepare(SHOPS.empty, ['migrate']), prepare(SHOPS.demo, ['migrate', 'seed'])]);
  } catch (error) {
    await stop();
    throw error;
  }
  return stop;
}
