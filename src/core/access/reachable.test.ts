import { expect, it } from 'vitest';
import { accessTo, machine, part, screw } from '../testing/machines';
import { reachProblems } from '.';

/** Two screws that wait for each other by the file's own words, and more that wait for the first. */
const waiting = (more: number) => {
  const screws = Array.from({ length: 2 + more }, (_, i) => screw(`s${i}`, 'lid', 'base', [5 + 4 * i, 5], 0));
  const after = (before: number, later: number) => ({
    kind: 'order' as const,
    before: { joint: `s${before}` },
    after: { joint: `s${later}` },
    leg: 'down' as const,
    reason: `s${before} first`
  });
  return reachProblems(
    accessTo(
      machine([part('lid', [0, 0, 90], [0, 1])], screws, {
        relations: [after(0, 1), after(1, 0), ...Array.from({ length: more }, (_, i) => after(0, 2 + i))]
      })
    )
  )
    .filter((p) => p.code === 'never-opened')
    .map((p) => `${p.place}: ${p.message}`);
};
const loop = 'joints[0]: "s0" can never be opened: s1 first; s0 first';

it('joints that wait for each other are told once, with all that waits for them', () => {
  expect(waiting(0)).toEqual([`${loop}. With it: "s1"`]);
  expect(waiting(1)).toEqual([`${loop}. With it: "s1", "s2"`]);
  const many = waiting(14);
  expect(many).toHaveLength(1);
  expect(many[0]).toMatch(/"s12" and 3 more$/);
});
