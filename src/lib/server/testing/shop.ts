import { randomUUID } from 'node:crypto';
import { demoText } from '$core/testing/machines';
import type { Machine } from '$core/machine';
import type { RunEvent } from '$core/run';
import { pool } from '../database/pool';
import { addJob, findJob } from '../jobs/jobs';
import { importMachine, machineDocument } from '../library/machines';
import { addPerson } from '../sign-in/people';
import { appendEvents, findRun, startRun, type Run } from '../bench/runs';
import { freshDatabase } from './database';

/** For tests only: a shop with a technician and the demo's machine file. */
export interface Shop {
  database: Awaited<ReturnType<typeof freshDatabase>>;
  tam: string;
  fileId: number;
  machine: Machine;
  hash: string;
}

/** @param fresh where it is opened: a database of its own by itself */
export async function openShop(fresh: Promise<Shop['database']> = freshDatabase()): Promise<Shop> {
  const database = await fresh;
  const tam = await addPerson(
    pool(),
    { signIn: 'tam', name: 'Tam Okello', role: 'technician' },
    'a long enough password'
  );
  const imported = await importMachine(pool(), demoText(), tam);
  if (!imported.ok) throw new Error('the demo machine has faults');
  const { fileId } = imported.row;
  return { database, tam, fileId, ...(await machineDocument(pool(), fileId))! };
}

/** A job to replace the fan, on the bench. */
export async function newRun({ fileId, tam }: Shop): Promise<{ run: Run; number: number }> {
  const number = await addJob(
    {
      fileId,
      customer: 'MS Terna',
      serial: '',
      complaint: '',
      goals: [{ do: 'replace', part: 'fan' }],
      work: 'Replace fan',
      dueOn: null
    },
    { by: tam }
  );
  const job = (await findJob(pool(), number))!;
  return { run: (await findRun(pool(), await startRun(pool(), job, tam)))!, number };
}
export const append = ({ machine, hash, tam }: Shop, run: Run, events: RunEvent[]) =>
  appendEvents(run.id, machine, hash, events, tam);

/** The bench's clock: each event a hundredth of a second after the one before. */
export const clock = { ms: Date.now() };
export const event = (body: Record<string, unknown>) =>
  ({ id: randomUUID(), at: new Date((clock.ms += 10)).toISOString(), ...body }) as RunEvent;
/** Every step of the plan answered as it should be, but for changes by step. */
export const answerAll = (run: Run, change: Record<string, object> = {}) =>
  run.plan.steps.map((s) =>
    event({
      ...(s.leg === 'prove'
        ? { type: 'tested', outcome: 'pass' }
        : { type: 'done', ...(s.count === undefined ? {} : { count: s.count }) }),
      step: s.id,
      ...change[s.id]
    })
  );
