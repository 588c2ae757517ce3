import { describe, expect, it } from 'vitest';
import { offeredGoals } from '../goals';
import { plan } from '../plan';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { askedFirst, fold, observedSteps, saidRight, type RunEvent } from '.';

const access = demoAccess('norrvik-fathom-14');
const made = plan(access, [{ do: 'replace', part: 'fan' }], { budget: 0 });
let n = 0;
const event = (body: object): RunEvent =>
  ({
    id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`,
    at: new Date(Date.UTC(2026, 0, 5, 9, 0, n)).toISOString(),
    ...body
  }) as RunEvent;

describe('what a learner is asked before being told', () => {
  it.each(DEMO_MACHINES)('has one right answer on %s, and gives nothing away by its order', (id) => {
    const access = demoAccess(id);
    const goals = offeredGoals(access.model, 'replace').map(({ goal }) => goal);
    const of = plan(access, goals.slice(0, 4), { budget: 0 });
    let asked = 0;
    for (const step of of.steps) {
      const first = askedFirst(of, step);
      if (!first) continue;
      asked++;
      expect([...first.tools]).toEqual([...first.tools].sort());
      const right = { tool: first.tool, count: first.count };
      expect([step.id, saidRight(first, right)]).toEqual([step.id, true]);
      for (const tool of first.tools) expect(saidRight(first, { ...right, tool })).toBe(tool === step.tool);
      if (first.count !== undefined) expect(saidRight(first, { ...right, count: first.count + 1 })).toBe(false);
    }
    expect(asked).toBeGreaterThan(3);
    expect(of.steps.filter((s) => s.do === 'pose' || s.do === 'test').every((s) => !askedFirst(of, s))).toBe(true);
  });
});

it('of a run in learner’s mode no step’s time is told', () => {
  const steps = new Map(made.steps.map((s) => [s.id, s]));
  const done = made.steps.slice(0, 4).map((s) => {
    n += 9;
    return event({ type: 'done', step: s.id });
  });
  const on = event({ type: 'learning', on: true });
  expect(observedSteps(access.model, steps, done)).toHaveLength(3);
  expect(observedSteps(access.model, steps, [...done, on])).toEqual([]);
  expect(observedSteps(access.model, steps, [...done, on, event({ type: 'undo', event: on.id })])).toHaveLength(3);
  expect(observedSteps(access.model, steps, [...done, event({ type: 'learning', on: false })])).toHaveLength(3);
});

it('a run is in learner’s mode while it was last said so, and counts its hints; by itself it is not', () => {
  const step = made.steps[0]!.id;
  const state = (...events: RunEvent[]) => {
    const { learning, hints } = fold(access.model, made, events);
    return [learning, hints];
  };
  expect(state()).toEqual([false, []]);
  const on = event({ type: 'learning', on: true });
  const [first, second] = [event({ type: 'hint', step }), event({ type: 'hint', step })];
  expect(state(second, on, first)).toEqual([true, [step, step]]);
  expect(state(on, first, event({ type: 'learning', on: false }))).toEqual([false, [step]]);
  expect(state(on, first, event({ type: 'undo', event: first.id }))).toEqual([true, []]);
});
