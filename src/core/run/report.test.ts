import { english, inEnglish } from '../testing/english';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { STANDARD_PLACE } from '../calendar';
import { torqueLimits, torqueVerdict } from '../fasteners';
import { runDocument, runTable } from '../formats';
import { plan } from '../plan';
import { demoAccess } from '../testing/machines';
import {
  allSteps,
  fold,
  plugsOf,
  likelyJoints,
  reportSections as reportSectionsSaid,
  RunEvent,
  screwRows as screwRowsSaid,
  strangeIn as strangeInSaid,
  eventWords as eventWordsSaid
} from '.';

const reportSections = (...asked: Parameters<typeof reportSectionsSaid>) => inEnglish(reportSectionsSaid(...asked));
const eventWords = (...asked: Parameters<typeof eventWordsSaid>) => inEnglish(eventWordsSaid(...asked));
const strangeIn = (...asked: Parameters<typeof strangeInSaid>) => inEnglish(strangeInSaid(...asked));
const screwRows = (...asked: Parameters<typeof screwRowsSaid>) => inEnglish(screwRowsSaid(...asked));

const access = demoAccess();
const { model } = access;
const made = plan(access, [{ do: 'replace', part: 'fan' }]);
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
let n = 0;
const event = (body: Record<string, unknown>, by = 'Tam Okello'): RunEvent =>
  RunEvent.parse({ id: uuid(++n), at: new Date(Date.UTC(2026, 10, 25, 8) + n * 1000).toISOString(), by, ...body });
const fanScrews = made.steps.find((s) => s.id === 'up/joint:fan-screws')!;
const whole = [
  event({
    type: 'listed',
    when: 'before',
    listing: { identity: { serial: 'NF14-1' }, devices: [{ function: 'wifi', name: 'Radio' }] }
  }),
  event({ type: 'battery', when: 'before', reading: { designWh: 57, fullWh: 28.5, cycles: 600 } }),
  ...made.steps.flatMap((s) => [
    ...(s.id === 'down/joint:fan-screws'
      ? [event({ type: 'not-so', step: s.id, what: 'already-open', note: 'one turn loose' })]
      : []),
    ...(s === fanScrews
      ? [
          event({ type: 'torqued', step: s.id, hole: 0, pass: 0, nm: 0.05 }),
          event({ type: 'torqued', step: s.id, hole: 0, pass: 0, nm: fanScrews.tighten!.torqueNm }),
          event({ type: 'torqued', step: s.id, hole: 1, pass: 0, nm: 0.9 })
        ]
      : []),
    s.do === 'test'
      ? event({
          type: 'tested',
          step: s.id,
          outcome: s.id === 'prove/cooling' ? 'fail' : 'pass',
          ...(s.id === 'prove/cooling' ? { note: 'no spin' } : {})
        })
      : event({ type: 'done', step: s.id, ...(s.count === undefined ? {} : { count: s.count }) })
  ]),
  event({ type: 'swapped', part: 'fan', old: { serial: 'F-OLD' }, new: { number: 'NF14-3000', serial: 'F-NEW' } }),
  event({ type: 'used', what: 'Thermal compound', amount: '0.2 ml' }),
  event({ type: 'looked', part: 'fan', suspect: 'fan-screws', found: true }),
  event({ type: 'photo', photo: uuid(9001), step: fanScrews.id }),
  event({ type: 'marked', photo: uuid(9001), marks: [{ kind: 'ring', from: [0, 0], to: [0.5, 0.5] }] }),
  event({ type: 'listed', when: 'after', listing: { identity: {}, devices: [] } }),
  event({ type: 'signed', note: 'Old fan kept.' }),
  event({ type: 'note', text: 'too late' }),
  event({ type: 'corrected', text: 'The fan is from lot 4.' }, 'Ines Havgaard'),
  event({ type: 'countersigned' }, 'Ines Havgaard')
];
const state = fold(model, made, whole);
const sections = reportSections(model, [made], state, STANDARD_PLACE);
const lines = (title: string) =>
  sections
    .find((s) => s.title === title)
    ?.lines.map((l) => `${l.text}${l.more ? ` | ${l.more}` : ''}${l.bad ? ' !' : ''}`) ?? [];

