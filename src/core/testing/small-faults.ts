import fc from 'fast-check';
import { FaultSet, type ReachSeconds } from '../faults';
import { goalId, type Goal } from '../goals';

/** Covers over parts: a goal costs what lies over it, and what is off already costs nothing more. */
function coversReach(covers: readonly number[], over: Readonly<Record<string, readonly number[]>>): ReachSeconds {
  return (goals) => [...new Set(goals.flatMap((g) => over[goalId(g)] ?? []))].reduce((sum, c) => sum + covers[c]!, 0);
}

export interface Small {
  set: FaultSet;
  reach: ReachSeconds;
}

/** Random sets of so many faults and tests and a repair for each fault, and one for all, behind shared covers. */
export const small = (faults: number, tests: number): fc.Arbitrary<Small> =>
  fc
    .record({
      weights: fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 1, maxLength: faults }),
      tests: fc.array(
        fc.record({
          seconds: fc.integer({ min: 0, max: 120 }),
          likely: fc.array(fc.constantFrom(0, 0.1, 0.5, 0.9, 1), { minLength: faults, maxLength: faults }),
          cover: fc.integer({ min: -1, max: 2 }),
          odd: fc.boolean()
        }),
        { maxLength: tests }
      ),
      covers: fc.array(fc.integer({ min: 0, max: 300 }), { minLength: 3, maxLength: 3 }),
      repairs: fc.array(
        fc.record({
          seconds: fc.integer({ min: 1, max: 400 }),
          cover: fc.integer({ min: -1, max: 2 }),
          also: fc.integer({ min: 0, max: faults - 1 })
        }),
        { minLength: faults, maxLength: faults }
      ),
      whole: fc.integer({ min: 100, max: 900 })
    })
    .map(({ weights, tests, covers, repairs, whole }) => {
      const goal = (name: string): Goal => ({ do: 'reach', joint: name });
      const over: Record<string, number[]> = {};
      const behind = (name: string, cover: number): Goal[] => {
        if (cover < 0) return [];
        // The third lies behind the first as well.
        over[goalId(goal(name))] = cover === 2 ? [0, 2] : [cover];
        return [goal(name)];
      };
      const list = weights.map((weight, i) => ({ id: `f${i}`, name: `fault ${i}`, weight, shows: {} }));
      const set = FaultSet.parse({
        format: 'eager-wrench/faults@1',
        machine: 'little',
        symptoms: [{ id: 's', text: 's' }],
        faults: list,
        tests: tests.map(({ seconds, likely, cover, odd }, t) => {
          const row = (p: number) => (odd ? [p / 2, 1 - p, p / 2] : [p, 1 - p]);
          return {
            id: `t${t}`,
            text: 't',
            seconds,
            needs: behind(`t${t}`, cover),
            outcomes: ['yes', 'no', ...(odd ? ['odd'] : [])].map((id) => ({ id, text: id })),
            given: Object.fromEntries(list.map((f, i) => [f.id, row(likely[i]!)])),
            otherwise: row(0.5)
          };
        }),
        repairs: [
          ...list.map((f, i) => {
            const { seconds, cover, also } = repairs[i]!;
            const [needs] = behind(`r${i}`, cover);
            return {
              id: `r${i}`,
              text: 'r',
              seconds,
              mends: [...new Set([f.id, list[also % list.length]!.id])],
              ...(needs ? { goal: needs } : {})
            };
          }),
          { id: 'whole', text: 'all', seconds: whole, mends: list.map((f) => f.id) }
        ]
      });
      return { set, reach: coversReach(covers, over) };
    });

/** Sets on which a bound is tight: a test that says which of four it is, and repairs that mend several at once; nothing has to be opened. */
export const tight: fc.Arbitrary<Small> = fc
  .record({
    weights: fc.array(fc.integer({ min: 4, max: 6 }), { minLength: 4, maxLength: 4 }),
    test: fc.option(fc.integer({ min: 1, max: 60 })),
    each: fc.array(fc.integer({ min: 100, max: 120 }), { minLength: 4, maxLength: 4 }),
    three: fc.option(fc.integer({ min: 5, max: 300 })),
    all: fc.option(fc.integer({ min: 100, max: 170 }))
  })
  .map(({ weights, test, each, three, all }) => {
    const list = weights.map((weight, i) => ({ id: `f${i}`, name: 'f', weight, shows: {} }));
    const sure = (i: number) => list.map((_, o) => Number(o === i));
    const set = FaultSet.parse({
      format: 'eager-wrench/faults@1',
      machine: 'little',
      symptoms: [{ id: 's', text: 's' }],
      faults: list,
      tests:
        test === null
          ? []
          : [
              {
                id: 't',
                text: 't',
                seconds: test,
                outcomes: list.map(({ id }) => ({ id, text: id })),
                given: Object.fromEntries(list.map((f, i) => [f.id, sure(i)])),
                otherwise: sure(0)
              }
            ],
      repairs: [
        // Where three are mended at once they are mended in no other way.
        ...list.flatMap((f, i) =>
          three !== null && i < 3 ? [] : [{ id: `r${i}`, text: 'r', seconds: each[i]!, mends: [f.id] }]
        ),
        ...(three === null ? [] : [{ id: 'three', text: 'r', seconds: three, mends: ['f0', 'f1', 'f2'] }]),
        ...(all === null ? [] : [{ id: 'all', text: 'r', seconds: all, mends: list.map((f) => f.id) }])
      ]
    });
    return { set, reach: () => 0 };
  });

