import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { dayOf } from '$core/calendar';
import { line } from '$core/machine';
import { pool } from '$lib/server/database/pool';
import { stayWithin } from '$lib/server/database/lists';
import { reading } from '$lib/server/database/standby';
import { queryFrom } from '$lib/server/jobs/list-query';
import { countJobs, listJobs, MOST_COUNTED, PAGE } from '$lib/server/jobs/jobs';
import { shopSettings } from '$lib/server/settings/shop';
import { dropView, savedViews, saveView } from '$lib/server/jobs/views';
import type { Actions, PageServerLoad } from './$types';
import { formOf } from '$lib/server/http/form';
import { here } from '$lib/server/http/here';

export const load: PageServerLoad = async (event) => {
  const { url, locals } = event;
  const query = queryFrom(url.searchParams);
  const [jobs, counts, views, { place }] = await reading(event, (db) =>
    Promise.all([
      listJobs(db, query, PAGE, (query.page - 1) * PAGE),
      countJobs(db, query),
      savedViews(db, locals.person!.id),
      shopSettings(db)
    ])
  );
  stayWithin(url, query.page, jobs);
  return {
    today: dayOf(new Date().toISOString(), place),
    jobs,
    query,
    counts,
    views,
    pages: Math.ceil(counts.found / PAGE),
    isCapped: counts.found >= MOST_COUNTED
  };
};

const View = z.object({
  name: line(60),
  query: z
    .string()
    .max(500)
    .regex(/^[\w=&%+.*'()!~-]*$/)
});

export const actions: Actions = {
  save: async ({ request, locals }) => {
    const asked = await formOf(request, View);
    if (!asked.ok) return fail(400, { message: here().t('server.giveTheViewANameOf') });
    await saveView(pool(), locals.person!.id, asked.value);
    redirect(303, `/jobs?${asked.value.query}`);
  },
  drop: async ({ request, locals }) => {
    await dropView(pool(), locals.person!.id, String((await request.formData()).get('name') ?? ''));
    redirect(303, '/jobs');
  }
};
