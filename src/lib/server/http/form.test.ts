import { expect, it } from 'vitest';
import { z } from 'zod';
import { line } from '$core/machine';
import { whyNot } from '$core/result';
import { formOf } from './form';

const Shape = z.object({ name: line(5), count: z.coerce.number().int() });
const sent = (fields: Record<string, string>) => {
  const body = new FormData();
  for (const [name, value] of Object.entries(fields)) body.set(name, value);
  return new Request('http://localhost/', { method: 'POST', body });
};
const ONCE = '00000000-0000-4000-8000-000000000001';

it('a form is read by its shape, with the id under which it is sent once', async () => {
  expect(await formOf(sent({ name: 'Fan', count: '2', once: ONCE }), Shape)).toEqual({
    ok: true,
    value: { name: 'Fan', count: 2, once: ONCE }
  });
});

it('an id that is none is as if there were none: the form itself can be right', async () => {
  const read = await formOf(sent({ name: 'Fan', count: '2', once: 'again' }), Shape);
  expect(read.ok && read.value.once).toBeUndefined();
});

it('what is wrong is told by the field, as the form calls it', async () => {
  const read = await formOf(sent({ name: 'Much too long', count: 'two' }), Shape, { name: 'server.fieldName' });
  expect(read.ok).toBe(false);
  if (read.ok) return;
  expect(whyNot(read)).toBe('Name: at most 5 characters.');
  expect(read.problems.map((p) => p.place)).toEqual(['name', 'count']);
  expect(read.problems[1]!.message).toMatch(/^Form: is missing or cannot be read\.$/);
});
