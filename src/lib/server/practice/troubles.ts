import type { Plan } from '$core/plan';
import { troublesIn, type Trouble } from '$core/practice';
import type { Observed } from '$core/time';
import { differedOnMachine, foundOnMachine } from '../bench/runs';
import type { Queryable } from '../database/pool';

/** So many of the last signed runs on a machine are looked at. */
const RUNS = 100;

/** The steps of a plan that gave trouble in this shop's runs on any file of the machine. */
export async function troublesOf(db: Queryable, machineId: string, plan: Plan): Promise<Trouble[]> {
  const { rows } = await db.query<{ observed: Observed[] }>(
    `select r.observed from run r join machine_file m on m.id = r.machine_file_id
      where m.machine_id = $1 and r.observed is not null order by r.signed_at desc limit $2`,
    [machineId, RUNS]
  );
  const times = rows.flatMap(({ observed }) => observed.flatMap(({ step, ...o }) => (step ? [{ step, ...o }] : [])));
  const differed = (await differedOnMachine(db, machineId)).flatMap((d) => d.differed);
  return troublesIn(plan, { times, differed, found: await foundOnMachine(db, machineId) });
}
