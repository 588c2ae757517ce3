import fc from 'fast-check';
import { expect, it } from 'vitest';
import { ownPath } from './own-path';

const ORIGIN = 'https://bench.example';

it.each([
  ['/jobs/104/bench', '/jobs/104/bench'],
  ['/jobs?waits=bench&q=a%20b', '/jobs?waits=bench&q=a%20b'],
  ['//elsewhere.example', '/jobs'],
  ['/\\elsewhere.example', '/jobs'],
  ['/\t/elsewhere.example', '/jobs'],
  ['/\r\n/elsewhere.example', '/jobs'],
  ['/\u0000', '/jobs'],
  ['https://elsewhere.example', '/jobs'],
  ['javascript:alert(1)', '/jobs'],
  ['/.//elsewhere.example', '/jobs'],
  ['/a/..//elsewhere.example', '/jobs'],
  ['', '/jobs'],
  ['/ /elsewhere.example', '/jobs'],
  [null, '/jobs']
])('%j leads to %s', (to, path) => expect(ownPath(to, ORIGIN)).toBe(path));

it('whatever is written, one stays here, and it can stand in a header', () => {
  const piece = fc.constantFrom(
    '/',
    '\\',
    '\t',
    '\r',
    '\n',
    '\u0000',
    '.',
    '..',
    '@',
    ':',
    'elsewhere.example',
    'jobs',
    '%2f',
    '%09',
    '?',
    '#',
    ' ',
    '\u2028',
    'é',
    '\ud800'
  );
  fc.assert(
    fc.property(
      fc.array(piece, { maxLength: 8 }).map((p) => p.join('')),
      (to) => {
        const path = ownPath(to, ORIGIN);
        expect(new URL(path, ORIGIN).origin).toBe(ORIGIN);
        expect(path).toMatch(/^\/(?!\/)[\x21-\x7e]*$/);
      }
    ),
    { numRuns: 3000 }
  );
});
