import { expect, it } from 'vitest';
import { holdsWords, listQuery, stayWithin } from './lists';

const asked = (query: string) => listQuery(new URLSearchParams(query), { name: 'x.name', free: 'x.free' });

it('what an address asks is read, and what it does not understand left out', () => {
  expect(asked('')).toEqual({ search: '', sort: undefined, page: 1 });
  expect(asked('q=a%00b&sort=-free&page=3')).toEqual({ search: 'a b', sort: { by: 'free', desc: true }, page: 3 });
  for (const odd of ['sort=password', 'sort=constructor', 'sort=--free', 'page=-1', 'page=1.5', 'page=1e9', 'page=x'])
    expect(asked(odd)).toEqual({ search: '', sort: undefined, page: 1 });
});

it('words are values and never a part of the statement; signs of patterns are themselves', () => {
  const values: unknown[] = ['first'];
  expect(holdsWords('x.name', " Fan'  50%_ ", values)).toEqual(['x.name like $2', 'x.name like $3']);
  expect(values).toEqual(['first', "%fan'%", '%50\\%\\_%']);
});

it('who asks for a page that is not there is sent to the first of the same list', () => {
  const url = new URL('http://shop/spares?q=fan&page=9');
  expect(() => stayWithin(url, 9, [])).toThrow(expect.objectContaining({ status: 303, location: '/spares?q=fan' }));
  expect(() => stayWithin(new URL('http://shop/jobs?page=2'), 2, [])).toThrow(
    expect.objectContaining({ location: '/jobs' })
  );
  stayWithin(url, 9, ['a row']);
  stayWithin(new URL('http://shop/spares?q=none'), 1, []);
});
