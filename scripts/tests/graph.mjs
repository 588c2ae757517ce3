import { existsSync, readFileSync, statSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';

/** `import ... from 'x'`, `import 'x'`, `export ... from 'x'` and `import('x')`, in scripts and in components. */
const NAMED = /(?:\bfrom\s*|\bimport\s*\(?\s*)['"]([^'"\n]+)['"]/g;
const ENDINGS = ['', '.ts', '.svelte.ts', '.mjs', '.js', '/index.ts'];
const ALIASES = { $core: 'src/core', $lib: 'src/lib', $workers: 'src/workers' };

const isFile = (path) => statSync(path, { throwIfNoEntry: false })?.isFile() === true;

/** @returns {string[]} which files of the checkout a file names, by their paths from its root */
function namedIn(root, file) {
  return [...readFileSync(join(root, file), 'utf8').matchAll(NAMED)].flatMap(([, name]) => {
    const [first, ...rest] = name.split('/');
    const base = name.startsWith('.')
      ? join(root, dirname(file), name)
      : ALIASES[first] && join(root, ALIASES[first], ...rest);
    const found = base && ENDINGS.map((ending) => `${base}${ending}`).find(isFile);
    return found ? [relative(root, found)] : [];
  });
}

/**
 * Who names whom, the other way round.
 * @param {string} root of the checkout
 * @param {readonly string[]} files all that count, by their paths from it
 * @returns {Map<string, string[]>} for each file those that name it
 */
export function namedBy(root, files) {
  const by = new Map();
  for (const file of files.filter((f) => /\.(ts|mjs|js|svelte)$/.test(f) && existsSync(join(root, f))))
    for (const named of namedIn(root, file)) by.set(named, [...(by.get(named) ?? []), file]);
  return by;
}

/**
 * @param {ReadonlyMap<string, readonly string[]>} by who names whom
 * @param {readonly string[]} changed
 * @returns {Map<string, number>} all that a change reaches, with how many steps away it is
 */
export function reachedFrom(by, changed) {
  const far = new Map(changed.map((file) => [file, 0]));
  for (const [file, steps] of far) for (const next of by.get(file) ?? []) if (!far.has(next)) far.set(next, steps + 1);
  return far;
}

/**
 * The addresses of a screen or a route, as a test names them.
 * @param {string} file below src/routes
 */
export function addressOf(file) {
  const segments = dirname(file).split('/').slice(2);
  const last = segments.findLast((s) => !s.startsWith('['));
  const whole = segments.map((s) => (s.startsWith('[') ? '[^/\\s\'"`]+' : s.replaceAll('.', '\\.'))).join('/');
  return new RegExp(`/${whole}(?![\\w/.-])${last ? `|\\*\\*/${last}(?!\\w)` : ''}`);
}

/**
 * What a change should be tried with, nearest first.
 * @param {{
 *   far: ReadonlyMap<string, number>, text: (file: string) => string, seconds: (file: string) => number
 * }} change what it reaches, what stands in a file, and how long a file of tests takes
 * @param {readonly string[]} specs browser tests
 * @param {number} budget of each kind, s
 * @returns {{ unit: string[], browser: string[], left: string[] }} files of tests, and those for which there is no time
 */
export function nearTests({ far, text, seconds }, specs, budget) {
  const screens = [...far].filter(([file]) => file.startsWith('src/routes/'));
  const addresses = screens.map(([file, steps]) => ({ address: addressOf(file), steps }));
  const specFar = (spec) => {
    if (far.has(spec)) return far.get(spec);
    const body = text(spec);
    return Math.min(...addresses.filter(({ address }) => address.test(body)).map(({ steps }) => steps + 1), Infinity);
  };
  const left = [];
  const within = (files, steps) => {
    let spent = 0;
    return files
      .filter((file) => steps(file) < Infinity)
      .sort((a, b) => steps(a) - steps(b) || seconds(a) - seconds(b) || (a < b ? -1 : 1))
      .filter((file) => {
        // What changed itself is tried whatever it takes.
        const isIn = steps(file) === 0 || spent + seconds(file) <= budget;
        if (isIn) spent += seconds(file);
        else left.push(file);
        return isIn;
      });
  };
  const unit = within(
    [...far.keys()].filter((file) => file.endsWith('.test.ts')),
    (file) => far.get(file)
  );
  return { unit, browser: within([...specs], specFar), left };
}
