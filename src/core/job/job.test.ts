import { inEnglish } from '../testing/english';
import { plan, planRequest, requestKey } from '../plan';
import { describe, expect, it } from 'vitest';
import { makeQuote } from '../money';
import { demoFaults } from '../testing/demo-faults';
import { demoAccess } from '../testing/machines';
import {
  factWords,
  foldJob,
  isStopped,
  JobFact,
  planBasis,
  strangeFact,
  STANDARD_SETTINGS,
  ShopSettings,
  waitsFor,
  worksAtCell,
  type JobEvent,
  type JobFacts
} from '.';
import type { Goal } from '../goals';

let minute = 0;
const said = (fact: JobFact, by = 'Ines'): JobEvent => ({
  ...JobFact.parse(fact),
  at: new Date(Date.UTC(2026, 0, 5, 8, minute++)).toISOString(),
  by
});
const harmless = { cell: 'sound', heat: 'no', liquid: 'no', glass: 'no', adapter: 'sound', dirt: 'no' };
const asked = said({ is: 'hazards', answers: harmless });
const quote = said({ is: 'quoted', quote: makeQuote(STANDARD_SETTINGS.rates, { p50: 1800, p80: 2400 }, []) });
const facts = (events: JobEvent[], more: Partial<JobFacts> = {}): JobFacts => ({
  state: foldJob(events),
  stage: 'planned',
  hasGoals: true,
  isRecording: false,
  inHand: true,
  atCell: false,
  safeCharge: 0.25,
  now: '2026-01-05T09:00:00.000Z',
  ...more
});

describe('what a job waits for', () => {
  it('asks for hazards first, whatever else is missing', () => {
    expect(waitsFor(facts([], { hasGoals: false, inHand: false })).waits).toBe('triage');
    expect(waitsFor(facts([said({ is: 'hazards', answers: { cell: 'sound' } })])).waits).toBe('triage');
    expect(waitsFor(facts([said({ is: 'hazards', answers: { cell: 'swollen' } })])).waits).toBe('stopped');
  });
  it('then for its fault, the approval, its parts, a safe charge, and the bench', () => {
    expect(waitsFor(facts([asked], { hasGoals: false })).waits).toBe('finding');
    expect(waitsFor(facts([asked], { hasGoals: false, isRecording: true })).waits).toBe('recording');
    expect(waitsFor(facts([asked, quote], { inHand: false })).waits).toBe('approval');
    expect(
      waitsFor(facts([asked, quote, said({ is: 'answered', approved: false, from: 'Purser', how: 'phone' })])).waits
    ).toBe('declined');
    const approved = [asked, quote, said({ is: 'answered', approved: true, from: 'Purser', how: 'phone' })];
    expect(waitsFor(facts(approved, { inHand: false })).waits).toBe('part');
    expect(waitsFor(facts(approved)).waits).toBe('bench');
    expect(
      waitsFor(
        facts([...approved, said({ is: 'opened-without', missing: ['Fan'], why: 'Only looking' })], { inHand: false })
      ).waits
    ).toBe('bench');
  });
  it('a new quote asks for a new answer', () => {
    expect(
      waitsFor(facts([asked, quote, said({ is: 'answered', approved: true, from: 'Purser', how: 'phone' }), quote]))
        .waits
    ).toBe('approval');
  });
  it('work at the cell waits until it has drained at the load that was put on it', () => {
    const reading = said({ is: 'cell', source: 'kernel', reading: { designWh: 50, fullWh: 40, charge: 1 } });
    const load = said({ is: 'load', loadW: 15 });
    const until = new Date(Date.parse(load.at) + 7200_000).toISOString();
    expect(waitsFor(facts([asked, reading], { atCell: true, now: reading.at })).waits).toBe('bench');
    expect(waitsFor(facts([asked, reading, load], { atCell: true, now: load.at }))).toEqual({
      waits: 'draining',
      until
    });
    expect(waitsFor(facts([asked, reading, load], { atCell: true, now: until })).waits).toBe('bench');
    expect(waitsFor(facts([asked, reading, load], { atCell: false, now: load.at })).waits).toBe('bench');
    // Read again meanwhile, it goes on from there; that the load is on is no reading.
    const later = said({ is: 'cell', source: 'kernel', reading: { designWh: 50, fullWh: 40, charge: 0.625 } });
    expect(waitsFor(facts([asked, reading, load, later], { atCell: true, now: later.at }))).toEqual({
      waits: 'draining',
      until: new Date(Date.parse(later.at) + 3600_000).toISOString()
    });
    expect(foldJob([reading, load]).readings).toHaveLength(1);
  });
  it('a load as an earlier version wrote it, the reading once more, is no second reading', () => {
    const reading = { designWh: 50, fullWh: 40, charge: 1 };
    const state = foldJob([
      said({ is: 'cell', source: 'kernel', reading }),
      said({ is: 'cell', source: 'typed', reading, loadW: 15 })
    ]);
    expect(state.readings.map((r) => r.source)).toEqual(['kernel']);
    expect(state.load).toMatchObject({ loadW: 15 });
    expect(foldJob([said({ is: 'cell', source: 'daemon', reading, loadW: 15 })]).readings).toHaveLength(1);
  });
  it.each([
    ['on-bench', 'working'],
    ['signed', 'signature'],
    ['closed', 'nothing']
  ] as const)('%s is %s', (stage, waits) => expect(waitsFor(facts([], { stage })).waits).toBe(waits));
});

