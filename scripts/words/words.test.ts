import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ROOT } from '../setup/system.mjs';
import { argumentsOf, messagesModule } from './arguments';
import { wordsPage } from './terms';

const read = (path: string) => readFileSync(join(ROOT, path), 'utf8');
const ROOMS = [
  { folder: 'src/core/language', said: './said', text: 'Arg' },
  { folder: 'src/lib/words', said: '$core/language', text: 'Arg | null | undefined' }
];
const catalogue = (folder: string, language: string) =>
  JSON.parse(read(`${folder}/catalogue/${language}.json`)) as Record<string, string>;

it('the arguments of a message are found wherever they stand', () => {
  expect([...argumentsOf('{n, plural, one {# of {part}} other {{how, select, a {x} other {{mm, number}}}}}')]).toEqual([
    ['n', 'number'],
    ['part', 'text'],
    ['how', 'word'],
    ['mm', 'number']
  ]);
});

it('no message of the core is said by a screen’s of the same name', () => {
  const [core, screens] = ROOMS.map(({ folder }) => catalogue(folder, 'en'));
  expect(Object.keys(screens!).filter((key) => key in core!)).toEqual([]);
});

describe.each(ROOMS)('the catalogues of $folder', ({ folder, said, text }) => {
  const english = catalogue(folder, 'en');
  const german = catalogue(folder, 'de');

  it('have the same messages in every language', () => {
    expect(Object.keys(german).sort()).toEqual(Object.keys(english).sort());
  });

  it('ask for nothing that the English one does not, and of the same kind', () => {
    const wrong = Object.entries(german).flatMap(([key, pattern]) => {
      const asked = argumentsOf(english[key]!);
      return [...argumentsOf(pattern)].flatMap(([name, kind]) =>
        asked.get(name) === kind ? [] : [`${key}: ${name} is ${kind}, in English ${asked.get(name)}`]
      );
    });
    expect(wrong).toEqual([]);
  });

  it('use the marks of print, not of the typewriter, and say something', () => {
    const odd = [...Object.entries(english), ...Object.entries(german)].filter(
      ([, pattern]) => /['"]|^\s|\s$(?<!, )/.test(pattern.replace(/, $/, '')) || pattern === ''
    );
    expect(odd.filter(([, p]) => !/^[ ,;.]/.test(p))).toEqual([]);
  });

  it('are what the types say', () => {
    const written = read(`${folder}/messages.ts`).replace(/\s+/g, ' ');
    const wanted = messagesModule(english, said, text).replace(/\s+/g, ' ');
    expect(written.replace(/[';,]/g, '')).toBe(wanted.replace(/[';,]/g, ''));
  });

  it('hold no message that nothing says', () => {
    const sources = execFileSync('git', ['ls-files', '-co', '--exclude-standard', 'src', 'demo', 'scripts'], {
      cwd: ROOT,
      encoding: 'utf8'
    })
      .split('\n')
      .filter((f) => /\.(ts|svelte)$/.test(f) && !f.endsWith('messages.ts') && !f.endsWith('.test.ts'))
      .map(read)
      .join('\n');
    const unsaid = Object.keys(english).filter((key) => {
      if (sources.includes(`'${key}'`) || FORMER.includes(key)) return false;
      // A family of messages is named by its beginning: `plug.open.${family}`, wordsOf('waits', ...).
      const families = [...key.matchAll(/\./g)].map((dot) => key.slice(0, dot.index));
      return !families.some((f) => sources.includes(`\`${f}.\${`) || sources.includes(`wordsOf('${f}'`));
    });
    expect(unsaid).toEqual([]);
  });
});

/** Nothing says them any more, but plans do that stand in runs from before. */
const FORMER = ['open.blade', 'consumable.step', 'consumable.onDie'];

it.each([
  ['en', 'docs/manual/words.md'],
  ['de', 'docs/manual/de/words.md']
])('the words of the manual are those of the catalogue, in %s', (language, page) => {
  expect(read(page)).toBe(wordsPage(catalogue('src/lib/words', language), language));
});
