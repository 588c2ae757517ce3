import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { boardPlan } from '../testing/plans';
import { checkSpare, numbersFor, plan, spareWords } from '.';
import type { Goal } from '../goals';

const access = demoAccess();
const { model } = access;
const replace = (...parts: string[]): Goal[] => parts.map((part) => ({ do: 'replace', part }));

describe('the spare in hand', () => {
  const board = model.part('board');
  const words = (...asked: Parameters<typeof spareWords>) => inEnglish(spareWords(...asked));
  it('fits by number, as it is read off a label', () => {
    expect(checkSpare(model, board, 'NF14-4100')).toEqual({ verdict: 'fits' });
    expect(checkSpare(model, board, 'nf14 4100')).toEqual({ verdict: 'fits' });
    expect(words(model, board, checkSpare(model, board, 'NF14-4100'))).toMatch(/^Fits: /);
    expect(words(model, board, checkSpare(model, board, 'NF14-4110', 'plain'))).toMatch(
      /^Does not fit here: it is for the variant wwan/
    );
    expect(words(model, board, { verdict: 'other-revision', fits: ['r1'] })).toMatch(/revision r1, this machine is r2/);
    expect(words(model, board, checkSpare(model, board, 'NF14-2100'))).toBe(
      'That is the number of another part (battery), not of the main board.'
    );
    expect(words(model, board, checkSpare(model, board, 'X-1'))).toMatch(/does not know this number/);
  });
  it('is checked against the variant and the revision of the machine', () => {
    expect(checkSpare(model, board, 'NF14-4110', 'plain')).toEqual({ verdict: 'other-variant', fits: ['wwan'] });
    expect(checkSpare(model, board, 'NF14-4110', 'wwan')).toEqual({ verdict: 'fits' });
    const old = { ...model, machine: { ...model.machine, revision: 'r1' } };
    expect(checkSpare(old, model.part('battery'), 'NF14-2101')).toEqual({ verdict: 'other-revision', fits: ['r2'] });
  });
  it('of another part is named as such', () => {
    expect(checkSpare(model, board, 'NF14-3100')).toEqual({ verdict: 'unknown', part: 'fan' });
    expect(checkSpare(model, board, 'XX-1')).toEqual({ verdict: 'unknown' });
  });
  it('must be in hand by the numbers that fit', () => {
    expect(numbersFor(model, board, 'wwan')).toEqual(['NF14-4110']);
    expect(plan(access, replace('board'), { variant: 'plain' }).inHand.spares[0]!.numbers).toEqual(['NF14-4100']);
    expect(boardPlan().inHand.spares[0]!.numbers).toEqual(['NF14-4100', 'NF14-4110']);
  });
});

describe('the swap', () => {
  it('says what comes off before the board is lifted and what on the mat, as the steps do it', () => {
    const made = boardPlan();
    const [swap] = made.swaps!;
    const at = (id: string) => made.steps.findIndex((s) => s.leg === 'down' && s.do === 'move' && s.part === id);
    expect(swap!.over.length).toBe(11);
    for (const { part, when } of swap!.over) expect(at(part) < at('board'), part).toBe(when === 'before');
    // What lies over the board's screws or plugs cannot wait for the mat.
    expect(swap!.over).toContainEqual({ part: 'display-bracket', when: 'before' });
  });
  it('forms a new flat cable after the old one, whether it is the spare or comes with it', () => {
    const form = (part: string) => plan(access, replace(part)).steps.filter((s) => s.id.startsWith('swap/form:'));
    expect(inEnglish(form('touchpad-cable')[0])).toMatchObject({
      part: 'touchpad-cable',
      do: 'prepare',
      text: 'Pre-bend the new touchpad cable to match the old one'
    });
    expect(form('fan')).toEqual([]);
    expect(form('card-reader').map((s) => s.part)).toEqual(['reader-cable']);
  });
});

it('at the swap stand the numbers of this revision and variant alone', () => {
  const told = (id: string, part: string, variant?: string) => {
    const p = plan(demoAccess(id), [{ do: 'replace', part }], { budget: 100, ...(variant ? { variant } : {}) });
    return inEnglish(p.steps.find((s) => s.id === `swap/replace:${part}`)!.detail!);
  };
  expect(told('lindquay-gannet-13', 'battery')).toMatch(/LG13-2002/);
  expect(told('lindquay-gannet-13', 'battery')).not.toMatch(/LG13-2001/);
  expect(told('norrvik-pilot-14', 'battery')).not.toMatch(/NP14-2011/);
  expect(told('norrvik-fathom-14', 'board', 'wwan')).toMatch(/NF14-4110/);
  expect(told('norrvik-fathom-14', 'board', 'wwan')).not.toMatch(/NF14-4100/);
});
