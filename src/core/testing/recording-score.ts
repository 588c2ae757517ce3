import { english } from './english';
import { accessOf, type Access } from '../access';
import { actOf, Facts } from '../check/facts';
import { Reach } from '../check/reach';
import { goalId, PlanningError } from '../goals';
import { openId, readAction, type ActionId } from '../ids';
import { modelOf, removes } from '../machine';
import { actionOf, plan, removalSet } from '../plan';
import { DO_NOT_KNOW, foldRecording, machineFrom, questionsOf, singleGoals, type Drawn } from '../recording';
import { seeded } from '../solve';
import { tearDown, type Habits } from './teardown';
import { truth } from './truth';

/** How one recorded teardown did after so many questions. */
export interface Score {
  questions: number;
  /** Share of the single goals whose removal set is that of the true machine. */
  equal: number;
  /** Goals whose set cannot be carried out on the true machine, with the first thing that it lacks. */
  refused: string[];
  /** The same with what nobody tapped, which the machine has all the same. */
  refusedWhole: string[];
  /** Of these, those at whose step nothing warns: no hold that nobody saw. */
  silent: string[];
  /** Share of the goals whose set is the true one, but for what nobody recorded: a hold that nobody saw may stand for it. */
  equalApart: number;
  /** Goals that cannot be planned, and do not lack power alone. */
  unplanned: number;
  /** Cautions of parts in the true set that its own parts do not have. */
  lostCautions: string[];
  /** The same against the machine with what was never tapped: guides that somebody overlooked are in no plan. */
  equalWithForgotten: number;
  /** Goals whose set differs, with what is missing and what is too much. */
  differs: { goal: string; missing: string[]; extra: string[] }[];
}

export interface Trial {
  scores: Score[];
  /** What the true machine says against the way up of all that was taken apart, as it is worked out from the record; none: it works. */
  wayUp: string[];
  /** By kind of question: asked, and of those guessed wrongly before. */
  asked: Record<string, { asked: number; wrong: number }>;
  drawn: Drawn;
}

export interface TrialOptions {
  habits?: Partial<Habits>;
  /** Numbers of questions after which it is judged. */
  after: readonly number[];
  ranking?: 'ours' | 'random';
  /** Share of questions that are answered with "do not know", and wrongly. */
  unknown?: number;
  wrong?: number;
}

/** What is true of a machine, worked out once for many trials. */
export class True {
  readonly goals;
  readonly reach: Reach;

  constructor(readonly access: Access) {
    this.reach = new Reach(new Facts(access.model.machine));
    this.goals = singleGoals(access).flatMap((goal) => {
      const set = setFor(access, goal);
      return set ? [{ goal, set }] : [];
    });
  }

  /** What a set lacks to be carried out on this machine, told by the reading of the file that checks plans. */
  lacks(set: Iterable<ActionId>): string | undefined {
    const acts = [...set].flatMap((id) => actOf(this.reach.facts, id) ?? []);
    const open = new Set<string>();
    for (let left = acts; left.length > 0;) {
      const can = left.filter((a) => this.reach.demands(a).every((d) => d.isMet(open)));
      if (can.length === 0)
        return `${left[0]!.key} needs ${this.reach.demands(left[0]!).find((d) => !d.isMet(open))!.text}`;
      for (const a of can) open.add(a.key);
      left = left.filter((a) => !open.has(a.key));
    }
    return undefined;
  }
}

