import { expect, it } from 'vitest';
import { Unanswered } from './unanswered';

it('the same words have one id until they are answered, whatever else is said between', () => {
  let n = 0;
  const ids = new Unanswered(() => ++n);
  const first = ids.of('a');
  expect(ids.of('b')).not.toBe(first);
  ids.answered('b');
  expect(ids.of('a')).toBe(first);
  ids.answered('a');
  expect(ids.of('a')).not.toBe(first);
});
