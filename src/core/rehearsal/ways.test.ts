import { describe, expect, it } from 'vitest';
import { offeredGoals } from '../goals';
import { plan } from '../plan';
import { inGerman, english } from '../testing/english';
import { runs } from '../testing/effort';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import {
  asideOf,
  followed,
  handedOver,
  insteadOf,
  materialsFor,
  materialWords,
  Rehearsal,
  RehearsalLog,
  socketChoices,
  Stand,
  storyOf,
  tryWords,
  waysWith,
  type Handled,
  type Try
} from '.';

describe.each(DEMO_MACHINES)('on %s', (id) => {
  const access = demoAccess(id);
  const { model } = access;
  const rehearsal = new Rehearsal(access);
  const offered = offeredGoals(model, 'replace').map(({ goal }) => goal);
  const goals = offered.filter((_, i) => i % Math.max(1, Math.floor(offered.length / runs(12))) === 0);

  it('what is offered is all that the plan asks for, among what does not help', () => {
    let wrong = 0;
    for (const goal of goals) {
      const log = new RehearsalLog(access, [goal]);
      const out = new Set<string>();
      for (const { tries } of followed(access, plan(access, [goal], { budget: 0 })))
        for (const right of tries) {
          const thing: Handled | undefined =
            right.do === 'open' || right.do === 'close'
              ? { joint: right.joint }
              : right.do === 'move' || right.do === 'return'
                ? { part: right.part }
                : undefined;
          if (thing) {
            const { bit, tool } = right.do === 'open' ? right : {};
            const joint = 'joint' in thing ? model.joint(thing.joint) : undefined;
            const offers = waysWith(new Stand(access, log.state), thing, {
              bit,
              tool,
              material: joint && materialsFor(joint).find((m) => m.fresh && m.share === 1)
            });
            const outcomes = offers.map((one) => rehearsal.attempt(log.state, one));
            const works = offers.filter((_, i) => outcomes[i]!.is === 'works');
            expect([goal, right, works.some((one) => isSame(one, right))]).toEqual([goal, right, true]);
            wrong += outcomes.filter((o) => o.is !== 'works').length;
            for (const one of offers) {
              expect(english(tryWords(model, one))).not.toBe('');
              expect(inGerman(tryWords(model, one))).not.toBe('');
            }
          }
          log.add(right);
          if (right.do === 'move' && model.part(right.part).moves.find((m) => m.id === right.move)!.lid === undefined)
            out.add(`${right.part}/${right.move}`);
          if (right.do === 'return') out.delete(`${right.part}/${right.move}`);
          const { parts } = asideOf(new Stand(access, log.state));
          expect([goal, right, new Set(parts.map((p) => `${p.part}/${p.move}`))]).toEqual([goal, right, out]);
        }
      expect(asideOf(new Stand(access, log.state))).toEqual({ parts: [], joints: [], screws: new Map() });
    }
    expect(wrong).toBeGreaterThan(goals.length);
  });

  it('a part that the file draws one way may be tried all ways, any other as it comes', () => {
    const stand = new Stand(access, handedOver());
    let drawn = 0;
    for (const part of model.machine.parts) {
      const offers = waysWith(stand, { part: part.id }, {}) as Extract<Try, { do: 'move' }>[];
      for (const move of part.moves.filter((m) => m.lid === undefined)) {
        const ways = offers.filter((o) => o.move === move.id).map((o) => o.directionDeg);
        if (move.directionDeg === undefined) expect([part.id, ways]).toEqual([part.id, [undefined]]);
        else expect([part.id, new Set(ways).size, ways.includes(undefined)]).toEqual([part.id, 8, false]);
        if (move.directionDeg !== undefined) drawn++;
      }
    }
    expect(drawn).toBeGreaterThan(0);
  });

  it('a plug that may be taken for another one has its own socket among the choices', () => {
    for (const joint of model.machine.joints) {
      const choices = socketChoices(model, joint).map((j) => j.id);
      if (choices.length > 0) expect(choices).toContain(joint.id);
      for (const material of materialsFor(joint)) expect(english(materialWords(material))).not.toBe('');
    }
  });
});

/** One of the directions of a move is the file's, or as near as makes no difference. */
function isSame(one: Try, right: Try): boolean {
  if (one.do === 'move' && right.do === 'move') return one.part === right.part && one.move === right.move;
  if (one.do === 'close' && right.do === 'close') return one.joint === right.joint && one.closing === right.closing;
  return JSON.stringify(one) === JSON.stringify(right);
}

it('a rehearsal is told from its end: the same harm once, however often, and what was left', () => {
  const access = demoAccess('lindquay-gannet-13');
  const { goal } = offeredGoals(access.model, 'replace')[0]!;
  const made = plan(access, [goal], { budget: 0 });
  const tries = followed(access, made).flatMap((s) => s.tries);
  const first = new RehearsalLog(access, [goal]);
  for (const right of tries) {
    const wrong = insteadOf(access.model, first.state, right)
      .flat()
      .find((other) => other.do === 'put' && new Rehearsal(access).attempt(first.state, other).is === 'harm');
    if (wrong?.do === 'put' && wrong.hole + 1 < access.model.joint(wrong.joint).at.length) {
      const log = new RehearsalLog(access, [goal], first.entries);
      const at = log.entries.length;
      log.add(wrong);
      log.add({ ...wrong, hole: wrong.hole + 1 });
      const [chapter, ...others] = storyOf(log, made);
      expect(chapter).toMatchObject({
        entries: [at, at + 1],
        isUndone: false,
        step: { joint: wrong.joint, do: 'close' }
      });
      expect(others.length).toBeGreaterThan(0);
      expect(new Set(others.map((c) => c.harm.kind))).toEqual(new Set(['left-open']));
      log.add({ do: 'back', to: at });
      expect(storyOf(log, made)[0]).toMatchObject({ entries: [at, at + 1], isUndone: true });
      return;
    }
    first.add(right);
  }
  expect.unreachable('nobody could mistake a screw');
});
