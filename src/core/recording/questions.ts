import type { Access } from '../access';
import { goalId, offeredGoals, type Goal } from '../goals';
import { moveId, openId, questionId, type ActionId } from '../ids';
import { removalSet } from '../plan';
import { sameHold, SURE_ENOUGH } from './ends';
import type { Drawn } from './machine-from';
import { POWER_QUESTION, WITHOUT_PLUG, type Power } from './power';
import { usualJobs } from '../usual';

/** Something that a record leaves open, whose answer would change plans. */
export interface Question {
  id: string;
  about:
    | { kind: 'power' }
    | { kind: 'onto'; joint: string; joints: readonly string[] }
    | { kind: 'over'; cover: string; action: ActionId }
    | { kind: 'on'; part: string }
    | { kind: 'leash'; joint: string; part: string; move: string };
  /** What can be answered: parts, or yes and no. */
  options: readonly string[];
  /** What the file says until it is answered. */
  guess: string;
  sure: number;
  /** Goals whose plan may change with the answer. */
  goals: readonly string[];
  /** Jobs that would be planned wrongly for each thousand, by what is believed now. */
  score: number;
}

/** Less than so many jobs of a thousand: it is not worth asking. */
const WORTH = 0.05;
/** What the record has seen as surely as this is not asked: of 1,300 such guesses one was wrong, and of ten answers one is. */
const SEEN = 0.95;
/** So many plugs are listed; any other is tapped on the drawing. */
const MOST_PLUGS = 6;

/** The goals that jobs have one at a time: plugs that are reached, parts that are taken out. */
export const singleGoals = ({ model }: Access): Goal[] =>
  [...offeredGoals(model, 'reach'), ...offeredGoals(model, 'remove')].map((offered) => offered.goal);

/** What would be worth asking, the best first; empty when nothing that is left matters. */
export function questionsOf({ access, believed }: Drawn): Question[] {
  const { state } = believed;
  const sets = setsOf(access);
  const whole = sets.reduce((sum, s) => sum + s.weight, 0);
  const out: Question[] = [];
  const power = powerQuestion(believed.power);
  if (power) out.push({ ...power, goals: sets.map((s) => s.goal) });
  const add = (
    question: Pick<Question, 'id' | 'about' | 'options' | 'guess' | 'sure'>,
    isTouched: (of: GoalSet) => boolean
  ) => {
    if (state.answers[question.id] !== undefined || question.sure >= SEEN) return;
    const touched = sets.filter(isTouched);
    const weight = touched.reduce((sum, s) => sum + s.weight, 0);
    const score = (1000 * (1 - question.sure) * weight) / whole;
    if (score >= WORTH) out.push({ ...question, goals: touched.map((s) => s.goal), score });
  };
  const movesOf = (part: string) =>
    access.model.hasPart(part) ? access.model.part(part).moves.map((m) => moveId(part, m.id)) : [];
  /** All that takes a part out of the way: its own moves and those of what carries it. */
  const waysOff = (part: string) =>
    access.model.hasPart(part) ? [part, ...access.model.carriers(part)].flatMap((id) => movesOf(id)) : [];

  const asked = new Set<string>();
  for (const joint of state.joints) {
    const e = believed.ends.get(joint.id);
    if (!e || e.told || e.others.length === 0 || joint.isUnseen) continue;
    // All that holds a part onto the same thing is one question.
    if (asked.has(joint.id)) continue;
    const group = sameHold(state, believed.ends, joint);
    const sure = Math.min(...group.map((j) => believed.ends.get(j.id)!.sure));
    if (sure >= SURE_ENOUGH) continue;
    for (const j of group) asked.add(j.id);
    const isMoved = (part: string, actions: ReadonlySet<ActionId>) => waysOff(part).some((a) => actions.has(a));
    add(
      {
        id: questionId({ kind: 'onto', joint: joint.id }),
        about: { kind: 'onto', joint: joint.id, joints: group.map((j) => j.id) },
        options: [e.b, ...e.others],
        guess: e.b,
        sure
      },
      // Where the part itself is what comes off all that holds it is open, whatever it holds it onto.
      ({ actions, goal }) =>
        goal !== removal(e.a) && e.others.some((o) => isMoved(o, actions) !== isMoved(e.b, actions))
    );
  }
  for (const [part, { on, sure, others }] of believed.carriers) {
    if (others.length === 0) continue;
    add(
      { id: questionId({ kind: 'on', part }), about: { kind: 'on', part }, options: [on, ...others], guess: on, sure },
      ({ actions, goal }) =>
        goal !== removal(part) &&
        others.some((o) => waysOff(o).some((a) => actions.has(a)) !== waysOff(on).some((a) => actions.has(a)))
    );
  }
  // An answer adds care and takes none away: asked is only whether more has to go than was taken to.
  for (const [action, covers] of believed.covers) {
    if (!access.actions.has(action)) continue;
    for (const [cover, belief] of covers) {
      if (belief.yes || !access.model.hasPart(cover)) continue;
      const off = waysOff(cover);
      add(
        {
          id: questionId({ kind: 'over', cover, action }),
          about: { kind: 'over', cover, action },
          options: ['yes', 'no'],
          guess: 'no',
          sure: belief.sure
        },
        // Where it is cleared anyway the answer changes nothing.
        ({ actions }) => actions.has(action) && !off.some((a) => actions.has(a))
      );
    }
  }
  for (const { move: raised, mayLeave, leaves } of believed.raises) {
    const { part, move } = raised;
    for (const joint of mayLeave.filter((id) => leaves.includes(id)))
      add(
        {
          id: questionId({ kind: 'leash', joint, action: moveId(part, move) }),
          about: { kind: 'leash', joint, part, move },
          options: ['yes', 'no'],
          guess: 'yes',
          sure: 0.6
        },
        ({ actions }) => actions.has(moveId(part, move)) && actions.has(openId(joint))
      );
  }
  return out.sort((a, b) => b.score - a.score || (a.id < b.id ? -1 : 1));
}

/** Before all else: how its power is taken away. Asked until somebody says it, and once more where what was seen says otherwise. */
export function powerQuestion({ way, isTold, isUnknown, plugs, hasCell }: Power): Question | undefined {
  // What nobody knows is left at what was seen; where nothing was seen it is asked until somebody says it.
  if (isTold || (isUnknown && way)) return undefined;
  const without = WITHOUT_PLUG.filter((w) => w !== 'no-cell' || !hasCell);
  return {
    id: POWER_QUESTION,
    about: { kind: 'power' },
    options: [...plugs.slice(0, MOST_PLUGS).map((j) => j.id), ...without],
    guess: way === undefined ? '' : 'joint' in way && way.by === 'plug' ? way.joint : way.by,
    sure: 0,
    goals: [],
    score: Infinity
  };
}

const removal = (part: string): string => goalId({ do: 'remove', part });

interface GoalSet {
  goal: string;
  actions: ReadonlySet<ActionId>;
  /** How often such a job comes. */
  weight: number;
}

/** The set of actions of each single goal as the file has it now. */
function setsOf(access: Access): GoalSet[] {
  const { model } = access;
  return singleGoals(access).flatMap((goal) => {
    const kind = goal.do === 'reach' ? undefined : model.part(goal.part).kind;
    try {
      const { actions } = removalSet(access, [goal]);
      return [{ goal: goalId(goal), actions, weight: kind ? usualJobs(kind) : 1 }];
    } catch {
      // What cannot be planned now is asked about through what stands in its way.
      return [];
    }
  });
}
