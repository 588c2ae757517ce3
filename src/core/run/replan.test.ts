import { inEnglish } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plan, type Plan, type Step } from '../plan';
import { isClosed } from '../fasteners';
import { seeded } from '../solve';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { boardPlan } from '../testing/plans';
import {
  continued,
  fold,
  fromHere,
  goalsAhead,
  likelyJoints,
  machineAfter,
  obstacles,
  planChanges,
  planInForce,
  plansOf,
  RunEvent,
  strangers,
  stuckJoints
} from '.';
import { PlanningError, type Goal } from '../goals';
import { runs, THOROUGH } from '$core/testing/effort';

const accesses = DEMO_MACHINES.map((id) => demoAccess(id));
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

/** A run that is worked through and replanned; what is recorded is what the plan in force asks for. */
class Work {
  readonly events: RunEvent[] = [];
  private n = 0;

  constructor(
    readonly access: (typeof accesses)[number],
    readonly first: Plan
  ) {}

  get state() {
    return fold(this.access.model, this.first, this.events);
  }
  get plan() {
    return planInForce(this.first, this.events);
  }
  say(body: Record<string, unknown>) {
    this.n++;
    const event = {
      id: uuid(this.n),
      at: new Date(Date.UTC(2026, 10, 25, 8) + this.n * 1000).toISOString(),
      ...body
    } as RunEvent;
    this.events.push(event);
    return event;
  }
  answer(step: Step, change: Record<string, unknown> = {}) {
    if (step.do === 'test') this.say({ type: 'tested', step: step.id, outcome: 'pass', ...change });
    else
      this.say({ type: 'done', step: step.id, ...(step.count === undefined ? {} : { count: step.count }), ...change });
  }
  /** The next steps, as the plan asks. */
  steps(count = Infinity) {
    for (let i = 0; i < count; i++) {
      const step = this.plan.steps[this.state.position];
      if (!step) return;
      this.answer(step);
    }
  }
  until(id: string) {
    for (;;) {
      const step = this.plan.steps[this.state.position];
      if (!step || step.id === id) return step;
      this.answer(step);
    }
  }
  replan(goals: readonly Goal[], stuck: readonly string[] = []) {
    const plans = plansOf(this.first, this.events);
    const made = continued(
      this.access.model,
      plan(this.access, goals, { from: fromHere(plans, this.state, stuck) }),
      plans,
      this.state
    );
    this.say({ type: 'replanned', why: 'test', plan: made });
    return made;
  }
}

const fathom = accesses[0]!;
const replace = (...parts: string[]): Goal[] => parts.map((part) => ({ do: 'replace', part }));
const start = (goals: Goal[], access = fathom) => new Work(access, plan(access, goals));

/** After any replan: what is open is brought back, once, and nothing else is. */
function holdsTogether(work: Work) {
  const { model } = work.access;
  const now = work.plan;
  expect(strangers(model, now)).toEqual([]);
  const open = new Set(fromHere(plansOf(work.first, work.events), work.state).done);
  now.steps.slice(0, work.state.position).forEach((s) => expect(work.state.steps[s.id], s.id).toBeDefined());
  const shown = machineAfter(
    model,
    now,
    (s) => work.state.steps[s.id] !== undefined && work.state.steps[s.id]!.outcome !== 'skipped'
  );
  for (const joint of shown.open) expect(open).toContain(`joint:${joint}`);
  for (const s of now.steps) if (s.mirror) expect(now.steps.find((x) => x.id === s.mirror)?.mirror, s.id).toBe(s.id);
  for (const id of now.energised) expect(now.steps.map((s) => s.id)).toContain(id);
}

describe('tests after a change of plan', () => {
  const owed = (of: { steps: readonly Step[] }) => of.steps.filter((s) => s.leg === 'prove').map((s) => s.test);
  it('are those of what was really opened, not of what was only planned', () => {
    // The board is planned, which touches nearly everything; before anything inside is opened only the fan is wanted.
    const work = new Work(fathom, boardPlan());
    work.until(work.plan.steps.find((s) => s.leg === 'down' && s.joint)!.id);
    const now = work.replan(replace('fan'));
    expect(owed(boardPlan()).length).toBeGreaterThan(owed(now).length);
    expect(owed(now).sort()).toEqual(owed(plan(fathom, replace('fan'))).sort());
  });
  it('what was opened and is closed again still owes its test', () => {
    const work = start(replace('ssd'));
    const last = work.plan.steps.findIndex((s) => s.leg === 'prove');
    work.steps(last);
    const now = work.replan(replace('fan'));
    expect(owed(now)).toContain('storage');
    expect(owed(now)).toContain('cooling');
  });
});

