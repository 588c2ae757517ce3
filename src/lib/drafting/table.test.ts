import { describe, expect, it } from 'vitest';
import type { Machine, Point } from '$core/machine';
import { demoAccess } from '$core/testing/machines';
import { english } from '$core/testing/english';
import type { Desk } from './desk.svelte';
import { Table } from './table.svelte';

const fathom = demoAccess('norrvik-fathom-14').model.machine;
function table(mayAct = true) {
  const desk = { machine: fathom, edits: 0, edit: (next: Machine) => void ((desk.machine = next), desk.edits++) };
  return { desk, table: new Table(desk as unknown as Desk, mayAct, english) };
}
const fan = { part: 'fan' };

describe('the drawing table', () => {
  it('shows what is chosen, alone, and the file where it is nothing or several', () => {
    const { table: t } = table();
    t.view = 'faults';
    t.choose([fan]);
    expect([t.part?.id, t.joint, t.view]).toEqual(['fan', undefined, 'thing']);
    t.choose([{ joint: fathom.joints[0]!.id }]);
    expect([t.part, t.joint?.id]).toEqual([undefined, fathom.joints[0]!.id]);
    t.choose([fan, { joint: fathom.joints[0]!.id }]);
    expect([t.part, t.joint]).toEqual([undefined, undefined]);
  });
  it('looks at the first side until another is chosen, or what was chosen lies on another', () => {
    const { table: t } = table();
    expect(t.side!.id).toBe(fathom.zones[0]!.id);
    t.lookAt(fathom.zones[1]!.id);
    expect(t.side!.id).toBe(fathom.zones[1]!.id);
    t.choose([fan], fathom.zones[0]!.id);
    expect(t.side!.id).toBe(fathom.zones[0]!.id);
  });
  it('takes away, copies and turns what is chosen, and the copy is what is chosen then', () => {
    const { table: t, desk } = table();
    t.choose([fan]);
    t.copy();
    expect(desk.machine.parts).toHaveLength(fathom.parts.length + 1);
    const [copy] = t.chosen as { part: string }[];
    expect(copy!.part).not.toBe('fan');
    const before = JSON.stringify(t.part!.shapes);
    t.mirror('x');
    expect(JSON.stringify(t.part!.shapes)).not.toBe(before);
    t.remove();
    expect(t.chosen).toEqual([]);
    expect([desk.machine.parts, desk.machine.joints]).toEqual([fathom.parts, fathom.joints]);
  });
  it('replaces one thing of the file by another in its place', () => {
    const { table: t, desk } = table();
    const at = fathom.parts[3]!;
    t.replace('parts', at, { ...at, name: 'Otherwise' });
    expect(desk.machine.parts.map((p) => p.name)).toEqual(fathom.parts.map((p, i) => (i === 3 ? 'Otherwise' : p.name)));
  });
  it('changes nothing for whoever may only look', () => {
    const { table: t, desk } = table(false);
    t.choose([fan]);
    t.copy();
    t.turn(90);
    t.align('left');
    t.remove();
    t.replace('parts', fathom.parts[0]!, { ...fathom.parts[0]!, name: 'x' });
    expect([desk.edits, desk.machine]).toEqual([0, fathom]);
    expect(t.chosen).toEqual([fan]);
  });
  it('asks for places until they are enough, and drops what is placed before what is chosen', () => {
    const { table: t } = table();
    const told: Point[][] = [];
    t.choose([fan]);
    t.askPlaces((points) => (told.push(points), points.length === 2));
    t.place([1, 1]);
    expect(t.placing!.points).toEqual([[1, 1]]);
    t.place([2, 2]);
    expect(t.placing).toBeUndefined();
    t.place([3, 3]);
    expect(told).toEqual([
      [[1, 1]],
      [
        [1, 1],
        [2, 2]
      ]
    ]);
    t.askPlaces(() => false);
    t.drop();
    expect([t.placing, t.chosen]).toEqual([undefined, [fan]]);
    t.drop();
    expect(t.chosen).toEqual([]);
  });
  it('draws point by point, takes the last place back, and ends where it is tapped once more', () => {
    const { table: t, desk } = table();
    t.draw('outline');
    expect(t.sketch).toBeUndefined();
    t.choose([fan]);
    t.draw('outline');
    expect([t.isPlacing, t.drawn()]).toEqual([true, undefined]);
    t.place([10, 10]);
    // Seen before it is tapped.
    expect(t.drawn([40, 30])!.parts.find((p) => p.id === 'fan')!.shapes[0]!.outline).toMatchObject({ width: 30 });
    t.place([99, 99]);
    expect([t.takeBack(), t.sketch!.taps.length]).toEqual([true, 1]);
    t.place([40, 10]);
    t.place([40, 30]);
    expect(desk.edits).toBe(0);
    t.place([40, 30]);
    expect([t.sketch, desk.edits, t.chosen]).toEqual([undefined, 1, [fan]]);
    expect(t.part!.shapes[0]!.outline).toMatchObject({
      form: 'polygon',
      points: [
        [10, 10],
        [40, 10],
        [40, 30]
      ]
    });
    // What spans nothing changes nothing; Escape drops it, and what is chosen stays.
    t.draw('hole');
    t.place([1, 1]);
    t.finish();
    t.draw('way');
    t.drop();
    expect([t.sketch, desk.edits, t.chosen, t.takeBack()]).toEqual([undefined, 1, [fan], false]);
  });
  it('shows a thing wherever it lies: a cable by its way', () => {
    const { table: t } = table();
    const keyboard = fathom.parts.find((p) => p.id === 'keyboard')!;
    t.show({ part: keyboard.id });
    expect([t.part?.id, t.side!.id]).toEqual(['keyboard', keyboard.shapes[0]!.zone]);
    t.show({ part: 'fan-wire' });
    expect([t.part?.id, t.side!.id]).toEqual(['fan-wire', 'underside']);
  });
  it('pins a goal and takes it off again', () => {
    const { table: t } = table();
    const goal = { do: 'replace', part: 'fan' } as const;
    t.pin(goal);
    expect([t.isPinned({ ...goal }), t.goals]).toEqual([true, [goal]]);
    t.pin({ ...goal });
    expect(t.goals).toEqual([]);
  });
});
