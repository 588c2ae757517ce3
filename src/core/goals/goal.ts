import { z } from 'zod';
import { goalKey, readGoalKey } from '../ids';
import { Id, removes, type Model, type Part } from '../machine';

/** What the job is for. `reach` names a joint (reseat a plug); the others name a part. */
export const Goal = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('reach'), joint: Id }),
  z.strictObject({ do: z.literal('expose'), part: Id }),
  z.strictObject({ do: z.literal('remove'), part: Id }),
  z.strictObject({ do: z.literal('replace'), part: Id })
]);
export type Goal = z.infer<typeof Goal>;

export const Goals = z.array(Goal).min(1, 'needs at least one goal').max(60);

export const goalId = (goal: Goal): string =>
  goalKey({ do: goal.do, what: goal.do === 'reach' ? goal.joint : goal.part });

/** The goal with this id, such as `goalId` made it. */
export function goalOf(id: string): Goal {
  const { do: doing, what } = readGoalKey(id);
  return doing === 'reach' ? { do: 'reach', joint: what } : { do: doing as Exclude<Goal['do'], 'reach'>, part: what };
}

/** Goals in one order whatever order they were asked in, each once. */
export function settleGoals(goals: readonly Goal[]): Goal[] {
  return [...new Map(goals.map((g) => [goalId(g), g])).entries()]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, g]) => g);
}

/** The parts that the goals are about; reseating a plug is about none. */
export function goalParts(goals: readonly Goal[]): string[] {
  return goals.flatMap((g) => (g.do === 'reach' ? [] : [g.part]));
}

/** The face of the machine on which a goal's thing, or any other, is drawn; undefined for what is drawn nowhere. */
export function faceOf(model: Model, thing: Goal | { joint: string } | { part: string }): string | undefined {
  if ('joint' in thing) return model.hasJoint(thing.joint) ? model.joint(thing.joint).zone : undefined;
  const zones = new Set(model.machine.zones.map((z) => z.id));
  return model.hasPart(thing.part) ? model.part(thing.part).shapes.find((s) => zones.has(s.zone))?.zone : undefined;
}

/** Parts that can be ordered and taken out: what a job can replace, by name. */
export function replaceableParts(model: Model): Part[] {
  return model.machine.parts
    .filter((p) => p.numbers.length > 0 && (p.id === model.root.id || p.moves.some(removes)))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
}

/** All that can be asked of a machine in one way, by name: what a list offers and a click on the drawing may mean. */
export function offeredGoals(model: Model, doing: Goal['do']): { goal: Goal; name: string; number?: string }[] {
  const { parts, joints } = model.machine;
  const named = <T extends { name: string }>(list: readonly T[]) =>
    [...list].sort((a, b) => a.name.localeCompare(b.name, 'en'));
  if (doing === 'reach')
    return named(joints.filter((j) => j.kind === 'connector')).map((j) => ({
      goal: { do: doing, joint: j.id },
      name: j.name
    }));
  if (doing === 'replace')
    return replaceableParts(model).map((p) => ({
      goal: { do: doing, part: p.id },
      name: p.name,
      ...(p.numbers[0] ? { number: p.numbers[0].number } : {})
    }));
  return named(
    parts.filter(
      (p) =>
        p.id !== model.root.id &&
        (doing === 'expose' ? p.shapes.length > 0 || model.cable(p.id) !== undefined : p.moves.some(removes))
    )
  ).map((p) => ({ goal: { do: doing, part: p.id }, name: p.name }));
}
