import { english, inEnglish } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plan } from '../plan';
import { demoAccess } from '../testing/machines';
import {
  countFacts,
  eventWords,
  expectedCount,
  explanations,
  fold,
  isAddable,
  likelyJoints,
  machineAfter,
  notSoFacts,
  notUnderstood,
  obstacles,
  possibleFacts,
  possibleFates,
  RunEvent,
  understand
} from '.';
import { everyStep, strangeIn } from './checks';

const access = demoAccess();
const { model } = access;
const made = plan(access, [{ do: 'replace', part: 'fan' }]);

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const at = (s: number) => new Date(Date.UTC(2026, 10, 24, 8) + s * 1000).toISOString();
let serial = 0;
const event = (body: Record<string, unknown>, second = ++serial): RunEvent =>
  RunEvent.parse({ id: uuid(++serial), at: at(second), ...body });

/** A run that does every step of the plan, with changes by step id. */
function wholeRun(change: Record<string, Record<string, unknown>> = {}): RunEvent[] {
  return made.steps.map((s, i) =>
    event(
      {
        ...(s.leg === 'prove'
          ? { type: 'tested', outcome: 'pass' }
          : { type: 'done', ...(s.count === undefined ? {} : { count: s.count }) }),
        step: s.id,
        ...change[s.id]
      },
      i * 10
    )
  );
}
const state = (events: RunEvent[]) => fold(model, made, events);
const left = (events: RunEvent[]) => obstacles(model, made, state(events));

describe('the fold', () => {
  it('does not depend on the order in which events come, nor on how often', () => {
    const events = [...wholeRun(), event({ type: 'note', text: 'dusty' }, 5)];
    const truth = JSON.stringify(state(events));
    fc.assert(
      fc.property(fc.shuffledSubarray(events, { minLength: events.length }), fc.subarray(events), (shuffled, again) => {
        expect(JSON.stringify(state([...again, ...shuffled, ...again]))).toBe(truth);
      }),
      { numRuns: 60 }
    );
  });

  it('stands at the first step that has no answer', () => {
    const events = wholeRun();
    expect(state([]).position).toBe(0);
    expect(state(events.slice(0, 5)).position).toBe(5);
    expect(state(events).position).toBe(made.steps.length);
  });

  it('takes back what was undone', () => {
    const events = wholeRun().slice(0, 5);
    const undo = event({ type: 'undo', event: events[4]!.id }, 100);
    expect(state([...events, undo]).position).toBe(4);
    expect(JSON.stringify(state([...events, undo]).ledger)).toBe(JSON.stringify(state(events.slice(0, 4)).ledger));
  });

  it('leaves pauses out of the time', () => {
    const events = [
      event({ type: 'note', text: 'a' }, 0),
      event({ type: 'paused' }, 60),
      event({ type: 'resumed' }, 1000),
      event({ type: 'note', text: 'b' }, 1030)
    ];
    expect(state(events).activeSeconds).toBe(90);
  });

  it('counts nothing after the signature', () => {
    const events = [...wholeRun(), event({ type: 'signed' }, 5000), event({ type: 'note', text: 'late' }, 6000)];
    expect(state(events).findings).toEqual([]);
    expect(state(events).signed?.at).toBe(at(5000));
  });
});

