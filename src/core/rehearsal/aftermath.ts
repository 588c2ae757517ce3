import type { Access } from '../access';
import type { Fault, FaultSet, Repair } from '../faults';
import { goalId, offeredGoals, type Goal } from '../goals';
import type { Joint, Model, Part } from '../machine';
import { setsOfGoals, touchedFunctions } from '../plan';
import type { Harm, HarmKind } from './harms';

/** What is left to be put right. */
export interface Damage {
  /** What has to be replaced; undefined where it only has to be done again. */
  part?: string;
  /** Nothing is broken: the part is only not in its place. */
  isWhole?: true;
  /** Where it is. */
  joint?: string;
}

/** What a harm leaves behind, by its kind. */
export function damageOf(model: Model, { kind, at, by }: Harm): Damage {
  const byJoint = by !== undefined && model.hasJoint(by) ? model.joint(by) : undefined;
  const joint = 'joint' in at ? model.joint(at.joint) : byJoint;
  const own = 'part' in at ? at.part : undefined;
  const where = joint === undefined ? {} : { joint: joint.id };
  const replaced = (part: string | undefined): Damage => (part === undefined ? where : { part, ...where });
  switch (kind) {
    // What a plug is plugged into belongs to the part at its other end.
    case 'lock-broken':
    case 'socket-torn':
    case 'springs-broken':
    case 'contacts-bent':
    case 'short':
    case 'bridged':
      return replaced(joint?.b ?? own);
    case 'board-scratched':
      return replaced([joint?.b, joint?.a].find((id) => id !== undefined && cares(model, id, 'static')) ?? joint?.b);
    case 'cable-torn':
    case 'wire-torn':
    case 'clip-broken':
    case 'hook-broken':
    case 'part-bent':
      return replaced(joint?.a ?? own);
    case 'cell-bent':
    case 'cell-pierced':
      return replaced([by, joint?.a, joint?.b, own].find((id) => id !== undefined && cares(model, id, 'cell')));
    case 'tip-through':
      return replaced(by !== undefined && model.hasPart(by) ? by : joint?.b);
    case 'cable-pinched':
      return replaced(by);
    case 'left-out':
      return { ...replaced(own), isWhole: true };
    case 'head-stripped':
    case 'strip-torn':
    case 'half-seated':
    case 'held-loosely':
    case 'holds-no-more':
    case 'runs-hot':
    case 'compound-spread':
    case 'sink-uneven':
    case 'thread-stripped':
    case 'leads-swapped':
    case 'left-open':
      return where;
  }
}

const cares = (model: Model, id: string, care: Part['care'][number]): boolean =>
  model.hasPart(id) && model.part(id).care.includes(care);

/** The functions that no longer work as they should. */
export function functionsHurt(model: Model, harm: Harm): string[] {
  const { part, joint } = damageOf(model, harm);
  const joints: Joint[] = [
    ...(joint === undefined ? [] : [model.joint(joint)]),
    // A cable serves what its plugs serve.
    ...(part !== undefined && model.cable(part) ? model.jointsOf(part) : [])
  ];
  const opened = joints.filter((j) => j.kind === 'connector').map((of) => ({ kind: 'open' as const, joint: of }));
  return [...new Set([...touchedFunctions(model, opened), ...(part === undefined ? [] : model.part(part).functions)])];
}

/** The work that puts it right: the damaged part replaced or taken off, what carries it where it does not come off; else the joint reached. */
export function repairGoal(model: Model, harm: Harm): Goal {
  const { part, joint } = damageOf(model, harm);
  if (part !== undefined) {
    const can = (doing: 'replace' | 'remove') => new Set(offeredGoals(model, doing).map(({ goal }) => goalId(goal)));
    const [replaces, removes] = [can('replace'), can('remove')];
    const ways = [
      ...(['replace', 'remove'] as const).map((doing): Goal => ({ do: doing, part })),
      ...model.carriers(part).map((id): Goal => ({ do: 'replace', part: id }))
    ];
    const way = ways.find((goal) => replaces.has(goalId(goal)) || removes.has(goalId(goal)));
    if (way) return way;
    if (joint === undefined) return { do: 'expose', part };
  }
  // Heat goes wrong below the sink: it has to come off.
  const { a, b } = model.joint(joint!);
  const sink = [a, b].find((id) => model.part(id).kind === 'heat-sink');
  return sink !== undefined && model.joint(joint!).kind !== 'connector'
    ? { do: 'remove', part: sink }
    : { do: 'reach', joint: joint! };
}

/** The planner's time for that work on the closed machine, there and back, s; undefined where there is no way. */
export function repairSeconds(access: Access, harm: Harm): number | undefined {
  const goal = repairGoal(access.model, harm);
  const found = setsOfGoals(access, [goal], { done: [], stuck: [] })([goalId(goal)]);
  return found?.cost;
}

/** The fault of a set that a harm is: at the same joint, at the same part, or mended by the same work. */
export function faultOf(model: Model, set: FaultSet, harm: Harm): Fault | undefined {
  const { part, joint } = damageOf(model, harm);
  const atJoint = set.faults.find((f) => f.joint !== undefined && f.joint === joint);
  const mendedBy = (repair: Repair | undefined) => set.faults.find((f) => f.id === repair?.mends[0]);
  const goal = goalId(repairGoal(model, harm));
  const repair = set.repairs.find((r) => r.goal && goalId(r.goal) === goal);
  if (part === undefined) return atJoint ?? mendedBy(repair);
  const there = set.faults.filter((f) => f.part === part);
  if (OF_SOCKET.has(harm.kind) && joint !== undefined) {
    // The part is as good as it was but for this socket: it shows what hangs there.
    const { functions } = model.joint(joint);
    const isDead = (symptom: string) =>
      set.symptoms.find((s) => s.id === symptom)!.dead.some((f) => functions.includes(f));
    return there.find((f) => symptomsOf(f).some(isDead)) ?? atJoint;
  }
  // Where what carries the part has to be replaced, it shows the same only if it serves the same.
  const spare = repair?.goal && repair.goal.do !== 'reach' ? repair.goal.part : undefined;
  const hurt = functionsHurt(model, harm);
  const isSame = spare !== undefined && (spare === part || model.part(spare).functions.some((f) => hurt.includes(f)));
  return (isSame ? mendedBy(repair) : undefined) ?? (there.length === 1 ? there[0] : undefined);
}

const OF_SOCKET: ReadonlySet<HarmKind> = new Set([
  'lock-broken',
  'socket-torn',
  'springs-broken',
  'contacts-bent',
  'board-scratched'
]);

/** Symptoms that a fault most likely shows, by their ids. */
export const symptomsOf = ({ shows }: Fault): string[] =>
  Object.entries(shows).flatMap(([symptom, likelihood]) => (likelihood >= LIKELY ? [symptom] : []));

const LIKELY = 0.5;
