import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { answer } from './ew/answer';

/**
 * Prints the plans that docs/lead.md speaks of, whole and in both languages, into docs/lead: to be read aloud after a rule has changed.
 * Usage: npm run lead
 */
const JOBS: readonly (readonly [name: string, machine: string, ...asked: string[]])[] = [
  ['swollen-battery', 'norrvik-fathom-14', '--replace', 'battery', '--condition', 'cell-swollen'],
  ['keyboard', 'norrvik-fathom-14', '--replace', 'keyboard'],
  ['fan-and-ssd', 'norrvik-fathom-14', '--replace', 'fan', '--replace', 'ssd'],
  ['board-many-parts', 'norrvik-ballast-15', '--replace', 'board'],
  ['broken-panel', 'norrvik-ballast-15', '--replace', 'panel', '--condition', 'glass'],
  ['battery-under-palm-rest', 'lindquay-slip-11', '--replace', 'battery'],
  ['wet-keyboard', 'lindquay-slip-11', '--replace', 'keyboard', '--condition', 'wet'],
  ['board-flat', 'lindquay-gannet-13', '--replace', 'board'],
  ['residue-touchpad', 'lindquay-gannet-13', '--replace', 'touchpad', '--condition', 'residue'],
  ['clock-cell-and-heat-sink', 'norrvik-pilot-14', '--replace', 'coin-cell', '--replace', 'heat-sink']
];

const root = fileURLToPath(new URL('..', import.meta.url));
mkdirSync(`${root}docs/lead`, { recursive: true });
for (const [name, machine, ...asked] of JOBS) {
  const told = ['en', 'de'].map((language) => {
    const { status, out, err } = answer([
      'plan',
      `${root}demo/machines/${machine}.json`,
      ...asked,
      '--language',
      language
    ]);
    if (status !== 0) throw new Error(`${name}: ${err}`);
    return out;
  });
  writeFileSync(
    `${root}docs/lead/${name}.txt`,
    [`ew plan demo/machines/${machine}.json ${asked.join(' ')}\n`, ...told].join('\n')
  );
}
