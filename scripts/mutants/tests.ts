import { readFileSync } from 'node:fs';

/** Tests that run the core and the server: not those that read their text, start whole programs, or are of screens. */
const ASKED = /^(src\/core|src\/lib\/server|demo|scripts\/ew)\/.*\.test\.ts$/;

/** Files of tests, the quickest first, by the times that `docs/tests.md` keeps; one that has no time there is quick. */
export function testsAsked(files: readonly string[], page: string): { file: string; seconds: number }[] {
  const took = new Map(
    [...page.matchAll(/^\| `([^`]+\.test\.ts)` \| ([\d.]+) \|/gm)].map(([, f, s]) => [f!, Number(s)])
  );
  return files
    .filter((f) => ASKED.test(f))
    .map((file) => ({ file, seconds: took.get(file) ?? 0.5 }))
    .sort((a, b) => a.seconds - b.seconds || (a.file < b.file ? -1 : 1));
}

export const timesPage = (root: string): string => readFileSync(`${root}/docs/tests.md`, 'utf8');
