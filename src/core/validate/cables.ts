import { pathLength, routeOf } from '../cables';
import type { Machine } from '../machine';
import { problem, warning, type Problem } from '../result';

/** A cable is laid with a little slack; beyond this it is drawn wrong or would be pinched. */
const SLACK = { ratio: 1.3, mm: 20 };

/** Cables whose lengths, bends, ends or marks do not go together. */
export function cableProblems(machine: Machine): Problem[] {
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
  const marked = new Map<string, string>();
  machine.joints.forEach((joint, i) => {
    if (joint.kind === 'connector' && joint.marks) {
      const place = `${joint.b} ${joint.marks[1]}`;
      const other = marked.get(place);
      if (other === undefined) marked.set(place, joint.id);
      else
        problems.push(
          warning(
            ['joints', i, 'marks'],
            'mark-twice',
            `the mark "${joint.marks[1]}" stands at two sockets of "${joint.b}": "${other}" and "${joint.id}" cannot be told apart by it`
          )
        );
    }
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
