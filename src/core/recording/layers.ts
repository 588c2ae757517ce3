import type { Believed } from './believed';
import { NEVER } from './state';
import { usualThicknessMm } from '../usual';

/** Nearest and farthest from the hand of each part on each face, mm: `part face`. */
export type Depths = ReadonlyMap<string, [number, number]>;

export const depthKey = (part: string, face: string): string => `${part} ${face}`;

/**
 * Depths that say what lies over what: a part begins where the lowest of what lies over it ends. Each is as thick as it was
 * measured, or as such parts are.
 */
export function depthsOf({ state, over, together, on }: Believed): Depths {
  const depths = new Map<string, [number, number]>();
  for (const face of state.faces) {
    const here = state.parts.filter((p) => p.outlines[face.id]);
    const overs = new Map(
      here.map((p) => [
        p.id,
        here
          .filter((q) => {
            const belief = over.partOverPart(q.id, p.id, face.id);
            if (!belief) return false;
            // What came off first and lies over another at the same place is nearer to the hand.
            return belief.yes || (on.get(q.id) === p.id && together.out(q.id) < NEVER);
          })
          .map((q) => q.id)
      ])
    );
    const known = new Map<string, [number, number]>();
    const open = new Set<string>();
    const depthOf = (id: string): [number, number] => {
      const done = known.get(id);
      if (done) return done;
      open.add(id);
      const part = here.find((p) => p.id === id)!;
      // A loop of "over" is a drawing's fault; it is cut where it closes.
      const above = overs.get(id)!.filter((q) => !open.has(q));
      const top = Math.max(0, ...above.map((q) => depthOf(q)[1]));
      const thick = part.outlines[face.id]!.thicknessMm ?? usualThicknessMm(part.kind);
      const made: [number, number] = [round(top), round(top + thick)];
      open.delete(id);
      known.set(id, made);
      return made;
    };
    for (const part of here) depths.set(depthKey(part.id, face.id), depthOf(part.id));
  }
  // What carries everything lies beneath everything.
  const root = state.about?.rest.part;
  for (const face of state.faces) {
    if (root === undefined || !depths.has(depthKey(root, face.id))) continue;
    const bottom = Math.max(
      0,
      ...state.parts.filter((p) => p.id !== root).map((p) => depths.get(depthKey(p.id, face.id))?.[1] ?? 0)
    );
    depths.set(depthKey(root, face.id), [bottom, round(bottom + usualThicknessMm('case'))]);
  }
  return depths;
}

const round = (mm: number) => Math.round(mm * 100) / 100;
