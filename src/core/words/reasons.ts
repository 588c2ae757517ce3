import type { Access, Action, Cause, Evidence } from '../access';
import { goalOf, type Goal } from '../goals';
import type { Model, Part } from '../machine';
import { goalName, goalWords } from './goals';
import { openWords } from './joints';
import { moveWords } from './moves';
import { passage, type Said, say, wordsOf } from '../language';
import { fileText, jointName, numberOf, partName, zoneName } from './text';

/** Why a step moved although nothing of its own made it: what it waits for did. */
export const waitsWords = (model: Model, action: Action): Said =>
  say('why.waits', { name: action.kind === 'open' ? jointName(model, action.joint) : partName(model, action.part.id) });

/** Another way, told by what it does instead of what. */
export function insteadWords(access: Access, adds: readonly string[], drops: readonly string[]): Said {
  const { model } = access;
  const moves = (ids: readonly string[]) =>
    ids.flatMap((id) => {
      const a = access.actions.get(id)!;
      return a.kind === 'move' ? [a] : [];
    });
  const [added, dropped] = mainOf(moves(adds), moves(drops)) ?? [
    access.actions.get(moves(adds)[0]?.id ?? adds[0]!)!,
    access.actions.get(moves(drops)[0]?.id ?? drops[0]!)!
  ];
  const along = (a: Action & { kind: 'move' }) => (a.move.with ?? []).map((id) => model.part(id));
  const doing = (a: Action) => (a.kind === 'open' ? openWords(model, a.joint) : moveWords(model, a, along(a))).text;
  if (added.kind === 'move' && dropped.kind === 'move') {
    const one = partName(model, dropped.part.id);
    const other = partName(model, added.part.id);
    if (added.part === dropped.part && added.move.with) return say('instead.apart', { doing: doing(added) });
    if (added.part === dropped.part && dropped.move.with)
      return say('instead.alone', {
        doing: doing(added),
        along: along(dropped).map((p: Part) => partName(model, p.id))
      });
    if (added.part !== dropped.part && model.riders(added.part.id).has(dropped.part.id))
      return say('instead.carry', { one, other });
    if (added.part !== dropped.part && model.riders(dropped.part.id).has(added.part.id))
      return say('instead.takeAlone', { one, other });
  }
  if (
    added.kind === 'open' &&
    dropped.kind === 'open' &&
    model.cable(added.joint.a)?.ends.some((e) => e.joint === dropped.joint.id)
  ) {
    return say('instead.otherEnd', {
      cable: partName(model, added.joint.a),
      here: jointName(model, added.joint),
      there: jointName(model, dropped.joint)
    });
  }
  return say('instead.of', { doing: doing(added), other: doing(dropped) });
}

/** Two ways to move the same part, where there are such: they are what the difference is about. */
function mainOf<M extends Action & { kind: 'move' }>(adds: readonly M[], drops: readonly M[]): [M, M] | undefined {
  for (const added of adds)
    for (const dropped of drops)
      if (added.part === dropped.part && (added.move.with || dropped.move.with)) return [added, dropped];
  return undefined;
}

/** What is worth doing while its part is at hand. */
export type Service = 'clean' | 'compound' | 'battery' | 'coinCell' | 'onTheWay';

/** "While you are there" in one line. */
export const alongsideWords = (model: Model, task: Service, goal: Goal): Said =>
  say('alongside', { task, name: goalName(model, goal) });

/** Why now. */
export const alongsideWhy = (task: Service): Said => say('alongside.why', { task });

