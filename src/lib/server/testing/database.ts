import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrate } from '../../../../db/migrate';
import { closePool } from '../database/pool';

const cluster = (): string => {
  const url = process.env.TEST_CLUSTER_URL;
  if (!url) throw new Error('TEST_CLUSTER_URL is not set: the test runner starts a cluster and sets it');
  return url;
};
const urlOf = (server: string, name: string) => server.replace(/\/postgres$/, `/${name}`);

async function asOwner<T>(work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: cluster() });
  await client.connect();
  return work(client).finally(() => client.end());
}

/** Migrated once for all suites of a run: each takes a copy. */
const TEMPLATE = 'test_template';

async function ensureTemplate(): Promise<void> {
  await asOwner(async (client) => {
    // One of the test runner's processes makes it, the others wait; it has its name only when it is whole.
    await client.query('select pg_advisory_lock(1)');
    const there = await client.query('select 1 from pg_database where datname = $1', [TEMPLATE]);
    if (there.rowCount === 1) return;
    const name = `test_${randomUUID().replaceAll('-', '')}`;
    await client.query(`create database ${name}`);
    await migrate(urlOf(cluster(), name));
    await client.query(`alter database ${name} rename to ${TEMPLATE}`);
  });
}
let template: Promise<void> | undefined;

/** For tests only: a migrated database of one's own, which the server's code then uses as the application's role. */
export async function freshDatabase(): Promise<{ url: string; ownerUrl: string; drop(): Promise<void> }> {
  await (template ??= ensureTemplate());
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await asOwner((client) => client.query(`create database ${name} template ${TEMPLATE}`));
  const url = urlOf(process.env.TEST_APP_URL!, name);
  await useDatabase(url);
  return {
    url,
    ownerUrl: urlOf(cluster(), name),
    drop: async () => {
      await closePool();
      await asOwner((client) => client.query(`drop database ${name} with (force)`));
    }
  };
}

/** For tests only: from now on the server's code works in this one, whatever the tests before in the same process left open. */
export async function useDatabase(url: string): Promise<void> {
  await closePool();
  process.env.DATABASE_URL = url;
}

/** For tests only: the database of one's own as its owner, who may look and do what the application may not. */
export async function ownerOf({ ownerUrl }: { ownerUrl: string }): Promise<pg.Client> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  return owner;
}