/** Takes a machine apart, draws what was recorded, asks, and judges what came of it. */
export function trial(of: True, seed: number, options: TrialOptions): Trial {
  const { after, ranking = 'ours', unknown = 0.1, wrong = 0 } = options;
  const random = seeded(seed * 7919 + 13);
  const { events, forgotten } = tearDown(of.access, seed, options.habits);
  const seenOf = forgotten.size > 0 ? new True(without(of.access, forgotten)) : of;
  const judge = (drawn: Drawn, questions: number): Score => ({
    ...judged(seenOf, drawn, questions),
    ...apart(of, drawn, forgotten),
    equalWithForgotten: forgotten.size > 0 ? judged(of, drawn, questions).equal : 1
  });
  const state = foldRecording(events);
  const draw = (): Drawn => {
    const drawn = machineFrom(state, english);
    if ('missing' in drawn) throw new Error(`nothing could be drawn: ${drawn.missing}`);
    return drawn;
  };
  let drawn = draw();
  const scores: Score[] = [];
  const asked: Trial['asked'] = {};
  const most = Math.max(...after);
  for (let n = 0; ; n++) {
    if (after.includes(n)) scores.push(judge(drawn, n));
    if (n >= most) break;
    const list = questionsOf(drawn);
    if (list.length === 0) {
      // Nothing that is left matters: what it is now it stays.
      for (const later of after) if (later > n) scores.push(judge(drawn, later));
      break;
    }
    const question = ranking === 'ours' ? list[0]! : list[Math.floor(random() * list.length)]!;
    const right = truth(of.access, question.id);
    const count = (asked[question.about.kind] ??= { asked: 0, wrong: 0 });
    count.asked++;
    if (right !== undefined && right !== question.guess) count.wrong++;
    const others = question.options.filter((o) => o !== right);
    state.answers[question.id] =
      wrong > 0 && random() < wrong
        ? others[Math.floor(random() * others.length)]!
        : right === undefined || random() < unknown
          ? DO_NOT_KNOW
          : right;
    drawn = draw();
  }
  return { scores, asked, drawn, wayUp: wayUpProblems(seenOf, drawn) };
}

/** The machine as somebody saw it who overlooked some of its joints. */
function without(access: Access, joints: ReadonlySet<string>): Access {
  const { machine } = access.model;
  return accessOf(modelOf({ ...machine, joints: machine.joints.filter((j) => !joints.has(j.id)) }));
}

/** The same against the machine as it is, apart from joints that nobody tapped. */
function apart(
  of: True,
  drawn: Drawn,
  forgotten: ReadonlySet<string>
): Pick<Score, 'refusedWhole' | 'silent' | 'equalApart' | 'unplanned' | 'lostCautions'> {
  const { model } = drawn.access;
  const unseen = new Map(
    model.machine.joints.flatMap((j) => (j.kind === 'latch' && j.unseen ? [[openId(j.id), j.a]] : []))
  );
  const out = {
    refusedWhole: [] as string[],
    silent: [] as string[],
    equalApart: 0,
    unplanned: 0,
    lostCautions: [] as string[]
  };
  for (const { goal, set } of of.goals) {
    const raw = rawSet(drawn.access, goal);
    if (!raw) {
      // A plug that nobody tapped is nobody's goal.
      if (goal.do === 'reach' && forgotten.has(goal.joint)) out.equalApart++;
      else out.unplanned++;
      continue;
    }
    const mine = named(drawn.access, new Set([...raw].filter((id) => !unseen.has(id))));
    const wanted = [...set].filter((id) => !forgotten.has(jointOf(id) ?? ''));
    if (mine.size === wanted.length && wanted.every((id) => mine.has(id))) out.equalApart++;
    const lacks = of.lacks([...raw].filter((id) => !unseen.has(id)));
    if (lacks) {
      out.refusedWhole.push(`${goalId(goal)}: ${lacks}`);
      if (!isWarned(lacks, of, raw, unseen)) out.silent.push(`${goalId(goal)}: ${lacks}`);
    }
    for (const id of raw) {
      const action = drawn.access.actions.get(id)!;
      if (action.kind !== 'move' || !of.access.model.hasPart(action.part.id)) continue;
      for (const care of of.access.model.part(action.part.id).care)
        if (!action.part.care.includes(care)) out.lostCautions.push(`${action.part.id} ${care}`);
    }
  }
  return { ...out, equalApart: out.equalApart / of.goals.length };
}

