import { describe, expect, it } from 'vitest';
import type { JointOf } from '../machine';
import { demoAccess } from '../testing/machines';
import { amountOf, gapMm } from './consumables';

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
