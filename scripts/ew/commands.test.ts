import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { Machine } from '$core/machine';
import { Plan } from '$core/plan';
import { demoAccess } from '$core/testing/machines';
import { tearDown } from '$core/testing/teardown';
import { run } from './commands';

const folder = mkdtempSync(join(tmpdir(), 'ew-commands-'));
afterAll(() => rmSync(folder, { recursive: true }));
const demo = fileURLToPath(new URL('../../demo/machines/norrvik-fathom-14.json', import.meta.url));
const file = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};
const out = (...args: string[]) => run(args).out;
const card = () => out('plan', demo, '--replace', 'ssd', '--json');

it.each([
  ['not JSON', () => ['validate', file('text.json', 'hello')], 'is not JSON'],
  ['50 MB', () => ['validate', file('large.json', ' '.repeat(50_000_000))], 'is 50.0 MB'],
  ['no goal', () => ['plan', demo], 'plan.noGoal'],
  ['an unknown verb', () => ['destroy', demo], 'no command "destroy"'],
  ['an unknown schema', () => ['schema', 'constructor'], 'no schema "constructor"'],
  ['nothing at all', () => [], 'ew validate FILE']
])('refuses %s', (_, args, message) => {
  expect(() => out(...args())).toThrow(message);
});

describe('plan', () => {
  it('by one\u2019s own weights, told apart from the two that ship', () => {
    const weights = file('weights.json', '{"turn": 100, "lid": 0, "tool": 1, "focus": 1}');
    expect(JSON.parse(out('plan', demo, '--replace', 'keyboard', '--weights', weights, '--json'))).toMatchObject({
      weighting: 'custom',
      order: { proved: true }
    });
    expect(JSON.parse(out('plan', demo, '--replace', 'keyboard', '--weights', 'bit', '--json'))).toMatchObject({
      weighting: 'bit-by-bit'
    });
    expect(() => out('plan', demo, '--replace', 'fan', '--weights', file('bad.json', '{"turn": -1}'))).toThrow(
      /turn: is too small[\s\S]*lid: is missing/
    );
    expect(() => out('plan', demo, '--replace', 'fan', '--weights', 'heavy')).toThrow(/heavy: cannot be read/);
  });
  it('explains a step by number or id, down to the goal, with the figures of the drawing', () => {
    const plan = Plan.parse(JSON.parse(out('plan', demo, '--replace', 'fan', '--json')));
    const id = 'down/joint:cover-screws';
    const text = out('plan', demo, '--replace', 'fan', '--explain', id);
    expect(text).toMatch(/hold the bottom cover/);
    expect(text).toMatch(/below the face/);
    expect(text).toMatch(/Asked for: replace the fan/);
    expect(
      out('plan', demo, '--replace', 'fan', '--explain', String(plan.steps.findIndex((s) => s.id === id) + 1))
    ).toBe(text);
    expect(() => out('plan', demo, '--replace', 'fan', '--explain', '999')).toThrow(
      /no step "999": there are 1 to \d+/
    );
  });
  it('tells other ways, and one can be taken', () => {
    const [first] = out('plan', demo, '--replace', 'display', '--alternatives').split('\n');
    const bare = out('plan', demo, '--remove', 'io-board', '--alternatives');
    expect(`${first}\n${bare}`).toMatch(
      /\+\d+ s {2}Disconnect the ports cable at its other end: ports cable plug at the .* instead of ports cable plug.*--avoid 'joint:io-[a-z-]+'/
    );
    const avoid = /--avoid '([^']+)'/.exec(bare)![1]!;
    expect(JSON.parse(out('plan', demo, '--remove', 'io-board', '--avoid', avoid, '--json')).avoid).toEqual([avoid]);
  });
  it('takes how the machine came in, as intake does', () => {
    const told = (...conditions: string[]) =>
      JSON.stringify(
        JSON.parse(
          out('plan', demo, '--replace', 'battery', ...conditions.flatMap((c) => ['--condition', c]), '--json')
        )
      );
    expect(JSON.parse(told('cell=doubtful', 'liquid')).conditions).toEqual(['cell-doubtful', 'wet']);
    expect(told('cell=doubtful')).toContain('no solvent');
    expect(told('glass=yes')).toBe(told('glass'));
    expect(told()).not.toBe(told('liquid=dried'));
    expect(JSON.parse(told('cell=swollen', 'cell=leaking')).conditions).toEqual(['cell-burnt', 'cell-swollen']);
    expect(() => out('plan', demo, '--replace', 'battery', '--condition', 'cell=sound')).toThrow(
      /no condition "cell=sound"; there are cell-doubtful, .*liquid/
    );
  });
  it('lists what could be done alongside', () => {
    expect(out('plan', demo, '--replace', 'heat-sink', '--alongside', '200')).toMatch(/\+\d+ s {2}Clean the fan\./);
    expect(() => out('plan', demo, '--replace', 'fan', '--alongside', 'soon')).toThrow(/takes seconds/);
  });
  it('as CSV and as Markdown; a variant is checked', () => {
    expect(out('plan', demo, '--replace', 'fan', '--csv')).toMatch(/^step,leg,do/);
    expect(out('plan', demo, '--replace', 'fan', '--markdown')).toMatch(/^# Replace fan/);
    expect(
      JSON.parse(out('plan', demo, '--replace', 'board', '--variant', 'wwan', '--json')).inHand.spares[0].numbers
    ).toEqual(['NF14-4110']);
    expect(() => out('plan', demo, '--replace', 'board', '--variant', 'gold')).toThrow(
      /no variant "gold"; there are plain, wwan/
    );
  });
});

