import type { Joint, Part } from '../machine';
import { moveKey, openKey, takesOut } from './facts';
import type { Demand, Open, Reach } from './reach';

type How = 'free' | 'leash' | 'popped';

/** What is in the machine and not held, part by part, with how. */
export function looseThings(reach: Reach, open: Open): Map<string, How> {
  const { facts } = reach;
  const out = new Map<string, How>();
  for (const part of facts.machine.parts) {
    if (part.id === facts.root || facts.cables.has(part.id) || part.moves.length === 0 || reach.isOut(part.id, open)) continue;
    if (part.moves.some((m) => !takesOut(m) && open.has(moveKey(part.id, m.id)))) out.set(part.id, 'leash');
    else {
      const { joints, covers } = keptBy(reach, part);
      const isFree = joints.length + covers.length > 0 && joints.every((j) => open.has(openKey(j.id))) && covers.every((c) => c.isMet(open));
      if (isFree) out.set(part.id, facts.machine.joints.some((j) => j.a === part.id && j.kind === 'connector' && (j.family === 'edge-card' || j.family === 'memory-socket')) ? 'popped' : 'free');
    }
  }
  return out;
}

const kept = new WeakMap<Reach, Map<string, { joints: Joint[]; covers: Demand[] }>>();

function keptBy(reach: Reach, part: Part): { joints: Joint[]; covers: Demand[] } {
  const all = kept.get(reach) ?? new Map<string, { joints: Joint[]; covers: Demand[] }>();
  kept.set(reach, all);
  const known = all.get(part.id) ?? { joints: reach.facts.jointsAt(reach.facts.ridersOf(part.id)).filter((j) => fastens(reach, j)), covers: part.moves.flatMap((m) => reach.exitCovers(part, m)) };
  all.set(part.id, known);
  return known;
}

/** Whether it keeps a part from falling; plugs, guides, hooks and paste do not. */
function fastens(reach: Reach, j: Joint): boolean {
  if (j.kind === 'screws' || j.kind === 'clips' || j.kind === 'latch') return true;
  if (j.kind === 'adhesive') return !j.adhesive.startsWith('thermal');
  if (j.kind === 'tape') return !reach.facts.cables.has(j.a);
  return j.kind === 'connector' && ['memory-socket', 'processor-lock', 'tray'].includes(j.family);
}
