import { z } from 'zod';
import { problem, refusal, type Result } from '$core/result';
import type { Messages } from '$lib/words/messages';
import { here } from './here';

const Once = z.object({ once: z.uuid().optional().catch(undefined) });

/** What a field is called, by its name in the form: a message of the catalogue. */
export type FieldNames = Readonly<Record<string, Unfilled>>;
/** Messages that need nothing. */
type Unfilled = { [K in keyof Messages]: keyof Messages[K] extends never ? K : never }[keyof Messages];

/** Said of a field by a shape of our own, as its message. */
const OWN = ['server.fieldCommonPassword', 'server.fieldSignInLetters', 'server.fieldDate'] as const;
export const fieldMessage = (key: (typeof OWN)[number]): string => key;

/** What is wrong with a field, in the words of who sent it. */
function whyWrong(issue: z.core.$ZodIssue): string {
  const { t } = here();
  if (issue.code === 'too_big')
    return t(issue.origin === 'string' ? 'server.fieldTooLong' : 'server.fieldTooBig', { n: Number(issue.maximum) });
  if (issue.code === 'too_small')
    return t(issue.origin === 'string' ? 'server.fieldTooShort' : 'server.fieldTooSmall', { n: Number(issue.minimum) });
  return t(OWN.find((own) => own === issue.message) ?? 'server.fieldInvalid');
}

/**
 * A form as it was sent, read by a shape, with the id under which it is sent once.
 * @param names how a field is called in front of what is wrong with it
 */
export async function formOf<T>(
  request: Request,
  shape: z.ZodType<T>,
  names: FieldNames = {}
): Promise<Result<{ value: T & z.infer<typeof Once> }>> {
  const read = z.intersection(shape, Once).safeParse(Object.fromEntries(await request.formData()));
  if (read.success) return { ok: true, value: read.data };
  const { t } = here();
  return refusal(
    read.error.issues.map((issue) =>
      problem(
        issue.path,
        issue.code,
        t('server.fieldWrong', { field: t(names[String(issue.path[0])] ?? 'server.fieldForm'), why: whyWrong(issue) })
      )
    )
  );
}
