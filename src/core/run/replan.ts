import {
  actionOf,
  closesUp,
  losesClock,
  START,
  touchedFunctions,
  type From,
  type Plan,
  type Step,
  type Touched
} from '../plan';
import type { Model } from '../machine';
import { removes } from '../machine';
import type { RunState } from './fold';
import { allSteps } from './rounds';
import { DEPARTS } from '../words';
import { goalId, type Goal } from '../goals';
import {
  ANY,
  goalKey,
  inRound,
  MAT,
  readPose,
  openId,
  roundOf,
  type ActionId,
  moveId,
  stepId,
  movedPart
} from '../ids';

/**
 * Where work stands: what is open and out, in the order in which it was opened, and the joints that will not open.
 * @param plans all plans of the run
 */
export function fromHere(plans: readonly Plan[], state: RunState, stuck: readonly string[] = []): From {
  const done = new Set<ActionId>();
  for (const { step } of recorded(plans, state)) {
    const id = actionOf(step);
    if (!id) continue;
    if (step.do === 'open' || step.do === 'move') done.add(id);
    else done.delete(id);
  }
  return { done: [...done], stuck: stuck.map(openId).filter((id) => !done.has(id)), lies: liesNow(plans, state) };
}

/** How the machine lies: as the last steps had it that were done. */
function liesNow(plans: readonly Plan[], state: RunState): { up: string; lid: string } {
  const lies = { ...START };
  for (const { step } of recorded(plans, state)) {
    if (!step.pose || step.pose === MAT) continue;
    const { up, lid } = readPose(step.pose);
    if (up !== ANY) lies.up = up;
    if (lid !== ANY) lies.lid = lid;
  }
  return lies;
}

/** Steps that were done, oldest first; skipped ones left out. */
function recorded(plans: readonly Plan[], state: RunState): { step: Step; at: string }[] {
  return [...allSteps(plans).values()]
    .flatMap((step, i) => {
      const record = state.steps[step.id];
      return record && record.outcome !== 'skipped' ? [{ step, at: record.at, i }] : [];
    })
    .sort((a, b) => (a.at !== b.at ? (a.at < b.at ? -1 : 1) : a.i - b.i));
}

/** Joints that were reported as not to be opened and have not been since. */
export function stuckJoints(plan: Plan, state: RunState): string[] {
  const stuck = state.findings.filter((f) => f.what === 'could-not').map((f) => f.step);
  return plan.steps.flatMap((s) =>
    s.do === 'open' && s.joint && stuck.includes(s.id) && state.steps[s.id]?.outcome === 'skipped' ? [s.joint] : []
  );
}

/** The goals that are still to be worked for: those whose turning point was not reached yet, or whose part is still out. */
export function goalsAhead(model: Model, plans: readonly Plan[], state: RunState): Goal[] {
  const { done } = fromHere(plans, state);
  return plans.at(-1)!.goals.filter((goal) => {
    const swap = [...allSteps(plans).values()]
      .filter((s) => s.do === 'swap' && inRound(s.id, 1) === stepId.swap(goalId(goal)))
      .at(-1);
    if (!swap || !state.steps[swap.id]) return true;
    return goal.do === 'reach'
      ? done.includes(openId(goal.joint))
      : model.part(goal.part).moves.some((m) => removes(m) && done.includes(moveId(goal.part, m.id)));
  });
}

/**
 * A plan made from here as the continuation of a run: what is done and still holds keeps its ids and so its records, what is
 * to be done once more gets those of the next round. Tests that are still owed stay owed: those of what was really opened.
 * @param made the plan from `fromHere`
 */
export function continued(model: Model, made: Plan, plans: readonly Plan[], state: RunState): Plan {
  const owes = owedFor(model, plans, state);
  const now = new Standing(plans, state);
  const last = made.steps.findLastIndex((s) => s.leg === 'down' && now.isOpen(s));
  const ids = new Map<string, string>();
  const kept = made.steps.filter((step, i) => {
    const round = now.lastRound(step.id);
    // A turn before what is done was made, whether or not anybody noted it.
    if (step.do === 'pose' && step.leg === 'down' && i < last) {
      if (round > 0) ids.set(step.id, inRound(step.id, round));
      return round > 0;
    }
    // What closes belongs to the round in which it was opened.
    const opened = step.leg === 'up' && actionOf(step) && step.mirror ? ids.get(step.mirror) : undefined;
    ids.set(
      step.id,
      opened ? inRound(step.id, roundOf(opened)) : inRound(step.id, now.holds(step) ? round : round + 1)
    );
    return true;
  });
  const asked = new Set(made.steps.map((s) => s.id));
  const owed = plans.at(-1)!.steps.flatMap((s): Step[] => {
    const outcome = state.steps[s.id]?.outcome;
    const base = inRound(s.id, 1);
    if (s.leg !== 'prove' || asked.has(base) || (state.steps[s.id] && outcome !== 'fail')) return [];
    // What was planned and never opened owes no test.
    if (outcome !== 'fail' && !owes(s)) return [];
    return [outcome === 'fail' ? { ...s, id: inRound(base, now.lastRound(base) + 1) } : s];
  });
  return {
    ...made,
    steps: [
      ...kept.map(({ mirror, ...step }) => {
        const twin = mirror === undefined ? undefined : ids.get(mirror);
        return {
          ...step,
          id: ids.get(step.id)!,
          ...(twin ? { mirror: twin } : mirror === undefined ? {} : { departs: step.departs ?? DEPARTS.doneBefore })
        };
      }),
      ...owed
    ],
    energised: made.energised.map((id) => ids.get(id)!),
    loose: made.loose.flatMap((id) => ids.get(id) ?? [])
  };
}

