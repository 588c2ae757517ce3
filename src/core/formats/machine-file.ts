import { accessOf, drawingFaults, reachFaults, type Access } from '../access';
import { pathLength, runOf } from '../cables';
import { fit, mixUps } from '../fasteners';
import {
  contentHash,
  fault,
  modelOf,
  parseMachine,
  referenceFaults,
  warning,
  type Fault,
  type Machine
} from '../machine';

export type MachineFile =
  | { ok: true; machine: Machine; access: Access; readonly hash: string; warnings: Fault[] }
  | { ok: false; faults: Fault[] };

/**
 * Reads and checks a machine file from end to end. Never throws: whatever is wrong comes back as named faults.
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
  const wrong = referenceFaults(machine);
  if (wrong.length > 0) return { ok: false, faults: wrong };
  const access = accessOf(modelOf(machine));
  const faults = [...reachFaults(access), ...drawingFaults(access), ...screwFaults(machine), ...cableFaults(machine)];
  const hard = faults.filter((f) => f.severity === 'fault');
  if (hard.length > 0) return { ok: false, faults };
  let hash: string | undefined;
  // Worked out when it is asked for: it costs as much as all the checks.
  return {
    ok: true,
    machine,
    access,
    get hash() {
      return (hash ??= contentHash(machine));
    },
    warnings: faults
  };
}

/** A screw this much too long dents or lifts what lies behind its hole, mm: bench rule of thumb. */
const HARMFUL_MM = 0.3;

function screwFaults(machine: Machine): Fault[] {
  const faults: Fault[] = [];
  machine.joints.forEach((joint, i) => {
    if (joint.kind !== 'screws') return;
    const { screw } = joint;
    const result = fit(screw, screw.hole, screw);
    const at = ['joints', i, 'screw', 'hole'];
    if (result.verdict === 'punches-through')
      faults.push(
        fault(at, `"${joint.id}" bottoms out: ${result.beyondMm.toFixed(1)} mm too long for its hole as drawn`)
      );
    if (result.verdict === 'strips')
      faults.push(
        fault(
          at,
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
    faults.push(
      warning(
        ['joints', i],
        `"${screw}" would be mistaken for ${holes.join(', ')} under the same bit and go up to ${mm.toFixed(1)} mm too deep there`
      )
    );
  }
  return faults;
}

/** A cable is laid with a little slack; beyond this it is drawn wrong or would be pinched. */
const SLACK = { ratio: 1.3, mm: 20 };

function cableFaults(machine: Machine): Fault[] {
  const faults: Fault[] = [];
  const joints = new Map(machine.joints.map((j) => [j.id, j]));
  machine.cables.forEach((cable, i) => {
    const { lengthMm, complete } = pathLength(cable);
    if (lengthMm > cable.lengthMm + 0.5) {
      faults.push(
        fault(
          ['cables', i, 'lengthMm'],
          `"${cable.part}" is ${cable.lengthMm} mm long, its path ${lengthMm.toFixed(0)} mm`
        )
      );
    } else if (complete && cable.lengthMm > lengthMm * SLACK.ratio + SLACK.mm) {
      faults.push(
        fault(
          ['cables', i, 'lengthMm'],
          `"${cable.part}" is ${cable.lengthMm} mm long, its path only ${lengthMm.toFixed(0)} mm`
        )
      );
    }
    for (const bend of runOf(cable).bends.filter((b) => b.tight)) {
      faults.push(
        warning(
          ['cables', i, 'path', bend.point],
          `"${cable.part}" has room for a bend of ${bend.radiusMm} mm here and needs ${cable.minBendRadiusMm} mm`
        )
      );
    }
    cable.ends.forEach((end, k) => {
      const joint = joints.get(end.joint)!;
      if (joint.a !== cable.part && joint.b !== cable.part)
        faults.push(fault(['cables', i, 'ends', k, 'joint'], `"${end.joint}" does not hold "${cable.part}"`));
      if (joint.kind === 'connector' && joint.marks && end.mark !== undefined && !joint.marks.includes(end.mark)) {
        faults.push(
          fault(
            ['cables', i, 'ends', k, 'mark'],
            `mark "${end.mark}" does not pair with "${joint.marks.join('" and "')}" at "${joint.id}"`
          )
        );
      }
    });
  });
  machine.joints.forEach((joint, i) => {
    if (joint.kind === 'connector' && joint.marks && joint.marks[0] !== joint.marks[1]) {
      faults.push(
        fault(
          ['joints', i, 'marks'],
          `marks do not pair: "${joint.marks[0]}" on the plug, "${joint.marks[1]}" beside the socket`
        )
      );
    }
  });
  return faults;
}
