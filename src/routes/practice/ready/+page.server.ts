import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { line } from '$core/machine';
import { whyNot } from '$core/result';
import { pool, transaction } from '$lib/server/database/pool';
import { formOf } from '$lib/server/http/form';
import { here } from '$lib/server/http/here';
import { findJob } from '$lib/server/jobs/jobs';
import { readyTable } from '$lib/server/practice/ready';
import { letOn } from '$lib/server/practice/at-bench';
import { shopSettings } from '$lib/server/settings/shop';
import { findPerson } from '$lib/server/sign-in/people';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => ({
  ...(await readyTable(pool(), Date.now())),
  practice: (await shopSettings(pool())).practice,
  job: Number(url.searchParams.get('job')) || null
});

const Letting = z.object({ job: z.coerce.number().int().min(1), person: z.uuid(), reason: line(500) });
const FIELDS = { job: 'practice.job', person: 'practice.trainee', reason: 'practice.reason' } as const;

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const asked = await formOf(request, Letting, FIELDS);
    if (!asked.ok) return fail(400, { message: whyNot(asked) });
    const { job: number, person: id, reason } = asked.value;
    const [job, person] = [await findJob(pool(), number), await findPerson(pool(), id)];
    if (!job) return fail(404, { message: here().t('server.thereIsNoJob', { number }) });
    if (person?.role !== 'trainee') return fail(409, { message: here().t('practice.notATrainee') });
    await transaction((db) => letOn(db, job, person.id, reason, locals.person!.id));
    return { done: here().t('practice.wasLetOn', { person: person.name, number }) };
  }
};
