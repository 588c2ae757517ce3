import canonicalize from 'canonicalize';
import { z } from 'zod';
import { Cable, Id, Joint, Machine, Part, Zone } from '../machine';

/** Lists of a file whose things have a name of their own: each thing is changed by itself. */
export const LISTS = { zones: 'id', parts: 'id', joints: 'id', cables: 'part' } as const;
export type ListName = keyof typeof LISTS;
const LIST_NAMES = Object.keys(LISTS) as ListName[];

/** What of a file is changed as a whole. */
export const WHOLE = [
  'id',
  'maker',
  'model',
  'revision',
  'variants',
  'size',
  'isolation',
  'relations',
  'notes',
  'drawn',
  'origins',
  'translations'
] as const satisfies readonly (keyof Machine)[];
export type WholeName = (typeof WHOLE)[number];

const Value = z.json();

/**
 * One change of a draft: what stood there, and what stands there now. `null` is nothing: a thing that was added was nothing before.
 * What stood there is said, so that nobody changes what somebody else has changed meanwhile without knowing it.
 */
export const Change = z.discriminatedUnion('what', [
  z.strictObject({
    what: z.literal('thing'),
    list: z.enum(['zones', 'parts', 'joints', 'cables']),
    id: Id,
    /** Where it stands in its list: where it was taken away, or is put. */
    at: z.int().min(0).max(5000),
    was: Value,
    now: Value
  }),
  z.strictObject({ what: z.literal('whole'), field: z.enum(WHOLE), was: Value, now: Value })
]);
export type Change = z.infer<typeof Change>;

/** What one thing of each list is. */
const SHAPES = { zones: Zone, parts: Part, joints: Joint, cables: Cable } as const;
/** What may be wrong with a value while one works on it: a name that is empty, a figure out of bounds, a list that lacks its first. */
const SOFT: ReadonlySet<string> = new Set(['too_small', 'too_big', 'invalid_format', 'not_multiple_of', 'custom']);

/**
 * Why a change cannot be one of a draft, whatever stands in it: what it puts there has not the shape of such a thing, or is another's.
 * What is merely wrong is allowed, and told as a fault.
 */
export function misshapen(change: Change): string | undefined {
  if (change.what === 'thing') {
    if (change.now === null) return undefined;
    const id = (change.now as Record<string, unknown> | null)?.[LISTS[change.list]];
    if (id !== change.id) return `puts "${String(id).slice(0, 64)}" in the place of "${change.id}"`;
    return unfit(SHAPES[change.list], change.now);
  }
  const schema = Machine.shape[change.field];
  // Nothing stands for a field only where a file may lack it.
  if (change.now === null) return schema.safeParse(undefined).success ? undefined : `takes away ${change.field}`;
  return unfit(schema, change.now);
}

/** Of what may have one of several shapes it is enough that it has one of them. */
const isHard = (issue: z.core.$ZodIssue): boolean =>
  issue.code === 'invalid_union'
    ? !issue.errors.some((branch) => branch.every((inner) => !isHard(inner)))
    : !SOFT.has(issue.code);

function unfit(schema: z.ZodType, value: unknown): string | undefined {
  const hard = schema.safeParse(value).error?.issues.find(isHard);
  return hard && `${hard.path.join('.')}: ${hard.message}`;
}

export type Applied = { ok: true; machine: Machine } | { ok: false; conflict: Change; stands: unknown };

const bytes = (value: unknown): string => JSON.stringify(value) ?? 'null';
/** Whether two values say the same, in whatever order their fields stand. */
const isSame = (a: unknown, b: unknown): boolean => bytes(a) === bytes(b) || canonicalize(a) === canonicalize(b);
const idOf = (list: ListName, thing: object): string => (thing as Record<string, string>)[LISTS[list]]!;

/**
 * What makes one file of another: things taken away from the last on, then those that were changed, then those that were added from
 * the first on, so that each stands at its place as the changes are made one after the other.
 */
export function changesBetween(before: Machine, after: Machine): Change[] {
  const changes: Change[] = [];
  for (const list of LIST_NAMES) {
    const [a, b] = [before[list] as object[], after[list] as object[]];
    const later = new Map(b.map((thing) => [idOf(list, thing), thing]));
    const earlier = new Set(a.map((thing) => idOf(list, thing)));
    const thing = (id: string, at: number, was: unknown, now: unknown) =>
      changes.push({ what: 'thing', list, id, at, was: was as never, now: now as never });
    for (let at = a.length - 1; at >= 0; at--) {
      const id = idOf(list, a[at]!);
      if (!later.has(id)) thing(id, at, a[at], null);
    }
    a.filter((t) => later.has(idOf(list, t))).forEach((t, at) => {
      const now = later.get(idOf(list, t))!;
      if (now !== t && bytes(now) !== bytes(t)) thing(idOf(list, t), at, t, now);
    });
    b.forEach((t, at) => {
      if (!earlier.has(idOf(list, t))) thing(idOf(list, t), at, null, t);
    });
  }
  for (const field of WHOLE) {
    const [was, now] = [before[field] ?? null, after[field] ?? null];
    if (was !== now && bytes(was) !== bytes(now))
      changes.push({ what: 'whole', field, was: was as never, now: now as never });
  }
  return changes;
}

/** The changes that take these back. */
export const inverted = (changes: readonly Change[]): Change[] =>
  changes.toReversed().map((change) => ({ ...change, was: change.now, now: change.was }));

/**
 * Makes changes one after the other. What stands there has to be what the change says stood there; else none of them is made.
 * What is made of them is not checked: a draft may be wrong while one works on it.
 */
export function applied(machine: Machine, changes: readonly Change[]): Applied {
  let made: Machine = machine;
  for (const change of changes) {
    const next = change.what === 'whole' ? withWhole(made, change) : withThing(made, change);
    if ('stands' in next) return { ok: false, conflict: change, stands: next.stands };
    made = next.machine;
  }
  return { ok: true, machine: made };
}

function withWhole(
  machine: Machine,
  { field, was, now }: Extract<Change, { what: 'whole' }>
): { machine: Machine } | { stands: unknown } {
  const stands = machine[field] ?? null;
  if (!isSame(stands, was)) return { stands };
  const next = { ...machine, [field]: now } as Machine;
  if (now === null) delete (next as Partial<Machine>)[field];
  return { machine: next };
}

function withThing(
  machine: Machine,
  { list, id, at, was, now }: Extract<Change, { what: 'thing' }>
): { machine: Machine } | { stands: unknown } {
  const things = [...(machine[list] as object[])];
  const i = things.findIndex((t) => idOf(list, t) === id);
  const stands = i < 0 ? null : things[i];
  if (!isSame(stands, was)) return { stands };
  if (now === null) things.splice(i, 1);
  else if (i < 0) things.splice(Math.min(at, things.length), 0, now as object);
  else things[i] = now as object;
  return { machine: { ...machine, [list]: things } };
}
