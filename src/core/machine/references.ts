import { area, flatten } from './outline';
import { movedBy, removes, type ActionRef, type Machine } from './schema';
import type { Outline } from './shapes';
import { problem, shown, type Problem } from '../result';

/** Outlines with more corners than this are drawings of something else. */
const MAX_CORNERS = 20_000;
/** All outlines of a large notebook have a few thousand corners together. */
const MAX_CORNERS_IN_ALL = 100_000;

/**
 * Faults that can be told from names and counts alone: unknown references, doubled ids, carriers that go round,
 * parts that nothing holds, positions that disagree with counts. With none of these, lookups are safe.
 */
export function referenceProblems(machine: Machine): Problem[] {
  const problems: Problem[] = [];
  const zones = idsOf('zones', machine.zones, problems);
  const parts = idsOf('parts', machine.parts, problems);
  const joints = idsOf('joints', machine.joints, problems);
  const cables = new Set(machine.cables.map((c) => c.part));
  const moves = new Map(machine.parts.map((p) => [p.id, new Set(p.moves.map((m) => m.id))]));
  const known = (set: ReadonlySet<string>, id: string | undefined, what: string, path: PropertyKey[]) => {
    if (id !== undefined && !set.has(id))
      problems.push(problem(path, 'unknown-reference', `names ${what} "${shown(id)}", which is not in the file`));
  };
  const action = (ref: ActionRef, path: PropertyKey[]) => {
    if ('joint' in ref) return known(joints, ref.joint, 'joint', [...path, 'joint']);
    known(parts, ref.part, 'part', [...path, 'part']);
    if (parts.has(ref.part) && !moves.get(ref.part)!.has(ref.move)) {
      problems.push(
        problem(
          [...path, 'move'],
          'unknown-reference',
          `names move "${shown(ref.move)}", which part "${ref.part}" does not have`
        )
      );
    }
  };
  let corners = 0;
  const outline = (shape: Outline, path: PropertyKey[]) => {
    const points = flatten(shape);
    if (corners <= MAX_CORNERS_IN_ALL && (corners += points.length) > MAX_CORNERS_IN_ALL)
      problems.push(
        problem(path, 'too-many-corners', `brings the drawing to more than ${MAX_CORNERS_IN_ALL} corners in all`)
      );
    if (points.length > MAX_CORNERS)
      problems.push(problem(path, 'too-many-corners', `has more than ${MAX_CORNERS} corners`));
    else if (Math.abs(area(points)) < 0.01) problems.push(problem(path, 'no-area', 'encloses no area'));
  };

  machine.zones.forEach((zone, i) => outline(zone.outline, ['zones', i, 'outline']));
  machine.parts.forEach((part, i) => {
    const at = ['parts', i];
    known(parts, part.on, 'part', [...at, 'on']);
    part.spareIncludes.forEach((id, k) => known(parts, id, 'part', [...at, 'spareIncludes', k]));
    if (moves.get(part.id)!.size < part.moves.length)
      problems.push(problem([...at, 'moves'], 'duplicate-id', 'has two moves of one id'));
    part.shapes.forEach((shape, k) => {
      const place = [...at, 'shapes', k];
      known(zones, shape.zone, 'zone', [...place, 'zone']);
      outline(shape.outline, [...place, 'outline']);
      shape.openings.forEach((opening, n) => outline(opening, [...place, 'openings', n]));
      if (shape.depth[0] >= shape.depth[1])
        problems.push(problem([...place, 'depth'], 'depth-reversed', 'must run from nearer to farther'));
    });
    part.moves.forEach((move, k) => {
      known(zones, move.zone, 'zone', [...at, 'moves', k, 'zone']);
      move.leaves.forEach((id, n) => known(joints, id, 'joint', [...at, 'moves', k, 'leaves', n]));
      move.with?.forEach((id, n) => known(parts, id, 'part', [...at, 'moves', k, 'with', n]));
      if (move.with && !removes(move))
        problems.push(
          problem(
            [...at, 'moves', k, 'with'],
            'together-on-leash',
            `is for moves that take parts out: a ${move.kind} leaves them on their leash`
          )
        );
      if (move.lid && removes(move))
        problems.push(
          problem(
            [...at, 'moves', k, 'lid'],
            'lid-taken-out',
            `is for parts that stay on their leash: a ${move.kind} takes this one out`
          )
        );
    });
    part.numbers.forEach((number, k) =>
      number.variants?.forEach((id, n) =>
        known(new Set(machine.variants.map((v) => v.id)), id, 'variant', [...at, 'numbers', k, 'variants', n])
      )
    );
  });
  const roots = machine.parts.filter((p) => !p.on && !cables.has(p.id));
  if (roots.length !== 1) {
    problems.push(
      problem(
        ['parts'],
        'one-root',
        roots.length === 0
          ? 'every part stands on another: one has to carry them all'
          : `only one part may stand on nothing; these do: ${roots
              .slice(0, 6)
              .map((p) => p.id)
              .join(', ')}`
      )
    );
  }
  problems.push(...carrierLoops(machine), ...togetherProblems(machine), ...lidProblems(machine));

  machine.joints.forEach((joint, i) => {
    const at = ['joints', i];
    known(parts, joint.a, 'part', [...at, 'a']);
    known(parts, joint.b, 'part', [...at, 'b']);
    known(zones, joint.zone, 'zone', [...at, 'zone']);
    known(parts, joint.reachedRaised, 'part', [...at, 'reachedRaised']);
    if (joint.a === joint.b) problems.push(problem(at, 'holds-itself', `holds "${joint.a}" onto itself`));
    if (joint.kind !== 'screws') return;
    known(parts, joint.screw.hole?.behind, 'part', [...at, 'screw', 'hole', 'behind']);
    if (joint.at.length !== joint.count) {
      problems.push(
        problem([...at, 'at'], 'places-miscounted', `gives ${joint.at.length} places for ${joint.count} screws`)
      );
    }
    const order = joint.screw.printedOrder;
    if (
      order &&
      (order.length !== joint.count || new Set(order).size !== order.length || Math.max(...order) >= joint.count)
    ) {
      problems.push(
        problem(
          [...at, 'screw', 'printedOrder'],
          'printed-order',
          `must name each of the ${joint.count} holes once, counted from 0`
        )
      );
    }
  });
  const held = new Set(machine.joints.flatMap((j) => [j.a, j.b]));
  machine.parts.forEach((part, i) => {
    if (!held.has(part.id) && machine.parts.length > 1)
      problems.push(problem(['parts', i], 'not-held', `"${part.id}" is held by no joint`));
  });

  machine.cables.forEach((cable, i) => {
    const at = ['cables', i];
    known(parts, cable.part, 'part', [...at, 'part']);
    cable.path.forEach((point, k) => {
      known(zones, point.zone, 'zone', [...at, 'path', k, 'zone']);
      known(joints, point.guide, 'joint', [...at, 'path', k, 'guide']);
    });
    cable.ends.forEach((end, k) => known(joints, end.joint, 'joint', [...at, 'ends', k, 'joint']));
  });
  machine.isolation.steps.forEach((step, i) => known(joints, step.joint, 'joint', ['isolation', 'steps', i, 'joint']));
  known(joints, machine.isolation.joint, 'joint', ['isolation', 'joint']);
  machine.relations.forEach((relation, i) => {
    const at = ['relations', i];
    if (relation.kind !== 'order') {
      known(parts, relation.cover, 'part', [...at, 'cover']);
      action(relation.action, [...at, 'action']);
    } else {
      action(relation.before, [...at, 'before']);
      action(relation.after, [...at, 'after']);
    }
  });
  return problems;
}

