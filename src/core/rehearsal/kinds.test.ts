import { expect, it } from 'vitest';
import { reachFrom } from '../faults';
import { goalId, type Goal } from '../goals';
import { plan } from '../plan';
import { expectApproved } from '../testing/approved';
import { inEnglish } from '../testing/english';
import { demoFaults } from '../testing/demo-faults';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import {
  faultOf,
  findingOf,
  functionsHurt,
  HARMS,
  harmWords,
  mistakesIn,
  Rehearsal,
  repairGoal,
  repairSeconds,
  type Harm,
  type HarmKind,
  type Mistake
} from '.';

/** The jobs in which mistakes are looked for: between them they open nearly everything. */
const JOBS: readonly Goal[][] = ['board', 'battery', 'display', 'keyboard', 'heat-sink', 'panel'].map((part) => [
  { do: 'replace', part }
]);

/** Each kind of harm with the first mistake that brings it about. */
function harmsOn(id: string): Map<HarmKind, { harm: Harm; mistake: Mistake }> {
  const access = demoAccess(id);
  const rehearsal = new Rehearsal(access);
  const found = new Map<HarmKind, { harm: Harm; mistake: Mistake }>();
  for (const goals of JOBS) {
    if (!goals.every((g) => g.do === 'replace' && access.model.hasPart(g.part))) continue;
    for (const mistake of mistakesIn(rehearsal, plan(access, goals, { budget: 200 })))
      for (const harm of mistake.harms) if (!found.has(harm.kind)) found.set(harm.kind, { harm, mistake });
  }
  return found;
}

const all = new Map(DEMO_MACHINES.map((id) => [id, harmsOn(id)]));

it.each(HARMS)('%s comes of a mistake on at least two machines', (kind) => {
  expect([...all].filter(([, harms]) => harms.has(kind)).length).toBeGreaterThanOrEqual(2);
});

it.each(['norrvik-fathom-14', 'norrvik-ballast-15'] as const)(
  'what each harm on %s says, shows and costs is as approved',
  async (id) => {
    const access = demoAccess(id);
    const set = demoFaults(id);
    const lines = HARMS.flatMap((kind) => {
      const found = all.get(id)!.get(kind);
      if (!found) return [];
      const { harm, mistake } = found;
      const { text, shows, right } = harmWords(access.model, harm);
      const goal = repairGoal(access.model, harm);
      return [
        `${kind}: ${mistake.step.id}, ${mistake.tried.length === 0 ? 'left out' : JSON.stringify(mistake.tried[0])}`,
        `  ${inEnglish(text)}`,
        `  ${inEnglish(shows)}`,
        ...(right ? [`  ${inEnglish(right)}`] : []),
        `  ${goalId(goal)}, ${repairSeconds(access, harm)} s; ${functionsHurt(access.model, harm).join(' ')}; ${faultOf(access.model, set, harm)?.id ?? 'no fault of the set'}`
      ];
    });
    await expectApproved(id, lines);
  }
);

it.each(DEMO_MACHINES)('on %s what went wrong is found by its symptoms', (id) => {
  const { model } = demoAccess(id);
  const set = demoFaults(id);
  const reach = reachFrom(demoAccess(id), set);
  let tried = 0;
  for (const [kind, { harm }] of all.get(id)!) {
    const fault = faultOf(model, set, harm);
    if (!fault) continue;
    tried++;
    const found = findingOf(set, fault, reach);
    expect([kind, fault.id, found?.at(-1)]).toEqual([kind, fault.id, expect.objectContaining({ helped: true })]);
  }
  expect(tried).toBeGreaterThan(5);
});
