import { describe, expect, it } from 'vitest';
import { ConnectorFamily, Joint } from '../machine';
import { demoAccess, plug, screw } from '../testing/machines';
import { cautionsFor, isolationCautions } from '../plan/cautions';
import { amountOf } from '../plan/consumables';
import { touchedFunctions } from '../plan/touched';
import { toolFor } from '../plan/tools';
import {
  amountWords,
  causeWords,
  closeWords,
  EVENT,
  evidenceWords,
  jobWords,
  moveWords,
  openWords,
  poseWords,
  returnWords,
  suspectWords,
  swapWords
} from '.';
import { sizeText } from '../fasteners';
import { suspectId, UNDOCUMENTED } from '../ids';

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

it('what held a part is named, whether the machine file knows it or not', () => {
  expect(suspectWords(model, suspectId('fan-screws'))).toBe('fan screws');
  expect(suspectWords(model, suspectId('screws-of-old', 'hooks'))).toBe('screws-of-old');
  expect(suspectWords(model, UNDOCUMENTED)).toBe('a fastener that the machine file does not know');
});
it('a swap is told by what stands on the labels', () => {
  expect(EVENT.swapped('Fan', { number: 'A-1' }, { number: 'B-2', serial: '77' })).toBe('Fan: out A-1, in B-2 77');
  expect(EVENT.swapped('Fan', {}, {})).toBe('Fan: out ?, in ?');
});

describe('screws in words', () => {
  it('by count, size and drive; captive ones are loosened, not taken out', () => {
    expect(openWords(screws({}, 3))).toEqual({ text: 'Take out 3 screws: s screw', detail: 'M2 x 4, PH0.' });
    expect(openWords(screws({})).text).toBe('Take out the screw: s screw');
    expect(openWords(screws({ captive: true }, 4))).toEqual({
      text: 'Loosen 4 captive screws: s screw',
      detail: 'M2 x 4, PH0. They stay in their part.'
    });
    expect(closeWords(screws({ captive: true }, 4)).text).toBe('Tighten 4 captive screws: s screw');
  });
  it('broad heads are part of the size', () => {
    const joint = screws({ head: 'flat-broad' });
    expect(joint.kind === 'screws' && sizeText(joint.screw)).toBe('M2 x 4 broad');
  });
  it('tightening says order, passes, torque and locker', () => {
    expect(closeWords(screws({ printedOrder: [2, 0, 1], torqueNm: 0.2, threadLocker: true }, 3)).detail).toBe(
      'M2 x 4, PH0. In the printed order, 1 to 3, in two passes. 0.2 N·m. Thread locker.'
    );
    expect(closeWords(screws({}, 2)).detail).toBe('M2 x 4, PH0. About 0.18 N·m (guideline by thread and material).');
    expect(closeWords(screws({ torqueNm: 0.3 }, 4)).detail).toBe('M2 x 4, PH0. Crosswise, in two passes. 0.3 N·m.');
  });
});

it('every family of plug has a motion of its own for either way', () => {
  const open = new Set<string>();
  const close = new Set<string>();
  for (const family of ConnectorFamily.options) {
    const joint = Joint.parse(plug('p', 'x', 'y', [1, 1], 0, { family } as never));
    open.add(openWords(joint).detail!);
    close.add(closeWords(joint).detail!);
    expect(openWords(joint).text).toBe(family === 'blade' ? 'Part: p plug' : 'Unplug: p plug');
  }
  expect(open.size).toBe(ConnectorFamily.options.length);
  expect(close.size).toBeGreaterThan(8);
});

it.each([
  ['cover-clips', /^Free the clips: bottom cover clips/, /never pry/, /^Close the clips/],
  ['fan-tape', /^Peel back the tape/, /goes back/, /^Tape back/],
  ['wlan-main-clip', /^Undress/, /Out of its clip/, /^Dress the cable/],
  ['ssd-shield-hook', /^Unhook/, /to the right/, /^Hook in/],
  ['heat-sink-compound', /^Loosen the bond/, /Twist a little/, /^Settle it on the fresh thermal compound/],
  ['coin-tape', /^Free the foam tape/, /plastic card/, /^Settle it on the fresh foam tape/],
  ['bezel-cap-left-film', /^Free the film/, /plastic pick/, /^Press down/],
  ['wlan-main-snap', /^Unplug/, /Mark W1 to mark W1/, /^Plug in/]
])('%s reads as one would say it', (id, text, detail, back) => {
  const joint = model.joint(id);
  expect(openWords(joint).text).toMatch(text);
  expect(openWords(joint).detail).toMatch(detail);
  expect(closeWords(joint).text).toMatch(back);
});

