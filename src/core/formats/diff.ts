import { sizeText } from '../fasteners';
import { type Cable, type Joint, type Machine, type Part } from '../machine';
import type { Said } from '../language';
import { DIFFERENCE, fieldName, FIELDS, fileName, fileText, sizeWords } from '../words';

export interface Change {
  kind: 'added' | 'removed' | 'changed';
  about: 'machine' | 'part' | 'screws' | 'joint' | 'cable' | 'isolation' | 'relation';
  id: string;
  /** In the trade's words: "Fan screws: M2 x 3 became M2 x 4". */
  text: Said;
}

/** Places closer than this are the same, mm. */
const SAME_PLACE_MM = 0.05;

/** What differs between two revisions of a machine file, as a technician would say it. Things are known by their ids. */
export function diffMachines(before: Machine, after: Machine): Change[] {
  return [
    ...headChanges(before, after),
    ...listed('part', before.parts, after.parts, (p) => fileName(after, p.name), partChanges(after)),
    ...listed(
      (j: Joint) => (j.kind === 'screws' ? 'screws' : 'joint'),
      before.joints,
      after.joints,
      (j) => jointName(after, j),
      jointChanges(after)
    ),
    ...listed(
      'cable',
      before.cables.map(named),
      after.cables.map(named),
      (c) => nameOf(after, before, c.part),
      cableChanges(after)
    ),
    ...listed(
      'isolation',
      before.isolation.steps,
      after.isolation.steps,
      (s) => DIFFERENCE.isolationStep(fileText(after, s.text)),
      (a, b) => fields(a, b, 'isolation', after)
    ),
    ...(before.isolation.joint === after.isolation.joint
      ? []
      : [
          change(
            'changed',
            'isolation',
            'isolation',
            DIFFERENCE.isolatingJoint(before.isolation.joint, after.isolation.joint)
          )
        ]),
    ...relationChanges(before, after)
  ];
}

const change = (kind: Change['kind'], about: Change['about'], id: string, text: Said): Change => ({
  kind,
  about,
  id,
  text
});
const named = (cable: Cable) => ({ ...cable, id: cable.part });
const jointName = (machine: Machine, j: Joint): Said => {
  const name = fileName(machine, j.name);
  return j.kind === 'screws' ? DIFFERENCE.screws(name, j.count, sizeWords(j.screw)) : name;
};
const nameOf = (after: Machine, before: Machine, part: string) =>
  DIFFERENCE.cableRun(fileName(after, [...after.parts, ...before.parts].find((p) => p.id === part)?.name ?? part));

function headChanges(a: Machine, b: Machine): Change[] {
  const texts = [
    ...(a.id === b.id ? [] : [DIFFERENCE.otherMachine(a.id, b.id)]),
    ...(a.revision === b.revision ? [] : [DIFFERENCE.revision(a.revision, b.revision)]),
    ...fields(a.size, b.size, 'size', b).map((t) => DIFFERENCE.machine(t))
  ];
  return texts.map((text) => change('changed', 'machine', b.id, text));
}

function listed<T extends { id: string }>(
  about: Change['about'] | ((t: T) => Change['about']),
  before: readonly T[],
  after: readonly T[],
  name: (t: T) => Said,
  differ: (a: T, b: T) => Said[]
): Change[] {
  const kindOf = (t: T) => (typeof about === 'string' ? about : about(t));
  const old = new Map(before.map((t) => [t.id, t]));
  const now = new Map(after.map((t) => [t.id, t]));
  return [
    ...before.filter((t) => !now.has(t.id)).map((t) => change('removed', kindOf(t), t.id, DIFFERENCE.gone(name(t)))),
    ...after.filter((t) => !old.has(t.id)).map((t) => change('added', kindOf(t), t.id, DIFFERENCE.added(name(t)))),
    ...after.flatMap((t) => {
      const was = old.get(t.id);
      return was
        ? differ(was, t).map((text) => change('changed', kindOf(t), t.id, DIFFERENCE.changed(shortName(t, name), text)))
        : [];
    })
  ];
}

/** Screws by their name alone: their size is what may have changed. */
const shortName = <T extends { id: string }>(t: T, name: (t: T) => Said): Said => {
  const long = name(t);
  return typeof long === 'object' && 'say' in long && long.say === 'diff.screws' ? (long.with!.name as Said) : long;
};

