import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, readdirSync, readlinkSync, chownSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { freePort, isRoot } from '../setup/system.mjs';
import { ensureAppLogin, programs } from '../setup/postgres.mjs';
import { filled } from './fill.mjs';
import { Process, until } from './process.mjs';

const HOST = '127.0.0.1';
export const DATABASE = 'eager_wrench';

/** PostgreSQL refuses to run as root: then its own user runs it. */
export function owner() {
  if (!isRoot) return {};
  const id = (flag) => Number(execFileSync('id', [flag, 'postgres'], { encoding: 'utf8' }));
  return { uid: id('-u'), gid: id('-g') };
}

/** Three servers that keep one primary among them, three of etcd in which they agree on it, and the two addresses that lead to them. */
export class Database {
  /** Where the primary archives its log. */
  archive = '';
  passwords = { postgres: secret(), replicator: secret(), eager_wrench: secret(), app: secret() };
  keepers = [];
  nodes = [];

  constructor(folder) {
    this.folder = folder;
  }

  async start() {
    this.archive = this.#folder('archive');
    await this.#startKeepers();
    for (const i of [1, 2, 3]) this.nodes.push(await this.#node(i));
    // The first one there makes the database, the others copy it.
    for (const node of this.nodes) {
      node.start();
      if (node === this.nodes[0])
        await until(
          'a first primary',
          () => this.primary(),
          90,
          () => node.lastWords()
        );
    }
    await until(
      'two standbys, one of them synchronous',
      async () => (await this.roles()).filter(isStandby).length === 2,
      90,
      () => this.nodes[1].lastWords()
    );
    await this.#startProxy();
    await this.#makeDatabase();
    return this;
  }

  /** The address of the primary, or of a standby, as a login. @param {'primary' | 'standby'} role */
  url(role = 'primary', login = 'eager_wrench', database = DATABASE) {
    const name = login === 'app' ? 'eager_wrench_shop' : login;
    return `postgres://${name}:${this.passwords[login]}@${HOST}:${this.ports[role]}/${database}`;
  }

  /** What each server says it is; undefined where none answers. */
  roles() {
    return Promise.all(
      this.nodes.map((node) =>
        fetch(`http://${HOST}:${node.rolePort}/patroni`, { signal: AbortSignal.timeout(1000) })
          .then((r) => r.json())
          .catch(() => undefined)
      )
    );
  }

  /** The server that is primary, once there is one. */
  async primary() {
    const roles = await this.roles();
    return this.nodes[roles.findIndex((r) => r?.state === 'running' && (r.role === 'master' || r.role === 'primary'))];
  }

  /** The standby that has all that was answered. */
  async synchronous() {
    const roles = await this.roles();
    return this.nodes[roles.findIndex((r) => r?.sync_standby)];
  }

  /** Everybody is there again: one primary, two standbys that stream, one of them synchronous. */
  whole(seconds = 120) {
    return until(
      'a whole cluster of databases',
      async () => {
        const roles = await this.roles();
        const primary = roles.find((r) => r?.role === 'master' || r?.role === 'primary');
        return (
          roles.filter(isStandby).length === 2 &&
          roles.some((r) => r?.sync_standby) &&
          primary?.replication?.filter((r) => r.state === 'streaming').length === 2
        );
      },
      seconds,
      () => this.nodes.map((n) => n.lastWords(800)).join('\n')
    );
  }

  async stop() {
    await this.proxy?.stop();
    await Promise.all(this.nodes.map((node) => node.stop()));
    await Promise.all(this.keepers.map((keeper) => keeper.stop()));
  }

  async #startKeepers() {
    const ports = [];
    for (let i = 0; i < 6; i++) ports.push(await freePort());
    const members = [0, 1, 2].map((i) => ({ name: `etcd-${i + 1}`, client: ports[i], peer: ports[3 + i] }));
    this.etcd = members.map((m) => `${HOST}:${m.client}`).join(',');
    for (const { name, client, peer } of members) {
      const data = this.#folder(name);
      this.keepers.push(
        new Process(
          name,
          [
            'etcd',
            `--name=${name}`,
            `--data-dir=${data}`,
            `--listen-client-urls=http://${HOST}:${client}`,
            `--advertise-client-urls=http://${HOST}:${client}`,
            `--listen-peer-urls=http://${HOST}:${peer}`,
            `--initial-advertise-peer-urls=http://${HOST}:${peer}`,
            `--initial-cluster=${members.map((m) => `${m.name}=http://${HOST}:${m.peer}`).join(',')}`,
            '--initial-cluster-state=new',
            '--logger=zap',
            '--log-level=warn'
          ],
          { log: join(this.folder, `${name}.log`), ...owner() }
        ).start()
      );
    }
    await until(
      'etcd',
      async () => (await fetch(`http://${HOST}:${members[0].client}/health`)).ok,
      30,
      () => this.keepers[0].lastWords()
    );
  }

