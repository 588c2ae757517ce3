/**
 * How much the loopback cluster bears, and how that grows: `npm run cluster:load [-- events [seconds [minutes]]]`. Benches at ten times
 * a person's pace (an event each two seconds, its live stream open, a photo a minute) and desks on lists, searches, machines and
 * reports, ever more of them, over a database of years. Prints Markdown: pages over ever more events, each load, a heavy plan beside
 * one, the memory of each process over so many minutes of the first load, and what one, two and three processes bear.
 */
import { runsFor } from './cluster/benches.mjs';
import { Load, PAGES, quantile } from './cluster/load.mjs';
import { LoopbackCluster } from './cluster/loopback.mjs';
import { fill } from './setup/full-shop.mjs';
import { say } from './setup/system.mjs';

const EVENTS = Number(process.argv[2] ?? 1_000_000);
const SECONDS = Number(process.argv[3] ?? 60);
const MINUTES = Number(process.argv[4] ?? 0);
const SIZES = [...new Set([100_000, 1_000_000, 10_000_000].filter((n) => n < EVENTS)), EVENTS];
/** Benches and desks, step by step; a heavy plan is made beside the second. */
const LOADS = [
  [25, 6],
  [50, 12],
  [100, 25],
  [200, 50]
];
/** Minutes after which memory is looked at. */
const SOAK_WINDOW = 5;
const ASKERS = 10;
const PEOPLE = 20;
const shown = (ms) => (ms === undefined ? '' : ms.toFixed(0));
const print = (line = '') => process.stdout.write(`${line}\n`);
const table = (head, rows) => {
  print(`| ${head.join(' | ')} |`);
  print(`|${head.map(() => '---').join('|')}|`);
  for (const row of rows) print(`| ${row.join(' | ')} |`);
  print();
};

