import type { Plan, Step } from '../plan';
import { actOf, moveKey, openKey, takesOut, type Act } from './facts';
import { looseThings } from './standing';
import { refKey, type Open, type Reach } from './reach';

/** One problem of a plan: the step where it shows, and what is wrong. */
export type Say = (step: Step | undefined, text: string) => void;

const LEGS = ['isolate', 'down', 'swap', 'up', 'prove'] as const;
const DOES: Record<Step['do'], readonly Step['leg'][]> = {
  open: ['down'],
  move: ['down'],
  close: ['up'],
  return: ['up'],
  pose: ['down', 'up'],
  prepare: ['isolate', 'down', 'swap', 'up', 'prove'],
  swap: ['swap'],
  test: ['up', 'prove'],
  restore: ['up']
};

/** What the step does or undoes, by its fields and not by its id. */
export function keyOf(step: Step): string | undefined {
  if (step.do === 'open' || step.do === 'close') return step.joint === undefined ? '' : openKey(step.joint);
  if (step.do === 'move' || step.do === 'return')
    return step.part === undefined || step.move === undefined ? '' : moveKey(step.part, step.move);
  return undefined;
}

/** Where a plan stands before a step, for whoever wants to look on. */
export interface Moment {
  step: Step;
  index: number;
  act: Act | undefined;
  /** Before the step, and after it. */
  open: Open;
  after: Open;
}

