import { describe, expect, it } from 'vitest';
import { runs } from '../testing/effort';
import { boxOf, contentHash, flatten, Machine, type Point } from '../machine';
import { seeded } from '../solve';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { english } from '../testing/english';
import { checkMachine } from '../validate';
import {
  aligned,
  applied,
  boxOfThings,
  Change,
  changesBetween,
  copied,
  copyOf,
  effects,
  FAMILIES,
  inCircle,
  inRow,
  inverted,
  judged,
  mapThings,
  mappedOutline,
  mirrored,
  moved,
  snapped,
  startOf,
  stretched,
  turnedAbout,
  WHOLE,
  without,
  type Thing
} from '.';

const fathom = demoAccess('norrvik-fathom-14').model.machine;
const bytes = (machine: Machine) => JSON.stringify(machine);
const made = (machine: Machine, changes: readonly Change[]) => {
  const result = applied(machine, changes);
  if (!result.ok) throw new Error(JSON.stringify(result.conflict));
  return result.machine;
};

/** An edit as a person makes one, drawn by lot. */
function randomEdit(machine: Machine, random: () => number): Machine {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const zone = pick(machine.zones).id;
  const things: Thing[] = Array.from({ length: 1 + Math.floor(random() * 3) }, () =>
    random() < 0.5
      ? { part: pick(machine.parts).id }
      : machine.joints[0]
        ? { joint: pick(machine.joints).id }
        : { part: pick(machine.parts).id }
  );
  const box = boxOfThings(machine, things, zone) ?? { minX: 0, minY: 0, maxX: 10, maxY: 10 };
  switch (Math.floor(random() * 9)) {
    case 0:
      return mapThings(machine, things, zone, moved(random() * 20 - 10, random() * 20 - 10));
    case 1:
      return mapThings(machine, things, zone, turnedAbout(box, pick([90, 180, 33])));
    case 2:
      return mapThings(machine, things, zone, mirrored(box, pick(['x', 'y'])));
    case 3:
      return mapThings(machine, things, zone, stretched(box, { ...box, maxX: box.maxX + 5 }));
    case 4:
      return copied(machine, things, 5, 5).machine;
    case 5:
      return without(machine, things);
    case 6:
      return aligned(machine, things, zone, pick(['left', 'right', 'far', 'near', 'middle-x', 'middle-y']));
    case 7:
      return { ...machine, notes: [...machine.notes, `Note ${random()}`].slice(-3) };
    default:
      return {
        ...machine,
        joints: machine.joints.map((j) => (j.id === pick(machine.joints).id ? { ...j, seconds: j.seconds + 1 } : j))
      };
  }
}

describe('changes', () => {
  it.each(DEMO_MACHINES)('of many random edits of %s, taken back one by one, come back to the same bytes', (id) => {
    const random = seeded(11);
    const first = demoAccess(id).model.machine;
    let machine = first;
    const done: Change[][] = [];
    const states = [bytes(first)];
    for (let i = 0; i < runs(1500); i++) {
      const next = randomEdit(machine, random);
      const changes = changesBetween(machine, next);
      for (const change of changes) Change.parse(change);
      machine = made(machine, changes);
      expect(bytes(machine)).toBe(bytes(next));
      done.push(changes);
      states.push(bytes(machine));
    }
    for (let i = done.length - 1; i >= 0; i--) {
      machine = made(machine, inverted(done[i]!));
      expect(bytes(machine)).toBe(states[i]);
    }
    expect(contentHash(machine)).toBe(contentHash(first));
  });
  it('are none where nothing changed: opened and saved it is the same file', () => {
    for (const id of DEMO_MACHINES) {
      const { machine } = demoAccess(id).model;
      expect(changesBetween(machine, structuredClone(machine))).toEqual([]);
    }
  });
  it('cover every field of a file', () => {
    const named = new Set<string>(['format', 'zones', 'parts', 'joints', 'cables', ...WHOLE]);
    expect([...named].sort()).toEqual(Object.keys(Machine.shape).sort());
  });
  it('are refused as a whole where somebody else has changed the same thing meanwhile, and say what stands there', () => {
    const [a, b] = [fathom.joints[0]!, fathom.joints[1]!];
    const mine = changesBetween(fathom, {
      ...fathom,
      joints: fathom.joints.map((j) => (j === a || j === b ? { ...j, seconds: 77 } : j))
    });
    const theirs = { ...fathom, joints: fathom.joints.map((j) => (j === b ? { ...j, seconds: 5 } : j)) };
    expect(applied(theirs, mine)).toMatchObject({ ok: false, conflict: { id: b.id }, stands: { seconds: 5 } });
    // What touches another thing goes through.
    const other = changesBetween(fathom, { ...fathom, notes: ['Another note.'] });
    expect(made(theirs, other)).toMatchObject({ notes: ['Another note.'] });
    const added = changesBetween(fathom, {
      ...fathom,
      parts: [...fathom.parts, { ...fathom.parts[1]!, id: 'new-part' }]
    });
    expect(applied(made(fathom, added), added)).toMatchObject({ ok: false, conflict: { id: 'new-part' } });
  });
});

