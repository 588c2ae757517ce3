import type { Cable, Joint } from './joints';
import { movedBy, removes, type Machine, type Move, type Part, type Zone } from './schema';

/** A move with the part whose move it is. */
export interface PartMove {
  part: Part;
  move: Move;
}

/** A machine file with its lookups: every question about who carries whom is answered here. */
export interface Model {
  machine: Machine;
  root: Part;
  part(id: string): Part;
  joint(id: string): Joint;
  zone(id: string): Zone;
  move(part: string, move: string): Move;
  cable(part: string): Cable | undefined;
  hasPart(id: string): boolean;
  hasJoint(id: string): boolean;
  /** Joints with an end in this part. */
  jointsOf(part: string): readonly Joint[];
  /** The part and everything that rides on it. */
  riders(part: string): ReadonlySet<string>;
  /** What carries it, nearest first. */
  carriers(part: string): readonly string[];
  children(part: string): readonly Part[];
  /** All that goes along when the part is moved so: its riders, and the parts that leave together with it with theirs. */
  takes(part: string, move: Move): ReadonlySet<string>;
  /** Moves that take it out of the machine: its own, those of what carries it, and those of others that it leaves together with. */
  waysOut(part: string): readonly PartMove[];
  /** Moves that take several parts out together. */
  groupMoves: readonly PartMove[];
  /** A cable that is plugged at its ends and carried by nothing, so that it stays with either. */
  isUncarried(part: string): boolean;
}

/**
 * @param machine a machine whose references have been checked
 * @throws if asked for an id that is not in it: a programming error, not a fault of the file
 */
export function modelOf(machine: Machine): Model {
  const parts = new Map(machine.parts.map((p) => [p.id, p]));
  const joints = new Map(machine.joints.map((j) => [j.id, j]));
  const zones = new Map(machine.zones.map((z) => [z.id, z]));
  const cables = new Map(machine.cables.map((c) => [c.part, c]));
  const byPart = new Map<string, Joint[]>(machine.parts.map((p) => [p.id, []]));
  for (const joint of machine.joints) {
    byPart.get(joint.a)?.push(joint);
    if (joint.b !== joint.a) byPart.get(joint.b)?.push(joint);
  }
  const get = <T>(map: ReadonlyMap<string, T>, id: string, what: string): T => {
    const found = map.get(id);
    if (found === undefined) throw new Error(`no ${what} "${id}" in ${machine.id}`);
    return found;
  };
  const children = new Map<string, Part[]>(machine.parts.map((p) => [p.id, []]));
  for (const part of machine.parts) if (part.on) children.get(part.on)?.push(part);

  const carriers = new Map<string, string[]>();
  for (const part of machine.parts) {
    const chain: string[] = [];
    for (let up = part.on; up && !chain.includes(up); up = parts.get(up)?.on) chain.push(up);
    carriers.set(part.id, chain);
  }
  const riders = new Map<string, Set<string>>(machine.parts.map((p) => [p.id, new Set([p.id])]));
  for (const [id, chain] of carriers) for (const up of chain) riders.get(up)!.add(id);

  const groupMoves = machine.parts.flatMap((part) => part.moves.filter((m) => m.with).map((move) => ({ part, move })));
  const together = new Map(
    groupMoves.map(({ part, move }) => [
      `${part.id}/${move.id}`,
      new Set(movedBy(part.id, move).flatMap((id) => [...(riders.get(id) ?? [])]))
    ])
  );
  const takes = (part: string, move: Move): ReadonlySet<string> =>
    move.with ? get(together, `${part}/${move.id}`, 'move') : get(riders, part, 'part');
  const waysOut = new Map(
    machine.parts.map(({ id }) => {
      const own = [id, ...carriers.get(id)!].flatMap((up) =>
        parts
          .get(up)!
          .moves.filter(removes)
          .map((move) => ({ part: parts.get(up)!, move }))
      );
      return [
        id,
        [...own, ...groupMoves.filter((g) => takes(g.part.id, g.move).has(id) && !own.some((o) => o.move === g.move))]
      ];
    })
  );

  const root = machine.parts.find((p) => !p.on && !cables.has(p.id)) ?? machine.parts[0]!;
  return {
    machine,
    root,
    part: (id) => get(parts, id, 'part'),
    joint: (id) => get(joints, id, 'joint'),
    zone: (id) => get(zones, id, 'zone'),
    move: (part, move) => {
      const found = get(parts, part, 'part').moves.find((m) => m.id === move);
      if (!found) throw new Error(`no move "${move}" of part "${part}" in ${machine.id}`);
      return found;
    },
    cable: (part) => cables.get(part),
    hasPart: (id) => parts.has(id),
    hasJoint: (id) => joints.has(id),
    jointsOf: (part) => get(byPart, part, 'part'),
    riders: (part) => get(riders, part, 'part'),
    carriers: (part) => get(carriers, part, 'part'),
    children: (part) => get(children, part, 'part'),
    takes,
    waysOut: (part) => get(waysOut, part, 'part'),
    groupMoves,
    isUncarried: (part) => part !== root.id && !get(parts, part, 'part').on
  };
}