/** Carries a plan out step by step from the machine as it was handed over; says what could not be done or does not agree with the file. */
export function replay(reach: Reach, plan: Plan, say: Say): Moment[] {
  const { facts } = reach;
  const open = new Set<string>();
  const at = { up: 'topside', lid: 'closed' };
  const ids = new Set<string>();
  const told = new Set<string>();
  const moments: Moment[] = [];
  let leg = 0;
  plan.steps.forEach((step, index) => {
    if (ids.has(step.id)) say(step, 'stands twice');
    ids.add(step.id);
    const same = [step.leg, step.do, step.joint, step.part, step.move, step.test, JSON.stringify(step.text)].join('|');
    if (step.do !== 'pose' && told.has(same)) say(step, 'says the same as a step before');
    told.add(same);
    const own = LEGS.indexOf(step.leg);
    if (own < leg) say(step, `belongs to the leg "${step.leg}", which is over`);
    leg = Math.max(leg, own);
    if (!DOES[step.do].includes(step.leg)) say(step, `does not belong on the leg "${step.leg}"`);
    const before = new Set(open);
    const key = keyOf(step);
    const act = key === undefined ? undefined : actOf(facts, key);
    if (key !== undefined && !act) say(step, 'names no joint or move that the machine has');
    if (step.do === 'pose') turn(step, before);
    if (act) {
      if (step.do === 'open' || step.do === 'move') forth(step, act);
      else back(step, act);
      agrees(step, act);
      lies(step, act);
    }
    moments.push({ step, index, act, open: before, after: new Set(open) });
  });
  for (const key of [...open].sort()) say(undefined, `${key} stays open at the end`);
  return moments;

  /** What goes with the lid is aside only while the lid is where it has to be. */
  function asItStands(act: Act): Open {
    return isOnMat(act) ? open : reach.withLidAt(open, at.lid);
  }

  function isOnMat(act: Act): boolean {
    const ends = act.joint ? [act.joint.a, act.joint.b] : [act.part.id, ...(act.move.with ?? [])];
    const carriers = (act.joint ? [...ends, ...facts.carriersOf(ends[0]!)] : facts.carriersOf(ends[0]!)).filter((id) =>
      ends.every((end) => facts.ridersOf(id).has(end))
    );
    if (
      carriers.some((id) =>
        facts.parts.get(id)!.moves.some((m) => takesOut(m) && !m.with && open.has(moveKey(id, m.id)))
      )
    )
      return true;
    return facts.jointly.some(
      ({ key, taken }) => key !== act.key && open.has(key) && ends.every((end) => taken.has(end))
    );
  }

  function forth(step: Step, act: Act) {
    if (open.has(act.key)) say(step, 'is done already');
    for (const d of reach.demands(act))
      if (!d.isMet(d.isOrder ? open : asItStands(act))) say(step, `cannot be done yet: needs ${d.text}`);
    open.add(act.key);
  }

  function back(step: Step, act: Act) {
    if (!open.has(act.key)) say(step, 'brings back what is not open');
    for (const d of reach.demands(act))
      if (!d.onlyDown && !d.isMet(d.isOrder ? open : asItStands(act)))
        say(step, `cannot be brought back any more: needs ${d.text}`);
    for (const r of facts.machine.relations)
      if (r.kind === 'order' && r.leg === 'up' && refKey(r.after) === act.key && open.has(refKey(r.before)))
        say(step, `goes back too early: ${r.reason}`);
    open.delete(act.key);
  }

  /** What the step says of itself is what the file says of the thing. */
  function agrees(step: Step, act: Act) {
    if (step.zone !== act.zone) say(step, `is said to be on "${step.zone}", the file has it on "${act.zone}"`);
    const isForth = step.do === 'open' || step.do === 'move';
    if (step.seconds !== (isForth ? act.seconds : act.backSeconds))
      say(step, `takes ${step.seconds} s, by the file ${isForth ? act.seconds : act.backSeconds} s`);
    if (act.joint?.kind !== 'screws') return;
    if (step.count !== act.joint.count)
      say(step, `counts ${step.count ?? 'no'} screws, the machine has ${act.joint.count}`);
    if (step.tool !== `driver ${act.joint.screw.drive}`)
      say(step, `asks for "${step.tool}", the screws have ${act.joint.screw.drive}`);
    const holes = step.tighten?.order;
    if (holes && [...holes].sort((a, b) => a - b).join() !== act.joint.at.map((_, i) => i).join())
      say(step, 'does not tighten every hole once');
    if (holes && act.joint.screw.printedOrder && holes.join() !== act.joint.screw.printedOrder.join())
      say(step, 'does not tighten in the printed order');
    if (!isForth && !holes) say(step, 'does not say in which order the screws are tightened');
  }

  /** The machine lies as the face needs it, unless the work is on a part that is out. */
  function lies(step: Step, act: Act) {
    if (isOnMat(act)) {
      if (step.pose !== 'mat') say(step, 'is done on the mat, and says otherwise');
      return;
    }
    const { up, lid: ofFace } = facts.pose(act.zone);
    const swings = act.move?.lid;
    const isForth = step.do === 'open' || step.do === 'move';
    if (swings !== undefined && (at.lid === swings) !== isForth)
      say(step, `goes with the lid, which has to be ${isForth ? '' : 'no more '}${swings}; it is ${at.lid}`);
    const lid = swings !== undefined || countsOnLid(act) ? at.lid : ofFace;
    if ((up !== 'either' && up !== at.up) || (lid !== 'any' && lid !== at.lid))
      say(step, `needs the machine ${up}, lid ${lid}; it lies ${at.up}, lid ${at.lid}`);
    const said = `${up === 'either' ? 'any' : up}/${lid}`;
    if (step.pose !== undefined && step.pose !== said)
      say(step, `is said to need ${step.pose}, by its face it needs ${said}`);
  }

  /** Something that goes with the lid is aside here and was in its way: what the face asks for gives way to that. */
  function countsOnLid(act: Act): boolean {
    const here = reach.withLidAt(open, at.lid);
    const tied = [...here].filter((key) => actOf(facts, key)?.move?.lid !== undefined);
    return reach.demands(act).some((d) => d.aside?.some((key) => tied.includes(key)));
  }

  function turn(step: Step, before: Open) {
    const [up, lid] = (step.pose ?? '').split('/');
    if (!up || !lid) say(step, 'turns the machine and does not say how');
    else {
      if (up === at.up && lid === at.lid) say(step, 'turns the machine to where it lies');
      const goesAlong =
        lid === at.lid
          ? []
          : facts.machine.parts.filter((p) =>
              p.moves.some((m) => m.lid !== undefined && before.has(moveKey(p.id, m.id)))
            );
      for (const part of goesAlong)
        if (!step.cautions.some((c) => JSON.stringify(c.text).toLowerCase().includes(part.name.toLowerCase())))
          say(step, `moves the lid and with it ${part.id}, and does not say so`);
      Object.assign(at, { up, lid });
    }
    const loose = looseThings(reach, before);
    const unheld = new Map((step.unheld ?? []).map((u) => [u.part, u.how]));
    for (const [part, how] of loose)
      if (unheld.get(part) !== how) say(step, `${part} is not held (${how}), and the step does not say so`);
    for (const part of unheld.keys()) if (!loose.has(part)) say(step, `${part} is said to be loose and is held`);
    if (loose.size > 0 !== plan.loose.includes(step.id))
      say(
        step,
        loose.size > 0
          ? 'is not listed among the turns with something loose'
          : 'is listed as a turn with something loose and is none'
      );
    if (loose.size > 0 && step.cautions.length === 0)
      say(step, 'turns the machine with something loose without a caution');
  }
}
