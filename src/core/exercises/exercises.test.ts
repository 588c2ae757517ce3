import { describe, expect, it } from 'vitest';
import { actOf, Facts, moveKey, takesOut } from '../check/facts';
import { Reach } from '../check/reach';
import { goalOf } from '../goals';
import { modelOf, type ConnectorFamily, type JointOf, type Machine } from '../machine';
import { plan } from '../plan';
import { faultOf, followed, readHarm, RehearsalLog, type Try } from '../rehearsal';
import { english, inGerman } from '../testing/english';
import { runs, THOROUGH } from '../testing/effort';
import { demoGround } from '../testing/demo-faults';
import { DEMO_MACHINES } from '../testing/machines';
import {
  answerForm,
  askWords,
  EXERCISE_KINDS,
  Exercise,
  exerciseOf,
  givenWords,
  marked,
  optionWords,
  rightAnswer,
  skillsOn,
  skillWords,
  whyWords,
  type Answer,
  type ExerciseKind,
  type Ground
} from '.';

const SEEDS = runs(200);
/** What takes long to be proved is tried less often, except where all is tried. */
const DEAR: readonly ExerciseKind[] = ['mistake', 'comes-off', 'order', 'tests'];
const DEARER = THOROUGH ? 1 : 10;

type Screw = JointOf<'screws'>['screw'];

/** How plugs of each family are opened and closed: written down apart from what is tried. */
const BY_HAND: Record<ConnectorFamily | 'hooked clips' | 'clips', [open: string, close: string]> = {
  'flip-lock-back': ['lift-lock-back', 'in-square-then-lock'],
  'flip-lock-front': ['lift-lock-front', 'in-square-then-lock'],
  'slide-lock': ['slide-lock-evenly', 'in-square-then-lock'],
  'pull-tab': ['pull-tab', 'push-along-board'],
  'wire-along-board': ['push-along-board', 'push-along-board'],
  'lift-straight': ['lift-up', 'press-straight-down'],
  'antenna-snap': ['lift-up', 'press-straight-down'],
  'board-to-board': ['lever-evenly', 'one-end-then-the-other'],
  bail: ['fold-bail', 'push-then-bail'],
  'edge-card': ['slide-out', 'at-angle-then-down'],
  'memory-socket': ['spread-springs', 'at-angle-then-down'],
  'processor-lock': ['turn-lock', 'marked-corner-then-lock'],
  tray: ['press-pin', 'till-flush'],
  blade: ['slide-out', 'till-flush'],
  'hooked clips': ['pry-from-start', 'hooks-first-then-seam'],
  clips: ['pry-from-start', 'along-seam']
};

/** Answers by other readings of the file than those that made the exercises. */
class Oracle {
  readonly facts: Facts;
  readonly reach: Reach;
  readonly keys: string[];

  constructor(readonly machine: Machine) {
    this.facts = new Facts(machine);
    this.reach = new Reach(this.facts);
    this.keys = [
      ...machine.joints.map((j) => `joint:${j.id}`),
      ...machine.parts.flatMap((p) => p.moves.map((m) => moveKey(p.id, m.id)))
    ];
  }

  isFree(key: string, open: ReadonlySet<string>): boolean {
    return this.reach.demands(actOf(this.facts, key)!).every((d) => d.isMet(open));
  }

  /** All that can be done where some of it never is. */
  doableWithout(never: (key: string) => boolean): Set<string> {
    const may = this.keys.filter((key) => !never(key));
    const open = new Set<string>();
    for (let more = true; more;) {
      more = false;
      for (const key of may)
        if (!open.has(key) && !this.#isBlade(key)) {
          // Contacts of a bay part as what carries them slides out, and by nothing else.
          const parting = may.filter((k) => this.#isBlade(k) && this.#rides(k, key) && this.isFree(k, open));
          if (!this.isFree(key, new Set([...open, ...parting]))) continue;
          for (const k of [key, ...parting]) open.add(k);
          more = true;
        }
    }
    return open;
  }

  #isBlade(key: string): boolean {
    const { joint } = actOf(this.facts, key)!;
    return joint?.kind === 'connector' && joint.family === 'blade';
  }

