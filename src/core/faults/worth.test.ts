import { describe, expect, it } from 'vitest';
import { demoFaults } from '../testing/demo-faults';
import { demoAccess, DEMO_MACHINES } from '../testing/machines';
import { belief, nextStep, NOTHING_KNOWN, reachFrom, worthOfSpares, type FaultSet, type Findings, type Next } from '.';

const HOUR = 6900;

describe('what a spare weighs', () => {
  const { model } = demoAccess();
  const set = demoFaults('norrvik-fathom-14');
  const board = set.repairs.find((r) => r.goal?.do === 'replace' && r.goal.part === 'board')!;
  const worth = (spare: Parameters<typeof worthOfSpares>[3][string]) =>
    worthOfSpares(model, set, HOUR, { [board.id]: spare })[board.id];
  it('is its price at the shop\u2019s hour, more where it has to be ordered, and a guess where nobody has a price', () => {
    expect(worth({ each: 2 * HOUR, isThere: true })).toEqual({ seconds: 7200, isGuess: false });
    expect(worth({ each: 2 * HOUR, isThere: false })).toEqual({ seconds: 9000, isGuess: false });
    expect(worth({ isThere: true })).toEqual({ seconds: 18_000, isGuess: true });
  });
  it('is nothing for what takes no spare, and in a shop without an hourly rate', () => {
    const all = worthOfSpares(model, set, HOUR, {});
    for (const { id, goal } of set.repairs) expect([id, id in all]).toEqual([id, goal?.do === 'replace']);
    expect(worthOfSpares(model, set, 0, {})).toEqual({});
  });
});

/** Below this a spare is fitted to find out. */
const SURE = 0.6;
/** A test that settles it in this time comes first, s. */
const SHORT_SECONDS = 180;

/** Tests from outside that tell whether the repair would help, whatever comes of them. */
function settling(set: FaultSet, known: Findings, repair: string): string[] {
  const mends = new Set(set.repairs.find((r) => r.id === repair)!.mends);
  const share = (weights: number[]) => set.faults.reduce((sum, f, i) => sum + (mends.has(f.id) ? weights[i]! : 0), 0);
  return set.tests.flatMap((test) => {
    if (test.id in known.tests || test.needs.length > 0 || test.seconds > SHORT_SECONDS) return [];
    const after = test.outcomes.map((o) => belief(set, { ...known, tests: { ...known.tests, [test.id]: o.id } }, {}));
    const possible = after.filter((weights) => weights.some((w) => w > 0)).map(share);
    return possible.length > 1 && possible.every((p) => p >= 0.9 || p <= 0.1) ? [test.id] : [];
  });
}

/** Goes every way from a complaint, so many steps deep, and says of each proposal what is known by then. */
function* ways(
  set: FaultSet,
  known: Findings,
  next: (known: Findings) => Next,
  deep = 5
): Generator<{ known: Findings; best: Next['candidates'][number] }> {
  const [best] = next(known).candidates;
  if (!best || deep === 0) return;
  yield { known, best };
  const then =
    best.do === 'repair'
      ? [{ ...known, repairs: [...known.repairs, best.id] }]
      : set.tests
          .find((t) => t.id === best.id)!
          .outcomes.map((o) => ({ ...known, tests: { ...known.tests, [best.id]: o.id } }));
  for (const after of then) if (belief(set, after, {}).some((w) => w > 0)) yield* ways(set, after, next, deep - 1);
}

describe('a spare is no test', () => {
  /** Spares proposed that are unlikely to help, and those of them that a short test from outside would have told. */
  function unlikely(id: (typeof DEMO_MACHINES)[number], hour: number) {
    const set = demoFaults(id);
    const access = demoAccess(id);
    const reach = reachFrom(access, set);
    const worth = worthOfSpares(access.model, set, hour, {});
    const takesSpare = worthOfSpares(access.model, set, HOUR, {});
    const next = (known: Findings) =>
      nextStep(
        set,
        belief(set, known, {}),
        { tests: Object.keys(known.tests), repairs: known.repairs },
        reach,
        200,
        (repair) => worth[repair]?.seconds ?? 0
      );
    const found = { spares: 0, told: [] as string[] };
    for (const symptom of set.symptoms)
      for (const { known, best } of ways(set, { ...NOTHING_KNOWN, symptoms: { [symptom.id]: true } }, next)) {
        if (best.do !== 'repair' || !(best.id in takesSpare)) continue;
        const mends = new Set(set.repairs.find((r) => r.id === best.id)!.mends);
        const weights = belief(set, known, {});
        if (set.faults.reduce((sum, f, i) => sum + (mends.has(f.id) ? weights[i]! : 0), 0) >= SURE) continue;
        found.spares++;
        found.told.push(...settling(set, known, best.id).map((test) => `${symptom.id}: ${best.id} before ${test}`));
      }
    return found;
  }

  it.each(DEMO_MACHINES)(
    '%s: none is fitted that is unlikely to help while a short test from outside would tell',
    (id) => expect(unlikely(id, HOUR).told).toEqual([])
  );
  it('where only time counts spares are fitted to find out', () => {
    const [byTime, byCost] = [0, HOUR].map((hour) =>
      DEMO_MACHINES.slice(0, 2).reduce((sum, id) => sum + unlikely(id, hour).spares, 0)
    );
    expect(byTime).toBeGreaterThan(2 * byCost!);
  });
});
