import type { Plan, Step } from '../plan';
import type { Joint, Move, Part } from '../machine';
import type { Moment, Say } from './replay';
import { actOf, moveKey, openKey, takesOut, type Act } from './facts';
import type { Open, Reach } from './reach';
import { cablesUnder, type Passing } from './cables';
import { isUnstarted, unstartedOrder } from './conditions';
import { functionsAt, openTest } from './open-test';

/** Power: taken away before the inside is touched, listed and told where it is still there, brought back last. */
export function power(reach: Reach, plan: Plan, moments: readonly Moment[], say: Say): void {
  const { facts } = reach;
  const { joint } = facts.machine.isolation;
  const { outside } = facts.powerAway;
  const unstarted = isUnstarted(plan);
  const firmware = facts.powerAway.firmware && !unstarted;
  const steps = unstarted ? unstartedOrder(facts.machine.isolation.steps) : facts.machine.isolation.steps;
  const trapped = unstarted && joint === undefined && facts.powerAway.firmware;
  const at = joint === undefined ? -1 : moments.findIndex((m) => m.step.do === 'open' && m.step.joint === joint);
  const back = joint === undefined ? -1 : moments.findIndex((m) => m.step.do === 'close' && m.step.joint === joint);
  const acts = moments.filter((m) => m.act);
  const isInside = ({ act }: Moment) =>
    act!.joint
      ? act!.joint.kind === 'connector' && act!.joint.family !== 'tray'
      : act!.part.kind === 'cover' || act!.part.kind === 'keyboard';
  if (joint !== undefined && at < 0 && acts.some(isInside))
    say(undefined, `goes inside and never opens ${joint}, which takes the power away`);
  const live = new Set<string>();
  if (trapped || (at >= 0 && !firmware && outside === undefined))
    for (const m of acts) if (m.step.leg === 'down' && (trapped || m.index < at)) live.add(m.step.id);
  if (trapped || (back >= 0 && !firmware))
    for (const m of acts)
      if ((trapped || m.index > back) && m.step.do === 'close' && m.act!.joint?.kind === 'connector')
        live.add(m.step.id);
  // A closed case is no danger: it is told from what opens it on.
  const opening = acts.findIndex((m) => live.has(m.step.id) && m.act!.move && LIES_ROUND.includes(m.act!.part.kind));
  const closed = new Set(acts.slice(0, Math.max(0, opening)).map((m) => m.step.id));
  const isBefore = (step: Step) => closed.has(step.id);
  for (const { step } of moments) {
    const listed = plan.energised.includes(step.id);
    if (live.has(step.id) && !listed) say(step, 'is done with the power on and not listed as such');
    if (!live.has(step.id) && listed) say(step, 'is listed as energised and is not');
    // Plans of the first version said it in words alone.
    if (
      listed &&
      !isBefore(step) &&
      !step.cautions.some((c) => c.live ?? (typeof c.text === 'string' && c.text.startsWith('Live:')))
    )
      say(step, 'is done with the power on and does not say so');
  }
  for (const id of plan.energised)
    if (!plan.steps.some((s) => s.id === id)) say(undefined, `${id} is listed as energised and is no step`);

  const first = moments.findIndex((m) => m.step.leg === 'down' && m.act);
  const turning = steps.findIndex((s) => s.joint !== undefined && s.joint === joint);
  const places: number[] = [];
  steps.forEach((s, i) => {
    if (s.joint !== undefined) return;
    const found = moments.findIndex((m) => m.step.id === `isolate/${s.id}` && m.step.do === 'prepare');
    if (found < 0) return say(undefined, `${s.id} of the isolation is left out: ${s.text}`);
    const late = at >= 0 && turning >= 0 && i > turning;
    if (late ? found < at : first >= 0 && found > first)
      say(moments[found]!.step, `stands ${late ? 'before the power plug is open' : 'after the first joint is opened'}`);
    places.push(found);
    if (late && moments.slice(at + 1, found).some((m) => m.act?.joint?.kind === 'connector'))
      say(moments[found]!.step, 'comes after plugs that wait for it');
  });
  if (places.some((p, i) => i > 0 && p < places[i - 1]!)) say(undefined, 'the steps of the isolation are out of order');
  for (const { step } of moments)
    if (!facts.machine.isolation.steps.every((s) => step.id !== `isolate/${s.id}` || steps.includes(s)))
      say(step, 'starts a machine that must not be started');
  const undone = facts.machine.isolation.steps
    .filter((s) => steps.includes(s) && s.joint === undefined && s.undo !== undefined)
    .reverse();
  const restored = moments.filter((m) => m.step.do === 'restore');
  if (restored.map((m) => m.step.id).join() !== undone.map((s) => `restore/${s.id}`).join())
    say(undefined, `the isolation is not undone step by step, last first: ${undone.map((s) => s.id).join(', ')}`);
  const lastClose = moments.findLastIndex((m) => m.step.leg === 'up' && m.act);
  for (const m of restored) if (m.index < lastClose) say(m.step, 'comes before everything is closed');
}

