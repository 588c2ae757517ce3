import { describe, expect, it } from 'vitest';
import { accessOf } from '../access';
import { Machine, modelOf } from '../machine';
import { plan } from '../plan';
import { PlanningError } from '../goals';
import { demoAccess } from '../testing/machines';
import { checkDraft, checkMachine } from '.';

const demo = demoAccess('norrvik-pilot-14').model.machine;
const isolated = (isolation: Machine['isolation'], parts = demo.parts): Machine => ({ ...demo, isolation, parts });
const codes = (machine: Machine) => {
  const checked = checkMachine(machine);
  return (checked.ok ? checked.warnings : checked.problems)
    .filter((p) => /^isolation|^parts/.test(p.place) && /cell|adapter|isolates/.test(p.code))
    .map((p) => `${p.severity} ${p.code}`);
};
const planned = (machine: Machine) =>
  plan(accessOf(modelOf(machine)), [{ do: 'remove', part: 'board' }], { budget: 0 }).steps.length;
const noBattery = demo.parts.map((p) => (p.kind === 'battery' ? { ...p, kind: 'film' as const } : p));
const adapter = demo.isolation.steps.filter((s) => s.kind === 'unplug-adapter');

describe('how power is taken away', () => {
  it('is told by the plug, and the file is planned on', () => {
    expect(codes(demo)).toEqual([]);
    expect(planned(demo)).toBeGreaterThan(5);
  });

  it.each([
    ['a battery and no way', isolated({ steps: [] }), 'error cell-connected'],
    ['steps that leave the battery in', isolated({ steps: adapter }), 'error cell-connected'],
    [
      'a battery, and somebody says that there is none',
      isolated({ steps: adapter, noCell: true }),
      'error cell-connected'
    ],
    ['nobody has said whether there is one', isolated({ steps: adapter }, noBattery), 'error cell-untold'],
    ['no battery, and the adapter stays', isolated({ steps: [], noCell: true }, noBattery), 'error adapter-stays']
  ])('%s: nothing is planned, and the file is told why', (_, machine, problem) => {
    expect(codes(machine)).toEqual([problem]);
    expect(checkMachine(machine).ok).toBe(false);
    // A drawing that is still being made is judged all the same.
    expect(checkDraft(machine).ok).toBe(true);
    expect(() => planned(machine)).toThrow(PlanningError);
  });

  it('is told without a plug: in firmware, out of its bay, or there is no battery', () => {
    const firmware = demo.isolation.steps.filter((s) => s.joint === undefined);
    for (const machine of [
      isolated({ steps: firmware }),
      demoAccess('norrvik-ballast-15').model.machine,
      isolated({ steps: adapter, noCell: true }, noBattery)
    ]) {
      expect(codes(machine)).toEqual([]);
      expect(planned(machine)).toBeGreaterThan(3);
    }
  });

  it('by a plug of something else is worth a warning, and so is an adapter that nobody unplugs', () => {
    const other = demo.joints.find((j) => j.kind === 'connector' && j.a.startsWith('speaker'))!;
    expect(codes(isolated({ ...demo.isolation, joint: other.id }))).toEqual(['warning isolates-elsewhere']);
    const plug = demo.isolation.steps.filter((s) => s.joint !== undefined);
    expect(codes(isolated({ ...demo.isolation, steps: plug }))).toEqual(['warning adapter-left']);
  });
});
