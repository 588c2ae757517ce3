import { error } from '@sveltejs/kit';
import { EXERCISE_KINDS } from '$core/exercises';
import { PRACTICE_RESULTS_FORMAT, SetWish, type ExerciseSet, type PracticeResults } from '$core/practice';
import type { Queryable } from '../database/pool';
import { here } from '../http/here';
import { faultSetFor } from '../library/faults';
import { fileOf, machineDocument } from '../library/machines';
import { makeSet } from '../planning/plans';
import type { ExercisePaper } from '../print/exercises';
import type { Machine } from '$core/machine';
import { groundOf, isAskable, type PracticeMachine, type Strange } from './practice';

/**
 * A set of exercises on a machine of the library, as an address asks for it.
 * @throws 404 where there is no such machine; 422 where it cannot be made so
 */
export async function askedSet(
  db: Queryable,
  fileId: number,
  query: URLSearchParams
): Promise<ExercisePaper & { machine: Machine }> {
  const file = await machineDocument(db, fileId);
  if (!file) error(404, here().t('server.thereIsNoMachineFile', { file: fileId }));
  const kinds = query.getAll('kind');
  const wish = SetWish.safeParse({
    name: query.get('name') || `${file.machine.maker} ${file.machine.model}`,
    kinds: kinds.length > 0 ? kinds : [...EXERCISE_KINDS],
    count: Number(query.get('count') ?? 12),
    seed: Number(query.get('seed') ?? 1)
  });
  if (!wish.success) {
    const [issue] = wish.error.issues;
    error(422, here().t('server.thisCannotBeSaved', { place: issue!.path.join('/'), message: issue!.message }));
  }
  const faults = (await faultSetFor(db, file.machine.id)) ?? null;
  const set = await makeSet(wish.data, { ...file, faults });
  if (!set) error(422, here().t('practice.nothingToAsk'));
  return { ...file, faults, set };
}

/**
 * The machines of a set that came from elsewhere.
 * @returns what of it cannot be asked here, by its place
 */
export async function machinesOfSet(
  db: Queryable,
  { exercises }: ExerciseSet
): Promise<{ machines: PracticeMachine[] } | Strange> {
  const machines = new Map<string, PracticeMachine>();
  for (const [at, exercise] of exercises.entries()) {
    const { hash } = exercise.machine;
    if (!machines.has(hash)) {
      const file = await fileOf(db, hash);
      if (!file) return { at, why: 'machine' };
      const document = (await machineDocument(db, file.fileId))!;
      const faults = (await faultSetFor(db, document.machine.id)) ?? null;
      machines.set(hash, { fileId: file.fileId, ...document, faults });
    }
    // A whole job is rehearsed, and nothing that a round asks.
    if (exercise.kind === 'whole-job' || !isAskable(groundOf(machines.get(hash)!), exercise))
      return { at, why: 'exercise' };
  }
  return { machines: [...machines.values()] };
}

/** More than years of ten minutes a day. */
const MOST = 20_000;

/** All that somebody answered and rehearsed, the oldest first. */
export async function resultsOf(db: Queryable, person: { id: string; name: string }): Promise<PracticeResults> {
  const answers = await db.query(
    `select answered_at as at, exercise, answer, is_right as "isRight" from practice_answer
      where person_id = $1 order by answered_at, id limit $2`,
    [person.id, MOST]
  );
  const rehearsals = await db.query(
    `select ended_at as at, record, is_clean as "isClean", harms from rehearsal
      where person_id = $1 order by ended_at, id limit $2`,
    [person.id, MOST]
  );
  const dated = <T extends { at: Date }>(rows: T[]) => rows.map((r) => ({ ...r, at: r.at.toISOString() }));
  return {
    format: PRACTICE_RESULTS_FORMAT,
    person: person.name,
    answers: dated(answers.rows),
    rehearsals: dated(rehearsals.rows)
  };
}
