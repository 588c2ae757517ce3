import { exerciseOf, EXERCISE_KINDS, skillsOn } from '$core/exercises';
import { reachFrom } from '$core/faults';
import { plan } from '$core/plan';
import { after, practised, today, type Asked, type Offer, type Practised } from '$core/practice';
import {
  faultOf,
  findingOf,
  followed,
  handedOver,
  HARMS,
  mistakesIn,
  Rehearsal,
  symptomsOf,
  type Harm
} from '$core/rehearsal';
import { seeded } from '$core/solve';
import { demoGround } from '$core/testing/demo-faults';
import { DEMO_MACHINES } from '$core/testing/machines';

/** How fast rehearsal answers, how mistakes are found by their symptoms, and what spacing saves simulated learners. Prints Markdown. */
const say = (line = '') => process.stdout.write(`${line}\n`);
const quantile = (list: readonly number[], of: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(of * list.length))]!;
const shown = (n: number) => (n < 10 ? n.toFixed(1) : n.toFixed(0));

const grounds = DEMO_MACHINES.map(demoGround);
const BOARD = [{ do: 'replace', part: 'board' }] as const;

say('## Answers to tries, and exercises');
say();
say('| machine | parts and joints | tries | a try: P50, P95, most, ms |');
say('|---|---|---|---|');
for (const { access } of grounds) {
  const rehearsal = new Rehearsal(access);
  const times: number[] = [];
  let state = handedOver();
  for (const { tries } of followed(access, plan(access, BOARD, { budget: 0 })))
    for (const one of tries) {
      const from = performance.now();
      const outcome = rehearsal.attempt(state, one);
      times.push(performance.now() - from);
      if (outcome.is !== 'stuck') state = outcome.then;
    }
  const { machine } = access.model;
  say(
    `| ${machine.id} | ${machine.parts.length + machine.joints.length} | ${times.length} | ${[quantile(times, 0.5), quantile(times, 0.95), Math.max(...times)].map((ms) => ms.toFixed(2)).join(', ')} |`
  );
}
say();
say('| exercise | of the five machines: P50, P95, most, ms |');
say('|---|---|');
for (const kind of EXERCISE_KINDS) {
  const times = grounds.flatMap((ground) =>
    Array.from({ length: 40 }, (_, seed) => {
      const from = performance.now();
      exerciseOf(ground, kind, seed);
      return performance.now() - from;
    })
  );
  say(`| ${kind} | ${[quantile(times, 0.5), quantile(times, 0.95), Math.max(...times)].map(shown).join(', ')} |`);
}

say();
say('## Mistakes found by their symptoms');
say();
say(
  'One mistake of each kind and machine, on the way of replacing the board, the battery, the display or the heat sink.'
);
say();
say('| harm | machines with such a fault in their set | shown by | steps until it is mended: least, median, most |');
say('|---|---|---|---|');
const harms = grounds.map(({ access }) => {
  const found = new Map<string, Harm>();
  for (const part of ['board', 'battery', 'display', 'heat-sink', 'panel'])
    if (access.model.hasPart(part))
      for (const { harms: all } of mistakesIn(
        new Rehearsal(access),
        plan(access, [{ do: 'replace', part }], { budget: 0 })
      ))
        for (const harm of all) if (!found.has(harm.kind)) found.set(harm.kind, harm);
  return found;
});
for (const kind of HARMS) {
  const steps: number[] = [];
  const symptoms = new Set<string>();
  let lost = 0;
  grounds.forEach(({ access, faults }, i) => {
    const harm = harms[i]!.get(kind);
    const fault = harm && faultOf(access.model, faults, harm);
    if (!fault) return;
    for (const s of symptomsOf(fault)) symptoms.add(s);
    const found = findingOf(faults, fault, reachFrom(access, faults));
    if (found) steps.push(found.length);
    else lost++;
  });
  const many = steps.length + lost;
  say(
    `| ${kind} | ${many} of ${harms.filter((h) => h.has(kind)).length} | ${[...symptoms].join(', ')} | ${many === 0 ? 'functions only' : [Math.min(...steps), quantile(steps, 0.5), Math.max(...steps)].join(', ')}${lost > 0 ? `, ${lost} not` : ''} |`
  );
}

