import type { Access, Action } from '../access';
import type { Joint, JointOf, Model } from '../machine';
import { consumableOf } from './consumables';
import type { Plan } from './schema';
import { numbersFor } from './spare';
import { driverFor, toolOf } from './tools';
import type { Goal } from '../goals';
import { partName } from '../words';

/** What has to lie ready before the first screw. */
export function inHand(
  access: Access,
  goals: readonly Goal[],
  actions: readonly Action[],
  variant?: string
): Plan['inHand'] {
  const tools = new Map<string, Set<string>>();
  const consumables: Plan['inHand']['consumables'] = [];
  for (const action of actions) {
    const tool = toolOf(action);
    if (tool) {
      const accepted =
        action.kind === 'open' && action.joint.kind === 'screws' ? action.joint.screw.substitutes.map(driverFor) : [];
      const before = tools.get(tool);
      // A substitute has to do for every screw that the tool is used on.
      tools.set(tool, new Set(before ? accepted.filter((d) => before.has(d)) : accepted));
    }
    if (
      action.kind === 'open' &&
      (action.joint.kind === 'adhesive' || action.joint.kind === 'tape') &&
      action.joint.singleUse
    ) {
      consumables.push(consumableOf(access.model, action.joint));
    }
  }
  return {
    spares: goals
      .filter((g) => g.do === 'replace')
      .map((g) => access.model.part(g.part))
      .map((p) => ({ part: p.id, name: partName(access.model, p.id), numbers: numbersFor(access.model, p, variant) })),
    tools: [...tools].map(([tool, substitutes]) => ({ tool, substitutes: [...substitutes] })),
    consumables
  };
}

/** What the plan opens that will not be whole again: seals, and bonds and tapes that break, in the order of work. */
export function brokenForGood(model: Model, plan: Plan): Joint[] {
  return plan.steps.flatMap((s) => {
    const joint = s.do === 'open' && s.joint ? model.joint(s.joint) : undefined;
    return joint?.kind === 'seal' || ((joint?.kind === 'adhesive' || joint?.kind === 'tape') && joint.singleUse)
      ? [joint]
      : [];
  });
}

/** The screws that the plan takes out, in the order of its steps. */
export function screwsTakenOut(model: Model, plan: Plan): JointOf<'screws'>[] {
  return plan.steps.flatMap((s) => {
    const joint = s.leg === 'down' && s.do === 'open' && s.joint ? model.joint(s.joint) : undefined;
    return joint?.kind === 'screws' ? [joint] : [];
  });
}
