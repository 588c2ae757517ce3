import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { accessOf } from '$core/access';
import { exerciseOf, rightAnswer, type Exercise, type Ground } from '$core/exercises';
import { modelOf } from '$core/machine';
import type { Answered } from '$core/practice';
import { demoText } from '$core/testing/machines';
import { pool } from '../database/pool';
import { importMachine, machineDocument } from '../library/machines';
import { addPerson } from '../sign-in/people';
import { freshDatabase } from '../testing/database';
import { keepAnswers, practiceOf } from './practice';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let tam: string;
let ines: string;
let ground: Ground;
const DAY = 86_400_000;
const NOW = Date.UTC(2026, 0, 5, 9);
const dayAt = (at: number) => new Date(at).toISOString().slice(0, 10);

beforeAll(async () => {
  database = await freshDatabase();
  ines = await addPerson(pool(), { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' }, 'a long enough password');
  tam = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okwuosa', role: 'trainee' }, 'a long enough password');
});
afterAll(() => database.drop());

const answered = (exercise: Exercise, isRight: boolean, at = NOW): Answered => {
  const right = rightAnswer(ground, exercise);
  const options = 'options' in right ? right.options : [];
  const wrong = exercise.options.filter((o) => !options.includes(o)).slice(0, 1);
  return { id: randomUUID(), at: new Date(at).toISOString(), exercise, answer: { options: isRight ? options : wrong } };
};

it('with no machine there is nothing to practise', async () => {
  expect(await practiceOf(pool(), tam, NOW, dayAt)).toMatchObject({ asked: [], machines: [], known: [] });
});

describe('with machines', () => {
  beforeAll(async () => {
    for (const id of ['norrvik-fathom-14', 'lindquay-slip-11']) {
      const imported = await importMachine(pool(), demoText(id), ines);
      if (!imported.ok) throw new Error('the demo machine has faults');
      const { machine, hash } = (await machineDocument(pool(), imported.row.fileId))!;
      ground ??= { access: accessOf(modelOf(machine)), hash };
    }
  });

  it('a day has exercises that these machines have, the same however often they are asked for', async () => {
    const day = await practiceOf(pool(), tam, NOW, dayAt);
    expect(day.asked.length).toBeGreaterThan(5);
    expect(await practiceOf(pool(), tam, NOW + 1000, dayAt)).toEqual(day);
    const machines = day.machines.map((m) => m.machine.id);
    for (const { machine } of day.asked) expect(machines).toContain(machine);
  });

  it('an answer counts once, as it is marked here, for the one who gave it', async () => {
    const exercise = exerciseOf(ground, 'motion', 1)!;
    const wrong = answered(exercise, false);
    expect(await keepAnswers(pool(), tam, [wrong])).toBeUndefined();
    expect(await keepAnswers(pool(), tam, [wrong])).toBeUndefined();
    const day = await practiceOf(pool(), tam, NOW, dayAt);
    expect(day).toMatchObject({ answeredToday: 1, rightToday: 0 });
    expect(day.known).toEqual([{ skill: exercise.skill, due: expect.any(String), isRight: false }]);
    expect(await practiceOf(pool(), ines, NOW, dayAt)).toMatchObject({ answeredToday: 0, known: [] });
    // The next day it is due, and comes first.
    const next = await practiceOf(pool(), tam, NOW + 2 * DAY, dayAt);
    expect(next.asked[0]!.skill).toBe(exercise.skill);
    expect(next.answeredToday).toBe(0);
  });

  it('answers that come late and out of order come to the same as in order', async () => {
    const exercise = exerciseOf(ground, 'screw', 2)!;
    const two = [answered(exercise, true, NOW), answered(exercise, true, NOW + 5 * DAY)];
    await keepAnswers(pool(), tam, [two[1]!]);
    await keepAnswers(pool(), tam, [two[0]!]);
    await keepAnswers(
      pool(),
      ines,
      two.map((a) => ({ ...a, id: randomUUID() }))
    );
    const dueOf = async (person: string) =>
      (await practiceOf(pool(), person, NOW + 6 * DAY, dayAt)).known.find((k) => k.skill === 'fit');
    expect(await dueOf(tam)).toEqual(await dueOf(ines));
  });

  it('what is of no machine here, or names what its machine does not have, is refused, and nothing of it is kept', async () => {
    const exercise = exerciseOf(ground, 'motion', 3)!;
    const before = await practiceOf(pool(), tam, NOW, dayAt);
    const sound = answered(exercise, true);
    const unknown = { ...exercise, machine: { ...exercise.machine, hash: 'f'.repeat(64) } };
    expect(await keepAnswers(pool(), tam, [sound, answered(unknown, true)])).toEqual({ at: 1, why: 'machine' });
    const strange = { ...sound, exercise: { ...exercise, about: 'no-such-joint' } };
    expect(await keepAnswers(pool(), tam, [strange])).toEqual({ at: 0, why: 'exercise' });
    expect(await practiceOf(pool(), tam, NOW, dayAt)).toEqual(before);
  });
});
