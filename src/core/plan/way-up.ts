import { openId, refId, type Access, type Action, type ActionId, type Requirement } from '../access';
import { crossings } from '../cables';
import { inSentence, type Model } from '../machine';

/** `before` has to be closed or brought back before `after`; `why` is set where assembly differs from the mirror. */
export interface UpEdge {
  before: ActionId;
  after: ActionId;
  why?: string;
}

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

  /** Many before one: what already has to follow it is left out. Edges into it change nothing about what follows it. */
  softInto(after: ActionId, befores: readonly { id: ActionId; why: string }[]): void {
    if (!this.actions.has(after)) return;
    const follows = this.following(after);
    for (const { id, why } of befores) if (!follows.has(id) && this.known({ before: id, after })) this.push({ before: id, after, why });
  }

  private known({ before, after }: UpEdge): boolean {
    return before !== after && this.actions.has(before) && this.actions.has(after);
  }

  private push(edge: UpEdge): void {
    if (this.after.get(edge.before)?.has(edge.after)) return;
    this.list.push(edge);
    const set = this.after.get(edge.before) ?? new Set();
    this.after.set(edge.before, set.add(edge.after));
  }

  private reaches(from: ActionId, to: ActionId): boolean {
    return this.following(from).has(to);
  }

  /** The action and all that has to come after it. */
  private following(from: ActionId): Set<ActionId> {
    const seen = new Set([from]);
    for (const id of seen) for (const next of this.after.get(id) ?? []) seen.add(next);
    return seen;
  }
}

/** Cables that lie under a part are laid before it; those over it are dressed once it is down. */
function cableEdges(model: Model, all: readonly Action[], edges: Edges): void {
  for (const action of all) {
    if (action.kind !== 'move' || !action.removes) continue;
    for (const crossing of crossings(model, action.part)) {
      const cable = inSentence(model.part(crossing.cable).name);
      for (const joint of model.jointsOf(crossing.cable)) {
        if (joint.reachedRaised === action.part.id || joint.a === action.part.id || joint.b === action.part.id) continue;
        if (joint.kind !== 'dressing' && joint.kind !== 'tape') continue;
        edges.soft(
          crossing.where === 'under'
            ? { before: openId(joint.id), after: action.id, why: `The ${cable} runs under the ${inSentence(action.part.name)}: laid first.` }
            : { before: action.id, after: openId(joint.id), why: `The ${cable} runs over the ${inSentence(action.part.name)}: held clear while it goes down.` }
        );
      }
    }
  }
}

/** The isolating joint is closed after every other plug, after its battery is fixed, and after all work beside it. */
function powerLast(model: Model, all: readonly Action[], edges: Edges): void {
  const { joint: isolating } = model.machine.isolation;
  if (!isolating) return;
  const { a: battery, zone } = model.joint(isolating);
  const why = (action: Action): string | undefined => {
    if (action.kind === 'open' && action.joint.kind === 'connector') return 'Power goes on after all other plugs are in.';
    if (action.kind === 'open' && (action.joint.a === battery || action.joint.b === battery)) return 'Power goes on once the battery is fixed.';
    // No driver and no part goes near a live board that can be finished before.
    return action.zone === zone ? 'Power goes on last of all.' : undefined;
  };
  edges.softInto(openId(isolating), all.flatMap((action) => {
    const reason = why(action);
    return reason && action.id !== openId(isolating) ? [{ id: action.id, why: reason }] : [];
  }));
}

/** Whether the job opened plugs, moved boards or took a battery out beyond what every job does: then it is tried before it is covered. */
export function needsOpenTest(model: Model, all: readonly Action[]): boolean {
  // A battery that is taken out from outside on every job is tried with the machine closed.
  const isOutEveryTime = model.machine.isolation.steps.some((s) => s.kind === 'remove-battery');
  return all.some(
    (a) =>
      (a.kind === 'open' && a.joint.kind === 'connector' && a.joint.id !== model.machine.isolation.joint) ||
      (a.kind === 'move' && ['board', 'small-board', 'card', 'memory', 'storage', ...(isOutEveryTime ? [] : ['battery'])].includes(a.part.kind))
  );
}

/** Every plug is in before the machine is tried, and it is tried before it is covered. */
function openTest(model: Model, all: readonly Action[], edges: Edges): void {
  if (!needsOpenTest(model, all)) return;
  // What can only be closed with the cover on cannot wait for a test without it.
  const plugs = all.filter((a) => a.kind === 'open' && a.joint.kind === 'connector').map(({ id }) => ({ id, why: 'Everything is plugged in and tried before it is covered.' }));
  for (const cover of all.filter(isCover)) edges.softInto(cover.id, plugs);
}

const isCover = (action: Action) => action.kind === 'move' && action.part.kind === 'cover';

/** Where on the way up the open power test stands: before the first cover that follows the last plug; undefined without one. */
export function openTestPlace(access: Access, up: readonly ActionId[]): number | undefined {
  const all = up.map((id) => access.actions.get(id)!);
  if (!needsOpenTest(access.model, all)) return undefined;
  const lastPlug = all.findLastIndex((a) => a.kind === 'open' && a.joint.kind === 'connector');
  const after = all.findIndex((a, i) => i > lastPlug && isCover(a));
  const place = after >= 0 ? after : all.findIndex(isCover);
  return place >= 0 ? place : undefined;
}
