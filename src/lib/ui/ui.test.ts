import { describe, expect, it } from 'vitest';
import { demoAccess } from '$core/testing/machines';
import { plan } from '$core/plan';
import { machineAfter } from '$core/run';
import { KEYS, keyOf } from './bench-keys';
import { pathOf, sceneOf, viewOf } from './drawing/scene';
import { day, duration, plural } from './format';

const access = demoAccess();
const { model } = access;
const whole = { open: new Set<string>(), off: new Set<string>(), loose: new Set<string>() };

describe('what is drawn', () => {
  it('deeper things come first, so that nearer ones lie on top', () => {
    const scene = sceneOf(model, 'underside', whole);
    for (let i = 1; i < scene.length; i++) expect(scene[i]!.depth).toBeLessThanOrEqual(scene[i - 1]!.depth);
    expect(new Set(scene.map((s) => s.what + s.key)).size).toBe(scene.length);
  });
  it('what is off is gone with all that rides on it, and empty holes stay', () => {
    const made = plan(access, [{ do: 'replace', part: 'fan' }]);
    const swap = made.steps.findIndex((s) => s.leg === 'swap');
    const scene = sceneOf(model, 'underside', machineAfter(model, made, (s) => made.steps.indexOf(s) < swap));
    const parts = scene.flatMap((s) => (s.what === 'part' ? [s.part.id] : []));
    expect(parts).toContain('board');
    for (const gone of ['fan', 'bottom-cover', 'foot-left']) expect(parts).not.toContain(gone);
    expect(scene.some((s) => s.what === 'cable' && s.key === 'fan-wire')).toBe(false);
    expect(scene.find((s) => s.what === 'joint' && s.key === 'fan-screws')).toMatchObject({ isOpen: true });
    expect(scene.some((s) => s.what === 'joint' && s.key === 'cover-clips')).toBe(false);
  });
  it('every zone has something in it', () => {
    for (const zone of model.machine.zones) expect(sceneOf(model, zone.id, whole).length).toBeGreaterThan(1);
  });
  it('outlines become closed paths', () => {
    expect(pathOf({ form: 'polygon', points: [[0, 0], [1, 0], [1, 1]] })).toBe('M0 0L1 0L1 1Z');
    expect(pathOf({ form: 'circle', x: 5, y: 5, radius: 2 })).toMatch(/^M3 5a2 2 .*Z$/);
    expect(pathOf({ form: 'rect', x: 0, y: 0, width: 4, height: 2 })).toMatch(/^M0 0h4.*Z$/);
    expect(pathOf({ form: 'path', start: [0, 0], to: [{ line: [1, 0] }, { quad: [[2, 0], [2, 1]] }, { cubic: [[3, 1], [3, 2], [0, 2]] }], tolerance: 0.2 })).toBe('M0 0L1 0Q2 0 2 1C3 1 3 2 0 2Z');
  });
  it('closer in, at least half of the machine stays in view and nothing beyond its edge', () => {
    const zone = { minX: 0, minY: 0, maxX: 320, maxY: 220 };
    expect(viewOf(zone, [], true)).toEqual({ minX: -8, minY: -8, maxX: 328, maxY: 228 });
    for (const place of [[0, 0], [320, 220], [160, 110]] as const) {
      const view = viewOf(zone, [place], true);
      expect(view.maxX - view.minX).toBeCloseTo(168);
      expect(view.minX).toBeGreaterThanOrEqual(-8);
      expect(view.maxY).toBeLessThanOrEqual(228);
      expect(place[0] >= view.minX && place[0] <= view.maxX && place[1] >= view.minY && place[1] <= view.maxY).toBe(true);
    }
    expect(viewOf(zone, [[0, 0], [320, 220]], true)).toEqual(viewOf(zone, [], true));
  });
});

describe('figures as one says them', () => {
  it.each([[0, '0 s'], [89, '89 s'], [90, '2 min'], [3540, '59 min'], [3600, '1 h 00 min'], [5400, '1 h 30 min']])('%i s is %s', (seconds, text) => expect(duration(seconds)).toBe(text));
  it('dates by locale, counts by number', () => {
    expect(day('2026-11-24', 'en-GB')).toBe('24 Nov 2026');
    expect([plural(1, 'step'), plural(2, 'step'), plural(0, 'box', 'boxes')]).toEqual(['1 step', '2 steps', '0 boxes']);
  });
});

describe('keys at the bench', () => {
  const press = (key: string, more: object = {}) => keyOf({ key, ctrlKey: false, metaKey: false, altKey: false, ...more } as KeyboardEvent);
  it('no key means two things', () => {
    const all = Object.values(KEYS).flatMap((k) => [...k.keys] as string[]);
    expect(new Set(all).size).toBe(all.length);
    expect(all.some((k) => /^\d$/.test(k))).toBe(false);
  });
  it('are found whatever the case, and left to the browser with Ctrl, Alt or Meta', () => {
    expect([press('Enter'), press(' '), press('U'), press('u'), press('?')]).toEqual(['done', 'done', 'undo', 'undo', 'help']);
    expect([press('p', { ctrlKey: true }), press('n', { metaKey: true }), press('q')]).toEqual([undefined, undefined, undefined]);
  });
});
