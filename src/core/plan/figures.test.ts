import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { boardPlan } from '../testing/plans';
import { energisedCaution } from './cautions';
import {
  partWays,
  plan as planOf,
  planFigures,
  removalSet,
  screwsTakenOut,
  brokenForGood,
  stretches,
  sumFigures
} from '.';
import { goalId, offeredGoals } from '../goals';

/** Plans as they read in English. */
const plan = (...asked: Parameters<typeof planOf>) => inEnglish(planOf(...asked));

const access = demoAccess();
const made = plan(access, [{ do: 'replace', part: 'fan' }]);

describe('a plan in figures', () => {
  it('counts what its steps say', () => {
    const f = planFigures(made);
    expect(f).toMatchObject({ steps: made.steps.length, energised: 0, p50: made.times.p50, p80: made.times.p80 });
    expect(f.joints).toBe(made.steps.filter((s) => s.do === 'open').length);
    expect(f.turns).toBeGreaterThan(0);
  });
  it('bit by bit never changes the tool more often than part by part on a whole service', () => {
    const goals = ['fan', 'ssd', 'battery'].map((part) => ({ do: 'replace', part }) as const);
    const [parts, bits] = (['part-by-part', 'bit-by-bit'] as const).map(
      (weighting) => planFigures(plan(access, goals, { weighting })).toolChanges
    ) as [number, number];
    expect(bits).toBeLessThanOrEqual(parts);
  });
  it('a stretch begins where another tool is taken up, and only there', () => {
    const all = stretches(made);
    expect(all.map((s) => s.step)).toEqual(
      made.steps.filter((s) => s.leg === 'down' || s.leg === 'up').map((s) => s.id)
    );
    let hand: string | undefined;
    for (const s of all) {
      expect(s.starts).toBe(s.tool !== undefined && s.tool !== hand);
      hand = s.tool ?? hand;
    }
  });
  it('screws are told in the order in which they come out, seals as they break', () => {
    const order = made.steps.filter((s) => s.leg === 'down' && s.do === 'open').map((s) => s.joint);
    const screws = screwsTakenOut(access.model, made).map((g) => g.id);
    expect(screws).toEqual(order.filter((j) => access.model.joint(j!).kind === 'screws'));
    const board = boardPlan();
    expect(brokenForGood(access.model, board).map((s) => s.id)).toContain('heat-sink-compound');
    expect(brokenForGood(access.model, made)).toEqual([]);
  });
});

describe('plans side by side', () => {
  it('add up figure by figure', () => {
    const f = planFigures(made);
    expect(sumFigures([])).toEqual(Object.fromEntries(Object.keys(f).map((k) => [k, 0])));
    expect(sumFigures([f, f])).toEqual(Object.fromEntries(Object.entries(f).map(([k, n]) => [k, 2 * n])));
  });
  it.each([
    [['a', 'b'], ['a', 'b'], undefined],
    [['a', 'b'], ['a', 'c'], 1],
    [['a'], ['a', 'b'], 1],
    [['a', 'b'], ['a'], 1],
    [[], [], undefined],
    [['a'], ['b'], 0]
  ])('%j and %j part at %s', (a, b, at) => expect(partWays(a, b)).toBe(at));
});

describe('what can be asked of a machine', () => {
  it.each(DEMO_MACHINES)(
    '%s: all that is offered, in whichever way, can be planned, and each is offered once by name',
    (id) => {
      const { model, ...rest } = demoAccess(id);
      for (const doing of ['replace', 'remove', 'expose', 'reach'] as const) {
        const offered = offeredGoals(model, doing);
        expect(offered.length).toBeGreaterThan(5);
        expect(new Set(offered.map((o) => goalId(o.goal))).size).toBe(offered.length);
        expect(offered.map((o) => o.name)).toEqual(offered.map((o) => o.name).sort((a, b) => a.localeCompare(b, 'en')));
        for (const { goal } of offered)
          expect(() => removalSet({ model, ...rest }, [goal]), goalId(goal)).not.toThrow();
      }
    }
  );
});

describe('power that is still inside', () => {
  it('is said from what opens the case on until it is away, and to be acknowledged where that begins', () => {
    const slip = plan(demoAccess('lindquay-slip-11'), [{ do: 'replace', part: 'board' }]);
    expect(slip.energised.length).toBeGreaterThan(2);
    const said = slip.steps.map((s) => s.cautions.find((c) => c.text.startsWith('Live:')));
    // Feet and screws of a closed case are no danger; the palm rest opens it.
    const told = slip.energised.slice(slip.energised.indexOf('down/move:palm-rest/raise'));
    expect(told.length).toBeLessThan(slip.energised.length);
    const first = ['down', 'up'].map((leg) => told.find((id) => id.startsWith(leg)));
    slip.steps.forEach((s, i) =>
      expect(said[i]?.harm, s.id).toBe(told.includes(s.id) ? first.includes(s.id) : undefined)
    );
    // On the way up the palm rest's own plugs can only be closed once the power is on again.
    expect(slip.energised.filter((id) => id.startsWith('up'))).toEqual([
      'up/joint:touchpad-plug',
      'up/joint:keyboard-plug'
    ]);
    const words = (id: string) =>
      slip.steps.find((s) => s.id === id)!.cautions.find((c) => c.text.startsWith('Live:'))!.text;
    expect(words('up/joint:keyboard-plug')).toBe(
      'Live: the battery is connected again. Plastic tools only, no metal near open contacts.'
    );
    expect(inEnglish(energisedCaution('down', true, 'driver PH0').text)).toContain(
      'The driver touches its screws alone'
    );
    expect(made.steps.some((s) => s.cautions.some((c) => c.text.startsWith('Live:')))).toBe(false);
  });
});
