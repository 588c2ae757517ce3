import { expect, it } from 'vitest';
import { PlanningError } from '../goals';
import { demoAccess } from '../testing/machines';
import { actionOf, plan } from '.';

it('without a goal there is nothing to plan', () => {
  expect(() => plan(demoAccess(), [])).toThrow(PlanningError);
});

it('the action of a step is what it opens or moves; a turn or a test of a joint is none', () => {
  const step = { joint: 'fan-screws', part: 'fan', move: 'lift' };
  expect(actionOf({ do: 'open', ...step })).toBe('joint:fan-screws');
  expect(actionOf({ do: 'close', ...step })).toBe('joint:fan-screws');
  expect(actionOf({ do: 'return', ...step })).toBe('move:fan/lift');
  for (const does of ['test', 'pose', 'prepare'] as const) expect(actionOf({ do: does, ...step })).toBeUndefined();
});