describe('places', () => {
  it('are moved, turned, mirrored and stretched, and turned back lie where they lay', () => {
    for (const part of fathom.parts.slice(0, 20))
      for (const { outline } of part.shapes) {
        const box = boxOf(flatten(outline));
        const near = (o: typeof outline) => {
          const now = boxOf(flatten(o));
          for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
            expect(Math.abs(now[side] - box[side])).toBeLessThan(0.2);
        };
        near(mappedOutline(mappedOutline(outline, moved(3, -4)), moved(-3, 4)));
        near(mappedOutline(mappedOutline(outline, turnedAbout(box, 90)), turnedAbout(box, -90)));
        near(mappedOutline(mappedOutline(outline, mirrored(box, 'x')), mirrored(box, 'x')));
        const larger = { ...box, maxX: box.maxX + 10 };
        near(mappedOutline(mappedOutline(outline, stretched(box, larger)), stretched(larger, box)));
      }
  });
  it('a box that is turned by a quarter stays one, and one that is turned askew becomes corners', () => {
    const outline = { form: 'rect', x: 0, y: 0, width: 20, height: 10 } as const;
    const box = { minX: 0, minY: 0, maxX: 20, maxY: 10 };
    expect(mappedOutline(outline, turnedAbout(box, 90))).toEqual({ form: 'rect', x: 5, y: -5, width: 10, height: 20 });
    expect(mappedOutline(outline, turnedAbout(box, 30)).form).toBe('polygon');
    expect(mappedOutline({ form: 'circle', x: 5, y: 5, radius: 3 }, turnedAbout(box, 33)).form).toBe('circle');
  });
  it('snap to a grid by their corner', () => {
    const [dx, dy] = snapped({ minX: 3.2, minY: 7.9, maxX: 20, maxY: 20 }, 4, 4, 5);
    expect([3.2 + dx, 7.9 + dy]).toEqual([5, 10]);
    expect(snapped({ minX: 3.2, minY: 7.9, maxX: 20, maxY: 20 }, 4, 4, 0)).toEqual([4, 4]);
  });
  it('lie in rows and circles', () => {
    expect(inRow([0, 0], [30, 0], 4)).toEqual([
      [0, 0],
      [10, 0],
      [20, 0],
      [30, 0]
    ]);
    expect(inRow([1, 2], [3, 4], 1)).toEqual([[1, 2]]);
    const ring = inCircle([10, 10], 5, 4);
    expect(ring[0]).toEqual([10, 5]);
    for (const [x, y] of ring) expect(Math.hypot(x - 10, y - 10)).toBeCloseTo(5, 1);
  });
  it('are brought to one side of what all span', () => {
    const zone = 'underside';
    const things = fathom.parts
      .filter((p) => p.shapes.some((s) => s.zone === zone))
      .slice(2, 6)
      .map((p) => ({ part: p.id }));
    const all = boxOfThings(fathom, things, zone)!;
    const left = aligned(fathom, things, zone, 'left');
    for (const t of things) expect(boxOfThings(left, [t], zone)!.minX).toBeCloseTo(all.minX, 1);
  });
});

