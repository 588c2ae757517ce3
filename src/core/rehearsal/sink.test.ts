import { expect, it } from 'vitest';
import { accessOf } from '../access';
import { plan } from '../plan';
import { Machine, modelOf } from '../machine';
import { demoText } from '../testing/machines';
import { followed, Rehearsal, RehearsalLog, type Try } from '.';

const SCREWS = 'heat-sink-screws';

/** A demo machine whose heat sink has no order printed beside its screws. */
function withoutPrintedOrder(id: string) {
  const machine = JSON.parse(demoText(id)) as { joints: { id: string; screw?: { printedOrder?: number[] } }[] };
  delete machine.joints.find((j) => j.id === SCREWS)!.screw!.printedOrder;
  return accessOf(modelOf(Machine.parse(machine)));
}

it.each([
  ['norrvik-fathom-14', 4],
  ['norrvik-pilot-14', 6]
] as const)(
  'on %s the %i screws of the heat sink go crosswise from any corner, twice round, and no other way',
  (id, count) => {
    const access = withoutPrintedOrder(id);
    const goal = { do: 'replace', part: 'heat-sink' } as const;
    const rehearsal = new Rehearsal(access);
    const log = new RehearsalLog(access, [goal]);
    const tries = followed(access, plan(access, [goal], { weighting: 'part-by-part' })).flatMap((s) => s.tries);
    const at = tries.findIndex((t) => t.do === 'tighten' && t.joint === SCREWS);
    for (const one of tries.slice(0, at)) expect(log.add(one)?.is).toBe('works');
    const right = tries[at] as Extract<Try, { do: 'tighten' }>;
    const said = (order: number[], passes = right.passes) => {
      const outcome = rehearsal.attempt(log.state, { ...right, order, passes });
      return outcome.is === 'harm' ? outcome.harm.kind : outcome.is;
    };
    const { at: holes } = access.model.joint(SCREWS) as { at: [number, number][] };
    const far = (a: number, b: number) => Math.hypot(holes[a]![0] - holes[b]![0], holes[a]![1] - holes[b]![1]);
    const all = holes.map((_, i) => i);
    expect(all).toHaveLength(count);
    expect(said(right.order)).toBe('works');
    expect(said(right.order, 1)).toBe('sink-uneven');
    for (const first of all)
      for (const second of all.filter((i) => i !== first)) {
        const rest = all.filter((i) => i !== first && i !== second);
        const isOpposite = all.every((i) => far(first, i) <= far(first, second));
        expect([first, second, said([first, second, ...rest])]).toEqual([
          first,
          second,
          isOpposite ? 'works' : 'sink-uneven'
        ]);
      }
  }
);
