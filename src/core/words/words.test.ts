import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { ConnectorFamily, Joint } from '../machine';
import { demoAccess, plug, screw } from '../testing/machines';
import { cautionsFor as cautionsForSaid, isolationCautions } from '../plan/cautions';
import { amountOf } from '../plan/consumables';
import { touchedFunctions } from '../plan/touched';
import { toolFor } from '../plan/tools';
import {
  amountWords as amountWordsSaid,
  causeWords as causeWordsSaid,
  chanceWords,
  closeWords as closeWordsSaid,
  EVENT,
  evidenceWords as evidenceWordsSaid,
  jobWords as jobWordsSaid,
  moveWords as moveWordsSaid,
  openWords as openWordsSaid,
  poseWords as poseWordsSaid,
  returnWords as returnWordsSaid,
  suspectWords as suspectWordsSaid,
  swapWords as swapWordsSaid
} from '.';
import { sizeText } from '../fasteners';
import { suspectId, UNDOCUMENTED } from '../ids';

const suspectWords = (...asked: Parameters<typeof suspectWordsSaid>) => inEnglish(suspectWordsSaid(...asked));
const moveWords = (...asked: Parameters<typeof moveWordsSaid>) => inEnglish(moveWordsSaid(...asked));
const openWords = (...asked: Parameters<typeof openWordsSaid>) => inEnglish(openWordsSaid(...asked));
const closeWords = (...asked: Parameters<typeof closeWordsSaid>) => inEnglish(closeWordsSaid(...asked));
const returnWords = (...asked: Parameters<typeof returnWordsSaid>) => inEnglish(returnWordsSaid(...asked));
const poseWords = (...asked: Parameters<typeof poseWordsSaid>) => inEnglish(poseWordsSaid(...asked));
const swapWords = (...asked: Parameters<typeof swapWordsSaid>) => inEnglish(swapWordsSaid(...asked));
const numbersOf = (part: string) => model.part(part).numbers.map((n) => n.number);
const jobWords = (...asked: Parameters<typeof jobWordsSaid>) => inEnglish(jobWordsSaid(...asked));
const causeWords = (...asked: Parameters<typeof causeWordsSaid>) => inEnglish(causeWordsSaid(...asked));
const evidenceWords = (...asked: Parameters<typeof evidenceWordsSaid>) => inEnglish(evidenceWordsSaid(...asked));
const amountWords = (...asked: Parameters<typeof amountWordsSaid>) => inEnglish(amountWordsSaid(...asked));
const cautionsFor = (...asked: Parameters<typeof cautionsForSaid>) => inEnglish(cautionsForSaid(...asked));

const access = demoAccess();
const { model } = access;
const move = (id: string) => {
  const action = access.actions.get(`move:${id}`)!;
  if (action.kind !== 'move') throw new Error(id);
  return action;
};
const screws = (over: Record<string, unknown>, count = 1) => {
  const base = screw('s', 'x', 'y', [1, 1], 0) as unknown as { screw: object };
  return Joint.parse({
    ...base,
    at: Array.from({ length: count }, (_, i) => [i, 1]),
    count,
    screw: { ...base.screw, ...over }
  });
};

it.each([
  [0.51, 'most likely'],
  [0.5, 'likely'],
  [0.21, 'likely'],
  [0.2, 'possible'],
  [0.08, 'possible'],
  [0.07, 'unlikely']
])('a doubt of %s is called %s', (share, called) => expect(inEnglish(chanceWords(share)).toLowerCase()).toBe(called));

it('what held a part is named, whether the machine file knows it or not', () => {
  expect(inEnglish(suspectWords(model, suspectId('fan-screws')))).toBe('Fan screws');
  expect(suspectWords(model, suspectId('screws-of-old', 'hooks'))).toBe('screws-of-old');
  expect(suspectWords(model, UNDOCUMENTED)).toBe('a fastener that the machine file does not know');
});
it('a swap is told by what stands on the labels', () => {
  expect(inEnglish(EVENT.swapped('Fan', { number: 'A-1' }, { number: 'B-2', serial: '77' }))).toBe(
    'Fan: out A-1, in B-2 77'
  );
  expect(inEnglish(EVENT.swapped('Fan', {}, {}))).toBe('Fan: out ?, in ?');
});