/** A cause by name, as the answer to "why is this here?". */
export function causeWords(model: Model, cause: Cause): Said {
  const part = (id: string) => partName(model, id);
  const thing = (id: string) => (model.hasJoint(id) ? jointName(model, model.joint(id)) : part(id));
  switch (cause.kind) {
    case 'holds':
      return say('cause.holds', {
        joint: thing(cause.joint),
        number: numberOf(model.joint(cause.joint)),
        part: part(cause.part)
      });
    case 'covers': {
      const given = { part: part(cause.part), what: thing(cause.what) };
      return cause.with === undefined
        ? say('cause.covers', given)
        : say('cause.coversWith', { ...given, with: part(cause.with) });
    }
    case 'raised':
      return say('cause.raised', { joint: thing(cause.joint), part: part(cause.part) });
    case 'loose-cable':
      return say('cause.looseCable', { cable: part(cause.cable), part: part(cause.part) });
    case 'relation': {
      if (typeof cause.reason !== 'string') return cause.reason;
      const reason = fileText(model.machine, cause.reason);
      return cause.reason.endsWith('.') ? reason : say('cause.relation', { reason });
    }
    case 'isolation':
      return say('cause.isolation', { joint: thing(cause.joint) });
    case 'rider':
      return say('cause.rider', { part: part(cause.part), of: part(cause.of) });
    case 'goal':
      return say('cause.goal', { goal: goalWords(model, goalOf(cause.goal)) });
    case 'done':
      return say('cause.done');
  }
}

/** Hundredths are as fine as a drawing is told. */
const mm = (value: number) => Number(value.toFixed(2));

/** The figures behind a cover: where, how deep, how much room. */
export function evidenceWords(model: Model, { zone, at, coverMm, depthMm, clearMm, travelMm }: Evidence): Said {
  const place = {
    zone: zoneName(model, zone),
    x: Math.round(at[0]),
    y: Math.round(at[1]),
    cover: mm(coverMm),
    depth: mm(depthMm)
  };
  if (clearMm !== undefined) return say('evidence.room', { ...place, clear: mm(clearMm) });
  return travelMm ? say('evidence.travel', { ...place, travel: mm(travelMm) }) : say('evidence.straight', place);
}

/** Why something during reassembly is not the mirror of disassembly. */
export const DEPARTS = wordsOf('departs', [
  'nothingToUndo',
  'turningPoint',
  'newCable',
  'provesTouched',
  'provesClosed',
  'usedOnce',
  'clockLost',
  'newCell',
  'turnsDown',
  'turnsUp',
  'doneBefore',
  'triedFirst',
  'heldFirst',
  'stoodUp',
  'powerAfterPlugs',
  'powerAfterBattery',
  'powerLast',
  'takenApartOut'
]);

/** Why a step moved when nothing makes it. */
export const SAVES = say('why.saves');

export const backLater = (model: Model, part: Part): Said =>
  say('departs.backLater', { part: partName(model, part.id) });

export const cableUnder = (model: Model, cable: string, part: string): Said =>
  say('departs.cableUnder', { cable: partName(model, cable), part: partName(model, part) });

export const cableOver = (model: Model, cable: string, part: string): Said =>
  say('departs.cableOver', { cable: partName(model, cable), part: partName(model, part) });

/** What is said of a cable as a part goes down past it. */
export const PASSES = wordsOf('pinch', ['under', 'over']);

/** Thirds of something that one looks at: rows from the top, each from the left. */
export const SIDES = [
  ['top-left', 'top', 'top-right'],
  ['left', 'middle', 'right'],
  ['bottom-left', 'bottom', 'bottom-right']
] as const;
export type Side = (typeof SIDES)[number][number];

/** Where a cable can be caught, each side once; undefined where nowhere on the face in hand. */
export function pinchedAt(edges: readonly Side[], posts: readonly Side[]): Said | undefined {
  const named = (sides: readonly Side[]) => [...new Set(sides)].map((s) => say(`side.${s}`));
  return passage(
    edges.length > 0 ? say('pinch.edge', { at: named(edges) }) : undefined,
    posts.length > 0 ? say('pinch.post', { at: named(posts) }) : undefined
  );
}

/** A set that cannot be made. @param isNarrowed something is to be avoided, or will not open */
export const unmetWords = (model: Model, cause: Cause, isNarrowed: boolean): Said =>
  say(isNarrowed ? 'unmet.narrowed' : 'unmet.never', { cause: causeWords(model, cause) });
