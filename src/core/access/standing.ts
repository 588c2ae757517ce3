import { movedBy, removes, type Joint, type Model, type Move, type Part } from '../machine';
import { moveId, openId, type ActionId } from '../ids';
import type { Drawing } from './covers';
import { waysToClear, waysToClearRider, waysToRelease, type Alternative } from './clearing';

/**
 * How a part is that is in the machine and not held: nothing keeps it there, it hangs on what its move left closed, it stands up from
 * its socket; or it is a panel without its bezel, which no lid is closed and no machine turned on to.
 */
export type Unheld = 'free' | 'leash' | 'popped' | 'bare';

/** What keeps a part in its place. It is held as long as one of its holds is neither opened nor cleared. */
export interface Holding {
  part: Part;
  /** Each is given up by any of its ways: all actions of a way done. Empty: nothing but its own weight and fit ever held it. */
  holds: readonly (readonly Alternative[])[];
  /** Moves that leave it on its leash; what goes with the lid is held by that. */
  leash: readonly ActionId[];
  /** Moves that take it out of the machine, alone or with what carries it. */
  out: readonly ActionId[];
  /** Once nothing else holds it, it stands up from its socket. */
  pops: boolean;
  /** What it is without while it is held as it should be: a panel's bezel. */
  bare?: true;
}

/** What keeps each part that can move, in the order of the file; cables lie where they are plugged and dressed. */
export function holdingsOf(model: Model, drawing: Drawing): Holding[] {
  return model.machine.parts.flatMap((part) => {
    if (part.id === model.root.id || model.cable(part.id) || part.moves.length === 0) return [];
    const common = {
      part,
      leash: part.moves.filter((m) => !removes(m) && !m.lid).map((m) => moveId(part.id, m.id)),
      out: model.waysOut(part.id).map((way) => moveId(way.part.id, way.move.id)),
      pops: model.jointsOf(part.id).some((j) => j.a === part.id && j.kind === 'connector' && POPS.has(j.family))
    };
    const together = model.groupMoves.filter((g) => movedBy(g.part.id, g.move).includes(part.id));
    return [
      {
        ...common,
        holds: keptBy(
          model,
          drawing,
          part,
          part.moves.filter((m) => !m.with),
          model.riders(part.id)
        )
      },
      // Two that are held to each other alone lie loose together.
      ...together.map(({ part: of, move }) => ({
        ...common,
        pops: false,
        holds: keptBy(model, drawing, of, [move], model.takes(of.id, move))
      })),
      ...bareWithout(model, drawing, part).map((ways) => ({
        ...common,
        leash: [],
        pops: false,
        holds: [ways],
        bare: true as const
      }))
    ];
  });
}

/** How each bezel over a panel comes off while the panel stays. */
function bareWithout(model: Model, drawing: Drawing, panel: Part): (readonly Alternative[])[] {
  if (panel.kind !== 'panel') return [];
  const bezels = panel.moves.flatMap((move) =>
    drawing.coversOfExit(panel, move).flatMap(({ part }) => (part.kind === 'bezel' ? [part] : []))
  );
  return [...new Set(bezels)]
    .map((bezel) =>
      model
        .waysOut(bezel.id)
        .filter(({ part, move }) => !model.takes(part.id, move).has(panel.id))
        .map(({ part, move }) => [moveId(part.id, move.id)])
    )
    .filter((ways) => ways.length > 0);
}

/** The joints between these and the rest, and what lies over their way out. */
function keptBy(
  model: Model,
  drawing: Drawing,
  part: Part,
  moves: readonly Move[],
  moving: ReadonlySet<string>
): (readonly Alternative[])[] {
  const joints = [...moving]
    .flatMap((id) => model.jointsOf(id))
    .filter((j) => moving.has(j.a) !== moving.has(j.b) && keeps(model, j));
  const covers = moves.flatMap((move) => [
    ...drawing.coversOfExit(part, move).map(({ part: cover }) => waysToClear(model, cover, part.id)),
    ...drawing
      .coversOfRiders(part, move)
      .map(({ part: cover, rider }) => waysToClearRider(model, cover, rider, part, move))
  ]);
  return [...[...new Set(joints)].map((j) => waysToRelease(model, j, part.id)), ...covers];
}

const POPS = new Set(['edge-card', 'memory-socket']);

/** Whether a joint keeps a part from falling when the machine is turned: plugs, guides, hooks and what is soft do not. */
function keeps(model: Model, joint: Joint): boolean {
  switch (joint.kind) {
    case 'screws':
    case 'clips':
    case 'latch':
      return true;
    case 'adhesive':
      return joint.adhesive !== 'thermal-compound' && joint.adhesive !== 'thermal-pad';
    case 'tape':
      return !model.cable(joint.a);
    case 'connector':
      return joint.family === 'memory-socket' || joint.family === 'processor-lock' || joint.family === 'tray';
    case 'dressing':
    case 'seal':
    case 'hook':
      return false;
  }
}

/**
 * What is in the machine and not held.
 * @param open all that is opened and moved at this moment
 */
export function unheld(holdings: readonly Holding[], open: ReadonlySet<ActionId>): Map<string, Unheld> {
  const out = new Map<string, Unheld>();
  for (const { part, holds, leash, out: leaves, pops, bare } of holdings) {
    if (leaves.some((id) => open.has(id)) || out.has(part.id)) continue;
    if (leash.some((id) => open.has(id))) out.set(part.id, 'leash');
    else if (holds.length > 0 && holds.every((ways) => ways.some((way) => way.every((id) => open.has(id)))))
      out.set(part.id, bare ? 'bare' : pops ? 'popped' : 'free');
  }
  return out;
}

/**
 * Whether a part is in the machine: neither it nor what carries it is out; a loose cable is where one of its ends still is.
 * @param open all that is opened and moved at this moment
 */
export function isIn(model: Model, id: string, open: ReadonlySet<ActionId>): boolean {
  const isOut = model.waysOut(id).some(({ part, move }) => open.has(moveId(part.id, move.id)));
  if (isOut || !model.isUncarried(id)) return !isOut;
  return model.jointsOf(id).some((j) => !open.has(openId(j.id)) && isIn(model, j.a === id ? j.b : j.a, open));
}
