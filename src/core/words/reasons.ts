import type { Access, Action, Cause, Evidence } from '../access';
import { goalOf, type Goal } from '../goals';
import type { Joint, Model, Part } from '../machine';
import { goalName, goalWords } from './goals';
import { openWords } from './joints';
import { moveWords, together } from './moves';
import { begun, inSentence } from './text';

/** Why a step moved although nothing of its own made it: what it waits for did. */
export function waitsWords(action: Action): string {
  return `Waits for the ${inSentence(action.kind === 'open' ? action.joint.name : action.part.name)}.`;
}

/** Why a step moved when nothing makes it. */
export const SAVES = 'Saves a change of tool, place or side here.';

/** Another way, told by what it does instead of what. */
export function insteadWords(access: Access, adds: readonly string[], drops: readonly string[]): string {
  const moves = (ids: readonly string[]) =>
    ids.flatMap((id) => {
      const a = access.actions.get(id)!;
      return a.kind === 'move' ? [a] : [];
    });
  const [added, dropped] = mainOf(moves(adds), moves(drops)) ?? [
    access.actions.get(moves(adds)[0]?.id ?? adds[0]!)!,
    access.actions.get(moves(drops)[0]?.id ?? drops[0]!)!
  ];
  const doing = (a: Action) => (a.kind === 'open' ? openWords(a.joint) : moveWords(a, along(a))).text;
  const along = (a: Action & { kind: 'move' }) => (a.move.with ?? []).map((id) => access.model.part(id));
  if (added.kind === 'move' && dropped.kind === 'move') {
    const one = inSentence(dropped.part.name);
    const other = inSentence(added.part.name);
    if (added.part === dropped.part && added.move.with)
      return `${doing(added)} instead of apart from ${added.move.with.length === 1 ? 'it' : 'them'}`;
    if (added.part === dropped.part && dropped.move.with)
      return `${doing(added)} alone instead of${together(along(dropped))}`;
    if (added.part !== dropped.part && access.model.riders(added.part.id).has(dropped.part.id))
      return `Carry the ${one} off with the ${other} instead of taking it out alone`;
    if (added.part !== dropped.part && access.model.riders(dropped.part.id).has(added.part.id))
      return `Take the ${other} out alone instead of carrying it off with the ${one}`;
  }
  if (
    added.kind === 'open' &&
    dropped.kind === 'open' &&
    access.model.cable(added.joint.a)?.ends.some((e) => e.joint === dropped.joint.id)
  ) {
    return `Open the ${inSentence(access.model.part(added.joint.a).name)} at its other end: ${inSentence(added.joint.name)} instead of ${inSentence(dropped.joint.name)}`;
  }
  return `${doing(added)} instead of: ${inSentence(doing(dropped))}`;
}

/** Two ways to move the same part, where there are such: they are what the difference is about. */
function mainOf<M extends Action & { kind: 'move' }>(adds: readonly M[], drops: readonly M[]): [M, M] | undefined {
  for (const added of adds)
    for (const dropped of drops)
      if (added.part === dropped.part && (added.move.with || dropped.move.with)) return [added, dropped];
  return undefined;
}

/** "While you are there" in one line. */
export const alongsideWords = (model: Model, task: string, goal: Goal): string =>
  `${begun(task)} the ${goalName(model, goal)}`;

/** A cause by name, as the answer to "why is this here?". */
export function causeWords(model: Model, cause: Cause): string {
  const part = (id: string) => inSentence(model.part(id).name);
  const thing = (id: string) => (model.hasJoint(id) ? inSentence(model.joint(id).name) : part(id));
  switch (cause.kind) {
    case 'holds':
      return `The ${thing(cause.joint)} ${heldVerb(model.joint(cause.joint))} the ${part(cause.part)}.`;
    case 'covers':
      return `The ${part(cause.part)} lies over the ${thing(cause.what)}${cause.with === undefined ? '' : `, which leaves with the ${part(cause.with)}`}.`;
    case 'raised':
      return `The ${thing(cause.joint)} can be reached only while the ${part(cause.part)} is raised.`;
    case 'loose-cable':
      return `The ${part(cause.cable)} ties the ${part(cause.part)} to what stays; this is its cheaper end.`;
    case 'relation':
      return cause.reason.endsWith('.') ? cause.reason : `${cause.reason}.`;
    case 'isolation':
      return `Power goes first: the ${thing(cause.joint)} is opened on every job.`;
    case 'rider':
      return `The ${part(cause.part)} does not come with a new ${part(cause.of)}: it moves over.`;
    case 'goal':
      return `Asked for: ${goalWords(model, goalOf(cause.goal))}.`;
    case 'done':
      return 'It is open already: work goes on from there.';
  }
}

