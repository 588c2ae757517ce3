import { readFileSync } from 'node:fs';
import { it } from 'vitest';
import { Machine, modelOf } from '../machine';
import { accessOf } from '../access';
import type { Goal } from '../goals';
import { plan } from '../plan';
import { seeded } from '../solve';
import { APPROVED_MACHINES, expectApproved } from '../testing/approved';
import { approvedAccess } from '../testing/machines';
import { spoil } from '../testing/spoil';
import { checkMachine } from '../validate';
import { checkPlan } from '.';

/** A document that cannot be read any more is not for this check. */
const said = (check: () => string[]): string[] => {
  try {
    return check();
  } catch (error) {
    return [`breaks off: ${(error as Error).name}`];
  }
};

it.each(APPROVED_MACHINES)('what is said of spoilt plans of %s is as approved', async (id) => {
  const access = approvedAccess(id);
  const { machine } = access.model;
  const parts = machine.parts.filter((p) => p.numbers.length > 0 && p.moves.length > 0).map((p) => p.id);
  const random = seeded(5);
  const lines: string[] = [];
  const jobs: Goal[][] = [
    [{ do: 'replace', part: parts[1]! }],
    [
      { do: 'replace', part: parts.at(-2)! },
      { do: 'expose', part: parts[3]! }
    ]
  ];
  for (const goals of jobs) {
    const good = plan(access, goals, { budget: 500 });
    for (let k = 0; k < 150; k++) {
      const spoilt = structuredClone(good);
      const what = k % 3 === 0 ? spoil(spoilt, random) : `steps.${spoil(spoilt.steps, random)}`;
      lines.push(what, ...said(() => checkPlan(machine, spoilt)).map((p) => `  ${p}`));
    }
  }
  await expectApproved(id, lines);
});

it('what is said of good plans on another machine is as approved', async () => {
  const machine = Machine.parse(JSON.parse(readFileSync('docs/examples/skiff-12.json', 'utf8')));
  const access = accessOf(modelOf(machine));
  const random = seeded(6);
  const lines: string[] = [];
  for (const { id, moves } of machine.parts) {
    if (moves.length === 0) continue;
    const good = plan(access, [{ do: 'replace', part: id }], { budget: 500 });
    for (let k = 0; k < 40; k++) {
      const other = structuredClone(machine);
      const what = spoil([other.parts, other.joints, other.cables, other.joints][k % 4]!, random);
      const read = Machine.safeParse(other);
      if (!read.success || !checkMachine(read.data).ok) continue;
      lines.push(`${id}: ${what}`, ...said(() => checkPlan(read.data, good)).map((p) => `  ${p}`));
    }
  }
  await expectApproved('skiff-12', lines);
});
