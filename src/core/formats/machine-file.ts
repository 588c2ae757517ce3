import { accessOf, drawingProblems, reachProblems, type Access } from '../access';
import { pathLength, routeOf } from '../cables';
import { fit, mixUps } from '../fasteners';
import { contentHash, modelOf, parseMachine, referenceProblems, type Machine } from '../machine';
import { problem, refusal, warning, type Problem, type Result } from '../result';

export type MachineFile = Result<{
  machine: Machine;
  access: Access;
  readonly hash: string;
  warnings: readonly Problem[];
}>;

/**
 * Reads and checks a machine file from end to end. Never throws: whatever is wrong comes back as problems with their places.
 * @param text JSON text of `eager-wrench/machine@1`
 */
export function readMachineFile(text: string): MachineFile {
  const parsed = parseMachine(text);
  if (!parsed.ok) return parsed;
  return checkMachine(parsed.value);
}

/** The machine as a file that others can read, one field a line so that revisions compare well. */
export function writeMachineFile(machine: Machine): string {
  return `${JSON.stringify(machine, null, 1)}\n`;
}

/** The checks behind the shape: references first, since the others follow them. */
export function checkMachine(machine: Machine): MachineFile {
  const wrong = referenceProblems(machine);
  if (wrong.length > 0) return refusal(wrong);
  const access = accessOf(modelOf(machine));
  const problems = [
    ...reachProblems(access),
    ...drawingProblems(access),
    ...screwProblems(machine),
    ...cableProblems(machine)
  ];
  const hard = problems.filter((f) => f.severity === 'error');
  if (hard.length > 0) return refusal(problems);
  let hash: string | undefined;
  // Worked out when it is asked for: it costs as much as all the checks.
  return {
    ok: true,
    machine,
    access,
    get hash() {
      return (hash ??= contentHash(machine));
    },
    warnings: problems
  };
}

/** A screw this much too long dents or lifts what lies behind its hole, mm: bench rule of thumb. */
const HARMFUL_MM = 0.3;

function screwProblems(machine: Machine): Problem[] {
  const problems: Problem[] = [];
  machine.joints.forEach((joint, i) => {
    if (joint.kind !== 'screws') return;
    const { screw } = joint;
    const result = fit(screw, screw.hole, screw);
    const at = ['joints', i, 'screw', 'hole'];
    if (result.verdict === 'punches-through')
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

/** A cable is laid with a little slack; beyond this it is drawn wrong or would be pinched. */
const SLACK = { ratio: 1.3, mm: 20 };

function cableProblems(machine: Machine): Problem[] {
  const problems: Problem[] = [];
  const joints = new Map(machine.joints.map((j) => [j.id, j]));
  machine.cables.forEach((cable, i) => {
    const { lengthMm, complete } = pathLength(cable);
    if (lengthMm > cable.lengthMm + 0.5) {
      problems.push(
        problem(
          ['cables', i, 'lengthMm'],
          'cable-too-short',
          `"${cable.part}" is ${cable.lengthMm} mm long, its path ${lengthMm.toFixed(0)} mm`
        )
      );
    } else if (complete && cable.lengthMm > lengthMm * SLACK.ratio + SLACK.mm) {
      problems.push(
        problem(
          ['cables', i, 'lengthMm'],
          'cable-slack',
          `"${cable.part}" is ${cable.lengthMm} mm long, its path only ${lengthMm.toFixed(0)} mm`
        )
      );
    }
    for (const bend of routeOf(cable).bends.filter((b) => b.tight)) {
      problems.push(
        warning(
          ['cables', i, 'path', bend.point],
          'bend-too-tight',
          `"${cable.part}" has room for a bend of ${bend.radiusMm} mm here and needs ${cable.minBendRadiusMm} mm`
        )
      );
    }
    cable.ends.forEach((end, k) => {
      const joint = joints.get(end.joint)!;
      if (joint.a !== cable.part && joint.b !== cable.part)
        problems.push(
          problem(['cables', i, 'ends', k, 'joint'], 'cable-end', `"${end.joint}" does not hold "${cable.part}"`)
        );
      if (joint.kind === 'connector' && joint.marks && end.mark !== undefined && !joint.marks.includes(end.mark)) {
        problems.push(
          problem(
            ['cables', i, 'ends', k, 'mark'],
            'mark-mismatch',
            `mark "${end.mark}" does not pair with "${joint.marks.join('" and "')}" at "${joint.id}"`
          )
        );
      }
    });
  });
  machine.joints.forEach((joint, i) => {
    if (joint.kind === 'connector' && joint.marks && joint.marks[0] !== joint.marks[1]) {
      problems.push(
        problem(
          ['joints', i, 'marks'],
          'mark-mismatch',
          `marks do not pair: "${joint.marks[0]}" on the plug, "${joint.marks[1]}" beside the socket`
        )
      );
    }
  });
  return problems;
}