  #rides(blade: string, key: string): boolean {
    const { part, move } = actOf(this.facts, key)!;
    return (
      part !== undefined && takesOut(move) && this.facts.takenBy(part, move).has(actOf(this.facts, blade)!.joint!.a)
    );
  }

  /** Whether a part can leave the machine, with its power taken away where that is asked, although another one never moves. */
  leavesWithout(part: string, kept: string, isIsolated: boolean): boolean {
    const open = this.doableWithout((key) => key.startsWith(`move:${kept}/`));
    const { joint } = this.machine.isolation;
    if (isIsolated && joint !== undefined) {
      const isWhole = this.machine.isolation.steps.some((s) => s.kind === 'remove-battery');
      if (!open.has(`joint:${joint}`) || (isWhole && !this.#leaves(this.facts.joints.get(joint)!.a, open)))
        return false;
    }
    return this.#leaves(part, open);
  }

  #leaves(part: string, open: ReadonlySet<string>): boolean {
    return this.facts.parts.get(part)!.moves.some((m) => takesOut(m) && open.has(moveKey(part, m.id)));
  }

  #screw(id: string): Screw {
    return (this.facts.joints.get(id) as JointOf<'screws'>).screw;
  }

  /** By the measures alone: the same thread, long enough, not too long, a head that holds. */
  isScrewGood(from: string, into: string): boolean {
    const [screw, made] = [this.#screw(from), this.#screw(into)];
    const { clampedMm, depthMm, material, through, behind } = made.hole!;
    const grips = screw.lengthMm - clampedMm;
    const wanted = Math.min((material === 'plastic' ? 2 : 1) * made.threadMm, depthMm);
    const own = made.lengthMm - clampedMm;
    const needed = own < wanted / 2 - 1e-9 ? wanted : Math.min(wanted, own);
    return (
      Math.abs(screw.threadMm - made.threadMm) <= 0.05 + 1e-9 &&
      Math.abs(screw.pitchMm - made.pitchMm) <= 0.01 + 1e-9 &&
      (grips <= depthMm + 0.1 + 1e-9 || (through && behind === undefined)) &&
      grips >= needed - 0.1 - 1e-9 &&
      (screw.head === 'countersunk') === (made.head === 'countersunk') &&
      screw.headDiameterMm <= made.headDiameterMm + 0.5 + 1e-9 &&
      screw.headDiameterMm >= made.headDiameterMm - 1.2 - 1e-9
    );
  }

  motion(id: string, way: string): string {
    const joint = this.facts.joints.get(id)!;
    const row =
      joint.kind === 'connector'
        ? BY_HAND[joint.family]
        : BY_HAND[joint.kind === 'clips' && joint.hooked.length > 0 ? 'hooked clips' : 'clips'];
    return row[way === 'open' ? 0 : 1];
  }

  mark(id: string, end: 0 | 1): string {
    return (this.facts.joints.get(id) as JointOf<'connector'>).marks![end];
  }
}

const STOPS = ['cell swollen', 'cell burnt', 'cell leaking', 'heat yes', 'dirt yes'];
const CARES = ['cell doubtful', 'liquid wet', 'liquid dried', 'glass yes', 'adapter damaged'];

/** The posterior by Bayes' rule over the set as it stands, without what fault finding knows. */
function likeliest({ access, faults }: Ground, { given, options }: Exercise): string {
  const set = faults!;
  const weigh = (option: string) => {
    const fault = faultOf(access.model, set, readHarm(option))!;
    return given.reduce((weight, line) => {
      const [what, id, outcome] = line.split(' ');
      if (what === 'symptom') return weight * (fault.shows[id!] ?? 0);
      if (what === 'repair') return set.repairs.find((r) => r.id === id)!.mends.includes(fault.id) ? 0 : weight;
      const test = set.tests.find((t) => t.id === id)!;
      const row = test.given[fault.id] ?? test.otherwise;
      return weight * row[test.outcomes.findIndex((o) => o.id === outcome)]!;
    }, fault.weight);
  };
  return [...options].sort((a, b) => weigh(b) - weigh(a))[0]!;
}

