import { refId, type Access, type Action } from '../access';
import { crossings } from '../cables';
import { movedBy, type Model, type PartKind } from '../machine';
import { lidsOf, ontoMat, poseOf, type Lids, type Taken } from './pose';
import { strains } from './strain';
import { takenApart } from './together';
import type { Said } from '../language';
import { backLater, cableOver, cableUnder, DEPARTS, fileText } from '../words';
import { moveId, openId, type ActionId } from '../ids';

/** `before` has to be closed or brought back before `after`; `why` is set where assembly differs from the mirror. */
export interface UpEdge {
  before: ActionId;
  after: ActionId;
  why?: Said;
}

/**
 * Precedences of the way up: those of the way down inverted, then changed where assembly differs.
 * @param used the requirements that were followed on the way down, with the alternative taken
 */
export function upEdges(access: Access, actions: ReadonlySet<ActionId>, used: Iterable<Taken>): UpEdge[] {
  const { model } = access;
  const edges = new Edges(actions);
  const replaced = new Set<string>();
  for (const relation of model.machine.relations) {
    if (relation.kind !== 'order' || relation.leg !== 'up') continue;
    const before = refId(relation.before);
    const after = refId(relation.after);
    replaced.add(`${after} ${before}`);
    edges.firm({ before, after, why: fileText(model.machine, relation.reason) });
  }
  const taken = [...used];
  for (const { requirement, alternative } of taken) {
    if (requirement.cause.kind === 'relation' && requirement.cause.leg === 'down') continue;
    for (const earlier of requirement.alternatives[alternative]!) {
      if (!replaced.has(`${requirement.of} ${earlier}`)) edges.firm({ before: requirement.of, after: earlier });
    }
  }
  // What left together is put together before it goes back.
  for (const { group, apart } of takenApart(model, actions)) edges.soft({ before: apart, after: group });
  const all = [...actions].map((id) => access.actions.get(id)!).filter(Boolean);
  backWithTheLid(access, all, lidsOf(access, taken), edges);
  for (const { tie, keep } of strains(access, actions))
    edges.soft({ before: keep, after: tie, why: DEPARTS.heldFirst });
  cableEdges(model, all, edges);
  powerLast(access, all, edges);
  openTest(access, all, edges);
  return edges.list;
}

/** Keeps the edges free of circles: what would close one is left out, since the firm ones came first. */
class Edges {
  readonly list: UpEdge[] = [];
  private readonly after = new Map<ActionId, Set<ActionId>>();

  constructor(private readonly actions: ReadonlySet<ActionId>) {}

  has(id: ActionId): boolean {
    return this.actions.has(id);
  }

  firm(edge: UpEdge): void {
    if (this.known(edge)) this.push(edge);
  }

  soft(edge: UpEdge): void {
    if (this.known(edge) && !this.reaches(edge.after, edge.before)) this.push(edge);
  }

  /** Many before one: what already has to follow it is left out. Edges into it change nothing about what follows it. */
  softInto(after: ActionId, befores: readonly { id: ActionId; why: Said }[]): void {
    if (!this.actions.has(after)) return;
    const follows = this.following(after);
    for (const { id, why } of befores)
      if (!follows.has(id) && this.known({ before: id, after })) this.push({ before: id, after, why });
  }

