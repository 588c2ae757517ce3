import { describe, expect, it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { tearDown } from '../testing/teardown';
import { foldRecording, isUndone, outOf, recordScene } from '.';

const { events } = tearDown(demoAccess('norrvik-fathom-14'), 2);
const moves = events.flatMap((e, i) => (e.type === 'moved' ? [i] : []));

describe('the scene of a recording', () => {
  it('shows what is still in on this face, and nothing that has left', () => {
    for (const cut of [0, 1, 4, 9].map((n) => moves[n]! + 1)) {
      const state = foldRecording(events.slice(0, cut));
      const out = outOf(state);
      for (const { id: face } of state.faces) {
        const scene = recordScene(state, face)!;
        const still = state.parts.filter((p) => p.outlines[face] && !out.has(p.id)).map((p) => p.id);
        expect(new Set(scene.parts.map((p) => p.id))).toEqual(new Set(still));
        const closed = state.joints.filter((j) => j.face === face && !isUndone(j, out)).map((j) => j.id);
        expect(scene.joints.map((j) => j.id)).toEqual(closed);
        expect(scene.cables.every((c) => !out.has(c.id))).toBe(true);
      }
    }
  });
  it('has beneath what lay bare later, and of what lay bare together the larger', () => {
    const state = foldRecording(events.slice(0, moves[6]));
    const face = state.faces[0]!.id;
    const order = recordScene(state, face)!.parts.map((p) => p.id);
    const gone = (part: string) => {
      const { free } = state.parts.find((p) => p.id === part)!.outlines[face]!;
      return state.moves.filter((m) => m.when < free).length;
    };
    expect(order.length).toBeGreaterThan(4);
    expect(order.map(gone)).toEqual(order.map(gone).toSorted((a, b) => b - a));
  });
  it('is as large as the face, and none of a face that is not known or of no machine', () => {
    const state = foldRecording(events);
    const { widthMm, depthMm } = state.about!.size;
    const [first] = state.faces;
    expect(recordScene(state, first!.id)).toMatchObject({ widthMm, heightMm: depthMm });
    const narrow = { ...state, faces: [{ ...first!, widthMm: 31, heightMm: 17 }] };
    expect(recordScene(narrow, first!.id)).toMatchObject({ widthMm: 31, heightMm: 17 });
    expect(recordScene(state, 'inside')).toBeUndefined();
    expect(recordScene(foldRecording([]), 'underside')).toBeUndefined();
  });
  it('draws something for every part, and for every joint at each of its places', () => {
    const state = foldRecording(events.slice(0, moves[2]));
    const scene = recordScene(state, state.faces[0]!.id)!;
    for (const part of scene.parts) expect(part.d, part.id).toMatch(/^M/);
    for (const joint of scene.joints) {
      expect(joint.inks.length, joint.id).toBeGreaterThan(0);
      expect(joint.places).toEqual(state.joints.find((j) => j.id === joint.id)!.places);
    }
    expect(scene.joints.length).toBeGreaterThan(0);
  });
});
