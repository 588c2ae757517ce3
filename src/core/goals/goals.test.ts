import { describe, expect, it } from 'vitest';
import { expectApproved } from '../testing/approved';
import { accessTo, demoAccess, machine, part, plug } from '../testing/machines';
import {
  faceOf,
  goalId,
  goalOf,
  goalParts,
  goalRequirements,
  offeredGoals,
  ridersToMove,
  settleGoals,
  type Goal
} from '.';

const DOES = ['expose', 'remove', 'replace', 'reach'] as const;

it('what each goal on a machine asks for is as approved', async () => {
  const access = demoAccess();
  const lines = DOES.flatMap((does) =>
    offeredGoals(access.model, does).flatMap(({ goal, name, number }) => [
      `${goalId(goal)}: ${name} ${number ?? ''}`,
      ...goalRequirements(access, [goal]).map(
        (r) => `  ${r.id}: ${r.alternatives.map((w) => w.join(' + ')).join(' | ')}`
      )
    ])
  );
  await expectApproved('norrvik-fathom-14', lines);
});

/** Two boards with a loose cable from one to the other, which hangs on neither. */
const wired = (spareIncludes: string[]) =>
  accessTo(
    machine(
      [
        part('board', [10, 10, 20], [2, 3], 'base', { kind: 'board', spareIncludes }),
        part('other', [50, 10, 20], [2, 3]),
        part('cable', [0, 0, 1], [1, 1], 'base', { kind: 'cable', shapes: [], moves: [], on: undefined })
      ],
      [plug('near', 'cable', 'board', [20, 20], 2), plug('far', 'cable', 'other', [60, 20], 2)],
      { cables: [] }
    )
  );

describe('a loose cable of what is replaced', () => {
  const opened = (spareIncludes: string[]) =>
    goalRequirements(wired(spareIncludes), [{ do: 'replace', part: 'board' }]).flatMap((r) => r.alternatives.flat());
  it('is undone at the old part and moves over', () => expect(opened([])).toContain('joint:near'));
  it('stays at the old part when the spare brings it', () => expect(opened(['cable'])).not.toContain('joint:near'));
});

it('a goal is seen on the face where its thing is drawn', () => {
  const { model } = demoAccess();
  expect(faceOf(model, { do: 'replace', part: 'fan' })).toBe('underside');
  expect(faceOf(model, { do: 'replace', part: 'panel' })).toBe('display-front');
  expect(faceOf(model, { do: 'reach', joint: 'battery-plug' })).toBe('underside');
  expect(faceOf(model, { do: 'remove', part: 'flywheel' })).toBeUndefined();
  expect(faceOf(wired([]).model, { do: 'remove', part: 'cable' })).toBeUndefined();
});

it('goals are one order, each once, and are known again by their ids', () => {
  const goals: Goal[] = [
    { do: 'replace', part: 'fan' },
    { do: 'reach', joint: 'plug' },
    { do: 'replace', part: 'fan' }
  ];
  expect(settleGoals(goals)).toEqual([goals[1], goals[0]]);
  expect(goals.map((g) => goalOf(goalId(g)))).toEqual(goals);
  expect(goalParts(goals)).toEqual(['fan', 'fan']);
  expect(ridersToMove(demoAccess().model, 'board').length).toBeGreaterThan(3);
});