describe('screws in words', () => {
  it('by count, size and drive; captive ones are loosened, not taken out', () => {
    expect(inEnglish(openWords(model, screws({}, 3)))).toEqual({ text: 'Remove the 3 s screw, M2 x 4, PH0' });
    expect(openWords(model, screws({})).text).toBe('Remove the s screw, M2 x 4, PH0');
    expect(openWords(model, screws({ captive: true }, 4))).toEqual({
      text: 'Loosen the 4 s screw, M2 x 4, PH0',
      detail: 'Captive: they stay in their part.'
    });
    expect(closeWords(model, screws({ captive: true }, 4)).text).toBe('Tighten the 4 s screw, M2 x 4, PH0');
  });
  it('broad heads are part of the size', () => {
    const joint = screws({ head: 'flat-broad' });
    expect(joint.kind === 'screws' && sizeText(joint.screw)).toBe('M2 x 4 broad');
  });
  it('tightening says order, passes, torque and locker', () => {
    expect(
      inEnglish(closeWords(model, screws({ printedOrder: [2, 0, 1], torqueNm: 0.2, threadLocker: true }, 3)).detail)
    ).toBe('In the printed order, 1 to 3, in two passes. 0.2 N·m. Apply thread locker.');
    expect(closeWords(model, screws({}, 2)).detail).toBe('About 0.18 N·m (guideline for this thread and material).');
    expect(inEnglish(closeWords(model, screws({ torqueNm: 0.3 }, 4)).detail)).toBe(
      'Crosswise, in two passes. 0.3 N·m.'
    );
  });
});

const VERBS: Partial<Record<string, string>> = {
  blade: 'Slide the battery off its contacts',
  'edge-card': 'Take the battery out of its socket',
  'memory-socket': 'Take the battery out of its socket',
  'processor-lock': 'Open the p plug'
};

it('every family of plug has a motion of its own for either way', () => {
  const open = new Set<string>();
  const close = new Set<string>();
  for (const family of ConnectorFamily.options) {
    const joint = Joint.parse(plug('p', 'battery', 'case', [1, 1], 0, { family } as never));
    open.add(openWords(model, joint).detail!);
    close.add(closeWords(model, joint).detail!);
    expect(openWords(model, joint).text).toBe(VERBS[family] ?? 'Disconnect the p plug');
  }
  expect(open.size).toBe(ConnectorFamily.options.length);
  expect(close.size).toBeGreaterThan(8);
});

it.each([
  ['cover-clips', /^Unclip the bottom cover clips/, /never pry/, /^Clip in the/],
  ['fan-tape', /^Peel off the/, /used again/, /^Stick down/],
  ['wlan-main-clip', /^Unroute the/, /Out of its clip/, /^Route the/],
  ['ssd-shield-hook', /^Unhook the/, /to the right/, /^Hook in the/],
  ['heat-sink-compound', /^Loosen the heat sink compound/, /Twist a little/, /^Seat it on the fresh thermal compound/],
  ['coin-tape', /^Release the clock cell tape/, /plastic card/, /^Seat it on the fresh foam tape/],
  ['bezel-cap-left-film', /^Release the left bezel cap film/, /plastic pick/, /^Press down the/],
  ['wlan-main-snap', /^Disconnect the/, /Mark W1 to mark W1/, /^Connect the/]
])('%s reads as one would say it', (id, text, detail, back) => {
  const joint = model.joint(id);
  expect(inEnglish(openWords(model, joint).text)).toMatch(text);
  expect(openWords(model, joint).detail).toMatch(detail);
  expect(closeWords(model, joint).text).toMatch(back);
});

it('moves name the part and which way it goes; a replaced one comes back new', () => {
  expect(inEnglish(moveWords(model, move('board/tilt')))).toMatchObject({
    text: 'Tilt out the main board',
    detail: expect.stringMatching(/12 degrees/)
  });
  expect(returnWords(model, move('board/tilt'), false).text).toBe('Tilt in the main board');
  expect(returnWords(model, move('fan/lift'), true).text).toBe('Fit the new fan');
  expect(moveWords(model, move('keyboard/fold')).text).toBe('Fold back the keyboard');
  // Abbreviations keep their capitals.
  expect(moveWords(model, move('ssd/slide')).text).toBe('Slide out the SSD');
});