describe('the report', () => {
  it('says what was received, found, done, used, measured and tested, each once', () => {
    expect(lines('As received')).toEqual([expect.stringMatching(/[Ff]an screws.*: already open \| one turn loose$/)]);
    expect(lines('Found')).toEqual(['The fan would not come off: fan screws']);
    expect(lines('Done')).toEqual(['Replace the fan: done | Out: serial F-OLD; in: NF14-3000, serial F-NEW']);
    expect(lines('Used')).toEqual(['Thermal compound: 0.2 ml']);
    const [torque, battery, ...listed] = lines('Measured');
    expect(torque).toMatch(/^Fan screws: 2 at 0\.\d\d to 0\.90 N·m .* \| 1 outside the limits !$/);
    expect(battery).toBe('Battery before the work: 28.5 Wh when full, 50% of new and 600 cycles');
    expect(listed).toEqual([
      'Listed before and not after: Radio !',
      'Serial number reads nothing, before it read NF14-1 !'
    ]);
    expect(lines('Tested')).toContain('Fan and temperature: fails | no spin !');
    expect(lines('Tested')).toContain('Check it is closed all round: works');
    expect(screwRows(model, state).every((r) => r.closes && r.account === 'complete')).toBe(true);
  });
  it('counts what went on fresh, by the steps that put it there', () => {
    const sink = plan(access, [{ do: 'remove', part: 'heat-sink' }]);
    const prepare = sink.steps.filter((s) => s.leg === 'up' && s.do === 'prepare');
    expect(prepare.length).toBeGreaterThan(0);
    const used = (events: RunEvent[]) =>
      reportSections(model, [sink], fold(model, sink, events), STANDARD_PLACE)
        .find((s) => s.title === 'Used')
        ?.lines.map((l) => l.text) ?? [];
    expect(used([])).toEqual([]);
    expect(inEnglish(used(prepare.map((s) => event({ type: 'done', step: s.id }))))).toEqual(
      expect.arrayContaining([expect.stringMatching(/heat sink, \d+ mm³/)])
    );
    expect(inEnglish(used(prepare.map((s) => event({ type: 'skipped', step: s.id, note: 'none left' }))))).toEqual([]);
  });
  it('says which plugs were read off at their marks, and which were not', () => {
    const radio = plan(access, [{ do: 'remove', part: 'wlan-card' }]);
    const close = (id: string) => radio.steps.find((s) => s.do === 'close' && s.joint === id)!;
    const steps = new Map(radio.steps.map((s) => [s.id, s]));
    const said = [
      event({ type: 'done', step: close('wlan-main-snap').id, mark: 'W1' }),
      event({ type: 'done', step: close('wlan-aux-snap').id })
    ];
    const told = reportSections(model, [radio], fold(model, radio, said), STANDARD_PLACE)
      .find((s) => s.title === 'Done')!
      .lines.map((l) => l.text);
    expect(told).toContainEqual(expect.stringMatching(/^Plug marks read: .+ W1 on W1$/));
    expect(told).toContainEqual(expect.stringMatching(/^Plug marks not read: /));
    expect(eventWords(model, steps, said[0]!)).toMatch(/: done, on W1$/);
    // Another plug's place is refused, and so is a mark where none is read.
    const why = (step: string, mark: string) => strangeIn(model, steps, event({ type: 'done', step, mark }));
    expect(why(close('wlan-main-snap').id, 'W1')).toBeUndefined();
    expect(why(close('wlan-main-snap').id, 'W2')).toBe('Plug W1 goes on W1: move it, then read the mark again.');
    expect(why(radio.steps[0]!.id, 'W1')).toMatch(/^No mark is read at/);
  });
  it('tells of a group that is opened once more as of one opened first', () => {
    const again = {
      ...made,
      steps: made.steps.map((s) => ({ ...s, id: s.id === 'down/joint:fan-screws' ? `${s.id}~2` : s.id }))
    };
    const said = [event({ type: 'not-so', step: 'down/joint:fan-screws~2', what: 'missing-as-received', count: 1 })];
    const [received] = reportSections(model, [again], fold(model, again, said), STANDARD_PLACE);
    expect(inEnglish(received!.lines.map((l) => l.text))).toEqual([
      '1 of the fan screws: missing when the machine came in'
    ]);
  });

  it('is short where little was said', () => {
    expect(inEnglish(reportSections(model, [made], fold(model, made, []), STANDARD_PLACE).map((s) => s.title))).toEqual(
      ['Done']
    );
  });
  it('after signing takes a correction and a second name, and nothing else', () => {
    expect(state.signed?.note).toBe('Old fan kept.');
    expect(state.corrections.map((c) => c.text)).toEqual(['The fan is from lot 4.']);
    expect(state.countersigned?.by).toBe('Ines Havgaard');
    expect(state.findings.map((f) => f.note)).not.toContain('too late');
    const early = fold(model, made, [event({ type: 'corrected', text: 'not yet' }), event({ type: 'countersigned' })]);
    expect([early.corrections, early.countersigned]).toEqual([[], undefined]);
  });
  it('as a full record holds every event and folds to the same state', () => {
    const document = JSON.parse(
      runDocument(model, made, whole, { number: 7, customer: 'MS Terna', serial: '', complaint: '' })
    );
    expect(document.format).toBe('eager-wrench/run@1');
    expect(
      fold(
        model,
        document.plan,
        document.events.map((e: unknown) => RunEvent.parse(e))
      )
    ).toEqual(document.state);
    const rows = Papa.parse<Record<string, string>>(runTable(model, made, whole, english), {
      header: true,
      skipEmptyLines: true
    }).data;
    expect(rows.length).toBe(whole.length);
    expect(rows.find((r) => r.what === 'tested' && r.step === 'prove/cooling')!['in words']).toBe(
      'Fan and temperature: fails. no spin'
    );
    expect(new Set(rows.map((r) => r.event)).size).toBe(whole.length);
    // A clock that was wrong stands beside the time that counts.
    const late = event({ type: 'note', text: 'late', took: '2026-11-25T12:00:00.000Z' });
    const [first, second] = Papa.parse<Record<string, string>>(
      runTable(model, made, [event({ type: 'note', text: 'in time' }), late], english),
      { header: true, skipEmptyLines: true }
    ).data.sort((a, b) => (a['in words']! < b['in words']! ? -1 : 1));
    expect([first!['clock said'], second!['clock said'], second!.time]).toEqual(['', late.at, late.took]);
    // A note that begins like a formula is no formula in a spreadsheet.
    expect(runTable(model, made, [event({ type: 'note', text: '=1+1' })], english)).toContain("'=1+1");
  });
  it('has words for every kind of event', () => {
    const steps = allSteps([made]);
    const more = [
      event({ type: 'skipped', step: fanScrews.id, note: 'x' }),
      event({ type: 'account', joint: 'fan-screws', fate: 'lost', count: 1 }),
      event({ type: 'paused' }),
      event({ type: 'resumed' }),
      event({ type: 'settled', step: fanScrews.id, event: uuid(1) }),
      event({ type: 'undo', event: uuid(1) }),
      event({ type: 'moved-over', part: 'fan', to: 'board' }),
      event({ type: 'replanned', why: 'more to do', plan: made })
    ];
    for (const e of [...whole, ...more]) expect(inEnglish(eventWords(model, steps, e)), e.type).toMatch(/\S{3,}/);
    expect(eventWords(model, steps, more.at(-1)!)).toBe('The plan was changed: more to do');
  });
});

