import { z } from 'zod';
import { problem, refusal, type Result } from '$core/result';

const Once = z.object({ once: z.uuid().optional().catch(undefined) });

/**
 * A form as it was sent, read by a shape, with the id under which it is sent once.
 * @param names how a field is called in front of what is wrong with it
 */
export async function formOf<T>(
  request: Request,
  shape: z.ZodType<T>,
  names: Readonly<Record<string, string>> = {}
): Promise<Result<{ value: T & z.infer<typeof Once> }>> {
  const read = z.intersection(shape, Once).safeParse(Object.fromEntries(await request.formData()));
  if (read.success) return { ok: true, value: read.data };
  return refusal(
    read.error.issues.map((issue) =>
      problem(issue.path, issue.code, `${names[String(issue.path[0])] ?? 'The form'} ${issue.message}.`)
    )
  );
}