it('poses, swaps and jobs in words', () => {
  expect(poseWords({ up: 'underside', lid: 'closed' }, { up: true, lid: false }).text).toBe(
    'Turn the machine over: underside up'
  );
  expect(poseWords({ up: 'topside', lid: 'open' }, { up: true, lid: true }).text).toBe(
    'Turn the machine over: top side up, lid open'
  );
  expect(poseWords({ up: 'topside', lid: 'flat' }, { up: false, lid: true }).text).toBe('Lay the lid flat');
  expect(swapWords(model, { part: 'fan', brings: ['fan-wire'], over: [] }, numbersOf('fan')).detail).toBe(
    'Number NF14-3100. Same holes, same plugs, same side. Comes with the new one: fan wire.'
  );
  expect(
    swapWords(
      model,
      {
        part: 'board',
        brings: [],
        over: [
          { part: 'ssd', when: 'before' },
          { part: 'coin-cell', when: 'after' }
        ]
      },
      numbersOf('board')
    ).detail
  ).toMatch(/already off: SSD\. .*on the mat: clock cell\.$/);
  expect(
    jobWords(model, [
      { do: 'replace', part: 'fan' },
      { do: 'replace', part: 'ssd' },
      { do: 'reach', joint: 'display-plug' }
    ])
  ).toBe('Replace fan and SSD; reseat display plug');
});

it.each([
  [{ kind: 'holds', joint: 'fan-screws', part: 'fan' } as const, 'The fan screws hold the fan.'],
  [{ kind: 'holds', joint: 'fan-plug', part: 'fan' } as const, 'The fan plug holds the fan.'],
  [
    {
      kind: 'covers',
      part: 'bottom-cover',
      what: 'fan-screws',
      evidence: { zone: 'underside', at: [40, 33] as [number, number], coverMm: 0, depthMm: 2, clearMm: 2.5 }
    } as const,
    'The bottom cover lies over the fan screws.'
  ],
  [
    { kind: 'raised', part: 'keyboard', joint: 'keyboard-plug' } as const,
    'The keyboard plug can be reached only while the keyboard is raised.'
  ],
  [
    { kind: 'loose-cable', cable: 'io-cable', part: 'board' } as const,
    'The ports cable ties the main board to what stays; this is its cheaper end.'
  ],
  [{ kind: 'relation', reason: 'Because', leg: 'down' } as const, 'Because.'],
  [{ kind: 'rider', part: 'ssd', of: 'board' } as const, 'The SSD does not come with a new main board: it moves over.'],
  [
    { kind: 'isolation', joint: 'battery-plug' } as const,
    'Power goes first: disconnect the battery plug on every job.'
  ],
  [{ kind: 'goal', goal: 'replace:fan' } as const, 'Asked for: replace the fan.']
])('a cause is an answer to why: %j', (cause, text) => expect(inEnglish(causeWords(model, cause))).toBe(text));

it('what the drawing says comes with its figures', () => {
  const over = access.requirements
    .get('joint:fan-screws')!
    .find((r) => r.cause.kind === 'covers' && r.cause.part === 'bottom-cover')!;
  expect(inEnglish(over.cause.kind === 'covers' && evidenceWords(model, over.cause.evidence!))).toBe(
    'Underside, 40 / 33 mm: it begins 0 mm below the face, what it covers lies at 2 mm and needs 2.5 mm of room.'
  );
  const out = access.requirements
    .get('move:fan/lift')!
    .find((r) => r.cause.kind === 'covers' && r.cause.part === 'bottom-cover')!;
  expect(out.cause.kind === 'covers' && evidenceWords(model, out.cause.evidence!)).toMatch(/comes straight out\.$/);
});

