import { type Said, say, word, wordsOf } from '../language';
import { OUTCOMES, type DIFFERS } from './record';

/** Headings of a report, in the order in which a customer reads it. */
export const REPORT_TITLES = wordsOf('report', [
  'received',
  'found',
  'done',
  'used',
  'measured',
  'tested',
  'added',
  'record'
]);

/** Its lines. Names as they stand in the machine file. */
export const REPORT = {
  finding: (step: Said, what: keyof typeof DIFFERS): Said => say('report.finding', { step, what: word(what) }),
  label: (number: string | undefined, serial: string | undefined): Said | undefined => {
    const told = serial ? say('report.serial', { serial }) : undefined;
    return number && told ? say('report.label', { number, serial: told }) : (number ?? told);
  },
  inAndOut: (out: Said | undefined, into: Said | undefined): Said | undefined => {
    const [old, fresh] = [out && say('report.wentOut', { label: out }), into && say('report.wentIn', { label: into })];
    return old && fresh ? say('report.inAndOut', { out: old, in: fresh }) : (old ?? fresh);
  },
  amount: (what: Said, amount: Said): Said => say('report.amount', { what, amount }),
  test: (step: Said, outcome: keyof typeof OUTCOMES): Said => say('report.test', { step, outcome: OUTCOMES[outcome] }),
  ofTheMachine: say('report.ofTheMachine'),
  resisted: (part: Said, by: Said): Said => say('report.resisted', { part, by }),
  late: (stamp: string): Said => say('report.late', { stamp }),
  leftOut: (why: Said): Said => say('report.leftOut', { why }),
  wrongClock: (said: string, entries: number): Said => say('report.wrongClock', { said, entries }),
  goal: (goal: Said, isDone: boolean): Said => say('report.goal', { goal, isDone: isDone ? 'yes' : 'no' }),
  movedOver: (over: readonly (readonly [part: Said, to: Said])[]): Said =>
    say('report.movedOver', { over: over.map(([part, to]) => say('report.movedOnto', { part, to })) }),
  planChanged: say('report.planChanged'),
  sealBroken: (joint: Said): Said => say('report.sealBroken', { joint }),
  sealOf: (owner: Said): Said => say('report.sealOf', { owner }),
  marksRead: (plugs: readonly Said[]): Said => say('report.marksRead', { plugs }),
  plugOn: (joint: Said, plug: string, mark: string): Said => say('report.plugOn', { joint, plug, mark }),
  marksUnread: (joints: readonly Said[]): Said => say('report.marksUnread', { joints }),
  torque: (joint: Said, n: number, least: number, most: number, wanted: number): Said =>
    say('report.torque', { joint, n, least, most, wanted }),
  outside: (n: number): Said => say('report.outside', { n }),
  battery: (when: 'before' | 'after', wh?: number, share?: number, cycles?: number): Said =>
    say('report.battery', {
      when,
      figures: [
        ...(wh === undefined ? [] : [say('report.batteryWh', { wh })]),
        ...(share === undefined ? [] : [say('report.batteryShare', { share })]),
        ...(cycles === undefined ? [] : [say('report.batteryCycles', { n: cycles })])
      ]
    }),
  missing: (device: string): Said => say('report.missing', { device }),
  added: (device: string): Said => say('report.addedDevice', { device }),
  identity: (what: string, before: string | undefined, after: string | undefined): Said =>
    say('report.identity', { what, before: before ?? say('report.nothing'), after: after ?? say('report.nothing') }),
  sameDevices: (n: number): Said => say('report.sameDevices', { n }),
  captive: (joint: Said): Said => say('report.captive', { joint }),
  closes: (emptyHoles: number): Said => say('report.closes', { emptyHoles }),
  inHand: (n: number): Said => say('report.inHand', { n })
} as const;

/** What came of a job, for who reads one page of it. */
export const OUTCOME = {
  testsPass: (n: number): Said => say('outcome.testsPass', { n }),
  testsFail: (n: number, failed: readonly Said[]): Said =>
    say('outcome.testsFail', { n, failures: failed.length, failed }),
  screwsBack: (n: number): Said => say('outcome.screwsBack', { n }),
  screwsMissing: (back: number, n: number, groups: readonly Said[]): Said =>
    say('outcome.screwsMissing', { back, n, groups }),
  screwsMissingBefore: (back: number, n: number, groups: readonly Said[]): Said =>
    say('outcome.screwsMissingBefore', { back, n, groups }),
  screwsOpen: (groups: readonly Said[]): Said => say('outcome.screwsOpen', { groups })
};
