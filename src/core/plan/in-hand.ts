import type { Access, Action } from '../access';
import type { Goal } from './goals';
import { consumableAmount, consumableName } from './phrase';
import type { Plan } from './schema';
import { toolOf } from './tools';

/** What has to lie ready before the first screw. */
export function inHand(access: Access, goals: readonly Goal[], actions: readonly Action[]): Plan['inHand'] {
  const tools = new Map<string, Set<string>>();
  const consumables: Plan['inHand']['consumables'] = [];
  for (const action of actions) {
    const tool = toolOf(action);
    if (tool) {
      const accepted = action.kind === 'open' && action.joint.kind === 'screws' ? action.joint.screw.substitutes.map((d) => `driver ${d}`) : [];
      const before = tools.get(tool);
      // A substitute has to do for every screw that the tool is used on.
      tools.set(tool, new Set(before ? accepted.filter((d) => before.has(d)) : accepted));
    }
    if (action.kind === 'open' && action.joint.kind === 'adhesive' && action.joint.singleUse) {
      consumables.push({ name: `${consumableName(action.joint)}: ${access.model.part(action.joint.a).name.toLowerCase()}`, amount: consumableAmount(action.joint) });
    }
  }
  return {
    spares: goals
      .filter((g) => g.do === 'replace')
      .map((g) => access.model.part(g.part))
      .map((p) => ({ part: p.id, name: p.name, numbers: p.numbers.map((n) => n.number) })),
    tools: [...tools].map(([tool, substitutes]) => ({ tool, substitutes: [...substitutes] })),
    consumables
  };
}
