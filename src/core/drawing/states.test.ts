import { describe, expect, it } from 'vitest';
import { openedMachine } from '../access';
import { ConnectorFamily, Drive, PartKind, type Joint, type MachineState } from '../machine';
import { seeded } from '../solve';
import { english } from '../testing/english';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { drawingSvg, fromOutside, haloInks, laidBare, namesOf, sceneOf, thingsOf, untouched, viewOf } from '.';
import { jointInks } from './joint';
import { partInks } from './part';

type Box = { minX: number; minY: number; maxX: number; maxY: number };

/** How many numbers each command of a path takes, and whether its last two are where it goes. */
const TAKES: Record<string, number> = { M: 2, L: 2, H: 1, V: 1, Q: 4, C: 6, A: 7, Z: 0 };

/** The box around all that a path goes to; curves lie within their corners, arcs may bulge out by their radius. */
function boxOf(d: string): Box {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  let [x, y] = [0, 0];
  let [x0, y0] = [0, 0];
  const put = (px: number, py: number, by = 0) => {
    [box.minX, box.maxX] = [Math.min(box.minX, px - by), Math.max(box.maxX, px + by)];
    [box.minY, box.maxY] = [Math.min(box.minY, py - by), Math.max(box.maxY, py + by)];
  };
  for (const [, letter, rest] of d.matchAll(/([MLHVQCAZ])([^MLHVQCAZ]*)/gi)) {
    const command = letter!.toUpperCase();
    const isRelative = command !== letter;
    const n = rest!.match(/-?(?:\d+\.?\d*|\.\d+)(?:e-?\d+)?/gi)?.map(Number) ?? [];
    if (command === 'Z') [x, y] = [x0, y0];
    for (let i = 0; TAKES[command]! > 0 && i + TAKES[command]! <= n.length; i += TAKES[command]!) {
      const [fromX, fromY] = isRelative ? [x, y] : [0, 0];
      if (command === 'H') x = fromX + n[i]!;
      else if (command === 'V') y = fromY + n[i]!;
      else {
        const points = command === 'A' ? [n.slice(i + 5, i + 7)] : [];
        if (command !== 'A') for (let k = i; k < i + TAKES[command]!; k += 2) points.push([n[k]!, n[k + 1]!]);
        for (const [px, py] of points) {
          [x, y] = [fromX + px!, fromY + py!];
          put(x, y);
        }
      }
      if (command === 'M' && i === 0) [x0, y0] = [x, y];
      put(x, y);
    }
  }
  return box;
}

describe.each(DEMO_MACHINES)('%s drawn in any state', (id) => {
  const access = demoAccess(id);
  const { model } = access;
  const { machine } = model;
  const random = seeded(23);
  const some = (): MachineState =>
    openedMachine(
      access,
      [...access.actions.keys()].filter(() => random() < 0.4)
    );
  const states: MachineState[] = [
    untouched(),
    laidBare(model, ['fan']),
    openedMachine(access, access.actions.keys()),
    ...Array.from({ length: 6 }, some)
  ];
  const scenes = states.flatMap((state) =>
    machine.zones.flatMap((zone) =>
      [0, 1, 3].map((from) => ({ state, zone, from, scene: sceneOf(model, zone.id, state, from) }))
    )
  );

  it('lies from the deepest up, each thing once, and nothing of what is out', () => {
    for (const { scene, state, from } of scenes) {
      expect(new Set(scene.map((s) => s.key)).size).toBe(scene.length);
      scene.forEach((s, i) => i > 0 && expect(s.depth).toBeLessThanOrEqual(scene[i - 1]!.depth));
      for (const s of scene) {
        if (s.what === 'part') expect(state.off.has(s.part.id)).toBe(false);
        if (s.what === 'cable') expect(state.off.has(s.cable.part)).toBe(false);
        if (s.what === 'joint') {
          expect(s.isOpen).toBe(state.open.has(s.joint.id));
          expect(s.joint.depth).toBeGreaterThanOrEqual(from);
        }
      }
    }
  });

  it('looked at from deeper nothing appears that was not there, and what is opened hides nothing more', () => {
    for (const zone of machine.zones)
      for (const state of states) {
        const all = new Set(sceneOf(model, zone.id, state, 0).map((s) => s.key));
        for (const from of [1, 3]) for (const s of sceneOf(model, zone.id, state, from)) expect(all).toContain(s.key);
      }
  });

  it('is told thing by thing, with what holds it while it is held', () => {
    for (const { scene, state } of scenes) {
      const things = thingsOf(model, scene, state);
      expect(new Set(things.map((t) => t.thing))).toEqual(new Set(scene.map((s) => s.thing)));
      for (const thing of things) {
        expect(english(thing.name)).not.toBe('');
        const about = english(thing.about);
        const part = scene.find((s) => s.what === 'part' && s.thing === thing.thing);
        const holding = part?.what === 'part' ? [...model.riders(part.part.id)].flatMap((r) => model.jointsOf(r)) : [];
        if (part && holding.every((j) => state.open.has(j.id))) expect(about).not.toMatch(/, held by/);
      }
    }
  });

  it('names stand apart, within its face, and those that are asked for come first', () => {
    for (const { scene } of scenes) {
      const parts = scene.flatMap((s) => (s.what === 'part' ? [s.part.id] : []));
      const asked = parts.slice(-1);
      const names = namesOf(scene, new Set(asked), 4.6, (part) => part.name);
      expect(new Set(names.map((n) => n.part)).size).toBe(names.length);
      for (const n of names) expect(parts).toContain(n.part);
      names.forEach((a, i) =>
        names.slice(i + 1).forEach((b) => {
          const [dx, dy] = [Math.abs(a.at[0] - b.at[0]), Math.abs(a.at[1] - b.at[1])];
          expect(dy > 4.6 || dx > 4.6, `${a.text} and ${b.text}`).toBe(true);
        })
      );
    }
  });

  it('from outside is some of it, and shows no cable', () => {
    for (const { scene } of scenes.filter((s) => s.from === 0)) {
      const seen = fromOutside(scene);
      for (const s of seen) expect(scene).toContain(s);
      if (scene.every((s) => s.what !== 'joint' || !s.isOpen)) expect(seen.every((s) => s.what !== 'cable')).toBe(true);
    }
  });

  it('on paper is whole and names what is in it', () => {
    for (const { scene, state, zone, from } of scenes.filter((s) => s.from === 0)) {
      const svg = drawingSvg(model, zone.id, state, { from, speak: english });
      expect(svg).not.toMatch(/NaN|undefined|Infinity/);
      for (const s of scene) if (s.what === 'part') expect(svg).toContain(`data-part="${s.part.id}"`);
      const shown = [...svg.matchAll(/data-part="([^"]+)"/g)].map(([, part]) => part);
      for (const part of shown) expect(scene.map((s) => s.thing)).toContain(`part:${part}`);
    }
  });

  it('each joint has ink where it is, and a halo around all of its places', () => {
    for (const joint of machine.joints)
      for (const inks of [jointInks(joint, false), haloInks(joint)]) {
        const boxes = inks.map((i) => boxOf(i.d));
        const [minX, maxX] = [Math.min(...boxes.map((b) => b.minX)), Math.max(...boxes.map((b) => b.maxX))];
        const [minY, maxY] = [Math.min(...boxes.map((b) => b.minY)), Math.max(...boxes.map((b) => b.maxY))];
        for (const [x, y] of joint.at) {
          expect([joint.id, x >= minX - 3 && x <= maxX + 3]).toEqual([joint.id, true]);
          expect([joint.id, y >= minY - 3 && y <= maxY + 3]).toEqual([joint.id, true]);
        }
      }
  });
});

