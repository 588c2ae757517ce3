import type { Said } from '../language';
import { removes, type Joint, type Model } from '../machine';
import { moveId, openId, type ActionId } from '../ids';
import { actionsOf, refId, type Action } from './actions';
import { Drawing, type Evidence } from './covers';
import { waysToClear, waysToClearJoint, waysToClearRider, waysToRelease, type Alternative } from './clearing';
import { holdingsOf, type Holding } from './standing';

/** Why an action needs another: said by the drawing, by what holds what, or by the file's own words. */
export type Cause =
  | { kind: 'holds'; joint: string; part: string }
  /** @property with what the covered part leaves, where it rides on it */
  /** @property joint the tape or guide that holds a cable over what is covered */
  | { kind: 'covers'; part: string; what: string; with?: string; joint?: string; evidence?: Evidence }
  | { kind: 'raised'; part: string; joint: string }
  | { kind: 'loose-cable'; cable: string; part: string }
  | { kind: 'relation'; before?: ActionId; reason: Said; leg: 'down' | 'both' }
  | { kind: 'goal'; goal: string }
  | { kind: 'isolation'; joint: string }
  | { kind: 'rider'; part: string; of: string }
  /** It is done already: work goes on from there. */
  | { kind: 'done'; what: ActionId };

/** Before `of` can be done, one of the alternatives must have been. */
export interface Requirement {
  id: string;
  of: ActionId;
  alternatives: readonly Alternative[];
  cause: Cause;
}

export interface Access {
  model: Model;
  actions: ReadonlyMap<ActionId, Action>;
  requirements: ReadonlyMap<ActionId, readonly Requirement[]>;
  drawing: Drawing;
  /** What keeps each part in its place. */
  readonly holdings: readonly Holding[];
}

/** Derives, from drawing, joints and relations, what every action needs done before it. */
export function accessOf(model: Model): Access {
  const actions = actionsOf(model);
  const drawing = new Drawing(model);
  const requirements = new Map<ActionId, Requirement[]>();
  for (const action of actions.values()) {
    const list: Requirement[] = [];
    const need = (cause: Cause, key: string, alternatives: Alternative[]) =>
      list.push({
        id: `${action.id} < ${key}`,
        of: action.id,
        alternatives: unique(
          alternatives.filter((way) => way.every((id) => standsFor(model, actions.get(id)!, action)))
        ),
        cause
      });
    if (action.kind === 'open') joint(model, drawing, action.joint, need);
    else move(model, drawing, action, need);
    requirements.set(action.id, list);
  }
  for (const relation of model.machine.relations) {
    if (relation.kind !== 'order' || relation.leg === 'up') continue;
    const of = refId(relation.after);
    const before = refId(relation.before);
    requirements
      .get(of)
      ?.push({
        id: `${of} < relation ${before}`,
        of,
        alternatives: [[before]],
        cause: { kind: 'relation', before, reason: relation.reason, leg: relation.leg }
      });
  }
  let holdings: readonly Holding[] | undefined;
  // Worked out when it is asked for: not every question needs it.
  return {
    model,
    actions,
    requirements,
    drawing,
    get holdings() {
      return (holdings ??= holdingsOf(model, drawing));
    }
  };
}

type Need = (cause: Cause, key: string, alternatives: Alternative[]) => void;

function joint(model: Model, drawing: Drawing, j: Joint, need: Need): void {
  if (j.reachedRaised) {
    // Raised is enough; being out of the machine altogether is not: the joint would hold it back.
    const raising = model.part(j.reachedRaised).moves.filter((m) => !removes(m));
    need(
      { kind: 'raised', part: j.reachedRaised, joint: j.id },
      `raised ${j.reachedRaised}`,
      raising.map((m) => [moveId(j.reachedRaised!, m.id)])
    );
  }
  if (comesFreeLast(j)) {
    for (const fixing of fixingsOf(model, model.riders(j.a)))
      need({ kind: 'holds', joint: fixing.id, part: j.a }, `fixed ${fixing.id}`, waysToFree(model, j, fixing));
  }
  // Contacts that part as something slides out of its bay need no hand on them.
  if (j.kind === 'connector' && j.family === 'blade') return;
  for (const { part: cover, evidence } of drawing.coversOfJoint(j)) {
    need(
      { kind: 'covers', part: cover.id, what: j.id, ...(evidence ? { evidence } : {}) },
      `cover ${cover.id}`,
      waysToClearJoint(model, cover, j)
    );
  }
}

/** Joints that open by moving the part itself: a card rises out of its slot, clips and glue let go as it is drawn. */
function comesFreeLast(j: Joint): boolean {
  return (
    ['clips', 'adhesive', 'seal', 'hook'].includes(j.kind) ||
    (j.kind === 'connector' && ['edge-card', 'memory-socket', 'tray', 'blade'].includes(j.family))
  );
}

