import { expect, it } from 'vitest';
import { packed, packedText, unpacked } from './packed';

it('what is packed comes out as it was, whatever its words', () => {
  const document = { name: 'Lüfter „links“ 📎', at: [1.5, -0], none: null, list: [{ a: '</script>' }, []] };
  const text = packedText(packed(document))!;
  expect(text).toMatch(/^[A-Za-z0-9+/=]+$/);
  expect(unpacked(text)).toEqual({ ...document, at: [1.5, 0] });
});

it('it is packed once, and is itself as it was', () => {
  const document = { long: 'ab '.repeat(10_000) };
  expect(packed(document)).toBe(document);
  const text = packedText(document)!;
  expect(text.length).toBeLessThan(500);
  document.long = 'changed after it was packed, which nobody does';
  expect(packedText(packed(document))).toBe(text);
});

it('everything else goes as before', () => {
  for (const value of [{ like: 'any other' }, [], null, undefined, 'text', 0])
    expect(packedText(value)).toBeUndefined();
});
