import { describe, expect, it } from 'vitest';
import { offeredGoals } from '../goals';
import { plan, type Plan } from '../plan';
import { runs } from '../testing/effort';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import {
  followed,
  insteadOf,
  mistakesIn,
  nextStep,
  Rehearsal,
  RehearsalLog,
  stepOfHarm,
  triesOf,
  type Entry,
  type Try
} from '.';

const WORK = 'replace';
const triesOfPlan = (access: ReturnType<typeof demoAccess>, made: Plan): Try[] =>
  followed(access, made).flatMap((s) => s.tries);

describe.each(DEMO_MACHINES)('on %s', (id) => {
  const access = demoAccess(id);
  const offered = offeredGoals(access.model, WORK).map(({ goal }) => goal);
  const goals = offered.filter((_, i) => i % Math.max(1, Math.floor(offered.length / runs(12))) === 0);

  it('whoever asks what comes next at every turn, and does it, comes there and back', () => {
    for (const goal of goals) {
      const made = plan(access, [goal], { budget: 0 });
      const log = new RehearsalLog(access, [goal]);
      for (let step = nextStep(log, made); step; step = nextStep(log, made)) {
        const before = log.entries.length;
        for (const one of triesOf(access, step)) {
          const outcome = log.add(one);
          if (outcome?.is !== 'works') expect([goal, step.id, one, outcome?.is]).toEqual('works');
        }
        // What one is told twice leads nowhere.
        if (log.entries.length === before || log.entries.length > 2000) expect([goal, step.id]).toEqual('goes on');
      }
      expect([goal, log.isReached, log.isClean, log.stuck]).toEqual([goal, true, true, 0]);
    }
  });
});

describe('the log of a rehearsal', () => {
  const access = demoAccess('norrvik-fathom-14');
  const { goal } = offeredGoals(access.model, WORK)[0]!;
  const made = plan(access, [goal], { budget: 0 });
  const tries = triesOfPlan(access, made);
  const harmful = tries.flatMap((right, i): [number, Try][] => {
    const { state } = new RehearsalLog(access, [goal], tries.slice(0, i));
    return insteadOf(access.model, state, right)
      .flat()
      .filter((other) => new Rehearsal(access).attempt(state, other).is === 'harm')
      .map((other) => [i, other]);
  });

  it('goes back to before a harm, which counts nonetheless', () => {
    expect(harmful.length).toBeGreaterThan(10);
    for (const [i, wrong] of harmful) {
      const log = new RehearsalLog(access, [goal], [...tries.slice(0, i), wrong]);
      expect(log.suffered.map((s) => [s.entry, s.isUndone])).toEqual([[i, false]]);
      log.add({ do: 'back', to: i });
      for (const one of tries.slice(i)) log.add(one);
      expect(log.suffered.map((s) => [s.entry, s.isUndone])).toEqual([[i, true]]);
      expect([log.isReached, log.left, log.isClean]).toEqual([true, [], false]);
    }
  });

  it('comes to the same from its entries alone, whenever they are read', () => {
    const [i, wrong] = harmful[3]!;
    const entries: Entry[] = [...tries.slice(0, i), { do: 'hint' }, wrong, { do: 'back', to: i }, ...tries.slice(i)];
    const [one, other] = [new RehearsalLog(access, [goal]), new RehearsalLog(access, [goal], entries)];
    for (const entry of entries) one.add(entry);
    const told = ({ state, suffered, left, hints, stuck, entries: all }: RehearsalLog) => ({
      ...state,
      suffered,
      left,
      hints,
      stuck,
      all
    });
    expect(told(other)).toEqual(told(one));
    expect(one.hints).toBe(1);
  });

  it('is not clean while the work was not come to, or something is left', () => {
    expect(new RehearsalLog(access, [goal]).isClean).toBe(false);
    const up = made.steps.findIndex((s) => s.leg === 'up');
    const down = followed(access, made)
      .slice(0, up)
      .flatMap((s) => s.tries);
    const half = new RehearsalLog(access, [goal], down);
    expect([half.isReached, half.suffered, half.left.length > 0, half.isClean]).toEqual([true, [], true, false]);
  });

  it.each<[string, Entry]>([
    ['a joint', { do: 'open', joint: 'no-such-joint', motion: 'lift-up' }],
    ['a move', { do: 'move', part: access.model.root.id, move: 'no-such-move' }],
    ['a hole', { do: 'take', joint: access.model.machine.joints.find((j) => j.kind === 'screws')!.id, hole: 150 }],
    [
      'screws',
      { do: 'put', joint: access.model.machine.joints.find((j) => j.kind === 'connector')!.id, hole: 0, from: 'x' }
    ],
    ['a time that was not', { do: 'back', to: 5 }]
  ])('refuses %s that is not there, by its place', (_, entry) => {
    expect(() => new RehearsalLog(access, [goal], [tries[0]!, entry])).toThrow(/^entry 1: /);
  });
});

it('every harm of a mistake in following a plan has its step there', () => {
  const access = demoAccess('lindquay-gannet-13');
  const { goal } = offeredGoals(access.model, WORK)[0]!;
  const made = plan(access, [goal], { budget: 0 });
  let told = 0;
  for (const { harms, tried } of mistakesIn(new Rehearsal(access), made)) {
    // What was left undone has consequences elsewhere; what was done has them where it was done.
    const [harm] = harms;
    if (!harm || tried.length === 0) continue;
    const step = stepOfHarm(made, harm);
    expect([harm, step?.leg === 'up' || step?.leg === 'down' || step?.leg === 'isolate']).toEqual([harm, true]);
    told++;
  }
  expect(told).toBeGreaterThan(10);
});