function idsOf(list: string, things: readonly { id: string }[], problems: Problem[]): Set<string> {
  const seen = new Set<string>();
  things.forEach((thing, i) => {
    if (seen.has(thing.id)) problems.push(problem([list, i, 'id'], 'duplicate-id', `"${thing.id}" stands twice`));
    seen.add(thing.id);
  });
  return seen;
}

/** What leaves together stands beside each other: what is mounted on a part leaves with it anyway, and nothing takes its carrier along. */
function togetherProblems(machine: Machine): Problem[] {
  const on = new Map(machine.parts.map((p) => [p.id, p.on]));
  const stands = (id: string, carrier: string) => {
    const seen = new Set<string>();
    for (let up = on.get(id); up !== undefined && !seen.has(up); up = on.get(up)) {
      if (up === carrier) return true;
      seen.add(up);
    }
    return false;
  };
  return machine.parts.flatMap((part, i) =>
    part.moves.flatMap((move, k) =>
      (move.with ?? []).flatMap((id, n) => {
        const others = movedBy(part.id, move).slice(0, n + 1);
        const meant = others.find((other) => other === id || stands(id, other) || stands(other, id));
        if (meant === undefined) return [];
        return [
          problem(
            ['parts', i, 'moves', k, 'with', n],
            'together-nested',
            meant === id
              ? `names "${shown(id)}" twice`
              : stands(id, meant)
                ? `names "${shown(id)}", which rides on "${meant}" and leaves with it anyway`
                : `names "${shown(id)}", which carries "${meant}": give it a move of its own`
          )
        ];
      })
    )
  );
}

/** The lid is in one place at a time: what goes with it goes to one position, or nothing could count on two of them at once. */
function lidProblems(machine: Machine): Problem[] {
  const tied = machine.parts.flatMap((part, i) =>
    part.moves.flatMap((move, k) =>
      move.lid ? [{ lid: move.lid, path: ['parts', i, 'moves', k, 'lid'], name: `${part.id}/${move.id}` }] : []
    )
  );
  return tied
    .filter((t) => t.lid !== tied[0]!.lid)
    .map((t) =>
      problem(
        t.path,
        'lid-positions',
        `goes with the lid ${t.lid}, and "${tied[0]!.name}" with the lid ${tied[0]!.lid}: all that goes with the lid has to go to one position`
      )
    );
}

function carrierLoops(machine: Machine): Problem[] {
  const on = new Map(machine.parts.map((p) => [p.id, p.on]));
  const settled = new Set<string>();
  const problems: Problem[] = [];
  machine.parts.forEach((part, i) => {
    const chain: string[] = [];
    let id: string | undefined = part.id;
    while (id && !settled.has(id) && !chain.includes(id)) {
      chain.push(id);
      id = on.get(id);
    }
    if (id && chain.includes(id)) {
      const loop = [...chain.slice(chain.indexOf(id)), id];
      problems.push(problem(['parts', i, 'on'], 'carrier-loop', `goes round: ${loop.join(' on ')}`));
    }
    for (const seen of chain) settled.add(seen);
  });
  return problems;
}