/** A learner whose skills fade by halves: each has a half-life of its own, that grows as it is recalled. */
class Learner {
  readonly #halfLife = new Map<string, number>();
  readonly #last = new Map<string, number>();
  constructor(readonly random: () => number) {}

  /** Of a day since the beginning. */
  recall(skill: string, day: number): number {
    const half = this.#halfLife.get(skill);
    return half === undefined ? 0.25 : 2 ** (-(day - this.#last.get(skill)!) / half);
  }

  practise(skill: string, day: number): boolean {
    const isRight = this.random() < this.recall(skill, day);
    const noise = Math.exp(0.25 * this.#normal());
    const half = this.#halfLife.get(skill) ?? 1.5;
    // What is recalled with effort grows most: practising what is fresh hardly helps.
    const gain = 1 + 1.8 * (1 - 0.8 * this.recall(skill, day));
    this.#halfLife.set(skill, isRight ? half * gain * noise : Math.max(1, half * 0.5 * noise));
    this.#last.set(skill, day);
    return isRight;
  }

  /** The share of skills that would be recalled for so long without practice, at least as surely as that. */
  holding(skills: readonly string[], days: number, by: number): number {
    const holds = skills.filter((s) => (this.#halfLife.get(s) ?? 0) > 0 && 2 ** (-days / this.#halfLife.get(s)!) >= by);
    return holds.length / skills.length;
  }

  #normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.random())) * Math.cos(2 * Math.PI * this.random());
  }
}

const DAY_MS = 86_400_000;
const SECONDS = 600;
const HELD_DAYS = 30;
const offers: Offer[] = grounds.flatMap((ground) =>
  skillsOn({ model: ground.access.model, hasFaults: true }).map((s) => ({
    ...s,
    machine: ground.access.model.machine.id
  }))
);
const skills = [...new Set(offers.map((o) => o.skill))];

/** Exercises, and days of ten minutes each, until nine skills in ten hold for a month. */
function untilHeld(seed: number, by: number, isSpaced: boolean): { exercises: number; days: number } {
  const random = seeded(seed);
  const learner = new Learner(random);
  const known = new Map<string, Practised>();
  let exercises = 0;
  let next = 0;
  for (let day = 0; day < 3000; day++) {
    const at = day * DAY_MS;
    if (isSpaced) {
      let again = 0;
      let rest: Asked[] = today(offers, known, at, SECONDS, random);
      while (rest.length > 0) {
        const [asked, ...others] = rest as [Asked, ...Asked[]];
        const isRight = learner.practise(asked.skill, day);
        exercises++;
        const memory = practised(known.get(asked.skill)?.memory, isRight, at);
        known.set(asked.skill, { memory, machine: asked.machine, kind: asked.kind, isRight });
        rest = after(asked, isRight, others, offers, again, random);
        again += rest.length - others.length;
      }
    } else
      for (let i = 0; i < 10; i++) {
        learner.practise(skills[next++ % skills.length]!, day);
        exercises++;
      }
    if (learner.holding(skills, HELD_DAYS, by) >= 0.9) return { exercises, days: day + 1 };
  }
  return { exercises: Infinity, days: Infinity };
}

say();
say('## Spacing against drilling in a fixed order');
say();
say(
  `${skills.length} skills of the five machines; 40 simulated learners whose skills fade by halves with noise; until 90 % of the skills would hold for ${HELD_DAYS} days without practice. Drilling: ten exercises a day, round and round.`
);
say();
say(
  '| held as surely as | spaced: exercises P50, days P50 | fixed order: exercises P50, days P50 | exercises, spaced to fixed |'
);
say('|---|---|---|---|');
for (const by of [0.5, 0.9]) {
  const runs = [true, false].map((isSpaced) =>
    Array.from({ length: 40 }, (_, seed) => untilHeld(seed + 1, by, isSpaced))
  );
  const [spaced, fixed] = runs.map((all) => ({
    exercises: quantile(
      all.map((r) => r.exercises),
      0.5
    ),
    days: quantile(
      all.map((r) => r.days),
      0.5
    )
  }));
  say(
    `| ${by * 100} % | ${spaced!.exercises}, ${spaced!.days} | ${fixed!.exercises}, ${fixed!.days} | ${(spaced!.exercises / fixed!.exercises).toFixed(2)} |`
  );
}
