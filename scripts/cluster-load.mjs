/**
 * How much the loopback cluster bears: `npm run cluster:load [-- events [seconds]]`. Benches at ten times a person's pace (an event each
 * two seconds, its live stream open, a photo a minute) and desks on lists, searches, machines and reports, ever more of them, over a
 * database of years. Prints Markdown: for each load the times of events and pages, and what the processes took.
 */
import https from 'node:https';
import { Bench, runsFor } from './cluster/benches.mjs';
import { LoopbackCluster } from './cluster/loopback.mjs';
import { fill } from './setup/full-shop.mjs';
import { say } from './setup/system.mjs';

const EVENTS = Number(process.argv[2] ?? 1_000_000);
const SECONDS = Number(process.argv[3] ?? 60);
/** Benches and desks, step by step. */
const LOADS = [
  [25, 6],
  [50, 12],
  [100, 25],
  [200, 50]
];
const EVERY_MS = 2000;
const PHOTO_MS = 60_000;
const THINK_MS = 3000;
const PEOPLE = 20;
const PAGES = [
  '/jobs',
  '/jobs?q=coffee',
  '/machines',
  '/machines/2',
  '/jobs/101/report',
  '/spares',
  '/jobs/104/intake'
];
const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const share = (list, of) => [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(of * list.length))];
const shown = (ms) => (ms === undefined ? '' : ms.toFixed(0));

const cluster = await LoopbackCluster.start({ say });
try {
  const { database } = cluster;
  const { default: pg } = await import('pg');
  say(`${EVENTS} events of years past ...`);
  const owner = new pg.Client({ connectionString: database.url() });
  await owner.connect();
  await fill(owner, { jobs: Math.ceil(EVENTS / 120) + 300, open: 300, events: EVENTS });
  // A person has so many streams at most.
  await owner.query(
    `insert into person (sign_in, display_name, role, password_hash)
     select 'bench-' || i, 'Bench ' || i, 'technician', password_hash from person, generate_series(1, ${PEOPLE}) i where sign_in = 'tam'`
  );
  await owner.end();
  await database.whole(600);
  const { default: sharp } = await import('sharp');
  const picture = await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#7a8' } })
    .jpeg()
    .toBuffer();
  const cookies = [];
  for (let i = 1; i <= PEOPLE; i++) cookies.push(await cluster.signIn(`bench-${i}`));
  const runs = await runsFor(database, LOADS.at(-1)[0]);

  /** A stream of a run's events, held open; counts what comes. */
  let heard = 0;
  const stream = (run, cookie) =>
    new Promise((resolve, reject) => {
      const request = https.get(
        `${cluster.address}/api/runs/${run}/stream`,
        { agent: cluster.agent, headers: { cookie } },
        (answer) => {
          if (answer.statusCode !== 200) reject(new Error(`a stream was answered with ${answer.statusCode}`));
          answer.on('data', () => heard++).on('error', () => {});
          resolve(() => request.destroy());
        }
      );
      request.on('error', reject);
    });

  const rows = [];
  for (const [many, desks] of LOADS) {
    say(`${many} benches, ${desks} desks ...`);
    const events = [];
    const photos = [];
    const pages = [];
    const failed = [];
    let isOver = false;
    heard = 0;
    const benches = runs
      .slice(0, many)
      .map((run, i) => new Bench(cluster, cookies[i % PEOPLE], run, EVERY_MS, (ms) => events.push(ms)).start());
    const streams = await Promise.all(benches.map((b) => stream(b.run, b.cookie)));
    const taking = benches.map(async (bench) => {
      await sleep(Math.random() * PHOTO_MS);
      while (!isOver) {
        const from = performance.now();
        const status = await bench.photo(picture);
        photos.push(performance.now() - from);
        if (status !== 200) failed.push(`photo ${status}`);
        for (let waited = 0; waited < PHOTO_MS && !isOver; waited += 500) await sleep(500);
      }
    });
    const looking = Array.from({ length: desks }, async (_, i) => {
      await sleep(Math.random() * THINK_MS);
      for (let n = i; !isOver; n++) {
        const from = performance.now();
        const { status } = await cluster.call(PAGES[n % PAGES.length], { headers: { cookie: cookies[i % PEOPLE] } });
        pages.push(performance.now() - from);
        if (status !== 200) failed.push(`${PAGES[n % PAGES.length]} ${status}`);
        await sleep(THINK_MS * (0.5 + Math.random()));
      }
    });
    const from = performance.now();
    await sleep(SECONDS * 1000);
    isOver = true;
    const seconds = (performance.now() - from) / 1000;
    await Promise.all([...benches.map((b) => b.finish()), ...looking, ...taking]);
    for (const end of streams) end();
    const memory = await database.ask(
      'eager_wrench',
      `select max((state ->> 'memory')::float8) as most, max((state ->> 'waitedMs')::float8) as waited from process`
    );
    rows.push([
      many,
      desks,
      (events.length / seconds).toFixed(1),
      shown(share(events, 0.5)),
      shown(share(events, 0.95)),
      (pages.length / seconds).toFixed(1),
      shown(share(pages, 0.5)),
      shown(share(pages, 0.95)),
      `${photos.length}, ${shown(share(photos, 0.95))}`,
      heard,
      failed.length === 0 ? '0' : `${failed.length} (${[...new Set(failed)].slice(0, 3).join(', ')})`,
      (memory[0].most / 1e6).toFixed(0)
    ]);
  }
  const HEAD = [
    ...['benches', 'desks', 'answers to events, /s', 'P50, ms', 'P95, ms', 'pages, /s', 'P50, ms', 'P95, ms'],
    ...['photos: how many, P95 ms', 'heard on streams', 'failed', 'largest process, MB']
  ];
  process.stdout.write(`
Over ${EVENTS} events; ${SECONDS} s of each load, all parts on one machine.

| ${HEAD.join(' | ')} |
|${HEAD.map(() => '---').join('|')}|
${rows.map((row) => `| ${row.join(' | ')} |`).join('\n')}
`);
} finally {
  await cluster.stop();
}