it('consumables come with amounts: area times film', () => {
  const joint = model.joint('heat-sink-compound');
  expect(inEnglish(joint.kind === 'adhesive' && amountWords(amountOf(model, joint)))).toBe(
    '43 mm³ (432 mm² at 0.1 mm)'
  );
  const tape = model.joint('coin-tape');
  expect(tape.kind === 'adhesive' && amountWords(amountOf(model, tape))).toBe('150 mm², 0.5 mm thick');
});

describe('cautions', () => {
  const texts = (id: string, leg: 'down' | 'up' = 'down') => cautionsFor(model, access.actions.get(id)!, leg);
  it('a cell can hurt, either way', () => {
    for (const leg of ['down', 'up'] as const)
      expect(inEnglish(texts('move:battery/lift', leg))).toContainEqual(
        expect.objectContaining({ harm: true, text: expect.stringMatching(/Lithium cell/) })
      );
  });
  it('a hot part is hot on the way down, and bends either way', () => {
    expect(inEnglish(texts('move:heat-sink/lift').map((c) => c.text))).toEqual([
      'May be hot: let it cool.',
      expect.stringMatching(/^Bends/)
    ]);
    expect(texts('move:heat-sink/lift', 'up').map((c) => c.text)).toEqual([expect.stringMatching(/^Bends/)]);
  });
  it('a carrier of cards is held as the cards are', () =>
    expect(inEnglish(texts('move:board/tilt').some((c) => c.text.includes('Wrist strap')))).toBe(true));
  it('antenna snaps and locks at the back have their own', () => {
    expect(inEnglish(texts('joint:wlan-main-snap')[0]!.text)).toMatch(/Never pull the wire/);
    expect(texts('joint:keyboard-plug')[0]!.text).toMatch(/break more easily/);
    expect(texts('joint:fan-screws')).toEqual([]);
  });
  it('the adapter stays away', () =>
    expect(isolationCautions(model.machine.isolation.steps[1]!)[0]).toMatchObject({ harm: true }));
});

it('tools: the drive for screws, plastic for plugs, nothing for what fingers do', () => {
  expect(toolFor(model.joint('fan-screws'))).toBe('driver PH0');
  expect(toolFor(model.joint('fan-plug'))).toBe('plastic spudger');
  expect(toolFor(model.joint('cover-clips'))).toBe('plastic pick');
  expect(toolFor(model.joint('sim-catch'))).toBe('tray pin');
  expect(toolFor(model.joint('ssd-slot'))).toBeUndefined();
  for (const joint of model.machine.joints) expect(toolFor(joint) ?? '').not.toMatch(/metal/);
});

it('a plug stands for the function at its own end, not for all of the board', () => {
  expect(touchedFunctions(model, [access.actions.get('joint:fan-plug')!])).toEqual(['cooling']);
  expect(touchedFunctions(model, [access.actions.get('move:wlan-card/lift')!])).toEqual(['wifi', 'bluetooth']);
  expect(touchedFunctions(model, [access.actions.get('joint:fan-screws')!])).toEqual([]);
});

it('what was done is told with what was counted and the mark that was read, where there was either', () => {
  expect(inEnglish(EVENT.done('Unplug: fan'))).toBe('Unplug: fan: done');
  expect(inEnglish(EVENT.done('Remove 2 screws', 2))).toBe('Remove 2 screws: done, 2 counted');
  expect(inEnglish(EVENT.done('Plug in: aerial', undefined, 'W1'))).toBe('Plug in: aerial: done, on W1');
  expect(inEnglish(EVENT.notSo('Fan screws', 'fewer', 1))).toBe('Fan screws: fewer than expected (1).');
  expect(inEnglish(EVENT.notSo('Fan screws', 'broken'))).toBe('Fan screws: broken.');
});

it('a plug and a socket that are marked differently are told apart, each by its own mark', () => {
  const { model } = demoAccess('lindquay-gannet-13');
  const marked = model.machine.joints.find((j) => j.kind === 'connector' && j.marks !== undefined)!;
  const told = JSON.stringify([
    openWords(model, { ...marked, marks: ['K7', 'W3'] } as typeof marked),
    closeWords(model, { ...marked, marks: ['K7', 'W3'] } as typeof marked)
  ]);
  expect(told).toMatch(/K7/);
  expect(told).toMatch(/W3/);
});