const LIES_ROUND: readonly string[] = ['cover', 'bezel', 'case', 'keyboard'];

/** Tests: what was touched is proved and nothing else; the machine is tried open before it is covered, or the plan says why not. */
export function tests(reach: Reach, plan: Plan, moments: readonly Moment[], say: Say): void {
  const { facts } = reach;
  const forth = moments.filter((m) => m.step.leg === 'down' && m.act);
  const owed = new Set<string>();
  let closesUp = false;
  for (const { act } of forth) {
    const { joint, part, move } = act!;
    if (joint) {
      for (const f of [...joint.functions, ...(joint.kind === 'connector' ? functionsAt(reach, joint) : [])])
        owed.add(f);
      closesUp ||= joint.kind === 'clips';
    } else {
      for (const id of facts.takenBy(part, move)) for (const f of facts.parts.get(id)!.functions) owed.add(f);
      closesUp ||= LIES_ROUND.includes(part.kind) && takesOut(move);
    }
  }
  if (closesUp) owed.add('closing');
  const proved = plan.steps.filter((s) => s.leg === 'prove' && s.do === 'test').map((s) => s.test);
  for (const f of owed) if (!proved.includes(f)) say(undefined, `touches "${f}" and does not prove it`);
  for (const f of proved) if (f === undefined || !owed.has(f)) say(undefined, `proves "${f}", which nothing touched`);
  openTest(reach, plan, moments, say);
}

/** What is used once is fresh and in hand, spares and tools too. */
export function supplies(reach: Reach, plan: Plan, moments: readonly Moment[], say: Say): void {
  const used = moments.flatMap((m) =>
    m.step.do === 'open' &&
    m.act?.joint &&
    (m.act.joint.kind === 'adhesive' || m.act.joint.kind === 'tape') &&
    m.act.joint.singleUse
      ? [m.act.joint]
      : []
  );
  for (const { step, act } of moments) {
    if (step.do === 'open' && act?.joint?.kind === 'latch' && act.joint.unseen && !step.cautions.some((c) => c.harm))
      say(step, 'undoes what nobody saw without a word of it');
    if (step.do === 'open' && act?.joint?.kind === 'seal' && step.cautions.length === 0)
      say(step, 'breaks a seal and does not ask for the owner\u2019s word');
  }
  for (const joint of used) {
    if (joint.kind !== 'adhesive') continue;
    const made = moments.find((m) => m.step.leg === 'up' && m.step.do === 'prepare' && m.step.joint === joint.id);
    const closed = moments.findIndex((m) => m.step.do === 'close' && m.step.joint === joint.id);
    const seated = moments.findIndex((m) => m.step.do === 'return' && seats(reach, m.act!, joint));
    if (!made) say(undefined, `${joint.id} holds once only and is not made ready again`);
    else if ([closed, seated].some((i) => i >= 0 && made.index > i)) say(made.step, 'comes after the part is down');
  }
  if (plan.inHand.consumables.length !== used.length)
    say(undefined, `has ${plan.inHand.consumables.length} consumables in hand and uses ${used.length}`);
  for (const { step } of moments)
    if (step.tool !== undefined && !plan.inHand.tools.some((t) => t.tool === step.tool))
      say(step, `asks for "${step.tool}", which is not in hand`);
  for (const { form } of plan.swaps ?? [])
    for (const cable of form)
      if (!plan.steps.some((s) => s.leg === 'swap' && s.do === 'prepare' && s.part === cable))
        say(undefined, `brings a new ${cable} and does not form it`);
  for (const goal of plan.goals) {
    const name = goal.do === 'reach' ? goal.joint : goal.part;
    if (goal.do === 'replace' && !plan.inHand.spares.some((s) => s.part === goal.part))
      say(undefined, `replaces ${goal.part} and has no spare in hand`);
    if (!plan.steps.some((s) => s.leg === 'swap' && s.do === 'swap' && (s.joint ?? s.part) === name))
      say(undefined, `never comes to ${goal.do} ${name}`);
  }
}

/** The move brings this side of the joint down on the other, which it does not bring itself. */
function seats(reach: Reach, act: Act, joint: Joint): boolean {
  if (!act.move || !takesOut(act.move) || ![act.part.id, ...(act.move.with ?? [])].includes(joint.a)) return false;
  return !act.move.with || !reach.facts.takenBy(act.part, act.move).has(joint.b);
}

