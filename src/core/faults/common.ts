import type { Model } from '../machine';

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
 * What dead functions have in common: parts, plugs and cables through which at least two of them run (or the one, where only
 * one is dead), those with most of them and least else first.
 */
export function commonTo(model: Model, dead: readonly string[], works: readonly string[] = []): Common[] {
  const wanted = new Set(dead);
  const well = new Set(works);
  const through = new Map<string, { what: Common['what']; name: string; functions: Set<string> }>();
  for (const part of model.machine.parts) {
    const functions = new Set(part.functions);
    // A cable serves what its plugs serve.
    if (model.cable(part.id)) for (const joint of model.jointsOf(part.id)) for (const f of joint.functions) functions.add(f);
    through.set(`part:${part.id}`, { what: 'part', name: part.name, functions });
  }
  for (const joint of model.machine.joints) if (joint.kind === 'connector') through.set(`joint:${joint.id}`, { what: 'joint', name: joint.name, functions: new Set(joint.functions) });
  const least = Math.min(2, wanted.size);
  return [...through]
    .map(([key, { what, name, functions }]): Common => ({ what, id: key.slice(key.indexOf(':') + 1), name, dead: [...functions].filter((f) => wanted.has(f)).sort(), alive: [...functions].filter((f) => well.has(f)).sort() }))
    .filter((c) => c.dead.length >= least && c.dead.length > 0)
    .sort((a, b) => b.dead.length - a.dead.length || a.alive.length - b.alive.length || (a.name < b.name ? -1 : a.name > b.name ? 1 : a.id < b.id ? -1 : 1));
}