  async #node(i) {
    const name = `database-${i}`;
    const home = this.#folder(name);
    const [port, rolePort] = [await freePort(), await freePort()];
    const config = join(home, 'patroni.yml');
    writeFileSync(
      config,
      filled('patroni/node.yml', {
        NODE: name,
        ADDRESS: HOST,
        PORT: port,
        ROLE_PORT: rolePort,
        ETCD: this.etcd,
        DATA: join(home, 'data'),
        BIN: programs(),
        HOME: home,
        ARCHIVE: this.archive,
        NETWORK: `${HOST}/32`
      })
    );
    const patroni = new Process(name, ['patroni', config], {
      log: join(this.folder, `${name}.log`),
      env: {
        PATRONI_SUPERUSER_USERNAME: 'postgres',
        PATRONI_SUPERUSER_PASSWORD: this.passwords.postgres,
        PATRONI_REPLICATION_USERNAME: 'replicator',
        PATRONI_REPLICATION_PASSWORD: this.passwords.replicator
      },
      ...owner()
    });
    return new Node(patroni, { port, rolePort, data: join(home, 'data') });
  }

  async #startProxy() {
    this.ports = { primary: await freePort(), standby: await freePort() };
    const config = join(this.folder, 'haproxy.cfg');
    writeFileSync(
      config,
      filled('haproxy/haproxy.cfg', {
        ADDRESS: HOST,
        PRIMARY_PORT: this.ports.primary,
        STANDBY_PORT: this.ports.standby,
        ...Object.fromEntries(
          this.nodes.flatMap(({ port, rolePort }, i) => [
            [`DATABASE_${i + 1}`, `${HOST}:${port}`],
            [`ROLE_HOST_${i + 1}`, HOST],
            [`ROLE_PORT_${i + 1}`, rolePort]
          ])
        )
      })
    );
    this.proxy = new Process('haproxy', ['haproxy', '-db', '-f', config], {
      log: join(this.folder, 'haproxy.log')
    }).start();
    await until(
      'the proxy leads to a primary',
      () => this.#isLedToThePrimary(),
      30,
      () => this.proxy.lastWords()
    );
  }

  /** A proxy that has just begun takes all servers for good until it has asked each. */
  async #isLedToThePrimary() {
    const sql = 'select not pg_is_in_recovery() as "isPrimary"';
    for (const _ of this.nodes) if (!(await this.ask('postgres', sql, 'postgres'))[0].isPrimary) return false;
    return true;
  }

  async #makeDatabase() {
    await this.ask(
      'postgres',
      `create role eager_wrench login createrole password '${this.passwords.eager_wrench}'`,
      'postgres'
    );
    await this.ask('postgres', `create database ${DATABASE} owner eager_wrench`, 'postgres');
    // The application may ask how far the standbys are behind.
    await this.ask('postgres', 'grant pg_monitor to eager_wrench with admin option', 'postgres');
    await ensureAppLogin(this.url('primary', 'postgres', 'postgres'), 'eager_wrench_shop', this.passwords.app);
  }

  /** One question to the primary, through the proxy. */
  async ask(login, sql, database = DATABASE) {
    const { default: pg } = await import('pg');
    const client = new pg.Client({
      connectionString: this.url('primary', login, database),
      connectionTimeoutMillis: 2000
    });
    client.on('error', () => {});
    await client.connect();
    try {
      return (await client.query(sql)).rows;
    } finally {
      await client.end();
    }
  }

  #folder(name) {
    return ownedFolder(join(this.folder, name));
  }
}

/** A folder of the database's user. */
export function ownedFolder(path) {
  mkdirSync(path, { mode: 0o700 });
  const { uid, gid } = owner();
  if (uid !== undefined) chownSync(path, uid, gid);
  return path;
}

/** A database server with its Patroni, as one machine. */
class Node {
  constructor(patroni, { port, rolePort, data }) {
    Object.assign(this, { name: patroni.name, patroni, port, rolePort, data });
  }

  start() {
    this.patroni.start();
    return this;
  }

  stop() {
    return this.patroni.stop('SIGTERM', 30_000);
  }

  /** The machine is gone: nothing on it says another word. */
  async kill() {
    const gone = this.patroni.kill();
    for (const pid of this.#processes()) signal(pid, 'SIGKILL');
    await gone;
    // What was being started just then.
    for (const pid of this.#processes()) signal(pid, 'SIGKILL');
  }

  /** The database process alone dies; its Patroni is there to see it. */
  killDatabase() {
    for (const pid of this.#processes()) signal(pid, 'SIGKILL');
  }

  lastWords(bytes) {
    return this.patroni.lastWords(bytes);
  }

  /** PostgreSQL works in its data folder, with all that it starts. */
  #processes() {
    return readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name))
      .filter((pid) => {
        try {
          return readlinkSync(`/proc/${pid}/cwd`) === this.data;
        } catch {
          return false;
        }
      })
      .map(Number);
  }
}

function signal(pid, name) {
  try {
    process.kill(pid, name);
  } catch (error) {
    if (error.code !== 'ESRCH') throw error;
  }
}

const secret = () => randomBytes(18).toString('hex');
const isStandby = (r) => r?.role === 'replica' && r.state === 'running';
