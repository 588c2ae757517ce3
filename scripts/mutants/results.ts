import type { Place } from './places';

export interface Result extends Place {
  /** `Ignored`: worked out once as a file is read. `Pending`: never tried. */
  verdict: 'Killed' | 'Timeout' | 'Survived' | 'NoCoverage' | 'RuntimeError' | 'CompileError' | 'Ignored' | 'Pending';
  /** The test that noticed. */
  by?: string;
  why?: string;
}

const NOTICED = new Set<Result['verdict']>(['Killed', 'Timeout', 'RuntimeError']);
const MISSED = new Set<Result['verdict']>(['Survived', 'NoCoverage']);
export const isNoticed = ({ verdict }: Result): boolean => NOTICED.has(verdict);
export const isMissed = ({ verdict }: Result): boolean => MISSED.has(verdict);

const roomOf = (file: string) =>
  file
    .split('/')
    .slice(0, file.startsWith('src/core') ? 3 : 4)
    .join('/');
const cell = (text: string) =>
  text
    .replaceAll(/\s+/g, ' ')
    .replaceAll('|', '\\|')
    .replace(/^(.{60}).+$/, '$1…');

/** What was noticed by room, and each place that was not, as a page shows it. */
export function table(results: readonly Result[]): string {
  const judged = results.filter((r) => isNoticed(r) || isMissed(r));
  const share = (of: readonly Result[]) => of.filter(isNoticed).length;
  const rooms = [...new Set(judged.map((r) => roomOf(r.file)))].sort();
  const percent = Math.round((1000 * share(judged)) / judged.length) / 10;
  return [
    '| room | broken | noticed |',
    '| --- | ---: | ---: |',
    ...rooms.map((room) => {
      const own = judged.filter((r) => roomOf(r.file) === room);
      return `| \`${room}\` | ${own.length} | ${share(own)} |`;
    }),
    `| all | ${judged.length} | ${share(judged)} (${percent} %) |`,
    '',
    `${results.length - judged.length} others are worked out once as a file is read, or were not tried.`,
    '',
    '| place | was | became |',
    '| --- | --- | --- |',
    ...judged
      .filter(isMissed)
      .sort((a, b) => (a.file === b.file ? a.line - b.line : a.file < b.file ? -1 : 1))
      .map((r) => `| \`${r.file}:${r.line}\` | \`${cell(r.was)}\` | \`${cell(r.becomes)}\` |`)
  ].join('\n');
}
