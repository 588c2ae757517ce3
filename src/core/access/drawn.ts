import { removes, type Machine, type Move, type Pose } from '../machine';
import type { Access } from './requirements';
import { areaOf, contains, discMeets } from './geometry';
import { warning, type Problem } from '../result';

/** What the drawing says that cannot be, or hardly: told to whoever writes the file. */
export function drawingProblems(access: Access): Problem[] {
  return [
    ...meetings(access),
    ...strayJoints(access.model.machine),
    ...shapelessMoves(access),
    ...turnedLoose(access),
    ...strandedRiders(access)
  ];
}

/** Two things cannot be at one place, unless one is drawn around what it carries. */
function meetings({ model, drawing }: Access): Problem[] {
  const { parts } = model.machine;
  const index = new Map(parts.map((p, i) => [p.id, i]));
  const range = ([from, to]: readonly [number, number]) => `${from} to ${to} mm`;
  return [...drawing.meetings()].map(({ a, b, zone, at, depths }) =>
    warning(
      ['parts', index.get(a.id)!, 'shapes'],
      'parts-meet',
      `"${a.id}" and "${b.id}" run through each other in "${zone}", as drawn ${range(depths[0])} and ${range(depths[1])} deep at ${at.map((mm) => mm.toFixed(0)).join(' / ')}`
    )
  );
}

/** A place off the face is worked on nowhere. */
function strayJoints(machine: Machine): Problem[] {
  const zones = new Map(machine.zones.map((z) => [z.id, areaOf(z.outline)]));
  return machine.joints.flatMap((joint, i) => {
    const zone = zones.get(joint.zone)!;
    const k = joint.at.findIndex((at) => !contains(zone, at) && !discMeets(zone, at, 0.5));
    return k < 0
      ? []
      : [
          warning(
            ['joints', i, 'at', k],
            'joint-outside',
            `"${joint.id}" lies outside "${joint.zone}" at ${joint.at[k]!.join(' / ')}`
          )
        ];
  });
}

/** Nothing can be seen to lie over what has no shape where it is moved: such a move is in nobody's way. */
function shapelessMoves({ model }: Access): Problem[] {
  return model.machine.parts.flatMap((part, i) =>
    part.moves.flatMap((move, k) => {
      if (model.cable(part.id) || part.shapes.length === 0) return [];
      const isDrawn = [...model.riders(part.id)].some((id) => model.part(id).shapes.some((s) => s.zone === move.zone));
      return isDrawn
        ? []
        : [
            warning(
              ['parts', i, 'moves', k, 'zone'],
              'move-without-shape',
              `"${part.id}" is moved in "${move.zone}", where neither it nor what rides on it has a shape: nothing will ever cover it there`
            )
          ];
    })
  );
}

/** A part whose last hold is undone in another position than it is taken out in lies loose while the machine is turned. */
function turnedLoose({ model, actions, holdings }: Access): Problem[] {
  const pose = (zone: string) => model.zone(zone).pose;
  const agree = (a: Pose, b: Pose) =>
    (a.up === b.up || a.up === 'either' || b.up === 'either') &&
    (a.lid === b.lid || a.lid === 'any' || b.lid === 'any');
  const index = new Map(model.machine.parts.map((p, i) => [p.id, i]));
  return holdings
    .filter(({ part }, i) => holdings.findIndex((h) => h.part === part) === i)
    .flatMap(({ part, holds }) => {
      const last = [...new Set(holds.flat(2))].map((id) => pose(actions.get(id)!.zone));
      const out = part.moves.filter(removes);
      if (last.length === 0 || out.length === 0) return [];
      const isTurned = (move: Move) => !last.some((p) => agree(p, pose(move.zone)));
      return out.every(isTurned)
        ? [
            warning(
              ['parts', index.get(part.id)!, 'moves'],
              'turned-loose',
              `"${part.id}" is taken out in "${out[0]!.zone}", and all that holds it is undone in another position: it lies loose while the machine is turned`
            )
          ]
        : [];
    });
}

/** What has to be said of a rider that a spare does not bring and that cannot be taken off the old part. */
export const strandedWords = (rider: string, part: string): string =>
  `"${rider}" rides on "${part}" and has no move that takes it out: list it in the spareIncludes of "${part}" if a spare brings it, or give it a move`;

/** A part that is replaced takes with it what its spare does not bring and nothing takes off. */
function strandedRiders({ model }: Access): Problem[] {
  return model.machine.parts.flatMap((part, i) => {
    if (part.numbers.length === 0 || !part.moves.some(removes)) return [];
    const brought = new Set(part.spareIncludes);
    const left = (id: string): string[] =>
      model
        .children(id)
        .flatMap((child) => (brought.has(child.id) ? left(child.id) : child.moves.some(removes) ? [] : [child.id]));
    return left(part.id).map((rider) =>
      warning(['parts', i, 'spareIncludes'], 'stranded-rider', strandedWords(rider, part.id))
    );
  });
}
