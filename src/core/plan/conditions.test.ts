import { inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { accessOf } from '../access';
import { modelOf } from '../machine';
import { checkPlan } from '../check';
import type { Goal } from '../goals';
import { Condition } from '../hazards';
import { openId, stepId } from '../ids';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
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

  it('is the same work in the same order, with what its condition asks for beside it', () => {
    const acts = (of: Plan) => of.steps.filter((s) => s.joint ?? s.move).map((s) => [s.id, s.seconds]);
    expect(acts(doubtful)).toEqual(acts(sound));
    const beside = doubtful.steps.filter((s) => !sound.steps.some((x) => x.id === s.id));
    expect(beside.map((s) => s.id)).toEqual(['condition/cell-doubtful', 'condition/away:battery']);
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
  it('a cell that is only taken out goes back as doubtful as it was', () => {
    const out = plan(gannet, [{ do: 'remove', part: 'battery' }], { conditions: ['cell-doubtful'] });
    expect(said(out.steps)).toMatch(/No charging while the doubtful cell is in/);
    expect(said(out.steps)).not.toMatch(/the new battery/i);
  });
  it('keeps power away from what is wet, and looks for residue where it has dried', () => {
    const wet = plan(gannet, [{ do: 'replace', part: 'battery' }], { conditions: ['wet'] });
    // Once, where power first comes back.
    expect(
      wet.steps.filter((s) => s.cautions.some((c) => /no power and no charging before/.test(c.text))).map((s) => s.id)
    ).toEqual(['up/joint:battery-plug']);
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
  it('splinters are taken up before anything new goes in, where what bears the glass is moved', () => {
    const ids = (goal: Goal) => plan(gannet, [goal], { conditions: ['glass'] }).steps.map((s) => s.id);
    const display = ids({ do: 'replace', part: 'display' });
    const at = display.indexOf('condition/splinters');
    expect(at).toBeGreaterThan(display.indexOf('swap/replace:display'));
    expect(at).toBeLessThan(display.findIndex((id) => id.startsWith('up/')));
    expect(ids({ do: 'replace', part: 'fan' })).not.toContain('condition/splinters');
    const left = planOf(gannet, [{ do: 'replace', part: 'display' }], { conditions: ['glass'] });
    const { machine } = gannet.model;
    expect(checkPlan(machine, left)).toEqual([]);
    expect(
      checkPlan(machine, { ...left, steps: left.steps.filter((s) => s.id !== 'condition/splinters') }).join()
    ).toContain('splinters is left out');
  });
  it('the bare driver of a lamp is told before any power, on the machine of the demo that has one', () => {
    const ballast = demoAccess('norrvik-ballast-15');
    const test = plan(ballast, [{ do: 'replace', part: 'panel' }]).steps.find((s) => s.test === 'open-power')!;
    expect(said([test])).toMatch(/High voltage on the bare lamp inverter/i);
  });
  it('nobody is told of a doubtful cell what to do should it be one, nor to use plastic at its screws', () => {
    const down = plan(demoAccess(), [{ do: 'replace', part: 'battery' }], {
      conditions: ['cell-swollen']
    }).steps.filter((s) => s.leg === 'down');
    expect(said(down)).not.toMatch(/Swollen, wet or hot/);
    expect(said(down.filter((s) => s.tool?.startsWith('driver')))).not.toMatch(/plastic only/);
    expect(said(down.filter((s) => s.joint === 'battery-screws'))).toMatch(/nothing presses on the cell/);
  });
  it('an adapter does not bring back a battery that was not disconnected in firmware', () => {
    const back = (conditions: Condition[]) =>
      said(
        plan(demoAccess(), [{ do: 'replace', part: 'battery' }], { conditions }).steps.filter((s) => s.do === 'restore')
      );
    expect(back([])).toMatch(/brings the battery back/);
    expect(back(['cell-swollen'])).not.toMatch(/brings the battery back/);
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

describe.each(DEMO_MACHINES)('on %s a machine that must not be started', (id) => {
  const access = demoAccess(id);
  const goals = [{ do: 'replace', part: 'battery' }] as const;
  const sound = plan(access, goals);
  const kinds = new Map(access.model.machine.isolation.steps.map((s) => [`isolate/${s.id}`, s.kind]));
  const safe = (made: Plan) => made.steps.filter((s) => s.leg === 'isolate');

  it.each(['wet', 'residue', 'cell-doubtful', 'cell-swollen', 'cell-burnt'] as const)(
    '%s: told before all else, cut off from its adapter, forced off, never started for its firmware',
    (condition) => {
      const made = plan(access, goals, { conditions: [condition] });
      const [first, ...rest] = safe(made);
      expect(first).toMatchObject({ id: `condition/${condition}`, cautions: [{ harm: true }] });
      expect(made.steps[0]).toBe(first);
      expect(kinds.get(rest[0]!.id)).toBe('unplug-adapter');
      expect(kinds.get(rest[1]!.id)).toBe('shut-down');
      expect(rest[1]!.text).toMatch(/^If it runs, hold the power key/);
      expect(made.steps.map((s) => kinds.get(s.id))).not.toContain('firmware-disconnect');
      // The file's own words for a shutdown, or for what is done in the firmware, are nowhere.
      for (const { kind, text } of access.model.machine.isolation.steps)
        if (kind === 'shut-down' || kind === 'firmware-disconnect') expect(said(made.steps)).not.toContain(text);
    }
  );

  it('a wet one is cleaned, dried and looked over with its power away, and watched at the end', () => {
    const made = plan(access, goals, { conditions: ['wet'] });
    const at = (step: string) => made.steps.findIndex((s) => s.id === step);
    const open = made.steps.findLastIndex((s) => s.leg === 'down');
    const power = made.steps.findIndex(
      (s) =>
        s.test === 'open-power' ||
        s.do === 'restore' ||
        s.id === stepId.action('up', openId(access.model.machine.isolation.joint!))
    );
    const row = [open, at('condition/clean'), at('condition/dry'), at('condition/look'), power];
    expect([...row].sort((a, b) => a - b)).toEqual(row);
    expect(new Set(row).size).toBe(row.length);
    expect(made.steps.at(-1)!.id).toBe('condition/watch');
  });

  it('what its firmware would have done is live until the plug is open, and told so', () => {
    const made = plan(access, goals, { conditions: ['wet'] });
    const plug = made.steps.findIndex((s) => s.do === 'open' && s.joint === access.model.machine.isolation.joint);
    const outside = access.model.machine.isolation.steps.some((s) => s.kind === 'remove-battery');
    const before = made.steps.slice(0, plug).filter((s) => s.do === 'open' || s.do === 'move');
    expect(made.energised.filter((step) => step.startsWith('down/'))).toEqual(outside ? [] : before.map((s) => s.id));
  });

  it('a cell that may fail goes into its box at once, and its successor is laid elsewhere', () => {
    const made = plan(access, goals, { conditions: ['cell-swollen'] });
    const out = made.steps.findIndex((s) => s.do === 'move' && s.part === 'battery' && s.move !== undefined);
    expect(made.steps.slice(out).find((s) => s.id.startsWith('condition/'))!.id).toBe('condition/away:battery');
    expect(said(sound.steps)).toMatch(/beside the old one/);
    expect(said(made.steps)).not.toMatch(/beside the old one/);
    expect(said(made.steps)).toMatch(/away from the old one/);
  });

  it('each condition, alone and with others, passes a check that shares no code with it', () => {
    for (const conditions of [...Condition.options.map((c) => [c]), ['wet', 'cell-burnt', 'glass'] as Condition[]]) {
      const made = planOf(access, [...goals], { conditions });
      expect(checkPlan(access.model.machine, made), conditions.join()).toEqual([]);
    }
  });
});

it('a battery that only its firmware disconnects stays live in a wet machine: told first, and at each act', () => {
  const { machine } = demoAccess().model;
  const { joint: _, ...isolation } = machine.isolation;
  const steps = isolation.steps.filter((s) => s.joint === undefined);
  const trapped = accessOf(modelOf({ ...machine, isolation: { ...isolation, steps } }));
  const goals = [{ do: 'replace', part: 'fan' }] as const;
  const dry = plan(trapped, goals);
  expect(dry.energised).toEqual([]);
  const wet = plan(trapped, goals, { conditions: ['wet'] });
  expect(wet.steps[0]!.cautions.map((c) => c.text).join()).toMatch(/power stays inside all the time.*lead/);
  const down = wet.steps.filter((s) => s.leg === 'down' && (s.do === 'open' || s.do === 'move')).map((s) => s.id);
  expect(wet.energised.filter((id) => id.startsWith('down/'))).toEqual(down);
  expect(checkPlan(trapped.model.machine, planOf(trapped, [...goals], { conditions: ['wet'] }))).toEqual([]);
});

describe('broken glass', () => {
  const display = (part: string) =>
    plan(gannet, [{ do: 'replace', part }], { conditions: ['glass'] }).steps.filter((s) =>
      s.cautions.some((c) => /Broken glass: gloves/.test(c.text))
    );
  it('is covered before anything is turned, and minded where it moves', () => {
    const made = plan(gannet, [{ do: 'replace', part: 'fan' }], { conditions: ['glass'] });
    expect(made.steps[0]).toMatchObject({ id: 'condition/glass', text: 'Cover the broken glass with film' });
    expect(display('display').some((s) => s.do === 'move')).toBe(true);
  });
  it('is nothing of a new panel', () => {
    expect(display('display').some((s) => s.do === 'return')).toBe(false);
    const off = plan(gannet, [{ do: 'remove', part: 'display' }], { conditions: ['glass'] }).steps;
    const back = off.filter((s) => s.do === 'return' && s.part === 'display');
    expect(back.some((s) => s.cautions.some((c) => /Broken glass: gloves/.test(c.text)))).toBe(true);
  });
});

it('the check finds a plan for a wet machine that starts it, forgets to dry it, or says it late', () => {
  const access = demoAccess();
  const goals: Goal[] = [{ do: 'replace', part: 'battery' }];
  const wet = planOf(access, goals, { conditions: ['wet', 'cell-doubtful'] });
  const with_ = (steps: Plan['steps']) => checkPlan(access.model.machine, { ...wet, steps });
  for (const gone of wet.steps.filter((s) => s.id.startsWith('condition/')))
    expect(with_(wet.steps.filter((s) => s !== gone)).length, gone.id).toBeGreaterThan(0);
  const firmware = planOf(access, goals).steps.find((s) => s.id === 'isolate/firmware-off')!;
  expect(with_(wet.steps.toSpliced(4, 0, firmware))).toContainEqual(expect.stringMatching(/must not be started/));
  const late = (id: string, after: number) => {
    const step = wet.steps.find((s) => s.id === id)!;
    const rest = wet.steps.filter((s) => s !== step);
    return with_(rest.toSpliced(after, 0, step));
  };
  expect(late('condition/wet', 6)).toContainEqual(expect.stringMatching(/stands after something else/));
  expect(late('condition/dry', wet.steps.length - 1)).toContainEqual(
    expect.stringMatching(/between opening and power/)
  );
  expect(late('isolate/adapter-out', 4).length).toBeGreaterThan(0);
});

it('what carries high voltage is covered before the machine is tried with it bare, and not mentioned under its bezel', () => {
  const { machine } = demoAccess('norrvik-ballast-15').model;
  const parts = machine.parts.map((p) => (p.id === 'panel' ? { ...p, care: ['high-voltage' as const] } : p));
  const lamp = accessOf(modelOf({ ...machine, parts }));
  const told = (part: string) => {
    const made = plan(lamp, [{ do: 'replace', part }]);
    const test = made.steps.find((s) => s.test === 'open-power');
    return {
      test,
      told: test?.cautions.filter((c) => c.harm && /High voltage on the bare display panel/.test(c.text))
    };
  };
  expect(told('panel').told).toHaveLength(1);
  expect(told('board')).toMatchObject({ test: { do: 'test' }, told: [] });
});
