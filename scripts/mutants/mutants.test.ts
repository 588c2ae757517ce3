import { expect, it } from 'vitest';
import { broken, listedIn, mutantsOf, spread } from './mutate';
import { roundsFor } from './tests';

const text = [
  "import { x } from './x';",
  'interface Shape { flag: true }',
  'export function rule(a: number, b?: string): boolean {',
  '  if (a < 3 && !b) return a === 1 || [a].some((i) => i > 2);',
  "  const name = 'it is ' + b;",
  '  report(name);',
  '  return b ?? true ? false : true;',
  '}'
].join('\n');

it('breaks rules, and neither types nor imports', () => {
  const all = mutantsOf('rule.ts', text);
  expect(all.every((m) => m.line >= 4)).toBe(true);
  const told = all.map((m) => `${m.was} -> ${m.becomes}`);
  expect(told).toEqual(
    expect.arrayContaining(['< -> <=', '&& -> ||', '!b -> b', '=== -> !==', 'some -> every', 'report(name); -> ;'])
  );
  expect(told.filter((t) => t.startsWith('+'))).toEqual([]);
});

it('each is one change of the text, and the text is another one after it', () => {
  for (const mutant of mutantsOf('rule.ts', text)) {
    const made = broken(text, mutant);
    expect(made).not.toBe(text);
    expect(made.slice(0, mutant.start)).toBe(text.slice(0, mutant.start));
    expect(made.endsWith(text.slice(mutant.end))).toBe(true);
  }
});

it('takes so many, each once, spread over the whole, a beginning of them as well', () => {
  const all = Array.from({ length: 1000 }, (_, i) => ({ ...mutantsOf('rule.ts', text)[0]!, line: i }));
  const some = spread(all, 100, 0.5);
  expect(new Set(some.map((m) => m.line)).size).toBe(100);
  for (const part of [some, some.slice(0, 20)]) {
    const halves = [0, 1].map((h) => part.filter((m) => Math.floor(m.line / 500) === h).length);
    expect(Math.abs(halves[0]! - halves[1]!)).toBeLessThanOrEqual(4);
  }
});

it('finds again what a page lists, where the file has moved it', () => {
  const all = mutantsOf('rule.ts', text);
  const page = [
    '| place | was | became |',
    '| `rule.ts:9` | `<` | `<=` |',
    '| `rule.ts:4` | `a === 1 \\|\\| [a]` | `true` |',
    '| `gone.ts:4` | `<` | `<=` |',
    '| `rule.ts:4` | `&&` | `\\|\\|` |'
  ].join('\n');
  expect(listedIn(page, all).map((m) => [m.line, m.was, m.becomes])).toEqual([
    [4, '<', '<='],
    [4, '&&', '||']
  ]);
});

it('asks what is approved of its own room, then its tests and the quickest, and of others none beyond its budget', () => {
  const took = new Map([
    ['src/core/a/a.test.ts', 5],
    ['src/core/a/approved.test.ts', 30],
    ['src/core/a/slow.test.ts', 35],
    ['src/core/a/slower.test.ts', 90],
    ['src/core/b/slow.test.ts', 80],
    ['src/core/b/quick.test.ts', 1],
    ['src/core/c/middling.test.ts', 20]
  ]);
  const rounds = roundsFor('src/core/a/rule.ts', new Set([...took.keys(), 'gone.test.ts']), took, 40);
  expect(rounds).toEqual([
    ['src/core/a/approved.test.ts'],
    ['src/core/a/a.test.ts', 'src/core/b/quick.test.ts'],
    ['src/core/a/slow.test.ts', 'src/core/c/middling.test.ts']
  ]);
});
