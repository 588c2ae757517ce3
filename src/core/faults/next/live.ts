import { likelihoods } from '../belief';
import type { FaultSet } from '../schema';
import type { Goal } from '../../goals';

/** Less than this is nothing: rounding. */
export const NOTHING = 1e-12;

/** What the spare of a repair weighs, as time at the bench, s; by the repair's id. */
export type SpareSeconds = (repair: string) => number;

/** What could be done next. */
export interface Deed {
  do: 'test' | 'repair';
  id: string;
  /** Of itself, without the way there, s; of a repair with what its spare weighs. */
  seconds: number;
  goals: readonly Goal[];
}

export interface LiveTest extends Deed {
  do: 'test';
  /** outcomes[o][f]: how likely outcome o is with live fault f. */
  outcomes: readonly Float64Array[];
  /** Live faults of one kind have equal likelihoods: the test does not tell them apart. */
  kind: Int32Array;
}

export interface LiveRepair extends Deed {
  do: 'repair';
  /** Live faults that it mends. */
  mends: readonly number[];
  isMended: Uint8Array;
}

/** What is still in question of a set, in numbers: faults that are believed in, tests that tell, repairs that may help. */
export interface Live {
  /** How much each live fault is believed in, 1 in all. */
  weights: Float64Array;
  tests: readonly LiveTest[];
  repairs: readonly LiveRepair[];
}

/**
 * Faults that no test tells apart and the same repairs mend are one: whichever it is, all that can be done costs the same.
 * @param weights how much each fault is believed in, in the set's order; any unit
 * @param isOpen what may still be done, by id
 * @param spare what each repair's spare weighs: nothing where only time counts
 */
export function liveOf(
  set: FaultSet,
  weights: readonly number[],
  isOpen: { test: (id: string) => boolean; repair: (id: string) => boolean },
  spare: SpareSeconds = () => 0
): Live {
  const whole = weights.reduce((a, b) => a + b, 0);
  const believed = weights.flatMap((w, f) => (w > NOTHING * whole ? [f] : []));
  const repairs = set.repairs.filter(
    (r) => isOpen.repair(r.id) && believed.some((f) => r.mends.includes(set.faults[f]!.id))
  );
  const tests = set.tests.map((test, t) => ({ test, t })).filter(({ test }) => isOpen.test(test.id));
  const row = (t: number, f: number) =>
    likelihoods(set, t, f)
      .map((p) => Math.round(p * 1e9) / 1e9)
      .join(' ');
  const alike = new Map<string, number[]>();
  for (const f of believed) {
    const key = [...tests.map(({ t }) => row(t, f)), ...repairs.map((r) => r.mends.includes(set.faults[f]!.id))].join(
      '|'
    );
    alike.set(key, [...(alike.get(key) ?? []), f]);
  }
  const faults = [...alike.values()];
  const of = (group: readonly number[]) => group.reduce((sum, f) => sum + weights[f]!, 0) / whole;
  return {
    weights: Float64Array.from(faults, of),
    tests: tests.flatMap(({ test, t }): LiveTest[] => {
      const kinds = new Map<string, number>();
      const kind = Int32Array.from(faults, ([f]) => {
        const key = row(t, f!);
        if (!kinds.has(key)) kinds.set(key, kinds.size);
        return kinds.get(key)!;
      });
      if (kinds.size < 2) return [];
      const outcomes = test.outcomes.map((_, o) => Float64Array.from(faults, ([f]) => likelihoods(set, t, f!)[o]!));
      return [{ do: 'test', id: test.id, seconds: test.seconds, goals: test.needs, outcomes, kind }];
    }),
    repairs: repairs.map((r): LiveRepair => {
      const isMended = Uint8Array.from(faults, ([f]) => Number(r.mends.includes(set.faults[f!]!.id)));
      return {
        do: 'repair',
        id: r.id,
        seconds: r.seconds + spare(r.id),
        goals: r.goal ? [r.goal] : [],
        mends: [...isMended.keys()].filter((f) => isMended[f]),
        isMended
      };
    })
  };
}
