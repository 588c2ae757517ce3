import { english, inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import type { Joint } from '../machine';
import { plan } from '../plan';
import { machineAfter } from '../run';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { drawingSvg, fromOutside, INKS, laidBare, namesOf, sceneOf, thingsOf, untouched, viewOf } from '.';
import { shankMm } from '../fasteners';
import { jointInks } from './joint';
import { outlinePath } from './outline-path';

const access = demoAccess();
const { model } = access;
const whole = { open: new Set<string>(), off: new Set<string>(), leashed: new Set<string>() };

describe('what is drawn', () => {
  it('deeper things come first, so that nearer ones lie on top', () => {
    const scene = sceneOf(model, 'underside', whole);
    for (let i = 1; i < scene.length; i++) expect(scene[i]!.depth).toBeLessThanOrEqual(scene[i - 1]!.depth);
    expect(new Set(scene.map((s) => s.key)).size).toBe(scene.length);
  });
  it('what is off is gone with all that rides on it, and empty holes stay', () => {
    const made = plan(access, [{ do: 'replace', part: 'fan' }]);
    const swap = made.steps.findIndex((s) => s.leg === 'swap');
    const scene = sceneOf(
      model,
      'underside',
      machineAfter(model, made, (s) => made.steps.indexOf(s) < swap)
    );
    const parts = scene.flatMap((s) => (s.what === 'part' ? [s.part.id] : []));
    expect(parts).toContain('board');
    for (const gone of ['fan', 'bottom-cover', 'foot-left']) expect(parts).not.toContain(gone);
    expect(scene.some((s) => s.what === 'cable' && s.thing === 'part:fan-wire')).toBe(false);
    expect(scene.find((s) => s.thing === 'joint:fan-screws')).toMatchObject({ isOpen: true });
    expect(scene.some((s) => s.thing === 'joint:cover-clips')).toBe(false);
  });
  it('every zone has something in it', () => {
    for (const zone of model.machine.zones) expect(sceneOf(model, zone.id, whole).length).toBeGreaterThan(1);
  });
  it('outlines become closed paths', () => {
    expect(
      outlinePath({
        form: 'polygon',
        points: [
          [0, 0],
          [1, 0],
          [1, 1]
        ]
      })
    ).toBe('M0 0L1 0L1 1Z');
    expect(outlinePath({ form: 'circle', x: 5, y: 5, radius: 2 })).toMatch(/^M3 5a2 2 .*Z$/);
    expect(outlinePath({ form: 'rect', x: 0, y: 0, width: 4, height: 2 })).toMatch(/^M0 0h4.*Z$/);
    expect(
      outlinePath({
        form: 'path',
        start: [0, 0],
        to: [
          { line: [1, 0] },
          {
            quad: [
              [2, 0],
              [2, 1]
            ]
          },
          {
            cubic: [
              [3, 1],
              [3, 2],
              [0, 2]
            ]
          }
        ],
        tolerance: 0.2
      })
    ).toBe('M0 0L1 0Q2 0 2 1C3 1 3 2 0 2Z');
  });
  it('closer in, at least half of the machine stays in view and nothing beyond its edge', () => {
    const zone = { minX: 0, minY: 0, maxX: 320, maxY: 220 };
    expect(viewOf(zone, [], true)).toEqual({ minX: -8, minY: -8, maxX: 328, maxY: 228 });
    for (const place of [
      [0, 0],
      [320, 220],
      [160, 110]
    ] as const) {
      const view = viewOf(zone, [place], true);
      expect(view.maxX - view.minX).toBeCloseTo(168);
      expect(view.minX).toBeGreaterThanOrEqual(-8);
      expect(view.maxY).toBeLessThanOrEqual(228);
      expect(place[0] >= view.minX && place[0] <= view.maxX && place[1] >= view.minY && place[1] <= view.maxY).toBe(
        true
      );
    }
    expect(
      viewOf(
        zone,
        [
          [0, 0],
          [320, 220]
        ],
        true
      )
    ).toEqual(viewOf(zone, [], true));
    // What is farther apart is shown with 30 mm on either side.
    const tall = viewOf(
      zone,
      [
        [150, 30],
        [160, 180]
      ],
      true
    );
    expect([tall.minY, tall.maxY].map(Math.round)).toEqual([0, 210]);
    const broad = viewOf(
      zone,
      [
        [40, 100],
        [240, 110]
      ],
      true
    );
    expect([broad.minX, broad.maxX].map(Math.round)).toEqual([10, 270]);
  });
});

describe('joints tell themselves apart', () => {
  const screws = (id: string) => model.joint(id) as Extract<Joint, { kind: 'screws' }>;
  const spread = (d: string) => d.match(/-?\d+(\.\d+)?/g)!.map(Number);

  it('a screw has its head at its true width and its shank beside it at its true length', () => {
    for (const joint of model.machine.joints) {
      if (joint.kind !== 'screws') continue;
      const inks = jointInks({ ...joint, at: [joint.at[0]!] }, false);
      const cast = inks.find((i) => i.kind.startsWith('cast'))!;
      const [x1, y1, x2, y2] = spread(cast.d) as [number, number, number, number];
      expect(Math.hypot(x2 - x1, y2 - y1)).toBeCloseTo(shankMm(joint.screw), 1);
      expect(cast.widthMm).toBe(joint.screw.threadMm);
      const [left] = spread(inks.find((i) => i.kind === 'head')!.d);
      expect(joint.at[0]![0] - left!).toBeCloseTo(joint.screw.headDiameterMm / 2, 1);
    }
  });
  it('an opened one leaves its hole, a captive one has its collar', () => {
    expect(jointInks(screws('fan-screws'), true).map((i) => i.kind)).toEqual(['hole']);
    const captive = model.machine.joints.find((j) => j.kind === 'screws' && j.screw.captive)!;
    expect(jointInks(captive, false).map((i) => i.kind)).toContain('collar');
  });
  it('a seam shows from where it is pried, and which way it goes on: away from there on both sides', () => {
    const seam = jointInks(
      {
        ...model.joint('cover-clips'),
        seam: [
          [0, 0],
          [200, 0]
        ],
        startAt: [100, 0]
      } as Joint,
      false
    );
    expect(seam.map((i) => i.kind)).toEqual(['seam', 'chevron', 'start']);
    const tips = seam[1]!.d
      .split('M')
      .filter(Boolean)
      .map((d) => spread(d));
    for (const [x1, , x2] of tips) expect(Math.sign(x2! - x1!)).toBe(Math.sign(x2! - 100));
    expect(new Set(tips.map(([, , x]) => x! < 100)).size).toBe(2);
    expect(jointInks({ ...model.joint('cover-clips'), startAt: undefined } as Joint, false).map((i) => i.kind)).toEqual(
      ['seam']
    );
  });
  it('a plug that is drawn out points along its cable', () => {
    const cable = model.machine.cables.find((c) =>
      c.ends.some((e) => {
        const j = model.joint(e.joint);
        return j.kind === 'connector' && j.family === 'wire-along-board';
      })
    )!;
    const joint = cable.ends
      .map((e) => model.joint(e.joint))
      .find((j) => j.kind === 'connector' && j.family === 'wire-along-board')!;
    const motion = jointInks(joint, false, cable).find((i) => i.kind === 'motion')!;
    const [x1, y1, x2, y2] = spread(motion.d) as [number, number, number, number];
    const away = cable.path
      .map((p) => p.at)
      .sort((a, b) => Math.hypot(a[0] - x1, a[1] - y1) - Math.hypot(b[0] - x1, b[1] - y1));
    const far = away.at(-1)!;
    expect(Math.hypot(far[0] - x2, far[1] - y2)).toBeLessThan(Math.hypot(far[0] - x1, far[1] - y1));
  });
});

describe('what a scene holds', () => {
  it('a cable shows where it passes under, and only there', () => {
    let under = 0;
    for (const id of DEMO_MACHINES) {
      const { model: m } = demoAccess(id);
      for (const zone of m.machine.zones) {
        const cables = sceneOf(m, zone.id, whole).flatMap((s) => (s.what === 'cable' ? [s] : []));
        under += cables.filter((c) => c.under !== '').length;
        for (const { cable } of cables) {
          // With all else gone it passes under nothing.
          const alone = { ...whole, off: new Set(m.machine.parts.filter((p) => p.id !== cable.part).map((p) => p.id)) };
          expect(sceneOf(m, zone.id, alone).find((s) => s.what === 'cable')).toMatchObject({ under: '' });
        }
      }
    }
    expect(under).toBeGreaterThan(10);
  });
  it('laid bare, what only hides is gone but for what is kept, and nothing is opened', () => {
    const bare = laidBare(model, ['bottom-cover']);
    expect([bare.open.size, bare.leashed.size]).toEqual([0, 0]);
    expect(bare.off.has('bottom-cover')).toBe(false);
    for (const id of ['memory-shield', 'bezel', 'foot-left']) expect(bare.off.has(id)).toBe(true);
    for (const id of ['fan', 'battery', 'board']) expect(bare.off.has(id)).toBe(false);
  });
  it('looked at from a depth, what lies nearer is away and the rest stays', () => {
    const all = sceneOf(model, 'underside', whole);
    const deep = sceneOf(model, 'underside', whole, 3);
    expect(deep.length).toBeLessThan(all.length);
    for (const s of deep) if (s.what === 'joint') expect(s.joint.depth).toBeGreaterThanOrEqual(3);
    expect(deep.some((s) => s.what === 'part' && s.part.id === 'bottom-cover')).toBe(false);
    expect(deep.some((s) => s.what === 'part' && s.part.id === model.root.id)).toBe(true);
  });
  it('names do not stand on each other, and what is asked for is always named', () => {
    const scene = sceneOf(model, 'underside', { ...whole, off: new Set(['bottom-cover']) });
    const called = (part: { name: string }) => part.name;
    const names = namesOf(scene, new Set(['fan']), 5, called);
    expect(names[0]!.part).toBe('fan');
    names.forEach((a, i) =>
      names
        .slice(i + 1)
        .forEach((b) =>
          expect(
            Math.abs(a.at[1] - b.at[1]) >= 6 ||
              Math.abs(a.at[0] - b.at[0]) >= (a.text.length + b.text.length) * 1.3 - 1e-9
          ).toBe(true)
        )
    );
    expect(namesOf(scene, new Set(), 1.5, called).length).toBeGreaterThan(namesOf(scene, new Set(), 5, called).length);
  });
  it('the list says all that is drawn, once, and what holds it', () => {
    const scene = sceneOf(model, 'underside', whole);
    const things = thingsOf(model, scene, whole);
    expect(new Set(things.map((t) => t.thing))).toEqual(new Set(scene.map((s) => s.thing)));
    expect(inEnglish(things.find((t) => t.id === 'fan')!.about)).toMatch(/^On the .*held by .*screws M2/);
    expect(english(things.find((t) => t.id === 'cover-clips')!.about)).toContain(
      'start at the hinge side, left of the middle'
    );
    const open = { ...whole, open: new Set(model.machine.joints.map((j) => j.id)) };
    expect(
      inEnglish(thingsOf(model, sceneOf(model, 'underside', open), open).find((t) => t.id === 'fan')!.about)
    ).toMatch(/no longer held by anything/);
  });
});

describe('as a file', () => {
  it.each(DEMO_MACHINES)('%s: every zone is a whole SVG document at true scale, with all things by name', (id) => {
    const { model: m } = demoAccess(id);
    for (const zone of m.machine.zones) {
      const svg = drawingSvg(m, zone.id, whole, { nowPart: m.machine.parts[1]!.id, speak: english });
      const [, width, , unit] = /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="[-\d.]+ [-\d.]+ ([\d.]+) /.exec(svg)!;
      expect(Number(width)).toBeCloseTo(Number(unit), 9);
      expect(svg).not.toMatch(/NaN|undefined|Infinity|<script|var\(/);
      expect(svg.match(/<g /g)!.length).toBe(svg.match(/<\/g>/g)!.length);
      for (const s of sceneOf(m, zone.id, whole))
        if (s.what === 'part') expect(svg).toContain(`data-part="${s.part.id}"`);
    }
  });
  it('names from a file that others wrote cannot act in it', () => {
    const evil = structuredClone(model.machine);
    evil.model = '<script>alert(1)</script>';
    const svg = drawingSvg({ ...model, machine: evil }, 'underside', whole, { speak: english });
    expect(svg).not.toContain('<script');
  });
  it('every kind of stroke has a look on paper and on the screen', async () => {
    const { readFileSync } = await import('node:fs');
    const css = readFileSync(new URL('../../lib/ui/drawing/drawing.css', import.meta.url), 'utf8');
    for (const kind of INKS) expect(css).toContain(`.${kind}`);
  });
});

describe('the closed machine', () => {
  it.each(['norrvik-fathom-14', 'lindquay-gannet-13', 'norrvik-pilot-14'])(
    '%s shows its cover and its screws, and nothing of its inside',
    (id) => {
      const { model } = demoAccess(id);
      const zone = model.machine.zones[0]!.id;
      const seen = fromOutside(sceneOf(model, zone, untouched()));
      const names = seen.flatMap((s) => (s.what === 'part' ? [s.part.kind] : []));
      expect(names).toContain('cover');
      for (const inner of ['fan', 'battery', 'board', 'memory']) expect(names).not.toContain(inner);
      expect(seen.some((s) => s.what === 'joint' && s.joint.kind === 'screws')).toBe(true);
      expect(seen.every((s) => s.what !== 'cable')).toBe(true);
    }
  );
});
