import { sizeText } from '../fasteners';
import { type Cable, type Joint, type Machine, type Part } from '../machine';
import { inSentence } from '../words';

export interface Change {
  kind: 'added' | 'removed' | 'changed';
  about: 'machine' | 'part' | 'screws' | 'joint' | 'cable' | 'isolation' | 'relation';
  id: string;
  /** In the trade's words: "Fan screws: M2 x 3 became M2 x 4". */
  text: string;
}

/** Places closer than this are the same, mm. */
const SAME_PLACE_MM = 0.05;

/** What differs between two revisions of a machine file, as a technician would say it. Things are known by their ids. */
export function diffMachines(before: Machine, after: Machine): Change[] {
  return [
    ...headChanges(before, after),
    ...listed('part', before.parts, after.parts, (p) => p.name, partChanges),
    ...listed(
      (j: Joint) => (j.kind === 'screws' ? 'screws' : 'joint'),
      before.joints,
      after.joints,
      jointName,
      jointChanges
    ),
    ...listed(
      'cable',
      before.cables.map(named),
      after.cables.map(named),
      (c) => nameOf(after, before, c.part),
      cableChanges
    ),
    ...listed(
      'isolation',
      before.isolation.steps,
      after.isolation.steps,
      (s) => `isolation step "${s.text}"`,
      (a, b) => fields(a, b, { text: 'text', joint: 'joint', undo: 'how it is undone' })
    ),
    ...(before.isolation.joint === after.isolation.joint
      ? []
      : [
          change(
            'changed',
            'isolation',
            'isolation',
            `The isolating joint was ${before.isolation.joint ?? 'none'} and is ${after.isolation.joint ?? 'none'}`
          )
        ]),
    ...relationChanges(before, after)
  ];
}

const change = (kind: Change['kind'], about: Change['about'], id: string, text: string): Change => ({
  kind,
  about,
  id,
  text
});
const named = (cable: Cable) => ({ ...cable, id: cable.part });
const jointName = (j: Joint) => (j.kind === 'screws' ? `${j.name} (${j.count} of ${sizeText(j.screw)})` : j.name);
const nameOf = (after: Machine, before: Machine, part: string) =>
  `run of the ${inSentence([...after.parts, ...before.parts].find((p) => p.id === part)?.name ?? part)}`;

function headChanges(a: Machine, b: Machine): Change[] {
  const texts = [
    ...(a.id === b.id ? [] : [`Another machine: ${a.id} and ${b.id}`]),
    ...(a.revision === b.revision ? [] : [`Revision ${a.revision} became ${b.revision}`]),
    ...fields(a.size, b.size, { widthMm: 'width', depthMm: 'depth', heightMm: 'height' }).map((t) => `Machine: ${t}`)
  ];
  return texts.map((text) => change('changed', 'machine', b.id, text));
}

function listed<T extends { id: string }>(
  about: Change['about'] | ((t: T) => Change['about']),
  before: readonly T[],
  after: readonly T[],
  name: (t: T) => string,
  differ: (a: T, b: T) => string[]
): Change[] {
  const kindOf = (t: T) => (typeof about === 'string' ? about : about(t));
  const old = new Map(before.map((t) => [t.id, t]));
  const now = new Map(after.map((t) => [t.id, t]));
  const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);
  return [
    ...before.filter((t) => !now.has(t.id)).map((t) => change('removed', kindOf(t), t.id, `Gone: ${name(t)}`)),
    ...after.filter((t) => !old.has(t.id)).map((t) => change('added', kindOf(t), t.id, `New: ${name(t)}`)),
    ...after.flatMap((t) => {
      const was = old.get(t.id);
      return was
        ? differ(was, t).map((text) => change('changed', kindOf(t), t.id, `${capital(shortName(t, name))}: ${text}`))
        : [];
    })
  ];
}

const shortName = <T extends { id: string }>(t: T, name: (t: T) => string) =>
  'name' in t && typeof t.name === 'string' ? t.name : name(t);

/** Simple fields by the name that the trade has for them. */
function fields<T extends object>(a: T, b: T, names: Partial<Record<keyof T, string>>): string[] {
  return (Object.keys(names) as (keyof T)[]).flatMap((key) => {
    const [was, is] = [a[key], b[key]].map((v) =>
      v === undefined || (Array.isArray(v) && v.length === 0) ? 'none' : Array.isArray(v) ? v.join(', ') : String(v)
    );
    return was === is ? [] : [`${names[key]} was ${was}, is ${is}`];
  });
}

