import { describe, expect, it } from 'vitest';
import { checkPlan } from '../check';
import { inEnglish } from '../testing/english';
import { accessTo, cable, demoAccess, DEMO_MACHINES, machine, part, plug, screw } from '../testing/machines';
import { singleGoals } from '../../../demo/testing/goals';
import { plan, type Plan } from '.';
import { PlanningError } from '../goals';

/** A board on one screw and one plug; by where the hand lies and what it holds, the screw would come first. */
const little = (more: { raised?: boolean } = {}) =>
  accessTo(
    machine(
      [
        part('board', [10, 10, 40], [5, 6], 'base', {
          kind: 'board',
          moves: [
            ...(more.raised
              ? [{ id: 'raise', kind: 'raise' as const, zone: 'face', seconds: 3, leaves: ['lead-plug'] }]
              : []),
            { id: 'lift', kind: 'lift', zone: 'face', seconds: 5 }
          ]
        }),
        part('lead', [60, 10, 4], [5, 6], 'base', { kind: 'cable', moves: [], shapes: [] })
      ],
      [
        screw('board-screw', 'board', 'base', [12, 12], 4),
        plug('lead-plug', 'lead', 'board', [45, 12], 4, more.raised ? { reachedRaised: 'board' } : {}),
        plug('lead-far-plug', 'lead', 'base', [62, 12], 4)
      ],
      { cables: [cable('lead', ['lead-plug', 'lead-far-plug'], [[45, 12], [62, 12]], 4)] } // prettier-ignore
    )
  );
const orderOf = (made: Plan, leg: 'down' | 'up') =>
  made.steps.flatMap((s) => (s.leg === leg && (s.joint ?? s.part) !== undefined ? [s.joint ?? s.part] : []));

describe('a part that would float on its plugs', () => {
  it('is unplugged while its screws keep it, and screwed down before it is plugged', () => {
    const made = plan(little(), [{ do: 'remove', part: 'board' }]);
    expect(orderOf(made, 'down')).toEqual(['lead-plug', 'board-screw', 'board']);
    expect(orderOf(made, 'up')).toEqual(['board', 'board-screw', 'lead-plug']);
    expect([made.order.proved, made.orderUp!.proved]).toEqual([true, true]);
    expect(made.steps.some((s) => s.holds)).toBe(false);
  });
  it('is held by hand, and the step says so, where its plug is reached no other way', () => {
    const access = little({ raised: true });
    const made = plan(access, [{ do: 'remove', part: 'board' }]);
    const atPlug = made.steps.filter((s) => s.joint === 'lead-plug');
    expect(atPlug.map((s) => s.holds)).toEqual(Array(2).fill([{ part: 'board', how: 'leash' }]));
    expect(inEnglish(atPlug[0]!.cautions[0]!.text)).toBe(
      'Hold with the other hand, so that nothing pulls on this plug: board.'
    );
    expect(checkPlan(access.model.machine, made)).toEqual([]);
  });
  it.each(DEMO_MACHINES)('is none on %s, but what hangs on a leash', (id) => {
    const access = demoAccess(id);
    const held = new Set<string>();
    singleGoals(access.model.machine).forEach((goal, i) => {
      if (i % 5 > 0) return;
      for (const s of planned(access, goal)?.steps ?? []) for (const { how } of s.holds ?? []) held.add(how);
    });
    expect([...held].filter((how) => how !== 'leash')).toEqual([]);
  });
});

describe('the check, by its own reading', () => {
  const access = little();
  const { machine: of } = access.model;
  const swapped = (leg: 'down' | 'up') => {
    const made = structuredClone(plan(access, [{ do: 'remove', part: 'board' }]));
    const at = (joint: string) => made.steps.findIndex((s) => s.leg === leg && s.joint === joint);
    const [a, b] = [at('board-screw'), at('lead-plug')];
    [made.steps[a], made.steps[b]] = [made.steps[b]!, made.steps[a]!];
    return checkPlan(of, made).join('\n');
  };
  it('finds a plug pulled, or pressed, at what its screw would keep', () => {
    expect(swapped('down')).toContain('down/joint:lead-plug: pulls on board, which board-screw would keep');
    expect(swapped('up')).toContain('up/joint:lead-plug: pulls on board, which board-screw would keep');
    expect(swapped('up')).toContain('is at a plug of board (free); to be held it names nothing');
  });
  it('finds a step that does not say what to hold, and one that says too much', () => {
    const raised = little({ raised: true });
    const made = plan(raised, [{ do: 'remove', part: 'board' }]);
    for (const s of made.steps) delete s.holds;
    expect(checkPlan(raised.model.machine, made)[0]).toContain('to be held it names nothing');
    const more = structuredClone(plan(access, [{ do: 'remove', part: 'board' }]));
    more.steps.find((s) => s.joint === 'lead-plug')!.holds = [{ part: 'board', how: 'free' }];
    expect(checkPlan(of, more)[0]).toContain('is at a plug of what is held');
  });
});

function planned(access: Parameters<typeof plan>[0], goal: Parameters<typeof plan>[1][number]): Plan | undefined {
  try {
    return plan(access, [goal]);
  } catch (error) {
    if (error instanceof PlanningError) return undefined;
    throw error;
  }
}
