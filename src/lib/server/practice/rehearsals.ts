import { error } from '@sveltejs/kit';
import { goalId, goalOf, Goals, goalRequirements, offeredGoals, PlanningError, type Goal } from '$core/goals';
import type { FileText, Said } from '$core/language';
import { planRequest, STANDARD_BASIS, type Plan } from '$core/plan';
import type { Outcome, RehearsedWork, Work } from '$core/practice';
import { RehearsalLog, type Harm } from '$core/rehearsal';
import type { FaultSet } from '$core/faults';
import { modelOf, type Machine } from '$core/machine';
import { jobWords, partName } from '$core/words';
import type { Queryable } from '../database/pool';
import { here } from '../http/here';
import type { JobRow } from '../jobs/jobs';
import { faultSetFor } from '../library/faults';
import { fileOf, machineDocument } from '../library/machines';
import { accessFor } from '../planning/derived';
import { planFor } from '../planning/plans';
import { pricesOfParts } from '../stock/spares';
import { shopSettings } from '../settings/shop';
import { practiceMachines, type Strange } from './practice';

/**
 * Keeps rehearsals that were ended; what each came to is worked out here from all that was done, whatever the device made of it.
 * @returns what could not be taken; nothing is kept then
 */
export async function keepRehearsals(
  db: Queryable,
  personId: string,
  sent: readonly RehearsedWork[]
): Promise<Strange | undefined> {
  const rows: unknown[][] = [];
  for (const [at, { id, at: ended, record }] of sent.entries()) {
    const file = await fileOf(db, record.machine.hash);
    if (!file) return { at, why: 'machine' };
    const document = (await machineDocument(db, file.fileId))!;
    const access = accessFor(document);
    const { machine } = document;
    try {
      // Goals that the machine does not have ask for nothing that could be done.
      goalRequirements(access, record.goals);
      const log = new RehearsalLog(access, record.goals, record.entries);
      const harms = [...log.suffered.map((s) => s.harm), ...log.left];
      const goals = [...new Set(record.goals.map(goalId))].sort();
      rows.push([id, personId, ended, machine.id, machine.revision, goals, JSON.stringify(record)]);
      rows.at(-1)!.push(log.isClean, JSON.stringify(harms), log.hints);
    } catch (thrown) {
      if (thrown instanceof RangeError || thrown instanceof PlanningError) return { at, why: 'exercise' };
      throw thrown;
    }
  }
  for (const row of rows)
    await db.query(
      `insert into rehearsal (id, person_id, ended_at, machine_id, revision, goals, record, is_clean, harms, hints)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (id) do nothing`,
      row
    );
  return undefined;
}

/** A rehearsal of somebody's, as it is listed. */
export interface RehearsalRow extends Outcome {
  id: string;
  personId: string;
  /** Of the machine file. */
  hash: string;
  harms: Harm[];
}

/** Rehearsals, the newest first. @param personId of one person; of all where nothing is given */
export async function rehearsalsOf(db: Queryable, personId?: string, limit = 500): Promise<RehearsalRow[]> {
  const { rows } = await db.query(
    `select id, person_id as "personId", (extract(epoch from ended_at) * 1000)::float8 as at, machine_id as machine, revision, goals,
            is_clean as "isClean", harms, hints, record #>> '{machine,hash}' as hash
       from rehearsal where $1::uuid is null or person_id = $1 order by ended_at desc, id limit $2`,
    [personId ?? null, limit]
  );
  return rows;
}

/** Whole jobs that a person may rehearse, and those that the person did. */
export interface WholeJobs {
  machines: { fileId: number; name: string; works: { id: string; name: FileText }[] }[];
  rehearsed: { id: string; at: number; machine: string; work: Said; isClean: boolean; harms: number; hints: number }[];
}

/** So many of a person's rehearsals are listed. */
const LISTED = 30;

export async function wholeJobs(db: Queryable, personId: string): Promise<WholeJobs> {
  const [machines, rows] = [await practiceMachines(db), await rehearsalsOf(db, personId, LISTED)];
  return {
    machines: machines.map(({ fileId, machine }) => {
      const model = modelOf(machine);
      return {
        fileId,
        name: machineTitle(machine),
        works: offeredGoals(model, 'replace').map(({ goal }) => ({
          id: goalId(goal),
          name: partName(model, (goal as Extract<Goal, { part: string }>).part)
        }))
      };
    }),
    rehearsed: await Promise.all(
      rows.map(async ({ id, at, hash, goals, isClean, harms, hints }) => {
        const { fileId } = (await fileOf(db, hash))!;
        const { machine } = (await machineDocument(db, fileId))!;
        const work = jobWords(modelOf(machine), goals.map(goalOf));
        return { id, at, machine: machineTitle(machine), work, isClean, harms: harms.length, hints };
      })
    )
  };
}

/** What a machine file is called in a list. */
export const machineTitle = ({ maker, model, revision }: Pick<Machine, 'maker' | 'model' | 'revision'>): string =>
  `${maker} ${model} ${revision}`;

/** What a job is to whoever gets ready for it. */
export const workOf = ({ goals, machineId, revision }: Pick<JobRow, 'goals' | 'machineId' | 'revision'>): Work => ({
  machine: machineId,
  revision,
  goals: goals.map(goalId)
});

export interface ToRehearse {
  machine: Machine;
  hash: string;
  faults: FaultSet | null;
  goals: Goal[];
  plan: Plan;
}

/**
 * A piece of work on a machine of the library, to be rehearsed.
 * @param work the ids of its goals, with commas between
 * @throws 404 where there is no such machine or work; 409 where it cannot be planned
 */
export async function toRehearse(db: Queryable, fileId: number, work: string): Promise<ToRehearse> {
  const file = await machineDocument(db, fileId);
  if (!file) error(404, here().t('server.thereIsNoMachineFile', { file: fileId }));
  const goals = Goals.safeParse(work.split(',').map(goalOf));
  if (!goals.success) error(404, here().t('rehearsal.noSuchWork'));
  return { ...file, ...(await planned(file, goals.data)), faults: (await faultSetFor(db, file.machine.id)) ?? null };
}

/** What the pages of a rehearsal show besides. */
export async function costsOf(
  db: Queryable,
  machine: Machine
): Promise<{ prices: Record<string, number>; currency: string }> {
  return { prices: await pricesOfParts(db, machine), currency: (await shopSettings(db)).rates.currency };
}

async function planned(
  file: { machine: Machine; hash: string },
  goals: Goal[]
): Promise<{ goals: Goal[]; plan: Plan }> {
  try {
    goalRequirements(accessFor(file), goals);
    const wish = { goals, weighting: 'part-by-part' as const, avoid: [] };
    return { goals, plan: await planFor(planRequest(file, STANDARD_BASIS, wish)) };
  } catch (thrown) {
    if (thrown instanceof PlanningError) error(404, here().told(thrown.said));
    throw thrown;
  }
}
