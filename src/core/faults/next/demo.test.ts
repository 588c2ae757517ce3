import { describe, expect, it } from 'vitest';
import { belief, nextStep, NOTHING_KNOWN, reachFrom, unplannableIn, type ReachSeconds } from '..';
import { goalId } from '../../goals';
import { demoFaults } from '../../testing/demo-faults';
import { demoAccess, DEMO_MACHINES } from '../../testing/machines';

const NOTHING_DONE = { tests: [], repairs: [] };

describe('the demo\u2019s complaints', () => {
  it.each(DEMO_MACHINES)('%s: every one is proved in so many trials', (id) => {
    const set = demoFaults(id);
    const reach = reachFrom(demoAccess(id), set);
    for (const symptom of set.symptoms) {
      const { proved, most } = nextStep(
        set,
        belief(set, { ...NOTHING_KNOWN, symptoms: { [symptom.id]: true } }, {}),
        NOTHING_DONE,
        reach,
        2000
      );
      expect([symptom.id, proved, most < Infinity]).toEqual([symptom.id, true, true]);
    }
  });
});

describe('what there is no way to', () => {
  const set = demoFaults('norrvik-fathom-14');
  const access = demoAccess('norrvik-fathom-14');
  const weights = belief(set, { symptoms: { [set.symptoms[0]!.id]: true }, tests: {}, repairs: [] }, {});
  it('is left out and named, and the rest is searched for and proved as before', () => {
    const free = reachFrom(access, set);
    const whole = nextStep(set, weights, NOTHING_DONE, free);
    expect([whole.left, whole.unmended]).toEqual([[], 0]);
    // The repair that is first is not to be had: its joint is reported stuck.
    const likely = set.repairs.find(
      (r) => r.goal && r.mends.some((m) => weights[set.faults.findIndex((f) => f.id === m)]! > 0.01)
    )!;
    const shut: ReachSeconds = (goals) =>
      goals.some((g) => goalId(g) === goalId(likely.goal!)) ? Infinity : free(goals);
    const next = nextStep(set, weights, NOTHING_DONE, shut);
    expect(next.left.map((l) => l.id)).toContain(likely.id);
    expect(next.candidates.length).toBeGreaterThan(0);
    for (const c of next.candidates) expect(Number.isFinite(c.least)).toBe(true);
    expect(next.proved).toBe(true);
    const only = set.faults
      .filter(
        (f, i) =>
          weights[i]! > 0 &&
          set.repairs.filter((r) => r.mends.includes(f.id)).every((r) => next.left.some((l) => l.id === r.id))
      )
      .reduce((sum, f) => sum + weights[set.faults.indexOf(f)]!, 0);
    expect(next.unmended).toBeCloseTo(only, 9);
  });
  it('when nothing can be reached nothing is proposed, and it is said', () => {
    const next = nextStep(set, weights, NOTHING_DONE, (goals) => (goals.length > 0 ? Infinity : 0));
    expect(next.candidates.every((c) => Number.isFinite(c.least))).toBe(true);
    expect(next.left.length).toBeGreaterThan(3);
  });
  it('is found out when a set is imported', () => {
    for (const id of DEMO_MACHINES)
      expect(unplannableIn(demoFaults(id), reachFrom(demoAccess(id), demoFaults(id)))).toEqual([]);
    const odd = {
      ...set,
      repairs: [
        { ...set.repairs[0]!, goal: { do: 'replace' as const, part: access.model.root.id } },
        ...set.repairs.slice(1)
      ]
    };
    expect(unplannableIn(odd, reachFrom(access, odd))).toEqual([expect.stringMatching(/cannot be planned/)]);
  });
});