/** Whether a test is owed for something that was really opened in this run, in whatever plan, closed again or not. */
function owedFor(model: Model, plans: readonly Plan[], state: RunState): (test: Step) => boolean {
  const opened = recorded(plans, state).flatMap(({ step: s }): Touched[] => {
    if (s.do === 'open' && s.joint !== undefined) return [{ kind: 'open', joint: model.joint(s.joint) }];
    return s.do === 'move' && s.part !== undefined && s.move !== undefined
      ? [{ kind: 'move', part: model.part(s.part), move: model.move(s.part, s.move) }]
      : [];
  });
  const functions = new Set(touchedFunctions(model, opened));
  return (test) => {
    if (test.id === stepId.setClock) return losesClock(model, opened);
    if (test.id === stepId.firstCharge)
      return opened.some((a) => a.kind === 'move' && removes(a.move) && model.takes(a.part.id, a.move).has(test.part!));
    if (test.test === undefined) return true;
    return test.test === 'closing'
      ? opened.some(closesUp)
      : functions.has(test.test) ||
          ![...model.machine.parts, ...model.machine.joints].some((x) => x.functions.includes(test.test!));
  };
}

/** What of a run still holds at this moment. */
class Standing {
  private readonly open: ReadonlySet<ActionId>;
  private readonly rounds = new Map<string, number>();
  /** When the machine last had its power back. */
  private readonly poweredAt: string;

  constructor(
    plans: readonly Plan[],
    private readonly state: RunState
  ) {
    this.open = new Set(fromHere(plans, state).done);
    let poweredAt = '';
    for (const step of allSteps(plans).values()) {
      const record = state.steps[step.id];
      if (!record) continue;
      this.rounds.set(inRound(step.id, 1), Math.max(this.lastRound(step.id), roundOf(step.id)));
      if ((step.do === 'restore' || step.do === 'test') && record.outcome !== 'skipped' && record.at > poweredAt)
        poweredAt = record.at;
    }
    this.poweredAt = poweredAt;
  }

  /** The last round in which something was said of a step; 0 when nothing ever was. */
  lastRound(id: string): number {
    return this.rounds.get(inRound(id, 1)) ?? 0;
  }

  isOpen(step: Step): boolean {
    return this.open.has(actionOf(step) ?? '');
  }

  holds(step: Step): boolean {
    const record = this.state.steps[inRound(step.id, this.lastRound(step.id))];
    if (!record || record.outcome === 'skipped') return false;
    if (step.do === 'open' || step.do === 'move') return this.isOpen(step);
    if (step.leg === 'isolate' || (step.leg === 'down' && step.do === 'prepare')) return record.at > this.poweredAt;
    if (step.leg === 'swap') {
      if (step.joint !== undefined) return this.open.has(openId(step.joint));
      // A look at something, or a cable that was formed, holds as long as the machine has not been closed since.
      return isTakenOut(step) ? this.isOut(step.part!) : this.open.size > 0;
    }
    if (step.do === 'prepare' && step.joint !== undefined) return this.open.has(openId(step.joint));
    return false;
  }

  /** Whether a part was taken out by itself and has not come back. */
  private isOut(part: string): boolean {
    return [...this.open].some((id) => movedPart(id) === part);
  }
}

/** What a new plan has that the old one had not, and what it no longer has; done steps are in neither. */
export function planChanges(before: Plan, after: Plan, state: RunState): { added: Step[]; dropped: Step[] } {
  const [was, is] = [new Set(before.steps.map((s) => s.id)), new Set(after.steps.map((s) => s.id))];
  return {
    added: after.steps.filter((s) => !was.has(s.id)),
    dropped: before.steps.filter((s) => !is.has(s.id) && !state.steps[s.id])
  };
}

/** References of a plan that this machine does not have: such a plan was not made for it. */
export function strangers(model: Model, plan: Plan): string[] {
  const { parts, joints, zones } = model.machine;
  const part = new Map(parts.map((p) => [p.id, p]));
  const joint = new Set(joints.map((j) => j.id));
  const zone = new Set(zones.map((z) => z.id));
  const out: string[] = [];
  const need = (known: boolean, text: string) => void (known || out.push(text));
  for (const s of plan.steps) {
    if (s.joint !== undefined) need(joint.has(s.joint), `${s.id}: no joint "${s.joint}"`);
    if (s.part !== undefined) need(part.has(s.part), `${s.id}: no part "${s.part}"`);
    if (s.part !== undefined && s.move !== undefined)
      need(part.get(s.part)?.moves.some((m) => m.id === s.move) ?? false, `${s.id}: no move "${s.move}" of ${s.part}`);
    if (s.zone !== undefined) need(zone.has(s.zone), `${s.id}: no zone "${s.zone}"`);
    for (const p of s.pinch)
      need(part.has(p.cable) && zone.has(p.zone), `${s.id}: no cable "${p.cable}" in "${p.zone}"`);
    if (s.tighten) need(s.joint !== undefined, `${s.id}: tightens nothing`);
  }
  for (const goal of plan.goals)
    need(
      goal.do === 'reach' ? joint.has(goal.joint) : part.has(goal.part),
      `the goal ${goalId(goal)} is not of this machine`
    );
  const ids = new Set(plan.steps.map((s) => s.id));
  need(ids.size === plan.steps.length, 'two steps share an id');
  return out;
}

/** Whether a turning point is that of a part that leaves the machine. */
const isTakenOut = ({ id, part }: Step): boolean =>
  part !== undefined &&
  (['replace', 'remove'] as const).some((doing) => inRound(id, 1) === stepId.swap(goalKey({ do: doing, what: part })));
