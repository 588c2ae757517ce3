import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Queryable } from '$lib/server/database/pool';
import { importFaultSet } from '$lib/server/library/faults';
import { replanJob, sayOfJob } from '$lib/server/jobs/facts';
import { addJob, findJob, listJobs, TO_FIND } from '$lib/server/jobs/jobs';
import { importMachine, machineDocument } from '$lib/server/library/machines';
import { addPerson, type Role } from '$lib/server/sign-in/people';
import { appendEvents, findRun, startRun } from '$lib/server/bench/runs';
import { saveSettings, shopSettings } from '$lib/server/settings/shop';
import { told } from './english';
import { stockTheShelves } from './shelves';
import { ROOT } from '../db/root';
import { dayOf, daysAfter, type Place } from '$core/calendar';
import type { JobFact } from '$core/job';
import { modelOf } from '$core/machine';
import { makeQuote } from '$core/money';
import { type Plan, type Step } from '$core/plan';
import type { RunEvent } from '$core/run';
import { jobWords } from '$core/words';
import type { Goal } from '$core/goals';
import { whyNot } from '$core/result';

export interface DemoPeople {
  password: string;
  people: { signIn: string; name: string; role: Role }[];
}

const replace = (...parts: string[]): Goal[] => parts.map((part) => ({ do: 'replace', part }));
const MINUTE = 60_000;
/** Where the depot stands. */
const DEPOT: Place = { timeZone: 'Europe/Dublin', language: 'en-GB' };

/** The Skerry Line's service depot, in a database that is still empty; one that is not is left as it is. */
export async function seed(db: Queryable, { people, password }: DemoPeople): Promise<void> {
  if ((await db.query('select 1 from person limit 1')).rowCount) return;
  const standard = await shopSettings(db);
  await saveSettings(
    db,
    {
      ...standard,
      name: 'The Skerry Line, service depot',
      place: DEPOT,
      practice: { trainees: 'rehearsed', freshDays: 90 }
    },
    null
  );
  const ids = new Map<string, string>();
  for (const person of people) ids.set(person.signIn, await addPerson(db, person, password));
  const tam = ids.get('tam')!;
  const ines = ids.get('ines')!;

  const folder = join(ROOT, 'demo/machines/');
  const files = new Map<string, number>();
  const named = (within: string) =>
    readdirSync(`${folder}${within}`).flatMap((n) => (n.endsWith('.json') ? [`${within}${n}`] : []));
  // What was built first comes first, so that the newest file of a machine is the one in use.
  for (const name of [...named('earlier/'), ...named('')]) {
    const imported = await importMachine(db, readFileSync(`${folder}${name}`, 'utf8'), ines);
    if (!imported.ok) throw new Error(`${name}: ${imported.problems[0]!.place} ${told(imported.problems[0]!.message)}`);
    files.set(imported.row.machineId, imported.row.fileId);
  }
  const sets = join(ROOT, 'demo/faults/');
  for (const name of readdirSync(sets)) {
    const imported = await importFaultSet(db, readFileSync(`${sets}${name}`, 'utf8'), ines);
    if (!imported.ok) throw new Error(`${name}: ${told(whyNot(imported))}`);
  }
  await stockTheShelves(db, [...files.values()], ines);
  const due = (days: number) => daysAfter(dayOf(new Date().toISOString(), DEPOT), days);
  const job = async (
    customer: string,
    serial: string,
    complaint: string,
    goals: Goal[],
    dueOn: string | null,
    on = 'norrvik-fathom-14'
  ) => {
    const fileId = files.get(on)!;
    const { machine } = (await machineDocument(db, fileId))!;
    return addJob(
      {
        fileId,
        customer,
        serial,
        complaint,
        goals,
        work: goals.length > 0 ? jobWords(modelOf(machine), goals) : TO_FIND,
        dueOn
      },
      { by: ines }
    );
  };

  const done = await job(
    'MS Terna, bridge',
    'NF14-00217',
    'Fan rattles from cold; stops after a minute.',
    replace('fan'),
    due(-1)
  );
  const half = await job(
    'MS Terna, purser',
    'NF14-00231',
    'Two dead keys after coffee; battery holds 40 minutes.',
    replace('battery', 'keyboard'),
    due(0)
  );
  await job(
    'MS Sule, engine room',
    'NF14-00188',
    'Will not start, no light with two adapters.',
    replace('board'),
    due(2)
  );
  await job('Depot spare 3', 'NF14-00302', 'Larger drive for chart data.', replace('ssd'), due(5));
  await job(
    'MS Alke, catering',
    'NF14-00254',
    'Runs hot and loud; full service.',
    replace('fan', 'ssd', 'battery'),
    null
  );
  await job(
    'MS Terna, chart room',
    'LG13-00043',
    'Battery swollen at the last survey? Touchpad clicks on its own.',
    replace('battery'),
    due(1),
    'lindquay-gannet-13'
  );
  await job(
    'MS Sule, mess',
    'NB15-00112',
    'Hot and slow; lamp flickers.',
    replace('panel', 'fan'),
    due(6),
    'norrvik-ballast-15'
  );
  await job(
    'MS Alke, bridge wing',
    'LS11-00021',
    'Dead after spray came over the rail.',
    replace('board'),
    due(4),
    'lindquay-slip-11'
  );

  const touchpad = await job(
    'MS Sule, mate',
    'NP14-00071',
    'Touchpad dead since yesterday, keys are fine.',
    [],
    due(1),
    'norrvik-pilot-14'
  );
  const swollen = await job(
    'MS Terna, galley',
    'LG13-00058',
    'Lid does not close any more; case stands open at the front.',
    [],
    due(3),
    'lindquay-gannet-13'
  );
  const draining = await job(
    'MS Alke, second mate',
    'LG13-00066',
    'Holds twenty minutes.',
    replace('battery'),
    due(2),
    'lindquay-gannet-13'
  );
  const quoted = await job(
    'MS Sule, radio room',
    'NP14-00033',
    'Picture flickers when the lid moves.',
    replace('panel'),
    due(4),
    'norrvik-pilot-14'
  );

  // Most jobs were asked the first questions at the counter; of the chart room's nobody has asked yet.
  const asked: [number, Record<string, string>][] = (await listJobs(db))
    .filter((j) => j.serial !== 'LG13-00043')
    .map((j) => [j.number, { cell: 'sound', heat: 'no', liquid: 'no', glass: 'no', adapter: 'sound', dirt: 'no' }]);
  const change = (number: number, answers: Record<string, string>) =>
    Object.assign(asked.find(([n]) => n === number)![1], answers);
  change(half, { liquid: 'dried' });
  change(swollen, { cell: 'swollen', adapter: 'none' });
  const say = async (number: number, fact: JobFact) =>
    sayOfJob((await findJob(db, number))!, fact, { id: ines, role: 'lead' });
  for (const [number, answers] of asked) await say(number, { is: 'hazards', answers });
  await say(touchpad, { is: 'symptoms', there: ['touchpad-dead'], not: [] });
  await say(touchpad, {
    is: 'intake',
    variant: 'reader',
    accessories: ['Adapter', 'Sleeve'],
    data: 'keep',
    sealsAgreed: true
  });
  await say(touchpad, { is: 'placed', place: 'Shelf 2, left' });
  await say(swollen, { is: 'placed', place: 'Steel box outside, gate 3' });
  for (const [days, wh, cycles] of [
    [420, 41.8, 120],
    [250, 36.9, 260],
    [90, 31.2, 390]
  ] as const)
    await earlierReading(db, draining, ines, days, { designWh: 46, fullWh: wh, cycles, charge: 0.5 });
  await say(draining, {
    is: 'cell',
    source: 'daemon',
    reading: { designWh: 46, fullWh: 26.4, cycles: 512, charge: 0.86, voltageV: 11.4 }
  });
  await say(draining, { is: 'load', loadW: 12 });
  const { rates } = await shopSettings(db);
  await replanJob((await findJob(db, quoted))!.id);
  const { p50Seconds, p80Seconds } = (await findJob(db, quoted))!;
  await say(quoted, {
    is: 'quoted',
    quote: makeQuote(rates, { p50: p50Seconds!, p80: p80Seconds! }, [
      { what: 'part', text: 'Display panel, Pilot 14', number: 'NP14-9201', quantity: 1, each: 14900 }
    ])
  });
  for (const { id } of await listJobs(db)) await replanJob(id);

  await work(db, done, tam, Infinity, Date.now() - 26 * 60 * MINUTE);
  await work(db, half, tam, 12, Date.now() - 25 * MINUTE);
}

