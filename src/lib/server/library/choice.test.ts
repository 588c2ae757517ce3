import { afterAll, beforeAll, expect, it } from 'vitest';
import { pool } from '../database/pool';
import { freshDatabase } from '../testing/database';
import { CHOICE_MOST, latestMachines, machinesToChoose } from './choice';

let database: Awaited<ReturnType<typeof freshDatabase>>;
/** Files by the models that they are of, in the order in which they came. */
const files: number[] = [];
const MORE = 10;

async function file(model: string, revision = 'r1', id = model.toLowerCase().replaceAll(' ', '-')): Promise<number> {
  const { rows } = await pool().query<{ id: number }>(
    `insert into machine_file (content_hash, machine_id, maker, model, revision, document)
     values (encode(sha256($1::bytea), 'hex'), $2, 'Norrvik', $3, $4, '{}') returning id::int`,
    [`${model} ${revision} ${files.length}`, id, model, revision]
  );
  files.push(rows[0]!.id);
  return rows[0]!.id;
}

beforeAll(async () => {
  database = await freshDatabase();
  // The first in the alphabet come last.
  for (let i = CHOICE_MOST + MORE; i > 0; i--) await file(`Skiff ${String(i).padStart(3, '0')}`);
});
afterAll(() => database.drop());

const models = async (asked: Parameters<typeof machinesToChoose>[1]) => {
  const { machines, more } = await machinesToChoose(pool(), asked);
  return { models: machines.map((m) => m.model), more };
};

it('the latest are to choose from, by name; the others are found by words, by what they call themselves, or by their file', async () => {
  const all = await models({});
  expect(all.models).toHaveLength(CHOICE_MOST);
  expect(all.models[0]).toBe('Skiff 001');
  expect(all.models.at(-1)).toBe('Skiff 050');
  expect(all.more).toBe(MORE);
  expect(await models({ search: '060 norrvik' })).toEqual({ models: ['Skiff 060'], more: 0 });
  expect(await models({ search: '100%' })).toEqual({ models: [], more: 0 });
  expect((await models({ also: [files[0]!] })).models).toContain('Skiff 060');
  expect((await models({ named: 'NORRVIK Skiff 059 (14 inch)' })).models).toContain('Skiff 059');
  expect((await models({ named: 'Lindquay Skiff 059' })).models).not.toContain('Skiff 059');
  // What is there besides is there however the rest is narrowed, and takes no other's place beyond the last.
  expect(await models({ search: '003', also: [files[0]!] })).toEqual({ models: ['Skiff 003', 'Skiff 060'], more: 0 });
});

it('of each revision the newest file, and an older one only where it is asked for', async () => {
  const older = await file('Skiff 001', 'r2');
  const newer = await file('Skiff 001', 'r2');
  const ids = async (also: number[]) =>
    (await machinesToChoose(pool(), { search: '001', also })).machines.map((m) => m.fileId);
  expect(await ids([])).toEqual([newer, files[CHOICE_MOST + MORE - 1]]);
  expect((await ids([older])).toSorted((a, b) => a - b)).toEqual([files[CHOICE_MOST + MORE - 1], older, newer]);
});

it('the latest machines are those whose files came last, with all their revisions', async () => {
  await file('Skiff 060', 'r2');
  const rows = await latestMachines(pool(), 3);
  expect(rows.map((m) => [m.model, m.revision])).toEqual([
    ['Skiff 001', 'r2'],
    ['Skiff 001', 'r1'],
    ['Skiff 002', 'r1'],
    ['Skiff 060', 'r2'],
    ['Skiff 060', 'r1']
  ]);
});
