import { type Said, say, word, wordsOf } from '../language';

/** What is seen on a machine as it comes in. */
export const MARKS = wordsOf('mark', [
  'missing-screw',
  'crack',
  'dent',
  'scratch',
  'seal',
  'liquid',
  'swelling',
  'repair',
  'other'
]);

/** What was agreed about the data in it. */
export const DATA = wordsOf('data', ['keep', 'copy', 'lose', 'none']);

/** What keeps a job from going on, the first that does. */
export const WAITS = wordsOf('waits', [
  'stopped',
  'triage',
  'recording',
  'finding',
  'declined',
  'approval',
  'part',
  'draining',
  'bench',
  'working',
  'signature',
  'nothing'
]);

/** Kinds of work whose standard times a shop may set for itself, as factors of the standard. */
export const PACE_KINDS = {
  'open screws': say('pace.open-screws'),
  'close screws': say('pace.close-screws'),
  'open connector': say('pace.open-connector'),
  'close connector': say('pace.close-connector'),
  'open clips': say('pace.open-clips'),
  'close clips': say('pace.close-clips'),
  move: say('pace.move'),
  return: say('pace.return'),
  swap: say('pace.swap'),
  test: say('pace.test')
} as const;

/** How a customer answered. */
export const answeredHow = (how: string): Said => say('answer.how', { how: word(how) });

/** Lines of a job's history. */
export const HISTORY = {
  hazards: (told: readonly Said[]): Said =>
    told.length > 0 ? say('history.hazards', { told }) : say('history.hazardsNone'),
  allowed: (why: string): Said => say('history.allowed', { why }),
  intake: (data: keyof typeof DATA, accessories: readonly string[], sealsAgreed: boolean): Said =>
    say('history.intake', {
      data: DATA[data],
      with: accessories.length > 0 ? 'some' : 'none',
      accessories,
      seals: sealsAgreed ? 'yes' : 'no'
    }),
  condition: (marks: readonly (keyof typeof MARKS)[]): Said =>
    marks.length === 0
      ? say('history.conditionNone')
      : say('history.condition', { marks: marks.map((mark) => MARKS[mark]) }),
  listing: (n: number): Said => say('history.listing', { n }),
  placed: (place: string): Said => say('history.placed', { place }),
  cell: (verdict: Said): Said => say('history.cell', { verdict }),
  load: (watts: number): Said => say('history.load', { watts }),
  symptoms: (there: number, not: number): Said => say('history.symptoms', { there, not }),
  tried: (test: string, outcome: string): Said => say('history.tried', { test, outcome }),
  mended: (repair: string, helped: boolean): Said => say('history.mended', { repair, helped: helped ? 'yes' : 'no' }),
  afresh: say('history.afresh'),
  quoted: say('history.quoted'),
  answered: (approved: boolean, from: string, how: string): Said =>
    say('history.answered', { approved: approved ? 'yes' : 'no', from, how: answeredHow(how) }),
  openedWithout: (missing: readonly string[], why: string): Said => say('history.openedWithout', { missing, why }),
  begunDoubted: (doubts: number, why: string): Said => say('history.begunDoubted', { doubts, why })
};

/** Why a fact cannot be one of this machine. */
export const STRANGE = {
  none: (what: string, id: string): Said => say('strange.none', { what, id }),
  noStep: (step: string): Said => say('strange.noStep', { step }),
  noPart: (part: string): Said => say('strange.noPart', { part }),
  noJoint: (joint: string): Said => say('strange.noJoint', { joint }),
  noMark: (step: string): Said => say('strange.noMark', { step }),
  noScrews: (joint: string): Said => say('strange.noScrews', { joint }),
  notTightened: (step: string): Said => say('strange.notTightened', { step }),
  noHole: (joint: string, hole: number): Said => say('strange.noHole', { joint, hole })
};
