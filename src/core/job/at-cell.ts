import type { Model } from '../machine';
import type { Plan } from '../plan';

/** Whether a plan works at a cell: takes one out, or undoes what it is glued down with. Then it has to be at a safe charge. */
export function worksAtCell(model: Model, plan: Plan): boolean {
  const isCell = (part: string) => model.part(part).care.includes('cell');
  return plan.steps.some((s) => {
    if (s.do === 'move' && s.part !== undefined && s.move !== undefined)
      return [...model.takes(s.part, model.move(s.part, s.move))].some(isCell);
    if (s.do !== 'open' || s.joint === undefined) return false;
    const joint = model.joint(s.joint);
    return joint.kind === 'adhesive' && (isCell(joint.a) || isCell(joint.b));
  });
}
