import { error } from '@sveltejs/kit';
import type { z } from 'zod';
import { parsed, textBody } from '../http/body';
import { here } from '../http/here';
import type { Strange } from './practice';

/** More than fifty of the longest rehearsals that a person makes. */
const MAX_BYTES = 5_000_000;

/**
 * What a device sends of practice.
 * @throws 422 where it is not of this shape, with the place
 */
export async function practiceBody<T>(request: Request, shape: z.ZodType<T>): Promise<T> {
  const body = shape.safeParse(parsed(await textBody(request, MAX_BYTES)));
  if (body.success) return body.data;
  const issue = body.error.issues[0]!;
  error(422, here().t('server.thisCannotBeSaved', { place: issue.path.join('/') || '/', message: issue.message }));
}

/** @throws 422 where something of it could not be taken, with its place. @param name what it was sent under */
export function unlessStrange(name: string, strange: Strange | undefined): void {
  if (!strange) return;
  const message = here().t(strange.why === 'machine' ? 'practice.noSuchMachine' : 'practice.notOfThisMachine');
  error(422, here().t('server.thisCannotBeSaved', { place: `${name}/${strange.at}`, message }));
}
