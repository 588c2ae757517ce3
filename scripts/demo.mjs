/** Everything from a fresh machine to a running demo; see README. */
import { appendFileSync, existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { prepareDatabase } from './setup/database.mjs';
import { ensureBuild, ensurePackages } from './setup/packages.mjs';
import { Cluster, ensureAppLogin, ensurePostgres } from './setup/postgres.mjs';
import { startServer } from './setup/server.mjs';
import { dataFolder, ensureFolder, isAlive, say, withLock } from './setup/system.mjs';

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 19)) {
  say(`Node.js 20.19 or newer is needed; this is ${process.version}.`);
  process.exit(1);
}
const fresh = process.argv.includes('--fresh');
const given = process.env.DATABASE_URL;
const folder = dataFolder();
const note = join(folder, 'running.json');

// A terminal that is closed takes no more words; what was started is stopped all the same.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {});

const undo = [];
let stopping = false;
async function stop(status) {
  if (stopping) return;
  stopping = true;
  for (const step of undo.reverse()) await step().catch((error) => say(error.message));
  process.exit(status);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

function running() {
  if (!existsSync(note)) return undefined;
  try {
    const found = JSON.parse(readFileSync(note, 'utf8'));
    return isAlive(found.pid) ? found : undefined;
  } catch {
    return undefined;
  }
}

function welcome(address, devices) {
  const { people, password } = JSON.parse(readFileSync(new URL('../demo/people.json', import.meta.url), 'utf8'));
  process.stdout.write(`\nEager Wrench is ready: ${address}\n\n`);
  for (const { signIn, role, name } of people)
    process.stdout.write(`  ${signIn.padEnd(8)} ${password}   ${name}, ${role}\n`);
  if (devices) process.stdout.write(`\nCalliper, torque driver, scanner and label printer, as stand-ins: ${devices}\n`);
  process.stdout.write(`\nData: ${given ? 'the server that DATABASE_URL names' : folder}. Ctrl-C stops everything.\n`);
}

/** The database as its owner, who migrates it, and as the application, which owns nothing. */
async function database() {
  const password = randomBytes(18).toString('base64url');
  if (given) {
    const app = new URL(given);
    const login = `${app.pathname.slice(1)}_shop`;
    await ensureAppLogin(given, login, password);
    return { owner: given, app: Object.assign(app, { username: login, password }).href };
  }
  const cluster = new Cluster(folder);
  await cluster.start();
  undo.push(() => cluster.stop());
  return { owner: await cluster.createDatabase('eager_wrench'), app: await cluster.appUrl('eager_wrench', password) };
}

try {
  ensureFolder(folder);
  await withLock('demo', async () => {
    await withLock('setup', async () => {
      if (!given) await ensurePostgres();
      await ensurePackages();
      await ensureBuild();
    });
    const other = running();
    if (other && fresh) throw new Error(`The demo is running (process ${other.pid}): stop it before starting over.`);
    if (other) {
      say('It is running already.');
      welcome(other.address, other.devices);
      process.exit(0);
    }
    if (fresh && given)
      throw new Error(
        '--fresh starts over with the demo\u2019s own data only; empty the database that DATABASE_URL names yourself.'
      );
    if (fresh)
      for (const name of ['pg', 'pg-new', 'password']) rmSync(join(folder, name), { recursive: true, force: true });
    const { owner, app } = await database();
    await prepareDatabase(owner, ['migrate', 'seed'], { shown: true });
    const logFile = join(folder, 'server.log');
    writeFileSync(logFile, '');
    const log = (line) => appendFileSync(logFile, `${line}\n`);
    // The stand-ins need packages: they are there only now.
    const { startInstruments } = await import('./stand-ins/instruments.mjs');
    const { startSupplier } = await import('./stand-ins/supplier.mjs');
    const devices = await startInstruments();
    undo.push(() => devices.stop());
    const supplier = await startSupplier();
    undo.push(() => supplier.stop());
    const wanted = process.env.PORT ?? '4280';
    const env = { DATABASE_URL: app, DEVICES_URL: devices.address, SUPPLIER_URL: supplier.address };
    const server = await startServer({ ...env, PORT: wanted }, log).catch((error) => {
      if (process.env.PORT) throw error;
      return startServer({ ...env, PORT: '0' }, log);
    });
    undo.push(() => server.stop());
    writeFileSync(note, JSON.stringify({ pid: process.pid, address: server.address, devices: devices.address }));
    undo.push(async () => rmSync(note, { force: true }));
    welcome(server.address, devices.address);
    void server.exited.then((code) => {
      if (stopping) return;
      say(`The server ended with status ${code}; its log is ${logFile}.`);
      void stop(1);
    });
  });
} catch (error) {
  say(error.message);
  await stop(1);
}
