import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import type { JointOf } from '../machine';
import { STANDARD_PLACE } from '../calendar';
import { fold, reportSections, RunEvent } from '../run';
import { accessTo, demoAccess, machine, part, screw } from '../testing/machines';
import { plan as planOf } from '.';
import { amountOf, gapMm } from './consumables';

/** Plans as they read in English. */
const plan = (...asked: Parameters<typeof planOf>) => inEnglish(planOf(...asked));

const glue = (machine: string, id: string) => {
  const { model } = demoAccess(machine);
  return { model, joint: model.joint(id) as JointOf<'adhesive'> };
};

describe('how much goes on again', () => {
  it('compound: area times film', () => {
    const { model, joint } = glue('norrvik-ballast-15', 'processor-compound');
    expect(amountOf(model, joint)).toEqual({ kind: 'volume', areaMm2: 900, filmMm: 0.08, volumeMm3: 72 });
  });
  it('a pad is as thick as its gap, pressed, in steps that are sold; the file\u2019s own figure goes first', () => {
    const { model, joint } = glue('norrvik-ballast-15', 'bridge-pad');
    expect(gapMm(model, joint)).toBe(1);
    expect(amountOf(model, joint)).toEqual({ kind: 'sheet', areaMm2: 196, thicknessMm: 1.5 });
    expect(amountOf(model, { ...joint, thicknessMm: 0.8 })).toEqual({ kind: 'sheet', areaMm2: 196, thicknessMm: 0.8 });
  });
  it('parts that do not lie over each other have no gap', () => {
    const { model, joint } = glue('norrvik-ballast-15', 'bridge-pad');
    expect(gapMm(model, { ...joint, a: 'speaker-left' })).toBeUndefined();
  });
  it('strips by their length as drawn', () => {
    const { model, joint } = glue('lindquay-gannet-13', 'battery-strips');
    expect(amountOf(model, joint)).toEqual({ kind: 'strips', lengthsMm: [76, 76, 76, 76] });
  });
  it('anything else by area, or one set', () => {
    const { model, joint } = glue('lindquay-slip-11', 'bezel-tape');
    expect(amountOf(model, joint)).toEqual({ kind: 'sheet', areaMm2: 1400, thicknessMm: 0.15 });
    expect(amountOf(model, { ...joint, areaMm2: undefined })).toEqual({ kind: 'set' });
  });
});

describe('tape that does not hold again', () => {
  const tape = (singleUse: boolean) =>
    accessTo(
      machine(
        [part('card', [0, 0, 20], [3, 4])],
        [
          screw('card-s', 'card', 'base', [10, 18], 3),
          {
            kind: 'tape',
            id: 'card-tape',
            name: 'card tape',
            a: 'card',
            b: 'base',
            zone: 'face',
            at: [
              [5, 5],
              [15, 5]
            ],
            depth: 3,
            seconds: 5,
            material: 'polyimide',
            singleUse
          } as never
        ]
      )
    );
  it('is in hand before, goes on fresh, and stands in the report', () => {
    const access = tape(true);
    const made = plan(access, [{ do: 'remove', part: 'card' }]);
    expect(made.inHand.consumables).toEqual([
      { name: 'Polyimide tape: card tape', material: 'polyimide-tape', amount: '2 pieces' }
    ]);
    const closed = made.steps.find((s) => s.do === 'close' && s.joint === 'card-tape')!;
    expect(closed.text).toBe('Stick on a fresh piece of polyimide tape: card tape');
    expect(made.steps.find((s) => s.do === 'open' && s.joint === 'card-tape')!.detail).toMatch(/a fresh piece later/);
    const event = RunEvent.parse({
      type: 'done',
      id: '00000000-0000-4000-8000-000000000001',
      at: '2026-11-25T08:00:00.000Z',
      step: closed.id
    });
    expect(
      inEnglish(reportSections(access.model, [made], fold(access.model, made, [event]), STANDARD_PLACE))
        .find((s) => s.title === 'Used')
        ?.lines.map((l) => l.text)
    ).toEqual(['Polyimide tape: card tape, 2 pieces']);
  });
  it('another goes back as it is', () => {
    const made = plan(tape(false), [{ do: 'remove', part: 'card' }]);
    expect(made.inHand.consumables).toEqual([]);
    expect(made.steps.find((s) => s.do === 'close' && s.joint === 'card-tape')!.text).toBe('Stick down the card tape');
  });
});
