import { english, inEnglish } from '../testing/english';
import { expect, it } from 'vitest';
import { FATES } from '../fasteners';
import { PlanningError, type Goal } from '../goals';
import { plan, type Plan, type Step } from '../plan';
import { seeded } from '../solve';
import { expectApproved } from '../testing/approved';
import { runs } from '../testing/effort';
import { approvedAccess, DEMO_MACHINES } from '../testing/machines';
import {
  allSteps,
  continued,
  countFacts,
  currentStep,
  eventWords,
  expectedCount,
  expectedMark,
  explanations,
  fold,
  fromHere,
  goalsAhead,
  likelyJoints,
  machineAfter,
  notSoFacts,
  obstacles,
  planChanges,
  plansOf,
  plugsOf,
  possibleFacts,
  possibleFates,
  proposedNote,
  reportSections,
  RunEvent,
  runFigures,
  screwRows,
  strangeIn,
  stuckJoints,
  suspects
} from '.';

type Body = Record<string, unknown>;
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

/** Somebody at the bench to whom everything happens now and then: all that can be said of a step, and of the machine. */
class Bench {
  readonly events: RunEvent[] = [];
  private n = 0;
  private ms = Date.UTC(2026, 10, 25, 8);
  readonly pick: <T>(list: readonly T[]) => T;

  constructor(
    readonly access: ReturnType<typeof approvedAccess>,
    readonly first: Plan,
    readonly random: () => number
  ) {
    this.pick = (list) => list[Math.floor(random() * list.length)]!;
  }
  get state() {
    return fold(this.access.model, this.first, this.events);
  }
  get plans() {
    return plansOf(this.first, this.events);
  }
  say(body: Body) {
    this.ms += 5000 + Math.floor(this.random() * 60_000);
    const by = this.random() < 0.1 ? 'Ines Havgaard' : 'Tam Okello';
    this.events.push(RunEvent.parse({ id: uuid(++this.n), at: new Date(this.ms).toISOString(), by, ...body }));
  }
  /** @returns whether anything is left to do */
  step(): boolean {
    const { model } = this.access;
    const step = currentStep(this.plans.at(-1)!, this.state);
    if (!step) return false;
    const dice = this.random();
    if (step.do === 'test')
      this.say({ type: 'tested', step: step.id, outcome: this.pick(['pass', 'pass', 'fail', 'not-applicable']) });
    else if (dice < 0.06)
      for (const fact of notSoFacts(step, this.pick(possibleFacts(step)), dice < 0.03 ? 'so it was' : ''))
        this.say(fact);
    else if (dice < 0.09) this.say({ type: 'skipped', step: step.id, note: 'not needed' });
    else if (dice < 0.12 && this.events.length > 0) this.say({ type: 'undo', event: this.pick(this.events).id });
    else if (dice < 0.15)
      this.say({
        type: 'looked',
        part: this.pick(model.machine.parts).id,
        suspect: this.pick(suspects(model, this.plans.at(-1)!, this.state, step.part ?? model.root.id)).id,
        found: dice < 0.135
      });
    else if (dice < 0.16) this.say({ type: 'note', text: 'a thread looks worn', step: step.id });
    else if (dice < 0.17) this.say({ type: 'paused' });
    else if (dice < 0.18) this.say({ type: 'resumed' });
    else if (dice < 0.19)
      this.say({
        type: 'battery',
        when: this.pick(['before', 'after']),
        reading: { designWh: 50, fullWh: 30 + dice * 50, cycles: 300 }
      });
    else if (dice < 0.2)
      this.say({
        type: 'swapped',
        part: this.pick(model.machine.parts).id,
        old: { number: 'A-1' },
        new: { number: 'B-2', serial: '77' }
      });
    else if (dice < 0.21) this.say({ type: 'used', what: 'thermal compound', amount: 'a pea' });
    else if (dice < 0.22) this.say({ type: 'photo', photo: uuid(9000 + this.n), step: step.id });
    else if (step.count !== undefined) {
      const expected = expectedCount(this.state, step)!;
      const counted = dice > 0.85 ? Math.max(0, expected + (dice > 0.95 ? 1 : -1)) : expected;
      for (const fact of countFacts(
        step,
        counted,
        expected,
        this.pick([undefined, ...possibleFates(step, counted, expected)])
      ))
        this.say(fact);
      if (step.tighten && dice < 0.5)
        for (const hole of step.tighten.order)
          this.say({
            type: 'torqued',
            step: step.id,
            hole,
            pass: 0,
            nm: step.tighten.torqueNm * (0.7 + this.random() * 0.5)
          });
    } else this.say({ type: 'done', step: step.id, ...this.markOf(step) });
    return true;
  }
  private markOf(step: Step): Body {
    const mark = expectedMark(this.access.model, step);
    return mark ? { mark: this.pick([mark.socket, ...mark.choices]) } : {};
  }
  /** Goes on from here by another plan, where there is one. */
  replan(goals: Goal[]) {
    const { access, plans, state } = this;
    try {
      const from = fromHere(plans, state, stuckJoints(plans.at(-1)!, state));
      const made = continued(access.model, plan(access, goals, { from, budget: 100 }), plans, state);
      const changes = planChanges(plans.at(-1)!, made, state);
      this.say({ type: 'replanned', why: 'another part as well', plan: made });
      // What is new is in the new plan, and what is gone is not.
      expect(changes.added.every((s) => made.steps.includes(s))).toBe(true);
    } catch (error) {
      if (!(error instanceof PlanningError)) throw error;
    }
  }
}

