import { createHash } from 'node:crypto';
import { expect } from 'vitest';

/**
 * For tests only: what a room makes of the demo, kept beside it in `approved/` and read when it changes. It notices, and proves
 * nothing: what is right is told by the other tests of the room. After a change that is meant: `npx vitest run -u`, and the
 * difference is read before it is committed.
 * @param file its name, without folder and ending
 */
export function expectApproved(file: string, lines: readonly string[]): Promise<void> {
  const text = `${lines.join('\n')}\n`;
  // A message put into a string: never approved.
  expect(text).not.toContain('[object');
  return expect(text).toMatchFileSnapshot(`approved/${file}.txt`);
}

/** What cannot be read well in a line: two that are equal have the same. */
export const digest = (value: unknown): string =>
  createHash('sha256')
    .update(JSON.stringify(value, (_, v) => (v instanceof Set || v instanceof Map ? [...v] : v)) ?? '')
    .digest('hex')
    .slice(0, 8);

/** Machines of three builds: their files are read in full. */
export const APPROVED_MACHINES = ['norrvik-fathom-14', 'lindquay-slip-11', 'lindquay-gannet-13'] as const;
