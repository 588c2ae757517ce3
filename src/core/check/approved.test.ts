import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { Machine, modelOf } from '../machine';
import { accessOf } from '../access';
import type { Goal } from '../goals';
import { plan } from '../plan';
import { seeded } from '../solve';
import { expectApproved, kindsOf } from '../testing/approved';
import { approvedAccess, DEMO_MACHINES } from '../testing/machines';
import { spoil } from '../testing/spoil';
import { checkMachine } from '../validate';
import { checkPlan } from '.';

/** So many spoilt plans at most have nothing said of them. */
const SILENT = 0.5;

/** A document that cannot be read any more is not for this check. */
const said = (check: () => string[]): string[] => {
  try {
    return check();
  } catch (error) {
    return [`breaks off: ${(error as Error).name}`];
  }
};

it('what is said of spoilt plans is as approved, each kind once', async () => {
  const random = seeded(5);
  const cases: [string, string[]][] = [];
  let silent = 0;
  for (const id of DEMO_MACHINES) {
    const access = approvedAccess(id);
    const { machine } = access.model;
    const parts = machine.parts.filter((p) => p.numbers.length > 0 && p.moves.length > 0).map((p) => p.id);
    const jobs: Goal[][] = [
      [{ do: 'replace', part: parts[1]! }],
      [
        { do: 'replace', part: parts.at(-2)! },
        { do: 'expose', part: parts[3]! }
      ]
    ];
    for (const goals of jobs) {
      const good = plan(access, goals, { budget: 500 });
      for (let k = 0; k < 20; k++) {
        const spoilt = structuredClone(good);
        const what = k % 3 === 0 ? spoil(spoilt, random) : `steps.${spoil(spoilt.steps, random)}`;
        const findings = said(() => checkPlan(machine, spoilt));
        if (findings.length === 0) silent++;
        cases.push([`${id}, ${what}`, findings]);
      }
    }
  }
  // The rest is words and reasons, which the check does not read.
  expect(silent / cases.length).toBeLessThan(SILENT);
  await expectApproved('plans', kindsOf(cases));
});

it('what is said of good plans on a machine that is another one is as approved, each kind once', async () => {
  const machine = Machine.parse(JSON.parse(readFileSync('docs/examples/skiff-12.json', 'utf8')));
  const access = accessOf(modelOf(machine));
  const random = seeded(6);
  const cases: [string, string[]][] = [];
  for (const { id, moves } of machine.parts) {
    if (moves.length === 0) continue;
    const good = plan(access, [{ do: 'replace', part: id }], { budget: 500 });
    for (let k = 0; k < 12; k++) {
      const other = structuredClone(machine);
      const what = spoil([other.parts, other.joints, other.cables, other.joints][k % 4]!, random);
      const read = Machine.safeParse(other);
      if (!read.success || !checkMachine(read.data).ok) continue;
      cases.push([`${id}: ${what}`, said(() => checkPlan(read.data, good))]);
    }
  }
  await expectApproved('machines', kindsOf(cases));
});