describe('closing', () => {
  it('a finished run closes: its ledger is at zero', () => {
    expect(left(wholeRun())).toEqual([]);
    expect(state(wholeRun()).ledger.every((l) => l.inHand === 0 && l.unexplained === 0)).toBe(true);
  });

  it('with one screw fewer it does not close until it is said what became of it', () => {
    const short = wholeRun({ 'up/joint:fan-screws': { count: 1 } });
    expect(inEnglish(left(short))).toMatchObject([
      { kind: 'screws', at: 'fan-screws', text: expect.stringContaining('1 left over') }
    ]);
    expect(left([...short, event({ type: 'account', joint: 'fan-screws', fate: 'lost', count: 1 }, 9000)])).toEqual([]);
  });

  it('one that was missing from the start has to be said too', () => {
    const counted = wholeRun({ 'down/joint:cover-screws': { count: 7 }, 'up/joint:cover-screws': { count: 7 } });
    expect(left(counted)).toMatchObject([{ kind: 'screws', at: 'cover-screws' }]);
    expect(
      left([...counted, event({ type: 'account', joint: 'cover-screws', fate: 'missing-as-received', count: 1 }, 9000)])
    ).toEqual([]);
  });

  it('one too many is a question as well', () => {
    const many = wholeRun({ 'up/joint:fan-screws': { count: 3 } });
    expect(inEnglish(left(many)[0]!.text)).toContain('1 more went in');
    expect(
      left([...many, event({ type: 'account', joint: 'fan-screws', fate: 'from-stock', count: 1 }, 9000)])
    ).toEqual([]);
  });

  it('every step and every test has to be answered', () => {
    const events = wholeRun();
    const missing = made.steps.findIndex((s) => s.leg === 'prove');
    expect(left(events.filter((_, i) => i !== missing))).toMatchObject([{ kind: 'test', at: made.steps[missing]!.id }]);
    expect(left(events.slice(0, -5)).filter((o) => o.kind !== 'screws').length).toBe(5);
  });
});

describe('what is recorded', () => {
  const strange = (body: Record<string, unknown>) =>
    inEnglish(strangeIn(model, everyStep(made, []), event(body)) ?? 'nothing');
  it('of a hole that the group does not have is refused, and of its last one taken', () => {
    const torqued = { type: 'torqued', step: 'up/joint:fan-screws', pass: 0, nm: 0.2 };
    expect(strange({ ...torqued, hole: 1 })).toBe('nothing');
    expect(strange({ ...torqued, hole: 2 })).toContain('3');
  });
  it('of what was not as planned keeps the number that was found, where one was', () => {
    const found = (more: object) =>
      state([event({ type: 'not-so', step: 'down/joint:fan-screws', what: 'fewer', ...more })]).findings;
    expect(found({ count: 1 })).toMatchObject([{ what: 'fewer', count: 1 }]);
    expect(found({})[0]).not.toHaveProperty('count');
  });
});

it('expects on the way up what came out on the way down', () => {
  const fan = made.steps.find((s) => s.id === 'up/joint:fan-screws')!;
  const down = made.steps.findIndex((s) => s.id === 'down/joint:fan-screws');
  expect(expectedCount(state(wholeRun().slice(0, down + 1)), fan)).toBe(2);
  const one = wholeRun({ 'down/joint:fan-screws': { count: 1 } }).slice(0, down + 1);
  expect(expectedCount(state(one), fan)).toBe(1);
  expect(possibleFates(fan, 1, 2)).toEqual(['lost', 'discarded']);
  expect(possibleFates(made.steps[down]!, 1, 2)[0]).toBe('missing-as-received');
  expect(possibleFates(made.steps[down]!, 2, 2)).toEqual([]);
});

it('the machine is whole again at the end, and bare in the middle', () => {
  const swap = made.steps.findIndex((s) => s.leg === 'swap');
  const middle = machineAfter(model, made, (s) => made.steps.indexOf(s) < swap);
  expect([...middle.off].sort()).toEqual(['bottom-cover', 'fan', 'fan-wire', 'foot-left', 'foot-rear', 'foot-right']);
  expect(middle.open.has('fan-screws')).toBe(true);
  const end = machineAfter(model, made, () => true);
  expect([end.open.size, end.off.size, end.leashed.size]).toEqual([0, 0, 0]);
});

it.each([
  ['a time before notebooks', { at: '0000-01-01T00:00:00Z' }],
  ['no time', { at: 'yesterday' }],
  ['half a screw', { count: 1.5 }],
  ['fewer than none', { count: -1 }],
  ['an id that is none', { id: '1' }],
  ['a field that is not in the format', { admin: true }],
  ['a NUL', { type: 'note', text: 'a\u0000b', count: undefined }]
])('refuses an event with %s', (_, change) => {
  const good = { id: uuid(1), at: at(1), type: 'done', step: 'down/joint:fan-screws', count: 2 };
  expect(RunEvent.safeParse(good).success).toBe(true);
  expect(RunEvent.safeParse({ ...good, ...change }).success).toBe(false);
});

