import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cleaned } from '../machine';
import { demoAccess } from '../testing/machines';
import { english } from '../testing/english';
import { tearDown } from '../testing/teardown';
import { checkDraft } from '../validate';
import { foldRecording, machineFrom, RecordingEvent } from '.';

const at = (n: number) => new Date(Date.UTC(2026, 0, 5, 8) + n * 1000).toISOString();
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const undo = (n: number, event: string): RecordingEvent => ({ type: 'undo', id: id(n), at: at(n), event });

const { events } = tearDown(demoAccess('lindquay-slip-11'), 1);
const drawn = (list: readonly RecordingEvent[]) => {
  const made = machineFrom(foldRecording(list), english);
  return 'missing' in made ? made : made.machine;
};

/** Events that name few things, so that they meet each other, in any order and with any sense. */
const name = fc.constantFrom('case', 'cover', 'fan', 'wire');
const joint = fc.constantFrom('screws', 'plug', 'tape');
const face = fc.constantFrom('underside', 'topside');
const point = fc.tuple(fc.integer({ min: -5, max: 60 }), fc.integer({ min: -5, max: 60 }));
const fixing = fc.constantFrom(
  { kind: 'screws' as const },
  { kind: 'connector' as const, family: 'wire-along-board' as const },
  { kind: 'tape' as const },
  { kind: 'clips' as const }
);
/** What people write, of any length that is taken, with marks that are two halves. */
const written = fc
  .tuple(fc.integer({ min: 390, max: 402 }), fc.string({ unit: 'grapheme', minLength: 1, maxLength: 20 }))
  .map(([n, text]) => cleaned(`${'x'.repeat(n)}${text}\u{1f527}`));
const what = fc.oneof(
  fc.record({
    type: fc.constant('started' as const),
    maker: fc.constant('Norrvik'),
    model: fc.constantFrom('Little', 'Ünïcode 7'),
    size: fc.constant({ widthMm: 60, depthMm: 60, heightMm: 10 }),
    measuredBy: fc.constant('ruler' as const),
    rest: fc.constant({ part: 'case', name: 'case' })
  }),
  fc.record({
    type: fc.constant('faced' as const),
    face,
    name: fc.constant('a face'),
    pose: fc.constant({ up: 'underside' as const, lid: 'closed' as const })
  }),
  fc.record({
    type: fc.constant('named' as const),
    part: name,
    name: fc.constant('a part'),
    kind: fc.constantFrom('cover' as const, 'fan' as const, 'cable' as const, 'board' as const)
  }),
  fc.record({
    type: fc.constant('outlined' as const),
    part: name,
    face,
    outline: point.map(([x, y]) => ({ form: 'rect' as const, x, y, width: 20, height: 20 })),
    drawn: fc.constant('box' as const)
  }),
  fc.record({
    type: fc.constant('tapped' as const),
    joint,
    face,
    fixing,
    places: fc.array(
      point.map((p) => ({ at: p })),
      { minLength: 1, maxLength: 3 }
    ),
    holds: fc.option(name, { nil: undefined }),
    onto: fc.option(name, { nil: undefined })
  }),
  fc.record({ type: fc.constant('described' as const), joint, holds: fc.option(name, { nil: undefined }) }),
  fc.record({ type: fc.constant('opened' as const), joint }),
  fc.record({
    type: fc.constant('moved' as const),
    part: name,
    move: fc.constantFrom('lift', 'raise'),
    kind: fc.constantFrom('lift' as const, 'raise' as const, 'slide' as const),
    face,
    along: fc.array(name, { maxLength: 2 }),
    stays: fc.array(joint, { maxLength: 2 })
  }),
  fc.record({
    type: fc.constant('answered' as const),
    question: fc.constantFrom('onto:screws', 'on:fan', 'over:cover>joint:plug'),
    answer: fc.constantFrom('yes', 'no', 'case', 'cover', 'unknown')
  }),
  fc.record({ type: fc.constant('note' as const), text: written, part: fc.option(name, { nil: undefined }) }),
  fc.record({ type: fc.constant('resisted' as const), part: name, why: written }),
  fc.record({ type: fc.constant('undo' as const), event: fc.integer({ min: 0, max: 40 }).map(id) })
);
/** Such as a recording begins, mostly; then anything. */
const opening = [
  {
    type: 'started',
    maker: 'Norrvik',
    model: 'Little',
    size: { widthMm: 60, depthMm: 60, heightMm: 10 },
    measuredBy: 'ruler',
    rest: { part: 'case', name: 'case' }
  },
  { type: 'faced', face: 'underside', name: 'below', pose: { up: 'underside', lid: 'closed' } },
  { type: 'named', part: 'cover', name: 'cover', kind: 'cover' },
  { type: 'named', part: 'fan', name: 'fan', kind: 'fan' },
  { type: 'named', part: 'wire', name: 'wire', kind: 'cable' },
  {
    type: 'tapped',
    joint: 'screws',
    face: 'underside',
    fixing: { kind: 'screws' },
    places: [{ at: [5, 5] }],
    holds: 'cover'
  }
];
const anything = fc
  .tuple(fc.subarray(opening, { minLength: 4 }), fc.array(what, { maxLength: 40 }))
  .map(([first, rest]) =>
    [...first, ...rest].map((e, n) => JSON.parse(JSON.stringify({ ...e, id: id(n), at: at(n) })) as RecordingEvent)
  );

