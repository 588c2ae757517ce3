import { fit, mixUps } from '../fasteners';
import type { Machine } from '../machine';
import { problem, warning, type Problem } from '../result';

/** A screw this much too long dents or lifts what lies behind its hole, mm: bench rule of thumb. */
const HARMFUL_MM = 0.3;

/** Screws that do not go with the holes that the file draws for them. */
export function screwProblems(machine: Machine): Problem[] {
  const problems: Problem[] = [];
  machine.joints.forEach((joint, i) => {
    if (joint.kind !== 'screws' || !joint.screw.hole) return;
    const { screw } = joint;
    const result = fit(screw, joint.screw.hole, screw);
    const at = ['joints', i, 'screw', 'hole'];
    if (result.verdict === 'punches-through' || result.verdict === 'bottoms')
      problems.push(
        problem(
          at,
          'screw-too-long',
          `"${joint.id}" bottoms out: ${result.beyondMm.toFixed(1)} mm too long for its hole as drawn`
        )
      );
    if (result.verdict === 'strips')
      problems.push(
        problem(
          at,
          'screw-too-short',
          `"${joint.id}" barely grips: ${result.engagementMm.toFixed(1)} mm of thread where ${result.wantedMm.toFixed(1)} mm are wanted`
        )
      );
  });
  const groups = machine.joints.filter((j) => j.kind === 'screws');
  const deep = new Map<string, { holes: string[]; mm: number }>();
  for (const {
    screw,
    hole,
    fit: { beyondMm }
  } of mixUps(groups).filter((m) => m.likeness > 0.5 && m.fit.beyondMm >= HARMFUL_MM)) {
    const known = deep.get(screw) ?? { holes: [], mm: 0 };
    deep.set(screw, { holes: [...known.holes, `"${hole}"`], mm: Math.max(known.mm, beyondMm) });
  }
  for (const [screw, { holes, mm }] of deep) {
    const i = machine.joints.findIndex((j) => j.id === screw);
    problems.push(
      warning(
        ['joints', i],
        'mix-up',
        `"${screw}" would be mistaken for ${holes.join(', ')} under the same bit and go up to ${mm.toFixed(1)} mm too deep there`
      )
    );
  }
  return problems;
}