describe('what is said at the bench, as facts', () => {
  const screws = made.steps.find((s) => s.id === 'down/joint:fan-screws')!;
  const plug = made.steps.find((s) => s.id === 'down/joint:fan-plug')!;
  const shutDown = made.steps[0]!;

  it('a right count is one fact, another one is two', () => {
    expect(countFacts(screws, 2, 2)).toEqual([{ type: 'done', step: screws.id, count: 2 }]);
    expect(countFacts(screws, 1, 2, 'lost')).toEqual([
      { type: 'done', step: screws.id, count: 1 },
      { type: 'account', joint: 'fan-screws', fate: 'lost', count: 1 }
    ]);
    expect(countFacts(screws, 5, 2, 'extra')[1]).toMatchObject({ fate: 'extra', count: 3 });
  });

  it('every offered explanation of a count lets the run close in the end', () => {
    for (const [id, counted, expected] of [
      ['down/joint:fan-screws', 1, 2],
      ['down/joint:fan-screws', 3, 2],
      ['up/joint:fan-screws', 1, 2],
      ['up/joint:fan-screws', 4, 2]
    ] as const) {
      const step = made.steps.find((s) => s.id === id)!;
      for (const fate of possibleFates(step, counted, expected)) {
        const facts = countFacts(step, counted, expected, fate);
        const before = wholeRun({ [id]: { count: counted } });
        const said = [...before, ...facts.slice(1).map((f) => event({ ...f }, 8000))];
        // Whatever is still open after it can be explained, and then nothing is.
        const line = state(said).ledger.find((l) => l.joint === 'fan-screws')!;
        const rest = explanations(line)
          .slice(0, 1)
          .map((e) => event({ type: 'account', joint: 'fan-screws', ...e }, 8100));
        const open = state([...said, ...rest]).ledger.find((l) => l.joint === 'fan-screws')!;
        const last = explanations(open)
          .slice(0, 1)
          .map((e) => event({ type: 'account', joint: 'fan-screws', ...e }, 8200));
        expect(left([...said, ...rest, ...last]), `${id} ${counted} ${fate}`).toEqual([]);
      }
    }
  });

  it('a closed group needs no explanation', () => {
    for (const line of state(wholeRun()).ledger) expect(explanations(line)).toEqual([]);
  });

  it('what could not be done is skipped; what was open already is done, unless it has to be counted', () => {
    expect(notSoFacts(plug, 'could-not', '').map((f) => f.type)).toEqual(['not-so', 'skipped']);
    expect(notSoFacts(plug, 'already-open', 'hung loose').map((f) => f.type)).toEqual(['not-so', 'done']);
    expect(notSoFacts(screws, 'already-open', '').map((f) => f.type)).toEqual(['not-so']);
    expect(notSoFacts(screws, 'stripped', 'PH0 bit')).toEqual([
      { type: 'not-so', step: screws.id, what: 'stripped', note: 'PH0 bit' }
    ]);
  });

  it('sizes and counts are asked only where there are screws', () => {
    expect(possibleFacts(screws)).toContain('stripped');
    expect(possibleFacts(plug)).not.toContain('stripped');
    expect(possibleFacts(shutDown)).toEqual(['could-not']);
  });
});