describe('a recording', () => {
  it('adds up to the same whatever order its events came in, and however often each', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(events, { minLength: events.length }), (shuffled) => {
        expect(foldRecording([...shuffled, ...shuffled.slice(0, 20)])).toEqual(foldRecording(events));
      }),
      { numRuns: 20 }
    ));

  it('makes the same file whatever order its events came in', () => {
    expect(drawn([...events].reverse())).toEqual(drawn(events));
  });

  it('an undo takes back what it names, an undone undo takes back nothing, whatever was undone', () =>
    fc.assert(
      fc.property(fc.nat(events.length - 1), (n) => {
        const one = undo(90_000, events[n]!.id);
        const without = foldRecording(events.filter((_, i) => i !== n));
        const undone = foldRecording([...events, one]);
        expect({ ...undone, counted: undone.counted.length }).toEqual({ ...without, counted: without.counted.length });
        expect(foldRecording([...events, one, undo(90_001, one.id)])).toEqual(foldRecording(events));
        expect(foldRecording([...events, one, undo(90_001, one.id), undo(90_002, id(90_001))])).toEqual(undone);
      }),
      { numRuns: 60 }
    ));

  it('folds whatever was said, and what comes of it is a file that can be used, or what it lacks', () => {
    let files = 0;
    fc.assert(
      fc.property(anything, (list) => {
        for (const event of list) RecordingEvent.parse(event);
        const made = machineFrom(foldRecording(list), english);
        if ('missing' in made) return;
        files++;
        const checked = checkDraft(made.machine);
        expect(checked.ok ? [] : checked.problems.filter((p) => p.severity === 'error')).toEqual([]);
      }),
      { numRuns: 2000 }
    );
    expect(files).toBeGreaterThan(100);
  });

  it('keeps what makes no sense, and leaves it out of everything else', () => {
    const state = foldRecording([
      ...events,
      { type: 'opened', id: id(80_001), at: at(80_001), joint: 'nobody-saw-it' },
      {
        type: 'outlined',
        id: id(80_002),
        at: at(80_002),
        part: 'palm-rest',
        face: 'inside',
        outline: { form: 'circle', x: 1, y: 1, radius: 1 },
        drawn: 'box'
      },
      {
        type: 'moved',
        id: id(80_003),
        at: at(80_003),
        part: 'palm-rest',
        move: 'lift',
        kind: 'lift',
        face: 'topside',
        along: [],
        stays: []
      }
    ]);
    expect(state.strange.map((s) => [s.why, s.what])).toEqual([
      ['unknown-joint', 'nobody-saw-it'],
      ['unknown-face', 'inside'],
      ['out-already', 'palm-rest']
    ]);
    const { strange: _, ...rest } = state;
    const { strange: __, ...before } = foldRecording(events);
    expect(rest).toEqual(before);
  });

  it('a group grows with each run of taps, and a place tapped again has room now', () => {
    const tap = (n: number, x: number, noRoom?: boolean): RecordingEvent => ({
      type: 'tapped',
      id: id(n),
      at: at(n),
      joint: 'screws',
      face: 'underside',
      fixing: { kind: 'screws', drive: 'PH0' },
      places: [{ at: [x, 5], ...(noRoom ? { noRoom } : {}) }]
    });
    const state = foldRecording([
      {
        type: 'faced',
        id: id(1),
        at: at(1),
        face: 'underside',
        name: 'below',
        pose: { up: 'underside', lid: 'closed' }
      },
      tap(2, 5),
      tap(3, 9, true),
      tap(4, 9)
    ]);
    expect(state.joints[0]!.places).toEqual([
      { at: [5, 5], seen: 1, noRoom: false },
      { at: [9, 5], seen: 2, noRoom: true, room: 3 }
    ]);
  });
});