describe('kinds', () => {
  const { model } = demoAccess();
  const look = (inks: unknown) => JSON.stringify(inks);

  it('each kind of part is drawn within its box, and two of a kind alike', () => {
    for (const kind of PartKind.options) {
      const box = { minX: 10, minY: 20, maxX: 110, maxY: 90 };
      const inks = partInks({ ...model.part('fan'), kind }, box);
      for (const { d } of inks) {
        expect(d).not.toMatch(/NaN|undefined|Infinity/);
        const drawn = boxOf(d);
        expect([kind, drawn.minX >= 9.9 && drawn.maxX <= 110.1, drawn.minY >= 19.9 && drawn.maxY <= 90.1]).toEqual([
          kind,
          true,
          true
        ]);
      }
      expect(look(partInks({ ...model.part('fan'), kind }, box))).toBe(look(inks));
    }
  });

  it('drives and families of plugs are told apart by what is drawn, and what is open from what is closed', () => {
    const screws = model.joint('fan-screws') as Extract<Joint, { kind: 'screws' }>;
    const plug = model.joint('fan-plug') as Extract<Joint, { kind: 'connector' }>;
    const of = <T>(all: readonly T[], make: (value: T) => Joint, isOpen = false) =>
      new Set(all.map((value) => look(jointInks(make(value), isOpen)))).size;
    // A cross, a star of six, one of five, a slot: sizes of one form are told by their number.
    expect(of(Drive.options, (drive) => ({ ...screws, screw: { ...screws.screw, drive } }))).toBe(4);
    // Towards the eye, along the board, or by turning its lock.
    expect(of(ConnectorFamily.options, (family) => ({ ...plug, family }))).toBeGreaterThanOrEqual(3);
    for (const family of ConnectorFamily.options)
      expect(look(jointInks({ ...plug, family }, true))).not.toBe(look(jointInks({ ...plug, family }, false)));
  });
});

it('a window on a drawing holds what is asked for and stays on the paper', () => {
  const random = seeded(3);
  const paper = { minX: 0, minY: 0, maxX: 300, maxY: 200 };
  for (let k = 0; k < 200; k++) {
    const places = Array.from({ length: 1 + (k % 3) }, (): [number, number] => [random() * 300, random() * 200]);
    const whole = viewOf(paper, places, false);
    const near = viewOf(paper, places, true);
    for (const view of [whole, near])
      for (const [x, y] of places)
        expect(x >= view.minX && x <= view.maxX && y >= view.minY && y <= view.maxY).toBe(true);
    expect(near.minX).toBeGreaterThanOrEqual(whole.minX - 1e-9);
    expect(near.maxX).toBeLessThanOrEqual(whole.maxX + 1e-9);
    expect(near.minY).toBeGreaterThanOrEqual(whole.minY - 1e-9);
    expect(near.maxY).toBeLessThanOrEqual(whole.maxY + 1e-9);
  }
});
