import { spawn } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync
} from 'node:fs';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, describe, expect, it } from 'vitest';
import { migrate } from '../../db/migrate';
import { packagesBefore } from '../lint/before-packages.js';
import { ENTRIES } from './entries.mjs';
import { Cluster } from './postgres.mjs';
import { dataFolder, freePort, isAlive, ROOT, scratch, withLock } from './system.mjs';

const query = async (url: string, sql: string) => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  return (await client.query(sql).finally(() => client.end())).rows;
};

describe('a private cluster', () => {
  const folder = mkdtempSync(join(scratch, 'eager-wrench-setup-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('keeps its data from one start to the next, adopts a server left running, and lets nobody in without the password', async () => {
    // The database's own user has to enter the folder.
    chmodSync(folder, 0o755);
    const first = await new Cluster(folder).start();
    const url = await first.createDatabase('shop');
    await query(url, 'create table kept as select 42 as answer');
    expect(statSync(join(folder, 'password')).mode & 0o077).toBe(0);
    await expect(query(url.replace(first.password, 'guess'), 'select 1')).rejects.toThrow(/password/);

    const adopted = await new Cluster(folder).start();
    expect(adopted.pid).toBe(first.pid);
    expect(await adopted.createDatabase('shop')).toBe(url);

    await first.stop();
    expect(isAlive(first.pid)).toBe(false);
    const second = await new Cluster(folder).start();
    expect(second.pid).not.toBe(first.pid);
    expect(await query(second.url('shop'), 'select answer from kept')).toEqual([{ answer: 42 }]);
    await second.stop();
  });

  it('a throw-away one leaves nothing behind', async () => {
    const cluster = await Cluster.throwAway().start();
    expect(existsSync(cluster.folder)).toBe(true);
    await cluster.stop();
    expect(existsSync(cluster.folder)).toBe(false);
    expect(isAlive(cluster.pid)).toBe(false);
  });
});

describe('migrations', () => {
  it('run once, however many processes ask at once', async () => {
    const cluster = process.env.TEST_CLUSTER_URL!;
    const name = `migrate_${Date.now()}`;
    await query(cluster, `create database ${name}`);
    const url = cluster.replace(/\/postgres$/, `/${name}`);
    await Promise.all([migrate(url), migrate(url), migrate(url)]);
    await migrate(url);
    expect(await query(url, 'select name from migration order by id')).toEqual(
      readdirSync('db/migrations')
        .sort()
        .map((file) => ({ name: file.replace(/\.sql$/, '') }))
    );
    await query(cluster, `drop database ${name} with (force)`);
  });
});

describe('locks and ports', () => {
  it('let one at a time do its work', async () => {
    let inside = 0;
    let most = 0;
    const work = async () => {
      most = Math.max(most, ++inside);
      await new Promise((r) => setTimeout(r, 30));
      inside--;
    };
    await Promise.all([withLock('test-a', work), withLock('test-a', work), withLock('test-a', work)]);
    expect(most).toBe(1);
  });
  it('of a dead owner is taken over by one of many, never by two', async () => {
    const folder = mkdtempSync(join(scratch, 'eager-wrench-lock-'));
    const inside = join(folder, 'inside');
    // Each says when it is alone, and fails where it is not.
    const program = `import { rmSync, writeFileSync } from 'node:fs';
      import { withLock } from ${JSON.stringify(join(ROOT, 'scripts/setup/system.mjs'))};
      for (let i = 0; i < 5; i++) await withLock(${JSON.stringify(`test-${process.pid}-takeover`)}, async () => {
        writeFileSync(${JSON.stringify(inside)}, '', { flag: 'wx' });
        await new Promise((r) => setTimeout(r, 2));
        rmSync(${JSON.stringify(inside)});
        // As if killed: the next finds a lock whose owner is dead.
        if (i === 4) process.exit(0);
      });`;
    const ends = await Promise.all(
      Array.from(
        { length: 6 },
        () =>
          new Promise<number | null>((resolve) =>
            spawn('node', ['--input-type=module', '-e', program], { stdio: 'ignore' }).on('exit', resolve)
          )
      )
    );
    expect(ends).toEqual([0, 0, 0, 0, 0, 0]);
    await withLock(`test-${process.pid}-takeover`, async () => {});
    rmSync(folder, { recursive: true, force: true });
  }, 60_000);
  it('are let go when the work fails', async () => {
    await expect(withLock('test-b', async () => Promise.reject(new Error('no')))).rejects.toThrow('no');
    expect(await withLock('test-b', async () => 'again')).toBe('again');
  });
  it('two checkouts never share data', () => {
    expect(dataFolder()).toMatch(/eager-wrench\/.+-[0-9a-f]{8}$/);
  });
  it('a free port is free', async () => {
    const ports = await Promise.all([freePort(), freePort(), freePort()]);
    for (const port of ports) expect(port).toBeGreaterThan(1023);
  });
});

describe('what runs before the packages are there', () => {
  it.each(ENTRIES)('%s needs none of them', (entry) => {
    expect(existsSync(join(ROOT, entry))).toBe(true);
    expect(packagesBefore(join(ROOT, entry))).toEqual([]);
  });
  it('is every script that an npm command starts without a loader, and every one that installs', () => {
    const { scripts } = JSON.parse(readFileSync(join(ROOT, 'package.json'), 'utf8')) as {
      scripts: Record<string, string>;
    };
    const started = Object.values(scripts).flatMap((command) => /^node (\S+\.mjs)/.exec(command)?.[1] ?? []);
    const installing = readdirSync(join(ROOT, 'scripts'))
      .filter(
        (name) => name.endsWith('.mjs') && readFileSync(join(ROOT, 'scripts', name), 'utf8').includes('ensurePackages')
      )
      .map((name) => `scripts/${name}`);
    for (const entry of [...started, ...installing]) expect(ENTRIES).toContain(entry);
  });
  it('is found out however far down, and not where it is asked for within a function', () => {
    const folder = mkdtempSync(join(scratch, 'eager-wrench-lint-'));
    writeFileSync(join(folder, 'a.mjs'), "import { b } from './b.mjs';\nconst later = () => import('pg');\n");
    writeFileSync(
      join(folder, 'b.mjs'),
      "import { join } from 'node:path';\nexport * from './c.mjs';\nimport './a.mjs';\n"
    );
    writeFileSync(join(folder, 'c.mjs'), "import {\n  toSVG\n} from 'bwip-js/node';\n");
    expect(packagesBefore(join(folder, 'a.mjs'))).toEqual([{ name: 'bwip-js/node', file: join(folder, 'c.mjs') }]);
    rmSync(folder, { recursive: true, force: true });
  });
});
