import { readFileSync } from 'node:fs';
import { readMachineFile } from '../src/core/formats';
import { checkPlan } from '../src/core/check';
import { plan, PlanningError, seeded, type Goal } from '../src/core/plan';
import { singleGoals } from '../demo/testing/goals';
const many = Number(process.argv[2]);
const random = seeded(Number(process.argv[3] ?? 7));
for (const id of process.argv.slice(4)) {
  const file = readMachineFile(readFileSync(`demo/machines/${id}.json`, 'utf8'));
  if (!file.ok) throw new Error('bad');
  const tally = new Map<string, [number, string]>();
  let n = 0, bad = 0, unproved = 0, loose = 0;
  const t0 = Date.now(); let tCheck = 0;
  const one = (goals: Goal[]) => {
    for (const weighting of ['part-by-part', 'bit-by-bit'] as const) {
      let p;
      try { p = plan(file.access, goals, { hash: file.hash, weighting, budget: 2000 }); } catch (e) { if (e instanceof PlanningError) continue; throw e; }
      n++;
      if (!p.order.proved || !p.orderUp!.proved) unproved++;
      if (p.loose.length) loose++;
      const t = Date.now();
      const problems = checkPlan(file.machine, p, file.hash);
      tCheck += Date.now() - t;
      if (problems.length) bad++;
      for (const x of problems) { const k = x; tally.set(k, [(tally.get(k)?.[0] ?? 0) + 1, JSON.stringify(goals)]); }
    }
  };
  const singles = singleGoals(file.machine);
  if (many === 0) for (const g of singles) one([g]);
  for (let k = 0; k < many; k++) one(Array.from({ length: 2 + Math.floor(random() * 3) }, () => singles[Math.floor(random() * singles.length)]!));
  console.log(id, n, 'plans', bad, 'bad', unproved, 'unproved', loose, 'loose', Date.now() - t0, 'ms, checks', tCheck);
  for (const [k, [c, g]] of [...tally].sort((a, b) => b[1][0] - a[1][0]).slice(0, 25)) console.log('   ', c, k, g.slice(0, 150));
}