const cluster = await LoopbackCluster.start({ say });
try {
  const { database } = cluster;
  const { default: pg } = await import('pg');
  const owner = new pg.Client({ connectionString: database.url() });
  // The server is stopped under it when somebody stops all this.
  owner.on('error', () => {});
  await owner.connect();
  // A person has so many streams at most.
  await owner.query(
    `insert into person (sign_in, display_name, role, password_hash)
     select 'bench-' || i, 'Bench ' || i, 'technician', password_hash from person, generate_series(1, ${PEOPLE}) i where sign_in = 'tam'`
  );
  const { default: sharp } = await import('sharp');
  const picture = await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#7a8' } })
    .jpeg()
    .toBuffer();
  const cookies = [];
  for (let i = 1; i <= PEOPLE; i++) cookies.push(await cluster.signIn(`bench-${i}`));
  const runs = await runsFor(database, LOADS.at(-1)[0]);
  const load = new Load({ cluster, cookies, runs, picture });

  print(`All parts, and those who ask, on one machine; ${SECONDS} s of each load.`);
  print();
  const medians = [];
  let there = 0;
  for (const size of SIZES) {
    say(`${size} events of years past ...`);
    await fill(owner, {
      jobs: Math.ceil((size - there) / 120) + 300,
      open: there === 0 ? 300 : 0,
      events: size - there
    });
    there = size;
    await database.whole(900);
    await load.warm();
    const of = {};
    for (const path of PAGES) {
      const times = [];
      for (let i = 0; i < 20; i++) times.push((await load.page(path, i)).ms);
      of[path] = quantile(times, 0.5);
    }
    medians.push(of);
  }
  table(
    ['page, one asker: P50, ms', ...SIZES.map((size) => `over ${size} events`), 'last to first'],
    PAGES.map((path) => [
      path,
      ...medians.map((of) => shown(of[path])),
      (medians.at(-1)[path] / medians[0][path]).toFixed(2)
    ])
  );

  /** MB of each process, in the order of their ports. */
  const memory = async () =>
    (
      await database.ask(
        'eager_wrench',
        `select (state ->> 'memory')::float8 / 1e6 as held from process where seen_at > now() - interval '1 minute' order by port`
      )
    ).map(({ held }) => held);
  const row = async (name, { events, photos, pages, failed, heard, seconds }) => [
    name,
    (events.length / seconds).toFixed(1),
    shown(quantile(events, 0.5)),
    shown(quantile(events, 0.95)),
    (pages.length / seconds).toFixed(1),
    shown(quantile(pages, 0.5)),
    shown(quantile(pages, 0.95)),
    `${photos.length}, ${shown(quantile(photos, 0.95))}`,
    heard,
    failed.length === 0 ? '0' : `${failed.length} (${[...new Set(failed)].slice(0, 3).join(', ')})`,
    shown(Math.max(...(await memory())))
  ];
  const rows = [];
  for (const [benches, desks] of LOADS) {
    say(`${benches} benches, ${desks} desks ...`);
    rows.push(await row(`${benches} benches, ${desks} desks`, await load.run(benches, desks, SECONDS)));
  }
  say('A heavy plan beside the second ...');
  // Different ones, one after the other, so that none is known already.
  await owner.query(
    `insert into job (machine_file_id, customer, serial, complaint, goals, weighting, work, created_by, waits)
     select m.id, 'MS Ship, heavy plan ' || part, '', 'Many parts', jsonb_build_array(jsonb_build_object('do', 'replace', 'part', 'board'), jsonb_build_object('do', 'replace', 'part', part)),
            'bit-by-bit', 'Replace board', (select id from person where sign_in = 'tam'), 'bench'
       from machine_file m, unnest(array['display', 'keyboard', 'fan', 'ssd', 'io-board', 'fingerprint-board', 'battery', 'display-cable']) part
      where m.machine_id = 'norrvik-fathom-14'`
  );
  const heavy = (await owner.query(`select number::int as n from job where customer like 'MS Ship, heavy plan %'`))
    .rows;
  let isOver = false;
  let made = 0;
  const planning = (async () => {
    for (const { n } of heavy) {
      if (isOver) return;
      if ((await load.page(`/api/jobs/${n}/files/plan.json`)).status === 200) made++;
    }
  })();
  const beside = await load.run(...LOADS[1], SECONDS);
  isOver = true;
  rows.push(await row(`${LOADS[1].join(' benches, ')} desks, and heavy plans`, beside));
  await planning;
  table(
    [
      ...['load', 'answers to events, /s', 'P50, ms', 'P95, ms', 'pages, /s', 'P50, ms', 'P95, ms'],
      ...['photos: how many, P95 ms', 'heard on streams', 'failed', 'largest process, MB']
    ],
    rows
  );
  print(`Heavy plans made meanwhile: ${made}.`);
  print();

  const [benches, desks] = LOADS[0];
  const over = [];
  for (let from = 0; from < MINUTES; from += SOAK_WINDOW) {
    const { events, pages, failed } = await load.run(benches, desks, SOAK_WINDOW * 60);
    // Others go on: no run has more than a long day's events.
    load.runs = [...load.runs.slice(benches), ...load.runs.slice(0, benches)];
    over.push([
      from + SOAK_WINDOW,
      ...(await memory()),
      ...[events, pages].map((ms) => quantile(ms, 0.95)),
      failed.length
    ]);
    say(`${from + SOAK_WINDOW} of ${MINUTES} min: ${over.at(-1).slice(1).map(shown).join(', ')}`);
  }
  if (over.length > 0)
    table(
      [
        `minutes of ${benches} benches, ${desks} desks`,
        ...cluster.apps.map((_app, i) => `process ${i + 1}, MB`),
        ...['events: P95, ms', 'pages: P95, ms', 'failed']
      ],
      over.map((row) => row.map(shown))
    );

  const borne = [];
  for (let processes = cluster.apps.length; processes > 0; processes--) {
    say(`${processes} processes ...`);
    borne.unshift({ processes, ...(await load.most(ASKERS, SECONDS)) });
    await cluster.apps[processes - 1].stop();
  }
  table(
    [`processes; ${ASKERS} benches and ${ASKERS} desks, without pause`, 'events, /s', 'pages, /s', 'to one process'],
    borne.map(({ processes, events, pages }) => [
      processes,
      events.toFixed(1),
      pages.toFixed(1),
      `${(events / borne[0].events).toFixed(2)}, ${(pages / borne[0].pages).toFixed(2)}`
    ])
  );
  await owner.end();
} finally {
  await cluster.stop();
}
