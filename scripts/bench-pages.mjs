/**
 * What a page costs the server: processor time of a request, and what travels, on the demo's data. Prints Markdown. Warmed up first, as
 * a server is that has served for a minute. The last column is what no other work on the machine changes: how often a machine file
 * could have been read and written in that time, by this process, just before and just after.
 */
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { join } from 'node:path';
import { prepareDatabase } from './setup/database.mjs';
import { ensureBuild, ensurePackages } from './setup/packages.mjs';
import { Cluster, ensurePostgres } from './setup/postgres.mjs';
import { startServer } from './setup/server.mjs';
import { signIn } from './setup/sign-in.mjs';
import { ROOT, withLock } from './setup/system.mjs';

const PAGES = [
  ['list', '/jobs', 'html'],
  ['list, in the browser', '/jobs', 'data'],
  ['plan', '/jobs/103/plan', 'html'],
  ['plan, in the browser', '/jobs/103/plan', 'data'],
  ['bench', '/jobs/102/bench', 'html'],
  ['bench, in the browser', '/jobs/102/bench', 'data'],
  ['intake', '/jobs/104/intake', 'html'],
  ['intake, in the browser', '/jobs/104/intake', 'data'],
  ['spares', '/jobs/107/spares', 'html'],
  ['library', '/machines', 'html'],
  ['machine', '/machines/1', 'html'],
  ['stock', '/spares', 'html'],
  ['report', '/jobs/101/report', 'html']
];
const WARM = 150;
const COUNTED = 200;
/** Of the clock that /proc counts in, per second. */
const TICKS = 100;

const only = process.argv[2];
const say = (line = '') => process.stdout.write(`${line}\n`);
await withLock('setup', async () => {
  await ensurePostgres();
  await ensurePackages();
  await ensureBuild();
});
const cluster = await Cluster.throwAway().start();
const DATABASE_URL = await cluster.createDatabase('pages');
await prepareDatabase(DATABASE_URL, ['migrate', 'seed']);
const server = await startServer({ DATABASE_URL: await cluster.appUrl('pages', 'pages'), LOG_LEVEL: 'warn' });
const cookie = await signIn(server.address, 'ines');

/** Processor time of the server so far, all its threads, ms. */
const spent = () => {
  const fields = readFileSync(`/proc/${server.child.pid}/stat`, 'utf8').split(') ')[1].split(' ');
  return ((Number(fields[11]) + Number(fields[12])) * 1000) / TICKS;
};

const file = readFileSync(join(ROOT, 'demo', 'machines', 'norrvik-pilot-14.json'), 'utf8');
/** Processor time of reading and writing a machine file, ms. */
function pace() {
  const from = process.cpuUsage();
  for (let i = 0; i < 100; i++) JSON.stringify(JSON.parse(file));
  return process.cpuUsage(from).user / 1000 / 100;
}

async function cost(path, kind) {
  const url = `${server.address}${path}${kind === 'data' ? '/__data.json' : ''}`;
  let body;
  const ask = async () => {
    const answer = await fetch(url, { headers: { cookie } });
    body = Buffer.from(await answer.arrayBuffer());
    if (answer.status !== 200) throw new Error(`${path}: ${answer.status}`);
  };
  for (let i = 0; i < WARM; i++) await ask();
  const before = pace();
  const from = spent();
  for (let i = 0; i < COUNTED; i++) await ask();
  const ms = (spent() - from) / COUNTED;
  return { ms, kB: body.length / 1000, packed: gzipSync(body).length / 1000, files: (2 * ms) / (before + pace()) };
}

try {
  say('| page | processor time of a request, ms | kB | packed, kB | machine files read and written |');
  say('|---|---|---|---|---|');
  for (const [name, path, kind] of PAGES) {
    if (only && !name.startsWith(only)) continue;
    const { ms, kB, packed, files } = await cost(path, kind);
    say(`| ${name} | ${ms.toFixed(1)} | ${kB.toFixed(0)} | ${packed.toFixed(0)} | ${files.toFixed(1)} |`);
  }
} finally {
  await server.stop();
  await cluster.stop();
}
