import { english } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contentHash, MACHINE_FILE_MAX_BYTES } from '../machine';
import { plan } from '../plan';
import { demoAccess, demoText, machine, part, plug, screw } from '../testing/machines';
import { jsonSchema, readMachineFile } from '.';

const text = demoText();
type Document = Record<string, unknown> & {
  parts: Record<string, unknown>[];
  joints: Record<string, unknown>[];
  cables: Record<string, unknown>[];
};
const fresh = () => JSON.parse(text) as Document;
const faultsOf = (document: unknown) => {
  const read = readMachineFile(typeof document === 'string' ? document : JSON.stringify(document));
  return read.ok ? [] : read.problems.filter((f) => f.severity === 'error').map((f) => `${f.place}: ${f.message}`);
};
const changed = (change: (d: Document) => void) => {
  const d = fresh();
  change(d);
  return faultsOf(d);
};

it('the demo machine is valid, and its hash does not depend on spacing or the order of fields', () => {
  const read = readMachineFile(text);
  expect(read.ok).toBe(true);
  const turned = JSON.parse(text, (_, v: unknown) =>
    v && typeof v === 'object' && !Array.isArray(v) ? Object.fromEntries(Object.entries(v).reverse()) : v
  );
  expect(read.ok && contentHash(turned)).toBe(contentHash(JSON.parse(text)));
  expect(read.ok && read.hash).toMatch(/^[0-9a-f]{64}$/);
});

