import { expect, it } from 'vitest';
import { reachFrom } from '../faults';
import { demoFaults } from '../testing/demo-faults';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { findingOf, outcomeOf } from '.';

it.each(DEMO_MACHINES)('on %s a test says what is likeliest with the fault', (id) => {
  const set = demoFaults(id);
  for (const test of set.tests)
    for (const fault of set.faults) {
      const row = test.given[fault.id] ?? test.otherwise;
      const said = row[test.outcomes.findIndex((o) => o.id === outcomeOf(set, test.id, fault))]!;
      expect([test.id, fault.id, row.filter((other) => other > said)]).toEqual([test.id, fault.id, []]);
    }
});

it('all that was tried on the way to a fault is told, tests with what they said', () => {
  const set = demoFaults('norrvik-fathom-14');
  const reach = reachFrom(demoAccess('norrvik-fathom-14'), set);
  let tests = 0;
  for (const fault of set.faults) {
    for (const step of findingOf(set, fault, reach)!) {
      if (step.do !== 'test') continue;
      tests++;
      expect(step.outcome).toBe(outcomeOf(set, step.id, fault));
    }
  }
  expect(tests).toBeGreaterThan(0);
});
