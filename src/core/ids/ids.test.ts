import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  goalKey,
  inRound,
  jointThing,
  movedPart,
  moveId,
  openId,
  partThing,
  poseId,
  questionId,
  readAction,
  readGoalKey,
  readPose,
  readQuestion,
  readThing,
  roundOf,
  stepId,
  suspectId,
  suspectJoint,
  UNDOCUMENTED,
  type QuestionKey
} from '.';

/** As a machine file names things. */
const name = fc.stringMatching(/^[a-z0-9]{1,6}(-[a-z0-9]{1,4}){0,2}$/);

describe('ids are read as they were made', () => {
  it('actions', () =>
    fc.assert(
      fc.property(name, name, (a, b) => {
        expect(readAction(openId(a))).toEqual({ joint: a });
        expect(readAction(moveId(a, b))).toEqual({ part: a, move: b });
        expect([movedPart(moveId(a, b)), movedPart(openId(a))]).toEqual([a, undefined]);
      })
    ));

  it('goals, whatever they are about', () =>
    fc.assert(
      fc.property(fc.constantFrom('reach', 'expose', 'remove', 'replace'), name, (verb, what) => {
        expect(readGoalKey(goalKey({ do: verb, what }))).toEqual({ do: verb, what });
      })
    ));

  it('things on a drawing', () =>
    fc.assert(
      fc.property(name, (id) => {
        expect(readThing(partThing(id))).toEqual({ what: 'part', id });
        expect(readThing(jointThing(id))).toEqual({ what: 'joint', id });
      })
    ));

  it('positions, with what does not matter told as any', () => {
    expect(readPose(poseId({ up: 'underside', lid: 'closed' }))).toEqual({ up: 'underside', lid: 'closed' });
    expect(readPose(poseId({ lid: 'open' }))).toEqual({ up: 'any', lid: 'open' });
    expect(poseId({ up: 'topside' })).toBe('topside/any');
  });

  it('questions, whatever they are about', () =>
    fc.assert(
      fc.property(name, name, name, (a, b, c) => {
        const [opening, moving] = [openId(a), moveId(b, c)];
        const keys: QuestionKey[] = [
          { kind: 'onto', joint: a },
          { kind: 'on', part: b },
          { kind: 'over', cover: c, action: opening },
          { kind: 'over', cover: c, action: moving },
          { kind: 'held', joint: a, action: moving },
          { kind: 'order', before: moving, after: opening },
          { kind: 'seen', before: moving, face: c },
          { kind: 'leash', joint: a, action: moving },
          { kind: 'clears', action: moving }
        ];
        expect(keys.map((key) => readQuestion(questionId(key)))).toEqual(keys);
        expect(new Set(keys.map(questionId)).size).toBe(keys.length);
        expect([readQuestion(a), readQuestion(`over:${a}`), readQuestion(`why:${a}>${b}`)]).toEqual([
          undefined,
          undefined,
          undefined
        ]);
      })
    ));

  it('suspects, by the joint that they are about', () => {
    expect(suspectJoint(suspectId('cover-clips', 'hooks'))).toBe('cover-clips');
    expect(suspectJoint(suspectId('cover-clips'))).toBe('cover-clips');
    expect(suspectJoint(UNDOCUMENTED)).toBeUndefined();
  });

  it('rounds: the first has no mark, and a step goes from any to any', () =>
    fc.assert(
      fc.property(name, fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 40 }), (joint, a, b) => {
        const step = stepId.action('down', openId(joint));
        expect(inRound(step, 1)).toBe(step);
        expect(roundOf(inRound(step, a))).toBe(a);
        expect(inRound(inRound(step, a), b)).toBe(inRound(step, b));
      })
    ));
});

describe('ids of different things differ', () => {
  it('so that records of one are never taken for another', () => {
    const all = [
      stepId.action('down', openId('x')),
      stepId.action('up', openId('x')),
      stepId.action('down', moveId('x', 'y')),
      stepId.isolate('x'),
      stepId.restore('x'),
      stepId.pose('down', 1),
      stepId.pose('up', 1),
      stepId.prepare('x'),
      stepId.swap(goalKey({ do: 'replace', what: 'x' })),
      stepId.form('x'),
      stepId.test('x'),
      stepId.openTest
    ];
    expect(new Set(all).size).toBe(all.length);
  });

  it('what is no id is told so, or is nothing', () => {
    expect(readAction('turn:x')).toBeUndefined();
    expect(readAction('move:x')).toBeUndefined();
    expect(() => readThing('zone:x')).toThrow(/no part and no joint/);
  });
});

it('steps are called as every record on disk calls them', () => {
  expect([
    stepId.action('down', openId('fan-screws')),
    stepId.action('up', moveId('fan', 'lift')),
    stepId.swap('replace:fan'),
    inRound('down/joint:x', 2)
  ]).toEqual(['down/joint:fan-screws', 'up/move:fan/lift', 'swap/replace:fan', 'down/joint:x~2']);
});
