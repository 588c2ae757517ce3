import type { Machine, Origin } from '../machine';

/** How a thing of a file is known, from the least to the best: what was written by hand is taken at its word. */
export const KNOWN = ['guessed', 'recorded', 'answered', 'measured', 'confirmed', 'written'] as const;
export type Known = (typeof KNOWN)[number];

/** Fields that say nothing of what has to be done before what: how long it takes, and words. */
const BESIDE: ReadonlySet<string> = new Set(['seconds', 'start', 'method', 'direction', 'depth']);

/**
 * How a joint or a part is known: by what is least sure of it.
 * @param place `joints/fan-screws`, `parts/fan`
 * @param runs runs that followed it and found it so
 */
export function howKnown({ origins }: Pick<Machine, 'origins'>, place: string, runs = 0): Known {
  const own = Object.entries(origins ?? {}).flatMap(([key, origin]): Origin[] => {
    if (!key.startsWith(`${place}/`)) return [];
    return BESIDE.has(key.slice(place.length + 1)) ? [] : [origin];
  });
  if (own.length === 0) return 'written';
  if (runs > 0) return 'confirmed';
  return KNOWN.find((known) => own.some((o) => o.how === known)) ?? 'written';
}

/** How many joints of a file are known how. */
export function knowledgeOf(
  machine: Pick<Machine, 'origins' | 'joints'>,
  runs: Readonly<Record<string, number>> = {}
): Record<Known, number> {
  const counts = Object.fromEntries(KNOWN.map((k) => [k, 0])) as Record<Known, number>;
  for (const { id } of machine.joints) counts[howKnown(machine, `joints/${id}`, runs[id] ?? 0)]++;
  return counts;
}
