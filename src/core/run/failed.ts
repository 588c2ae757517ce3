import type { Said } from '../language';
import type { Joint, Model } from '../machine';
import { CLOSING_PARTS, type Plan, type Step } from '../plan';
import { openedAtStep } from '../words';
import type { RunState } from './fold';
import { allSteps } from './rounds';

/** A joint of this run that may be why something does not work now. */
export interface Likely {
  joint: string;
  /** "The touchpad plug was opened at step 14." */
  text: Said;
  /** Share of the doubt, 0 to 1. */
  probability: number;
}

/**
 * How much each kind of joint weighs when a function fails after the work: bench rules of thumb. What snaps on or lies in a
 * lock is half seated more often than what is pushed home; screws matter where pressure or a contact hangs on them.
 */
const WEIGHT: Record<string, number> = {
  'antenna-snap': 4,
  'flip-lock-back': 3.5,
  'flip-lock-front': 3.5,
  'slide-lock': 3.5,
  'pull-tab': 3,
  'board-to-board': 3,
  'wire-along-board': 2.5,
  'lift-straight': 2.5,
  'edge-card': 2,
  'memory-socket': 2.5,
  'processor-lock': 1.5,
  blade: 1.5,
  bail: 1.5,
  tray: 1,
  clips: 2,
  adhesive: 1,
  screws: 0.5,
  other: 0.2
};
/** A joint at which something was noted in this run is doubted so much more. */
const NOTED = 3;
/** What only passes through a part that serves the function counts for less than the function's own plug. */
const BY_PART = 0.6;

/** Joints opened in this run on which a function hangs, likeliest first; empty when the work did not touch it. */
export function likelyJoints(model: Model, plans: readonly Plan[], state: RunState, doing: string): Likely[] {
  const steps = [...allSteps(plans).values()];
  const number = new Map(plans.flatMap((p) => p.steps.map((s, i) => [s.id, i + 1] as const)));
  const opened = new Map<string, Step>();
  for (const s of steps)
    if (s.do === 'open' && s.joint && state.steps[s.id] && state.steps[s.id]!.outcome !== 'skipped')
      opened.set(s.joint, s);
  const found = [...opened].flatMap(([id, step]) => {
    const joint = model.joint(id);
    const share = bearing(model, joint, doing);
    if (share === 0) return [];
    const noted = state.findings.some((f) => f.step === step.id || f.step === step.mirror);
    const weight = share * weightOf(joint) * (noted ? NOTED : 1);
    return [{ joint: id, weight, text: openedAtStep(model, joint, number.get(step.id)!) }];
  });
  const sum = found.reduce((s, f) => s + f.weight, 0);
  return found
    .map(({ weight, ...f }) => ({ ...f, probability: weight / sum }))
    .sort((a, b) => b.probability - a.probability || (a.joint < b.joint ? -1 : 1));
}

/** How much a function hangs on a joint: its own, or that of a part or cable it runs through. */
function bearing(model: Model, joint: Joint, doing: string): number {
  // Two tests are of no function: how it is closed hangs on seams and what holds them, and whether it starts open on every plug.
  if (doing === 'closing')
    return joint.kind === 'clips' || joint.kind === 'hook'
      ? 1
      : joint.kind === 'screws' && CLOSING_PARTS.has(model.part(joint.a).kind)
        ? 1
        : 0;
  if (doing === 'open-power')
    return joint.kind === 'connector' ? (joint.carries === 'power' || joint.carries === 'both' ? 1 : BY_PART) : 0;
  if (joint.functions.includes(doing)) return 1;
  const serves = (part: string) => model.part(part).functions.includes(doing);
  if (joint.kind === 'connector') return serves(joint.a) ? 1 : [...model.riders(joint.a)].some(serves) ? BY_PART : 0;
  return serves(joint.a) ? BY_PART : 0;
}

const weightOf = (joint: Joint) => WEIGHT[joint.kind === 'connector' ? joint.family : joint.kind] ?? WEIGHT.other!;

/** The plugs through which a function reaches the board, whether or not this work opened them. */
export function plugsOf(model: Model, doing: string): string[] {
  return model.machine.joints.filter((j) => j.kind === 'connector' && bearing(model, j, doing) === 1).map((j) => j.id);
}
