import type { Joint } from '../machine';
import { moveKey, openKey, takesOut } from './facts';
import type { Demand, Open, Reach } from './reach';

type How = 'free' | 'leash' | 'popped' | 'bare';

/** What is in the machine and not held, part by part, with how. */
export function looseThings(reach: Reach, open: Open): Map<string, How> {
  const { facts } = reach;
  const out = new Map<string, How>();
  for (const part of facts.machine.parts) {
    if (part.id === facts.root || facts.cables.has(part.id) || part.moves.length === 0 || reach.isOut(part.id, open))
      continue;
    // What goes with the lid is on the lid.
    if (part.moves.some((m) => !takesOut(m) && m.lid === undefined && open.has(moveKey(part.id, m.id))))
      out.set(part.id, 'leash');
    else if (isFree(reach, part.id, open))
      out.set(
        part.id,
        facts.machine.joints.some(
          (j) => j.a === part.id && j.kind === 'connector' && (j.family === 'edge-card' || j.family === 'memory-socket')
        )
          ? 'popped'
          : 'free'
      );
    else if (
      facts.jointly.some(
        ({ key, taken, part: first, move }) =>
          [first.id, ...(move.with ?? [])].includes(part.id) && taken.has(part.id) && isFree(reach, key, open)
      )
    )
      out.set(part.id, 'free');
    else if (part.kind === 'panel' && bezelsOver(reach, part.id).some((id) => facts.hasLeft(id, open, part.id)))
      out.set(part.id, 'bare');
  }
  return out;
}

/** Bezels that lie over the way out of a panel. */
function bezelsOver(reach: Reach, panel: string): string[] {
  const { facts } = reach;
  const part = facts.parts.get(panel)!;
  return part.moves
    .flatMap((move) => reach.exitCovers(part, move))
    .flatMap(({ cover }) => (cover !== undefined && facts.parts.get(cover)?.kind === 'bezel' ? [cover] : []));
}

/** @param unit a part with what stands on it, or by their move several that leave together */
function isFree(reach: Reach, unit: string, open: Open): boolean {
  const { joints, covers, first } = keptBy(reach, unit);
  const letsGo = (j: Joint) =>
    open.has(openKey(j.id)) || (reach.facts.hasLeft(j.a, open, first) && reach.facts.hasLeft(j.b, open, first));
  return joints.length + covers.length > 0 && joints.every(letsGo) && covers.every((c) => c.isMet(open));
}

/** Joints that keep a part, with what stands on it, from falling. */
export const fastenersOf = (reach: Reach, part: string): readonly Joint[] => keptBy(reach, part).joints;

interface Kept {
  first: string;
  joints: Joint[];
  covers: Demand[];
}
const kept = new WeakMap<Reach, Map<string, Kept>>();

function keptBy(reach: Reach, unit: string): Kept {
  const all = kept.get(reach) ?? new Map<string, Kept>();
  kept.set(reach, all);
  const known = all.get(unit) ?? readKept(reach, unit);
  all.set(unit, known);
  return known;
}

function readKept(reach: Reach, unit: string): Kept {
  const { facts } = reach;
  const group = facts.jointly.find((g) => g.key === unit);
  const part = group?.part ?? facts.parts.get(unit)!;
  const moves = group ? [group.move] : part.moves.filter((m) => !m.with);
  return {
    first: part.id,
    joints: facts.jointsAt(group?.taken ?? facts.ridersOf(unit)).filter((j) => fastens(reach, j)),
    covers: moves.flatMap((m) => reach.exitCovers(part, m))
  };
}

/** Whether it keeps a part from falling; plugs, guides, hooks and paste do not. */
function fastens(reach: Reach, j: Joint): boolean {
  if (j.kind === 'screws' || j.kind === 'clips' || j.kind === 'latch') return true;
  if (j.kind === 'adhesive') return !j.adhesive.startsWith('thermal');
  if (j.kind === 'tape') return !reach.facts.cables.has(j.a);
  return j.kind === 'connector' && ['memory-socket', 'processor-lock', 'tray'].includes(j.family);
}