const jointOf = (id: string): string | undefined => {
  const ref = readAction(id);
  return ref && 'joint' in ref ? ref.joint : undefined;
};

/** What stands at the step that fails: it is about something that nobody saw held. */
function isWarned(
  lacks: string,
  { access: { model } }: True,
  set: ReadonlySet<ActionId>,
  unseen: ReadonlyMap<ActionId, string>
): boolean {
  const [step, need = ''] = lacks.split(' needs ');
  const about = (id: string): string[] => {
    const ref = readAction(id);
    if (!ref) return model.hasJoint(id) ? [model.joint(id).a, model.joint(id).b] : model.hasPart(id) ? [id] : [];
    return 'part' in ref
      ? [ref.part]
      : model.hasJoint(ref.joint)
        ? [model.joint(ref.joint).a, model.joint(ref.joint).b]
        : [];
  };
  // Told of the part that the step is about, or of what it fails on.
  const parts = new Set([...about(step!), ...about(need.split(' ')[0]!)]);
  return [...unseen].some(([id, part]) => set.has(id) && parts.has(part));
}

function judged(
  of: True,
  drawn: Drawn,
  questions: number
): Omit<Score, 'equalWithForgotten' | 'refusedWhole' | 'silent' | 'equalApart' | 'unplanned' | 'lostCautions'> {
  const refused: string[] = [];
  const differs: Score['differs'] = [];
  for (const { goal, set } of of.goals) {
    const raw = rawSet(drawn.access, goal);
    const mine = raw && named(drawn.access, raw);
    const missing = [...set].filter((a) => !mine?.has(a));
    const extra = [...(mine ?? [])].filter((a) => !set.has(a));
    if (missing.length === 0 && extra.length === 0) continue;
    differs.push({ goal: goalId(goal), missing, extra });
    const lacks = raw && of.lacks(raw);
    if (lacks) refused.push(`${goalId(goal)}: ${lacks}`);
  }
  return { questions, equal: 1 - differs.length / of.goals.length, refused, differs };
}

/**
 * Everything that was taken apart is put together again as the record says, on the true machine. Its orders for the way up alone are
 * left out: no teardown shows them.
 */
function wayUpProblems(of: True, { access, believed }: Drawn): string[] {
  const parts = new Set(believed.state.moves.filter(removes).map((m) => m.part));
  const goals = singleGoals(access).filter((g) => g.do === 'remove' && parts.has(g.part));
  let steps: ReturnType<typeof plan>['steps'];
  try {
    ({ steps } = plan(access, goals, { budget: 0 }));
  } catch (thrown) {
    if (thrown instanceof PlanningError) return ['all of it together cannot be planned'];
    throw thrown;
  }
  const keys = (leg: 'down' | 'up') => steps.flatMap((s) => (s.leg === leg ? (actionOf(s) ?? []) : []));
  const open = new Set(keys('down'));
  const problems: string[] = [];
  for (const key of keys('up')) {
    const act = actOf(of.reach.facts, key);
    if (!act) continue;
    const demand = of.reach.demands(act).find((d) => !d.onlyDown && !d.isMet(open));
    if (demand) problems.push(`${key}: ${demand.text}`);
    open.delete(key);
  }
  return problems;
}

/** A move is known by what it moves: what the file calls it is its own affair. */
function named(access: Access, set: ReadonlySet<ActionId>): Set<string> {
  return new Set(
    [...set].map((id) => {
      const action = access.actions.get(id)!;
      return action.kind === 'open' || !removes(action.move)
        ? id
        : ['move', action.part.id, ...[...(action.move.with ?? [])].sort()].join(' ');
    })
  );
}

type Goal = ReturnType<typeof singleGoals>[number];

function rawSet(access: Access, goal: Goal): ReadonlySet<ActionId> | undefined {
  try {
    return removalSet(access, [goal]).actions;
  } catch {
    return undefined;
  }
}

function setFor(access: Access, goal: Goal): Set<string> | undefined {
  const set = rawSet(access, goal);
  return set && named(access, set);
}
