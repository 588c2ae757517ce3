import type { FaultSet } from '../schema';
import { liveOf, NOTHING, type SpareSeconds } from './live';
import { Openings, type ReachSeconds } from './openings';

/**
 * Expected time, with spares as time, of "swap the likeliest part": what is believed in most is replaced, plugs are not looked at by themselves.
 * @returns s; Infinity where nothing within reach mends what is left
 */
export function swapLikeliest(
  set: FaultSet,
  weights: readonly number[],
  reach: ReachSeconds,
  spare?: SpareSeconds
): number {
  const live = liveOf(set, weights, { test: () => false, repair: () => true }, spare);
  const openings = new Openings(live, reach);
  const left = live.weights.slice();
  const tried = new Set<number>();
  let [at, seconds] = [openings.start, 0];
  for (let whole = 1; whole > NOTHING; whole = left.reduce((a, b) => a + b, 0)) {
    const mass = live.repairs.map(({ mends }) => mends.reduce((sum, f) => sum + left[f]!, 0));
    const open = [...live.repairs.keys()].filter(
      (r) => !tried.has(r) && mass[r]! > 0 && openings.own(at, r) < Infinity
    );
    const parts = open.filter((r) => live.repairs[r]!.goals[0]?.do === 'replace');
    const best = (parts.length > 0 ? parts : open).sort((a, b) => mass[b]! - mass[a]! || a - b)[0];
    if (best === undefined) return Infinity;
    tried.add(best);
    seconds += openings.own(at, best) * whole;
    for (const f of live.repairs[best]!.mends) left[f] = 0;
    at = openings.after(at, best);
  }
  return seconds;
}