describe('what fails after the work', () => {
  it('leads to the joints that were opened and serve it, their own plug first, and to none that were not', () => {
    const likely = likelyJoints(model, [made], state, 'cooling');
    expect(likely[0]!.joint).toBe('fan-plug');
    expect(likely.reduce((sum, l) => sum + l.probability, 0)).toBeCloseTo(1, 9);
    const opened = new Set(made.steps.flatMap((s) => (s.do === 'open' ? [s.joint] : [])));
    for (const l of likely) expect(opened).toContain(l.joint);
    // A gap is looked for along the seam, a machine that does not start at its plugs.
    expect(likelyJoints(model, [made], state, 'closing')[0]!.joint).toMatch(/cover/);
    for (const l of likelyJoints(model, [made], state, 'open-power'))
      expect(model.joint(l.joint).kind).toBe('connector');
    expect(likelyJoints(model, [made], state, 'camera')).toEqual([]);
    expect(plugsOf(model, 'camera').length).toBeGreaterThan(0);
  });
});

describe('a torque reading', () => {
  it('is right within its limits; before the last pass a screw only has to seat', () => {
    const two = { torqueNm: 0.2, passes: 2 };
    expect([0.1, 0.16, 0.18, 0.22, 0.24].map((nm) => torqueVerdict(two, 1, nm))).toEqual([
      'under',
      'under',
      'right',
      'right',
      'over'
    ]);
    expect([0.01, 0.24].map((nm) => torqueVerdict(two, 0, nm))).toEqual(['right', 'over']);
    expect(torqueLimits(two, 1)[0]).toBeCloseTo(0.17, 9);
  });
});
