import { openId, refId, type Access, type Action, type ActionId, type Requirement } from '../access';
import { crossings } from '../cables';
import type { Model } from '../machine';

/** `before` has to be closed or brought back before `after`; `why` is set where assembly differs from the mirror. */
export interface UpEdge {
  before: ActionId;
  after: ActionId;
  why?: string;
}

/** The open power test, as a node of the way up. */
export const OPEN_TEST_ID = 'open-test';

/**
 * Precedences of the way up: those of the way down inverted, then changed where assembly differs.
 * @param used the requirements that were followed on the way down, with the alternative taken
 */
export function upEdges(
  access: Access,
  actions: ReadonlySet<ActionId>,
  used: Iterable<{ requirement: Requirement; alternative: number }>
): UpEdge[] {
  const { model } = access;
  const edges = new Edges(actions);
  const replaced = new Set<string>();
  for (const relation of model.machine.relations) {
    if (relation.kind !== 'order' || relation.leg !== 'up') continue;
    const before = refId(relation.before);
    const after = refId(relation.after);
    replaced.add(`${after} ${before}`);
    edges.firm({ before, after, why: relation.reason });
  }
  for (const { requirement, alternative } of used) {
    if (requirement.cause.kind === 'relation' && requirement.cause.leg === 'down') continue;
    for (const earlier of requirement.alternatives[alternative]!) {
      if (!replaced.has(`${requirement.of} ${earlier}`)) edges.firm({ before: requirement.of, after: earlier });
    }
  }
  const all = [...actions].map((id) => access.actions.get(id)!).filter(Boolean);
  cableEdges(model, all, edges);
  powerLast(model, all, edges);
  openTest(model, all, edges);
  return edges.list;
}

/** Keeps the edges free of circles: what would close one is left out, since the firm ones came first. */
class Edges {
  readonly list: UpEdge[] = [];
  private readonly after = new Map<ActionId, Set<ActionId>>();

  constructor(private readonly actions: ReadonlySet<ActionId>) {}

  firm(edge: UpEdge): void {
    if (this.known(edge)) this.push(edge);
  }

  soft(edge: UpEdge): void {
    if (this.known(edge) && !this.reaches(edge.after, edge.before)) this.push(edge);
  }

  private known({ before, after }: UpEdge): boolean {
    const has = (id: ActionId) => this.actions.has(id) || id === OPEN_TEST_ID;
    return before !== after && has(before) && has(after);
  }

  private push(edge: UpEdge): void {
    if (this.after.get(edge.before)?.has(edge.after)) return;
    this.list.push(edge);
    const set = this.after.get(edge.before) ?? new Set();
    this.after.set(edge.before, set.add(edge.after));
  }

  private reaches(from: ActionId, to: ActionId): boolean {
    const stack = [from];
    const seen = new Set<ActionId>();
    while (stack.length > 0) {
      const id = stack.pop()!;
      if (id === to) return true;
      if (seen.has(id)) continue;
      seen.add(id);
      stack.push(...(this.after.get(id) ?? []));
    }
    return false;
  }
}

/** Cables that lie under a part are laid before it; those over it are dressed once it is down. */
function cableEdges(model: Model, all: readonly Action[], edges: Edges): void {
  for (const action of all) {
    if (action.kind !== 'move' || !action.removes) continue;
    for (const crossing of crossings(model, action.part)) {
      const cable = model.part(crossing.cable).name.toLowerCase();
      for (const joint of model.jointsOf(crossing.cable)) {
        if (joint.reachedRaised === action.part.id || joint.a === action.part.id || joint.b === action.part.id) continue;
        if (joint.kind !== 'dressing' && joint.kind !== 'tape') continue;
        edges.soft(
          crossing.where === 'under'
            ? { before: openId(joint.id), after: action.id, why: `The ${cable} runs under the ${action.part.name.toLowerCase()}: laid first.` }
            : { before: action.id, after: openId(joint.id), why: `The ${cable} runs over the ${action.part.name.toLowerCase()}: held clear while it goes down.` }
        );
      }
    }
  }
}

/** The isolating joint is closed after every other plug and after its battery is fixed. */
function powerLast(model: Model, all: readonly Action[], edges: Edges): void {
  const { joint: isolating } = model.machine.isolation;
  if (!isolating) return;
  const battery = model.joint(isolating).a;
  for (const action of all) {
    if (action.kind !== 'open' || action.joint.id === isolating) continue;
    const plug = action.joint.kind === 'connector';
    const fixes = action.joint.a === battery || action.joint.b === battery;
    if (plug || fixes) {
      edges.soft({
        before: action.id,
        after: openId(isolating),
        why: plug ? 'Power goes on after all other plugs are in.' : 'Power goes on once the battery is fixed.'
      });
    }
  }
}

/** Whether the job opened plugs or moved boards beyond what every job does: then it is tried before it is covered. */
export function needsOpenTest(model: Model, all: readonly Action[]): boolean {
  return all.some(
    (a) =>
      (a.kind === 'open' && a.joint.kind === 'connector' && a.joint.id !== model.machine.isolation.joint) ||
      (a.kind === 'move' && ['board', 'small-board', 'card', 'memory', 'storage'].includes(a.part.kind))
  );
}

function openTest(model: Model, all: readonly Action[], edges: Edges): void {
  if (!needsOpenTest(model, all)) return;
  const covers = all.filter((a) => a.kind === 'move' && a.part.kind === 'cover');
  for (const action of all) {
    // What can only be closed with the cover on cannot wait for a test without it.
    if (action.kind === 'open' && action.joint.kind === 'connector') edges.soft({ before: action.id, after: OPEN_TEST_ID, why: 'Everything is plugged in before it is tried.' });
  }
  for (const cover of covers) edges.soft({ before: OPEN_TEST_ID, after: cover.id, why: 'Boards or plugs were touched: tried before it is covered.' });
}

/**
 * The way up in order: of what can be done now, what was done last on the way down comes first.
 * So the mirror is kept wherever the edges allow it.
 * @param down the way down, in order
 * @param extra further nodes with the down position (index in `down`) that they follow
 */
export function mirrorOrder(down: readonly ActionId[], edges: readonly UpEdge[], extra: ReadonlyMap<ActionId, number>): ActionId[] {
  const rank = new Map(down.map((id, i) => [id, i]));
  for (const [id, at] of extra) rank.set(id, at);
  const waits = new Map<ActionId, Set<ActionId>>([...rank.keys()].map((id) => [id, new Set()]));
  for (const { before, after } of edges) if (rank.has(before)) waits.get(after)?.add(before);
  const out: ActionId[] = [];
  const left = new Set(rank.keys());
  while (left.size > 0) {
    let next: ActionId | undefined;
    for (const id of left) {
      if ([...waits.get(id)!].some((w) => left.has(w))) continue;
      if (next === undefined || rank.get(id)! > rank.get(next)!) next = id;
    }
    if (next === undefined) throw new Error(`the way up goes in a circle among ${[...left].join(', ')}`);
    left.delete(next);
    out.push(next);
  }
  return out;
}
