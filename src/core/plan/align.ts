import type { Plan, Step } from './schema';

/** The longest row of items that stands in both lists in the same order; each list names an item once at most. */
export function commonOrder<T>(a: readonly T[], b: readonly T[]): T[] {
  const place = new Map(b.map((item, i) => [item, i]));
  const shared = a.filter((item) => place.has(item));
  // Longest increasing row of places: `ends[k]` is the index in `shared` where the best row of k + 1 items ends.
  const ends: number[] = [];
  const before: (number | undefined)[] = [];
  shared.forEach((item, i) => {
    const at = place.get(item)!;
    let low = 0;
    let high = ends.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (place.get(shared[ends[middle]!]!)! < at) low = middle + 1;
      else high = middle;
    }
    before[i] = low > 0 ? ends[low - 1] : undefined;
    ends[low] = i;
  });
  const out: T[] = [];
  for (let i: number | undefined = ends.at(-1); i !== undefined; i = before[i]) out.push(shared[i]!);
  return out.reverse();
}

/** One line of the two legs side by side: the way down reads from above, the way up from below. */
export interface Row {
  down?: Step;
  up?: Step;
}

/** Both legs in rows: a step faces its mirror wherever the order of the way up keeps it; departures stand alone. */
export function alignLegs(plan: Plan): Row[] {
  const down = plan.steps.filter((s) => s.leg === 'isolate' || s.leg === 'down');
  const up = plan.steps.filter((s) => s.leg === 'up').reverse();
  const facing = commonOrder(
    down.map((s) => s.id),
    up.map((s) => s.mirror ?? s.id)
  );
  const rows: Row[] = [];
  let i = 0;
  let k = 0;
  for (const id of [...facing, undefined]) {
    while (i < down.length && down[i]!.id !== id) rows.push({ down: down[i++] });
    while (k < up.length && (up[k]!.mirror ?? up[k]!.id) !== id) rows.push({ up: up[k++] });
    if (id !== undefined) rows.push({ down: down[i++], up: up[k++] });
  }
  return rows;
}

/** The face one looks at during a step: its own, or that of the last step that had one; undefined before the first. */
export function zoneAt(plan: Plan, index: number): string | undefined {
  return plan.steps.slice(0, index + 1).findLast((s) => s.zone)?.zone;
}