it('moves name the part and which way it goes; a replaced one comes back new', () => {
  expect(moveWords(move('board/tilt'))).toMatchObject({
    text: 'Tilt out the main board',
    detail: expect.stringMatching(/12 degrees/)
  });
  expect(returnWords(move('board/tilt'), false).text).toBe('Tilt back in the main board');
  expect(returnWords(move('fan/lift'), true).text).toBe('Put back the new fan');
  expect(moveWords(move('keyboard/fold')).text).toBe('Fold back the keyboard');
  // Abbreviations keep their capitals.
  expect(moveWords(move('ssd/slide')).text).toBe('Slide out the SSD');
});

it('poses, swaps and jobs in words', () => {
  expect(poseWords({ up: 'underside', lid: 'closed' }).text).toBe('Turn the machine: underside up, lid closed');
  expect(poseWords({ up: 'topside', lid: 'open' }).text).toBe('Turn the machine: upright, lid open');
  expect(swapWords(model, { part: 'fan', brings: ['fan-wire'], over: [] }).detail).toBe(
    'Number NF14-3100. Same holes, same plugs, same side. Comes with the new one: fan wire.'
  );
  expect(
    swapWords(model, {
      part: 'board',
      brings: [],
      over: [
        { part: 'ssd', when: 'before' },
        { part: 'coin-cell', when: 'after' }
      ]
    }).detail
  ).toMatch(/off already: SSD\. .*on the mat: clock cell\.$/);
  expect(
    jobWords(model, [
      { do: 'replace', part: 'fan' },
      { do: 'replace', part: 'ssd' },
      { do: 'reach', joint: 'display-plug' }
    ])
  ).toBe('Replace fan, SSD; reach display plug');
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
  [{ kind: 'isolation', joint: 'battery-plug' } as const, 'Power goes first: the battery plug is opened on every job.'],
  [{ kind: 'goal', goal: 'replace:fan' } as const, 'Asked for: replace the fan.']
])('a cause is an answer to why: %j', (cause, text) => expect(causeWords(model, cause)).toBe(text));

it('what the drawing says comes with its figures', () => {
  const over = access.requirements
    .get('joint:fan-screws')!
    .find((r) => r.cause.kind === 'covers' && r.cause.part === 'bottom-cover')!;
  expect(over.cause.kind === 'covers' && evidenceWords(model, over.cause.evidence)).toBe(
    'Underside, 40 / 33 mm: it begins 0 mm below the face, what it covers lies at 2 mm and needs 2.5 mm of room.'
  );
  const out = access.requirements
    .get('move:fan/lift')!
    .find((r) => r.cause.kind === 'covers' && r.cause.part === 'bottom-cover')!;
  expect(out.cause.kind === 'covers' && evidenceWords(model, out.cause.evidence)).toMatch(/comes straight out\.$/);
});

it('consumables come with amounts: area times film', () => {
  const joint = model.joint('heat-sink-compound');
  expect(joint.kind === 'adhesive' && amountWords(amountOf(model, joint))).toBe('43 mm³ (432 mm² at 0.1 mm)');
  const tape = model.joint('coin-tape');
  expect(tape.kind === 'adhesive' && amountWords(amountOf(model, tape))).toBe('150 mm², 0.5 mm thick');
});

describe('cautions', () => {
  const texts = (id: string, leg: 'down' | 'up' = 'down') => cautionsFor(model, access.actions.get(id)!, leg);
  it('a cell can hurt, either way', () => {
    for (const leg of ['down', 'up'] as const)
      expect(texts('move:battery/lift', leg)).toContainEqual(
        expect.objectContaining({ harm: true, text: expect.stringMatching(/Lithium cell/) })
      );
  });
  it('a hot part is hot on the way down, and bends either way', () => {
    expect(texts('move:heat-sink/lift').map((c) => c.text)).toEqual([
      'May be hot: let it cool.',
      expect.stringMatching(/^Bends/)
    ]);
    expect(texts('move:heat-sink/lift', 'up').map((c) => c.text)).toEqual([expect.stringMatching(/^Bends/)]);
  });
  it('a carrier of cards is held as the cards are', () =>
    expect(texts('move:board/tilt').some((c) => c.text.includes('Wrist strap'))).toBe(true));
  it('antenna snaps and locks at the back have their own', () => {
    expect(texts('joint:wlan-main-snap')[0]!.text).toMatch(/Never pull by the wire/);
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
  expect(EVENT.done('Unplug: fan')).toBe('Unplug: fan: done');
  expect(EVENT.done('Take out 2 screws', 2)).toBe('Take out 2 screws: done, 2 counted');
  expect(EVENT.done('Plug in: aerial', undefined, 'W1')).toBe('Plug in: aerial: done, on W1');
  expect(EVENT.notSo('Fan screws', 'fewer', 1)).toBe('Fan screws: fewer than expected (1).');
  expect(EVENT.notSo('Fan screws', 'broken')).toBe('Fan screws: broken.');
});
