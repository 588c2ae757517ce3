import highs from 'highs';
import { accessOf, type Access } from '$core/access';
import { contentHash, modelOf } from '$core/machine';
import { actionOf, alongside, alternatives, plan, planning, removalSet, type Plan } from '$core/plan';
import { bestSequence, sequencing, seeded, WEIGHTS, type SequenceProblem, type Weighting } from '$core/solve';
import { downProblem } from '$core/plan/down';
import { cheapestSet } from '$core/solve/set';
import { actionCost } from '$core/plan/sets';
import { DEMO_MACHINES, demoAccess } from '$core/testing/machines';
import { sequenceProgramme, setProgramme } from '$core/testing/milp';
import { allBoards, HOSTILE } from '$core/testing/hostile';
import { notebook } from '$core/testing/notebook';
import { ENOUGH_MS } from '../src/workers/answer';
import { singleGoals } from '../demo/testing/goals';
import { JOB, PlanningError, goalRequirements, offeredGoals, type Goal } from '$core/goals';

/** Times of one run on one machine: what counts are the ratios. Prints Markdown tables. */
const ms = (n: number) => (n < 10 ? n.toFixed(1) : n.toFixed(0));
const quantile = (sorted: number[], q: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;
const say = (line = '') => process.stdout.write(`${line}\n`);
function timed<T>(work: () => T): { value: T; took: number } {
  const from = performance.now();
  const value = work();
  return { value, took: performance.now() - from };
}

function plansOf(
  access: Access,
  hash: string,
  goals: Goal[],
  weighting: Weighting
): { first: number; proof: number; plan: Plan } {
  const from = performance.now();
  const making = planning(access, goals, { weighting, hash });
  making.next();
  const first = performance.now() - from;
  for (;;) {
    // As the application does: after so long the best so far is given, with its gap.
    const { value, done } = making.next(performance.now() - from > ENOUGH_MS);
    if (done) return { first, proof: performance.now() - from, plan: value };
  }
}

function everySingleGoal(): void {
  say('## Every single goal of the five demo machines, both weightings, both legs');
  say();
  say(
    '| machine | plans | first answer P50 / P95 / P99 / most, ms | proof P50 / P95 / P99 / most, ms | proved | largest, actions |'
  );
  say('|---|---|---|---|---|---|');
  const all: { first: number; proof: number; proved: boolean; actions: number }[] = [];
  for (const id of DEMO_MACHINES) {
    const access = demoAccess(id);
    const hash = contentHash(access.model.machine);
    const rows = singleGoals(access.model.machine).flatMap((goal) =>
      (Object.keys(WEIGHTS) as Weighting[]).map((weighting) => {
        const { first, proof, plan } = plansOf(access, hash, [goal], weighting);
        return {
          first,
          proof,
          proved: plan.set.proved && plan.order.proved && plan.orderUp!.proved,
          actions: plan.steps.filter((s) => s.leg === 'down' && (s.do === 'open' || s.do === 'move')).length
        };
      })
    );
    all.push(...rows);
    say(row(id, rows));
  }
  say(row('all five', all));
  say(
    row(
      'all of up to 60 actions',
      all.filter((r) => r.actions <= 60)
    )
  );
  say();

  function row(name: string, rows: typeof all): string {
    const sorted = (key: 'first' | 'proof') => rows.map((r) => r[key]).sort((a, b) => a - b);
    const four = (list: number[]) =>
      `${[0.5, 0.95, 0.99].map((q) => ms(quantile(list, q))).join(' / ')} / ${ms(list.at(-1) ?? 0)}`;
    return `| ${name} | ${rows.length} | ${four(sorted('first'))} | ${four(sorted('proof'))} | ${rows.filter((r) => r.proved).length} | ${Math.max(...rows.map((r) => r.actions))} |`;
  }
}

/** Random jobs of two to eight goals, as one visit to a machine may have. */
function severalGoals(): void {
  say(
    `## Several goals at once: 20 random jobs of two to eight goals of each machine, both weightings, given ${ENOUGH_MS / 1000} s`
  );
  say();
  say(
    '| actions | plans | first answer P50 / P95 / P99, ms | proof P50 / P95 / P99, ms | proved in set and both orders | with something loose in a turn |'
  );
  say('|---|---|---|---|---|---|');
  const all: { first: number; proof: number; proved: boolean; loose: boolean; actions: number }[] = [];
  const random = seeded(11);
  for (const id of DEMO_MACHINES) {
    const access = demoAccess(id);
    const hash = contentHash(access.model.machine);
    const singles = singleGoals(access.model.machine);
    for (let k = 0; k < 20; k++) {
      const goals = Array.from(
        { length: 2 + Math.floor(random() * 7) },
        () => singles[Math.floor(random() * singles.length)]!
      );
      for (const weighting of Object.keys(WEIGHTS) as Weighting[]) {
        try {
          const { first, proof, plan } = plansOf(access, hash, goals, weighting);
          all.push({
            first,
            proof,
            proved: plan.set.proved && plan.order.proved && plan.orderUp!.proved,
            loose: plan.loose.length > 0,
            actions: plan.steps.filter((s) => s.leg === 'down' && (s.do === 'open' || s.do === 'move')).length
          });
        } catch (error) {
          if (!(error instanceof PlanningError)) throw error;
        }
      }
    }
  }
  for (const [from, to] of [
    [0, 24],
    [25, 60],
    [61, 1000]
  ] as const) {
    const rows = all.filter((r) => r.actions >= from && r.actions <= to);
    const three = (key: 'first' | 'proof') => {
      const sorted = rows.map((r) => r[key]).sort((a, b) => a - b);
      return [0.5, 0.95, 0.99].map((q) => ms(quantile(sorted, q))).join(' / ');
    };
    say(
      `| ${from} to ${to === 1000 ? Math.max(...all.map((r) => r.actions)) : to} | ${rows.length} | ${three('first')} | ${three('proof')} | ${rows.filter((r) => r.proved).length} | ${rows.filter((r) => r.loose).length} |`
    );
  }
  say();
}

/** Machines that nobody builds, each hard for one part of the planner: what matters is that every request ends. */
function hostile(): void {
  say(`## Hostile machines, all boards out in one visit, bit by bit, given ${ENOUGH_MS / 1000} s`);
  say();
  say('| machine | actions in the set | first answer, ms | end, ms | set, bound | way down, bound | way up, bound |');
  say('|---|---|---|---|---|---|---|');
  for (const [name, make] of Object.entries(HOSTILE)) {
    const machine = make();
    const access = accessOf(modelOf(machine));
    const from = performance.now();
    const making = planning(access, allBoards(machine), { weighting: 'bit-by-bit' });
    making.next();
    const first = performance.now() - from;
    for (;;) {
      const { value, done } = making.next(performance.now() - from > ENOUGH_MS);
      if (!done) continue;
      const { set, order, orderUp, steps } = value;
      say(
        `| ${name} | ${steps.filter((s) => s.leg === 'down' && (s.do === 'open' || s.do === 'move')).length} | ${ms(first)} | ${ms(performance.now() - from)} | ${set.cost}, ${set.bound} | ${order.cost}, ${order.bound} | ${orderUp!.cost}, ${orderUp!.bound} |`
      );
      break;
    }
  }
  say();
}

/** What is asked beside a plan, for every part that can be replaced, and a plan that is made anew in the middle of its work. */
function besideThePlan(): void {
  say('## Beside the plan: other ways, what else could be done, and replanning in the middle');
  say();
  say(
    '| machine | other ways P50 / most, ms | while you are there P50 / most, ms | planned anew in the middle: first answer P50 / most, ms |'
  );
  say('|---|---|---|---|');
  for (const id of DEMO_MACHINES) {
    const access = demoAccess(id);
    const other: number[] = [];
    const beside: number[] = [];
    const again: number[] = [];
    for (const { goal } of offeredGoals(access.model, 'replace')) {
      const whole = plan(access, [goal], { budget: 0 });
      other.push(timed(() => alternatives(access, [goal])).took);
      beside.push(timed(() => alongside(access, [goal], 600)).took);
      const down = whole.steps.filter((s) => s.leg === 'down').flatMap((s) => actionOf(s) ?? []);
      again.push(
        timed(() =>
          planning(access, [goal], { from: { done: down.slice(0, Math.ceil(down.length / 2)), stuck: [] } }).next()
        ).took
      );
    }
    say(
      `| ${id} | ${[other, beside, again]
        .map((list) => {
          list.sort((a, b) => a - b);
          return `${ms(quantile(list, 0.5))} / ${ms(list.at(-1)!)}`;
        })
        .join(' | ')} |`
    );
  }
  say();
}

async function againstSolver(): Promise<void> {
  const solver = await highs();
  const ratios: number[] = [];
  const empty = ['Minimize', ' cost: x', 'Subject To', ' r0: x >= 0', 'Binary', ' x', 'End'].join('\n');
  // The first call compiles; the least of some more is what every call pays.
  const startUp = Math.min(...Array.from({ length: 6 }, () => timed(() => solver.solve(empty, {})).took));
  say('## Against a general mixed-integer solver on the same problems');
  say();
  say(
    `Two formulations each, the quicker counts; ${ms(startUp)} ms that the solver takes for an empty problem are taken off.`
  );
  say();
  say('| problem | actions | ours, ms | solver, plain / other formulation, ms | times as fast | equal optimum |');
  say('|---|---|---|---|---|---|');
  const sets: [name: string, access: Access, goals: Goal[]][] = [
    ...DEMO_MACHINES.map((id): (typeof sets)[number] => {
      const part = id === 'norrvik-ballast-15' ? 'palm-rest' : 'board';
      return [`${id}, ${part}`, demoAccess(id), [{ do: 'replace', part }]];
    }),
    ...[500, 1500].map((size): (typeof sets)[number] => [
      `generated ${size}, all boards`,
      generated(size).access,
      generated(size).goals
    ])
  ];
  for (const [name, access, goals] of sets) {
    const job = goalRequirements(access, goals);
    const problem = {
      job: JOB,
      requirementsOf: (a: string) => (a === JOB ? job : access.requirements.get(a)!),
      cost: (a: string) => actionCost(access.actions.get(a)!)
    };
    const reach = new Set([JOB]);
    for (const a of reach)
      for (const r of problem.requirementsOf(a)) for (const way of r.alternatives) for (const b of way) reach.add(b);
    reach.delete(JOB);
    const ours = settled(() => cheapestSet(problem));
    compared(
      `set, ${name}`,
      reach.size,
      ours.took,
      ours.value.ok ? ours.value.set.cost : NaN,
      [false, true].map((tight) => setProgramme(problem, [...reach], tight))
    );
  }
  for (const [id, part] of [
    ['norrvik-fathom-14', 'fan'],
    ['norrvik-fathom-14', 'wlan-card'],
    ['norrvik-fathom-14', 'keyboard'],
    ['lindquay-gannet-13', 'heat-sink'],
    ['norrvik-ballast-15', 'fan'],
    ['norrvik-ballast-15', 'heat-sink'],
    ['norrvik-ballast-15', 'processor'],
    ['lindquay-gannet-13', 'display'],
    ['lindquay-slip-11', 'battery'],
    ['lindquay-slip-11', 'ssd']
  ] as const) {
    const access = demoAccess(id);
    const problem = downProblem(access, removalSet(access, [{ do: 'replace', part }]), WEIGHTS['part-by-part']);
    const ours = settled(() => bestSequence(problem));
    compared(
      `order, ${id}, ${part}`,
      problem.actions.length,
      ours.took,
      ours.value.cost,
      [false, true].map((tight) => sequenceProgramme(problem, tight))
    );
  }
  say();
  ratios.sort((a, b) => a - b);
  say(`Median over all: ${quantile(ratios, 0.5).toFixed(0)} times.`);
  say();

  /** Our time once the code is compiled, as the solver's is from the start. */
  function settled<T>(work: () => T): { value: T; took: number } {
    for (let k = 0; k < 3; k++) work();
    return timed(work);
  }

  /** @param programmes formulations of one problem: the one that is solved sooner counts */
  function compared(name: string, actions: number, ours: number, cost: number, programmes: string[]): void {
    const runs = programmes.map((programme) => timed(() => solver.solve(programme, { time_limit: SOLVER_SECONDS })));
    const best = runs.reduce((a, b) =>
      b.value.Status === 'Optimal' && (a.value.Status !== 'Optimal' || b.took < a.took) ? b : a
    );
    const took = Math.max(0, best.took - startUp);
    const ended = best.value.Status === 'Optimal';
    const verdict = !ended
      ? `solver not done after ${SOLVER_SECONDS} s; its best is ${(100 * (best.value.ObjectiveValue / cost - 1)).toFixed(1)} % over ours`
      : Math.abs(cost - best.value.ObjectiveValue) < 1e-6
        ? 'yes'
        : `no: ${cost} and ${best.value.ObjectiveValue}`;
    ratios.push(took / ours);
    say(
      `| ${name} | ${actions} | ${ms(ours)} | ${runs.map((r) => ms(Math.max(0, r.took - startUp))).join(' / ')} | ${ended ? '' : 'more than '}${(took / ours).toFixed(0)} | ${verdict} |`
    );
  }
}

function generated(size: number): { access: Access; goals: Goal[] } {
  const machine = notebook(size);
  return {
    access: accessOf(modelOf(machine)),
    goals: machine.parts.filter((p) => p.id.startsWith('board')).map((p): Goal => ({ do: 'remove', part: p.id }))
  };
}

function growth(weighting: Weighting): void {
  say(`## Growth over generated notebooks, all boards out in one visit, ${weighting}`);
  say();
  say(
    '| actions in the machine | in the set | deriving access, ms | set, ms (proved) | first answer, ms | growth per ten times the actions | first answer, s of setups | after a search of 3, 5 or 15 s, bound | first over searched | gap | the same with nothing minded that may be loose | gap |'
  );
  say('|---|---|---|---|---|---|---|---|---|---|---|---|');
  let last: { actions: number; first: number } | undefined;
  for (const size of [50, 150, 500, 1500, 5000]) {
    const derived = timed(() => generated(size));
    const { access, goals } = derived.value;
    const set = timed(() => removalSet(access, goals));
    const { value, took: first } = timed(() => planning(access, goals, { weighting }).next().value);
    const plan = 'plan' in value ? value.plan : (value as Plan);
    const seconds = size <= 500 ? 3 : size <= 1500 ? 5 : 15;
    const problem = downProblem(access, set.value, WEIGHTS[weighting]);
    const searched = searchFor(seconds, problem);
    // The bound of large orders knows nothing of what is loose: only so the two are about the same.
    const { loose: _, ...motionAlone } = problem;
    const alone = searchFor(seconds, motionAlone);
    const ratio = last ? (first / last.first) ** (1 / Math.log10(access.actions.size / last.actions)) : undefined;
    const percent = (over: number, of: number) => `${(100 * (over / Math.max(1, of) - 1)).toFixed(1)} %`;
    say(
      `| ${access.actions.size} | ${set.value.actions.size} | ${ms(derived.took)} | ${ms(set.took)} (${set.value.proved ? 'yes' : 'no'}) | ${ms(first)} | ${ratio ? ratio.toFixed(1) : ''} | ${plan.order.cost} | ${searched.cost}, ${searched.bound} | ${percent(plan.order.cost, searched.cost)} | ${percent(searched.cost, searched.bound)} | ${alone.cost}, ${alone.bound} | ${percent(alone.cost, alone.bound)} |`
    );
    last = { actions: access.actions.size, first };
  }
  say();
}

/** The best order found within so many seconds. */
function searchFor(seconds: number, problem: SequenceProblem): { cost: number; bound: number } {
  const until = performance.now() + 1000 * seconds;
  const search = sequencing(problem, Infinity);
  for (;;) {
    const { value, done } = search.next();
    if (done || performance.now() > until) return value;
  }
}

const SOLVER_SECONDS = 60;
everySingleGoal();
severalGoals();
besideThePlan();
hostile();
await againstSolver();
for (const weighting of Object.keys(WEIGHTS) as Weighting[]) growth(weighting);
