import { belief, FaultSet, NOTHING_KNOWN } from '../faults';
import type { Model } from '../machine';
import { seeded } from '../solve';
import { replaceableParts, type Goal } from '../goals';

/** For tests and the bench only. */
export interface SetSize {
  faults: number;
  tests: number;
  /** Of how many of the faults a test tells something that it does not tell of the others. The demo's tests: 3 to 9 %. */
  tells: number;
}
/** Sets as large as a shop would write them, with figures as in the demo's, and harder ones. */
export const LIKE_THE_DEMO: SetSize = { faults: 40, tests: 30, tells: 0.08 };
export const HARDER: SetSize = { ...LIKE_THE_DEMO, tells: 0.33 };

/** How many faults are believed in after each complaint of a generated set: its symptoms are named "live-4" and so on. */
export const LIVE = [4, 6, 8, 10, 12, 40] as const;

/**
 * A fault set over a machine as large as one likes: faults sit at its parts and plugs, plugs are reseated and parts replaced,
 * tests are outside or behind what covers a part. Times are spread as those of the demo's sets.
 */
export function generatedFaults(
  model: Model,
  { faults: count, tests: trials, tells }: SetSize,
  seed: number
): FaultSet {
  const random = seeded(seed);
  const below = (n: number) => Math.floor(random() * n);
  const of = <T>(list: readonly T[]) => list[below(list.length)]!;
  const plugs = model.machine.joints.filter((j) => j.kind === 'connector');
  const parts = replaceableParts(model).filter((p) => p.id !== model.root.id);
  const faults: {
    id: string;
    name: string;
    weight: number;
    part?: string;
    joint?: string;
    shows: Record<string, number>;
  }[] = Array.from({ length: count }, (_, i) => {
    const where =
      random() < 0.35 && plugs.length > 0 ? { joint: of(plugs).id } : random() < 0.85 ? { part: of(parts).id } : {};
    return { id: `f${i}`, name: `fault ${i}`, weight: Math.ceil(30 * random() ** 3), ...where, shows: {} };
  });
  for (const n of LIVE) {
    const live = new Set<number>();
    while (live.size < Math.min(n, count)) live.add(below(count));
    for (const f of live) faults[f]!.shows[`live-${n}`] = of([0.3, 0.6, 0.9, 0.95]);
  }
  const repairs = new Map<string, { id: string; text: string; seconds: number; mends: string[]; goal?: Goal }>();
  const mend = (id: string, fault: string, goal?: Goal) => {
    const known = repairs.get(id);
    if (known) known.mends.push(fault);
    else
      repairs.set(id, {
        id,
        text: id,
        seconds: 10 * (goal?.do === 'replace' ? 9 + below(52) : 3 + below(22)),
        mends: [fault],
        ...(goal ? { goal } : {})
      });
  };
  for (const { id, part, joint } of faults) {
    if (joint) {
      mend(`reseat-${joint}`, id, { do: 'reach', joint });
      const end = model.joint(joint).a;
      if (parts.some((p) => p.id === end)) mend(`replace-${end}`, id, { do: 'replace', part: end });
    } else if (part) mend(`replace-${part}`, id, { do: 'replace', part });
    else mend(`settings-${below(3)}`, id);
  }
  const chance = () => of([0.02, 0.1, 0.3, 0.75, 0.9, 0.97]);
  const tests = Array.from({ length: trials }, (_, t) => {
    const row = () => {
      const p = chance();
      return random() < 0.8 ? [p, 1 - p, 0] : [p / 2, 1 - p, p / 2];
    };
    const needs: Goal[] =
      random() < 0.7
        ? []
        : random() < 0.5 && plugs.length > 0
          ? [{ do: 'reach', joint: of(plugs).id }]
          : [{ do: 'remove', part: of(parts).id }];
    return {
      id: `t${t}`,
      text: `test ${t}`,
      seconds: 10 * (2 + below(23)),
      needs,
      outcomes: ['yes', 'no', 'odd'].map((id) => ({ id, text: id })),
      given: Object.fromEntries(faults.filter(() => random() < tells).map((f) => [f.id, row()])),
      otherwise: random() < 0.8 ? [0.04, 0.96, 0] : [0.97, 0.03, 0]
    };
  });
  return FaultSet.parse({
    format: 'eager-wrench/faults@1',
    machine: model.machine.id,
    symptoms: LIVE.map((n) => ({ id: `live-${n}`, text: `live ${n}` })),
    faults,
    tests,
    repairs: [...repairs.values()]
  });
}

/** What is believed after the complaint that leaves so many faults. */
export const liveBelief = (set: FaultSet, live: (typeof LIVE)[number]) =>
  belief(set, { ...NOTHING_KNOWN, symptoms: { [`live-${live}`]: true } }, {});
