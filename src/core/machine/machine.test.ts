import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { demoAccess, demoText, DEMO_MACHINES, machine, part, screw } from '../testing/machines';
import {
  area,
  boxOf,
  contentHash,
  distance,
  flatten,
  Id,
  line,
  Machine,
  Outline,
  parseDocument,
  prose,
  referenceProblems,
  type Point
} from '.';
import { problem, shown } from '../result';

describe('outlines', () => {
  it('a rectangle keeps its area, less what its rounded corners take', () => {
    const size = fc.integer({ min: 5, max: 200 });
    fc.assert(
      fc.property(size, size, fc.integer({ min: 0, max: 100 }), (width, height, radius) => {
        const points = flatten({ form: 'rect', x: 3, y: 4, width, height, radius });
        const r = Math.min(radius, width / 2, height / 2);
        const truth = width * height - (4 - Math.PI) * r * r;
        expect(Math.abs(area(points) - truth)).toBeLessThanOrEqual(0.1 * 2 * (width + height));
        const box = boxOf(points);
        expect([box.minX, box.minY, box.maxX, box.maxY].map((v) => Math.round(v * 100) / 100)).toEqual([
          3,
          4,
          3 + width,
          4 + height
        ]);
      })
    );
  });
  it('a path follows its curves within its tolerance and ends where its last piece ends', () => {
    const outline = Outline.parse({
      form: 'path',
      start: [0, 0],
      to: [
        { line: [10, 0] },
        {
          quad: [
            [20, 0],
            [20, 10]
          ]
        },
        {
          cubic: [
            [20, 20],
            [0, 20],
            [0, 10]
          ]
        }
      ],
      tolerance: 0.1
    });
    const points = flatten(outline);
    expect(points[0]).toEqual([0, 0]);
    expect(points.at(-1)).toEqual([0, 10]);
    // The middle of the quadratic piece is a quarter of each end and half of the control point.
    const middle: Point = [17.5, 2.5];
    expect(Math.min(...points.map((p) => distance(p, middle)))).toBeLessThan(1);
  });
  it('a circle has the area of a circle, nearly', () => {
    expect(area(flatten({ form: 'circle', x: 0, y: 0, radius: 10 }))).toBeGreaterThan(0.98 * Math.PI * 100);
  });
});

describe('names and ids', () => {
  it.each(['fan', 'fan-2', 'a1-b2-c3'])('"%s" is an id', (id) => expect(Id.safeParse(id).success).toBe(true));
  it.each(['', 'Fan', 'fan_2', '-fan', 'fan-', 'fan--2', 'fän', 'a'.repeat(65)])('"%s" is none', (id) =>
    expect(Id.safeParse(id).success).toBe(false)
  );
  it('a line is one line; prose may have several', () => {
    expect(line(10).safeParse('one\ntwo').success).toBe(false);
    expect(prose(10).safeParse('one\ntwo').success).toBe(true);
    expect(prose(10).safeParse('one\u0007two').success).toBe(false);
    expect(line(10).safeParse('\ud83d\ude00').success).toBe(true);
    expect(line(10).safeParse('\ude00\ud83d').success).toBe(false);
  });
  it('what is shown of a hostile text is short and has no controls', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 200 }), (text) => {
        const safe = shown(text);
        expect(safe.length).toBeLessThanOrEqual(125);
        expect(safe).not.toMatch(/\p{Cc}/u);
      })
    );
  });
});

describe('reading a document', () => {
  const Pair = z.strictObject({ a: z.number().max(3), list: z.array(z.enum(['x', 'y'])).max(2) });
  const first = (text: string) => {
    const read = parseDocument(text, Pair, 1000);
    return read.ok ? 'fine' : `${read.problems[0]!.place}: ${read.problems[0]!.message}`;
  };
  it.each([
    ['{"a":1,"list":["x"]}', 'fine'],
    ['{"a":"1","list":[]}', 'a: must be a number'],
    ['{"list":[]}', 'a: is missing: a number is wanted'],
    ['{"a":9,"list":[]}', 'a: is too large (at most 3)'],
    ['{"a":1,"list":["x","y","x"]}', 'list: has too many entries (at most 2)'],
    ['{"a":1,"list":["z"]}', 'list[0]: must be one of x, y'],
    ['{"a":1,"list":[],"b":1,"c":2}', 'file: has fields not in the format: b, c'],
    ['null', 'file: must be an object']
  ])('%s', (text, expected) => expect(first(text)).toBe(expected));
  it('says in which line it stops being JSON', () =>
    expect(first('{\n"a": 1,\n"list": oops\n}')).toMatch(/is not JSON.*line 3/));
  it('brackets within strings are not nesting', () =>
    expect(first(JSON.stringify({ a: 1, list: ['x'], note: '['.repeat(100) }))).toContain('note'));
  it('a place is written as one would look for it', () =>
    expect(problem(['joints', 3, 'screw', 'lengthMm'], 'x', 'y').place).toBe('joints[3].screw.lengthMm'));
});

