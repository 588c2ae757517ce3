import { randomUUID } from 'node:crypto';
import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { copyOf, FAMILIES, startOf } from '$core/drafting';
import { Id, line } from '$core/machine';
import { machineFromSheet } from '$core/sheet';
import { PART_KINDS } from '$core/words';
import { whyNot } from '$core/result';
import { pool } from '$lib/server/database/pool';
import { beginDraft, listDrafts } from '$lib/server/drafts/drafts';
import { keepDraftPhoto, photosOfDraft, photosOfFile } from '$lib/server/drafts/photos';
import { searchFrom } from '$lib/server/database/lists';
import { idFrom } from '$lib/server/http/body';
import { formOf } from '$lib/server/http/form';
import { here } from '$lib/server/http/here';
import { machinesToChoose } from '$lib/server/library/choice';
import { machineDocument } from '$lib/server/library/machines';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ url }) => {
  /** The file that is to be changed, where one was come from. */
  const from = idFrom(url.searchParams.get('from')) ?? null;
  return {
    drafts: await listDrafts(pool()),
    choice: await machinesToChoose(pool(), { search: searchFrom(url.searchParams), also: from === null ? [] : [from] }),
    from
  };
};

const Mm = z.coerce.number().min(5).max(2000);
const New = z.object({
  family: z.enum(FAMILIES),
  maker: line(60),
  model: line(60),
  widthMm: Mm,
  depthMm: Mm,
  heightMm: z.coerce.number().min(2).max(300)
});
const Copy = z.object({ fileId: z.coerce.number().int().positive(), maker: line(60), model: line(60) });
/** What is to be changed, where one came from a finding: it is chosen as the draft opens. */
const Change = z.object({
  fileId: z.coerce.number().int().positive(),
  part: z.union([z.literal(''), Id]).default(''),
  joint: z.union([z.literal(''), Id]).default('')
});
/** A sheet of some hundred rows has 50 kB. */
const Sheet = z.object({ maker: line(60), model: line(60), rows: z.string().min(1).max(500_000) });
const FIELD = {
  maker: 'server.fieldMaker',
  model: 'server.fieldModel',
  widthMm: 'server.fieldBody',
  depthMm: 'server.fieldBody',
  heightMm: 'server.fieldBody',
  fileId: 'server.fieldMachine'
} as const;

export const actions: Actions = {
  new: async ({ request, locals }) => {
    const form = await formOf(request, New, FIELD);
    if (!form.ok) return fail(400, { message: whyNot(form) });
    const { once, family, ...about } = form.value;
    redirect(
      303,
      `/machines/drafts/${await beginDraft(startOf(family, about, here().told), { by: locals.person!.id, once })}`
    );
  },
  copy: async ({ request, locals }) => {
    const form = await formOf(request, Copy, FIELD);
    if (!form.ok) return fail(400, { message: whyNot(form) });
    const { once, fileId, ...about } = form.value;
    const file = await machineDocument(pool(), fileId);
    if (!file) return fail(400, { message: here().t('server.thatMachineFileIsNoLonger') });
    redirect(303, `/machines/drafts/${await beginDraft(copyOf(file.machine, about), { by: locals.person!.id, once })}`);
  },
  change: async ({ request, locals }) => {
    const form = await formOf(request, Change, FIELD);
    if (!form.ok) return fail(400, { message: whyNot(form) });
    const { once, fileId, part, joint } = form.value;
    const file = await machineDocument(pool(), fileId);
    if (!file) return fail(400, { message: here().t('server.thatMachineFileIsNoLonger') });
    const by = locals.person!.id;
    const draft = await beginDraft(file.machine, { by, once }, fileId);
    // Begun again under the same id it has its pictures already.
    if ((await photosOfDraft(pool(), draft)).length === 0)
      for (const picture of await photosOfFile(pool(), fileId))
        await keepDraftPhoto(pool(), { ...picture, draft, photo: randomUUID(), by });
    redirect(303, `/machines/drafts/${draft}${joint ? `?joint=${joint}` : part ? `?part=${part}` : ''}`);
  },
  sheet: async ({ request, locals }) => {
    const form = await formOf(request, Sheet, FIELD);
    if (!form.ok) return fail(400, { message: whyNot(form) });
    const { once, rows, maker, model } = form.value;
    const made = machineFromSheet(rows, { maker, model, body: here().told(PART_KINDS.case) }, here().told);
    if (!made.ok)
      return fail(400, {
        message: here().t('server.sheetHasFaults', { n: made.problems.length }),
        problems: made.problems.slice(0, 50).map((p) => ({ place: p.place, message: here().told(p.message) }))
      });
    redirect(303, `/machines/drafts/${await beginDraft(made.machine, { by: locals.person!.id, once })}`);
  }
};