it('check-plan accepts what works and refuses what does not, wherever it comes from', () => {
  const text = card();
  const good = file('ssd.json', text);
  expect(out('check-plan', demo, good)).toMatch(/can be carried out/);
  const broken = JSON.parse(text) as Plan;
  broken.steps = broken.steps.filter((s) => s.id !== 'down/joint:battery-plug');
  expect(() => out('check-plan', demo, file('broken.json', JSON.stringify(broken)))).toThrow(
    /brings back what is not open/
  );
  expect(() => out('check-plan', demo, file('none.json', '{}'))).toThrow(/none\.json: error: format/);
});

describe('screws', () => {
  it('fit tells each group\u2019s grip and the worst mix-ups first', () => {
    const text = out('fit', demo);
    expect(text).toMatch(/fan-screws +2 x M2 x 3 +PH0 +right: grips 2\.2 mm/);
    expect(text).toMatch(/Mix-ups, worst and likest first:\n.*punches-through by \d\.\d mm/);
    expect(() => out('fit', demo, '--part', 'wing')).toThrow(/no part "wing"/);
  });
  it('which ranks, says what to measure next, and reads what people write', () => {
    expect(out('which', demo, '--length', '4.1\u00b10.1', '--thread', '2')).toMatch(
      /^ {2,3}(99|100) % {2}Battery screws/
    );
    const vague = out('which', demo, '--length', '3+-1', '--replace', 'board');
    expect(vague).toMatch(/Measure next: the length/);
    expect(vague).not.toMatch(/touchpad-screws/);
    expect(() => out('which', demo, '--length', 'long')).toThrow(/--length is a length in mm/);
    expect(() => out('which', demo, '--drive', 'PZ9')).toThrow(/--drive is one of PH00/);
  });
  it('tray lists the bins of a job and draws them at true scale', () => {
    const svg = join(folder, 'tray.svg');
    expect(out('tray', demo, '--replace', 'battery,board', '--svg', svg)).toMatch(
      /1 {2}\d x M2 x \d[\s\S]*keep apart: battery-screws from board-screws/
    );
    const drawn = readFileSync(svg, 'utf8');
    expect(drawn).toMatch(/width="210mm" height="297mm" viewBox="0 0 210 297"/);
    expect(drawn).toMatch(/100 mm: check with a ruler/);
    expect(() => out('tray', demo)).toThrow(/tray needs a job/);
    expect(() => out('tray', demo, '--replace', 'fan', '--style', 'heap')).toThrow(/--style is one of/);
    expect(() => out('tray', demo, '--replace', 'fan', '--svg', join(folder, 'no/such/place.svg'))).toThrow(
      /cannot be written \(ENOENT\)/
    );
  });
  it('go out as a table and come back into the machine', () => {
    const table = file('screws.csv', out('screws', demo).replace(/^(fan-screws,.*?),2,2,0\.4,3,/m, '$1,2,2,0.4,3.2,'));
    const { out: text, notes } = run(['screws', demo, '--from', table]);
    expect(notes).toEqual(['changed: fan-screws']);
    const joint = Machine.parse(JSON.parse(text)).joints.find((j) => j.id === 'fan-screws');
    expect(joint?.kind === 'screws' && joint.screw.lengthMm).toBe(3.2);
    expect(() => out('screws', demo, '--from', file('bad.csv', 'group,length_mm\nfan-screws,50'))).toThrow(
      /bottoms out/
    );
  });
});

