import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrate } from '../../../../db/migrate';
import { closePool } from '../database/pool';

/** For tests only: a migrated database of one's own, which the server's code then uses as the application's role. */
export async function freshDatabase(): Promise<{ url: string; ownerUrl: string; drop(): Promise<void> }> {
  const cluster = process.env.TEST_CLUSTER_URL;
  if (!cluster) throw new Error('TEST_CLUSTER_URL is not set: the test runner starts a cluster and sets it');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = async (sql: string) => {
    const client = new pg.Client({ connectionString: cluster });
    await client.connect();
    await client.query(sql).finally(() => client.end());
  };
  await admin(`create database ${name}`);
  const url = cluster.replace(/\/postgres$/, `/${name}`);
  await migrate(url);
  const appUrl = process.env.TEST_APP_URL!.replace(/\/postgres$/, `/${name}`);
  await useDatabase(appUrl);
  return {
    url: appUrl,
    ownerUrl: url,
    drop: async () => {
      await closePool();
      await admin(`drop database ${name} with (force)`);
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
