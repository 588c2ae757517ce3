import { english } from '../testing/english';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { Machine } from '../machine';
import { plan } from '../plan';
import { demoAccess } from '../testing/machines';
import { cableTable, jointTable, partTable, planMarkdown, readScrewTable, screwTable, stepTable } from '.';
import { checkMachine } from '../validate';

const { model } = demoAccess();
const { machine } = model;
const rows = (csv: string) => Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: true }).data;
const edited = (change: (row: Record<string, string>) => void) => {
  const all = rows(screwTable(machine));
  all.forEach(change);
  return Papa.unparse(all);
};
const faultsOf = (csv: string) => {
  const read = readScrewTable(machine, csv);
  return read.ok ? [] : read.problems.map((f) => `${f.place}: ${f.message}`);
};

describe('the screw table', () => {
  it('goes out and comes back the same', () => {
    const read = readScrewTable(machine, screwTable(machine));
    expect(read).toEqual({ ok: true, machine, changed: [] });
    expect(rows(screwTable(machine)).length).toBe(machine.joints.filter((j) => j.kind === 'screws').length);
  });

  it('takes an edit back, and the machine is then checked as any other', () => {
    const read = readScrewTable(
      machine,
      edited((row) => {
        if (row.group === 'fan-screws') row.length_mm = '3,2';
      })
    );
    expect(read.ok && read.changed).toEqual(['fan-screws']);
    expect(read.ok && checkMachine(read.machine).ok).toBe(true);
    const long = readScrewTable(
      machine,
      edited((row) => {
        if (row.group === 'fan-screws') row.length_mm = '9';
      })
    );
    expect(long.ok && checkMachine(long.machine).ok).toBe(false);
  });

  it('that is longer than any is refused before it is read', () =>
    expect(faultsOf(`group\n${'x'.repeat(3_000_000)}`).join()).toMatch(/is longer than \d+ million characters/));

  it('reads part of a table, with a byte order mark, in any order of columns', () => {
    const read = readScrewTable(machine, '\uFEFFtorque_nm,group\n0.25,fan-screws\n');
    expect(read.ok && read.changed).toEqual(['fan-screws']);
  });

  it.each([
    ['no group column', 'a,b\n1,2', 'row 1: has no column "group"'],
    ['a column of its own', 'group,colour\nfan-screws,red', 'row 1: has columns that are not known: colour'],
    ['an unknown group', 'group,length_mm\nflywheel,3', 'row 2.group: "flywheel" is no group of screws'],
    ['a group twice', 'group\nfan-screws\nfan-screws', 'row 3.group: "fan-screws" stands twice'],
    ['a word for a number', 'group,length_mm\nfan-screws,long', 'row 2.length_mm: "long" is not a number'],
    ['a length beyond all', 'group,length_mm\nfan-screws,600', 'row 2.length_mm:'],
    ['a drive that is none', 'group,drive\nfan-screws,PZ2', 'row 2.drive:'],
    ['captive perhaps', 'group,captive\nfan-screws,maybe', 'row 2.captive: is yes or no'],
    ['a count', 'group,count\nfan-screws,9', 'row 2.count: belongs to the drawing']
  ])('%s is told by row and column', (_, csv, fault) => expect(faultsOf(csv).join('\n')).toContain(fault));

  it('is no way to run a formula in a spreadsheet: such cells get an apostrophe, which reading takes off', () => {
    for (const name of ['=HYPERLINK("x")', '+1', '-2', '@SUM(A1)', '\tx']) {
      const bad = Machine.parse({
        ...machine,
        joints: machine.joints.map((j) =>
          j.id === 'fan-screws' ? { ...j, name: name.trim() === 'x' ? '=x' : name } : j
        )
      });
      const csv = screwTable(bad);
      for (const row of Papa.parse<string[]>(csv, { skipEmptyLines: true }).data)
        for (const cell of row) expect(cell).not.toMatch(/^[=+\-@\t\r]/);
      const read = readScrewTable(bad, csv);
      expect(read.ok && read.changed).toEqual([]);
    }
  });

  it('whatever text comes, it is read or refused by name', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.string().map((s) => `group,length_mm\n${s}`),
          fc.array(fc.string()).map((a) => `group,length_mm,name\nfan-screws,${a.join(',')}`)
        ),
        (text) => {
          const read = readScrewTable(machine, text);
          if (!read.ok) for (const f of read.problems) expect(f.place && f.message).toBeTruthy();
        }
      ),
      { numRuns: 300 }
    );
  });
});

describe('the plan for others to read', () => {
  const made = plan(demoAccess(), [{ do: 'replace', part: 'fan' }]);
  it('as CSV: a row a step, with its why', () => {
    const table = rows(stepTable(made, english));
    expect(table.map((row) => row.how)).toEqual(made.steps.map((step) => english(step.detail ?? '')));
    expect(table.filter((row) => row.how !== '').length).toBeGreaterThan(5);
    expect(table.length).toBe(made.steps.length);
    expect(table.find((row) => row.do === 'open')).toMatchObject({
      leg: 'down',
      why: expect.stringMatching(/Asked for|lies over|Power goes first/)
    });
  });
  it('as Markdown: what to have in hand, both legs to tick off, departures said', () => {
    const text = planMarkdown(model, made, english);
    expect(text).toMatch(/^# Replace fan\n/);
    expect(text).toContain('- [ ] Fan, NF14-3100');
    expect(text).toMatch(/## Reassembly\n\n(- \[ \] .*\n( {2}- .*\n)*)+/);
    expect(text.match(/- \[ \] \d+\./g)!.length).toBe(made.steps.length);
  });
  it('names from a file cannot act as Markdown or HTML', () => {
    const hostile = structuredClone(made);
    hostile.steps[0]!.text = '<img src=x onerror=alert(1)> [click](javascript:1) # big\n- [ ] 1. forged';
    const text = planMarkdown(model, hostile, english);
    expect(text).not.toContain('<img');
    expect(text).not.toContain('[click](');
    expect(text).not.toMatch(/^- \[ \] 1\. forged/m);
  });
});

describe('tables of parts and cables', () => {
  it('have a row for each, and no cell that a spreadsheet would run', () => {
    const bad = structuredClone(machine);
    bad.parts[1]!.name = '=1+1';
    bad.cables[0]!.colour = '@evil';
    expect(rows(partTable(bad))).toHaveLength(machine.parts.length);
    expect(rows(cableTable(bad))).toHaveLength(machine.cables.length);
    bad.joints[0]!.name = '+2';
    bad.origins = { [`joints/${bad.joints[1]!.id}/b`]: { how: 'guessed', sure: 0.4 } };
    expect(rows(jointTable(bad))).toHaveLength(machine.joints.length);
    expect(jointTable(bad)).toContain("'+2");
    expect(jointTable(bad).split('\r\n')[2]).toMatch(/,guessed$/);
    expect(jointTable(bad).split('\r\n')[3]).toMatch(/,written$/);
    expect(partTable(bad)).toContain("'=1+1");
    expect(cableTable(bad)).toContain("'@evil");
  });
});
