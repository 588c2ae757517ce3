import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import https from 'node:https';
import { join } from 'node:path';
import { ensureBuild, ensurePackages } from '../setup/packages.mjs';
import { startServer } from '../setup/server.mjs';
import { freePort, isRoot, must, ROOT, scratch, withLock } from '../setup/system.mjs';
import { Database } from './database.mjs';
import { Front } from './front.mjs';
import { until } from './process.mjs';
import { Pooler } from './pooler.mjs';
import { Store } from './store.mjs';
import { ensureClusterPrograms } from './programs.mjs';

const HOST = '127.0.0.1';
export const METRICS_TOKEN = randomUUID();

/** The whole of a large shop on one machine: nginx, application processes, HAProxy, three databases under Patroni, etcd, an object store. */
export class LoopbackCluster {
  /** @type {App[]} */
  apps = [];
  /** @type {Database} */
  database;

  /**
   * `pooler` lends connections by the transaction between the processes and the databases' proxy; `root` is where their code lies.
   * @param {{ apps?: number, seed?: boolean, pooler?: boolean, root?: string, env?: Record<string, string>, say?: (text: string) => void }} options
   */
  static async start({ apps = 3, seed = true, pooler = false, root = ROOT, env = {}, say = () => {} } = {}) {
    await withLock('setup', async () => {
      await ensureClusterPrograms();
      await ensurePackages();
      await ensureBuild();
    });
    const cluster = new LoopbackCluster();
    // What it started runs on without it: whoever is told to stop stops it all.
    for (const signal of ['SIGINT', 'SIGTERM'])
      process.once(signal, () => {
        say('Stopping ...');
        void cluster.stop().then(() => process.exit(signal === 'SIGINT' ? 130 : 143));
      });
    cluster.folder = mkdtempSync(join(scratch, 'eager-wrench-cluster-'));
    chmodSync(cluster.folder, 0o755);
    try {
      await cluster.#start(apps, seed, pooler, root, env, say);
    } catch (error) {
      await cluster.stop();
      throw error;
    }
    return cluster;
  }

  async #start(apps, seed, pooler, root, env, say) {
    say('PostgreSQL: a primary and two standbys, kept by Patroni ...');
    this.database = new Database(this.folder);
    await this.database.start();
    await must(
      'npx',
      ['tsx', '--tsconfig', 'scripts/tsconfig.json', 'scripts/db.ts', 'migrate', ...(seed ? ['seed'] : [])],
      { cwd: root, env: { ...process.env, DATABASE_URL: this.database.url() }, stdio: ['ignore', 'ignore', 'inherit'] }
    );
    say(`The application: ${apps} processes ...`);
    this.front = await new Front(this.folder).prepare();
    this.photos = join(this.folder, 'photos');
    mkdirSync(this.photos);
    // A disk of their own, which can be full by itself; only root may make one.
    this.hasPhotoDisk =
      isRoot && spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=64m', 'tmpfs', this.photos]).status === 0;
    if (pooler) this.pooler = await new Pooler().start(this.database, this.folder);
    this.store = await new Store().start(this.photos, this.folder);
    for (let i = 0; i < apps; i++) this.apps.push(new App(String(await freePort()), { ...this.env(), ...env }, root));
    await Promise.all(this.apps.map((app) => app.start()));
    this.front.start(this.apps.map((app) => `${HOST}:${app.port}`));
    this.agent = new https.Agent({ ca: this.front.certificate, keepAlive: true, maxSockets: 2000 });
    await until(
      'the front answers',
      async () => (await this.call('/healthz')).status === 200,
      30,
      () => this.front.process.lastWords()
    );
  }

  get address() {
    return this.front.address;
  }

  env() {
    return {
      DATABASE_URL: this.database.url('primary', 'app'),
      DATABASE_READ_URL: this.database.url('standby', 'app'),
      METRICS_TOKEN,
      ORIGIN: this.front.address,
      ADDRESS_HEADER: 'x-forwarded-for',
      XFF_DEPTH: '1',
      ...this.store.env,
      ...this.pooler?.env,
      LOG_LEVEL: 'warn'
    };
  }

  /**
   * One request by way of nginx, as a browser sends it.
   * @param {{ method?: string, headers?: Record<string, string>, body?: string | Buffer, seconds?: number }} init
   * @returns {Promise<{ status: number, headers: Record<string, any>, body: Buffer }>}
   */
  call(path, { method = 'GET', headers = {}, body, seconds = 30 } = {}) {
    return new Promise((resolve, reject) => {
      const request = https.request(
        `${this.address}${path}`,
        {
          method,
          agent: this.agent,
          headers: {
            origin: this.address,
            ...(body === undefined ? {} : { 'content-length': Buffer.byteLength(body) }),
            ...headers
          },
          signal: AbortSignal.timeout(seconds * 1000)
        },
        (answer) => {
          const parts = [];
          answer.on('data', (part) => parts.push(part));
          answer.on('end', () =>
            resolve({ status: answer.statusCode, headers: answer.headers, body: Buffer.concat(parts) })
          );
          answer.on('error', reject);
        }
      );
      request.on('error', reject);
      request.end(body);
    });
  }

  /** Signs somebody of the demo in. @returns the cookie of the session */
  async signIn(name) {
    const { password } = JSON.parse(readFileSync(join(ROOT, 'demo', 'people.json'), 'utf8'));
    const answer = await this.call('/signin', {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded', accept: 'text/html' },
      body: new URLSearchParams({ name, password, once: randomUUID() }).toString()
    });
    const cookie = answer.headers['set-cookie']?.find((c) => /eager_wrench_session=/.test(c));
    if (!cookie) throw new Error(`${name} was not signed in: ${answer.status}`);
    return cookie.split(';')[0];
  }

  /** Two who work at benches. @returns the cookies of their sessions */
  async crew() {
    return [await this.signIn('tam'), await this.signIn('ines')];
  }

  async stop() {
    this.agent?.destroy();
    await this.front?.stop();
    await Promise.all(this.apps.map((app) => app.stop()));
    await this.database?.stop();
    await this.store?.process.stop();
    await this.pooler?.process.stop('SIGINT');
    if (this.hasPhotoDisk) spawnSync('umount', [this.photos]);
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** One process of the application on a port of its own, where it comes back when it was killed. */
class App {
  constructor(port, env, root = ROOT) {
    this.port = port;
    this.root = root;
    this.env = { ...env, PORT: port };
    this.words = '';
  }

  async start() {
    this.server = await startServer(
      this.env,
      (line) => (this.words = `${this.words}${line}\n`.slice(-20_000)),
      this.root
    );
    return this;
  }

  kill() {
    return this.server.stop('SIGKILL');
  }

  async stop() {
    await this.server?.stop();
  }
}
