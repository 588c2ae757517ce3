import { describe, expect, it } from 'vitest';
import { settledAt, type Waits } from '$core/job';
import { queryFrom } from './list-query';
import { WAITS } from '$core/words';

const from = (text: string) => queryFrom(new URLSearchParams(text));

describe('what an address asks of the list of jobs', () => {
  it('is taken as it stands', () => {
    expect(from('waits=part&q=terna&order=customer&desc=1&page=3')).toEqual({
      waits: 'part',
      search: 'terna',
      closed: false,
      order: 'customer',
      desc: true,
      page: 3
    });
    expect(from('closed=1')).toEqual({ waits: undefined, search: undefined, closed: true, page: 1 });
  });
  it.each([
    'waits=__proto__',
    'waits=constructor',
    'page=-1',
    'page=1e9',
    'page=x',
    'order=name',
    'order=toString',
    'desc=yes',
    'q='
  ])('%s is left out', (text) => {
    expect(from(text)).toEqual({ waits: undefined, search: undefined, closed: false, page: 1 });
  });
  it('controls are in no search, and none is longer than one types', () => {
    expect(from(`q=${encodeURIComponent('a\u0000b\u202e')}`).search).toBe('a b ');
    expect(from(`q=${'x'.repeat(500)}`).search).toHaveLength(100);
  });
  it('whatever a job waits for is settled on one of its pages', () => {
    for (const waits of Object.keys(WAITS) as Waits[])
      expect(settledAt(waits)).toMatch(/^(intake|record|fault|cell|spares|plan|bench|report)$/);
  });
});
