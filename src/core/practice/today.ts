import { Draw, type ExerciseKind } from '../exercises';
import { isDue, retention, type Memory } from './memory';

/** What can be asked on a machine. */
export interface Offer {
  skill: string;
  machine: string;
  kinds: readonly ExerciseKind[];
}

/** What somebody did last of a skill. */
export interface Practised {
  memory: Memory;
  machine: string;
  kind: ExerciseKind;
  isRight: boolean;
}

/** One exercise to be made. */
export interface Asked {
  skill: string;
  machine: string;
  kind: ExerciseKind;
  seed: number;
}

/** About how long an exercise takes with reading why, s: bench rule of thumb. A whole job is no exercise for a break. */
export const EXERCISE_SECONDS: Readonly<Record<ExerciseKind, number>> = {
  'whole-job': 900,
  order: 75,
  'comes-off': 75,
  blocker: 45,
  screw: 40,
  marks: 30,
  route: 60,
  motion: 30,
  tests: 60,
  mistake: 120,
  stop: 45
};

/** Of a day's time no more than this goes to what was never practised: the rest keeps what is there. */
const NEW_SHARE = 0.6;

/**
 * A day's exercises: what is due, the least remembered first, then what is new, as far as the time goes. None stands beside another
 * of the same skill where there are others.
 * @param known by the skill
 * @param seconds how long one has
 * @param random seeded by person and day
 */
export function today(
  offers: readonly Offer[],
  known: ReadonlyMap<string, Practised>,
  at: number,
  seconds: number,
  random: () => number
): Asked[] {
  const skills = [...new Set(offers.map((o) => o.skill))];
  const due = skills
    .filter((s) => known.has(s) && isDue(known.get(s)!.memory, at))
    .sort((a, b) => retention(known.get(a)!.memory, at) - retention(known.get(b)!.memory, at) || (a < b ? -1 : 1));
  const draw = new Draw(random);
  const fresh = draw.shuffled(skills.filter((s) => !known.has(s)));
  let left = seconds;
  let leftForNew = due.length === 0 ? seconds : seconds * NEW_SHARE;
  const out: Asked[] = [];
  for (const skill of [...due, ...fresh]) {
    const asked = askedOf(offers, skill, known.get(skill), draw);
    const takes = EXERCISE_SECONDS[asked.kind];
    if (takes > left || (!known.has(skill) && takes > leftForNew)) continue;
    left -= takes;
    if (!known.has(skill)) leftForNew -= takes;
    out.push(asked);
  }
  return out;
}

/**
 * The rest of a day's exercises after one was done: what went wrong comes back as another exercise, on another machine where there is
 * one, not at once where something lies between.
 * @param again how often something came back so far: a day ends
 */
export function after(
  done: Asked,
  isRight: boolean,
  rest: readonly Asked[],
  offers: readonly Offer[],
  again: number,
  random: () => number
): Asked[] {
  if (isRight || again >= MOST_AGAIN) return [...rest];
  const other = askedOf(offers, done.skill, { machine: done.machine, kind: done.kind, isRight }, new Draw(random));
  return [...rest.slice(0, BETWEEN), other, ...rest.slice(BETWEEN)];
}

/** What wrong answers add to a day at most. */
const MOST_AGAIN = 5;
/** So many others are asked before what went wrong comes back. */
const BETWEEN = 2;

/** An exercise of a skill: after a wrong one on another machine, else of another kind, as far as there are any. */
function askedOf(
  offers: readonly Offer[],
  skill: string,
  last: Pick<Practised, 'machine' | 'kind' | 'isRight'> | undefined,
  draw: Draw
): Asked {
  const of = offers.filter((o) => o.skill === skill);
  const elsewhere = of.filter((o) => o.machine !== last?.machine);
  const { machine, kinds } = draw.one(last && !last.isRight && elsewhere.length > 0 ? elsewhere : of);
  const others = kinds.filter((k) => k !== last?.kind);
  const kind = draw.one(others.length > 0 ? others : kinds);
  return { skill, machine, kind, seed: Math.floor(draw.random() * 2 ** 31) };
}
