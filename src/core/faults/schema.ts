import { z } from 'zod';
import { Id, line, Translations, type Model } from '../machine';
import { Goal } from '../goals';

export const FAULTS_FORMAT = 'eager-wrench/faults@1';

const Likelihood = z.number().min(0).max(1);

export const Symptom = z.strictObject({
  id: Id,
  /** As a customer says it: "Touchpad dead". */
  text: line(120),
  /** The functions that are gone, where the symptom is that something does not work. */
  dead: z.array(Id).max(20).default([])
});
export type Symptom = z.infer<typeof Symptom>;

export const Fault = z.strictObject({
  id: Id,
  name: line(120),
  /** Where it sits, where it sits somewhere: what the drawing shows. */
  part: Id.optional(),
  joint: Id.optional(),
  /** How often it is found, against the other faults of the set; any unit. */
  weight: z.number().gt(0).max(1e6),
  /** How likely each symptom is with it. A symptom that is not listed never comes of it. */
  shows: z.record(Id, Likelihood)
});
export type Fault = z.infer<typeof Fault>;

/** What is looked at or tried; the machine is opened as far as its goals say. */
export const Test = z.strictObject({
  id: Id,
  text: line(160),
  how: line(400).optional(),
  /** Time of the test itself, s; the way there and back is the planner's. */
  seconds: z.number().min(0).max(36_000),
  needs: z.array(Goal).max(4).default([]),
  /** What may come of it, at least two. */
  outcomes: z
    .array(z.strictObject({ id: Id, text: line(120) }))
    .min(2)
    .max(6),
  /** Of each fault, how likely each outcome is, in their order; they add up to one. */
  given: z.record(Id, z.array(Likelihood)),
  /** The same for every fault that is not named. */
  otherwise: z.array(Likelihood)
});
export type Test = z.infer<typeof Test>;

/** What mends faults, and tells by it whether it was one of them. A reseated plug is one too. */
export const Repair = z.strictObject({
  id: Id,
  text: line(160),
  goal: Goal.optional(),
  /** Time of the work itself with a look whether it helped, s. */
  seconds: z.number().min(0).max(36_000),
  mends: z.array(Id).min(1).max(60)
});
export type Repair = z.infer<typeof Repair>;

const Shape = z.strictObject({
  format: z.literal(FAULTS_FORMAT),
  /** The machine's id; it holds for all its revisions. */
  machine: Id,
  symptoms: z.array(Symptom).min(1).max(60),
  faults: z.array(Fault).min(1).max(120),
  tests: z.array(Test).max(80),
  repairs: z.array(Repair).min(1).max(80),
  translations: Translations.optional()
});

/** What can be wrong with a machine, how it shows, and how one finds out. */
export const FaultSet = Shape.superRefine((set, context) => {
  const say = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
  const ids = {
    symptoms: new Set<string>(),
    faults: new Set<string>(),
    tests: new Set<string>(),
    repairs: new Set<string>()
  };
  for (const list of ['symptoms', 'faults', 'tests', 'repairs'] as const) {
    set[list].forEach(({ id }, i) => {
      if (ids[list].has(id)) say([list, i, 'id'], `"${id}" stands twice`);
      ids[list].add(id);
    });
  }
  set.faults.forEach((fault, i) => {
    for (const symptom of Object.keys(fault.shows))
      if (!ids.symptoms.has(symptom)) say(['faults', i, 'shows', symptom], 'is no symptom of this set');
    if (!set.repairs.some((r) => r.mends.includes(fault.id))) say(['faults', i], `nothing mends "${fault.id}"`);
  });
  set.tests.forEach((test, i) => {
    const row = (path: (string | number)[], of: readonly number[]) => {
      if (of.length !== test.outcomes.length)
        say(path, `needs ${test.outcomes.length} likelihoods, one for each outcome`);
      else if (Math.abs(of.reduce((a, b) => a + b, 0) - 1) > 1e-6) say(path, 'the likelihoods do not add up to 1');
    };
    row(['tests', i, 'otherwise'], test.otherwise);
    for (const [fault, of] of Object.entries(test.given)) {
      if (!ids.faults.has(fault)) say(['tests', i, 'given', fault], 'is no fault of this set');
      row(['tests', i, 'given', fault], of);
    }
  });
  set.repairs.forEach((repair, i) => {
    for (const fault of repair.mends)
      if (!ids.faults.has(fault)) say(['repairs', i, 'mends'], `"${fault}" is no fault of this set`);
  });
});
export type FaultSet = z.infer<typeof FaultSet>;

/** Goals of a set that cannot be planned on a machine as it comes, in words: nobody could do what they say. @param reach as for `nextStep` */
export function unplannableIn(set: FaultSet, reach: (goals: readonly Goal[]) => number): string[] {
  const shut = (goals: readonly Goal[]) => goals.length > 0 && reach(goals) === Infinity;
  return [
    ...set.tests.flatMap((t) => (shut(t.needs) ? [`test "${t.id}": there is no way to what it needs`] : [])),
    ...set.repairs.flatMap((r) =>
      r.goal && shut([r.goal]) ? [`repair "${r.id}": it cannot be planned on this machine`] : []
    )
  ];
}

/** What a set names that this machine file does not have, in words; empty when they go together. */
export function strangersOf(model: Model, set: FaultSet): string[] {
  const parts = new Set(model.machine.parts.map((p) => p.id));
  const joints = new Set(model.machine.joints.map((j) => j.id));
  const of = (where: string, part?: string, joint?: string) => [
    ...(part && !parts.has(part) ? [`${where}: no part "${part}"`] : []),
    ...(joint && !joints.has(joint) ? [`${where}: no joint "${joint}"`] : [])
  ];
  const ofGoal = (where: string, goal: Goal) =>
    goal.do === 'reach' ? of(where, undefined, goal.joint) : of(where, goal.part);
  return [
    ...set.faults.flatMap((f) => of(`fault "${f.id}"`, f.part, f.joint)),
    ...set.tests.flatMap((t) => t.needs.flatMap((g) => ofGoal(`test "${t.id}"`, g))),
    ...set.repairs.flatMap((r) => (r.goal ? ofGoal(`repair "${r.id}"`, r.goal) : []))
  ];
}

/** The set with its texts in another language, as far as it has them. */
export function faultSetIn(set: FaultSet, language: string): FaultSet {
  const texts = set.translations?.[language];
  if (!texts) return set;
  const say = (text: string) => texts[text] ?? text;
  const said = <T extends { text: string }>(one: T): T => ({ ...one, text: say(one.text) });
  return {
    ...set,
    symptoms: set.symptoms.map(said),
    faults: set.faults.map((fault) => ({ ...fault, name: say(fault.name) })),
    tests: set.tests.map((test) => ({
      ...said(test),
      ...(test.how === undefined ? {} : { how: say(test.how) }),
      outcomes: test.outcomes.map(said)
    })),
    repairs: set.repairs.map(said)
  };
}
