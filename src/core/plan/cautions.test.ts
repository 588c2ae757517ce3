import { describe, expect, it } from 'vitest';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { english } from '../testing/english';
import { whyInList } from './explain';
import { plan } from './plan';

/** What can hurt somebody has to be acknowledged; what can only break something is told. */
const HURTS =
  /^(Lithium cell|Sharp edges|May be hot|No metal tool near the cell|Leave the adapter unplugged|Heat sink and exhaust)/;
const BREAKS =
  /^(Bends easily|Breaks easily|Wrist strap|Plastic tools only at the battery|Locks at the back|Never pull|Only if the owner)/;

describe.each(DEMO_MACHINES)('cautions on %s', (id) => {
  const access = demoAccess(id);
  const steps = ['battery', 'fan', 'keyboard', 'heat-sink']
    .filter((part) => access.model.hasPart(part))
    .flatMap((part) => plan(access, [{ do: 'replace', part }]).steps);

  it('what can hurt somebody is to be acknowledged, and nothing else', () => {
    const told = steps.flatMap((s) => s.cautions.map((c) => ({ ...c, text: english(c.text) })));
    for (const caution of told) {
      if (HURTS.test(caution.text)) expect(caution.harm, caution.text).toBe(true);
      if (BREAKS.test(caution.text)) expect(caution.harm, caution.text).toBe(false);
    }
    expect(told.some((c) => HURTS.test(c.text))).toBe(true);
  });

  it('at a cell no bond is loosened and no clip opened without saying that metal stays away', () => {
    const { model } = access;
    for (const step of steps) {
      const joint = step.do === 'open' ? model.joint(step.joint!) : undefined;
      if (joint?.kind !== 'adhesive' && joint?.kind !== 'clips') continue;
      const atCell = [joint.a, joint.b].some((part) => model.part(part).care.includes('cell'));
      const texts = step.cautions.filter((c) => c.harm).map((c) => english(c.text));
      expect(
        texts.some((t) => t.startsWith('No metal tool near the cell')),
        step.id
      ).toBe(atCell);
    }
  });

  it('a cell says so wherever it is carried, down and up', () => {
    for (const step of steps) {
      const carries =
        step.part !== undefined && step.move !== undefined && access.model.part(step.part).care.includes('cell');
      if (carries)
        expect(
          step.cautions.some((c) => c.harm && english(c.text).startsWith('Lithium cell')),
          step.id
        ).toBe(true);
    }
  });

  it('every step says what to do', () => {
    for (const step of steps) expect(english(step.text).trim(), step.id).not.toBe('');
  });
});

it('what is only looked at, or put back in its plug, says what to do as well', () => {
  const access = demoAccess();
  for (const goal of [
    { do: 'expose', part: 'fan' },
    { do: 'reach', joint: 'fan-plug' },
    { do: 'reach', joint: 'cover-screws' }
  ] as const) {
    const work = plan(access, [goal]).steps.find((s) => s.do === 'swap')!;
    expect(english(work.text)).not.toBe('');
    expect(english(work.detail!)).not.toBe('');
  }
});

it('power inside is said before all else, and what the other hand holds at each plug, not at the first alone', () => {
  const { steps } = plan(demoAccess('lindquay-slip-11'), [{ do: 'replace', part: 'battery' }]);
  const plugs = steps.filter((s) => s.holds && s.leg === 'down');
  expect(plugs.map((s) => s.joint).sort()).toEqual(['keyboard-plug', 'touchpad-plug']);
  for (const { cautions } of plugs) {
    const said = cautions.map((c) => english(c.text));
    expect(said[0]).toMatch(/^Live/);
    expect(said.at(-1)).toMatch(/^Hold with the other hand/);
  }
});

it('a list says once why several in a row stand elsewhere', () => {
  const made = plan(demoAccess('norrvik-ballast-15'), [{ do: 'replace', part: 'board' }]);
  const elsewhere = made.steps.filter((s) => s.leg === 'up' && s.departs);
  const told = elsewhere.flatMap((s) => whyInList(made, s) ?? []);
  expect(told.length).toBeLessThan(elsewhere.length);
  expect(new Set(told.map(english))).toEqual(new Set(elsewhere.map((s) => english(s.departs!))));
  const turn = made.steps.find((s) => s.leg === 'down' && s.departs);
  expect(turn && whyInList(made, turn)).toBeUndefined();
});
