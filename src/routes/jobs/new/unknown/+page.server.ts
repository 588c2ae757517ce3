import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { line } from '$core/machine';
import { USUAL_POSES } from '$core/usual';
import { whyNot } from '$core/result';
import { PART_KINDS } from '$core/words';
import { pool } from '$lib/server/database/pool';
import { formOf } from '$lib/server/http/form';
import { here } from '$lib/server/http/here';
import { refreshWaits } from '$lib/server/jobs/facts';
import { JOB_FIELD_NAMES, JOB_FIELDS } from '$lib/server/jobs/form';
import { findJob } from '$lib/server/jobs/jobs';
import { beginRecording } from '$lib/server/recordings/recordings';
import type { Actions } from './$types';

/** Of a notebook, mm. */
const Mm = z.coerce.number().min(5).max(2000);
const Form = z.object({
  maker: line(60),
  model: line(60),
  ...JOB_FIELDS,
  widthMm: Mm,
  depthMm: Mm,
  heightMm: z.coerce.number().min(2).max(300),
  measuredBy: z.enum(['calliper', 'ruler', 'marks']),
  up: z.enum(['underside', 'topside'])
});
const FIELD = {
  maker: 'server.fieldMaker',
  model: 'server.fieldModel',
  ...JOB_FIELD_NAMES,
  widthMm: 'server.fieldBody',
  depthMm: 'server.fieldBody',
  heightMm: 'server.fieldBody'
} as const;

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const form = await formOf(request, Form, FIELD);
    if (!form.ok) return fail(400, { message: whyNot(form) });
    const { once, up, maker, model, widthMm, depthMm, heightMm, measuredBy, ...job } = form.value;
    const { t, told } = here();
    const faces = (['underside', 'topside'] as const)
      .toSorted((a) => (a === up ? -1 : 1))
      .map((face) => ({ face, name: t(`newJob.${face}`), pose: USUAL_POSES[face] }));
    const number = await beginRecording(
      job,
      {
        maker,
        model,
        size: { widthMm, depthMm, heightMm },
        measuredBy,
        rest: { part: 'case', name: told(PART_KINDS.case) }
      },
      faces,
      { by: locals.person!.id, once }
    );
    await refreshWaits(pool(), (await findJob(pool(), number))!.id);
    redirect(303, `/jobs/${number}/intake`);
  }
};