/** A reading of an earlier visit, as it would stand in the record. */
async function earlierReading(db: Queryable, number: number, by: string, days: number, reading: object): Promise<void> {
  const { id } = (await findJob(db, number))!;
  await db.query(
    `insert into job_event (job_id, at, person_id, body) values ($1, now() - make_interval(days => $2), $3, $4)`,
    [id, days, by, JSON.stringify({ is: 'cell', source: 'kernel', reading })]
  );
}

/** Takes a job to the bench and works through so many steps; with all of them done it is signed. */
async function work(db: Queryable, number: number, by: string, count: number, from: number): Promise<void> {
  const job = (await findJob(db, number))!;
  const run = (await findRun(db, await startRun(db, job, by)))!;
  await db.query('update run set started_at = $2 where id = $1', [run.id, new Date(from)]);
  const { machine, hash } = (await machineDocument(db, job.fileId))!;
  let clock = from;
  const event = (body: Record<string, unknown>, seconds: number): RunEvent => {
    clock += seconds * 1000;
    return { id: randomUUID(), at: new Date(clock).toISOString(), ...body } as RunEvent;
  };
  const steps = run.plan.steps.slice(0, count);
  const events = steps.flatMap((step) => stepEvents(step, run.plan, event));
  if (count >= run.plan.steps.length)
    events.push(event({ type: 'signed', note: 'Old fan kept for the customer.' }, 20));
  const answer = await appendEvents(run.id, machine, hash, events, by);
  if (!answer.ok) throw new Error(`demo job ${number}: ${JSON.stringify(answer.problems)}`);
}

function stepEvents(
  step: Step,
  plan: Plan,
  event: (body: Record<string, unknown>, seconds: number) => RunEvent
): RunEvent[] {
  if (step.leg === 'prove') return [event({ type: 'tested', step: step.id, outcome: 'pass' }, 25)];
  if (step.joint !== 'cover-screws')
    return [
      event({ type: 'done', step: step.id, ...(step.count === undefined ? {} : { count: step.count }) }, step.seconds)
    ];
  // One cover screw was missing when the machine came in: a fact, counted from then on.
  const counted = event({ type: 'done', step: step.id, count: step.count! - 1 }, step.seconds);
  if (step.do === 'close') return [counted];
  return [
    counted,
    event(
      {
        type: 'account',
        joint: step.joint,
        fate: 'missing-as-received',
        count: 1,
        note: 'Front right corner, seen at intake.'
      },
      10
    )
  ];
}
