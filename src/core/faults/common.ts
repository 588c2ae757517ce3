import type { Model } from '../machine';
import { jointThing, partThing, readThing } from '../ids';

/** A part or joint through which functions run. */
export interface Common {
  what: 'part' | 'joint';
  id: string;
  name: string;
  /** Of the dead functions, those that run through it. */
  dead: string[];
  /** Functions that run through it and work: the more of them, the less it is to blame. */
  alive: string[];
}

/**
 * In what order causes are looked at where they explain as much: a cable that is shared, its plugs, small boards and other parts, the
 * main board last. Bench rule of thumb: what bends and is plugged fails first, and is tried soonest.
 */
function causeRank(model: Model, what: Common['what'], id: string, dead: ReadonlySet<string>): number {
  if (what === 'part') {
    if (model.cable(id)) return 0;
    return MAIN.has(model.part(id).kind) || id === model.root.id ? 4 : 2;
  }
  const { a, b } = model.joint(id);
  // The plug of the shared cable comes with it; another one after the small parts' own.
  return [a, b].some((end) => model.cable(end) && servesTwo(model, end, dead)) ? 1 : 3;
}

const MAIN: ReadonlySet<string> = new Set(['board', 'frame', 'case']);
const servesTwo = (model: Model, cable: string, dead: ReadonlySet<string>) =>
  new Set(model.jointsOf(cable).flatMap((j) => j.functions.filter((f) => dead.has(f)))).size >= Math.min(2, dead.size);

/**
 * What dead functions have in common: parts, plugs and cables through which at least two of them run (or the one, where only
 * one is dead), those with most of them and least else first, of those the likelier cause.
 */
export function commonTo(model: Model, dead: readonly string[], works: readonly string[] = []): Common[] {
  const wanted = new Set(dead);
  const well = new Set(works);
  const through = new Map<string, { what: Common['what']; name: string; functions: Set<string> }>();
  for (const part of model.machine.parts) {
    const functions = new Set(part.functions);
    // A cable serves what its plugs serve.
    if (model.cable(part.id))
      for (const joint of model.jointsOf(part.id)) for (const f of joint.functions) functions.add(f);
    through.set(partThing(part.id), { what: 'part', name: part.name, functions });
  }
  for (const joint of model.machine.joints)
    if (joint.kind === 'connector')
      through.set(jointThing(joint.id), { what: 'joint', name: joint.name, functions: new Set(joint.functions) });
  const rank = (c: Common) => causeRank(model, c.what, c.id, wanted);
  const least = Math.min(2, wanted.size);
  return [...through]
    .map(([key, { what, name, functions }]): Common => ({
      what,
      id: readThing(key).id,
      name,
      dead: [...functions].filter((f) => wanted.has(f)).sort(),
      alive: [...functions].filter((f) => well.has(f)).sort()
    }))
    .filter((c) => c.dead.length >= least && c.dead.length > 0)
    .sort(
      (a, b) =>
        b.dead.length - a.dead.length ||
        a.alive.length - b.alive.length ||
        rank(a) - rank(b) ||
        (a.name < b.name ? -1 : a.name > b.name ? 1 : a.id < b.id ? -1 : 1)
    );
}