describe('the facts of a job', () => {
  const swollen = said({ is: 'hazards', answers: { ...harmless, cell: 'swollen' } });
  it('a lead\u2019s word lifts the stop that stood when it was said, and no later one', () => {
    const allowed = said({ is: 'allowed', why: 'Cell taken out by the licensed carrier' });
    expect(isStopped(foldJob([swollen]))).toBe(true);
    expect(isStopped(foldJob([swollen, allowed]))).toBe(false);
    expect(isStopped(foldJob([swollen, allowed, swollen]))).toBe(true);
  });
  it('fault finding goes on from what was tried, and can be begun afresh', () => {
    const tried = [
      said({ is: 'symptoms', there: ['no-start'], not: ['off-under-load'] }),
      said({ is: 'tried', test: 'other-adapter', outcome: 'no' }),
      said({ is: 'mended', repair: 'let-go', helped: false })
    ];
    expect(foldJob(tried).findings).toEqual({
      symptoms: { 'no-start': true, 'off-under-load': false },
      tests: { 'other-adapter': 'no' },
      repairs: ['let-go']
    });
    expect(foldJob([...tried, said({ is: 'mended', repair: 'board-replace', helped: true })]).mendedBy).toBe(
      'board-replace'
    );
    expect(foldJob([...tried, said({ is: 'afresh' })]).findings).toEqual({ symptoms: {}, tests: {}, repairs: [] });
  });
  it('the last word of a kind stands; each has words for the history', () => {
    const events = [
      said({ is: 'intake', accessories: ['adapter'], data: 'copy', sealsAgreed: true }),
      said({ is: 'intake', accessories: [], data: 'lose', sealsAgreed: false }),
      said({ is: 'condition', marks: [] }),
      said({ is: 'placed', place: 'Shelf 3' }),
      said({ is: 'placed', place: 'With Tam' }),
      quote,
      said({ is: 'answered', approved: true, from: 'Purser', how: 'phone' }),
      said({ is: 'opened-without', missing: ['Fan'], why: 'Only looking' }),
      said({ is: 'note', text: 'Crew leaves on Friday' }),
      asked,
      swollen
    ];
    const state = foldJob(events);
    expect(state.intake).toEqual({ accessories: [], data: 'lose', sealsAgreed: false });
    expect(state.place!.place).toBe('With Tam');
    // Who answered the quote and who wrote it down are two.
    expect(state.answer).toMatchObject({ approved: true, from: 'Purser' });
    expect(events.every((e) => e.by === 'Ines')).toBe(true);
    for (const event of events) expect(inEnglish(factWords(event, STANDARD_SETTINGS.cell)).length).toBeGreaterThan(5);
    const without = said({ is: 'opened-without', missing: ['Fan'], why: 'Only looking' });
    expect(inEnglish(factWords(without, STANDARD_SETTINGS.cell))).toMatch(/Fan.*Only looking/);
    const mended = (helped: boolean) =>
      inEnglish(factWords(said({ is: 'mended', repair: 'let-go', helped }), STANDARD_SETTINGS.cell));
    expect(mended(true)).toContain('let-go');
    expect(mended(true)).not.toBe(mended(false));
    // The history goes by the shop's own limits.
    const reading = said({ is: 'cell', source: 'typed', reading: { designWh: 50, fullWh: 42 } });
    expect(inEnglish(factWords(reading, STANDARD_SETTINGS.cell))).toMatch(/at or above/);
    expect(inEnglish(factWords(reading, { ...STANDARD_SETTINGS.cell, good: 0.95, replace: 0.9 }))).toMatch(
      /below the shop’s 90/
    );
    expect(inEnglish(factWords(asked, STANDARD_SETTINGS.cell))).toMatch(/no danger/);
    expect(inEnglish(factWords(swollen, STANDARD_SETTINGS.cell))).toMatch(/Swollen/);
  });
});

