import { expect, it } from 'vitest';
import { draw, keyOf, placesIn, type Place } from './places';
import { table, type Result } from './results';
import { testsAsked } from './tests';

const content = [
  "import { x } from './x';",
  'const LIMITS = [1, 2];',
  'interface Shape { flag: true }',
  'export function rule(a: number, b?: string): boolean {',
  '  if (a < 3 && !b) return a === 1;',
  "  const name = 'it is ' + b;",
  '  report(name);',
  '  return [a].some((i) => i > 2);',
  '}'
].join('\n');
const file = { name: 'src/rule.ts', content };

it('places are in what functions do: neither types nor texts, nor what is worked out once as a file is read', async () => {
  const places = await placesIn([
    file,
    { name: 'src/other.ts', content: 'export const twice = (n: number) => n * 2;' }
  ]);
  expect(places.every((p) => p.file !== file.name || p.line >= 4)).toBe(true);
  expect(places.map((p) => `${p.was} -> ${p.becomes}`)).toEqual(
    expect.arrayContaining(['a < 3 -> a <= 3', '!b -> b', '[a].some((i) => i > 2) -> [a].every(i => i > 2)'])
  );
  expect(places.map((p) => p.kind)).not.toContain('StringLiteral');
  expect(places.filter((p) => p.file === 'src/other.ts').map((p) => p.becomes)).toEqual(['n / 2']);
  for (const { was, location } of places.filter((p) => p.file === file.name && !p.was.includes('\n')))
    expect(content.split('\n')[location.start.line]!.slice(location.start.column, location.end.column)).toBe(was);
});

it('a seed draws each line as likely as any other, each once, and the same the next time', async () => {
  const one = (await placesIn([file]))[0]!;
  // A hundred lines; the first ten can be broken in twenty ways each.
  const all: Place[] = Array.from({ length: 100 }, (_, line) =>
    Array.from({ length: line < 10 ? 20 : 1 }, (_, way) => ({ ...one, line, becomes: `${way}` }))
  ).flat();
  const drawn = draw(all, 50, 7);
  expect(new Set(drawn.map((p) => p.line)).size).toBe(50);
  expect(draw(all, 50, 7)).toEqual(drawn);
  expect(draw(all, 50, 8)).not.toEqual(drawn);
  expect(draw(all, 1000, 7)).toHaveLength(100);
  const first = Array.from({ length: 400 }, (_, seed) => draw(all, 1, seed)[0]!.line);
  expect(first.filter((line) => line < 10).length).toBeGreaterThan(20);
  expect(first.filter((line) => line < 10).length).toBeLessThan(60);
});

it('no two ways to break the same files are called the same', async () => {
  const places = await placesIn([file]);
  expect(new Set(places.map(keyOf)).size).toBe(places.length);
});

it('asks tests that run core or server, the quickest first, and one without a time as a quick one', () => {
  const page = '| `src/core/b/slow.test.ts` | 12.5 |\n| `demo/quick.test.ts` | 0.1 |';
  const files = ['src/core/b/slow.test.ts', 'src/core/b/new.test.ts', 'demo/quick.test.ts', 'scripts/setup/x.test.ts'];
  expect(testsAsked([...files, 'src/core/b/rule.ts'], page)).toEqual([
    { file: 'demo/quick.test.ts', seconds: 0.1 },
    { file: 'src/core/b/new.test.ts', seconds: 0.5 },
    { file: 'src/core/b/slow.test.ts', seconds: 12.5 }
  ]);
});

it('the table counts what was noticed by room, and shows each place that was not', async () => {
  const places = (await placesIn([{ name: 'src/core/cells/rule.ts', content }])).slice(0, 4);
  const verdicts: Result['verdict'][] = ['Killed', 'Survived', 'Timeout', 'Ignored'];
  const said = table(places.map((place, i) => ({ ...place, verdict: verdicts[i]! })));
  expect(said).toContain('| `src/core/cells` | 3 | 2 |');
  expect(said).toContain('| all | 3 | 2 (66.7 %) |');
  expect(said).toContain('1 others');
  expect(said.match(/^\| `src\/core\/cells\/rule.ts:\d+` \|/gm)).toHaveLength(1);
});