/** Simple fields by the name that the trade has for them. */
function fields<G extends keyof typeof FIELDS, T extends object>(a: T, b: T, group: G, machine: Machine): Said[] {
  return FIELDS[group].flatMap((field: (typeof FIELDS)[G][number]) => {
    const told = (of: T): Said => {
      const value = (of as Record<string, unknown>)[field];
      if (value === undefined || (Array.isArray(value) && value.length === 0)) return DIFFERENCE.none;
      return Array.isArray(value) ? value.join(', ') : fileText(machine, String(value));
    };
    const [was, is] = [told(a), told(b)];
    return same(was, is) ? [] : [DIFFERENCE.field(fieldName(group, field), was, is)];
  });
}

const partChanges =
  (machine: Machine) =>
  (a: Part, b: Part): Said[] => {
    const numbers = (p: Part): Said =>
      p.numbers.map((n) => `${n.number}${n.revisions ? ` (${n.revisions.join(', ')})` : ''}`).join(', ') ||
      DIFFERENCE.none;
    return [
      ...fields(a, b, 'part', machine),
      ...(same(numbers(a), numbers(b)) ? [] : [DIFFERENCE.numbers(numbers(a), numbers(b))]),
      ...(same(a.shapes, b.shapes) ? [] : [DIFFERENCE.drawn]),
      ...listed(
        'part',
        a.moves,
        b.moves,
        (m) => DIFFERENCE.move(m.id),
        (m, n) => fields(m, n, 'move', machine)
      ).map((c) => c.text)
    ];
  };

const jointChanges =
  (machine: Machine) =>
  (a: Joint, b: Joint): Said[] => {
    if (a.kind !== b.kind) return [DIFFERENCE.kind(a.kind, b.kind)];
    const out = fields(a, b, 'joint', machine);
    if (a.kind === 'screws' && b.kind === 'screws') {
      if (a.count !== b.count) out.push(DIFFERENCE.count(a.count, b.count));
      if (sizeText(a.screw) !== sizeText(b.screw)) out.push(DIFFERENCE.size(sizeWords(a.screw), sizeWords(b.screw)));
      out.push(...fields(a.screw, b.screw, 'screw', machine));
      out.push(...fields(a.screw.hole ?? {}, b.screw.hole ?? {}, 'hole', machine));
    } else if (a.kind === 'connector' && b.kind === 'connector') {
      out.push(...fields(a, b, 'connector', machine));
    } else if (a.kind === 'adhesive' && b.kind === 'adhesive') {
      out.push(...fields(a, b, 'adhesive', machine));
    } else if (a.kind === 'clips' && b.kind === 'clips') {
      out.push(...fields(a, b, 'clips', machine));
    }
    if (a.at.length === b.at.length) {
      const moved = Math.max(...a.at.map((p, i) => Math.hypot(p[0] - b.at[i]![0], p[1] - b.at[i]![1])));
      if (moved > SAME_PLACE_MM) out.push(DIFFERENCE.movedMm(moved));
    }
    return out;
  };

const cableChanges =
  (machine: Machine) =>
  (a: Cable & { id: string }, b: Cable & { id: string }): Said[] => [
    ...fields(a, b, 'cable', machine),
    ...(same(a.path, b.path) ? [] : [DIFFERENCE.path]),
    ...(same(a.ends, b.ends) ? [] : [DIFFERENCE.ends])
  ];

function relationChanges(before: Machine, after: Machine): Change[] {
  const text = (r: Machine['relations'][number]) =>
    r.kind !== 'order'
      ? DIFFERENCE[r.kind](r.cover, fileText(after, r.reason))
      : DIFFERENCE.relation(r.leg, fileText(after, r.reason));
  const key = (r: Machine['relations'][number]) => JSON.stringify(r);
  const old = new Set(before.relations.map(key));
  const now = new Set(after.relations.map(key));
  return [
    ...before.relations
      .filter((r) => !now.has(key(r)))
      .map((r) => change('removed', 'relation', r.kind, DIFFERENCE.relationGone(text(r)))),
    ...after.relations
      .filter((r) => !old.has(key(r)))
      .map((r) => change('added', 'relation', r.kind, DIFFERENCE.relationAdded(text(r))))
  ];
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
