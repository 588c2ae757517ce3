import { type Requirement, type Access, type Action } from '../access';
import { undressing } from '../cables';
import { type SequenceAction, type SequenceProblem, type Weights, cheapestSet } from '../solve';
import { lidsOf, looseRules, ontoMat, poseOf, type Lids } from './pose';
import type { From, RemovalSet } from './sets';
import { strains } from './strain';
import { comesAfter, takenApart, tornAfter } from './together';
import { toolOf } from './tools';
import { openId, type ActionId, readAction } from '../ids';
import { JOB } from '../goals';

/** How every job starts: upright, as it was handed over. */
export const START: Readonly<{ up: string; lid: string }> = { up: 'topside', lid: 'closed' };

/** The way down as a problem of order: every requirement with all its ways that lie in the set. */
export function downProblem(
  access: Access,
  set: RemovalSet,
  weights: Weights,
  from?: From
): SequenceProblem & { energised: ActionId[] } {
  const ids = [...set.actions];
  const done = from?.done ?? [];
  const isDone = new Set(done);
  const needs = ids.flatMap((id) =>
    isDone.has(id) ? [] : access.requirements.get(id)!.map((r) => ({ of: id, alternatives: r.alternatives }))
  );
  for (const { group, apart } of tornAfter(access.model, set.actions))
    if (!isDone.has(group) && !isDone.has(apart)) needs.push({ of: apart, alternatives: [[group]] });
  // What is done stands first, as it was done.
  const last = done.at(-1);
  done.slice(1).forEach((id, i) => needs.push({ of: id, alternatives: [[done[i]!]] }));
  if (last) for (const id of ids) if (!isDone.has(id)) needs.push({ of: id, alternatives: [[last]] });
  const isolating = isolatingAction(access, set);
  const energised = isolating && !isDone.has(isolating) ? beforeIsolation(access, set, isolating) : [];
  if (isolating) {
    const first = new Set([isolating, ...energised]);
    for (const id of ids) if (!first.has(id) && !isDone.has(id)) needs.push({ of: id, alternatives: [[isolating]] });
  }
  const about = aboutSet(access, set);
  return {
    actions: ids.map((id) => {
      const action = orderAction(access, id, 'down', about);
      return id === last && from?.lies ? { ...action, ...from.lies, onMat: undefined } : action;
    }),
    needs: [
      ...needs,
      ...wished(ids, needs, [
        ...togetherFirst(access, set),
        ...beforeTheLid(access, set, about.lids),
        ...handFirst(access, ids),
        ...strains(access, set.actions).map(({ tie, keep }) => ({ of: keep, alternatives: [[tie]] }))
      ])
    ],
    weights,
    start: last ? START : (from?.lies ?? START),
    loose: { opens: 'done', rules: looseRules(access) },
    energised
  };
}

type Needs = SequenceProblem['needs'][number][];

/** Of what would be as it should, all that nothing else forbids. */
function wished(ids: readonly ActionId[], needs: Needs, wishes: Needs): Needs {
  if (canAllBeDone(ids, [...needs, ...wishes])) return wishes;
  const kept: Needs = [];
  for (const wish of wishes) if (canAllBeDone(ids, [...needs, ...kept, wish])) kept.push(wish);
  return kept;
}

const jointOf = (id: ActionId): string | undefined => {
  const action = readAction(id);
  return action && 'joint' in action ? action.joint : undefined;
};

/** Cables are drawn out from their plug on, guide by guide. */
function handFirst(access: Access, ids: readonly ActionId[]): Needs {
  const opened = new Set(ids.flatMap((id) => jointOf(id) ?? []));
  return access.model.machine.cables.flatMap((cable) => {
    const row = undressing(access.model, cable, opened);
    return row.slice(1).map((joint, i) => ({ of: openId(joint), alternatives: [[openId(row[i]!)]] }));
  });
}

/** What leaves together is taken apart once it is out. */
function togetherFirst(access: Access, set: RemovalSet): Needs {
  return takenApart(access.model, set.actions).map(({ group, apart }) => ({ of: apart, alternatives: [[group]] }));
}

