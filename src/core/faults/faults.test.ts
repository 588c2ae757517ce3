import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoFaults } from '../testing/demo-faults';
import { demoAccess, DEMO_MACHINES } from '../testing/machines';
import {
  belief,
  mendedFault,
  commonTo,
  FaultSet,
  nextStep,
  NOTHING_KNOWN,
  priors,
  reachFrom,
  strangersOf,
  swapLikeliest
} from '.';

describe('belief', () => {
  const set = demoFaults('norrvik-fathom-14');
  const of = (id: string, b: readonly number[]) => b[set.faults.findIndex((f) => f.id === id)]!;

  it('sums to one, and an outcome moves it the way it is likely', () => {
    const before = belief(set, { ...NOTHING_KNOWN, symptoms: { 'touchpad-dead': true } }, {});
    expect(before.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    const after = belief(
      set,
      { symptoms: { 'touchpad-dead': true }, tests: { 'touchpad-outside': 'yes' }, repairs: [] },
      {}
    );
    expect(of('touchpad-driver', after)).toBeGreaterThan(of('touchpad-driver', before));
    expect(of('touchpad-worn', after)).toBeLessThan(of('touchpad-worn', before));
  });
  it('a repair that did not help rules out what it mends; a symptom that is not there what always shows it', () => {
    expect(
      of(
        'touchpad-plug-loose',
        belief(set, { symptoms: { 'touchpad-dead': true }, tests: {}, repairs: ['touchpad-plug-reseat'] }, {})
      )
    ).toBe(0);
    expect(
      of(
        'adapter-dead',
        belief(set, { symptoms: { 'no-start': true, 'no-charge': false }, tests: {}, repairs: [] }, {})
      )
    ).toBe(0);
  });
  it('what an earlier set asked and this one does not know says nothing', () => {
    const known = { symptoms: { 'touchpad-dead': true }, tests: {}, repairs: [] };
    const older = {
      symptoms: { ...known.symptoms, 'smell-of-thyme': true },
      tests: { 'sniff-at-it': 'yes' },
      repairs: ['pots-watered']
    };
    expect(belief(set, older, {})).toEqual(belief(set, known, {}));
  });
  it('says so when no single fault explains everything', () => {
    expect(
      belief(set, { symptoms: { 'touchpad-dead': true, 'no-wifi': true }, tests: {}, repairs: [] }, {}).every(
        (b) => b === 0
      )
    ).toBe(true);
  });
  it('closed jobs move the shares a little when few, to what was found when many', () => {
    const [ship, few, many] = [0, 2, 2000].map((n) => of('fan-bearing', priors(set, { 'fan-bearing': n })));
    expect(few).toBeGreaterThan(ship!);
    expect(few! - ship!).toBeLessThan(0.1);
    expect(many).toBeGreaterThan(0.98);
    expect(priors(set, { 'fan-bearing': 7 }).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
  });
});

describe('the demo\u2019s fault sets', () => {
  it.each(DEMO_MACHINES)('%s: names only what the machine has, and every complaint has a way to its end', (id) => {
    const set = demoFaults(id);
    const access = demoAccess(id);
    expect(strangersOf(access.model, set)).toEqual([]);
    const reach = reachFrom(access, set);
    for (const symptom of set.symptoms) {
      const weights = belief(set, { ...NOTHING_KNOWN, symptoms: { [symptom.id]: true } }, {});
      expect(swapLikeliest(set, weights, reach), symptom.id).toBeLessThan(Infinity);
    }
  });

  it('reseating comes before replacing where it is near, by arithmetic alone', () => {
    const set = demoFaults('norrvik-pilot-14');
    const next = nextStep(
      set,
      belief(set, { ...NOTHING_KNOWN, symptoms: { 'keyboard-by-fits': true } }, {}),
      { tests: [], repairs: [] },
      reachFrom(demoAccess('norrvik-pilot-14'), set)
    );
    expect(next.candidates[0]).toMatchObject({ do: 'repair', id: 'keyboard-plug-reseat' });
  });

  it('what is open already is near: on the bench with the cover off the plug is looked at first', () => {
    const set = demoFaults('norrvik-fathom-14');
    const access = demoAccess();
    const weights = belief(set, { ...NOTHING_KNOWN, symptoms: { 'touchpad-dead': true } }, {});
    const closed = nextStep(set, weights, { tests: [], repairs: [] }, reachFrom(access, set));
    const open = nextStep(
      set,
      weights,
      { tests: [], repairs: [] },
      reachFrom(access, set, {
        done: ['joint:cover-screws', 'joint:cover-clips', 'move:bottom-cover/lift', 'joint:battery-plug'].filter((a) =>
          access.actions.has(a as never)
        ) as never[],
        stuck: []
      })
    );
    const own = (next: typeof open, id: string) => next.candidates.find((c) => c.id === id)!.own;
    expect(own(open, 'touchpad-plug-reseat')).toBeLessThan(own(closed, 'touchpad-plug-reseat'));
  });
});

describe('what dead functions have in common', () => {
  const { model } = demoAccess('lindquay-slip-11');
  it('camera and microphone dead, picture there: their plug at the panel side before the cable they share with the picture', () => {
    const common = commonTo(model, ['camera', 'microphone'], ['display']);
    expect(common[0]).toMatchObject({ dead: ['camera', 'microphone'], alive: [] });
    expect(common.map((c) => c.id)).toContain('display-cable');
    expect(common.find((c) => c.id === 'display-cable')!.alive).toEqual(['display']);
  });
  it('ports and sound dead at once share the daughterboard and its cable', () => {
    expect(
      commonTo(model, ['usb-right', 'audio', 'card-reader'])
        .slice(0, 4)
        .map((c) => c.id)
    ).toEqual(expect.arrayContaining(['io-board', 'io-plug', 'io-far-plug']));
  });
  it('one function alone is shared by what it runs through; nothing by nothing', () => {
    expect(commonTo(model, ['touchpad']).map((c) => c.id)).toEqual(
      expect.arrayContaining(['touchpad', 'touchpad-plug'])
    );
    expect(commonTo(model, [])).toEqual([]);
  });
});

it('of what explains as much, the shared cable comes before its plugs, small boards before the main board', () => {
  const { model } = demoAccess('lindquay-slip-11');
  const common = commonTo(model, ['usb-right', 'audio', 'card-reader']);
  const at = (id: string) => common.findIndex((c) => c.id === id);
  const same = common.filter(
    (c) => c.dead.length === common[0]!.dead.length && c.alive.length === common[0]!.alive.length
  );
  const ranks = same.map((c) => (c.what === 'part' && model.cable(c.id) ? 0 : c.what === 'joint' ? 1 : 2));
  expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
  for (const c of same)
    if (c.what === 'part' && model.part(c.id).kind === 'board' && c.id !== same.at(-1)!.id && !/io/.test(c.id))
      expect(at(c.id)).toBeGreaterThan(0);
});

describe('a fault set that does not hold together', () => {
  const set = demoFaults('lindquay-slip-11');
  it.each([
    [
      'a fault that nothing mends',
      {
        ...set,
        repairs: set.repairs
          .map((r) => ({ ...r, mends: r.mends.filter((m) => m !== 'adapter-dead') }))
          .filter((r) => r.mends.length > 0)
      },
      /nothing mends "adapter-dead"/
    ],
    [
      'an unknown symptom',
      { ...set, faults: [{ ...set.faults[0]!, shows: { mood: 1 } }, ...set.faults.slice(1)] },
      /no symptom/
    ],
    [
      'likelihoods that do not add up',
      { ...set, tests: [{ ...set.tests[0]!, otherwise: [0.5, 0.6] }, ...set.tests.slice(1)] },
      /add up to 1/
    ],
    ['an id that stands twice', { ...set, tests: [set.tests[0]!, set.tests[0]!] }, /stands twice/]
  ])('%s is refused', (_, broken, message) => {
    const { error } = FaultSet.safeParse(broken);
    expect(error!.issues.map((i) => i.message).join('\n')).toMatch(message);
  });
});

describe('a fault set from outside', () => {
  it('is read or refused, never more, however it is broken', () => {
    const text = JSON.stringify(demoFaults('lindquay-slip-11'));
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            at: fc.nat({ max: text.length - 1 }),
            put: fc.oneof(fc.string({ maxLength: 5 }), fc.constantFrom('-1', '1e999', 'null', '[[', '{}', '"'))
          }),
          { minLength: 1, maxLength: 4 }
        ),
        (cuts) => {
          let broken = text;
          for (const { at, put } of cuts) broken = broken.slice(0, at) + put + broken.slice(at + put.length);
          let document: unknown;
          try {
            document = JSON.parse(broken);
          } catch {
            return;
          }
          const read = FaultSet.safeParse(document);
          if (read.success) expect(belief(read.data, NOTHING_KNOWN, {}).every((b) => b >= 0 && b <= 1)).toBe(true);
          else expect(read.error.issues[0]!.message.length).toBeGreaterThan(3);
        }
      ),
      { numRuns: 200 }
    );
    fc.assert(
      fc.property(fc.json(), (json) => {
        FaultSet.safeParse(JSON.parse(json));
      })
    );
  });
});

describe('the fault that a repair mended', () => {
  const set = demoFaults('norrvik-fathom-14');
  it('is the one that the screen believed in most, by what closed jobs came to', () => {
    const several = set.repairs.filter((r) => r.mends.length > 1);
    expect(several.length).toBeGreaterThan(0);
    for (const repair of several) {
      for (const fault of repair.mends) {
        // Found often enough, each of them is the likeliest.
        const found = { [fault]: 5000 };
        const shown = belief(set, NOTHING_KNOWN, found);
        const likeliest = [...repair.mends].sort(
          (a, b) => shown[set.faults.findIndex((f) => f.id === b)]! - shown[set.faults.findIndex((f) => f.id === a)]!
        )[0];
        expect(mendedFault(set, NOTHING_KNOWN, found, repair.id)).toBe(likeliest);
        expect(likeliest).toBe(fault);
      }
    }
    expect(mendedFault(set, NOTHING_KNOWN, {}, 'no-such-repair')).toBeUndefined();
  });
});
