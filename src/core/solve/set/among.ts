import type { Requirement } from '../requirement';
import { graphOf, type Graph, type Members, type SetProblem } from './problem';
import { cheapestIn, doneOf } from './removal-set';
import type { ActionId } from '../../ids';

/**
 * Cheapest sets for any choice of jobs over one machine. The graph of all that they can lead to is made once; a choice picks its
 * needs.
 * @param jobs pseudo-actions that the problem knows by their requirements, at no cost
 * @returns for some of the jobs their set, without themselves; undefined where they cannot be met
 */
export function setsAmong(
  problem: Omit<SetProblem, 'job'>,
  jobs: readonly ActionId[]
): (picked: readonly ActionId[]) => Members | undefined {
  const asFor = (asked: readonly Requirement[]): SetProblem => ({
    ...problem,
    job: ANY,
    requirementsOf: (id) => (id === ANY ? asked : problem.requirementsOf(id))
  });
  // A job that is met by any one of them leads to all that can be met.
  const whole = graphOf(asFor([meets(jobs)]), new Set(), new Set());
  if (!whole.ok) return () => undefined;
  const { graph } = whole;
  const able = new Set(graph.needs[0]!.flatMap((need) => need.ways.flatMap((way) => way.actions)));
  const number = new Map(graph.ids.map((id, i) => [id, i]));
  return (picked) => {
    if (!picked.every((job) => able.has(number.get(job)!))) return undefined;
    const asked = picked.map((job) => meets([job]));
    const needs: Graph['needs'] = [
      asked.map((requirement, i) => ({
        of: 0,
        requirement,
        ways: [{ alternative: 0, actions: [number.get(picked[i]!)!] }]
      })),
      ...graph.needs.slice(1)
    ];
    const found = cheapestIn({ ...graph, needs }, asFor(asked));
    if (!found.ok) return undefined;
    const { graph: narrowed, bound } = found.set;
    const { actions, cost } = doneOf(found.set);
    const ids = new Set(actions.map((i) => narrowed.ids[i]!));
    for (const job of picked) ids.delete(job);
    return { actions: ids, cost, bound: Math.min(bound, cost), proved: cost <= bound + 1e-9 };
  };
}

const ANY = 'any';
const meets = (jobs: readonly ActionId[]): Requirement => ({
  id: `${ANY} < ${jobs.join(' ')}`,
  of: ANY,
  alternatives: jobs.map((job) => [job])
});