/** What the job itself is to find swung away with the lid is swung away last of all that asks for another lid. */
function beforeTheLid(access: Access, set: RemovalSet, lids: Lids): Needs {
  const lid = lids.get(JOB);
  if (lid === undefined) return [];
  const swings = [...set.actions].filter((id) => {
    const a = access.actions.get(id)!;
    return a.kind === 'move' && a.move.lid === lid;
  });
  return [...set.actions].flatMap((id) => {
    const other = poseOf(access, access.actions.get(id)!, 'down', lids).lid;
    return other === undefined || other === lid ? [] : swings.map((swing) => ({ of: swing, alternatives: [[id]] }));
  });
}

function canAllBeDone(ids: readonly ActionId[], needs: Needs): boolean {
  const waiting = new Map<ActionId, Needs>(ids.map((id) => [id, []]));
  for (const need of needs) waiting.get(need.of)?.push(need);
  const done = new Set<ActionId>();
  for (let grew = true; grew;) {
    grew = false;
    for (const [id, own] of waiting) {
      if (!own.every((need) => need.alternatives.some((way) => way.every((a) => done.has(a))))) continue;
      done.add(id);
      waiting.delete(id);
      grew = true;
    }
  }
  return waiting.size === 0;
}

export function isolatingAction(access: Access, set: RemovalSet): ActionId | undefined {
  const { joint } = access.model.machine.isolation;
  return joint && set.actions.has(openId(joint)) ? openId(joint) : undefined;
}

type Asked = Omit<Requirement, 'cause'>;

/** The least that has to be done before the isolating joint can be opened, in time: exact, within the set. */
function beforeIsolation(access: Access, set: RemovalSet, isolating: ActionId): ActionId[] {
  const first = tornAfter(access.model, set.actions);
  const within = cheapestSet<Asked>({
    job: JOB,
    requirementsOf: (id) => {
      if (id === JOB) return [{ id: `${JOB} < isolation`, of: JOB, alternatives: [[isolating]] }];
      const own = access.requirements
        .get(id)!
        .map((r) => ({ ...r, alternatives: r.alternatives.filter((way) => way.every((a) => set.actions.has(a))) }));
      return [...own, ...first.filter(({ apart }) => apart === id).map(({ group }) => comesAfter(id, group))];
    },
    cost: (id) => access.actions.get(id)!.seconds
  });
  return within.ok ? [...within.set.actions].filter((id) => id !== isolating) : [];
}

/** What an order has to know of a set beside its actions. */
export const aboutSet = (access: Access, set: RemovalSet) => ({
  set,
  frees: freedBy(access, set),
  lids: lidsOf(access, set.taken.values())
});

/** On the mat once the part is out (way down), or until it is back (way up). */
export function orderAction(
  access: Access,
  id: ActionId,
  leg: 'down' | 'up',
  { set, frees, lids }: ReturnType<typeof aboutSet>
): SequenceAction {
  const action = access.actions.get(id)!;
  const tool = toolOf(action);
  const of = ontoMat(access, action).filter((other) => set.actions.has(other));
  const at = action.kind === 'open' ? action.joint.at[0] : undefined;
  return {
    id,
    ...poseOf(access, action, leg, lids),
    ...(tool ? { tool } : {}),
    focus: focusOf(access, frees.get(id) ?? new Set(), action),
    ...(of.length > 0 ? { onMat: { when: leg === 'down' ? 'done' : 'undone', of } } : {}),
    ...(at ? { place: { zone: action.zone, at } } : {})
  };
}

/** For each joint of the set the parts that its opening lets go. */
function freedBy(access: Access, set: RemovalSet): Map<ActionId, Set<string>> {
  const frees = new Map<ActionId, Set<string>>();
  for (const { requirement, alternative } of set.taken.values()) {
    const by = access.actions.get(requirement.of);
    if (by?.kind !== 'move') continue;
    for (const id of requirement.alternatives[alternative]!)
      frees.set(id, (frees.get(id) ?? new Set()).add(by.part.id));
  }
  return frees;
}

/** The part that the action is done for: of those it frees the one that its joint is on, else the one it is held to. */
function focusOf(access: Access, frees: ReadonlySet<string>, action: Action): string {
  if (action.kind === 'move') return action.part.id;
  const { a, b } = action.joint;
  const { model } = access;
  return [a, ...model.carriers(a), b, ...model.carriers(b), ...[...frees].sort()].find((id) => frees.has(id)) ?? a;
}
