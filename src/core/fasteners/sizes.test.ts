import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseScrewSize, sizeText } from '.';

describe('screw sizes as people write them', () => {
  it.each([
    ['M2.5x4', { threadMm: 2.5, lengthMm: 4 }],
    ['M2 x 3.5 broad', { threadMm: 2, lengthMm: 3.5, head: 'flat-broad' }],
    ['2.5 mm x 4 mm', { threadMm: 2.5, lengthMm: 4 }],
    ['m 2,5 \u00d7 4', { threadMm: 2.5, lengthMm: 4 }],
    ['M1.6*2.5 countersunk', { threadMm: 1.6, lengthMm: 2.5, head: 'countersunk' }],
    ['M2x3.5broad', { threadMm: 2, lengthMm: 3.5, head: 'flat-broad' }],
    ['M2.5x0.45x4', { threadMm: 2.5, lengthMm: 4 }],
    ['M2 x 0.4 x 3.5 mm flush', { threadMm: 2, lengthMm: 3.5, head: 'countersunk' }],
    ['  2x3 shouldered ', { threadMm: 2, lengthMm: 3, head: 'shoulder' }]
  ])('%s', (text, size) => expect(parseScrewSize(text)).toEqual({ ok: true, size }));

  it('a lone length is ambiguous, and both readings are told', () => {
    expect(parseScrewSize('2.5 mm')).toMatchObject({
      ok: false,
      problems: [{ message: 'could be an M2.5 thread or a length of 2.5 mm: write both, as in M2 x 2.5 or M2.5 x 4' }]
    });
    expect(parseScrewSize('M2.5')).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('thread M2.5 alone') }]
    });
  });

  it.each([
    ['', 'is not a screw size'],
    ['long one', 'is not a screw size'],
    ['M20 x 4', 'thread of 20 mm'],
    ['M2 x 400', 'length of 400 mm'],
    ['M2 x 60.5', 'length of 60.5 mm'],
    ['M2 x 4 fancy', 'head "fancy"'],
    ['x'.repeat(100), 'too long'],
    ['M2 x -4', 'is not a screw size'],
    ['M2 x 4 not flush', 'says what its head is not'],
    ['M2 x 4 non-countersunk', 'is not'],
    ['M2 x 3 x 4', 'pitch of 3 mm'],
    ['M2 x 0.05 x 4', 'pitch']
  ])('%s is refused', (text, message) =>
    expect(parseScrewSize(text)).toMatchObject({ ok: false, problems: [{ message: expect.stringContaining(message) }] })
  );

  it('what is written is read back the same, and no text throws', () => {
    const size = fc.record({
      threadMm: fc.constantFrom(1.4, 1.6, 2, 2.5, 3),
      lengthMm: fc.integer({ min: 2, max: 120 }).map((n) => n / 2),
      head: fc.constantFrom(
        undefined,
        'flat-broad' as const,
        'countersunk' as const,
        'shoulder' as const,
        'cheese' as const,
        'standoff' as const
      )
    });
    fc.assert(
      fc.property(size, ({ head, ...rest }) => {
        const one = { ...rest, ...(head ? { head } : {}) };
        expect(parseScrewSize(sizeText(one))).toEqual({ ok: true, size: one });
      })
    );
    fc.assert(fc.property(fc.string(), (text) => void expect(parseScrewSize(text)).toHaveProperty('ok')));
  });
});
