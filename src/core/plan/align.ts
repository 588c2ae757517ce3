import type { Plan, Step } from './schema';

/** The longest row of items that stands in both lists in the same order. */
export function commonOrder<T>(a: readonly T[], b: readonly T[]): T[] {
  const width = b.length + 1;
  const length = new Uint16Array((a.length + 1) * width);
  for (let i = a.length - 1; i >= 0; i--) {
    for (let k = b.length - 1; k >= 0; k--) {
      length[i * width + k] =
        a[i] === b[k] ? length[(i + 1) * width + k + 1]! + 1 : Math.max(length[(i + 1) * width + k]!, length[i * width + k + 1]!);
    }
  }
  const out: T[] = [];
  for (let i = 0, k = 0; i < a.length && k < b.length; ) {
    if (a[i] === b[k]) {
      out.push(a[i]!);
      i++;
      k++;
    } else if (length[(i + 1) * width + k]! >= length[i * width + k + 1]!) i++;
    else k++;
  }
  return out;
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
