import fc from 'fast-check';
import { expect, it } from 'vitest';
import { attachment } from './attachment';

it.each([
  ['plan.json', 'attachment; filename="plan.json"'],
  ['r2Č.csv', 'attachment; filename="r2_.csv"; filename*=UTF-8\'\'r2%C4%8C.csv'],
  ['a"b.csv', 'attachment; filename="a_b.csv"; filename*=UTF-8\'\'a%22b.csv']
])('%s', (name, header) => expect(attachment(name)).toBe(header));
it('whatever a file is called can be sent', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'binary', maxLength: 300 }), (name) => {
      new Headers({ 'content-disposition': attachment(name) });
      expect(attachment(name)).toMatch(/^[\x20-\x7e]+$/);
    }),
    { numRuns: 1000 }
  );
});
