import { describe, expect, it } from 'vitest';
import { checkPlan } from '../check';
import { replaceableParts, type Goal } from '../goals';
import { accessOf } from '../access';
import { modelOf } from '../machine';
import { demoAccess, DEMO_MACHINES } from '../testing/machines';
import { plan } from '.';

const settled = (id: string, goal: Goal) => {
  const access = demoAccess(id);
  const made = plan(access, [goal]);
  return { access, made, ids: made.steps.flatMap((s) => (s.leg === 'prove' ? [s.id] : [])) };
};

it('a coin cell that was out leaves a clock to be set, before its test and once the machine runs', () => {
  const { ids } = settled('norrvik-fathom-14', { do: 'replace', part: 'coin-cell' });
  expect(ids.indexOf('prove/set:clock')).toBeLessThan(ids.indexOf('prove/clock'));
  expect(ids).not.toContain('prove/first:charge');
});

it('a new battery is charged last, and a clock that has a cell of its own is left alone', () => {
  const { ids } = settled('norrvik-fathom-14', { do: 'replace', part: 'battery' });
  expect(ids.at(-1)).toBe('prove/first:charge');
  expect(ids).not.toContain('prove/set:clock');
});

it('where the battery keeps the clock it is set after it was unplugged, whatever it was unplugged for', () => {
  const { ids } = settled('lindquay-gannet-13', { do: 'remove', part: 'fan' });
  expect(ids).toContain('prove/set:clock');
  expect(ids).not.toContain('prove/first:charge');
});

it('a battery that only came out to reach something is not charged as a new one', () =>
  expect(settled('lindquay-gannet-13', { do: 'remove', part: 'battery' }).ids).not.toContain('prove/first:charge'));

describe.each(DEMO_MACHINES)('%s', (id) => {
  it('the check finds each of them missing, out of place, or without a reason', () => {
    const access = demoAccess(id);
    const { machine } = access.model;
    const cells = replaceableParts(access.model).filter((p) => ['battery', 'coin-cell'].includes(p.kind));
    expect(cells.length).toBeGreaterThan(0);
    for (const { id: part } of cells) {
      const made = plan(access, [{ do: 'replace', part }]);
      const settles = made.steps.filter((s) => s.id.startsWith('prove/set:') || s.id.startsWith('prove/first:'));
      expect(settles.length).toBeGreaterThan(0);
      for (const step of settles) {
        const without = { ...made, steps: made.steps.filter((s) => s !== step) };
        expect(checkPlan(machine, without)).toHaveLength(1);
        const early = {
          ...without,
          steps: [step, ...without.steps].map((s) => (s === step ? { ...s, leg: 'isolate' as const } : s))
        };
        expect(checkPlan(machine, early).join()).toContain('comes before it runs again');
      }
    }
    const quiet = plan(accessOf(modelOf(machine)), [
      { do: 'reach', joint: machine.joints.find((j) => j.kind === 'screws')!.id }
    ]);
    const [some] = plan(access, [{ do: 'replace', part: cells[0]!.id }]).steps.filter(
      (s) => s.id === 'prove/first:charge'
    );
    if (some)
      expect(checkPlan(machine, { ...quiet, steps: [...quiet.steps, some] })).toContain(
        'prove/first:charge: is done without a reason'
      );
  });
});
