import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { outOf } from '$core/recording';
import { english } from '$core/testing/english';
import { STARTED, told } from '$core/testing/told';
import type { Point } from '$core/machine';
import { Hand, OTHERS, outlineOf, type Tool } from './hand.svelte';
import { recorderKey, TOOL_KEYS } from './keys';
import { Recorder } from './recorder.svelte';

beforeEach(() => void vi.stubGlobal('fetch', () => Promise.reject(new TypeError('out of reach'))));
afterEach(() => vi.unstubAllGlobals());

const begun = told([
  STARTED,
  { type: 'faced', face: 'topside', name: 'Top side', pose: { up: 'topside', lid: 'open' } },
  { type: 'faced', face: 'underside', name: 'Underside', pose: { up: 'underside', lid: 'closed' } }
]);
function atWork() {
  const recorder = new Recorder(
    crypto.randomUUID(),
    { events: begun, seq: begun.length },
    { id: 'tam', name: 'Tam Okello' }
  );
  const hand = new Hand(recorder, english, (part, fixing) => `${part} ${fixing}`);
  const outline = (a: Point, b: Point, kind: Hand['kind'] = 'board') => {
    hand.take('part');
    hand.chooseKind(kind);
    hand.tap(a, false);
    hand.tap(b, false);
    return recorder.state.parts.at(-1)!;
  };
  return { recorder, hand, outline };
}

describe('an outline', () => {
  it('is made of what was tapped, and of a slip of the hand nothing', () => {
    expect(
      outlineOf('box', [
        [40, 30],
        [10, 70]
      ])
    ).toEqual({ form: 'rect', x: 10, y: 30, width: 30, height: 40 });
    expect(
      outlineOf('circle', [
        [50, 50],
        [53, 54]
      ])
    ).toEqual({ form: 'circle', x: 50, y: 50, radius: 5 });
    expect(
      outlineOf('corners', [
        [0, 0],
        [9, 0],
        [9, 9]
      ])
    ).toMatchObject({
      form: 'polygon',
      points: [
        [0, 0],
        [9, 0],
        [9, 9]
      ]
    });
    for (const [form, points] of [
      [
        'box',
        [
          [40, 30],
          [40.4, 70]
        ]
      ],
      [
        'circle',
        [
          [40, 30],
          [40.4, 30.4]
        ]
      ],
      [
        'corners',
        [
          [0, 0],
          [9, 0]
        ]
      ],
      ['box', [[1, 1]]],
      ['box', []]
    ] as ['box' | 'circle' | 'corners', Point[]][])
      expect(outlineOf(form, points)).toBeUndefined();
  });
  it('names its part from its kind, a second one apart from the first', () => {
    const { outline } = atWork();
    expect(outline([10, 10], [60, 40], 'fan')).toMatchObject({ id: 'fan', name: 'Fan', kind: 'fan' });
    expect(outline([70, 10], [99, 40], 'fan')).toMatchObject({ id: 'fan-2', name: 'Fan 2' });
  });
  it('of a standard shape is one tap, turned where that was asked, and has its thickness', () => {
    const { recorder, hand } = atWork();
    hand.take('part');
    hand.chooseKind('storage');
    hand.form = 'standard';
    const { widthMm, heightMm, thicknessMm } = hand.standard!;
    hand.tap([100, 80], false);
    hand.isTurned = true;
    hand.tap([200, 80], false);
    const [, first, second] = recorder.state.parts.map((p) => p.outlines.underside!);
    expect(first).toMatchObject({ drawn: 'standard', thicknessMm, outline: { width: widthMm, height: heightMm } });
    expect(second!.outline).toMatchObject({ width: heightMm, height: widthMm });
  });
  it('of another kind without standard shapes goes back to a box', () => {
    const { hand } = atWork();
    hand.take('part');
    hand.chooseKind('storage');
    hand.form = 'standard';
    hand.chooseKind('keyboard');
    expect(hand.form).toBe('box');
  });
});

describe('taps of a joint', () => {
  it('of one kind are one group until the next is begun', () => {
    const { recorder, hand, outline } = atWork();
    const board = outline([20, 20], [200, 150]);
    hand.take('screws');
    hand.tap([30, 30], false);
    hand.tap([190, 30], true);
    hand.next();
    hand.tap([30, 140], false);
    const { joints } = recorder.state;
    expect(joints.map((j) => [j.id, j.places.length, j.holds])).toEqual([
      ['main-board-screws', 2, board.id],
      ['main-board-screws-2', 1, board.id]
    ]);
    expect(joints[0]!.places.map((p) => p.noRoom)).toEqual([false, true]);
    expect(joints[0]!.name).toBe('Main board screws');
  });
  it('on another face, or of another kind, begin a group of their own', () => {
    const { recorder, hand } = atWork();
    hand.take('screws');
    hand.tap([30, 30], false);
    recorder.turn();
    expect(recorder.face).toBe('topside');
    hand.tap([30, 30], false);
    expect(recorder.state.joints.map((j) => j.face)).toEqual(['underside', 'topside']);
    hand.fixing = OTHERS[0]!;
    hand.tool = 'other';
    hand.tap([40, 30], false);
    expect(recorder.state.joints).toHaveLength(3);
  });
  it('of a plug are each a plug, and its cable is named where nobody has named it', () => {
    const { recorder, hand } = atWork();
    hand.take('connector');
    hand.tap([30, 30], false);
    hand.tap([90, 30], false);
    const { joints, parts } = recorder.state;
    expect(joints).toHaveLength(2);
    // Two cables are two until somebody says that they are one.
    expect(joints.map((j) => j.holds)).toEqual([parts[1]!.id, parts[2]!.id]);
    expect(parts.map((p) => p.kind)).toEqual(['case', 'flat-cable', 'flat-cable']);
    recorder.describe(joints[1]!.id, { holds: parts[1]!.id });
    expect(recorder.state.joints.map((j) => j.holds)).toEqual([parts[1]!.id, parts[1]!.id]);
  });
});

