import { readFileSync } from 'node:fs';
import type pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { contentHash } from '$core/machine';
import { differedOnMachine } from '../bench/runs';
import { auditLog } from '../database/audit';
import { pool } from '../database/pool';
import { closePlanner } from '../planning/plans';
import { addPerson } from '../sign-in/people';
import { ownerOf } from '../testing/database';
import { answerAll, append, event, newRun, openShop, type Shop } from '../testing/shop';
import { machinesToChoose } from './choice';
import { followedJoints, keepFile, machineDocument, putInForce } from './machines';
import { drawnBy, stand, standingsOf } from './standing';

let shop: Shop;
let ines: string;
beforeAll(async () => {
  shop = await openShop();
  ines = await addPerson(pool(), { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' }, 'a long enough password');
});
afterAll(async () => {
  await closePlanner();
  await shop.database.drop();
});

/** A draft of the demo's machine that says something of its own, as a shop to work in by it. */
async function draft(note: string, more: object = {}): Promise<Shop> {
  const machine = { ...shop.machine, notes: [note], ...more };
  const hash = contentHash(machine);
  const { row } = await keepFile(pool(), { machine, hash }, shop.tam, 'draft');
  return { ...shop, fileId: row.fileId, machine, hash };
}
const words = async (fileId: number) => (await standingsOf(pool(), fileId)).map((s) => [s.standing, s.by]);

async function asOwner(work: (owner: pg.Client) => Promise<void>): Promise<void> {
  const owner = await ownerOf(shop.database);
  await work(owner).finally(() => owner.end());
}

describe('a draft', () => {
  it('stands in the log by the name of its machine', async () => {
    const { fileId, machine } = await draft('Logged.');
    expect((await auditLog(pool(), 2)).find((row) => row.what === 'machine_standing')).toMatchObject({
      by: 'Tam Okello',
      about: String(fileId),
      named: `${machine.model} ${machine.revision}`
    });
  });
  it('that a run followed as it stands is checked by it, once', async () => {
    const by = await draft('Followed.');
    for (let i = 0; i < 2; i++) {
      const { run } = await newRun(by);
      expect(await append(by, run, [...answerAll(run), event({ type: 'signed' })])).toMatchObject({ ok: true });
    }
    expect(await words(by.fileId)).toEqual([
      ['draft', 'Tam Okello'],
      ['checked', 'Tam Okello']
    ]);
    const [, checked] = await standingsOf(pool(), by.fileId);
    expect(checked!.run).not.toBeNull();
    expect(await drawnBy(pool(), by.fileId)).toBe(shop.tam);
  });
  it('stays one when the run found something that is not as it says, or was not signed', async () => {
    const by = await draft('Not followed.');
    const { run } = await newRun(by);
    const screws = run.plan.steps.find((s) => s.leg === 'down' && s.count !== undefined)!;
    const found = event({ type: 'not-so', step: screws.id, what: 'different-size', note: 'M2x5' });
    expect(await append(by, run, [found, ...answerAll(run), event({ type: 'signed' })])).toMatchObject({ ok: true });
    const { run: open } = await newRun(by);
    expect(await append(by, open, answerAll(open))).toMatchObject({ ok: true });
    expect(await words(by.fileId)).toEqual([['draft', 'Tam Okello']]);
  });
  it('what is in force is said to be checked by no run', async () => {
    const { run } = await newRun(shop);
    await append(shop, run, [...answerAll(run), event({ type: 'signed' })]);
    expect(await words(shop.fileId)).toEqual([]);
  });
});

describe('putting in force', () => {
  it('makes it the next revision where another file has that name, once for all who say so', async () => {
    const by = await draft('The fan has three screws.');
    await stand(pool(), { fileId: by.fileId, standing: 'checked', by: ines });
    const rows = await Promise.all([putInForce(by.fileId, ines), putInForce(by.fileId, ines)]);
    expect(rows[0].fileId).toBe(rows[1].fileId);
    expect(rows[0].fileId).not.toBe(by.fileId);
    expect(rows[0]).toMatchObject({ revision: 'r3', standing: 'in-force' });
    const { machine } = (await machineDocument(pool(), rows[0].fileId))!;
    expect(machine).toEqual({ ...by.machine, revision: 'r3' });
    // What was checked stays as it was; said again later nothing more comes of it.
    expect(await putInForce(by.fileId, ines)).toMatchObject({ fileId: rows[0].fileId });
    expect((await machineDocument(pool(), by.fileId))!.machine.revision).toBe('r2');
    expect((await machinesToChoose(pool(), {})).machines.filter((m) => m.revision === 'r4')).toEqual([]);
  });
  it('leaves a file of its own revision in its row', async () => {
    const by = await draft('First of its name.', { id: 'lindquay-cove-12', model: 'Cove 12', revision: 'r1' });
    const both = await Promise.all([putInForce(by.fileId, ines), putInForce(by.fileId, ines)]);
    expect(both.map((r) => r.fileId)).toEqual([by.fileId, by.fileId]);
    expect((await words(by.fileId)).map(([standing]) => standing)).toEqual(['draft', 'in-force']);
  });
});

describe('what runs say of a machine', () => {
  it('is how many signed ones opened each joint as their plan says, without what was taken back or was not so', async () => {
    const by = await draft('Counted.', { id: 'lindquay-counted-9' });
    const of = () => followedJoints(pool(), by.machine.id);
    const { run } = await newRun(by);
    const [first, second] = run.plan.steps.filter((s) => s.leg === 'down' && s.joint !== undefined);
    const taken = event({
      type: 'done',
      step: first!.id,
      ...(first!.count === undefined ? {} : { count: first!.count })
    });
    await append(by, run, [taken, event({ type: 'undo', event: taken.id })]);
    await append(by, run, [event({ type: 'not-so', step: second!.id, what: 'stripped', note: '' }), ...answerAll(run)]);
    expect(await of()).toEqual({});
    await append(by, run, [event({ type: 'signed' })]);
    const once = await of();
    expect(once[first!.joint!]).toBe(1);
    expect(once[second!.joint!]).toBeUndefined();
    const { run: other } = await newRun(by);
    await append(by, other, [...answerAll(other), event({ type: 'signed' })]);
    expect((await of())[first!.joint!]).toBe(2);
    expect((await of())[second!.joint!]).toBe(1);
    expect(await followedJoints(pool(), 'another')).toEqual({});

    // What was signed before the table counted is counted when a shop is brought up to it, once.
    const counted = await of();
    await asOwner(async (owner) => {
      const finishing = readFileSync('db/finishing/0020_followed-steps.sql', 'utf8');
      await owner.query('delete from followed_step; update run set followed_counted = false');
      await owner.query(finishing);
      expect(await of()).toEqual(counted);
      await owner.query(finishing);
      expect(await of()).toEqual(counted);
    });
  });
  it('is what was not as the plan has it, with its notes, the most frequent first', async () => {
    const by = await draft('Differs.', { id: 'lindquay-differs-9' });
    const runs = [await newRun(by), await newRun(by)].map((r) => r.run);
    const [step, other] = runs[0]!.plan.steps.filter((s) => s.leg === 'down').map((s) => s.id);
    const differs = (at: string, what: string, note = '') => event({ type: 'not-so', step: at, what, note });
    const mistaken = differs(step!, 'broken');
    await append(by, runs[0]!, [differs(other!, 'stripped'), differs(step!, 'more', 'a seventh'), mistaken]);
    await append(by, runs[0]!, [event({ type: 'undo', event: mistaken.id })]);
    await append(by, runs[1]!, [differs(step!, 'more', 'under the label')]);
    const told = [
      {
        fileId: by.fileId,
        differed: [
          { step, what: 'more', times: 2, notes: ['a seventh', 'under the label'] },
          { step: other, what: 'stripped', times: 1, notes: [] }
        ]
      }
    ];
    expect(await differedOnMachine(pool(), by.machine.id)).toEqual(told);

    // Runs from before that was kept beside them are found when a shop is brought up to it.
    await asOwner(async (owner) => {
      await owner.query('update run set differed = false');
      expect(await differedOnMachine(pool(), by.machine.id)).toEqual([]);
      await owner.query(readFileSync('db/finishing/0021_runs-that-differed.sql', 'utf8'));
      expect(await differedOnMachine(pool(), by.machine.id)).toEqual(told);
      const { rows } = await owner.query(
        `select count(*)::int as n from run r where differed and not exists (select from run_event e where e.run_id = r.id and e.body ->> 'type' = 'not-so')`
      );
      expect(rows).toEqual([{ n: 0 }]);
    });
    expect(await differedOnMachine(pool(), 'another')).toEqual([]);
  });
});