/** Five that are as likely, of which a test tells the last from all others. @param seconds of the test */
const fiveFaults = (
  seconds: number,
  repairs: { id: string; text: string; seconds: number; mends: string[] }[]
): FaultSet =>
  FaultSet.parse({
    format: 'eager-wrench/faults@1',
    machine: 'little',
    symptoms: [{ id: 's', text: 's' }],
    faults: Array.from({ length: 5 }, (_, i) => ({ id: `f${i}`, name: 'f', weight: 5, shows: {} })),
    tests: [
      {
        id: 't',
        text: 't',
        seconds,
        outcomes: ['yes', 'no'].map((id) => ({ id, text: id })),
        given: { f4: [1, 0] },
        otherwise: [0, 1]
      }
    ],
    repairs
  });

/** Four faults that are mended best together, a fifth that a cheap test tells from them. */
export const together: fc.Arbitrary<Small> = fc
  .record({
    test: fc.integer({ min: 1, max: 15 }),
    each: fc.array(fc.integer({ min: 100, max: 120 }), { minLength: 4, maxLength: 4 }),
    all: fc.integer({ min: 121, max: 150 }),
    fifth: fc.integer({ min: 100, max: 400 })
  })
  .map(({ test, each, all, fifth }) => {
    const set = fiveFaults(test, [
      ...[...each, fifth].map((seconds, i) => ({ id: `r${i}`, text: 'r', seconds, mends: [`f${i}`] })),
      { id: 'all', text: 'r', seconds: all, mends: ['f0', 'f1', 'f2', 'f3'] }
    ]);
    return { set, reach: () => 0 };
  });

/** Three that are mended at once for little, one that is mended alone, and a fifth that a cheap test tells from all. */
export const threeAtOnce: fc.Arbitrary<Small> = fc
  .record({
    test: fc.integer({ min: 1, max: 15 }),
    three: fc.integer({ min: 20, max: 60 }),
    fourth: fc.integer({ min: 100, max: 300 }),
    fifth: fc.integer({ min: 100, max: 300 })
  })
  .map(({ test, three, fourth, fifth }) => {
    const set = fiveFaults(test, [
      { id: 'three', text: 'r', seconds: three, mends: ['f0', 'f1', 'f2'] },
      { id: 'r3', text: 'r', seconds: fourth, mends: ['f3'] },
      { id: 'r4', text: 'r', seconds: fifth, mends: ['f4'] }
    ]);
    return { set, reach: () => 0 };
  });

/** Two faults that are dear to mend, and tests that cost little and are not sure: one does several of them. */
export const doubtful: fc.Arbitrary<Small> = fc
  .record({
    repairs: fc.array(fc.integer({ min: 200, max: 400 }), { minLength: 2, maxLength: 2 }),
    tests: fc.array(fc.record({ seconds: fc.integer({ min: 1, max: 10 }), sure: fc.constantFrom(0.7, 0.8, 0.9) }), {
      minLength: 2,
      maxLength: 3
    })
  })
  .map(({ repairs, tests }) => {
    const list = repairs.map((_, i) => ({ id: `f${i}`, name: 'f', weight: 5, shows: {} }));
    const set = FaultSet.parse({
      format: 'eager-wrench/faults@1',
      machine: 'little',
      symptoms: [{ id: 's', text: 's' }],
      faults: list,
      tests: tests.map(({ seconds, sure }, t) => ({
        id: `t${t}`,
        text: 't',
        seconds,
        outcomes: ['yes', 'no'].map((id) => ({ id, text: id })),
        given: { f0: [sure, 1 - sure] },
        otherwise: [1 - sure, sure]
      })),
      repairs: repairs.map((seconds, i) => ({ id: `r${i}`, text: 'r', seconds, mends: [`f${i}`] }))
    });
    return { set, reach: () => 0 };
  });