/** What the right answer has to be, told without the code that marks it. */
function proved(oracle: Oracle, ground: Ground, exercise: Exercise): string[] {
  const { kind, about, given, options } = exercise;
  switch (kind) {
    case 'comes-off': {
      const goal = goalOf(about) as { part: string };
      const { joint } = oracle.machine.isolation;
      const isIsolated = plan(ground.access, [goalOf(about)], { budget: 0 }).steps.some((s) => s.joint === joint);
      return options.filter((part) => !oracle.leavesWithout(goal.part, part, isIsolated));
    }
    case 'blocker':
      return options.filter((key) => oracle.isFree(about, new Set([...given, key])));
    case 'screw':
      return options.filter((from) => oracle.isScrewGood(from, about));
    case 'marks':
      return given.map((p) => options.filter((socket) => oracle.mark(socket, 1) === oracle.mark(p, 0)).join());
    case 'motion':
      return options.filter((motion) => motion === oracle.motion(about, given[0]!));
    case 'tests': {
      const made = plan(ground.access, [goalOf(about)], { budget: 0 });
      const proves = made.steps.flatMap((s) => (s.leg === 'prove' && s.test !== undefined ? [s.test] : []));
      return options.filter((f) => proves.includes(f));
    }
    case 'mistake':
      return [likeliest(ground, exercise)];
    case 'stop':
      return [given.some((g) => STOPS.includes(g)) ? 'stop' : given.some((g) => CARES.includes(g)) ? 'care' : 'go'];
    default:
      throw new Error(kind);
  }
}

/** Every answer that is one choice away from the right one. */
function wrongAnswers(kind: ExerciseKind, options: readonly string[], right: Answer): Answer[] {
  if ('line' in right) {
    const { line } = right;
    const moved = line.map(([x, y]): [number, number] => [x + 20, y + 20]);
    return [{ line: [line[0]!, line.at(-1)!] }, { line: moved }, { line: [] }, { options: [] }];
  }
  const swapped = right.options.slice(1).map((_, i) => {
    const other = [...right.options];
    [other[i], other[i + 1]] = [other[i + 1]!, other[i]!];
    return { options: other };
  });
  const flipped = options.map((option) => ({
    options: right.options.includes(option) ? right.options.filter((o) => o !== option) : [...right.options, option]
  }));
  const others = options.filter((o) => !right.options.includes(o)).map((o) => ({ options: [o] }));
  const form = answerForm(kind);
  return [...(form === 'order' || form === 'pairs' ? swapped : form === 'some' ? flipped : others), { options: [] }];
}

/** So many of each kind are put into words. */
const TOLD = 10;

