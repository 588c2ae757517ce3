import { describe, expect, it } from 'vitest';
import { actOf, Facts } from '../check/facts';
import { Reach } from '../check/reach';
import { looseThings } from '../check/standing';
import { seeded } from '../solve';
import { runs } from '../testing/effort';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { drawingProblems, isIn, openedMachine, reachProblems, unheld } from '.';

/** The check reads drawings by itself: what the planner is told of a machine in any state is what the check says of it. */
describe.each(DEMO_MACHINES)('%s taken apart in any order', (id) => {
  const access = demoAccess(id);
  const { machine } = access.model;
  const reach = new Reach(new Facts(machine));
  // What leaves together with others is taken as a group when a set is chosen, not here: random-machines.test.ts tries it.
  const ids = [...access.actions].flatMap(([id, a]) => (a.kind === 'move' && a.move.with ? [] : [id]));
  const WALKS = runs(60);

  it('what can be done next, what is loose, and what is still in it is the same by both readings', () => {
    const random = seeded(17);
    let states = 0;
    let loose = 0;
    let lenient = 0;
    let asked = 0;
    for (let walk = 0; walk < WALKS; walk++) {
      const open = new Set<string>();
      for (;;) {
        const unmet = (id: string) =>
          access.requirements.get(id)!.filter((r) => !r.alternatives.some((way) => way.every((a) => open.has(a))));
        const left = ids.filter((id) => !open.has(id));
        const ready = left.filter((id) => unmet(id).length === 0);
        const byCheck = left.filter((id) => reach.demands(actOf(reach.facts, id)!).every((d) => d.isMet(open)));
        expect({ open: [...open], refused: ready.filter((id) => !byCheck.includes(id)) }).toEqual({
          open: [...open],
          refused: []
        });
        // The check takes what overlaps by a hair for side by side.
        for (const id of byCheck) for (const r of unmet(id)) expect([id, r.cause.kind]).toEqual([id, 'covers']);
        lenient += byCheck.length - ready.length;
        asked += left.length;
        const standing = unheld(access.holdings, open);
        expect({ open: [...open], standing }).toEqual({ open: [...open], standing: looseThings(reach, open) });
        loose += standing.size;
        for (const { id } of machine.parts)
          expect([id, [...open], isIn(access.model, id, open)]).toEqual([id, [...open], reach.isIn(id, open)]);
        states++;
        // Now and then a walk ends early: machines lie half open on the mat.
        if (ready.length === 0 || random() < 0.02) break;
        open.add(ready[Math.floor(random() * ready.length)]!);
      }
    }
    expect(states).toBeGreaterThan(10 * WALKS);
    expect(loose).toBeGreaterThan(WALKS);
    expect(lenient).toBeLessThan(asked / 200);
  });

  it('with all of it done nothing is left in it that can leave, and its drawing has no fault', () => {
    const { open, off } = openedMachine(access, access.actions.keys());
    expect(open.size).toBe(machine.joints.length);
    for (const part of machine.parts)
      if (part.moves.some((m) => m.kind === 'lift' || m.kind === 'slide'))
        expect([part.id, off.has(part.id)]).toEqual([part.id, true]);
    expect([...reachProblems(access), ...drawingProblems(access)].filter((p) => p.severity === 'error')).toEqual([]);
  });
});
