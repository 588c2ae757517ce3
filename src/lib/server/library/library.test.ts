import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoText } from '$core/testing/machines';
import { pool } from '../database/pool';
import { addJob, findJob, keepPlan, listJobs } from '../jobs/jobs';
import { listQuery } from '../database/lists';
import { machinesToChoose } from './choice';
import { importMachine, jobsOnMachine, LIBRARY_ORDERS, libraryPage, revisionsOf } from './machines';
import { addPerson } from '../sign-in/people';
import { closePlanner } from '../planning/plans';
import { startRun, findRun } from '../bench/runs';
import { freshDatabase } from '../testing/database';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let ines: string;
const files: number[] = [];

beforeAll(async () => {
  database = await freshDatabase();
  ines = await addPerson(pool(), { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' }, 'a long enough password');
  const machine = JSON.parse(demoText());
  for (const change of [{ revision: 'r1' }, { revision: 'r2' }, { revision: 'r2', notes: ['A remark more.'] }]) {
    const imported = await importMachine(pool(), JSON.stringify({ ...machine, ...change }), ines);
    if (!imported.ok) throw new Error('the demo machine has faults');
    files.push(imported.row.fileId);
  }
});
afterAll(async () => {
  await closePlanner();
  await database.drop();
});

const newJob = (fileId: number) =>
  addJob(
    {
      fileId,
      customer: 'MS Terna',
      serial: '',
      complaint: '',
      goals: [{ do: 'replace', part: 'fan' }],
      work: 'Replace fan',
      dueOn: null
    },
    { by: ines }
  );

describe('the library', () => {
  it('shows the newest file of each revision, and all of a machine in its history', async () => {
    expect((await machinesToChoose(pool(), {})).machines.map((m) => [m.revision, m.fileId])).toEqual([
      ['r2', files[2]],
      ['r1', files[0]]
    ]);
    const history = await revisionsOf(pool(), 'norrvik-fathom-14');
    expect(history.map((h) => [h.fileId, h.revision, h.importedBy])).toEqual([
      [files[2], 'r2', 'Ines Havgaard'],
      [files[1], 'r2', 'Ines Havgaard'],
      [files[0], 'r1', 'Ines Havgaard']
    ]);
    expect(await revisionsOf(pool(), 'another')).toEqual([]);
  });
  it('counts files and open jobs by revision, and knows which job works by which file', async () => {
    const open = await newJob(files[1]!);
    const closed = await newJob(files[0]!);
    await pool().query('update job set closed_at = now() where number = $1', [closed]);
    const page = (asked: string) => libraryPage(pool(), listQuery(new URLSearchParams(asked), LIBRARY_ORDERS));
    const { machines, found } = await page('');
    expect(machines).toMatchObject([
      { fileId: files[2], revision: 'r2', files: 2, openJobs: 1, known: 1, standing: 'in-force' },
      { fileId: files[0], revision: 'r1', files: 1, openJobs: 0, known: 1 }
    ]);
    expect(found).toBe(2);
    const revisions = async (asked: string) => (await page(asked)).machines.map((m) => m.revision);
    expect(await revisions('q=fathom+NORRVIK+r1')).toEqual(['r1']);
    expect(await revisions('q=100%25')).toEqual([]);
    expect(await revisions('sort=revision')).toEqual(['r1', 'r2']);
    expect(await revisions('sort=-jobs')).toEqual(['r2', 'r1']);
    expect(await revisions('sort=jobs')).toEqual(['r1', 'r2']);
    expect(await page('page=2')).toEqual({ machines: [], found: 0 });
    const jobs = await jobsOnMachine(pool(), 'norrvik-fathom-14');
    expect(jobs.map((j) => [j.number, j.fileId, j.isClosed])).toEqual([
      [open, files[1], false],
      [closed, files[0], true]
    ]);
  });
});

describe('the plan of a job', () => {
  const wish = {
    goals: [{ do: 'replace', part: 'ssd' }],
    weighting: 'bit-by-bit',
    avoid: ['joint:x'],
    work: 'Replace SSD'
  } as const;

  it('is kept while nobody has started it, and started as it was kept', async () => {
    const number = await newJob(files[2]!);
    const job = (await findJob(pool(), number))!;
    expect([job.weighting, job.avoid]).toEqual(['part-by-part', []]);
    expect(await keepPlan(job.id, wish)).toBe(true);
    const kept = (await findJob(pool(), number))!;
    expect(kept).toMatchObject(wish);
    expect((await listJobs(pool(), { search: 'replace ssd' })).map((j) => j.number)).toContain(number);
    const run = (await findRun(pool(), await startRun(pool(), kept, ines)))!;
    expect(run.plan).toMatchObject({ weighting: 'bit-by-bit', goals: wish.goals, avoid: wish.avoid });
    expect(await keepPlan(job.id, { ...wish, weighting: 'part-by-part' })).toBe(false);
    expect((await findJob(pool(), number))!.weighting).toBe('bit-by-bit');
  });
  it('of a closed job stays', async () => {
    const number = await newJob(files[2]!);
    await pool().query('update job set closed_at = now() where number = $1', [number]);
    expect(await keepPlan((await findJob(pool(), number))!.id, wish)).toBe(false);
  });
  it('is refused by the database with weights that there are not', async () => {
    const job = (await findJob(pool(), await newJob(files[2]!)))!;
    await expect(keepPlan(job.id, { ...wish, weighting: 'by-luck' as never })).rejects.toThrow(/check constraint/);
  });
});