/** What still holds these to what stays, and so has to be open before a joint that comes free last can give way. */
function fixingsOf(model: Model, moving: ReadonlySet<string>): Joint[] {
  return [...moving].flatMap((id) =>
    model.jointsOf(id).filter((other) => {
      const far = moving.has(other.a) ? other.b : other.a;
      return (
        !moving.has(far) &&
        !comesFreeLast(other) &&
        !other.reachedRaised &&
        !model.isUncarried(far) &&
        !model.isUncarried(id)
      );
    })
  );
}

/** How a fixing stops keeping a joint from giving way: it lets go, or what it holds together moves together, fixed to nothing else. */
function waysToFree(model: Model, j: Joint, fixing: Joint): Alternative[] {
  const moving = model.groupMoves
    .map(({ part, move }) => model.takes(part.id, move))
    .filter((taken) => taken.has(fixing.a) && taken.has(fixing.b) && taken.has(j.a) && !taken.has(j.b));
  return [
    ...waysToRelease(model, fixing, j.a),
    ...moving.map((taken) => fixingsOf(model, taken).map((f) => openId(f.id)))
  ];
}

function move(model: Model, drawing: Drawing, action: Action & { kind: 'move' }, need: Need): void {
  const { part } = action;
  const leash = new Set(action.move.leaves);
  const riders = model.takes(part.id, action.move);
  const loose = new Set<string>();
  for (const rider of riders) {
    for (const j of model.jointsOf(rider)) {
      const other = riders.has(j.a) ? j.b : j.a;
      if (riders.has(other) || leash.has(j.id)) continue;
      if (model.isUncarried(other) || model.isUncarried(rider)) loose.add(model.isUncarried(other) ? other : rider);
      else
        need(
          { kind: 'holds', joint: j.id, part: part.id },
          `holds ${j.id}`,
          riders.has(j.a) ? waysToRelease(model, j, part.id) : waysApart(model, j, part.id)
        );
    }
  }
  for (const cable of loose) {
    const joints = model.jointsOf(cable).filter((j) => !leash.has(j.id));
    if (riders.has(cable)) {
      for (const j of joints) need({ kind: 'holds', joint: j.id, part: part.id }, `holds ${j.id}`, [[openId(j.id)]]);
      continue;
    }
    const near = joints.filter((j) => riders.has(j.a) || riders.has(j.b));
    const far = joints.filter((j) => !near.includes(j));
    // With nothing at its other end the cable simply comes along.
    if (near.length > 0 && far.length > 0) {
      need({ kind: 'loose-cable', cable, part: part.id }, `cable ${cable}`, [
        near.map((j) => openId(j.id)),
        far.map((j) => openId(j.id))
      ]);
    }
  }
  for (const { joint: held, evidence } of drawing.heldOver(part, action.move)) {
    need({ kind: 'covers', part: held.a, what: part.id, joint: held.id, evidence }, `cable ${held.id}`, [
      [openId(held.id)]
    ]);
  }
  for (const { part: cover, evidence } of drawing.coversOfExit(part, action.move)) {
    need(
      { kind: 'covers', part: cover.id, what: part.id, ...(evidence ? { evidence } : {}) },
      `cover ${cover.id}`,
      waysToClear(model, cover, part.id)
    );
  }
  for (const { part: cover, rider, evidence } of drawing.coversOfRiders(part, action.move)) {
    need(
      { kind: 'covers', part: cover.id, what: rider.id, with: part.id, ...(evidence ? { evidence } : {}) },
      `cover ${cover.id} over ${rider.id}`,
      waysToClearRider(model, cover, rider, part, action.move)
    );
  }
}

/** What lets go of the part that stays: contacts of a drive or a battery part only as that slides out. */
function waysApart(model: Model, j: Joint, held: string): Alternative[] {
  const out = j.kind === 'connector' && j.family === 'blade' ? model.part(j.a).moves.filter(removes) : [];
  return out.length > 0 ? out.map((m) => [openId(j.id), moveId(j.a, m.id)]) : waysToRelease(model, j, held);
}

/** What stands aside only with the lid in one position serves only what can be done in that position: on the same face, or on one that does not mind. */
function standsFor(model: Model, way: Action, of: Action): boolean {
  if (way.kind !== 'move' || way.move.lid === undefined || of.zone === way.zone) return true;
  const { lid } = model.zone(of.zone).pose;
  return lid === 'any' || lid === way.move.lid;
}

function unique(alternatives: readonly Alternative[]): Alternative[] {
  return [...new Map(alternatives.map((a) => [[...a].sort().join(' '), a])).values()];
}