describe('two who say different things', () => {
  const screws = made.steps.find((s) => s.leg === 'down' && s.count !== undefined)!;
  const word = (count: number, by: string, second: number) =>
    event({ type: 'done', step: screws.id, count, by }, second);

  it('are both kept and shown, and stand in the way of signing until one word stands', () => {
    const [tam, ines] = [word(screws.count!, 'Tam', 1), word(screws.count! - 1, 'Ines', 2)];
    const run = state(
      [...wholeRun(), tam, ines].filter((e) => !('step' in e) || e.step !== screws.id || e === tam || e === ines)
    );
    expect(run.conflicts[screws.id]!.map((r) => [r.by, r.count])).toEqual([
      ['Tam', screws.count],
      ['Ines', screws.count! - 1]
    ]);
    expect(obstacles(model, made, run).map((o) => o.kind)).toContain('conflict');
    const settled = state([tam, ines, event({ type: 'settled', step: screws.id, event: tam.id }, 3)]);
    expect(settled.conflicts).toEqual({});
    expect(settled.steps[screws.id]).toMatchObject({ by: 'Tam', count: screws.count });
  });
  it('are no conflict when they say the same, or when one takes back first', () => {
    const [tam, ines] = [word(3, 'Tam', 1), word(3, 'Ines', 2)];
    expect(state([tam, ines]).conflicts).toEqual({});
    const other = word(2, 'Tam', 4);
    expect(state([tam, event({ type: 'undo', event: tam.id }, 3), other]).conflicts).toEqual({});
  });
  it('are a conflict again when somebody differs after it was settled', () => {
    const [tam, ines] = [word(3, 'Tam', 1), word(2, 'Ines', 2)];
    const settled = event({ type: 'settled', step: screws.id, event: tam.id }, 3);
    expect(Object.keys(state([tam, ines, settled, word(1, 'Ines', 5)]).conflicts)).toEqual([screws.id]);
    // A word that nobody said settles nothing.
    expect(
      Object.keys(state([tam, ines, event({ type: 'settled', step: screws.id, event: uuid(999_999) }, 3)]).conflicts)
    ).toEqual([screws.id]);
  });
});

describe('a caution that can hurt', () => {
  const [isolate, down, again, back] = (['isolate', 'down', 'down', 'up'] as const).map((leg, i) => ({
    ...made.steps[0]!,
    id: `s${i}`,
    leg,
    cautions: [
      { text: 'Sharp edges.', harm: true },
      { text: 'Mind the film.', harm: false }
    ]
  }));

  it('is understood once on each leg, in its own words, and asked for again where more stands beside it', () => {
    const none: ReadonlySet<string> = new Set();
    expect(notUnderstood(down!, none).map((c) => c.text)).toEqual(['Sharp edges.']);
    const read = understand(down!, none);
    expect(notUnderstood(again!, read)).toEqual([]);
    for (const elsewhere of [isolate!, back!]) expect(notUnderstood(elsewhere, read)).toHaveLength(1);
    const hot = { ...again!, cautions: [...again!.cautions, { text: 'May be hot.', harm: true }] };
    expect(notUnderstood(hot, read).map((c) => c.text)).toEqual(['May be hot.']);
  });
});

describe('what stands of a run', () => {
  it('nobody signs, or says that what is signed is otherwise, by adding to it afterwards', () => {
    const addable = (body: Record<string, unknown>) => isAddable(event(body));
    expect(addable({ type: 'note', text: 'dusty' })).toBe(true);
    expect(addable({ type: 'corrected', text: 'It was the left one' })).toBe(false);
    const signed = { id: uuid(++serial), at: at(1), type: 'signed', name: 'Tam', hash: 'x' } as unknown as RunEvent;
    expect(isAddable(signed)).toBe(false);
  });
  it('a part that was swapped stands in the record with both its numbers', () => {
    const swapped = event({ type: 'swapped', part: 'fan', old: { serial: 'A-1' }, new: { serial: 'B-2' } });
    const words = english(eventWords(model, new Map(), swapped));
    expect(words).toMatch(/fan/i);
    expect(words).toMatch(/A-1/);
    expect(words).toMatch(/B-2/);
  });
  it('where it does not start open, the plugs that were opened are doubted, those that carry power first', () => {
    const doubted = likelyJoints(model, [made], state(wholeRun()), 'open-power');
    const opened = made.steps.flatMap((s) => (s.do === 'open' ? [model.joint(s.joint!)] : []));
    const plugs = opened.filter((j) => j.kind === 'connector');
    expect(plugs.length).toBeGreaterThan(1);
    expect(doubted.map((d) => d.joint).sort()).toEqual(plugs.map((j) => j.id).sort());
    expect(doubted[0]!.joint).toBe(model.machine.isolation.joint);
  });
});
