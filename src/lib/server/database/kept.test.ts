import { afterAll, expect, it } from 'vitest';
import { kept } from './kept';
import { closePool } from './pool';

afterAll(closePool);

it('what never changes is asked for once, the newest used is kept, and what is not there is asked for again', async () => {
  const asked: string[] = [];
  const found = kept(2, async (key: string, more: string) => {
    asked.push(key + more);
    return key === 'none' ? undefined : { is: key };
  });
  expect(await found('a', '1')).toEqual({ is: 'a' });
  expect(await found('a', '2')).toEqual({ is: 'a' });
  expect([await found('none', '1'), await found('none', '2')]).toEqual([undefined, undefined]);
  await found('b', '1');
  await found('a', '3');
  await found('c', '1');
  expect(asked).toEqual(['a1', 'none1', 'none2', 'b1', 'c1']);
  // The one that was not used longest went; another database knows nothing of this one's.
  await found('b', '2');
  await closePool();
  await found('b', '3');
  expect(asked.slice(5)).toEqual(['b2', 'b3']);
});
