import { expect, it } from 'vitest';
import { tagged } from './tagged';

const HEADERS = { 'content-type': 'text/csv', 'cache-control': 'private, no-cache', vary: 'cookie' };
const asked = (known?: string) =>
  new Request('http://localhost/', known === undefined ? {} : { headers: { 'if-none-match': known } });

it('what is known already is not sent again, however its tag comes back', async () => {
  const first = tagged(asked(), 'a,b\n', HEADERS);
  expect([first.status, await first.text(), first.headers.get('content-type')]).toEqual([200, 'a,b\n', 'text/csv']);
  const tag = first.headers.get('etag')!;
  for (const known of [tag, `W/${tag}`, `"another", ${tag}`]) {
    const again = tagged(asked(known), 'a,b\n', HEADERS);
    expect([again.status, await again.text(), again.headers.get('content-type')]).toEqual([304, '', null]);
    expect([again.headers.get('etag'), again.headers.get('vary')]).toEqual([tag, 'cookie']);
  }
});

it('what is another is sent', () => {
  const tag = tagged(asked(), new Uint8Array([1, 2]), HEADERS).headers.get('etag')!;
  expect(tagged(asked(tag), new Uint8Array([1, 3]), HEADERS).status).toBe(200);
  expect(tagged(asked('*x'), 'a', HEADERS).status).toBe(200);
});
