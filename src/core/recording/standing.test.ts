import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Point } from '../machine';
import { demoAccess } from '../testing/machines';
import { english } from '../testing/english';
import { tearDown } from '../testing/teardown';
import { STARTED, told, toldId as id, type Said } from '../testing/told';
import {
  foldRecording,
  guideAt,
  isUndone,
  likelyAlong,
  likelyHeld,
  likelyStays,
  lyingAt,
  machineFrom,
  otherFace,
  outOf,
  plugged,
  RecordingEvent,
  undoable
} from '.';

const box = (x: number, y: number, width: number, height: number) => ({ form: 'rect', x, y, width, height });
const face = (name: string, up: string, of?: string): Said => ({
  type: 'faced',
  face: name,
  name,
  pose: { up, lid: 'closed' },
  ...(of ? { of } : {})
});
const part = (name: string, kind: string, at?: ReturnType<typeof box>, on = 'underside'): Said[] => [
  { type: 'named', part: name, name, kind },
  ...(at ? [{ type: 'outlined', part: name, face: on, outline: at, drawn: 'box' }] : [])
];
const begun: Said[] = [
  STARTED,
  face('underside', 'underside'),
  face('topside', 'topside'),
  face('underside', 'underside')
];
const inside: Said[] = [
  ...begun,
  ...part('cover', 'cover', box(0, 0, 300, 200)),
  ...part('board', 'board', box(20, 20, 200, 100)),
  ...part('card', 'card', box(100, 40, 60, 22)),
  ...part('wire', 'cable'),
  ...part('ribbon', 'flat-cable')
];
const plug = (joint: string, family: string, at: Point, holds?: string): Said => ({
  type: 'tapped',
  joint,
  face: 'underside',
  fixing: { kind: 'connector', family },
  places: [{ at }],
  ...(holds ? { holds } : {})
});
const lifted = (name: string, more: object = {}): Said => ({
  type: 'moved',
  part: name,
  move: 'lift',
  kind: 'lift',
  face: 'underside',
  ...more
});
const ids = (parts: readonly { id: string }[]) => parts.map((p) => p.id);

describe('what lies at a place', () => {
  it('is the smallest first, of what is still in, on this face alone', () => {
    const state = foldRecording(told(inside));
    expect(ids(lyingAt(state, 'underside', [110, 50]))).toEqual(['card', 'board', 'cover']);
    expect(ids(lyingAt(state, 'underside', [30, 30]))).toEqual(['board', 'cover']);
    expect(lyingAt(state, 'topside', [110, 50])).toEqual([]);
    const open = foldRecording(told([...inside, lifted('cover')]));
    expect(ids(lyingAt(open, 'underside', [110, 50]))).toEqual(['card', 'board']);
  });
});

describe('what a joint is likely to hold', () => {
  it('of screws is what lies there, never what remains', () => {
    const all = ids(likelyHeld(foldRecording(told(inside)), 'underside', 'screws', [110, 50]));
    expect(all.slice(0, 3)).toEqual(['card', 'board', 'cover']);
    expect(all).not.toContain('case');
    expect(new Set(all).size).toBe(all.length);
  });
  it('of a plug is a cable that has one end so far, before one without any', () => {
    const held = (list: readonly Said[]) =>
      ids(likelyHeld(foldRecording(told(list)), 'underside', 'connector', [110, 50])).slice(0, 3);
    expect(held(inside)).toEqual(['ribbon', 'wire', 'card']);
    expect(held([...inside, plug('p', 'pull-tab', [30, 30], 'wire')])).toEqual(['wire', 'ribbon', 'card']);
  });
  it('of a guide is a cable, and of what left nothing', () => {
    const all = ids(likelyHeld(foldRecording(told([...inside, lifted('ribbon')])), 'underside', 'dressing', [110, 50]));
    expect(all[0]).toBe('wire');
    expect(all).not.toContain('ribbon');
  });
});

describe('a plug that is tapped', () => {
  const state = foldRecording(told(inside));
  it('holds what sits in it itself, where that is drawn', () => {
    expect(plugged(state, 'underside', 'edge-card', [110, 50])).toEqual({ part: 'card' });
  });
  it('has a cable of its kind, and never one that another plug has', () => {
    expect(plugged(state, 'underside', 'flip-lock-back', [110, 50])).toEqual({ newCable: 'flat-cable' });
    expect(plugged(state, 'underside', 'antenna-snap', [110, 50])).toEqual({ newCable: 'antenna' });
    expect(plugged(state, 'underside', 'wire-along-board', [110, 50])).toEqual({ newCable: 'cable' });
    // Another of its kind was begun: whose other end this is, somebody has to say.
    const first = foldRecording(told([...inside, plug('p', 'flip-lock-back', [30, 30], 'ribbon')]));
    expect(plugged(first, 'underside', 'slide-lock', [110, 50])).toEqual({ newCable: 'flat-cable' });
  });
});

describe('what is moved aside', () => {
  it('is thought to hang by wires and what keeps them, not by what fastens', () => {
    const joints = ['screws', 'clips', 'adhesive', 'latch', 'hook', 'tape', 'dressing', 'connector'].map((kind) => ({
      ...plug(kind, 'bail', [1, 1], 'board'),
      fixing: { kind, ...(kind === 'connector' ? { family: 'bail' } : kind === 'adhesive' ? { adhesive: 'glue' } : {}) }
    }));
    expect(likelyStays(foldRecording(told([...inside, ...joints])).joints)).toEqual(['tape', 'dressing', 'connector']);
  });
  it('takes along what rides on it, at any depth, and no ring of carriers holds it up', () => {
    const state = foldRecording(told(inside));
    const on = (pairs: Record<string, string>) => likelyAlong(state, 'board', new Map(Object.entries(pairs)));
    expect(on({ card: 'board', ribbon: 'card', wire: 'cover' })).toEqual(['card', 'ribbon']);
    expect(on({ card: 'ribbon', ribbon: 'card' })).toEqual([]);
  });
});

