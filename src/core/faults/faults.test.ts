import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { goalId, settleGoals, type Goal } from '../plan';
import { demoAccess, DEMO_MACHINES } from '../testing/machines';
import { belief, commonTo, FaultSet, nextStep, NOTHING_KNOWN, priors, reachFrom, strangersOf, swapLikeliest, unplannableIn, type ReachSeconds } from '.';

const demoSet = (id: string) => FaultSet.parse(JSON.parse(readFileSync(fileURLToPath(new URL(`../../../demo/faults/${id}.json`, import.meta.url)), 'utf8')));

/** Covers over parts: a goal costs what lies over it, and what is off already costs nothing more. */
function coversReach(covers: readonly number[], over: Readonly<Record<string, readonly number[]>>): ReachSeconds {
  return (goals) => [...new Set(goals.flatMap((g) => over[goalId(g)] ?? []))].reduce((sum, c) => sum + covers[c]!, 0);
}

interface Small {
  set: FaultSet;
  reach: ReachSeconds;
}

/** Random sets of up to three faults, two tests and four repairs behind shared covers. */
const small: fc.Arbitrary<Small> = fc
  .record({
    weights: fc.array(fc.integer({ min: 1, max: 20 }), { minLength: 1, maxLength: 3 }),
    tests: fc.array(fc.record({ seconds: fc.integer({ min: 0, max: 120 }), likely: fc.array(fc.constantFrom(0, 0.1, 0.5, 0.9, 1), { minLength: 3, maxLength: 3 }), cover: fc.integer({ min: -1, max: 2 }) }), { maxLength: 2 }),
    covers: fc.array(fc.integer({ min: 0, max: 300 }), { minLength: 3, maxLength: 3 }),
    repairs: fc.array(fc.record({ seconds: fc.integer({ min: 1, max: 400 }), cover: fc.integer({ min: -1, max: 2 }), also: fc.integer({ min: 0, max: 2 }) }), { minLength: 3, maxLength: 3 }),
    whole: fc.integer({ min: 100, max: 900 })
  })
  .map(({ weights, tests, covers, repairs, whole }) => {
    const goal = (name: string): Goal => ({ do: 'reach', joint: name });
    const over: Record<string, number[]> = {};
    const behind = (name: string, cover: number): Goal[] => {
      if (cover < 0) return [];
      // The third lies behind the first as well.
      over[goalId(goal(name))] = cover === 2 ? [0, 2] : [cover];
      return [goal(name)];
    };
    const faults = weights.map((weight, i) => ({ id: `f${i}`, name: `fault ${i}`, weight, shows: {} }));
    const set = FaultSet.parse({
      format: 'eager-wrench/faults@1', machine: 'little', symptoms: [{ id: 's', text: 's' }], faults,
      tests: tests.map(({ seconds, likely, cover }, t) => ({
        id: `t${t}`, text: 't', seconds, needs: behind(`t${t}`, cover), outcomes: [{ id: 'yes', text: 'yes' }, { id: 'no', text: 'no' }],
        given: Object.fromEntries(faults.map((f, i) => [f.id, [likely[i]!, 1 - likely[i]!]])), otherwise: [0.5, 0.5]
      })),
      repairs: [
        ...faults.map((f, i) => {
          const { seconds, cover, also } = repairs[i]!;
          const [needs] = behind(`r${i}`, cover);
          return { id: `r${i}`, text: 'r', seconds, mends: [...new Set([f.id, faults[also % faults.length]!.id])], ...(needs ? { goal: needs } : {}) };
        }),
        { id: 'whole', text: 'all', seconds: whole, mends: faults.map((f) => f.id) }
      ]
    });
    return { set, reach: coversReach(covers, over) };
  });

