import type { Access, ActionId } from '../access';
import type { Plan } from '../plan';

/** For tests only: works through a plan step by step and says what could not have been done. */
export function problemsOf(access: Access, plan: Plan): string[] {
  const problems: string[] = [];
  const done = new Set<ActionId>();
  for (const step of plan.steps) {
    const id = actionOf(step);
    if (!id) continue;
    if (step.leg === 'down') {
      problems.push(...unmet(access, id, done));
      if (done.has(id)) problems.push(`${id} is done twice`);
      done.add(id);
    } else {
      if (!done.has(id)) problems.push(`${id} is brought back without having been opened`);
      // Closing needs the same things out of the way as opening did.
      problems.push(...unmet(access, id, done, 'up'));
      done.delete(id);
    }
  }
  for (const id of done) problems.push(`${id} stays open`);
  return problems;
}

export function actionOf(step: { leg: string; joint?: string; part?: string; move?: string; do: string }): ActionId | undefined {
  if (step.do === 'open' || step.do === 'close') return `joint:${step.joint}`;
  if (step.do === 'move' || step.do === 'return') return `move:${step.part}/${step.move}`;
  return undefined;
}

export function unmet(access: Access, id: ActionId, done: ReadonlySet<ActionId>, leg: 'down' | 'up' = 'down'): string[] {
  return access.requirements
    .get(id)!
    .filter((r) => leg === 'down' || r.cause.kind !== 'relation' || r.cause.leg === 'both')
    .filter((r) => !r.alternatives.some((a) => a.every((need) => done.has(need))))
    .map((r) => `${id} needs ${r.id}`);
}
