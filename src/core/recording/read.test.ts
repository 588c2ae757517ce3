import { expect, it } from 'vitest';
import { whyNot } from '../result';
import { english } from '../testing/english';
import { parseRecording, RECORDING_MAX_BYTES } from './read';

it('what is no recording is refused in words, and what is too large before it is read', () => {
  for (const text of ['', '{', '{"format":"eager-wrench/machine@1"}', '[]']) {
    const read = parseRecording(text);
    expect(read.ok, text).toBe(false);
    expect(english(whyNot(read as never)), text).not.toBe('');
  }
  expect(parseRecording(' '.repeat(RECORDING_MAX_BYTES + 1)).ok).toBe(false);
});
