import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { accessTo, cable, demoAccess, machine, part, plug, screw } from '../testing/machines';
import { alongside, alternatives, plan } from '.';
import { PlanningError, type Goal } from '../goals';

const replace = (...parts: string[]): Goal[] => parts.map((p) => ({ do: 'replace', part: p }));

/** A keyboard on a palm rest, both over a fan: it can go alone or with what carries it. */
const layered = accessTo(
  machine(
    [
      part('rest', [0, 0, 80], [1, 2], 'base', {
        name: 'Palm rest',
        shapes: [{ zone: 'face', outline: { form: 'rect', x: 0, y: 60, width: 100, height: 30 }, depth: [1, 2] }]
      }),
      part('keys', [5, 5, 50], [0, 1], 'rest', { name: 'Keyboard' }),
      part('fan', [10, 10, 20], [4, 6], 'base', { kind: 'fan' })
    ],
    [
      screw('keys-s', 'keys', 'rest', [8, 8], 0, { seconds: 12 } as never),
      screw('rest-s', 'rest', 'base', [90, 80], 1, { seconds: 20 } as never),
      screw('fan-s', 'fan', 'base', [12, 12], 4)
    ]
  )
);

describe('what else could be done', () => {
  it('tells the next best way with its exact price, in words', () => {
    const [other, ...more] = alternatives(layered, replace('fan'));
    // There and back: keyboard alone 2 x (12 + 5), palm rest 2 x (20 + 5).
    expect(inEnglish(other)).toMatchObject({
      extraSeconds: 16,
      text: 'Take the keyboard off with the palm rest instead of alone',
      drops: ['joint:keys-s', 'move:keys/lift'],
      adds: ['joint:rest-s', 'move:rest/lift']
    });
    expect(more).toEqual([]);
  });

  it('the way can be taken: the plan then follows it and says so', () => {
    const [other] = alternatives(layered, replace('fan'));
    const usual = plan(layered, replace('fan'));
    const made = plan(layered, replace('fan'), { avoid: [other!.avoid] });
    expect(made.set.cost).toBe(usual.set.cost + other!.extraSeconds);
    expect(made.avoid).toEqual([other!.avoid]);
    expect(made.steps.some((s) => s.part === 'keys')).toBe(false);
    expect(alternatives(layered, replace('fan'), [other!.avoid])).toEqual([]);
  });

  it('offers nothing where there is no choice, and refuses what cannot be met at all', () => {
    expect(alternatives(layered, replace('keys')).map((a) => a.text)).toEqual([]);
    expect(() => plan(layered, replace('fan'), { avoid: ['move:keys/lift', 'move:rest/lift'] })).toThrow(
      /unmet\.narrowed.*cause\.covers.*keyboard.*fan/i
    );
  });

  it('a cable plugged at both ends can be opened at either; the dearer end has its price', () => {
    const wired = accessTo(
      machine(
        [
          part('a', [0, 0, 20], [1, 2]),
          part('b', [40, 0, 20], [1, 2]),
          part('wire', [0, 0, 1], [0, 1], undefined as never, { on: undefined, shapes: [], kind: 'cable', moves: [] })
        ],
        [
          screw('a-s', 'a', 'base', [2, 2], 1),
          screw('b-s', 'b', 'base', [42, 2], 1),
          plug('near', 'wire', 'a', [18, 10], 1, { seconds: 8 } as never),
          plug('far', 'wire', 'b', [42, 10], 1, { seconds: 11 } as never)
        ],
        {
          cables: [
            cable(
              'wire',
              ['near', 'far'],
              [
                [18, 10],
                [42, 10]
              ],
              1
            )
          ]
        }
      )
    );
    const goals: Goal[] = [{ do: 'remove', part: 'a' }];
    expect(plan(wired, goals).steps.some((s) => s.joint === 'near')).toBe(true);
    expect(alternatives(wired, goals)).toEqual([
      expect.objectContaining({ extraSeconds: 6, adds: ['joint:far'], drops: ['joint:near'] })
    ]);
  });
});

describe('while you are there', () => {
  const access = demoAccess();
  it('lists what adds little, cheapest first, with the exact addition', () => {
    const more = alongside(access, replace('heat-sink'), 120);
    const fan = more.find((m) => 'part' in m.goal && m.goal.part === 'fan')!;
    expect(inEnglish(fan)).toMatchObject({ text: 'Clean the fan', goal: { do: 'remove', part: 'fan' } });
    const base = plan(access, replace('heat-sink')).set.cost;
    for (const m of more) {
      expect(m.extraSeconds).toBeLessThanOrEqual(120);
      expect(plan(access, [...replace('heat-sink'), m.goal]).set.cost).toBe(base + m.extraSeconds);
    }
    expect(more.map((m) => m.extraSeconds)).toEqual(more.map((m) => m.extraSeconds).sort((a, b) => a - b));
    expect(more.some((m) => 'part' in m.goal && m.goal.part === 'board')).toBe(false);
  });
  it('what is out anyhow costs nothing more, and what is asked for is not offered', () => {
    const more = alongside(access, replace('board'), 1);
    expect(inEnglish(more.find((m) => 'part' in m.goal && m.goal.part === 'ssd'))).toMatchObject({
      extraSeconds: 0,
      text: 'Replace the SSD'
    });
    expect(more.some((m) => 'part' in m.goal && m.goal.part === 'board')).toBe(false);
    expect(() => alongside(access, replace('flywheel'), 60)).toThrow(PlanningError);
  });
});