describe('replanning from here', () => {
  it('from the first step on it is the same plan', () => {
    const work = start(replace('fan'));
    const again = work.replan(replace('fan'));
    expect(again.steps).toEqual(work.first.steps);
    expect(again.set).toEqual(work.first.set);
    expect(planChanges(work.first, again, work.state)).toEqual({ added: [], dropped: [] });
  });

  it('what is done stays done and first; a goal that is added brings only what it needs', () => {
    const work = start(replace('fan'));
    work.steps(6);
    const before = work.plan;
    const after = work.replan([...replace('fan'), ...replace('ssd')]);
    expect(after.steps.slice(0, 6).map((s) => s.id)).toEqual(before.steps.slice(0, 6).map((s) => s.id));
    expect(work.state.position).toBe(6);
    const { added, dropped } = planChanges(before, after, work.state);
    expect(added.map((s) => s.id)).toEqual(
      expect.arrayContaining(['down/joint:ssd-screw', 'swap/replace:ssd', 'up/joint:ssd-screw'])
    );
    expect(dropped).toEqual([]);
    holdsTogether(work);
  });

  it('a goal that is dropped still brings back what was opened for it', () => {
    const work = start(replace('fan', 'ssd'));
    work.until('swap/replace:fan');
    const after = work.replan(replace('ssd'));
    for (const s of work.first.steps)
      if (s.leg === 'down' && (s.do === 'open' || s.do === 'move'))
        expect(after.steps.map((x) => x.id)).toContain(s.mirror);
    holdsTogether(work);
    work.steps();
    expect(obstacles(fathom.model, work.plan, work.state)).toEqual([]);
  });

  it('a joint that cannot be opened is gone round where there is another way, and the planner says so where there is none', () => {
    let roundabout = 0;
    let blocked = 0;
    // A module whose door will not open is reached from above; a heat sink comes without its fan; a panel has one way only.
    for (const [access, goal] of [
      [accesses[1]!, replace('memory-a')],
      [accesses[3]!, replace('heat-sink')],
      [accesses[4]!, replace('panel')]
    ] as const) {
      const first = plan(access, goal);
      for (const step of first.steps.filter((s) => s.do === 'open')) {
        const work = new Work(access, first);
        work.until(step.id);
        work.say({ type: 'not-so', step: step.id, what: 'could-not' });
        work.say({ type: 'skipped', step: step.id, note: 'seized' });
        expect(stuckJoints(work.plan, work.state)).toEqual([step.joint]);
        try {
          const after = work.replan(goal, [step.joint!]);
          expect(after.steps.some((s) => s.joint === step.joint && s.do === 'open')).toBe(false);
          holdsTogether(work);
          work.steps();
          expect(fromHere(plansOf(first, work.events), work.state).done).toEqual([]);
          roundabout++;
        } catch (error) {
          if (!(error instanceof PlanningError)) throw error;
          blocked++;
        }
      }
    }
    expect(blocked).toBeGreaterThan(10);
    expect(roundabout).toBeGreaterThan(0);
  });

  it('a test that fails at the end leads back in: what is opened again is counted again, and what was lost is not expected', () => {
    const work = start(replace('fan'));
    const screws = work.first.steps.find((s) => s.do === 'close' && s.count! > 2)!;
    work.until(screws.id);
    work.answer(screws, { count: screws.count! - 1 });
    work.say({ type: 'account', joint: screws.joint, fate: 'lost', count: 1 });
    work.until('prove/cooling');
    work.say({ type: 'tested', step: 'prove/cooling', outcome: 'fail', note: 'still' });
    const [likeliest] = likelyJoints(fathom.model, [work.first], work.state, 'cooling');
    expect(likeliest!.joint).toBe('fan-plug');
    expect(inEnglish(likeliest!.text)).toMatch(/^The fan plug was opened at step \d+\.$/);
    expect(goalsAhead(fathom.model, [work.first], work.state)).toEqual([]);
    const after = work.replan([{ do: 'reach', joint: 'fan-plug' }]);
    expect(after.steps[work.state.position]!.id).toBe(after.steps[0]!.id);
    const again = after.steps.find((s) => s.joint === screws.joint && s.do === 'open')!;
    expect(again.id).toBe(`down/joint:${screws.joint}~2`);
    expect(after.steps.map((s) => s.id)).toContain('prove/cooling~2');
    work.until(again.id);
    expect(work.state.ledger.find((l) => l.joint === screws.joint)).toMatchObject({
      expected: screws.count! - 1,
      inHand: 0
    });
    work.answer(again, { count: screws.count! - 1 });
    work.until(again.mirror!);
    work.answer(work.plan.steps[work.state.position]!, { count: screws.count! - 1 });
    work.steps();
    expect(work.state.ledger.every(isClosed)).toBe(true);
    expect(obstacles(fathom.model, work.plan, work.state)).toEqual([]);
    expect(work.state.conflicts).toEqual({});
  });

  it('a change of plan that is taken back leaves the old plan in force', () => {
    const work = start(replace('fan'));
    work.steps(5);
    work.replan(replace('fan', 'ssd'));
    work.say({ type: 'undo', event: work.events.at(-1)!.id });
    expect(work.plan).toEqual(work.first);
  });

  it('wherever and however often the plan changes, all that was opened comes back and every screw is accounted for', () => {
    fc.assert(
      fc.property(
        fc.nat(accesses.length - 1),
        fc.nat(),
        fc.array(fc.nat(60), { minLength: 1, maxLength: 4 }),
        (which, seed, walks) => {
          const access = accesses[which]!;
          const random = seeded(seed);
          const removable = access.model.machine.parts.filter(
            (p) => p.numbers.length > 0 && p.moves.length > 0 && p.id !== access.model.root.id
          );
          const pick = () => removable[Math.floor(random() * removable.length)]!.id;
          const work = start(replace(pick()), access);
          for (const walk of walks) {
            work.steps(walk);
            const ahead = goalsAhead(access.model, plansOf(work.first, work.events), work.state);
            try {
              work.replan([
                ...(random() < 0.7 ? ahead : []),
                ...(random() < 0.8 || ahead.length === 0 ? replace(pick()) : ahead)
              ]);
            } catch (error) {
              if (!(error instanceof PlanningError)) throw error;
              continue;
            }
            holdsTogether(work);
          }
          work.steps();
          expect(fromHere(plansOf(work.first, work.events), work.state).done).toEqual([]);
          expect(obstacles(access.model, work.plan, work.state)).toEqual([]);
          expect(work.state.conflicts).toEqual({});
        }
      ),
      { numRuns: runs(18) }
    );
  });

  it('what is left begins with how the machine lies, wherever work was broken off and whatever will not open', () => {
    /** Says where a step asks for another position than the machine has by then; turns that are made are followed. */
    const misses = (work: Work, upTo: Plan, lies: Record<'up' | 'lid', string>) =>
      upTo.steps.flatMap((s) => {
        if (work.state.steps[s.id] || !s.pose || s.pose === 'mat') return [];
        const [up, lid] = s.pose.split('/') as [string, string];
        if (s.do === 'pose') {
          const isIdle = lies.up === up && lies.lid === lid;
          Object.assign(lies, { up, lid });
          return isIdle ? [`${s.id} turns it to where it lies`] : [];
        }
        return (up === 'any' || up === lies.up) && (lid === 'any' || lid === lies.lid)
          ? []
          : [`${s.id} wants ${s.pose}`];
      });
    // On five machines: a thousand times where all is tried.
    const tries = THOROUGH ? 200 : 4;
    let interrupted = 0;
    for (const access of accesses) {
      const random = seeded(35);
      const removable = access.model.machine.parts.filter(
        (p) => p.numbers.length > 0 && p.moves.length > 0 && p.id !== access.model.root.id
      );
      const pick = () => removable[Math.floor(random() * removable.length)]!.id;
      for (let n = 0; n < tries; n++) {
        const work = start(replace(pick()), access);
        const lies = { up: 'topside', lid: 'closed' };
        const at = Math.floor(random() * work.first.steps.length);
        for (let i = 0; i < at; i++) {
          const step = work.plan.steps[work.state.position];
          if (!step) break;
          work.answer(step);
          if (!step.pose || step.pose === 'mat') continue;
          const [up, lid] = step.pose.split('/') as [string, string];
          if (up !== 'any') lies.up = up;
          if (lid !== 'any') lies.lid = lid;
        }
        const next = work.plan.steps[work.state.position];
        const isStuck = random() < 0.4 && next?.do === 'open';
        if (isStuck) {
          work.say({ type: 'not-so', step: next.id, what: 'could-not' });
          work.say({ type: 'skipped', step: next.id, note: 'seized' });
        }
        try {
          const goals = isStuck ? work.first.goals : replace(pick());
          const after = work.replan(goals, isStuck ? [next.joint!] : []);
          expect(misses(work, after, { ...lies }), `${access.model.machine.id} ${n} at ${at}`).toEqual([]);
          interrupted++;
        } catch (error) {
          if (!(error instanceof PlanningError)) throw error;
        }
      }
    }
    expect(interrupted).toBeGreaterThan(tries * 3);
  });

  it('a plan of another machine is known for a stranger', () => {
    expect(strangers(fathom.model, start(replace('fan')).first)).toEqual([]);
    expect(strangers(fathom.model, plan(accesses[4]!, replace('panel'))).length).toBeGreaterThan(3);
  });
});
