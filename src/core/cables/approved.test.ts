import { it } from 'vitest';
import { expectApproved } from '../testing/approved';
import { demoAccess } from '../testing/machines';
import { comesOffWith, crossings, likeLeads, pairingOf, pathLength, routeOf, undressing } from '.';

it('how cables of a machine lie is as approved', async () => {
  const { model } = demoAccess();
  const lines: string[] = [];
  const all = new Set(model.machine.joints.map((j) => j.id));
  for (const cable of model.machine.cables) {
    lines.push(
      `${cable.part}: ${JSON.stringify(pathLength(cable))}, undone ${undressing(model, cable, all).join(' ')}`
    );
    lines.push(`  route ${JSON.stringify(routeOf(cable))}`);
  }
  for (const part of model.machine.parts) {
    for (const crossing of crossings(model, part)) lines.push(`${part.id}: ${JSON.stringify(crossing)}`);
    for (const move of part.moves)
      if (move.with) lines.push(`${part.id} with others: ${JSON.stringify(crossings(model, part, move))}`);
  }
  for (const joint of model.machine.joints) {
    if (joint.kind !== 'connector') continue;
    lines.push(
      `${joint.id}: like ${likeLeads(model, joint)
        .map((j) => j.id)
        .join(
          ' '
        )}, pair ${JSON.stringify(pairingOf(model, joint))}, with ${comesOffWith(model, joint, all, new Set([joint.a]))}`
    );
  }
  await expectApproved('norrvik-fathom-14', lines);
});