it('diff tells what changed in the trade\u2019s words', () => {
  const next = JSON.parse(readFileSync(demo, 'utf8')) as { revision: string };
  next.revision = 'r3';
  expect(out('diff', demo, file('r3.json', JSON.stringify(next)))).toBe('Revision r2 became r3');
  expect(out('diff', demo, demo)).toBe('no difference');
  expect(() => out('diff', demo)).toThrow(/diff takes 2 files/);
});

describe('draw', () => {
  const { events } = tearDown(demoAccess('lindquay-slip-11'), 1);
  const recording = (list: unknown[]) =>
    file(
      'recording.json',
      JSON.stringify({ format: 'eager-wrench/recording@1', id: '00000000-0000-4000-8000-000000000000', events: list })
    );
  it('makes a machine file of a recording that every other command reads, and says what is worth asking', () => {
    const { out: text, notes } = run(['draw', recording(events)]);
    const machine = file('drawn.json', text);
    expect(Machine.parse(JSON.parse(text))).toMatchObject({ id: 'lindquay-slip-11', drawn: 'order' });
    expect(out('validate', machine)).toMatch(/35 parts/);
    expect(out('plan', machine, '--remove', 'battery')).toMatch(/Lift out the battery/);
    expect(notes.length).toBeGreaterThan(3);
    expect(notes.join('\n')).toMatch(/onto:.*hold .* onto\?.*taken: /i);
  });
  it('says what is missing, and names what is wrong by its place', () => {
    expect(() => run(['draw', recording([])])).toThrow(/no machine can be drawn of it yet: not-started/);
    expect(() => run(['draw', recording([{ ...events[0], size: { widthMm: -1 } }])])).toThrow(/events\[0\]\.size/);
  });
});

it('a table from paper becomes a machine that can be planned', () => {
  const sheet = fileURLToPath(new URL('../../docs/examples/sheet-sample.csv', import.meta.url));
  const machine = file('table.json', out('sheet', sheet, '--maker', 'Norrvik', '--model', 'Table 13'));
  expect(out('plan', machine, '--remove', 'fan')).toMatch(/Remove the 2 fan screws[\s\S]*Lift out the fan/);
  expect(() => out('sheet', sheet)).toThrow(/wants --maker and --model/);
  expect(() => out('sheet', file('bad.csv', 'part,size\nFan,big'), '--maker', 'a', '--model', 'b')).not.toThrow();
  expect(() =>
    out('sheet', file('bad.csv', 'part,held by,size\nFan,screws,big'), '--maker', 'a', '--model', 'b')
  ).toThrow(/row 2\.size: is not a screw size/);
});
