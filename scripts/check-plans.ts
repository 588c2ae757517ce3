import { readFileSync } from 'node:fs';
import { checkPlan } from '$core/check';
import { readMachineFile } from '$core/formats';
import { Condition } from '$core/hazards';
import { alternatives, plan, type PlanOptions } from '$core/plan';
import { seeded } from '$core/solve';
import { DEMO_MACHINES } from '$core/testing/machines';
import { singleGoals } from '../demo/testing/goals';
import { PlanningError, type Goal } from '$core/goals';

/**
 * Every single goal of the demo machines and random several-goal jobs, in both weightings, against the independent check: as the machine
 * was handed over, under each condition in turn, and with a way left that the plan would have taken.
 * Usage: npm run check-plans [jobs per machine] [seed]
 */
const CONDITIONS = Condition.options;
const [jobs = 200, seed = 1] = process.argv.slice(2).map(Number);
let problems = 0;
for (const id of DEMO_MACHINES) {
  const file = readMachineFile(readFileSync(new URL(`../demo/machines/${id}.json`, import.meta.url), 'utf8'));
  if (!file.ok) throw new Error(`${id} has faults`);
  const singles = singleGoals(file.machine);
  const random = seeded(seed);
  const pick = () => singles[Math.floor(random() * singles.length)]!;
  const tally = { plans: 0, proved: 0, loose: 0, wrong: 0 };
  const goalsOfJobs = [
    ...singles.map((g) => [g]),
    ...Array.from({ length: jobs }, () => Array.from({ length: 2 + Math.floor(random() * 4) }, pick))
  ];
  for (const [i, goals] of goalsOfJobs.entries()) {
    const condition = CONDITIONS[i % CONDITIONS.length]!;
    const [way] = i % 3 === 0 ? waysOf(file, goals) : [];
    for (const more of [{}, { conditions: [condition] }, ...(way === undefined ? [] : [{ avoid: [way] }])])
      for (const weighting of ['part-by-part', 'bit-by-bit'] as const) {
        const made = planned(file, goals, { weighting, ...more });
        if (!made) continue;
        tally.plans++;
        if (made.set.proved && made.order.proved && made.orderUp!.proved) tally.proved++;
        if (made.loose.length > 0) tally.loose++;
        const said = checkPlan(file.machine, made, file.hash);
        if (said.length > 0) tally.wrong++;
        for (const line of said) console.log(`${id} ${weighting} ${JSON.stringify({ goals, ...more })}\n  ${line}`);
      }
  }
  problems += tally.wrong;
  console.log(
    `${id}: ${tally.plans} plans, ${tally.wrong} with problems; ${tally.proved} proved in set and both orders, ${tally.loose} with something loose while the machine is turned`
  );
}
process.exitCode = problems > 0 ? 1 : 0;

type File = { access: Parameters<typeof plan>[0]; hash: string };

function planned(file: File, goals: Goal[], options: PlanOptions) {
  try {
    return plan(file.access, goals, { hash: file.hash, ...options });
  } catch (error) {
    if (error instanceof PlanningError) return undefined;
    throw error;
  }
}

function waysOf({ access }: File, goals: Goal[]): string[] {
  try {
    return alternatives(access, goals).map(({ avoid }) => avoid);
  } catch (error) {
    if (error instanceof PlanningError) return [];
    throw error;
  }
}
