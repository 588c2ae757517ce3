import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Queryable } from '../src/lib/server/database';
import { addJob, findJob } from '../src/lib/server/jobs';
import { importMachine, machineDocument } from '../src/lib/server/machines';
import { addPerson, type Role } from '../src/lib/server/people';
import { appendEvents, findRun, startRun } from '../src/lib/server/runs';
import { modelOf } from '../src/core/machine';
import { jobPhrase, type Goal, type Plan, type Step } from '../src/core/plan';
import type { RunEvent } from '../src/core/run';

export interface DemoPeople {
  password: string;
  people: { signIn: string; name: string; role: Role }[];
}

const replace = (...parts: string[]): Goal[] => parts.map((part) => ({ do: 'replace', part }));
const MINUTE = 60_000;

/** The Skerry Line's service depot, in a database that is still empty; one that is not is left as it is. */
export async function seed(db: Queryable, { people, password }: DemoPeople): Promise<void> {
  if ((await db.query('select 1 from person limit 1')).rowCount) return;
  const ids = new Map<string, string>();
  for (const person of people) ids.set(person.signIn, await addPerson(db, person, password));
  const tam = ids.get('tam')!;
  const ines = ids.get('ines')!;

  const folder = fileURLToPath(new URL('machines/', import.meta.url));
  const files = new Map<string, number>();
  const named = (within: string) => readdirSync(`${folder}${within}`).flatMap((n) => (n.endsWith('.json') ? [`${within}${n}`] : []));
  // What was built first comes first, so that the newest file of a machine is the one in use.
  for (const name of [...named('earlier/'), ...named('')]) {
    const imported = await importMachine(db, readFileSync(`${folder}${name}`, 'utf8'), ines);
    if (!imported.ok) throw new Error(`${name}: ${imported.faults[0]!.place} ${imported.faults[0]!.message}`);
    files.set(imported.row.machineId, imported.row.fileId);
  }
  const due = (days: number) => new Date(Date.now() + days * 1440 * MINUTE).toISOString().slice(0, 10);
  const job = async (customer: string, serial: string, complaint: string, goals: Goal[], dueOn: string | null, on = 'norrvik-fathom-14') => {
    const fileId = files.get(on)!;
    const { machine } = (await machineDocument(db, fileId))!;
    return addJob(db, { fileId, customer, serial, complaint, goals, work: jobPhrase(modelOf(machine), goals), dueOn }, ines);
  };

  const done = await job('MS Terna, bridge', 'NF14-00217', 'Fan rattles from cold; stops after a minute.', replace('fan'), due(-1));
  const half = await job('MS Terna, purser', 'NF14-00231', 'Two dead keys after coffee; battery holds 40 minutes.', replace('battery', 'keyboard'), due(0));
  await job('MS Sule, engine room', 'NF14-00188', 'Will not start, no light with two adapters.', replace('board'), due(2));
  await job('Depot spare 3', 'NF14-00302', 'Larger drive for chart data.', replace('ssd'), due(5));
  await job('MS Alke, catering', 'NF14-00254', 'Runs hot and loud; full service.', replace('fan', 'ssd', 'battery'), null);
  await job('MS Terna, chart room', 'LG13-00043', 'Battery swollen at the last survey? Touchpad clicks on its own.', replace('battery'), due(1), 'lindquay-gannet-13');
  await job('MS Sule, mess', 'NB15-00112', 'Hot and slow; lamp flickers.', replace('panel', 'fan'), due(6), 'norrvik-ballast-15');
  await job('MS Alke, bridge wing', 'LS11-00021', 'Dead after spray came over the rail.', replace('board'), due(4), 'lindquay-slip-11');

  await work(db, done, tam, Infinity, Date.now() - 26 * 60 * MINUTE);
  await work(db, half, tam, 12, Date.now() - 25 * MINUTE);
}

/** Takes a job to the bench and works through so many steps; with all of them done it is signed. */
async function work(db: Queryable, number: number, by: string, count: number, from: number): Promise<void> {
  const job = (await findJob(db, number))!;
  const run = (await findRun(db, await startRun(db, job, by)))!;
  const { machine, hash } = (await machineDocument(db, job.fileId))!;
  let clock = from;
  const event = (body: Record<string, unknown>, seconds: number): RunEvent => {
    clock += seconds * 1000;
    return { id: randomUUID(), at: new Date(clock).toISOString(), ...body } as RunEvent;
  };
  const steps = run.plan.steps.slice(0, count);
  const events = steps.flatMap((step) => stepEvents(step, run.plan, event));
  if (count >= run.plan.steps.length) events.push(event({ type: 'signed', note: 'Old fan kept for the customer.' }, 20));
  const answer = await appendEvents(run.id, machine, hash, events, by);
  if (!answer.ok) throw new Error(`demo job ${number}: ${answer.why} ${JSON.stringify(answer.obstacles ?? '')}`);
}

function stepEvents(step: Step, plan: Plan, event: (body: Record<string, unknown>, seconds: number) => RunEvent): RunEvent[] {
  if (step.leg === 'prove') return [event({ type: 'tested', step: step.id, outcome: 'pass' }, 25)];
  if (step.joint !== 'cover-screws') return [event({ type: 'done', step: step.id, ...(step.count === undefined ? {} : { count: step.count }) }, step.seconds)];
  // One cover screw was missing when the machine came in: a fact, counted from then on.
  const counted = event({ type: 'done', step: step.id, count: step.count! - 1 }, step.seconds);
  if (step.do === 'close') return [counted];
  return [counted, event({ type: 'account', joint: step.joint, fate: 'missing-as-received', count: 1, note: 'Front right corner, seen at intake.' }, 10)];
}