describe('the other face', () => {
  it('is the one that looks the other way, not the back of a part', () => {
    const of = (...more: Said[]) => otherFace(foldRecording(told([...begun, ...more])));
    expect(of()).toBe('topside');
    expect(of(face('topside', 'topside'))).toBe('underside');
    expect(of(...part('board', 'board'), face('back', 'topside', 'board'))).toBe('underside');
    expect(otherFace(foldRecording(told(begun.slice(0, 2))))).toBeUndefined();
  });
});

describe('taking back', () => {
  const undo = (n: number, event: number): RecordingEvent =>
    ({ type: 'undo', id: id(n), at: new Date(Date.UTC(2026, 0, 5, 9, 0, n)).toISOString(), event: id(event) }) as const;
  const all = told(inside);
  const last = all.length - 1;
  it('begins with the last, goes on before it, and never takes what the recording began with', () => {
    expect(undoable(all)).toEqual({ undo: id(last) });
    expect(undoable([...all, undo(90, last)])).toEqual({ undo: id(last - 1), redo: id(90) });
    expect(undoable(told(begun))).toEqual({});
  });
  it('forth is taking back what took back, until something new was recorded', () => {
    const back = [...all, undo(90, last), undo(91, last - 1)];
    expect(undoable(back)).toEqual({ undo: id(last - 2), redo: id(91) });
    expect(undoable([...back, undo(92, 91)])).toEqual({ undo: id(last - 1), redo: id(90) });
    const note = { ...told([{ type: 'note', text: 'on' }])[0]!, id: id(93), at: '2026-01-05T10:00:00.000Z' };
    expect(undoable([...back, note])).toEqual({ undo: id(93) });
  });
  it('and forth of any teardown, as far as it goes, comes to the same record', () => {
    const { events } = tearDown(demoAccess('lindquay-slip-11'), 5);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: events.length }), fc.integer({ min: 1, max: 12 }), (cut, n) => {
        const first = events.slice(0, cut);
        const list = [...first];
        let made = 0;
        const take = (event: string) =>
          list.push({
            type: 'undo',
            id: id(1000 + made),
            at: new Date(Date.UTC(2030, 0, 1, 0, 0, made++)).toISOString(),
            event
          });
        let back = 0;
        for (let i = 0; i < n; i++) {
          const { undo: next } = undoable(list);
          if (next === undefined) break;
          take(next);
          back++;
        }
        for (let i = 0; i < back; i++) take(undoable(list).redo!);
        expect(undoable(list).redo).toBeUndefined();
        expect(foldRecording(list)).toEqual(foldRecording(first));
      }),
      { numRuns: 60 }
    );
  });
});

describe('a joint is undone', () => {
  it('by itself, or as what it holds came off', () => {
    const of = (...more: Said[]) => {
      const state = foldRecording(told([...inside, plug('p', 'edge-card', [110, 50], 'card'), ...more]));
      return isUndone(state.joints[0]!, outOf(state));
    };
    expect(of()).toBe(false);
    expect(of({ type: 'opened', joint: 'p' })).toBe(true);
    expect(of(lifted('card'))).toBe(true);
    expect(of(lifted('board', { along: ['card'] }))).toBe(true);
    expect(of(lifted('board'))).toBe(false);
  });
});

describe('a guide on the way of a cable', () => {
  it('is its own, near where one taps, on this face', () => {
    const guide = (joint: string, kind: string, at: Point, holds: string): Said => ({
      ...plug(joint, 'bail', at, holds),
      fixing: { kind }
    });
    const state = foldRecording(
      told([
        ...inside,
        guide('channel', 'dressing', [50, 50], 'wire'),
        guide('strip', 'tape', [54, 50], 'wire'),
        guide('other', 'dressing', [51, 50], 'ribbon'),
        plug('end', 'wire-along-board', [52, 50], 'wire')
      ])
    );
    expect(guideAt(state, 'underside', 'wire', [51, 50])).toBe('channel');
    expect(guideAt(state, 'underside', 'wire', [53, 51])).toBe('strip');
    expect(guideAt(state, 'underside', 'wire', [50, 55])).toBeUndefined();
    expect(guideAt(state, 'topside', 'wire', [50, 50])).toBeUndefined();
  });
});

describe('what was written down', () => {
  it('goes into the file as lines: of the machine, and of each part with why it did not come', () => {
    const { events } = tearDown(demoAccess('lindquay-slip-11'), 1);
    const last = events.at(-1)!;
    const held = events.flatMap((e) => (e.type === 'moved' ? [e.part] : []))[0]!;
    const said = [
      { type: 'note', text: 'Two screws\nwere  missing.' },
      { type: 'resisted', part: held, why: 'A clip at the far edge' },
      { type: 'note', text: 'Edge is bent.', part: held },
      { type: 'note', text: 'x'.repeat(2000) }
    ].map((body, i) =>
      RecordingEvent.parse({ id: id(7000 + i), at: new Date(Date.parse(last.at) + 1000 + i).toISOString(), ...body })
    );
    const made = machineFrom(foldRecording([...events, ...said]), english);
    if ('missing' in made) throw new Error(made.missing);
    expect(made.machine.notes).toEqual(['Two screws were missing.', 'x'.repeat(600)]);
    expect(made.machine.parts.find((p) => p.id === held)!.note).toBe('A clip at the far edge; Edge is bent.');
    expect(made.machine.parts.filter((p) => p.note !== undefined)).toHaveLength(1);
  });
});
