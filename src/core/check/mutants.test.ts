import { describe, expect, it } from 'vitest';
import type { Access } from '../access';
import { plan, type Plan, type Step } from '../plan';
import { THOROUGH } from '$core/testing/effort';
import { demoAccess, DEMO_MACHINES } from '../testing/machines';
import { checkPlan } from '.';
import type { Goal } from '../goals';

type Change = (p: Plan) => void;
const isAct = (s: Step) => ['open', 'close', 'move', 'return'].includes(s.do);

/** Every way in which this plan can be spoilt by one change, by name. */
function* mutants(access: Access, good: Plan): Generator<[string, Change]> {
  const ids = new Map(good.steps.map((s, i) => [s.id, i]));
  const at = (p: Plan, i: number) => p.steps[i]!;
  for (const [i, s] of good.steps.entries()) {
    yield [`without ${s.id}`, (p) => void p.steps.splice(i, 1)];
    yield [`with ${s.id} twice`, (p) => void p.steps.splice(i, 0, structuredClone(at(p, i)))];
    yield [
      `with ${s.id} under another name a second time`,
      (p) => void p.steps.splice(i + 1, 0, { ...structuredClone(at(p, i)), id: `${s.id}-again` })
    ];
    if (s.mirror) yield [`${s.id} without its mirror`, (p) => void delete at(p, i).mirror];
    if (s.departs && !s.mirror) yield [`${s.id} without a reason`, (p) => void delete at(p, i).departs];
    if (s.count) yield [`${s.id} with a screw more`, (p) => void at(p, i).count!++];
    if (isAct(s)) yield [`${s.id} in another time`, (p) => void (at(p, i).seconds += 1)];
    if (isAct(s)) yield [`${s.id} on another leg`, (p) => void (at(p, i).leg = s.leg === 'up' ? 'down' : 'up')];
    if (s.tool?.startsWith('driver'))
      yield [
        `${s.id} with another bit`,
        (p) => void (at(p, i).tool = s.tool === 'driver PH0' ? 'driver PH1' : 'driver PH0')
      ];
    if (s.tool)
      yield [`${s.tool} not in hand`, (p) => void (p.inHand.tools = p.inHand.tools.filter((t) => t.tool !== s.tool))];
    if (s.do === 'pose')
      yield [
        `${s.id} the other way up`,
        (p) =>
          void (at(p, i).pose = s.pose!.startsWith('underside')
            ? s.pose!.replace('underside', 'topside')
            : s.pose!.replace('topside', 'underside'))
      ];
    if (s.pose && isAct(s)) yield [`${s.id} said to lie otherwise`, (p) => void (at(p, i).pose = 'any/flat')];
    if (s.pinch.length > 0)
      yield [`${s.id} with a cable that is not there`, (p) => void (at(p, i).pinch[0]!.cable = 'no-cable')];
    if (s.do === 'pose')
      yield [
        `${s.id} with something loose that is held`,
        (p) => void (at(p, i).unheld = [{ part: good.steps.find((x) => x.do === 'move')!.part!, how: 'leash' }])
      ];
    if (s.unheld) yield [`${s.id} without what is loose`, (p) => void delete at(p, i).unheld];
    if (s.unheld) yield [`${s.id} not listed as loose`, (p) => void (p.loose = p.loose.filter((id) => id !== s.id))];
    if (s.looks) {
      const [, second] = s.looks;
      yield [`${s.id} with a look left out`, (p) => void (at(p, i).looks = s.looks!.filter((l) => l !== second))];
      yield [
        `${s.id} with a look at what is not whole`,
        (p) => void (at(p, i).looks = ALL_LOOKS.filter((l) => !s.looks!.includes(l)))
      ];
      if (good.steps[i - 1]?.do === 'pose') yield [`${s.id} as it lies`, (p) => void p.steps.splice(i - 1, 1)];
    }
    if (s.tighten) yield [`${s.id} with a hole left out`, (p) => void at(p, i).tighten!.order.pop()];
    if (good.energised.includes(s.id)) {
      yield [`${s.id} not listed as live`, (p) => void (p.energised = p.energised.filter((id) => id !== s.id))];
      if (s.cautions.some((c) => c.live))
        yield [
          `${s.id} without its caution`,
          (p) => void (at(p, i).cautions = at(p, i).cautions.filter((c) => !c.live))
        ];
    } else if (isAct(s)) yield [`${s.id} listed as live`, (p) => void p.energised.push(s.id)];
    // What a step needs is done after it: by the plan's own reasons on the way down, and by their mirror on the way up.
    for (const reason of s.because) {
      const of = reason.split(' < ')[0]!;
      // Where another way would have done as well the order may be another.
      if (access.requirements.get(of)?.find((r) => r.id === reason)?.alternatives.length !== 1) continue;
      for (const [first, then] of [
        [i, ids.get(`down/${of}`)],
        [ids.get(`up/${of}`), s.leg === 'up' ? i : undefined]
      ] as const) {
        if (
          first === undefined ||
          then === undefined ||
          first >= then ||
          (reason.includes('relation') && s.leg === 'up')
        )
          continue;
        yield [
          `${at(good, first).id} only after ${at(good, then).id}`,
          (p) => void p.steps.splice(then, 0, ...p.steps.splice(first, 1))
        ];
      }
    }
  }
  if (good.inHand.consumables.length > 0) yield ['a consumable not in hand', (p) => void p.inHand.consumables.pop()];
  if (good.inHand.spares.length > 0) yield ['a spare not in hand', (p) => void p.inHand.spares.pop()];
  yield ['a goal more', (p) => void p.goals.push({ do: 'reach', joint: 'no-joint' })];
  yield ['a set that flatters itself', (p) => void (p.set.cost -= 1)];
  yield ['a proof that is none', (p) => void (p.order = { ...p.order, bound: p.order.cost - 1, proved: true })];
}

/** One mutant of so many: other kinds of changes at each step, since a step has no fixed number of them. */
const SHARE = THOROUGH ? 1 : 7;

const ALL_LOOKS = ['start', 'charge', 'picture', 'keys', 'fan'] as const;

describe.each(DEMO_MACHINES)('plans of %s', (id) => {
  const access = demoAccess(id);
  const { machine } = access.model;
  const parts = machine.parts.filter((p) => p.numbers.length > 0 && p.moves.length > 0).map((p) => p.id);
  const jobs: Goal[][] = (THOROUGH ? [0, 1, 2] : [0, 1]).map((k) => [
    { do: 'replace', part: parts[k * 3]! },
    { do: 'remove', part: parts[(k * 5 + 4) % parts.length]! }
  ]);
  it.each(jobs.map((goals) => [goals.map((g) => ('part' in g ? g.part : g.joint)).join(' and '), goals] as const))(
    '%s: nothing to say of the plan, something of each of its mutants',
    (_, goals) => {
      const good = plan(access, goals, { budget: 2000 });
      expect(checkPlan(machine, good, good.machine.hash)).toEqual([]);
      const missed: string[] = [];
      let tried = 0;
      for (const [name, change] of mutants(access, good)) {
        if (tried++ % SHARE > 0) continue;
        const spoilt = structuredClone(good);
        change(spoilt);
        if (checkPlan(machine, spoilt, good.machine.hash).length === 0) missed.push(name);
      }
      expect(missed).toEqual([]);
      expect(tried).toBeGreaterThan(100);
    }
  );
});
