import { createHash } from 'node:crypto';
import { askWords, marked, optionWords, rightAnswer, skillsOn, type Exercise, type Ground } from '$core/exercises';
import { foldPractice, today, type Answered, type Asked, type Counted, type Offer } from '$core/practice';
import type { FaultSet } from '$core/faults';
import { modelOf, type Machine } from '$core/machine';
import { seeded } from '$core/solve';
import type { Queryable } from '../database/pool';
import { latestMachines } from '../library/choice';
import { fileOf, machineDocument } from '../library/machines';
import { faultSetFor } from '../library/faults';
import { accessFor } from '../planning/derived';

/** A machine to practise on, as it goes to the browser. */
export interface PracticeMachine {
  fileId: number;
  machine: Machine;
  hash: string;
  faults: FaultSet | null;
}

/** Machines that are practised on at most: the newest of the library. */
const MOST_MACHINES = 30;
/** Sent at least, so that what goes wrong can come back on another machine. */
const LEAST_SENT = 2;
/** Ten minutes a day. */
const SECONDS = 600;

/** The file in force of each machine, the newest where none is. */
export async function practiceMachines(db: Queryable): Promise<PracticeMachine[]> {
  const rows = await latestMachines(db, MOST_MACHINES);
  const ids = [...new Set(rows.map((r) => r.machineId))];
  return Promise.all(
    ids.map(async (id) => {
      const own = rows.filter((r) => r.machineId === id);
      const { fileId } = own.find((r) => r.standing === 'in-force') ?? own[0]!;
      const found = (await machineDocument(db, fileId))!;
      return { ...found, fileId, faults: (await faultSetFor(db, id)) ?? null };
    })
  );
}

export const groundOf = ({ machine, hash, faults }: Omit<PracticeMachine, 'fileId'>): Ground => ({
  access: accessFor({ machine, hash }),
  hash,
  ...(faults ? { faults } : {})
});

/** All answers of a person, as far as they count. */
async function answersOf(db: Queryable, personId: string): Promise<Counted[]> {
  const { rows } = await db.query(
    `select exercise ->> 'skill' as skill, exercise #>> '{machine,id}' as machine, exercise ->> 'kind' as kind, is_right as "isRight",
            (extract(epoch from answered_at) * 1000)::float8 as at
       from practice_answer where person_id = $1 order by answered_at, id`,
    [personId]
  );
  return rows;
}

/** What somebody has practised, and what the machines that it was on are called. */
export async function knownOf(db: Queryable, personId: string): Promise<Pick<PracticeDay, 'known' | 'names'>> {
  const [machines, answers] = [await practiceMachines(db), await answersOf(db, personId)];
  return { known: knownIn(foldPractice(answers)), names: namesIn(machines) };
}

const knownIn = (known: ReturnType<typeof foldPractice>): PracticeDay['known'] =>
  [...known].map(([skill, { memory, isRight }]) => ({ skill, due: memory.due, isRight }));
const namesIn = (machines: readonly PracticeMachine[]): Record<string, string> =>
  Object.fromEntries(machines.map(({ machine }) => [machine.id, `${machine.maker} ${machine.model}`]));

export interface PracticeDay {
  asked: Asked[];
  /** The machines of these, and what else may be asked on them: what goes wrong comes back on another. */
  machines: PracticeMachine[];
  offers: Offer[];
  /** What each machine of the library is called. */
  names: Record<string, string>;
  /** What the person has practised, and when each is due again. */
  known: { skill: string; due: string; isRight: boolean }[];
  answeredToday: number;
  rightToday: number;
}

/**
 * A person's exercises for a day.
 * @param now ms since 1970
 * @param dayAt the day in which a moment (ms since 1970) lies, where the shop is
 */
export async function practiceOf(
  db: Queryable,
  personId: string,
  now: number,
  dayAt: (at: number) => string
): Promise<PracticeDay> {
  const [machines, answers] = await Promise.all([practiceMachines(db), answersOf(db, personId)]);
  const offers = machines.flatMap((m): Offer[] =>
    skillsOn({ model: modelOf(m.machine), hasFaults: m.faults !== null }).map((s) => ({ ...s, machine: m.machine.id }))
  );
  const known = foldPractice(answers);
  const ofToday = answers.filter((a) => dayAt(a.at) === dayAt(now));
  // The same list however often the page is opened; another after each answer.
  const random = seeded(numberOf(`${personId} ${dayAt(now)} ${answers.length}`));
  const asked = today(offers, known, now, SECONDS, random);
  const sent = new Set([...asked.map((a) => a.machine), ...machines.slice(0, LEAST_SENT).map((m) => m.machine.id)]);
  return {
    asked,
    offers: offers.filter((o) => sent.has(o.machine)),
    machines: machines.filter((m) => sent.has(m.machine.id)),
    names: namesIn(machines),
    known: knownIn(known),
    answeredToday: ofToday.length,
    rightToday: ofToday.filter((a) => a.isRight).length
  };
}

/** A number of a text, for a seed. */
const numberOf = (text: string): number => createHash('sha256').update(text).digest().readUInt32BE();

/** What cannot be taken, by its place in what was sent. */
export interface Strange {
  at: number;
  why: 'machine' | 'exercise';
}

/** What names nothing of the machine can be neither asked nor marked. */
export function isAskable(ground: Ground, exercise: Exercise): boolean {
  try {
    askWords(ground, exercise);
    for (const option of exercise.options) optionWords(ground, exercise, option);
    rightAnswer(ground, exercise);
    return true;
  } catch {
    return false;
  }
}

/**
 * Keeps what somebody answered, marked here whatever the device made of it; answers that are there already are left.
 * @returns what could not be taken; nothing is kept then
 */
export async function keepAnswers(
  db: Queryable,
  personId: string,
  answers: readonly Answered[]
): Promise<Strange | undefined> {
  const rows: unknown[][] = [];
  for (const [at, { id, at: answered, exercise, answer }] of answers.entries()) {
    const file = await fileOf(db, exercise.machine.hash);
    if (!file) return { at, why: 'machine' };
    const { machine, hash } = (await machineDocument(db, file.fileId))!;
    const ground = groundOf({ machine, hash, faults: (await faultSetFor(db, machine.id)) ?? null });
    if (!isAskable(ground, exercise)) return { at, why: 'exercise' };
    const { isRight } = marked(ground, exercise, answer);
    rows.push([id, personId, answered, JSON.stringify(exercise), JSON.stringify(answer), isRight]);
  }
  for (const row of rows)
    await db.query(
      `insert into practice_answer (id, person_id, answered_at, exercise, answer, is_right) values ($1, $2, $3, $4, $5, $6)
       on conflict (id) do nothing`,
      row
    );
  return undefined;
}
