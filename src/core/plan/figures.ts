import type { Said } from '../language';
import type { Plan, Step } from './schema';

/** A plan in figures, to be laid beside another. */
export interface PlanFigures {
  steps: number;
  joints: number;
  parts: number;
  turns: number;
  toolChanges: number;
  /** Steps of the way up that do not mirror the way down. */
  departures: number;
  energised: number;
  /** Turns and lid moves with something not held. */
  loose: number;
  /** s. */
  p50: number;
  p80: number;
}

export function planFigures(plan: Plan): PlanFigures {
  const count = (test: (step: Step) => boolean) => plan.steps.filter(test).length;
  return {
    steps: plan.steps.length,
    joints: count((s) => s.do === 'open'),
    parts: count((s) => s.do === 'move'),
    turns: count((s) => s.do === 'pose'),
    toolChanges: stretches(plan).filter((s) => s.starts).length,
    departures: count((s) => s.leg === 'up' && s.departs !== undefined && s.do !== 'pose'),
    energised: plan.energised.length,
    loose: plan.loose.length,
    p50: plan.times.p50,
    p80: plan.times.p80
  };
}

/** What is in the hand at a step, and whether it was taken up for it. */
export interface Stretch {
  step: string;
  tool: string | undefined;
  starts: boolean;
}

/** The tool in the hand at each step of both legs, in the order of work; what needs no tool leaves the last one where it is. */
export function stretches(plan: Plan): Stretch[] {
  let tool: string | undefined;
  return plan.steps
    .filter((s) => s.leg === 'down' || s.leg === 'up')
    .map((s) => {
      const starts = s.tool !== undefined && s.tool !== tool;
      if (starts) tool = s.tool;
      return { step: s.id, tool: s.tool, starts };
    });
}

/** Several visits as one row of figures. */
export function sumFigures(all: readonly PlanFigures[]): PlanFigures {
  const sum = (key: keyof PlanFigures) => all.reduce((n, f) => n + f[key], 0);
  return {
    steps: sum('steps'),
    joints: sum('joints'),
    parts: sum('parts'),
    turns: sum('turns'),
    toolChanges: sum('toolChanges'),
    departures: sum('departures'),
    energised: sum('energised'),
    loose: sum('loose'),
    p50: sum('p50'),
    p80: sum('p80')
  };
}

/** Index of the first step at which two ways part; undefined when they are the same. */
export function partWays(a: readonly Said[], b: readonly Said[]): number | undefined {
  for (let i = 0; i < Math.max(a.length, b.length); i++) if (JSON.stringify(a[i]) !== JSON.stringify(b[i])) return i;
  return undefined;
}