/** Hundredths are as fine as a drawing is told. */
const mm = (value: number) => Number(value.toFixed(2));

/** The figures behind a cover: where, how deep, how much room. */
export function evidenceWords(model: Model, { zone, at, coverMm, depthMm, clearMm, travelMm }: Evidence): string {
  const place = `${model.zone(zone).name}, ${at.map((mm) => mm.toFixed(0)).join(' / ')} mm: it begins ${mm(coverMm)} mm below the face, what it covers lies at ${mm(depthMm)} mm`;
  return clearMm !== undefined
    ? `${place} and needs ${mm(clearMm)} mm of room.`
    : `${place}${travelMm ? ` and has to move ${mm(travelMm)} mm` : ' and comes straight out'}.`;
}

/** Plural names ("bottom cover screws") hold; singular ones ("fan plug") hold-s. */
function heldVerb(joint: Joint): string {
  return /[^s]s$/.test(joint.name) ? 'hold' : 'holds';
}

/** Why something on the way up is not the mirror of the way down. */
export const DEPARTS = {
  nothingToUndo: 'Nothing to bring back.',
  turningPoint: 'The turning point.',
  newCable: 'New flat cables come straight.',
  provesTouched: 'Proves what was touched.',
  provesClosed: 'Proves what was closed.',
  usedOnce: 'Used once: fresh on the way up.',
  turnsDown: 'The next step needs this side.',
  turnsUp: 'The way up needs no turn here.',
  doneBefore: 'Its counterpart was done before the plan changed.',
  triedFirst: 'Everything is plugged in and tried before it is covered.',
  powerAfterPlugs: 'Power goes on after all other plugs are in.',
  powerAfterBattery: 'Power goes on once the battery is fixed.',
  powerLast: 'Power goes on last of all.'
} as const;

export const backLater = (part: Part): string => `The ${inSentence(part.name)} is back as soon as the lid is moved.`;

export const cableUnder = (cable: string, part: string): string =>
  `The ${inSentence(cable)} runs under the ${inSentence(part)}: laid first.`;

export const cableOver = (cable: string, part: string): string =>
  `The ${inSentence(cable)} runs over the ${inSentence(part)}: held clear while it goes down.`;

/** Why something among parts that leave together is not opened before. */
export const TAKEN_APART_OUT = 'What leaves together is taken apart once it is out.';

/** What is said of a cable as a part goes down past it. */
export const PASSES = { under: 'lies under it: laid first', over: 'runs over it: held clear' } as const;

/** A set that cannot be made. @param isNarrowed something is to be avoided, or will not open */
export const unmetWords = (model: Model, cause: Cause, isNarrowed: boolean): string =>
  `cannot be done: ${causeWords(model, cause)} Nothing ${isNarrowed ? 'that is allowed ' : 'in the file '}clears that.`;

/** What is worth doing while its part is at hand, and why now. */
export const SERVICE_WORDS = {
  clean: { task: 'clean', reason: 'Dust in the fan is found at every visit; cleaning it costs minutes now.' },
  compound: { task: 'fresh compound for', reason: 'Compound dries out with the years.' },
  battery: {
    task: 'replace',
    reason: 'If its health is below the shop\u2019s limit: the next visit would open all of this again.'
  },
  coinCell: { task: 'replace', reason: 'Cells for the clock last about as long as a first battery.' },
  onTheWay: { task: 'replace', reason: 'It lies on the way: a spare costs only these minutes now.' }
} as const;