/** Cables under a part are laid before it where they could be, and each seating names those that pass it. */
export function cables(reach: Reach, moments: readonly Moment[], say: Say): void {
  const { facts } = reach;
  for (const { step, act, open } of moments) {
    if (step.do === 'pose') withLid(step, open);
    if (step.do !== 'return' || !act?.part) continue;
    const after = new Set([...open].filter((key) => key !== act.key));
    const passing = passingOf(act.part, act.move);
    const told = new Set(step.pinch.map((p) => `${p.cable} ${p.where}`));
    for (const p of passing) {
      const isThere = reach.isIn(p.cable, after);
      if (p.isSure && p.isCaught === 'surely' && isThere && !told.has(`${p.cable} ${p.where}`))
        say(step, `passes ${p.where} ${p.cable} and does not name it`);
      if (!isThere && told.has(`${p.cable} ${p.where}`)) say(step, `minds ${p.cable}, which is not in the machine`);
      if (p.isSure && p.where === 'under') laid(step, p.part, p, open);
    }
    for (const p of step.pinch)
      if (!passing.some((x) => x.cable === p.cable && x.where === p.where && x.isCaught !== 'never'))
        say(step, `says that ${p.cable} passes ${p.where} it`);
  }

  function passingOf(moved: Part, move: Move) {
    const taken = facts.takenBy(moved, move);
    return [moved, ...(move.with ?? []).map((id) => facts.parts.get(id)!)].flatMap((part) =>
      cablesUnder(reach, part)
        .filter((p) => !taken.has(p.cable))
        .map((p) => ({ ...p, part: part.id }))
    );
  }

  /** What stood aside with the lid comes down as the lid is moved: the cables are named before it is. */
  function withLid(step: Step, open: Open) {
    const [, lid] = (step.pose ?? '').split('/');
    const back = facts.machine.parts.flatMap((part) =>
      part.moves
        .filter((m) => m.lid !== undefined && m.lid !== lid && open.has(moveKey(part.id, m.id)))
        .map((move) => ({ part, move, key: moveKey(part.id, move.id) }))
    );
    const after = new Set([...open].filter((key) => !back.some((b) => b.key === key)));
    const passing = back.flatMap(({ part, move }) => passingOf(part, move));
    const isIt = (p: { cable: string; where: string }) => (x: { cable: string; where: string }) =>
      x.cable === p.cable && x.where === p.where;
    for (const p of passing)
      if (p.isSure && p.isCaught === 'surely' && reach.isIn(p.cable, after) && !step.pinch.some(isIt(p)))
        say(step, `brings ${p.part} back, which passes ${p.where} ${p.cable}, and does not name it`);
    for (const p of step.pinch)
      if (!passing.some((x) => isIt(p)(x) && x.isCaught !== 'never') || !reach.isIn(p.cable, after))
        say(step, `says that ${p.cable} passes ${p.where} what the lid brings back`);
  }

  /** Whatever holds the cable there could have been done before, and was not. */
  function laid(step: Step, part: string, { cable, zone }: Passing, open: Open) {
    const carriers = [cable, ...facts.carriersOf(cable)]
      .filter((id) => !facts.ridersOf(id).has(part))
      .flatMap((id) => facts.parts.get(id)!.moves.flatMap((m) => actOf(facts, moveKey(id, m.id)) ?? []));
    const guides = facts
      .jointsAt(new Set([cable]))
      .filter(
        (j) =>
          (j.kind === 'dressing' || j.kind === 'tape') &&
          j.zone === zone &&
          j.reachedRaised !== part &&
          j.a !== part &&
          j.b !== part
      )
      .flatMap((j) => actOf(facts, openKey(j.id)) ?? []);
    for (const late of [...carriers, ...guides]) {
      if (!open.has(late.key) || !couldBeUndone(reach, late, open)) continue;
      say(step, `lies over ${cable}, and ${late.key} could have been done first`);
    }
  }
}

/** Nothing that is still open waits for it, and nothing lies in its way. */
function couldBeUndone(reach: Reach, act: Act, open: Open): boolean {
  if (!reach.demands(act).every((d) => d.onlyDown || d.isMet(open))) return false;
  const closed = new Set([...open].filter((key) => key !== act.key));
  return [...closed].every((key) => {
    const other = actOf(reach.facts, key);
    return other === undefined || reach.demands(other).every((d) => d.onlyDown || d.isMet(closed) || !d.isMet(open));
  });
}