  /** Whether one of these has to come after it. */
  comesBeforeAny(id: ActionId, actions: readonly Action[]): boolean {
    const follows = this.following(id);
    return actions.some((a) => a.id !== id && follows.has(a.id));
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

/** What goes with the lid is back as soon as the lid is moved: before all that is done with the lid elsewhere, and cannot be done on the mat. */
function backWithTheLid(access: Access, all: readonly Action[], lids: Lids, edges: Edges): void {
  for (const swing of all) {
    if (swing.kind !== 'move' || swing.move.lid === undefined) continue;
    const why = backLater(access.model, swing.part);
    for (const other of all) {
      const { lid } = poseOf(access, other, 'up', lids);
      if (
        other !== swing &&
        lid !== undefined &&
        lid !== swing.move.lid &&
        !ontoMat(access, other).some((id) => edges.has(id))
      )
        edges.soft({ before: swing.id, after: other.id, why });
    }
  }
}

/** Cables that lie under a part are laid before it, whatever holds them; those over it are dressed once it is down. */
function cableEdges(model: Model, all: readonly Action[], edges: Edges): void {
  for (const action of all) {
    if (action.kind !== 'move') continue;
    const moving = movedBy(action.part.id, action.move);
    for (const crossing of crossings(model, action.part, action.move)) {
      const isUnder = crossing.where === 'under';
      const under = cableUnder(model, crossing.cable, crossing.part);
      // It comes with what it rides on, and lies there once that is back; on what carries both it comes with the part.
      if (isUnder) {
        for (const id of [crossing.cable, ...model.carriers(crossing.cable)].filter(
          (c) => !model.riders(c).has(crossing.part)
        )) {
          for (const move of model.part(id).moves)
            edges.soft({ before: moveId(id, move.id), after: action.id, why: under });
        }
      }
      for (const joint of model.jointsOf(crossing.cable)) {
        if (joint.reachedRaised === crossing.part || moving.includes(joint.a) || moving.includes(joint.b)) continue;
        if ((joint.kind !== 'dressing' && joint.kind !== 'tape') || joint.zone !== crossing.zone) continue;
        if (isUnder) edges.soft({ before: openId(joint.id), after: action.id, why: under });
        else if (action.removes)
          edges.soft({
            before: action.id,
            after: openId(joint.id),
            why: cableOver(model, crossing.cable, crossing.part)
          });
      }
    }
  }
}

/** The isolating joint is closed after every other plug, after its battery is fixed, and after all work beside it or on the mat. */
function powerLast(access: Access, all: readonly Action[], edges: Edges): void {
  const { model } = access;
  const { joint: isolating } = model.machine.isolation;
  if (!isolating) return;
  const { a: battery, zone } = model.joint(isolating);
  const why = (action: Action): Said | undefined => {
    if (action.kind === 'open' && action.joint.kind === 'connector') return DEPARTS.powerAfterPlugs;
    if (action.kind === 'open' && (action.joint.a === battery || action.joint.b === battery))
      return DEPARTS.powerAfterBattery;
    // No driver and no part goes near a live board that can be finished before, and nothing is built up beside a live machine.
    const isOnMat = ontoMat(access, action).some((id) => edges.has(id));
    return action.zone === zone || isOnMat ? DEPARTS.powerLast : undefined;
  };
  edges.softInto(
    openId(isolating),
    all.flatMap((action) => {
      const reason = why(action);
      return reason ? [{ id: action.id, why: reason }] : [];
    })
  );
}

/** What the open power test tries, and what it must not be done without: nothing runs with its heat sink off or its board loose. */
const TRIED: ReadonlySet<PartKind> = new Set([
  'board',
  'small-board',
  'card',
  'memory',
  'storage',
  'battery',
  'processor',
  'heat-sink',
  'fan'
]);

/** Plugs, boards, cards, drives, cooling and the battery that the job opened or moved, with what fastens them. */
function tried(model: Model, all: readonly Action[]): Action[] {
  const { joint: isolating, steps } = model.machine.isolation;
  // A battery that is taken out from outside on every job goes back in last of all: the machine is tried on its adapter.
  const outside =
    steps.some((s) => s.kind === 'remove-battery') && isolating !== undefined ? model.joint(isolating).a : undefined;
  return all.filter((a) =>
    a.kind === 'open'
      ? (a.joint.kind === 'connector' || (TRIED.has(model.part(a.joint.a).kind) && a.joint.a !== outside)) &&
        (outside === undefined || a.joint.id !== isolating)
      : movedBy(a.part.id, a.move).some((id) => TRIED.has(model.part(id).kind) && id !== outside)
  );
}

/** Whether more was touched than the plug that takes the power away on every job. */
export function needsOpenTest(model: Model, all: readonly Action[]): boolean {
  return tried(model, all).some(
    (a) => a.kind === 'move' || (a.joint.kind === 'connector' && a.joint.id !== model.machine.isolation.joint)
  );
}

/**
 * What hides something of these, or what carries it, again when it is brought back: on the way down it was taken off to uncover it.
 * What only hangs on its leash meanwhile does not wait for a test.
 */
function covering(access: Access, within: ReadonlySet<ActionId>, of: readonly Action[]): Set<ActionId> {
  const { model } = access;
  const carriers = of.flatMap((a) =>
    a.kind === 'open'
      ? [a.joint.a, ...model.carriers(a.joint.a)]
      : movedBy(a.part.id, a.move).flatMap((id) => model.carriers(id))
  );
  const own = new Set(of.map((a) => a.id));
  const ids = new Set([...own, ...carriers.flatMap((id) => model.part(id).moves.map((m) => moveId(id, m.id)))]);
  const out = new Set<ActionId>();
  for (const of of ids) {
    for (const r of within.has(of) ? access.requirements.get(of)! : []) {
      if (r.cause.kind !== 'covers' && r.cause.kind !== 'raised') continue;
      for (const id of r.alternatives.flat()) {
        const action = access.actions.get(id)!;
        // What left before from under it hides nothing when it is back.
        if (
          action.kind !== 'move' ||
          own.has(id) ||
          !within.has(id) ||
          !model.takes(action.part.id, action.move).has(r.cause.part)
        )
          continue;
        // What lies over something raised hides what is reached below it.
        if (action.removes) out.add(id);
        else ids.add(id);
      }
    }
  }
  return out;
}

const MOST_WAITING = 20_000;
const isCover = (action: Action) => action.kind === 'move' && action.part.kind === 'cover';

/** Every plug is in before the machine is tried, and it is tried before what was touched is covered. */
function openTest(access: Access, all: readonly Action[], edges: Edges): void {
  if (!needsOpenTest(access.model, all)) return;
  const touched = tried(access.model, all);
  // A cover that has to be on before something else can be connected is on at the test in any case: nothing waits for it.
  const covers = [...covering(access, new Set(all.map((a) => a.id)), touched)]
    .filter((id) => !keepsPanelSafe(access, access.actions.get(id)!) && !edges.comesBeforeAny(id, touched))
    .sort();
  // Far beyond any notebook only the outermost wait for all the rest: each with each would be millions.
  const waiting =
    covers.length * touched.length <= MOST_WAITING ? covers : covers.filter((id) => isCover(access.actions.get(id)!));
  for (const cover of waiting)
    edges.softInto(
      cover,
      touched.map(({ id }) => ({ id, why: DEPARTS.triedFirst }))
    );
}

/** A bezel that goes on before the machine is turned or its lid moved for the power plug: never onto a bare panel. */
function keepsPanelSafe({ model }: Access, action: Action): boolean {
  const { joint } = model.machine.isolation;
  if (joint === undefined || action.kind !== 'move' || action.part.kind !== 'bezel') return false;
  const [own, power] = [model.zone(action.zone).pose, model.zone(model.joint(joint).zone).pose];
  return own.up !== power.up || own.lid !== power.lid;
}

/** Where on the way up the machine is tried, and what hides something that was touched by then, with what could only be closed after it. */
export interface OpenTest {
  at: number;
  hidden: { cover: Action; last: Action } | undefined;
}

/** The open power test stands before the first cover that follows the last of what it tries; undefined without one. */
export function openTestPlace(access: Access, up: readonly ActionId[]): OpenTest | undefined {
  const all = up.map((id) => access.actions.get(id)!);
  if (!needsOpenTest(access.model, all)) return undefined;
  const touched = tried(access.model, all);
  const covers = covering(access, new Set(up), touched);
  // What lies open as it is, or is closed from outside, is tried with the rest at the end.
  if (covers.size === 0) return undefined;
  const last = all.findLastIndex((a) => touched.includes(a));
  const hidden = all.slice(0, last).find((a) => covers.has(a.id));
  const after = all.findIndex((a, i) => i > last && covers.has(a.id));
  return { at: after < 0 ? last + 1 : after, hidden: hidden && { cover: hidden, last: all[last]! } };
}
