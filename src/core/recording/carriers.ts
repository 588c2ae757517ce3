import { removes } from '../machine';
import { questionId } from '../ids';
import type { RecordState, SeenPart } from './state';
import type { Ends } from './ends';
import type { Together } from './together';
import { CABLES, carries } from './habits';
import { POWER_QUESTION } from './power';

/** What carries a part, and what it may stand on as well. */
export interface Carrier {
  on: string;
  sure: number;
  others: string[];
}

/** What a part rides on, nearest first. */
export function carriersUp(on: ReadonlyMap<string, string>, part: string): string[] {
  const out: string[] = [];
  for (let up = on.get(part); up !== undefined && up !== part && !out.includes(up); up = on.get(up)) out.push(up);
  return out;
}

/** A cable of one plug, told to take the power of the one battery away, is its lead. */
function leadOfCell(
  { answers, parts, joints }: RecordState,
  ends: ReadonlyMap<string, Ends>
): { cable: string; battery: string } | undefined {
  const plug = answers[POWER_QUESTION];
  const cable = parts.find((p) => plug !== undefined && p.id === ends.get(plug)?.a && CABLES.has(p.kind));
  const batteries = parts.filter((p) => p.kind === 'battery');
  if (!cable || batteries.length !== 1) return undefined;
  const plugs = joints.filter((j) => j.fixing.kind === 'connector' && ends.get(j.id)?.a === cable.id);
  return plugs.length === 1 ? { cable: cable.id, battery: batteries[0]!.id } : undefined;
}

/** Hinges leave with the lid. */
const habit = (part: SeenPart, carrier: SeenPart | undefined): number =>
  part.kind === 'hinge' && carrier?.kind === 'display' ? 1 : 0;

/**
 * What carries each part: most of what its joints hold it onto, unless what came along and what stayed say otherwise.
 * Absent for what remains, and for cables that are plugged at both ends and stay with either.
 */
export function carriersOf(
  state: RecordState,
  together: Together,
  ends: ReadonlyMap<string, Ends>
): Map<string, Carrier> {
  const root = state.about?.rest.part;
  const parts = new Map(state.parts.map((p) => [p.id, p]));
  const joints = new Map(state.joints.map((j) => [j.id, j]));
  const own = new Set(state.moves.filter(removes).map((m) => m.part));
  const on = new Map<string, Carrier>();
  const lead = leadOfCell(state, ends);
  for (const part of state.parts) {
    if (part.id === root || root === undefined) continue;
    const told = state.answers[questionId({ kind: 'on', part: part.id })] ?? part.on;
    if (told !== undefined && told !== part.id && parts.has(told)) {
      on.set(part.id, { on: told, sure: 1, others: [] });
      continue;
    }
    if (lead?.cable === part.id) {
      on.set(part.id, { on: lead.battery, sure: 1, others: [] });
      continue;
    }
    const isCable = CABLES.has(part.kind);
    if (isCable && own.has(part.id)) continue;
    // A carrier is parted from it by its own move alone.
    const isConsistent = (id: string) => {
      const parting = together.parting(part.id, id);
      return !parting || parting.move.part === part.id;
    };
    const votes = new Map<string, number>();
    const besides = new Map<string, number>();
    for (const [joint, { a, b }] of ends) {
      if (a !== part.id || !carries(joints.get(joint)!.fixing) || b === part.id) continue;
      const { places, fixing } = joints.get(joint)!;
      if (isConsistent(b)) votes.set(b, (votes.get(b) ?? 0) + places.length);
      // What never comes off by itself is fixed for good to what it leaves with.
      else if (fixing.kind === 'screws' && own.has(part.id)) besides.set(b, (besides.get(b) ?? 0) + places.length);
    }
    // What only screws to something that stayed held came along beside the other, not on it.
    const most = [...(votes.size > 0 ? votes : besides)].sort(
      (p, q) => habit(part, parts.get(q[0])) - habit(part, parts.get(p[0])) || q[1] - p[1] || (p[0] < q[0] ? -1 : 1)
    );
    const lastWith = state.moves
      .filter((m) => removes(m) && m.part !== part.id && together.taken(m).has(part.id) && isConsistent(m.part))
      .at(-1)?.part;
    const [first, ...others] = most.map(([id]) => id);
    on.set(part.id, {
      on: first ?? lastWith ?? root,
      // Held onto two things that it was taken off alike: which of them it goes along with nobody has seen.
      sure: others.length > 0 ? 0.8 : 0.99,
      others
    });
  }
  // Nothing carries what carries it.
  for (const id of on.keys()) {
    const seen = new Set([id]);
    for (let up = on.get(id)?.on; up !== undefined; up = on.get(up)?.on) {
      if (seen.has(up)) {
        on.set(id, { on: root!, sure: 0.5, others: [] });
        break;
      }
      seen.add(up);
    }
  }
  return on;
}