it('the content hash is that of the canonical form', () => {
  // SHA-256 of {"a":1,"b":[true,null,"é"]} as RFC 8785 writes it.
  expect(contentHash({ b: [true, null, 'é'], a: 1 })).toBe(
    contentHash(JSON.parse('{"a":1.0,"b":[true,null,"\\u00e9"]}'))
  );
  expect(contentHash({ a: 1 })).not.toBe(contentHash({ a: 2 }));
  expect(contentHash({})).toBe('44136fa355b3678a1146ad16f7e8649e94fb4fc21fe77e8310c060f61caaff8a');
});

describe('who carries whom', () => {
  const { model } = demoAccess();
  it('riders and carriers are each other\u2019s mirror', () => {
    for (const { id } of model.machine.parts) {
      expect(model.riders(id).has(id)).toBe(true);
      for (const carrier of model.carriers(id)) expect(model.riders(carrier).has(id)).toBe(true);
    }
    expect(model.riders('board')).toContain('ssd');
    expect(model.carriers('fan-wire')).toEqual(['fan', 'case']);
    expect(model.root.id).toBe('case');
  });
  it('a cable plugged at both ends is loose; one that belongs to a part is not', () => {
    expect(model.isUncarried('io-cable')).toBe(true);
    expect(model.isUncarried('fan-wire')).toBe(false);
    expect(model.isUncarried('case')).toBe(false);
  });
  it('asks for what is not there are programming errors', () => {
    expect(() => model.part('ghost')).toThrow(/no part "ghost"/);
    expect(() => model.move('fan', 'fly')).toThrow(/no move "fly"/);
    expect(() => model.joint('ghost')).toThrow();
    expect(() => model.zone('ghost')).toThrow();
  });
});

describe('references', () => {
  const faults = (change: (m: ReturnType<typeof machine>) => void) => {
    const m = machine(
      [part('a', [0, 0, 10], [1, 2]), part('b', [20, 0, 10], [1, 2])],
      [screw('a-s', 'a', 'base', [5, 5], 1), screw('b-s', 'b', 'base', [25, 5], 1)]
    );
    change(m);
    return referenceProblems(Machine.parse(m)).map((f) => `${f.place}: ${f.message}`);
  };
  it('a sound machine has none', () => expect(faults(() => {})).toEqual([]));
  it.each<[string, (m: ReturnType<typeof machine>) => void, string]>([
    [
      'two parts that stand on nothing',
      (m) => delete (m.parts[1] as { on?: string }).on,
      'only one part may stand on nothing; these do: base, a'
    ],
    ['no part that stands on nothing', (m) => (m.parts[0]!.on = 'a'), 'every part stands on another'],
    ['a joint onto itself', (m) => (m.joints[0]!.b = 'a'), 'holds "a" onto itself'],
    [
      'an unknown rider of a spare',
      (m) => (m.parts[1]!.spareIncludes = ['ghost']),
      'parts[1].spareIncludes[0]: names part "ghost"'
    ],
    [
      'an unknown joint on a leash',
      (m) => (m.parts[1]!.moves![0]!.leaves = ['ghost']),
      'parts[1].moves[0].leaves[0]: names joint "ghost"'
    ],
    [
      'an unknown guide',
      (m) =>
        (m.cables = [
          {
            part: 'a',
            path: [
              { zone: 'face', at: [0, 0], depth: 1, guide: 'ghost' },
              { zone: 'face', at: [9, 0], depth: 1 }
            ],
            lengthMm: 12,
            widthMm: 1,
            minBendRadiusMm: 1,
            form: 'round',
            colour: 'black',
            ends: [{ joint: 'a-s' }]
          }
        ]),
      'cables[0].path[0].guide: names joint "ghost"'
    ],
    [
      'an unknown move in a relation',
      (m) =>
        (m.relations = [
          { kind: 'order', before: { part: 'a', move: 'fly' }, after: { joint: 'b-s' }, leg: 'down', reason: 'x' }
        ]),
      'relations[0].before.move: names move "fly", which part "a" does not have'
    ],
    [
      'an unknown part in an exemption',
      (m) => (m.relations = [{ kind: 'exempt', cover: 'ghost', action: { joint: 'b-s' }, reason: 'x' }]),
      'relations[0].cover: names part "ghost"'
    ],
    ['an unknown joint that isolates', (m) => (m.isolation.joint = 'ghost'), 'isolation.joint: names joint "ghost"'],
    ['two moves of one id', (m) => m.parts[1]!.moves!.push({ ...m.parts[1]!.moves![0]! }), 'has two moves of one id'],
    [
      'a depth that runs the wrong way',
      (m) => (m.parts[1]!.shapes![0]!.depth = [3, 2]),
      'must run from nearer to farther'
    ],
    [
      'a printed order that names a hole twice',
      (m) => ((m.joints[0] as { screw: { printedOrder?: number[] } }).screw.printedOrder = [1]),
      'must name each of the 1 holes once'
    ],
    [
      'an unknown variant',
      (m) => (m.parts[1]!.numbers = [{ number: 'X1', variants: ['gold'] }]),
      'names variant "gold"'
    ]
  ])('%s', (_, change, expected) => expect(faults(change).join('\n')).toContain(expected));
});