describe('the shop\u2019s settings', () => {
  it('hold together', () => {
    expect(ShopSettings.parse(STANDARD_SETTINGS)).toEqual(STANDARD_SETTINGS);
    expect(
      ShopSettings.safeParse({ ...STANDARD_SETTINGS, cell: { ...STANDARD_SETTINGS.cell, replace: 0.9 } }).success
    ).toBe(false);
    expect(
      ShopSettings.safeParse({ ...STANDARD_SETTINGS, rates: { ...STANDARD_SETTINGS.rates, currency: 'EURO' } }).success
    ).toBe(false);
    expect(ShopSettings.safeParse({ ...STANDARD_SETTINGS, pace: { sleeping: 2 } }).success).toBe(false);
  });
});

describe('a fact is one of this machine', () => {
  const { model } = demoAccess();
  const set = demoFaults('norrvik-fathom-14');
  const [test] = set.tests;
  it.each<[string, JobFact]>([
    [
      'a face',
      {
        is: 'condition',
        marks: [{ id: '00000000-0000-4000-8000-000000000001', zone: 'none-such', at: [1, 1], what: 'dent' }]
      }
    ],
    ['a variant', { is: 'intake', accessories: [], data: 'keep', sealsAgreed: false, variant: 'none-such' }],
    ['a symptom', { is: 'symptoms', there: ['none-such'], not: [] }],
    ['a symptom that is not there', { is: 'symptoms', there: [], not: ['none-such'] }],
    ['a test', { is: 'tried', test: 'none-such', outcome: 'x' }],
    ['an outcome', { is: 'tried', test: test!.id, outcome: 'none-such' }],
    ['a repair', { is: 'mended', repair: 'none-such', helped: true }]
  ])('or it is refused in words: %s', (_, fact) =>
    expect(inEnglish(strangeFact(model, set, fact))).toMatch(/none-such/)
  );
  it('what is, is taken', () => {
    expect(
      strangeFact(model, set, {
        is: 'condition',
        marks: [
          { id: '00000000-0000-4000-8000-000000000001', zone: model.machine.zones[0]!.id, at: [1, 1], what: 'dent' }
        ]
      })
    ).toBeUndefined();
    expect(strangeFact(model, set, { is: 'tried', test: test!.id, outcome: test!.outcomes[0]!.id })).toBeUndefined();
    expect(strangeFact(model, undefined, { is: 'note', text: 'x' })).toBeUndefined();
  });
});

describe('what every plan of a job goes by', () => {
  const shop = { pace: { move: 2 }, spreads: { step: 0.2, visit: 0.3 } };
  const file = { machine: demoAccess().model.machine, hash: 'a'.repeat(64) };
  const wish = { goals: [{ do: 'replace' as const, part: 'fan' }], weighting: 'part-by-part' as const, avoid: [] };
  it('is the variant and the conditions of its intake, and the shop\u2019s times', () => {
    const state = foldJob([
      said({ is: 'hazards', answers: { ...harmless, cell: 'doubtful', glass: 'yes' } }),
      said({ is: 'intake', variant: 'wwan', accessories: [], data: 'keep', sealsAgreed: true })
    ]);
    expect(planBasis(state, shop)).toEqual({ variant: 'wwan', conditions: ['cell-doubtful', 'glass'], ...shop });
    expect(planBasis(undefined, shop)).toEqual({ conditions: [], ...shop });
    expect(planRequest(file, planBasis(state, shop), { ...wish, from: { done: [], stuck: [] } })).toEqual({
      ...file,
      ...wish,
      from: { done: [], stuck: [] },
      variant: 'wwan',
      conditions: ['cell-doubtful', 'glass'],
      ...shop
    });
  });
  it('makes requests differ by each of its parts', () => {
    const key = (more: object) => requestKey(planRequest(file, { ...planBasis(undefined, shop), ...more }, wish));
    const keys = [
      {},
      { variant: 'wwan' },
      { conditions: ['wet'] },
      { pace: {} },
      { spreads: { step: 0.2, visit: 0.4 } }
    ].map(key);
    expect(new Set(keys).size).toBe(keys.length);
  });
});

describe('work at a cell', () => {
  const { model } = demoAccess('lindquay-gannet-13');
  const at = (goals: Goal[]) => worksAtCell(model, plan(demoAccess('lindquay-gannet-13'), goals, { budget: 0 }));
  it('is to take it out, and to loosen what it is glued with', () => {
    expect(at([{ do: 'replace', part: 'battery' }])).toBe(true);
    expect(at([{ do: 'reach', joint: 'battery-strips' }])).toBe(true);
    expect(at([{ do: 'replace', part: 'fan' }])).toBe(false);
    expect(at([{ do: 'reach', joint: 'battery-plug' }])).toBe(false);
  });
});