function partChanges(a: Part, b: Part): string[] {
  const numbers = (p: Part) =>
    p.numbers.map((n) => `${n.number}${n.revisions ? ` (${n.revisions.join(', ')})` : ''}`).join(', ') || 'none';
  return [
    ...fields(a, b, {
      name: 'name',
      kind: 'kind',
      on: 'mounted on',
      spareIncludes: 'what a spare brings',
      functions: 'functions',
      care: 'care'
    }),
    ...(numbers(a) === numbers(b) ? [] : [`numbers were ${numbers(a)}, are ${numbers(b)}`]),
    ...(same(a.shapes, b.shapes) ? [] : ['drawn differently']),
    ...listed(
      'part',
      a.moves,
      b.moves,
      (m) => `move "${m.id}"`,
      (m, n) => [
        ...fields(m, n, {
          kind: 'kind',
          zone: 'zone',
          leaves: 'joints left closed',
          clears: 'clears what lies below',
          directionDeg: 'direction',
          travelMm: 'travel',
          seconds: 'time',
          how: 'how',
          back: 'how it goes back'
        })
      ]
    ).map((c) => c.text[0]!.toLowerCase() + c.text.slice(1))
  ];
}

function jointChanges(a: Joint, b: Joint): string[] {
  if (a.kind !== b.kind) return [`was ${a.kind}, is ${b.kind}`];
  const out = fields(a, b, {
    name: 'name',
    a: 'holds',
    b: 'onto',
    zone: 'zone',
    depth: 'depth',
    seconds: 'time',
    reachedRaised: 'reached with raised',
    note: 'note'
  });
  if (a.kind === 'screws' && b.kind === 'screws') {
    if (a.count !== b.count) out.push(`${a.count} screws became ${b.count}`);
    if (sizeText(a.screw) !== sizeText(b.screw)) out.push(`${sizeText(a.screw)} became ${sizeText(b.screw)}`);
    out.push(
      ...fields(a.screw, b.screw, {
        drive: 'drive',
        substitutes: 'accepted substitutes',
        captive: 'captive',
        torqueNm: 'torque',
        printedOrder: 'printed order',
        headDiameterMm: 'head',
        pitchMm: 'pitch',
        threadLocker: 'thread locker'
      })
    );
    out.push(
      ...fields(a.screw.hole, b.screw.hole, {
        clampedMm: 'clamped thickness',
        depthMm: 'usable depth',
        material: 'hole material',
        through: 'through hole',
        behind: 'what lies behind'
      })
    );
  } else if (a.kind === 'connector' && b.kind === 'connector') {
    out.push(...fields(a, b, { family: 'kind of plug', carries: 'carries', faces: 'faces', marks: 'marks' }));
  } else if (a.kind === 'adhesive' && b.kind === 'adhesive') {
    out.push(
      ...fields(a, b, {
        adhesive: 'kind',
        singleUse: 'used once',
        method: 'method',
        areaMm2: 'area',
        thicknessMm: 'thickness'
      })
    );
  } else if (a.kind === 'clips' && b.kind === 'clips') {
    out.push(...fields(a, b, { start: 'starts at', direction: 'direction', hooked: 'hooked edges' }));
  }
  if (a.at.length === b.at.length) {
    const moved = Math.max(...a.at.map((p, i) => Math.hypot(p[0] - b.at[i]![0], p[1] - b.at[i]![1])));
    if (moved > SAME_PLACE_MM) out.push(`moved by ${moved.toFixed(1)} mm`);
  }
  return out;
}

function cableChanges(a: Cable & { id: string }, b: Cable & { id: string }): string[] {
  return [
    ...fields(a, b, {
      lengthMm: 'length',
      widthMm: 'width',
      minBendRadiusMm: 'smallest bend',
      form: 'form',
      colour: 'colour'
    }),
    ...(same(a.path, b.path) ? [] : ['takes another path']),
    ...(same(a.ends, b.ends) ? [] : ['has other ends or marks'])
  ];
}

function relationChanges(before: Machine, after: Machine): Change[] {
  const text = (r: Machine['relations'][number]) =>
    r.kind === 'exempt'
      ? `"${r.cover}" is no cover there: ${r.reason}`
      : `${r.leg === 'both' ? 'always' : `way ${r.leg}`}: ${r.reason}`;
  const key = (r: Machine['relations'][number]) => JSON.stringify(r);
  const old = new Set(before.relations.map(key));
  const now = new Set(after.relations.map(key));
  return [
    ...before.relations
      .filter((r) => !now.has(key(r)))
      .map((r) => change('removed', 'relation', r.kind, `Gone: relation, ${text(r)}`)),
    ...after.relations
      .filter((r) => !old.has(key(r)))
      .map((r) => change('added', 'relation', r.kind, `New: relation, ${text(r)}`))
  ];
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
