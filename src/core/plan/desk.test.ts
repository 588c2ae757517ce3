import { describe, expect, it } from 'vitest';
import { readMachineFile } from '../formats';
import type { Machine } from '../machine';
import { demoText } from '../testing/machines';
import { THOROUGH } from '../testing/effort';
import { notebook } from '../testing/notebook';
import {
  alongside,
  alternatives,
  plan,
  PlanDesk,
  planRequest,
  requestKey,
  STANDARD_BASIS,
  type Plan,
  type PlanRequest,
  type Progress
} from '.';
import { checkPlan } from '../check';
import { PlanningError, type Goal } from '../goals';

const file = readMachineFile(demoText());
if (!file.ok) throw new Error('the demo machine is broken');
const replace = (...parts: string[]): Goal[] => parts.map((part) => ({ do: 'replace', part }));
const request = (goals: Goal[], more: Partial<PlanRequest> = {}): PlanRequest => ({
  ...planRequest(file, STANDARD_BASIS, { goals, weighting: 'part-by-part', avoid: [] }),
  ...more
});

function ask(desk: PlanDesk, asked: PlanRequest): { heard: Progress[]; plan: Plan } {
  const heard: Progress[] = [];
  const making = desk.ask(asked);
  for (;;) {
    const { value, done } = making.next();
    if (done) return { heard, plan: value };
    heard.push(value);
  }
}

describe('a planning desk', () => {
  it('gives a first plan, then the plan; the second time the plan alone, and the same one', () => {
    const desk = new PlanDesk();
    const first = ask(desk, request(replace('fan')));
    expect(first.heard[0]).toMatchObject({ stage: 'first', plan: { goals: replace('fan') } });
    const again = ask(desk, request(replace('fan')));
    expect(again.heard).toEqual([]);
    expect(again.plan).toBe(first.plan);
    expect(JSON.stringify(first.plan)).toBe(JSON.stringify(plan(file.access, replace('fan'), { hash: file.hash })));
  });
  it('tells requests apart by what they ask, not by how they say it', () => {
    const key = (goals: Goal[], more?: Partial<PlanRequest>) => requestKey(request(goals, more));
    expect(key(replace('fan', 'ssd'))).toBe(key(replace('ssd', 'fan', 'ssd')));
    expect(key(replace('fan'), { avoid: ['b', 'a'] })).toBe(key(replace('fan'), { avoid: ['a', 'b', 'a'] }));
    const keys = [
      key(replace('fan')),
      key(replace('ssd')),
      key(replace('fan'), { weighting: 'bit-by-bit' }),
      key(replace('fan'), { variant: 'wwan' }),
      key(replace('fan'), { avoid: ['a'] }),
      key(replace('fan'), { hash: 'other' })
    ];
    expect(new Set(keys).size).toBe(keys.length);
  });
  it('keeps nothing of what could not be planned', () => {
    const desk = new PlanDesk();
    expect(() => ask(desk, request(replace('flywheel')))).toThrow(PlanningError);
    expect(() => ask(desk, request(replace('flywheel')))).toThrow(/plan\.noPart.*flywheel/);
    expect(ask(desk, request(replace('fan'))).plan.set.proved).toBe(true);
  });
  it('one who stops asking has stopped the work, and may ask again', () => {
    const desk = new PlanDesk();
    const making = desk.ask(request(replace('board')));
    expect(making.next().value).toMatchObject({ stage: 'first' });
    making.return(undefined as never);
    expect(ask(desk, request(replace('ssd'))).plan.order.proved).toBe(true);
  });
  it('gives the best so far to one who has had enough, with its gap, and does not keep it', () => {
    const large = notebook(THOROUGH ? 1400 : 700) as Machine;
    const asked = planRequest({ machine: large, hash: 'e'.repeat(64) }, STANDARD_BASIS, {
      goals: large.parts
        .filter((p) => p.numbers.length > 0)
        .slice(0, 60)
        .map((p) => ({ do: 'replace', part: p.id })),
      weighting: 'part-by-part',
      avoid: []
    });
    const desk = new PlanDesk();
    for (const after of [1, 3]) {
      const making = desk.ask(asked);
      let heard = 0;
      let told = making.next();
      for (; !told.done && ++heard < after;) told = making.next();
      const { value, done } = making.next(true);
      expect(done).toBe(true);
      const made = value as Plan;
      expect(made.order.proved).toBe(false);
      expect(made.order.bound).toBeLessThan(made.order.cost);
      expect(checkPlan(large, made)).toEqual([]);
      expect(desk.ask(asked).next().done).toBe(false);
    }
  });
  it('finds the same choices with pauses as without', () => {
    const desk = new PlanDesk();
    const choosing = desk.choose(request(replace('touchpad')));
    let pauses = 0;
    for (;;) {
      const { value, done } = choosing.next();
      if (!done) pauses++;
      else {
        expect(value).toEqual({
          alternatives: alternatives(file.access, replace('touchpad')),
          alongside: alongside(file.access, replace('touchpad'), 300)
        });
        expect(value.alongside.length).toBeGreaterThan(0);
        break;
      }
    }
    expect(pauses).toBeGreaterThan(10);
  });
});
