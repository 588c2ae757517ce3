import { it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { APPROVED_MACHINES, expectApproved } from '../testing/approved';
import { causeInWords, reachProblems, unheld, drawingProblems, isIn } from '.';

it.each(APPROVED_MACHINES)('what has to come before what in %s is as approved', async (id) => {
  const access = demoAccess(id);
  const lines = [...access.requirements].flatMap(([of, needs]) => [
    `${of} ${JSON.stringify(access.actions.get(of))}`,
    ...needs.map((need) => {
      const evidence = 'evidence' in need.cause ? ` ${JSON.stringify(need.cause.evidence)}` : '';
      return `  ${need.alternatives.map((way) => way.join(' + ')).join(' | ')} (${causeInWords(need.cause)}${evidence})`;
    })
  ]);
  const actions = [...access.actions.keys()];
  const open = new Set<string>();
  const standing = actions.map((action) => {
    open.add(action);
    const out = access.model.machine.parts.filter((p) => !isIn(access.model, p.id, open)).map((p) => p.id);
    return `after ${action}: ${JSON.stringify([...unheld(access.holdings, open)])} out ${out.length}`;
  });
  const problems = [...reachProblems(access), ...drawingProblems(access)].map((p) => JSON.stringify(p));
  await expectApproved(id, [...lines, ...standing, ...problems]);
});
