import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { checkPlan } from '../check';
import { plan } from '../plan';
import { singleGoals } from '../recording';
import { english } from '../testing/english';
import { checkDraft } from '../validate';
import { machineFromSheet, SHEET_COLUMNS } from '.';

const ABOUT = { maker: 'Norrvik', model: 'Table 13', body: 'Body' };
const example = (name: string) => readFileSync(`docs/examples/${name}`, 'utf8');
const sample = example('sheet-sample.csv');
const read = (text: string) => machineFromSheet(text, ABOUT, english);
const machineOf = (text: string) => {
  const made = read(text);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  const checked = checkDraft(made.machine);
  if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
  return checked;
};
const faults = (text: string) => {
  const made = read(text);
  return made.ok ? [] : made.problems.map((p) => `${p.place}: ${english(p.message)}`);
};
const HEAD = SHEET_COLUMNS.join(',');

describe('a table from paper', () => {
  it('as it ships becomes a machine without a drawing, with every plan working', () => {
    const { access, machine } = machineOf(sample);
    expect(machine).toMatchObject({ drawn: 'scheme', id: 'norrvik-table-13' });
    expect(machine.parts.map((p) => p.name)).toContain('Solid state drive');
    expect(machine.isolation.joint).toBe('battery-plug-2');
    for (const goal of singleGoals(access)) expect(checkPlan(machine, plan(access, [goal]))).toEqual([]);
  });

  it('what a part comes off after comes before it, and before what holds it; nothing else does', () => {
    const { access } = machineOf(sample);
    const down = plan(access, [{ do: 'remove', part: 'heat-sink' }]).steps.flatMap((s) =>
      s.leg === 'down' && s.do === 'move' ? [s.part!] : []
    );
    expect(down).toEqual(['bottom-cover', 'fan', 'heat-sink']);
    expect(access.requirements.get('joint:fan-screws')!.map((r) => r.alternatives)).toEqual([
      [['move:bottom-cover/lift']]
    ]);
  });

  it('rows of one part add up, sizes and drives are read, screws are counted', () => {
    const { machine } = machineOf(sample);
    const held = machine.joints.filter((j) => j.a === 'bottom-cover');
    expect(held.map((j) => j.kind)).toEqual(['screws', 'clips']);
    expect(held[0]).toMatchObject({ count: 8, screw: { threadMm: 2, lengthMm: 5, drive: 'PH0' } });
    expect(machine.joints.find((j) => j.id === 'keyboard-screws')).toMatchObject({
      count: 18,
      screw: { threadMm: 1.6, drive: 'PH00' }
    });
  });

  it('is read as well when it is pasted with tabs, or with semicolons and decimal commas', () => {
    const tabs = sample.replaceAll(',', '\t');
    expect(machineOf(tabs).machine).toEqual(machineOf(sample).machine);
    expect(machineOf('part;held by;how many;size\nFan;screws;2;M2,5x3,5').machine.joints[0]).toMatchObject({
      count: 2,
      screw: { threadMm: 2.5, lengthMm: 3.5 }
    });
  });

  it('cuts a note that is too long, and no character in half', () => {
    const { machine } = machineOf(`part,held by,note\nFan,screws,${'x'.repeat(399)}\u{1f527}`);
    expect(machine.parts.find((p) => p.id === 'fan')!.note).toBe('x'.repeat(399));
  });

  it('names what is wrong by its row and column', () => {
    expect(faults('name\nFan')).toEqual(['row 1: has no column "part"']);
    expect(faults(`${HEAD}\n`)).toEqual(['row 2: has no row with a part']);
    expect(faults(`${HEAD},colour\nFan,,,,,,,,,`)).toEqual(['row 1: has columns that are not known: colour']);
    expect(
      faults(
        `${HEAD}\nFan,rotor,Lid,bolts,2,,,maybe,\nLid,,Lid,screws,many,,,,\nBoard,,,screws,2,small,,,\nFoot,,,screws,1,M2x3,T99,,`
      )
    ).toEqual([
      'row 2.kind: "rotor" is no kind of part',
      'row 2.cable: is yes or no',
      'row 2.held by: is one of screws, clips, glue, tape, latch, hook, plug, not "bolts"',
      'row 3.how many: "many" is no count from 1 to 200',
      'row 4.size: is not a screw size: write thread x length, as in M2.5 x 4',
      expect.stringMatching(/^row 5\.drive: is one of PH00, .*, not "T99"$/),
      'row 3.comes off after: names the part itself',
      'row 3.comes off after: goes round: Lid after Lid'
    ]);
    expect(faults(`${HEAD}\nA,,B,,,,,,\nB,,C,,,,,,\nC,,A,,,,,,`)).toEqual([
      'row 2.comes off after: goes round: A after B after C after A'
    ]);
    expect(faults(`${HEAD}\nA,,Nobody,,,,,,`)).toEqual([
      'row 2.comes off after: names "Nobody", which is no part of the sheet'
    ]);
    expect(faults(`${HEAD}\n${'x'.repeat(600_000)}`)[0]).toMatch(/longer than 500k/);
  });

  it('the template has every column, and the sample no other', () => {
    expect(example('sheet-template.csv').trim()).toBe(HEAD);
    expect(sample.split('\n')[0]).toBe(HEAD);
  });

  it('whatever is pasted becomes a machine that can be used, or is refused by its place', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom('Fan', 'fan ', 'Ünïcode', '=1+1', '漢字', ''),
            fc.constantFrom('', 'Fan', 'Ünïcode', '漢字; Fan'),
            fc.constantFrom('screws', 'Clip', 'glue', '', 'plug', 'nails'),
            fc.constantFrom('', '1', '12', '0', '1e3', '200'),
            fc.constantFrom('', 'M2x4', '1.6 × 2', 'M99x1')
          ),
          { maxLength: 8 }
        ),
        (rows) => {
          const text = ['part,comes off after,held by,how many,size', ...rows.map((r) => r.join(','))].join('\n');
          const made = read(text);
          if (!made.ok) return void expect(made.problems.every((p) => /^row \d/.test(p.place))).toBe(true);
          const checked = checkDraft(made.machine);
          expect(checked.ok ? [] : checked.problems.filter((p) => p.severity === 'error')).toEqual([]);
        }
      ),
      { numRuns: 500 }
    ));
});
