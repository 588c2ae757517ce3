import { describe, expect, it } from 'vitest';
import { begin, FORM_MAX_BYTES, isOurs, readForm } from './incoming';

const OURS = 'https://bench.example';
const post = (headers: Record<string, string>, body?: BodyInit, method = 'POST') =>
  new Request(`${OURS}/x`, { method, headers, ...(body === undefined ? {} : { body, duplex: 'half' }) } as RequestInit);
/** A request as a browser sends it: `Origin` cannot be set on one made by a script. */
const from = (headers: Record<string, string>, method = 'POST') =>
  ({ method, headers: new Headers(headers) }) as Request;

describe('where a request comes from', () => {
  it.each([
    [{ origin: OURS }, true],
    [{ origin: 'https://elsewhere.example' }, false],
    [{ origin: 'null' }, false],
    [{ origin: 'http://bench.example' }, false],
    [{}, true],
    [{ 'sec-fetch-site': 'same-origin' }, true],
    [{ 'sec-fetch-site': 'cross-site' }, false],
    [{ 'sec-fetch-site': 'same-site' }, false]
  ])('%j: ours is %s, also without a body', (headers, is) =>
    expect(isOurs(from(headers as Record<string, string>), OURS)).toBe(is)
  );
  it('looking changes nothing', () =>
    expect(isOurs(from({ origin: 'https://elsewhere.example' }, 'GET'), OURS)).toBe(true));
});

describe('a form', () => {
  const form = 'application/x-www-form-urlencoded';
  it('is handed on as it was', async () => {
    const read = await readForm(post({ 'content-type': form }, 'a=1&b=%C3%A9'));
    expect([...(await (read as Request).formData())]).toEqual([
      ['a', '1'],
      ['b', 'é']
    ]);
    const parts = new FormData();
    parts.set('c', 'd');
    expect([
      ...(await ((await readForm(new Request(OURS, { method: 'POST', body: parts }))) as Request).formData())
    ]).toEqual([['c', 'd']]);
    expect([...(await ((await readForm(post({}))) as Request).formData())]).toEqual([]);
  });
  it('that is too long is refused, whatever its headers say, and no more of it is read', async () => {
    let given = 0;
    const endless = new ReadableStream({ pull: (c) => void (c.enqueue(new Uint8Array(16_384)), (given += 16_384)) });
    expect(await readForm(post({ 'content-type': form }, endless))).toMatchObject({ status: 413 });
    expect(given).toBeLessThan(FORM_MAX_BYTES * 3);
    expect(await readForm(post({ 'content-type': form }, `a=${'x'.repeat(FORM_MAX_BYTES)}`))).toMatchObject({
      status: 413
    });
  });
  it('in JSON is handed on within the same limit', async () => {
    expect(
      await ((await readForm(post({ 'content-type': 'application/json' }, '{"theme":"dark"}'))) as Request).json()
    ).toEqual({ theme: 'dark' });
    expect(await readForm(post({ 'content-type': 'application/json' }, 'x'.repeat(FORM_MAX_BYTES + 1)))).toMatchObject({
      status: 413
    });
  });
  it('of too many fields, or that is none, is refused in words', async () => {
    expect(
      await readForm(post({ 'content-type': form }, Array.from({ length: 400 }, (_, i) => `f${i}=1`).join('&')))
    ).toMatchObject({ status: 400, message: expect.stringMatching(/fields/) });
    for (const type of ['multipart/form-data', 'multipart/form-data; boundary=x', 'text/plain'])
      expect(await readForm(post({ 'content-type': type }, '--y\r\nnothing')), type).toMatchObject({ status: 400 });
  });
});

it('nobody sends too much at once, and others are not held up by it', () => {
  const ends = Array.from({ length: 60 }, () => begin('a'));
  expect(ends.filter(Boolean).length).toBeLessThan(30);
  expect(begin('b')).toBeDefined();
  ends[0]!();
  expect(begin('a')).toBeDefined();
});