it.each([
  ['norrvik-fathom-14', 1],
  ['lindquay-gannet-13', 2]
] as const)('what a run on %s comes to, as it is told, is as approved', async (id, seed) => {
  const access = approvedAccess(id);
  const { model } = access;
  const parts = model.machine.parts.filter((p) => p.numbers.length > 0 && p.moves.length > 0);
  const goals: Goal[] = [{ do: 'replace', part: parts[(seed * 3) % parts.length]!.id }];
  const bench = new Bench(access, plan(access, goals, { budget: 100 }), seeded(seed));
  for (let k = 0; k < 70 && bench.step(); k++)
    if (k === 25) bench.replan([...goals, { do: 'remove', part: parts[(seed * 5) % parts.length]!.id }]);
  const { state, plans, events } = bench;
  const steps = allSteps(plans);
  await expectApproved(id, [
    ...events.map((e) => `${english(eventWords(model, steps, e))}${english(strangeIn(model, steps, e) ?? '')}`),
    ...reportSections(model, plans, state, { timeZone: 'Europe/Oslo', language: 'en-GB' }).flatMap((section) => [
      english(section.title),
      ...section.lines.map((l) => `  ${english(l.text)}${'more' in l && l.more ? `: ${english(l.more)}` : ''}`)
    ]),
    ...screwRows(model, state).map((row) => JSON.stringify(inEnglish(row))),
    ...state.ledger.flatMap((l) => explanations(l).map((e) => `${l.joint} ${e.fate} ${e.count}`)),
    ...obstacles(model, plans.at(-1)!, state).map((o) => english(o.text)),
    ...FATES.map(
      (fate, i) =>
        `${fate}: ${inEnglish(proposedNote(model, { part: parts[i]!.id, suspect: suspects(model, bench.first, state, parts[i]!.id)[0]!.id, times: i }))}`
    )
  ]);
});

it.each(DEMO_MACHINES)('whatever happens on %s, the record folds to what it says', (id) => {
  const access = approvedAccess(id);
  const { model } = access;
  const parts = model.machine.parts.filter((p) => p.numbers.length > 0 && p.moves.length > 0);
  let told = 0;
  for (let seed = 1; seed <= runs(20); seed++) {
    const goals: Goal[] = [{ do: 'replace', part: parts[(seed * 3) % parts.length]!.id }];
    const bench = new Bench(access, plan(access, goals, { budget: 100 }), seeded(seed));
    for (let k = 0; k < 150 && bench.step(); k++)
      if (k === 40) bench.replan([...goals, { do: 'remove', part: parts[(seed * 5) % parts.length]!.id }]);
    const { state, plans, events } = bench;
    // Sent twice and in any order it is the same run.
    const random = seeded(seed);
    const keyed = [...events, ...events.filter(() => random() < 0.3)].map((e) => [random(), e] as const);
    const shuffled = keyed.sort((a, b) => a[0] - b[0]).map(([, e]) => e);
    expect(fold(model, bench.first, shuffled)).toEqual(state);
    const now = machineAfter(model, plans.at(-1)!, (s) => state.steps[s.id] !== undefined);
    for (const { id: out } of model.machine.parts.filter((p) => now.off.has(p.id)))
      for (const rider of model.riders(out)) expect([out, rider, now.off.has(rider)]).toEqual([out, rider, true]);
    for (const part of parts) {
      const causes = suspects(model, plans.at(-1)!, state, part.id);
      const sum = causes.reduce((all, c) => all + c.probability, 0);
      expect(sum).toBeCloseTo(1, 6);
      causes.forEach((c, i) => i > 0 && expect(c.probability).toBeLessThanOrEqual(causes[i - 1]!.probability + 1e-12));
    }
    for (const line of state.ledger) for (const { count } of explanations(line)) expect(count).toBeGreaterThan(0);
    const figures = runFigures(model, plans.at(-1)!, state);
    expect(figures.stepsDone).toBeLessThanOrEqual(plans.at(-1)!.steps.length);
    for (const e of events) {
      const words = english(eventWords(model, allSteps(plans), e));
      expect(words).not.toMatch(/undefined|NaN/);
      if (words !== '') told++;
    }
    for (const goal of goalsAhead(model, plans, state)) expect(plans.at(-1)!.goals).toContainEqual(goal);
    for (const works of new Set(model.machine.parts.flatMap((p) => p.functions))) {
      const likely = likelyJoints(model, plans, state, works);
      const all = likely.reduce((a, l) => a + l.probability, 0);
      if (likely.length > 0) expect(all).toBeCloseTo(1, 6);
      for (const plug of plugsOf(model, works)) expect(model.joint(plug).kind).toBe('connector');
    }
  }
  expect(told).toBeGreaterThan(50);
});