/** All that is shown of an exercise can be said, in each language, and options are told from each other. */
function isTold(ground: Ground, exercise: Exercise, answers: readonly Answer[]) {
  for (const [language, tell] of [
    ['en', english],
    ['de', inGerman]
  ] as const) {
    const options = exercise.options.map((o) => tell(optionWords(ground, exercise, o)));
    if (exercise.kind !== 'screw') expect([exercise, new Set(options).size]).toEqual([exercise, options.length]);
    const why = answers.flatMap((a) => whyWords(ground, exercise, a).map(tell));
    expect([exercise, why.length > 0]).toEqual([exercise, true]);
    const skill = tell(skillWords(exercise.skill, (id) => id));
    for (const text of [
      tell(askWords(ground, exercise)),
      skill,
      ...givenWords(ground, exercise, language).map(tell),
      ...options,
      ...why
    ])
      expect([exercise, text]).toEqual([exercise, expect.stringMatching(/^(?!.*(undefined|\[object|\{)).+/)]);
  }
}

/** What nobody would choose: the part itself, what is done already, what was not put back at all. */
function isNoQuestion({ kind, about, given }: Exercise, option: string): boolean {
  if (kind === 'comes-off') return option === (goalOf(about) as { part: string }).part;
  if (kind === 'blocker') return option === about || given.includes(option);
  return kind === 'mistake' && readHarm(option).leg !== 'up';
}

describe.each(DEMO_MACHINES)('on %s', (id) => {
  const ground = demoGround(id);
  const oracle = new Oracle(ground.access.model.machine);

  it.each(EXERCISE_KINDS.filter((kind) => kind !== 'whole-job'))(
    '%s has one right answer, and no other is accepted',
    (kind) => {
      const seen = new Set<string>();
      for (let seed = 0; seed < (DEAR.includes(kind) ? SEEDS / DEARER : SEEDS); seed++) {
        const exercise = exerciseOf(ground, kind, seed)!;
        expect([seed, Exercise.safeParse(exercise).error]).toEqual([seed, undefined]);
        const right = rightAnswer(ground, exercise);
        seen.add(JSON.stringify(exercise.about));
        expect([seed, marked(ground, exercise, right).isRight]).toEqual([seed, true]);
        if ('options' in right) {
          expect([exercise, right.options.length > 0]).toEqual([exercise, true]);
          if (kind === 'order')
            right.options.slice(1).forEach((key, i) => {
              const before = right.options[i]!;
              const isPossible = oracle.doableWithout((k) => k === before).has(key);
              expect([exercise, key, isPossible]).toEqual([exercise, key, false]);
            });
          else expect([exercise, right.options]).toEqual([exercise, proved(oracle, ground, exercise)]);
          if (answerForm(kind) === 'one') expect([exercise, right.options.length]).toEqual([exercise, 1]);
          expect([exercise, exercise.options.length > 1]).toEqual([exercise, true]);
          expect([exercise, exercise.options.filter((o) => isNoQuestion(exercise, o))]).toEqual([exercise, []]);
        }
        const others = wrongAnswers(kind, exercise.options, right);
        for (const answer of others)
          expect([exercise, answer, marked(ground, exercise, answer).isRight]).toEqual([exercise, answer, false]);
        if (seed < TOLD) isTold(ground, exercise, [right, ...others]);
      }
      expect(seen.size).toBeGreaterThan(0);
    }
  );

  it('each skill is trained by the kinds that say so, and by no other', () => {
    const said = skillsOn({ model: ground.access.model, hasFaults: true });
    for (const { skill, kinds } of said)
      for (const kind of kinds) {
        const made = Array.from({ length: 5 }, (_, seed) => exerciseOf(ground, kind, seed, skill)?.skill);
        expect([kind, made]).toEqual([kind, expect.arrayContaining([skill])]);
      }
    for (const kind of EXERCISE_KINDS) {
      const skill = exerciseOf(ground, kind, 1)!.skill;
      const isSaid = said.some((s) => s.skill === skill && s.kinds.includes(kind));
      expect([kind, isSaid]).toEqual([kind, kind !== 'whole-job']);
    }
  });

  it('what was done before is told where something was', () => {
    const made = Array.from({ length: 40 }, (_, seed) => exerciseOf(ground, 'blocker', seed)!);
    const told = (exercise: Exercise) => givenWords(ground, exercise, 'en').map(english).join();
    const begun = made.filter((exercise) => exercise.given.length > 0);
    expect(begun.length).toBeGreaterThan(0);
    for (const exercise of begun) expect(told(exercise)).not.toBe(told({ ...exercise, given: [] }));
  });

  it('a whole job is done by whoever follows its plan, and by nobody who leaves it or does nothing', () => {
    for (let seed = 0; seed < SEEDS / 10; seed++) {
      const { about } = exerciseOf(ground, 'whole-job', seed)!;
      const made = plan(ground.access, [goalOf(about)], { budget: 0 });
      const tries = followed(ground.access, made).flatMap((s) => s.tries);
      const done = (entries: readonly Try[]) => new RehearsalLog(ground.access, [goalOf(about)], entries);
      expect([about, done(tries).isClean, done(tries).stuck]).toEqual([about, true, 0]);
      expect([about, done([]).isReached]).toEqual([about, false]);
      expect([about, done(tries.slice(0, tries.length / 2)).isClean]).toEqual([about, false]);
    }
  });
});

it('a cable that turns once is to be drawn; one that is straight is not', () => {
  const { machine } = demoGround('norrvik-fathom-14').access.model;
  const [cable] = machine.cables;
  const { zone } = cable!.path[0]!;
  const skills = (...at: [number, number][]) => {
    const path = at.map((point) => ({ zone, at: point, depth: 1 }));
    const model = modelOf({ ...machine, cables: [{ ...cable!, path }] });
    return skillsOn({ model, hasFaults: false }).map(({ skill }) => skill);
  };
  expect(skills([10, 10], [60, 60], [110, 10])).toContain(`route:${machine.id}`);
  expect(skills([10, 10], [60, 10], [110, 10])).not.toContain(`route:${machine.id}`);
  expect(skills([10, 10], [110, 10])).not.toContain(`route:${machine.id}`);
});

it('the same seed makes the same exercise, another one another', () => {
  const ground = demoGround('norrvik-fathom-14');
  const made = (seed: number) => JSON.stringify(exerciseOf(ground, 'comes-off', seed));
  expect(made(7)).toBe(made(7));
  expect(new Set([1, 2, 3, 4, 5].map(made)).size).toBe(5);
});
