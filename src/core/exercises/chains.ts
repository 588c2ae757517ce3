import type { Access } from '../access';
import { goalId, goalOf, offeredGoals, type Goal } from '../goals';
import { movedPart, type ActionId } from '../ids';
import type { Model } from '../machine';
import { setsOfGoals, touchedFunctions, unmet } from '../plan';
import type { Draw, Kind } from './kind';

/** What an action cannot do without: the only action of the only way that a requirement has. */
const needs = ({ requirements }: Access, id: ActionId): ActionId[] =>
  requirements
    .get(id)!
    .flatMap(({ alternatives }) =>
      alternatives.length === 1 && alternatives[0]!.length === 1 ? alternatives[0]! : []
    );

const LEAST_CHAIN = 4;
const MOST_CHAIN = 6;

/** A shuffled chain to be put in order: each needs the one before it, so that one order is right. */
export const ORDER: Kind = {
  form: 'order',
  skills: ({ model }) => [chainSkill(model)],
  make({ access }, draw) {
    const chain = [draw.one([...access.actions.keys()])];
    while (chain.length < MOST_CHAIN) {
      const before = needs(access, chain[0]!);
      if (before.length === 0) break;
      chain.unshift(draw.one(before));
    }
    if (chain.length < LEAST_CHAIN) return undefined;
    return { skill: chainSkill(access.model), about: chain.at(-1)!, given: [], options: shuffledFrom(draw, chain) };
  },
  answer({ access }, { options }) {
    const left = new Set(options);
    const out: string[] = [];
    while (left.size > 0) {
      const next = [...left].find((id) => needs(access, id).every((before) => !left.has(before)))!;
      left.delete(next);
      out.push(next);
    }
    return out;
  }
};

/** Never as it has to be: whoever touches nothing is not right. */
function shuffledFrom(draw: Draw, chain: readonly string[]): string[] {
  for (;;) {
    const shuffled = draw.shuffled(chain);
    if (shuffled.some((id, i) => id !== chain[i])) return shuffled;
  }
}

const chainSkill = ({ machine }: Model) => `chain:${machine.id}`;

const MOST_NEEDED = 4;
const MOST_LEFT = 4;

/** What must come off for this, and only that. Parts that only some ways take off are no options. */
export const COMES_OFF: Kind = {
  form: 'some',
  skills: ({ model }) => [chainSkill(model)],
  make({ access }, draw) {
    const { goal } = draw.one(offeredGoals(access.model, 'remove'));
    const { needed, spared } = standing(access, goal);
    if (needed.length < 2 || spared.length < 2) return undefined;
    const options = draw.shuffled([...draw.some(needed, MOST_NEEDED), ...draw.some(spared, MOST_LEFT)]);
    return { skill: chainSkill(access.model), about: goalId(goal), given: [], options };
  },
  answer({ access }, { about, options }) {
    const { needed } = standing(access, goalOf(about));
    return options.filter((part) => needed.includes(part));
  }
};

/** Parts without whose moving there is no way to a goal, and parts that the least way leaves where they are. */
function standing(access: Access, goal: Goal): { needed: string[]; spared: string[] } {
  const { model } = access;
  const id = goalId(goal);
  const least = setsOfGoals(access, [goal], { done: [], stuck: [] })([id]);
  if (!least) return { needed: [], spared: [] };
  const moved = new Set([...least.actions].flatMap((action) => movedPart(action) ?? []));
  const own = goal.do === 'reach' ? undefined : goal.part;
  const movable = model.machine.parts.filter((p) => p.moves.length > 0 && p.id !== own).map((p) => p.id);
  const isNeeded = (part: string) => {
    const stuck = [...access.actions.keys()].filter((action) => movedPart(action) === part);
    return setsOfGoals(access, [goal], { done: [], stuck })([id]) === undefined;
  };
  return {
    needed: movable.filter((part) => moved.has(part) && isNeeded(part)),
    spared: movable.filter((part) => !moved.has(part))
  };
}

const BLOCKERS = 4;

/** What keeps it from moving now: one thing does, and none of the others is on the way to it. */
export const BLOCKER: Kind = {
  form: 'one',
  skills: () => ['blocker'],
  make({ access }, draw) {
    const open = new Set<ActionId>();
    const tried = draw.one([...access.actions.keys()]);
    // As far as the way to it has been gone by chance.
    for (let rest = way(access, tried); rest.length > 0;) {
      const ready = rest.filter((id) => unmet(access, id, open).length === 0);
      if (ready.length === 0 || unmet(access, tried, open).length <= 1) break;
      const next = draw.one(ready);
      open.add(next);
      rest = rest.filter((id) => id !== next);
    }
    const [blocker] = blockersOf(access, tried, open);
    if (blocker === undefined) return undefined;
    const onTheWay = new Set(way(access, tried));
    const others = [...access.actions.keys()].filter((id) => id !== tried && !open.has(id) && !onTheWay.has(id));
    return {
      skill: 'blocker',
      about: tried,
      given: [...open],
      options: draw.shuffled([blocker, ...draw.some(others, BLOCKERS - 1)])
    };
  },
  answer({ access }, { about, given, options }) {
    const blockers = blockersOf(access, about, new Set(given));
    return options.filter((id) => blockers.includes(id));
  }
};

/** The one action that is missing; nothing where more than one thing is, or one of several would do. */
function blockersOf(access: Access, tried: ActionId, open: ReadonlySet<ActionId>): ActionId[] {
  const missing = unmet(access, tried, open);
  if (missing.length !== 1 || missing[0]!.alternatives.length !== 1) return [];
  const [left, ...more] = missing[0]!.alternatives[0]!.filter((id) => !open.has(id));
  return left === undefined || more.length > 0 ? [] : [left];
}

/** All that may have to be done before an action, whichever way is taken. */
function way({ requirements }: Access, to: ActionId): ActionId[] {
  const found = new Set<ActionId>();
  const add = (id: ActionId): void => {
    for (const { alternatives } of requirements.get(id)!)
      for (const before of alternatives.flat())
        if (!found.has(before)) {
          found.add(before);
          add(before);
        }
  };
  add(to);
  return [...found];
}

const MOST_TOUCHED = 5;
const MOST_UNTOUCHED = 4;

/** What has to be tested after this work: what was touched, and nothing else. */
export const TESTS: Kind = {
  form: 'some',
  skills: () => ['tests'],
  make({ access }, draw) {
    const { goal } = draw.one(offeredGoals(access.model, draw.one(['replace', 'remove', 'reach'] as const)));
    const touched = touchedBy(access, goal);
    const { parts, joints } = access.model.machine;
    const all = [...new Set([...parts, ...joints].flatMap((thing) => thing.functions))];
    const untouched = all.filter((f) => !touched.includes(f));
    if (touched.length === 0 || untouched.length < 2) return undefined;
    const options = draw.shuffled([...draw.some(touched, MOST_TOUCHED), ...draw.some(untouched, MOST_UNTOUCHED)]);
    return { skill: 'tests', about: goalId(goal), given: [], options };
  },
  answer({ access }, { about, options }) {
    const touched = touchedBy(access, goalOf(about));
    return options.filter((f) => touched.includes(f));
  }
};

function touchedBy(access: Access, goal: Goal): string[] {
  const least = setsOfGoals(access, [goal], { done: [], stuck: [] })([goalId(goal)]);
  return least
    ? touchedFunctions(
        access.model,
        [...least.actions].map((id) => access.actions.get(id)!)
      )
    : [];
}
