import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { line } from '$core/machine';
import { auditLog } from '$lib/server/database/audit';
import { pool } from '$lib/server/database/pool';
import { accounts, changeAccount, openAccount, resetPassword, ROLES } from '$lib/server/sign-in/people';
import { Password } from '$lib/server/sign-in/password-form';
import type { Actions, PageServerLoad } from './$types';
import { whyNot } from '$core/result';

export const load: PageServerLoad = async () => ({ people: await accounts(pool()), log: await auditLog(pool()) });

const New = z.object({
  signIn: z
    .string()
    .trim()
    .toLowerCase()
    .regex(/^[a-z0-9][a-z0-9._-]{0,59}$/, 'takes small letters, digits, dots and hyphens'),
  name: line(120),
  role: z.enum(ROLES),
  password: Password
});
const Change = z.object({ id: z.uuid(), role: z.enum(ROLES), isDisabled: z.enum(['yes', 'no']) });
const Reset = z.object({ id: z.uuid(), password: Password });
const WORDS: Record<string, string> = {
  signIn: 'The sign-in name',
  name: 'The name',
  role: 'The role',
  password: 'The password'
};

async function form<T>(request: Request, shape: z.ZodType<T>): Promise<{ data: T } | { message: string }> {
  const asked = shape.safeParse(Object.fromEntries(await request.formData()));
  if (asked.success) return { data: asked.data };
  const issue = asked.error.issues[0]!;
  return { message: `${WORDS[String(issue.path[0])] ?? 'The form'} ${issue.message}.` };
}

export const actions: Actions = {
  add: async ({ request, locals }) => {
    const asked = await form(request, New);
    if ('message' in asked) return fail(400, asked);
    const { password, ...person } = asked.data;
    const opened = await openAccount(person, password, locals.person!.id);
    return opened.ok ? {} : fail(409, { message: whyNot(opened) });
  },
  change: async ({ request, locals }) => {
    const asked = await form(request, Change);
    if ('message' in asked) return fail(400, asked);
    const changed = await changeAccount(
      asked.data.id,
      { role: asked.data.role, isDisabled: asked.data.isDisabled === 'yes' },
      locals.person!.id
    );
    return changed.ok ? {} : fail(409, { message: whyNot(changed) });
  },
  reset: async ({ request, locals }) => {
    const asked = await form(request, Reset);
    if ('message' in asked) return fail(400, asked);
    const changed = await resetPassword(asked.data.id, asked.data.password, locals.person!.id);
    return changed.ok ? {} : fail(409, { message: whyNot(changed) });
  }
};
