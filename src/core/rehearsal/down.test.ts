import { describe, expect, it } from 'vitest';
import { actOf, Facts, moveKey, openKey } from '../check/facts';
import { Reach } from '../check/reach';
import { offeredGoals } from '../goals';
import { readPose } from '../ids';
import { type Drive } from '../machine';
import { plan, type Plan } from '../plan';
import { seeded } from '../solve';
import { runs } from '../testing/effort';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { handedOver, motionsFor, Rehearsal, rightMotion, type Outcome, type Rehearsed, type Try } from '.';

/** The tries of whoever follows a plan down, with the right motions. */
function followed(rehearsal: Rehearsal, made: Plan): Try[] {
  const { model } = rehearsal.access;
  return made.steps.flatMap((step): Try[] => {
    if (step.do === 'prepare' && step.id.startsWith('isolate/'))
      return [{ do: 'isolate', step: step.id.slice('isolate/'.length) }];
    if (step.leg !== 'down') return [];
    if (step.do === 'pose') {
      const { up, lid } = readPose(step.pose!);
      return [{ do: 'pose', up: up as Rehearsed['up'], lid: lid as Rehearsed['lid'] }];
    }
    if (step.do === 'open') {
      const joint = model.joint(step.joint!);
      const bit = joint.kind === 'screws' ? { bit: joint.screw.drive } : {};
      return [{ do: 'open', joint: joint.id, motion: rightMotion(joint), ...bit }];
    }
    return step.do === 'move' ? [{ do: 'move', part: step.part!, move: step.move! }] : [];
  });
}

describe.each(DEMO_MACHINES)('on %s', (id) => {
  const access = demoAccess(id);
  const rehearsal = new Rehearsal(access);
  const goals = (['reach', 'replace', 'expose'] as const)
    .flatMap((doing) => offeredGoals(access.model, doing).map(({ goal }) => goal))
    .filter((_, i, all) => i % Math.ceil(all.length / runs(60)) === 0);

  it('whoever follows a plan down with the right motions breaks nothing, and everything moves', () => {
    let tries = 0;
    for (const goal of goals) {
      let made: Plan;
      try {
        made = plan(access, [goal]);
      } catch {
        continue;
      }
      let state = handedOver();
      for (const tried of followed(rehearsal, made)) {
        const outcome: Outcome = rehearsal.attempt(state, tried);
        expect({ goal, tried, outcome: outcome.is, ...(outcome.is === 'stuck' ? outcome : {}) }).toMatchObject({
          outcome: 'works'
        });
        state = (outcome as Extract<Outcome, { is: 'works' }>).then;
        tries++;
      }
      expect(state.harms).toEqual([]);
    }
    expect(tries).toBeGreaterThan(100);
  });
});

const BITS: readonly Drive[] = ['PH00', 'PH0', 'PH1', 'T3', 'T5', 'P5'];

it.each(DEMO_MACHINES)('on %s random tries move exactly what the check of plans says can be moved', (id) => {
  const access = demoAccess(id);
  const { machine } = access.model;
  const rehearsal = new Rehearsal(access);
  const reach = new Reach(new Facts(machine));
  const random = seeded(11);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const movable = machine.parts.filter((p) => p.moves.length > 0);
  const counted = { works: 0, stuck: 0, harm: 0 };
  let state = handedOver();
  let near = new Set<string>();
  // Most hands try what can nearly be reached, and turn it to the front: otherwise nothing deep is ever tried.
  const pickNear = <T>(list: readonly T[], keyOf: (thing: T) => string): T => {
    const of = list.filter((thing) => near.has(keyOf(thing)) && !state.open.has(keyOf(thing)));
    return pick(random() < 0.8 && of.length > 0 ? of : list);
  };
  const keys = [...machine.joints.map((j) => openKey(j.id)), ...movable.map((p) => moveKey(p.id, p.moves[0]!.id))];
  for (let i = 0; i < runs(30_000); i++) {
    if (i % 150 === 0) state = handedOver();
    if (i % 10 === 0)
      near = new Set(
        keys.filter((key) => {
          const unmet = reach.demands(actOf(reach.facts, key)!).filter((d) => !d.isMet(state.open)).length;
          return unmet === 0 || (unmet === 1 && random() < 0.2);
        })
      );
    const roll = random();
    // Most hands try what can be reached: otherwise nothing deep is ever tried.
    const joint = pickNear(machine.joints, (j) => openKey(j.id));
    const part = pickNear(movable, (p) => moveKey(p.id, p.moves[0]!.id));
    const tried: Try =
      roll < 0.08
        ? { do: 'pose', up: pick(['underside', 'topside']), lid: pick(['closed', 'open', 'flat']) }
        : roll < 0.1
          ? { do: 'isolate', step: pick(machine.isolation.steps).id }
          : roll < 0.7
            ? {
                do: 'open',
                joint: joint.id,
                motion: random() < 0.8 ? rightMotion(joint) : pick(motionsFor(joint)),
                bit: joint.kind === 'screws' && random() < 0.8 ? joint.screw.drive : pick(BITS)
              }
            : { do: 'move', part: part.id, move: pick(part.moves).id };
    if ((tried.do === 'open' || tried.do === 'move') && random() < 0.8) {
      const { pose } = access.model.zone(tried.do === 'open' ? joint.zone : part.moves[0]!.zone);
      const up = pose.up === 'either' ? state.up : pose.up;
      const turned = rehearsal.attempt(state, { do: 'pose', up, lid: pose.lid === 'any' ? state.lid : pose.lid });
      if (turned.is === 'works') state = turned.then;
    }
    const outcome = rehearsal.attempt(state, tried);
    counted[outcome.is]++;
    if (tried.do === 'open' || tried.do === 'move') {
      const key = tried.do === 'open' ? openKey(tried.joint) : moveKey(tried.part, tried.move);
      const act = actOf(reach.facts, key)!;
      const isFree = reach.demands(act).every((d) => d.isMet(state.open));
      // What works is free by the other reading of the file; what is not free does not move, or breaks.
      const why = { i, tried, outcome: outcome.is, open: [...state.open] };
      if (outcome.is === 'works') expect({ ...why, isFree }).toEqual({ ...why, isFree: true });
      if (outcome.is === 'stuck' && outcome.because.every((b) => b.is === 'requirement'))
        expect({ ...why, isFree }).toEqual({ ...why, isFree: false });
    }
    // What is torn stands nowhere in the file: the two readings are compared as long as nothing is.
    if (outcome.is !== 'stuck') state = outcome.is === 'harm' ? handedOver() : outcome.then;
  }
  expect(counted.works).toBeGreaterThan(200);
  expect(counted.stuck).toBeGreaterThan(200);
  expect(counted.harm).toBeGreaterThan(50);
});
