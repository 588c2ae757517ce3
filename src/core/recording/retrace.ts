import type { Access, Requirement } from '../access';
import { moveId, openId, type ActionId } from '../ids';
import { movesOf, type Believed } from './believed';
import type { Moment } from './state';

/** What the record did, in the file that is made of it. */
export interface Retraced {
  /** Each action with when it was done at the latest, in an order that works wherever there is one. */
  done: { action: ActionId; when: Moment }[];
  /** Requirements that were not met when the record did what they are of. */
  wrong: Requirement[];
}

/** Goes through a record in the file that is made of it. */
export function retrace({ state, opened }: Pick<Believed, 'state' | 'opened'>, access: Access): Retraced {
  const met = new Set<ActionId>();
  const done: Retraced['done'] = [];
  const wrong: Requirement[] = [];
  const unmet = (id: ActionId) =>
    access.requirements.get(id)!.filter((r) => !r.alternatives.some((way) => way.every((a) => met.has(a))));
  const act = (action: ActionId, when: Moment) => {
    met.add(action);
    done.push({ action, when });
  };
  const joints = state.joints
    .map((j) => ({ id: openId(j.id), when: opened(j.id) }))
    .filter((j) => access.actions.has(j.id))
    .sort((a, b) => a.when - b.when);
  let next = 0;
  const openUntil = (until: Moment) => {
    const due: typeof joints = [];
    while (next < joints.length && joints[next]!.when <= until) due.push(joints[next++]!);
    // Those that were opened for one move were opened in some order: any that works.
    for (let left = due, grew = true; left.length > 0;) {
      grew = false;
      for (const joint of left) {
        if (unmet(joint.id).length > 0) continue;
        act(joint.id, joint.when);
        grew = true;
      }
      left = left.filter((joint) => !met.has(joint.id));
      if (grew) continue;
      for (const joint of left) {
        wrong.push(...unmet(joint.id));
        act(joint.id, joint.when);
      }
      break;
    }
  };
  for (const move of movesOf(state)) {
    const id = moveId(move.part, move.move);
    if (!access.actions.has(id)) continue;
    openUntil(move.when);
    wrong.push(...unmet(id));
    act(id, move.when);
  }
  // What was undone by itself since then, and nothing has come off.
  openUntil(state.counted.length);
  return { done, wrong };
}
