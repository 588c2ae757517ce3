/** What is seen on a machine as it comes in. */
export const MARKS = {
  'missing-screw': 'Screw missing',
  crack: 'Crack',
  dent: 'Dent',
  scratch: 'Scratch',
  seal: 'Seal or label broken',
  liquid: 'Liquid',
  swelling: 'Bulges',
  repair: 'Earlier repair',
  other: 'Something else'
} as const;

/** What was agreed about the data in it. */
export const DATA = {
  keep: 'Their data stays as it is',
  copy: 'A copy first, then it may be touched',
  lose: 'May be lost',
  none: 'No drive in it'
} as const;

/** What keeps a job from going on, the first that does. */
export const WAITS = {
  stopped: 'Stopped: it can hurt someone',
  triage: 'First questions',
  finding: 'To find the fault',
  declined: 'Declined: to hand back',
  approval: 'Approval',
  part: 'Part or consumable',
  draining: 'Cell draining',
  bench: 'Ready for the bench',
  working: 'On the bench',
  signature: 'Second signature',
  nothing: 'Closed'
} as const;

/** Kinds of work whose standard times a shop may set for itself, as factors of the standard. */
export const PACE_KINDS = {
  'open screws': 'Screws out',
  'close screws': 'Screws in',
  'open connector': 'Plugs open',
  'close connector': 'Plugs closed',
  'open clips': 'Clips open',
  'close clips': 'Clips closed',
  move: 'Parts out',
  return: 'Parts back',
  swap: 'The swap',
  test: 'Tests'
} as const;

/** Lines of a job's history. */
export const HISTORY = {
  hazards: (told: readonly string[]) =>
    `First questions: ${told.length > 0 ? told.join('; ') : 'nothing that endangers anyone'}`,
  allowed: (why: string) => `Work allowed past the stop: ${why}`,
  intake: (data: keyof typeof DATA, accessories: readonly string[], sealsAgreed: boolean) =>
    `Taken in: ${DATA[data].toLowerCase()}; ${accessories.length > 0 ? `with ${accessories.join(', ')}` : 'without accessories'}; ${sealsAgreed ? 'seals agreed' : 'seals not agreed'}`,
  condition: (marks: readonly (keyof typeof MARKS)[]) =>
    marks.length === 0
      ? 'Walk round: nothing to note'
      : `Walk round: ${marks.map((m) => MARKS[m].toLowerCase()).join(', ')}`,
  listing: (n: number) => `Hardware listing: ${n} devices`,
  placed: (place: string) => `Now: ${place}`,
  cell: (verdict: string) => `Cell read: ${verdict}`,
  load: (loadW: number) => `Load on the cell: ${loadW} W, until it is at a safe charge`,
  symptoms: (there: number, not: number) => `Symptoms: ${there} there, ${not} not`,
  tried: (test: string, outcome: string) => `Tried ${test}: ${outcome}`,
  mended: (repair: string, helped: boolean) => `${repair}: ${helped ? 'helped' : 'did not help'}`,
  afresh: 'Fault finding begun afresh',
  quoted: 'Quote made',
  answered: (approved: boolean, from: string, how: string) =>
    `Quote ${approved ? 'approved' : 'declined'} by ${from}, ${how}`,
  openedWithout: (missing: readonly string[], why: string) => `To be opened without: ${missing.join(', ')}. ${why}`
};

/** Why a fact cannot be one of this machine. */
export const STRANGE = {
  none: (what: string, id: string) => `There is no ${what} "${id}" of this machine.`,
  noStep: (step: string) => `No plan of this run has a step "${step}".`,
  noPart: (part: string) => `The machine has no part "${part}".`,
  noJoint: (joint: string) => `The machine has no joint "${joint}".`,
  noMark: (step: string) => `No mark is read off at step "${step}".`,
  noScrews: (joint: string) => `"${joint}" is not held by screws: there are none to account for.`,
  notTightened: (step: string) => `No screw is tightened at step "${step}".`,
  noHole: (joint: string, hole: number) => `${joint}: there is no hole ${hole}.`
};
