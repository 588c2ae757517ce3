import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { line } from '$core/machine';
import { auditLog } from '$lib/server/database/audit';
import { pool } from '$lib/server/database/pool';
import { shopSettings } from '$lib/server/settings/shop';
import { accounts, changeAccount, openAccount, resetPassword, ROLES } from '$lib/server/sign-in/people';
import { Password } from '$lib/server/sign-in/password-form';
import type { Actions, PageServerLoad } from './$types';
import { whyNot } from '$core/result';
import { fieldMessage, formOf } from '$lib/server/http/form';

export const load: PageServerLoad = async () => ({
  people: await accounts(pool()),
  log: await auditLog(pool()),
  currency: (await shopSettings(pool())).rates.currency
});

const New = z.object({
  signIn: z
    .string()
    .trim()
    .toLowerCase()
    .regex(/^[a-z0-9][a-z0-9._-]{0,59}$/, fieldMessage('server.fieldSignInLetters')),
  name: line(120),
  role: z.enum(ROLES),
  password: Password
});
const Change = z.object({ id: z.uuid(), role: z.enum(ROLES), isDisabled: z.enum(['yes', 'no']) });
const Reset = z.object({ id: z.uuid(), password: Password });
const FIELDS = {
  signIn: 'server.fieldSignIn',
  name: 'server.fieldName',
  role: 'server.fieldRole',
  password: 'server.fieldPassword'
} as const;

export const actions: Actions = {
  add: async ({ request, locals }) => {
    const asked = await formOf(request, New, FIELDS);
    if (!asked.ok) return fail(400, { message: whyNot(asked) });
    const { password, once: _, ...person } = asked.value;
    const opened = await openAccount(person, password, locals.person!.id);
    return opened.ok ? {} : fail(409, { message: whyNot(opened) });
  },
  change: async ({ request, locals }) => {
    const asked = await formOf(request, Change, FIELDS);
    if (!asked.ok) return fail(400, { message: whyNot(asked) });
    const changed = await changeAccount(
      asked.value.id,
      { role: asked.value.role, isDisabled: asked.value.isDisabled === 'yes' },
      locals.person!.id
    );
    return changed.ok ? {} : fail(409, { message: whyNot(changed) });
  },
  reset: async ({ request, locals }) => {
    const asked = await formOf(request, Reset, FIELDS);
    if (!asked.ok) return fail(400, { message: whyNot(asked) });
    const changed = await resetPassword(asked.value.id, asked.value.password, locals.person!.id);
    return changed.ok ? {} : fail(409, { message: whyNot(changed) });
  }
};