describe('what is taken away', () => {
  it('takes along what would hang: the file stays one that can be checked', () => {
    const random = seeded(3);
    for (let i = 0; i < 40; i++) {
      const part = fathom.parts[1 + Math.floor(random() * (fathom.parts.length - 1))]!;
      const left = without(fathom, [{ part: part.id }]);
      expect(left.parts.some((p) => p.id === part.id)).toBe(false);
      const checked = checkMachine(left);
      const dangling = (checked.ok ? [] : checked.problems).filter((p) => p.code === 'unknown-reference');
      expect(dangling, part.id).toEqual([]);
    }
  });
  it('leaves what carries all of it', () =>
    expect(
      without(fathom, [{ part: 'base' }, { part: fathom.parts.find((p) => p.kind === 'case')!.id }]).parts.some(
        (p) => p.kind === 'case'
      )
    ).toBe(true));
});

describe('copies', () => {
  it('stand beside what they are of, under names of their own, joined as they were', () => {
    const joint = fathom.joints.find((j) => j.kind === 'screws' && j.a === 'fan')!;
    const { machine, things } = copied(fathom, [{ part: 'fan' }, { joint: joint.id }], 10, 0);
    expect(things).toEqual([{ part: 'fan-2' }, { joint: `${joint.id}-2` }]);
    const copy = machine.joints.find((j) => j.id === `${joint.id}-2`)!;
    expect([copy.a, copy.b]).toEqual(['fan-2', joint.b]);
    expect(copy.at[0]).toEqual([joint.at[0]![0] + 10, joint.at[0]![1]] satisfies Point);
  });
});

describe('a new machine', () => {
  it.each(FAMILIES)('begins as %s with a file that says what is missing at most', (family) => {
    const start = startOf(
      family,
      { maker: 'Norrvik', model: 'Tarn 13', widthMm: 300, depthMm: 210, heightMm: 17 },
      english
    );
    const { faults } = judged(start);
    expect(
      faults
        .filter((p) => p.severity === 'error')
        .map((p) => p.code)
        .filter((c) => c === 'unknown-reference')
    ).toEqual([]);
    expect(start.id).toBe('norrvik-tarn-13');
  });
  it('or as a copy of another, under its own name', () => {
    const copy = copyOf(fathom, { maker: 'Norrvik', model: 'Fathom 15' });
    expect(copy).toMatchObject({ id: 'norrvik-fathom-15', model: 'Fathom 15', revision: 'r1' });
    expect(
      changesBetween(fathom, copy)
        .map((c) => (c.what === 'whole' ? c.field : c.id))
        .sort()
    ).toEqual(['id', 'model', 'revision'].filter((f) => f !== 'revision' || fathom.revision !== 'r1'));
  });
});

describe('what a change does', () => {
  const goals = [{ do: 'remove', part: 'fan' }] as const;
  it('is told in steps of the goals that the author has pinned', () => {
    const before = judged(fathom).steps(goals);
    const joint = fathom.joints.find((j) => j.kind === 'screws' && j.a === 'fan')!;
    const more: Machine = {
      ...fathom,
      joints: [...fathom.joints, { ...joint, id: 'fan-more', name: 'More screws of the fan' }]
    };
    const after = judged(more).steps(goals);
    expect(effects(before, after, goals)).toEqual([
      { goal: goals[0], was: Object.values(before)[0], is: Object.values(before)[0]! + 1 }
    ]);
    expect(effects(before, before, goals)).toEqual([]);
  });
  it('and a file with faults says them by their place, whatever stands in it', () => {
    const broken = { ...fathom, joints: fathom.joints.map((j, i) => (i === 3 ? { ...j, a: 'nobody', name: '' } : j)) };
    const { faults, steps } = judged(broken);
    const joint = fathom.joints[3]!.id;
    expect(faults.filter((f) => f.place.startsWith('joints[3]')).map((f) => f.thing)).toContainEqual({ joint });
    expect(steps(goals)).toEqual({});
    // A fault of a cable stands at its part, one of the whole file at nothing.
    const cable = fathom.cables[2]!;
    const loose = { ...fathom, cables: fathom.cables.map((c) => (c === cable ? { ...c, lengthMm: -1 } : c)) };
    expect(judged(loose).faults).toMatchObject([{ place: 'cables[2].lengthMm', thing: { part: cable.part } }]);
    expect(judged({ ...fathom, maker: '' }).faults.map((f) => f.thing)).toEqual([undefined]);
  });
});
