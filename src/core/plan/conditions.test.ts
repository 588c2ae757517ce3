import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { accessOf } from '../access';
import { modelOf } from '../machine';
import { demoAccess } from '../testing/machines';
import { Plan } from './schema';
import { plan as planOf } from './plan';

/** Plans as they read in English. */
const plan = (...asked: Parameters<typeof planOf>) => inEnglish(planOf(...asked));

const gannet = demoAccess('lindquay-gannet-13');
const said = (steps: Plan['steps']) =>
  steps.flatMap((s) => [s.text, s.detail ?? '', ...s.cautions.map((c) => c.text)]).join('\n');

describe('a plan for a machine that came in doubtful', () => {
  const sound = plan(gannet, [{ do: 'replace', part: 'battery' }]);
  const doubtful = plan(gannet, [{ do: 'replace', part: 'battery' }], { conditions: ['cell-doubtful'] });

  it('is the same work in the same order', () => {
    expect(doubtful.steps.map((s) => [s.id, s.seconds])).toEqual(sound.steps.map((s) => [s.id, s.seconds]));
    expect(Plan.parse(doubtful).conditions).toEqual(['cell-doubtful']);
    expect(sound.conditions).toBeUndefined();
  });
  it('refuses solvent, heat and metal at the cell, to be acknowledged', () => {
    const strips = doubtful.steps.find(
      (s) =>
        s.do === 'open' &&
        s.joint &&
        gannet.model.joint(s.joint).kind === 'adhesive' &&
        gannet.model.joint(s.joint).a === 'battery'
    )!;
    expect(strips.detail).toMatch(/^Dry only.*No solvent, no warming/);
    expect(strips.cautions).toContainEqual(
      expect.objectContaining({ text: expect.stringMatching(/plastic only, no solvent/), harm: true })
    );
  });
  it('forbids charging as long as the doubtful cell stays, and no longer once a new one is in', () => {
    const fan = plan(gannet, [{ do: 'replace', part: 'fan' }], { conditions: ['cell-doubtful'] });
    expect(said(fan.steps)).toMatch(/No charging while the doubtful cell is in/);
    expect(said(doubtful.steps)).not.toMatch(/No charging while the doubtful cell is in/);
  });
  it('keeps power away from what is wet, and looks for residue where it has dried', () => {
    const wet = plan(gannet, [{ do: 'replace', part: 'battery' }], { conditions: ['wet'] });
    expect(
      wet.steps
        .filter((s) => s.test === 'open-power' || s.test === 'battery')
        .every((s) => s.cautions.some((c) => /no power and no charging before/.test(c.text)))
    ).toBe(true);
    expect(said(plan(gannet, [{ do: 'replace', part: 'fan' }], { conditions: ['residue'] }).steps)).toMatch(
      /Look for residue/
    );
  });
  it('minds glass where the display moves, and a bad adapter where it is unplugged', () => {
    const display = plan(gannet, [{ do: 'replace', part: 'display' }], { conditions: ['glass', 'bad-adapter'] });
    const off = display.steps.find((s) => s.do === 'move' && s.part === 'display')!;
    expect(off.cautions.some((c) => /Broken glass/.test(c.text) && c.harm)).toBe(true);
    expect(said(display.steps)).toMatch(/switch the socket off first/);
  });
  it('knows the adapter by what the step is, however its file words it', () => {
    const { machine } = gannet.model;
    const steps = machine.isolation.steps.map((s) =>
      s.kind === 'unplug-adapter'
        ? { ...s, text: 'Unplug the charger', undo: 'Plug the charger in' }
        : s.kind === 'shut-down'
          ? { ...s, text: 'Shut down with the adapter in', undo: 'Switch on' }
          : s
    );
    const other = accessOf(modelOf({ ...machine, isolation: { ...machine.isolation, steps } }));
    const { steps: all } = plan(other, [{ do: 'replace', part: 'fan' }], { conditions: ['bad-adapter'] });
    const warned = all
      .filter((s) =>
        s.cautions.some((c) => /switch the socket off first|sound adapter of the same rating/.test(c.text))
      )
      .map((s) => s.text);
    expect(warned).toEqual(['Unplug the charger', 'Plug the charger in']);
  });
});