describe('the hand', () => {
  it('lets go of one thing after the other, and says when there is nothing more', () => {
    const { hand, recorder } = atWork();
    hand.take('screws');
    hand.tap([30, 30], false);
    expect([hand.cancel(), hand.joint]).toEqual([true, undefined]);
    expect([hand.cancel(), hand.tool]).toEqual([true, 'look']);
    expect(hand.cancel()).toBe(false);
    hand.take('part');
    hand.tap([10, 10], false);
    expect([hand.cancel(), hand.points.length, hand.tool]).toEqual([true, 0, 'part']);
    expect(recorder.state.parts).toHaveLength(1);
  });
  it('takes a fixing that suits the tool', () => {
    const { hand } = atWork();
    const kinds = (['screws', 'connector', 'other', 'screws'] as Tool[]).map(
      (tool) => (hand.take(tool), hand.fixing.kind)
    );
    expect(kinds).toEqual(['screws', 'connector', OTHERS[0]!.kind, 'screws']);
  });
  it('tells the way of a cable once it has two ends', () => {
    const { hand, recorder } = atWork();
    const cable = recorder.namePart('cable', 'Fan wire')!;
    hand.take('way', { part: cable });
    hand.tap([10, 10], false);
    hand.finish();
    expect(recorder.state.parts[1]!.run).toBeUndefined();
    recorder.tap({ at: [41, 11], noRoom: false }, { fixing: { kind: 'tape' }, holds: cable, name: 'Tape' });
    hand.take('way', { part: cable });
    for (const at of [
      [10, 10],
      [40, 10],
      [40, 60]
    ] as Point[])
      hand.tap(at, false);
    hand.finish();
    expect(recorder.state.parts[1]!.run!.path.map((p) => p.at)).toEqual([
      [10, 10],
      [40, 10],
      [40, 60]
    ]);
    // Through its own tape, which is near.
    expect(recorder.state.parts[1]!.run!.path.map((p) => p.guide)).toEqual([
      undefined,
      recorder.state.joints[0]!.id,
      undefined
    ]);
  });
  it('points at the smallest thing that can come off, never at what remains', () => {
    const { hand, outline, recorder } = atWork();
    outline([0, 0], [300, 200], 'cover');
    const fan = outline([20, 20], [60, 60], 'fan');
    hand.take('off');
    hand.tap([40, 40], false);
    expect(hand.part).toBe(fan.id);
    recorder.record({
      type: 'moved',
      part: fan.id,
      move: 'lift',
      kind: 'lift',
      face: 'underside',
      along: [],
      stays: []
    });
    expect(outOf(recorder.state).has(fan.id)).toBe(true);
    expect(hand.removable.map((p) => p.id)).toEqual(['cover']);
  });
});

describe('taking back and forth', () => {
  it('goes through what was recorded, and stops where it began', () => {
    const { recorder, hand } = atWork();
    hand.take('screws');
    hand.tap([30, 30], false);
    hand.tap([50, 30], false);
    const places = () => recorder.state.joints.map((j) => j.places.length);
    recorder.undo();
    expect(places()).toEqual([1]);
    recorder.undo();
    recorder.undo();
    expect(places()).toEqual([]);
    recorder.redo();
    recorder.redo();
    expect(places()).toEqual([2]);
  });
});

describe('keys', () => {
  const key = (k: string, more: object = {}) =>
    ({
      key: k,
      target: { closest: () => null },
      altKey: false,
      ctrlKey: false,
      metaKey: false,
      shiftKey: false,
      ...more
    }) as unknown as KeyboardEvent;
  it('take up each tool by a letter of its own, in either case', () => {
    expect(new Set(TOOL_KEYS.map((k) => k.key)).size).toBe(TOOL_KEYS.length);
    for (const { tool, key: letter } of TOOL_KEYS) {
      expect(recorderKey(key(letter), undefined)).toEqual({ tool });
      expect(recorderKey(key(letter.toUpperCase()), undefined)).toEqual({ tool });
    }
    expect(recorderKey(key('j'), undefined)).toBeUndefined();
  });
  it('are nobody’s while somebody types, or where letters were turned off or moved', () => {
    expect(recorderKey(key('s', { target: { closest: () => ({}) } }), undefined)).toBeUndefined();
    expect(recorderKey(key('s'), 'off')).toBeUndefined();
    expect(recorderKey(key('s'), 'alt')).toBeUndefined();
    expect(recorderKey(key('s', { altKey: true }), 'alt')).toEqual({ tool: 'screws' });
    expect(recorderKey(key('s', { altKey: true }), undefined)).toBeUndefined();
    expect(recorderKey(key('s', { ctrlKey: true }), undefined)).toBeUndefined();
  });
  it('of the system take back and forth, however letters are set', () => {
    expect(recorderKey(key('z', { ctrlKey: true }), 'off')).toEqual({ do: 'undo' });
    expect(recorderKey(key('Z', { metaKey: true, shiftKey: true }), 'off')).toEqual({ do: 'redo' });
  });
});
