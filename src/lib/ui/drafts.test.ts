import { expect, it } from 'vitest';
import { Drafts } from './drafts';

const isText = (value: unknown): value is string => typeof value === 'string';
const shelf = () => {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
    removeItem: (k: string) => void kept.delete(k)
  };
};

it('a draft is there until it is dropped, for the person whose it is', () => {
  const store = shelf();
  const mine = new Drafts(store, 'tam');
  mine.keep('note', 'a worn thread');
  expect(new Drafts(store, 'tam').read('note', isText)).toBe('a worn thread');
  expect(new Drafts(store, 'ines').read('note', isText)).toBeUndefined();
  expect(mine.read('another', isText)).toBeUndefined();
  mine.drop('note');
  expect(mine.read('note', isText)).toBeUndefined();
});

it('what is no draft, and a browser that keeps nothing, are as if nothing were there', () => {
  const store = shelf();
  const mine = new Drafts(store, 'tam');
  mine.keep('note', 7);
  expect(mine.read('note', isText)).toBeUndefined();
  store.kept.set('draft tam note', '{');
  expect(mine.read('note', isText)).toBeUndefined();
  const shut = () => {
    throw new Error('no room');
  };
  const none = new Drafts({ getItem: shut, setItem: shut, removeItem: shut }, 'tam');
  none.keep('note', 'x');
  none.drop('note');
  expect(none.read('note', isText)).toBeUndefined();
});