describe('every name that a file gives of something else', () => {
  /** Places of strings that are the id of something, one for each kind of place. */
  function places(document: unknown, ids: ReadonlySet<string>): (string | number)[][] {
    const found = new Map<string, (string | number)[]>();
    const walk = (value: unknown, path: (string | number)[]) => {
      if (typeof value === 'string') {
        const kind = path.filter((p) => typeof p === 'string').join('.');
        if (ids.has(value) && !found.has(kind)) found.set(kind, path);
      } else if (Array.isArray(value)) value.forEach((v, i) => walk(v, [...path, i]));
      else if (value && typeof value === 'object') for (const [k, v] of Object.entries(value)) walk(v, [...path, k]);
    };
    walk(document, []);
    return [...found.values()];
  }
  /** Words of their own that happen to be somebody's id as well. */
  const NO_NAMES = /(^|\.)(id|kind|functions|family|name|text|colour|form|lid|up|carries|format)$/;

  it('is looked up: where it is of nothing, its place is told', () => {
    const kinds = new Set<string>();
    for (const demo of DEMO_MACHINES) {
      const document = JSON.parse(demoText(demo)) as Record<string, { id: string }[]>;
      const ids = new Set(
        ['zones', 'parts', 'joints', 'variants'].flatMap((list) => (document[list] ?? []).map(({ id }) => id))
      );
      for (const part of document.parts as { id: string; moves?: { id: string }[] }[])
        for (const move of part.moves ?? []) ids.add(move.id);
      for (const path of places(document, ids)) {
        const kind = path.filter((p) => typeof p === 'string').join('.');
        if (NO_NAMES.test(kind)) continue;
        const changed = structuredClone(document) as never;
        const last = path.slice(0, -1).reduce<never>((at, key) => at[key as never], changed);
        (last as Record<string | number, string>)[path.at(-1)!] = 'ghost';
        const told = referenceProblems(Machine.parse(changed)).map((p) => p.place);
        expect(told, `${demo} ${path.join('/')}`).toContain(
          path.reduce<string>((at, p) => (typeof p === 'number' ? `${at}[${p}]` : at ? `${at}.${p}` : p), '')
        );
        kinds.add(kind);
      }
    }
    expect([...kinds].sort()).toEqual([
      'cables.ends.joint',
      'cables.part',
      'cables.path.guide',
      'cables.path.zone',
      'isolation.joint',
      'isolation.steps.joint',
      'joints.a',
      'joints.b',
      'joints.reachedRaised',
      'joints.screw.hole.behind',
      'joints.zone',
      'parts.moves.leaves',
      'parts.moves.with',
      'parts.moves.zone',
      'parts.numbers.variants',
      'parts.on',
      'parts.shapes.zone',
      'parts.spareIncludes',
      'relations.action.joint',
      'relations.after.joint',
      'relations.after.move',
      'relations.after.part',
      'relations.before.joint',
      'relations.before.move',
      'relations.before.part',
      'relations.cover'
    ]);
  });
});
