import type { Machine } from '$core/machine';
import { removes } from '$core/machine';
import type { Goal } from '$core/goals';

/** Every goal about one part or one joint of a machine. */
export function singleGoals(machine: Machine): Goal[] {
  const root = machine.parts.find((p) => !p.on && !machine.cables.some((c) => c.part === p.id))!;
  return [
    ...machine.parts
      .filter((p) => p.id !== root.id && p.moves.some(removes))
      .flatMap((p): Goal[] => [
        { do: 'remove', part: p.id },
        { do: 'replace', part: p.id }
      ]),
    ...machine.joints.map((j): Goal => ({ do: 'reach', joint: j.id }))
  ];
}
