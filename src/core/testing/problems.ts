import fc from 'fast-check';
import type { SequenceProblem } from '../solve';

const need = (of: string, ...alternatives: string[][]) => ({ of, alternatives });

/** Random problems: few labels, so that much is equal; chains, choices, and work that may lie on the mat. */
const N = 9;
const label = (prefix: string, count: number) =>
  fc.option(
    fc.integer({ min: 0, max: count - 1 }).map((k) => `${prefix}${k}`),
    { nil: undefined, freq: 5 }
  );
const weight = fc.integer({ min: 0, max: 12 });
export const randomOrders = fc
  .record({
    rows: fc.array(fc.record({ up: label('u', 2), lid: label('l', 2), tool: label('t', 3), focus: label('f', 4) }), {
      minLength: 2,
      maxLength: N
    }),
    chains: fc.array(fc.tuple(fc.nat(N), fc.nat(N)), { maxLength: 8 }),
    choices: fc.array(fc.tuple(fc.nat(N), fc.nat(N), fc.nat(N)), { maxLength: 2 }),
    mat: fc.array(fc.tuple(fc.nat(N), fc.nat(N)), { maxLength: 3 }),
    when: fc.constantFrom('done' as const, 'undone' as const),
    weights: fc.record({ turn: weight, lid: weight, tool: weight, focus: weight })
  })
  .map(({ rows, chains, choices, mat, when, weights }): SequenceProblem => {
    const id = (i: number) => `a${i % rows.length}`;
    return {
      actions: rows.map((row, i) => {
        const of = mat
          .filter(([m]) => m % rows.length === i)
          .map(([, by]) => id(by))
          .filter((by) => by !== id(i));
        return { id: id(i), ...row, ...(of.length > 0 ? { onMat: { when, of } } : {}) };
      }),
      needs: [
        ...chains
          .map(([a, b]) => [a % rows.length, b % rows.length].sort((x, y) => x - y))
          .filter(([a, b]) => a !== b)
          .map(([a, b]) => need(id(b!), [id(a!)])),
        ...choices
          .map(([a, b, c]) => [a, b, c].map((x) => x % rows.length).sort((x, y) => x - y))
          .filter(([, b, c]) => b !== c)
          .map(([a, b, c]) => need(id(c!), [id(a!)], [id(b!)]))
      ],
      weights,
      start: { up: 'u0', lid: 'l0' }
    };
  });

/** The same with things that may be loose: held by some actions, on a leash after others, out of the machine after others still. */
export const randomLooseOrders = fc
  .tuple(
    randomOrders,
    fc.constantFrom('done' as const, 'undone' as const),
    fc.array(
      fc.record({
        holds: fc.array(fc.array(fc.array(fc.nat(N), { minLength: 1, maxLength: 2 }), { minLength: 1, maxLength: 2 }), {
          maxLength: 3
        }),
        leash: fc.array(fc.nat(N), { maxLength: 1 }),
        out: fc.array(fc.nat(N), { maxLength: 2 })
      }),
      { minLength: 1, maxLength: 3 }
    )
  )
  .map(([problem, opens, rules]): SequenceProblem => {
    // One name in eight is of nothing in the problem: it stays closed.
    const id = (i: number) => (i === N ? 'elsewhere' : `a${i % problem.actions.length}`);
    return {
      ...problem,
      loose: {
        opens,
        rules: rules.map(({ holds, leash, out }, k) => ({
          what: `p${k}`,
          holds: holds.map((ways) => ways.map((way) => way.map(id))),
          leash: leash.map(id),
          out: out.map(id)
        }))
      }
    };
  });
