import { readFileSync, writeFileSync } from 'node:fs';

/** Between these two lines of a page stands what a run has written. */
const BEGIN = '<!-- times: written by npm run test:times -->';
const END = '<!-- end of times -->';

/** Files that take less are told together, s. */
const TOLD_ALONE = 1;

const told = (seconds) => seconds?.toFixed(1) ?? '';
const row = (...cells) => `| ${cells.join(' | ')} |`;

/**
 * @param {string} title
 * @param {ReadonlyMap<string, number>} files how long each took, s
 */
function byFile(title, files) {
  const sorted = [...files].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
  const alone = sorted.filter(([, seconds]) => seconds >= TOLD_ALONE);
  const rest = sorted.slice(alone.length);
  return [
    `### ${title}`,
    '',
    row('file', 's'),
    row('---', '---:'),
    ...alone.map(([file, seconds]) => row(`\`${file}\``, told(seconds))),
    ...(rest.length > 0
      ? [
          row(
            `${rest.length} others, each below ${TOLD_ALONE} s`,
            told(rest.reduce((sum, [, seconds]) => sum + seconds, 0))
          )
        ]
      : [])
  ];
}

/**
 * Where the time of a run went.
 * @param {{
 *   stages: readonly { name: string, wall: number, busy?: number }[],
 *   unit: ReadonlyMap<string, number>, browser: ReadonlyMap<string, number>,
 *   slowest: readonly import('./reports.mjs').Test[], machine: string, passed: number
 * }} run times in s; `busy` is what the processors worked
 */
export function timesTable({ stages, unit, browser, slowest, machine, passed }) {
  return [
    `${machine}; ${passed} passed.`,
    '',
    row('stage', 'wall, s', 'processors, s'),
    row('---', '---:', '---:'),
    ...stages.map(({ name, wall, busy }) => row(name, told(wall), told(busy))),
    '',
    ...byFile('Unit tests by file', unit),
    '',
    ...byFile('Browser tests by file', browser),
    '',
    '### The slowest twenty tests',
    '',
    row('s', 'test'),
    row('---:', '---'),
    ...slowest.map(({ seconds, file, name }) => row(told(seconds), `\`${file}\`: ${name.replaceAll('|', '\\|')}`))
  ].join('\n');
}

/** Puts a table into its place on a page; the rest of the page stays. */
export function putInto(page, table) {
  const text = readFileSync(page, 'utf8');
  const [before, after] = [text.indexOf(BEGIN), text.indexOf(END)];
  if (before < 0 || after < before) throw new Error(`${page} has no place for the times: ${BEGIN} ... ${END}`);
  writeFileSync(page, `${text.slice(0, before + BEGIN.length)}\n\n${table}\n\n${text.slice(after)}`);
}

/** How long each file of tests took when the page was last written, s; of files that are not told alone nothing is known. */
export function timesOn(text) {
  return new Map([...text.matchAll(/^\| `([^`]+)` \| ([\d.]+) \|/gm)].map(([, file, s]) => [file, Number(s)]));
}