describe('faults are named by their place', () => {
  it.each([
    ['not JSON', '{"format": ', 'file: is not JSON'],
    ['a list', '[]', 'file: must be an object'],
    ['nothing', '', 'file: is not JSON'],
    ['deep nesting', '['.repeat(50_000) + ']'.repeat(50_000), 'file: is nested more than 40 levels'],
    ['a large file', ' '.repeat(MACHINE_FILE_MAX_BYTES + 1), 'file: is 4.0 MB'],
    ['a bare number', '17', 'file: must be an object']
  ])('%s', (_, document, fault) => expect(faultsOf(document)[0]).toContain(fault));

  it.each<[string, (d: Document) => void, string]>([
    ['another format', (d) => (d.format = 'eager-wrench/machine@9'), 'format: must be eager-wrench/machine@1'],
    ['a wrong type', (d) => (d.parts[3]!.name = 7), 'parts[3].name: must be a string'],
    ['a missing field', (d) => delete d.parts[3]!.name, 'parts[3].name: is missing'],
    ['an unknown field', (d) => (d.parts[3]!.colour = 'red'), 'parts[3]: has a field not in the format: colour'],
    ['an unknown kind of joint', (d) => (d.joints[2]!.kind = 'magnet'), 'joints[2].kind: must be one of screws'],
    ['an unknown part', (d) => (d.joints[0]!.b = 'nowhere'), 'joints[0].b: names part "nowhere"'],
    [
      'an unknown zone',
      (d) => ((d.parts[1]!.shapes as { zone: string }[])[0]!.zone = 'roof'),
      'parts[1].shapes[0].zone: names zone "roof"'
    ],
    ['a doubled id', (d) => (d.parts[5]!.id = d.parts[4]!.id), 'parts[5].id:'],
    ['a carrier loop', (d) => (d.parts.find((p) => p.id === 'board')!.on = 'ssd'), 'goes round: board on ssd on board'],
    [
      'a part that nothing holds',
      (d) => d.parts.push({ id: 'stray', name: 'Stray', kind: 'bracket', on: 'case' }),
      '"stray" is held by no joint'
    ],
    [
      'places and count that disagree',
      (d) => (d.joints.find((j) => j.id === 'fan-screws')!.count = 3),
      'gives 2 places for 3 screws'
    ],
    [
      'a screw that bottoms out',
      (d) => ((d.joints.find((j) => j.id === 'fan-screws')!.screw as { lengthMm: number }).lengthMm = 8),
      '"fan-screws" bottoms out: 4.2 mm too long'
    ],
    [
      'a screw that barely grips',
      (d) => ((d.joints.find((j) => j.id === 'fan-screws')!.screw as { lengthMm: number }).lengthMm = 1.2),
      '"fan-screws" barely grips'
    ],
    [
      'a cable shorter than its path',
      (d) => (d.cables.find((c) => c.part === 'io-cable')!.lengthMm = 20),
      '"io-cable" is 20 mm long, its path'
    ],
    [
      'a cable much longer than its path',
      (d) => (d.cables.find((c) => c.part === 'io-cable')!.lengthMm = 400),
      '"io-cable" is 400 mm long, its path only'
    ],
    [
      'marks that do not pair',
      (d) => (d.joints.find((j) => j.id === 'wlan-main-snap')!.marks = ['W1', 'W2']),
      'marks do not pair'
    ],
    [
      'an outline without area',
      (d) =>
        ((d.parts[1]!.shapes as { outline: unknown }[])[0]!.outline = {
          form: 'polygon',
          points: [
            [0, 0],
            [5, 5],
            [10, 10]
          ]
        }),
      'encloses no area'
    ],
    ['a NUL in a name', (d) => (d.parts[3]!.name = 'a\u0000b'), 'parts[3].name: holds a control character'],
    ['text that turns around', (d) => (d.parts[3]!.name = 'a\u202eb'), 'parts[3].name: holds a control character'],
    ['half a character', (d) => (d.parts[3]!.name = 'a\ud800'), 'parts[3].name: is not well-formed'],
    ['a name without end', (d) => (d.parts[3]!.name = 'x'.repeat(5000)), 'parts[3].name: is longer than 80 characters'],
    [
      'a prototype as a field',
      (d) => Object.defineProperty(d, '__proto__', { value: { admin: true }, enumerable: true }),
      'has a field not in the format'
    ]
  ])('%s', (_, change, fault) => expect(changed(change).join('\n')).toContain(fault));

  it('a loop of covers is told once, as the loop of reasons, with what waits for it; it blocks only the goals that need it', () => {
    const d = machine(
      [
        part('x', [0, 0, 30], [1, 2]),
        part('y', [5, 5, 30], [0, 3]),
        part('z', [20, 20, 8], [4, 5]),
        part('free', [60, 60, 20], [1, 2])
      ],
      [
        screw('x-s', 'x', 'base', [28, 28], 1),
        screw('y-s', 'y', 'base', [33, 33], 0),
        screw('z-s', 'z', 'base', [22, 22], 4),
        screw('free-s', 'free', 'base', [62, 62], 1)
      ],
      {
        relations: [
          {
            kind: 'order',
            before: { joint: 'x-s' },
            after: { joint: 'y-s' },
            leg: 'down',
            reason: 'the sticker says so'
          }
        ]
      }
    );
    const read = readMachineFile(JSON.stringify(d));
    if (!read.ok) throw new Error('a loop is a warning');
    const told = read.warnings
      .filter((w) => english(w.message).includes('never be opened'))
      .map((w) => `${w.place}: ${w.message}`);
    expect(told).toEqual([
      expect.stringMatching(
        /^joints\[0\]: "x-s" can never be opened: y lies over x-s; y-s holds y; the sticker says so\. With it: "y-s", "z-s"$/
      )
    ]);
    expect(plan(read.access, [{ do: 'remove', part: 'free' }]).set.proved).toBe(true);
    expect(() => plan(read.access, [{ do: 'remove', part: 'z' }])).toThrow(/unmet\.never/);
  });

  it('unknown kinds list the known ones; a rider that nothing takes off is told with what to do', () => {
    expect(changed((d) => (d.joints[0]!.kind = 'rivet'))).toEqual([
      'joints[0].kind: must be one of screws, connector, clips, adhesive, tape, dressing, seal, latch, hook'
    ]);
    expect(changed((d) => ((d.parts[1]!.shapes as { outline: { form: string } }[])[0]!.outline.form = 'blob'))[0]).toBe(
      'parts[1].shapes[0].outline.form: must be one of rect, circle, polygon, path'
    );
    const d = machine(
      [
        part('pad', [0, 0, 30], [1, 2], 'base', { numbers: [{ number: 'P-1' }] }),
        part('button', [5, 5, 5], [0, 1], 'pad', { moves: [] })
      ],
      [screw('pad-s', 'pad', 'base', [28, 28], 1), screw('button-s', 'button', 'pad', [7, 7], 0)]
    );
    const read = readMachineFile(JSON.stringify(d));
    const words =
      '"button" rides on "pad" and has no move that takes it out: list it in the spareIncludes of "pad" if a spare brings it, or give it a move';
    expect(read.ok && read.warnings.map((w) => `${w.place}: ${w.message}`)).toEqual([
      `parts[1].spareIncludes: ${words}`
    ]);
    expect(() => plan(read.ok ? read.access : demoAccess(), [{ do: 'replace', part: 'pad' }])).toThrow(
      /plan\.stranded.*button/
    );
    expect(plan(read.ok ? read.access : demoAccess(), [{ do: 'remove', part: 'pad' }]).set.proved).toBe(true);
  });

  it('hostile text is shown harmlessly', () => {
    const message = changed((d) => (d.joints[0]!.a = '<script>alert(1)</script>\u001b[31m')).join();
    // eslint-disable-next-line no-control-regex
    expect(message).not.toMatch(/\u001b/);
  });
});

it('screws that would be mistaken for each other are warned about, not refused', () => {
  const read = readMachineFile(text);
  expect(read.ok && read.warnings.map((w) => w.message).join('\n')).toContain(
    '"battery-screws" would be mistaken for "board-screws"'
  );
});

it('text that is no document at all never throws', () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.json()), (t) => void expect(readMachineFile(t)).toHaveProperty('ok')),
    { numRuns: 500 }
  );
});

it('the published schema names every field of the format', () => {
  const schema = jsonSchema('machine') as { title: string; properties: Record<string, unknown>; required: string[] };
  expect(schema.title).toBe('eager-wrench/machine@1');
  expect(Object.keys(schema.properties)).toEqual(expect.arrayContaining(Object.keys(fresh())));
  expect(schema.required).toContain('isolation');
});

it('an unknown shape of plug is refused by kind', () => {
  expect(
    faultsOf(
      machine([part('p', [0, 0, 5], [1, 2])], [plug('q', 'p', 'base', [1, 1], 1, { family: 'magic' } as never)])
    ).join()
  ).toContain('joints[0].family: must be one of');
});
