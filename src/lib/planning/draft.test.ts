import { describe, expect, it } from 'vitest';
import { Draft } from './draft.svelte';

const fan = { do: 'replace', part: 'fan' } as const;
const ssd = { do: 'replace', part: 'ssd' } as const;
const draft = () => new Draft({ goals: [fan], weighting: 'part-by-part', avoid: [] });

describe('a plan while it is being changed', () => {
  it('is changed only while it differs from what was kept', () => {
    const d = draft();
    expect([d.isChanged, d.canUndo]).toEqual([false, false]);
    d.add(ssd);
    expect(d.isChanged).toBe(true);
    d.drop(ssd);
    expect([d.isChanged, d.canUndo]).toEqual([false, true]);
  });
  it('does not hang on the order in which goals were chosen', () => {
    const d = new Draft({ goals: [fan, ssd], weighting: 'part-by-part', avoid: [] });
    d.toggle(fan);
    d.toggle(fan);
    expect(d.wish.goals).toEqual([ssd, fan]);
    expect(d.isChanged).toBe(false);
  });
  it('undoes every kind of change, step by step', () => {
    const d = draft();
    const wishes = [d.wish];
    for (const change of [
      () => d.add(ssd),
      () => d.weigh('bit-by-bit'),
      () => d.avoid('move:a/lift'),
      () => d.allowAll()
    ]) {
      change();
      wishes.push(d.wish);
    }
    for (const wish of wishes.slice(0, -1).reverse()) {
      d.undo();
      expect(d.wish).toBe(wish);
    }
    d.undo();
    expect([d.wish, d.canUndo]).toEqual([wishes[0], false]);
  });
  it('makes no step of what changes nothing', () => {
    const d = draft();
    d.add({ ...fan });
    d.weigh('part-by-part');
    expect(d.canUndo).toBe(false);
  });
  it('once kept it is the plan, and what came before can still be gone back to', () => {
    const d = draft();
    d.add(ssd);
    d.keep();
    expect(d.isChanged).toBe(false);
    d.undo();
    expect([d.isChanged, d.wish.goals]).toEqual([true, [fan]]);
  });
});