/** The optimum over all decision trees, by trying every one: normalised chances, no bounds, no memory. */
function oracle({ set, reach }: Small, chance: readonly number[], tests: readonly string[], repairs: readonly string[], goals: readonly Goal[]): { best: number; of: Map<string, number> } {
  const of = new Map<string, number>();
  if (chance.every((p) => p < 1e-12)) return { best: 0, of };
  const way = (more: readonly Goal[]) => reach(settleGoals([...goals, ...more])) - reach(settleGoals(goals));
  for (const [t, test] of set.tests.entries()) {
    if (tests.includes(test.id)) continue;
    let seconds = test.seconds + way(test.needs);
    for (const o of test.outcomes.keys()) {
      const joint = chance.map((p, f) => p * (set.tests[t]!.given[set.faults[f]!.id] ?? set.tests[t]!.otherwise)[o]!);
      const sum = joint.reduce((a, b) => a + b, 0);
      if (sum < 1e-12) continue;
      seconds += sum * oracle({ set, reach }, joint.map((p) => p / sum), [...tests, test.id], repairs, [...goals, ...test.needs]).best;
    }
    of.set(test.id, seconds);
  }
  for (const repair of set.repairs) {
    if (repairs.includes(repair.id) || !set.faults.some((f, i) => chance[i]! > 1e-12 && repair.mends.includes(f.id))) continue;
    const rest = chance.map((p, i) => (repair.mends.includes(set.faults[i]!.id) ? 0 : p));
    const left = rest.reduce((a, b) => a + b, 0);
    const more = repair.goal ? [repair.goal] : [];
    let seconds = repair.seconds + way(more);
    if (left > 1e-12) seconds += left * oracle({ set, reach }, rest.map((p) => p / left), tests, [...repairs, repair.id], [...goals, ...more]).best;
    of.set(repair.id, seconds);
  }
  return { best: Math.min(...of.values()), of };
}

describe('the next best step', () => {
  it('is that of the best decision tree there is, whatever the set', () => {
    fc.assert(
      fc.property(small, (problem) => {
        const weights = belief(problem.set, NOTHING_KNOWN);
        const { candidates, proved } = nextStep(problem.set, weights, { tests: [], repairs: [] }, problem.reach);
        const { best, of } = oracle(problem, weights, [], [], []);
        expect(proved).toBe(true);
        expect(candidates[0]!.seconds).toBeCloseTo(best, 6);
        expect(candidates[0]!.isBound).toBe(false);
        for (const c of candidates) {
          if (c.isBound) expect(c.seconds).toBeLessThanOrEqual(of.get(c.id)! + 1e-6);
          else expect(c.seconds).toBeCloseTo(of.get(c.id)!, 6);
        }
      }),
      { numRuns: 150 }
    );
  });

  it('never takes longer than swapping the likeliest part', () => {
    fc.assert(
      fc.property(small, ({ set, reach }) => {
        const weights = belief(set, NOTHING_KNOWN);
        expect(nextStep(set, weights, { tests: [], repairs: [] }, reach).candidates[0]!.seconds).toBeLessThanOrEqual(swapLikeliest(set, weights, reach) + 1e-6);
      })
    );
  });

  it('out of its budget it still names a way that ends, and says that it is not proved', () => {
    const set = demoSet('norrvik-fathom-14');
    const weights = belief(set, { ...NOTHING_KNOWN, symptoms: { 'no-start': true } });
    const next = nextStep(set, weights, { tests: [], repairs: [] }, reachFrom(demoAccess()), 5);
    expect(next.proved).toBe(false);
    expect(next.candidates[0]!.seconds).toBeLessThan(Infinity);
  });
});

