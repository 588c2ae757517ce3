import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plan } from '../plan';
import { demoText, DEMO_MACHINES } from '../testing/machines';
import { readMachineFile } from '.';
import { PlanningError, replaceableParts } from '../goals';
import { runs } from '$core/testing/effort';

const junk = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    [],
    {},
    -1,
    0,
    1e308,
    1e-300,
    '',
    'case',
    'battery-plug',
    'underside',
    [0, 0],
    [
      [0, 0],
      [1, 1],
      [2, 2]
    ],
    true
  ),
  fc.boolean(),
  fc.double(),
  fc.integer(),
  fc.string()
);
/** One change anywhere: a value replaced, a field dropped, an entry doubled, two values exchanged. */
const change = fc.record({
  path: fc.array(fc.nat(200), { minLength: 1, maxLength: 7 }),
  how: fc.constantFrom('set', 'drop', 'double', 'nudge'),
  value: junk
});
type Change = { path: number[]; how: string; value: unknown };

function apply(document: unknown, { path, how, value }: Change): void {
  let at = document as Record<string, unknown>;
  for (let i = 0; i < path.length; i++) {
    const keys = Object.keys(at);
    if (keys.length === 0) return;
    const key = keys[path[i]! % keys.length]!;
    const next = at[key];
    if (i < path.length - 1 && next && typeof next === 'object') {
      at = next as Record<string, unknown>;
      continue;
    }
    if (how === 'drop') delete at[key];
    else if (how === 'double' && Array.isArray(at)) at.push(structuredClone(next));
    else if (how === 'nudge' && typeof next === 'number') at[key] = next + (value === true ? 1 : -3.5);
    else at[key] = structuredClone(value);
    return;
  }
}

/** Runs per machine; FUZZ_RUNS=4000 makes 20,000 over the five machines. */
const RUNS = Number(process.env.FUZZ_RUNS ?? runs(1000));

describe('a machine file changed at random', () => {
  it.each(DEMO_MACHINES)(
    '%s is either valid, and can be planned on, or has named faults',
    (id) => {
      const text = demoText(id);
      let valid = 0;
      let refused = 0;
      fc.assert(
        fc.property(fc.array(change, { minLength: 1, maxLength: 3 }), (changes) => {
          const document: unknown = JSON.parse(text);
          for (const one of changes) apply(document, one as Change);
          const read = readMachineFile(JSON.stringify(document));
          if (!read.ok) {
            refused++;
            expect(read.problems.length).toBeGreaterThan(0);
            for (const f of read.problems) expect(f.place && f.message).toBeTruthy();
            return;
          }
          // Planning is much dearer than reading: one in ten of those that are valid.
          if (valid++ % 10 > 0) return;
          const part = replaceableParts(read.access.model)[valid % 7];
          try {
            if (part) plan(read.access, [{ do: 'replace', part: part.id }], { budget: 200 });
          } catch (error) {
            expect(error).toBeInstanceOf(PlanningError);
          }
        }),
        { numRuns: RUNS }
      );
      // Both kinds were met often: the changes are neither all harmless nor all fatal.
      expect(Math.min(valid, refused)).toBeGreaterThan(RUNS / 40);
    },
    300_000
  );
});

describe('geometry from the worst of drawings', () => {
  const fresh = () =>
    JSON.parse(demoText()) as { parts: { shapes: { outline: unknown; zone: string; depth: number[] }[] }[] };
  const withOutline = (outline: unknown) => {
    const d = fresh();
    d.parts[1]!.shapes[0]!.outline = outline;
    return readMachineFile(JSON.stringify(d));
  };
  const messages = (read: ReturnType<typeof readMachineFile>) =>
    (read.ok ? [] : read.problems.map((f) => `${f.place}: ${f.message}`)).join('\n');
  const ring = (n: number, r = 100) =>
    Array.from({ length: n }, (_, i) =>
      [150 + r * Math.cos((i / n) * 2 * Math.PI), 110 + r * Math.sin((i / n) * 2 * Math.PI)].map(
        (x) => Math.round(x * 10) / 10
      )
    );

  it.each([
    ['a million corners', { form: 'polygon', points: ring(1_000_000) }, /is \d+\.\d MB; at most 4 MB|too many entries/],
    [
      'six thousand corners',
      { form: 'polygon', points: ring(6000) },
      /parts\[1\]\.shapes\[0\]\.outline\.points: has too many entries \(at most 5000\)/
    ],
    [
      'no area',
      {
        form: 'polygon',
        points: [
          [10, 10],
          [20, 20],
          [30, 30]
        ]
      },
      /encloses no area/
    ],
    [
      'all corners in one place',
      {
        form: 'polygon',
        points: [
          [10, 10],
          [10, 10],
          [10, 10],
          [10, 10]
        ]
      },
      /encloses no area/
    ],
    [
      'a figure of eight that cancels out',
      {
        form: 'polygon',
        points: [
          [0, 0],
          [10, 10],
          [10, 0],
          [0, 10]
        ]
      },
      /encloses no area/
    ],
    [
      'a corner far away',
      {
        form: 'polygon',
        points: [
          [0, 0],
          [1e9, 0],
          [0, 10]
        ]
      },
      /too large/
    ]
  ])('%s is refused by its place', (_, outline, message) => expect(messages(withOutline(outline))).toMatch(message));

  it('more corners in all than any notebook has are refused, before they are compared with each other', () => {
    const d = fresh();
    for (const part of d.parts)
      for (const shape of part.shapes)
        shape.outline = {
          form: 'path',
          start: [0, 0],
          to: Array.from({ length: 120 }, (_, i) => ({
            cubic: [
              [i * 2, 200],
              [300, i],
              [i, i * 1.5 + 1]
            ]
          })),
          tolerance: 0.01
        };
    expect(messages(readMachineFile(JSON.stringify(d)))).toMatch(/more than 100000 corners in all/);
  });

  it.each([
    ['a cover of five thousand corners', { form: 'polygon', points: ring(5000) }],
    [
      'a star that crosses itself',
      {
        form: 'polygon',
        points: Array.from({ length: 301 }, (_, i) => [150 + 100 * Math.cos(i * 2.4), 110 + 100 * Math.sin(i * 2.4)])
      }
    ],
    ['a sliver', { form: 'rect', x: 0, y: 100, width: 320, height: 0.05 }],
    ['edges that only touch', { form: 'rect', x: 322, y: 0, width: 5, height: 5 }]
  ])('%s is handled', (_, outline) => {
    const read = withOutline(outline);
    if (!read.ok) expect(messages(read)).toMatch(/can never be opened|never/);
    else expect(plan(read.access, [{ do: 'replace', part: 'fan' }]).set.proved).toBe(true);
  });
});
