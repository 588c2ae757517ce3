import { openId } from '../ids';
import type { Drive, JointOf, Model } from '../machine';
import type { Plan, Step } from '../plan';
import { followed } from './follow';
import type { Rehearsal } from './attempt';
import { closingsFor } from './closings';
import type { Harm } from './harms';
import { motionsFor, smallerBits } from './motions';
import { Stand } from './stand';
import { handedOver, onTray, type Rehearsed } from './state';
import type { Try } from './try';
import { leftOver, socketsFor } from './up';
import { materialsFor } from './ways';

/** What somebody may do instead of the right try at a moment: other tries, or nothing. The right one is not among them. */
export function insteadOf(model: Model, state: Rehearsed, right: Try): Try[][] {
  const others = (tries: readonly Try[]) =>
    tries.filter((t) => JSON.stringify(t) !== JSON.stringify(right)).map((t) => [t]);
  const forgotten: Try[][] = [[]];
  switch (right.do) {
    case 'isolate':
      return forgotten;
    case 'open': {
      const joint = model.joint(right.joint);
      const bits: Drive[] = joint.kind === 'screws' ? smallerBits(joint.screw) : [];
      return [
        ...forgotten,
        ...others(motionsFor(joint).map((motion): Try => ({ ...right, motion }))),
        ...others(bits.map((bit): Try => ({ ...right, bit }))),
        ...(joint.kind === 'screws' ? [] : others([{ ...right, tool: 'metal blade' }]))
      ];
    }
    case 'move': {
      const { directionDeg } = model.move(right.part, right.move);
      const turned = directionDeg === undefined ? [] : [90, 180, 270].map((by) => (directionDeg + by) % 360);
      return others(turned.map((deg): Try => ({ ...right, directionDeg: deg })));
    }
    case 'close':
      return [...forgotten, ...others(closedOtherwise(model, state, right))];
    case 'lay':
      return [...forgotten, [{ ...right, where: right.where === 'under' ? 'over' : 'under' }]];
    case 'put':
      return others(
        [...onTray(model, state)].flatMap(([from, n]): Try[] =>
          n > 0 && from !== right.from ? [{ ...right, from }] : []
        )
      );
    case 'tighten': {
      const asTheyLie = [...right.order].sort((a, b) => a - b);
      return [
        ...forgotten,
        ...others([
          { ...right, order: asTheyLie },
          { ...right, passes: 1 },
          { ...right, order: right.order.slice(1) }
        ])
      ];
    }
    case 'return':
      return forgotten;
    case 'restore':
    case 'pose':
    case 'take':
      return [];
  }
}

function closedOtherwise(model: Model, state: Rehearsed, right: Extract<Try, { do: 'close' }>): Try[] {
  const joint = model.joint(right.joint);
  const motions = closingsFor(joint).map((closing): Try => ({ ...right, closing }));
  if (joint.kind === 'adhesive' || joint.kind === 'tape')
    return [
      ...motions,
      ...materialsFor(joint)
        .filter(({ fresh, share }) => !fresh || share !== 1)
        .map((material): Try => ({ ...right, ...material }))
    ];
  if (joint.kind !== 'connector') return motions;
  const free = socketsFor(model, joint).filter((other) => isOpen(state, other) && !state.sockets.has(other.id));
  return [...motions, ...free.map(({ id }): Try => ({ ...right, socket: id }))];
}

const isOpen = ({ open }: Rehearsed, { id }: JointOf<'connector'>) => open.has(openId(id));

/** A mistake in following a plan, with all that comes of it. */
export interface Mistake {
  step: Step;
  right: Try;
  tried: readonly Try[];
  /** What broke, and what was left when all was said to be done; nothing else went wrong. */
  harms: readonly Harm[];
}

/** A try on the way of a plan, with the machine as it stands before it. */
export interface Place {
  step: Step;
  right: Try;
  state: Rehearsed;
  /** The right tries that follow. */
  rest: readonly Try[];
}

/** All tries of whoever follows a plan well. */
export function placesOf(rehearsal: Rehearsal, plan: Plan): Place[] {
  const all = followed(rehearsal.access, plan).flatMap(({ step, tries }) => tries.map((right) => ({ step, right })));
  let state = handedOver();
  return all.map(({ step, right }, i) => {
    const place = { step, right, state, rest: all.slice(i + 1).map((one) => one.right) };
    state = goOn(rehearsal, state, [right]).end;
    return place;
  });
}

/**
 * What comes of other tries than the right one at a place: from there the plan is followed as well as can be, and whatever does not
 * move any more is left.
 * @returns undefined where it does no harm, or where one cannot go on on the way down and so looks again
 */
export function mistakeAt(
  rehearsal: Rehearsal,
  { step, right, state, rest }: Place,
  tried: readonly Try[]
): Mistake | undefined {
  const { end, isStuck } = goOn(rehearsal, state, [...tried, ...rest]);
  const harms = [...end.harms, ...leftOver(new Stand(rehearsal.access, end))];
  return harms.length === 0 || (isStuck && step.leg !== 'up') ? undefined : { step, right, tried, harms };
}

/** Every single mistake in following a plan that does harm, in the order of its steps. */
export function* mistakesIn(rehearsal: Rehearsal, plan: Plan): Generator<Mistake> {
  for (const place of placesOf(rehearsal, plan))
    for (const tried of insteadOf(rehearsal.access.model, place.state, place.right)) {
      const mistake = mistakeAt(rehearsal, place, tried);
      if (mistake) yield mistake;
    }
}

function goOn(rehearsal: Rehearsal, from: Rehearsed, tries: readonly Try[]): { end: Rehearsed; isStuck: boolean } {
  let end = from;
  let isStuck = false;
  for (const one of tries) {
    const outcome = rehearsal.attempt(end, one);
    if (outcome.is === 'stuck') isStuck = true;
    else end = outcome.then;
  }
  return { end, isStuck };
}