describe('belief', () => {
  const set = demoSet('norrvik-fathom-14');
  const of = (id: string, b: readonly number[]) => b[set.faults.findIndex((f) => f.id === id)]!;

  it('sums to one, and an outcome moves it the way it is likely', () => {
    const before = belief(set, { ...NOTHING_KNOWN, symptoms: { 'touchpad-dead': true } });
    expect(before.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    const after = belief(set, { symptoms: { 'touchpad-dead': true }, tests: { 'touchpad-outside': 'yes' }, repairs: [] });
    expect(of('touchpad-driver', after)).toBeGreaterThan(of('touchpad-driver', before));
    expect(of('touchpad-worn', after)).toBeLessThan(of('touchpad-worn', before));
  });
  it('a repair that did not help rules out what it mends; a symptom that is not there what always shows it', () => {
    expect(of('touchpad-plug-loose', belief(set, { symptoms: { 'touchpad-dead': true }, tests: {}, repairs: ['touchpad-plug-reseat'] }))).toBe(0);
    expect(of('adapter-dead', belief(set, { symptoms: { 'no-start': true, 'no-charge': false }, tests: {}, repairs: [] }))).toBe(0);
  });
  it('says so when no single fault explains everything', () => {
    expect(belief(set, { symptoms: { 'touchpad-dead': true, 'no-wifi': true }, tests: {}, repairs: [] }).every((b) => b === 0)).toBe(true);
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
    const set = demoSet(id);
    const access = demoAccess(id);
    expect(strangersOf(access.model, set)).toEqual([]);
    const reach = reachFrom(access);
    for (const symptom of set.symptoms) {
      const weights = belief(set, { ...NOTHING_KNOWN, symptoms: { [symptom.id]: true } });
      expect(swapLikeliest(set, weights, reach), symptom.id).toBeLessThan(Infinity);
    }
  });

  it('reseating comes before replacing where it is near, by arithmetic alone', () => {
    const set = demoSet('norrvik-pilot-14');
    const next = nextStep(set, belief(set, { ...NOTHING_KNOWN, symptoms: { 'keyboard-by-fits': true } }), { tests: [], repairs: [] }, reachFrom(demoAccess('norrvik-pilot-14')));
    expect(next.candidates[0]).toMatchObject({ do: 'repair', id: 'keyboard-plug-reseat', isBound: false });
  });

  it('what is open already is near: on the bench with the cover off the plug is looked at first', () => {
    const set = demoSet('norrvik-fathom-14');
    const access = demoAccess();
    const weights = belief(set, { ...NOTHING_KNOWN, symptoms: { 'touchpad-dead': true } });
    const closed = nextStep(set, weights, { tests: [], repairs: [] }, reachFrom(access));
    const open = nextStep(set, weights, { tests: [], repairs: [] }, reachFrom(access, { done: ['joint:cover-screws', 'joint:cover-clips', 'move:bottom-cover/lift', 'joint:battery-plug'].filter((a) => access.actions.has(a as never)) as never[], stuck: [] }));
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
    expect(commonTo(model, ['usb-right', 'audio', 'card-reader']).slice(0, 4).map((c) => c.id)).toEqual(expect.arrayContaining(['io-board', 'io-plug', 'io-far-plug']));
  });
  it('one function alone is shared by what it runs through; nothing by nothing', () => {
    expect(commonTo(model, ['touchpad']).map((c) => c.id)).toEqual(expect.arrayContaining(['touchpad', 'touchpad-plug']));
    expect(commonTo(model, [])).toEqual([]);
  });
});

describe('what there is no way to', () => {
  const set = demoSet('norrvik-fathom-14');
  const access = demoAccess('norrvik-fathom-14');
  const weights = belief(set, { symptoms: { [set.symptoms[0]!.id]: true }, tests: {}, repairs: [] });
  const known = { tests: [], repairs: [] };
  it('is left out and named, and the rest is searched for and proved as before', () => {
    const free = reachFrom(access);
    const whole = nextStep(set, weights, known, free);
    expect([whole.left, whole.unmended]).toEqual([[], 0]);
    // The repair that is first is not to be had: its joint is reported stuck.
    const likely = set.repairs.find((r) => r.goal && r.mends.some((m) => weights[set.faults.findIndex((f) => f.id === m)]! > 0.01))!;
    const shut: ReachSeconds = (goals) => (goals.some((g) => goalId(g) === goalId(likely.goal!)) ? Infinity : free(goals));
    const next = nextStep(set, weights, known, shut);
    expect(next.left.map((l) => l.id)).toContain(likely.id);
    expect(next.candidates.length).toBeGreaterThan(0);
    for (const c of next.candidates) expect(Number.isFinite(c.seconds)).toBe(true);
    expect(next.proved).toBe(true);
    const only = set.faults.filter((f, i) => weights[i]! > 0 && set.repairs.filter((r) => r.mends.includes(f.id)).every((r) => next.left.some((l) => l.id === r.id))).reduce((sum, f) => sum + weights[set.faults.indexOf(f)]!, 0);
    expect(next.unmended).toBeCloseTo(only, 9);
  });
  it('when nothing can be reached nothing is proposed, and it is said', () => {
    const next = nextStep(set, weights, known, (goals) => (goals.length > 0 ? Infinity : 0));
    expect(next.candidates.every((c) => Number.isFinite(c.seconds))).toBe(true);
    expect(next.left.length).toBeGreaterThan(3);
  });
  it('is found out when a set is imported', () => {
    for (const id of DEMO_MACHINES) expect(unplannableIn(demoSet(id), reachFrom(demoAccess(id)))).toEqual([]);
    const odd = { ...set, repairs: [{ ...set.repairs[0]!, goal: { do: 'replace' as const, part: access.model.root.id } }, ...set.repairs.slice(1)] };
    expect(unplannableIn(odd, reachFrom(access))).toEqual([expect.stringMatching(/cannot be planned/)]);
  });
});

it('of what explains as much, the shared cable comes before its plugs, small boards before the main board', () => {
  const { model } = demoAccess('lindquay-slip-11');
  const common = commonTo(model, ['usb-right', 'audio', 'card-reader']);
  const at = (id: string) => common.findIndex((c) => c.id === id);
  const same = common.filter((c) => c.dead.length === common[0]!.dead.length && c.alive.length === common[0]!.alive.length);
  const ranks = same.map((c) => (c.what === 'part' && model.cable(c.id) ? 0 : c.what === 'joint' ? 1 : 2));
  expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
  for (const c of same) if (c.what === 'part' && model.part(c.id).kind === 'board' && c.id !== same.at(-1)!.id && !/io/.test(c.id)) expect(at(c.id)).toBeGreaterThan(0);
});

describe('a fault set that does not hold together', () => {
  const set = demoSet('lindquay-slip-11');
  it.each([
    ['a fault that nothing mends', { ...set, repairs: set.repairs.map((r) => ({ ...r, mends: r.mends.filter((m) => m !== 'adapter-dead') })).filter((r) => r.mends.length > 0) }, /nothing mends "adapter-dead"/],
    ['an unknown symptom', { ...set, faults: [{ ...set.faults[0]!, shows: { mood: 1 } }, ...set.faults.slice(1)] }, /no symptom/],
    ['likelihoods that do not add up', { ...set, tests: [{ ...set.tests[0]!, otherwise: [0.5, 0.6] }, ...set.tests.slice(1)] }, /add up to 1/],
    ['an id that stands twice', { ...set, tests: [set.tests[0]!, set.tests[0]!] }, /stands twice/]
  ])('%s is refused', (_, broken, message) => {
    const { error } = FaultSet.safeParse(broken);
    expect(error!.issues.map((i) => i.message).join('\n')).toMatch(message);
  });
});

describe('a fault set from outside', () => {
  it('is read or refused, never more, however it is broken', () => {
    const text = JSON.stringify(demoSet('lindquay-slip-11'));
    fc.assert(
      fc.property(fc.array(fc.record({ at: fc.nat({ max: text.length - 1 }), put: fc.oneof(fc.string({ maxLength: 5 }), fc.constantFrom('-1', '1e999', 'null', '[[', '{}', '"')) }), { minLength: 1, maxLength: 4 }), (cuts) => {
        let broken = text;
        for (const { at, put } of cuts) broken = broken.slice(0, at) + put + broken.slice(at + put.length);
        let document: unknown;
        try {
          document = JSON.parse(broken);
        } catch {
          return;
        }
        const read = FaultSet.safeParse(document);
        if (read.success) expect(belief(read.data, NOTHING_KNOWN).every((b) => b >= 0 && b <= 1)).toBe(true);
        else expect(read.error.issues[0]!.message.length).toBeGreaterThan(3);
      }),
      { numRuns: 200 }
    );
    fc.assert(fc.property(fc.json(), (json) => { FaultSet.safeParse(JSON.parse(json)); }));
  });
});
