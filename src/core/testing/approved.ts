import { expect } from 'vitest';

/**
 * For tests only: what a room says of the demo, kept beside it in `approved/` and read when it changes. What stands there is what a
 * person reads: sentences, lists and figures that somebody is shown, none of what a heuristic comes by on its way. It proves nothing:
 * what is right is told by the other tests of the room. After a change that is meant: `npx vitest run -u`, and the difference is read
 * before it is committed.
 * @param file its name, without folder and ending
 */
export function expectApproved(file: string, lines: readonly string[]): Promise<void> {
  const text = `${lines.join('\n')}\n`;
  // A message put into a string: never approved.
  expect(text).not.toContain('[object');
  return expect(text).toMatchFileSnapshot(`approved/${file}.txt`);
}

/**
 * Of many findings each kind once, with the first case that brings it: what somebody reads of thousands.
 * @param cases what was done, and what was found of it
 */
export function kindsOf(cases: Iterable<readonly [done: string, findings: readonly string[]]>): string[] {
  const seen = new Set<string>();
  const lines: string[] = [];
  for (const [done, findings] of cases)
    for (const finding of findings) {
      const kind = finding.replaceAll(/"[^"]*"|\S*[-:/[\]\d]\S*/g, '…');
      if (seen.has(kind)) continue;
      seen.add(kind);
      lines.push(`${finding}`, `    after ${done}`);
    }
  return lines;
}
