/** The packages that come with the application and their licences, from the lock file, into docs/third-party-licences.md; `--check` only compares. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, say } from './setup/system.mjs';

const path = join(ROOT, 'docs', 'third-party-licences.md');
const { packages } = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'));

/** Packages whose package.json names none: read in the licence file of each by hand. */
const BY_HAND = {
  'humanize-number': 'MIT',
  only: 'MIT',
  busboy: 'MIT',
  dicer: 'MIT',
  streamsearch: 'MIT',
  'png-js': 'MIT',
  'svelte-toolbelt': 'MIT'
};

/** Name, version and licence of each, once. */
function rows(wanted) {
  const lines = Object.entries(packages)
    .filter(([place, p]) => place !== '' && wanted(p))
    .map(([place, p]) => {
      const name = place.slice(place.lastIndexOf('node_modules/') + 'node_modules/'.length);
      const licence = p.license ?? BY_HAND[name];
      if (!licence)
        throw new Error(`${name} ${p.version} names no licence: look in its folder, and put it into BY_HAND`);
      return `| ${name} | ${p.version} | ${licence} |`;
    });
  return [...new Set(lines)].sort();
}

const table = (lines) => ['| package | version | licence |', '|---|---|---|', ...lines].join('\n');

try {
  const text = `# Licences of others

Made by \`npm run licences\` from package-lock.json; \`npm test\` fails when it is not current. Each package's own text stands in its folder under node_modules. Eager Wrench itself is under the licence in [LICENSE](../LICENSE).

## What the application runs with

${table(rows((p) => !p.dev))}

## What it is built and tested with

Parts of the Svelte and SvelteKit run time and of Tailwind CSS become part of the built application.

${table(rows((p) => p.dev))}
`;
  if (!process.argv.includes('--check')) writeFileSync(path, text);
  else if (readFileSync(path, 'utf8') !== text)
    throw new Error('docs/third-party-licences.md is not current: npm run licences');
} catch (error) {
  say(error.message);
  process.exitCode = 1;
}
