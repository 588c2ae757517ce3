import { message } from '$lib/words';
import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { languageOfPapers } from '$core/job';
import { line, modelOf } from '$core/machine';
import { amountExample, makeQuote, readAmount, type Priced, type Quote } from '$core/money';
import { checkFit, numbersNow, type FitVerdict, type NeedState } from '$core/spares';
import { pool } from '$lib/server/database/pool';
import { learnSpare, needsOfJob, refreshNeeding, sayOfJob } from '$lib/server/jobs/facts';
import { jobOfPage } from '$lib/server/jobs/of-page';
import type { JobRow } from '$lib/server/jobs/jobs';
import { shopSettings } from '$lib/server/settings/shop';
import { findSpare, openOrders, release, reserve, spareDocuments } from '$lib/server/stock/spares';
import { onceFrom } from '$lib/server/database/once';
import { offersFor, orderSpare } from '$lib/server/stock/supplier';
import type { Actions, PageServerLoad } from './$types';
import { fileName } from '$core/words';
import { whyNot } from '$core/result';
import { formOf } from '$lib/server/http/form';
import { here } from '$lib/server/http/here';

export const load: PageServerLoad = async ({ params, locals }) => {
  const { job, machine, state } = await jobOfPage(params);
  const [needs, shop, orders] = await Promise.all([
    needsOfJob(pool(), job.id),
    shopSettings(pool()),
    openOrders(pool())
  ]);
  return {
    job,
    state,
    needs,
    rates: shop.rates,
    /** What the customer reads. */
    paperLanguage: languageOfPapers(state, shop),
    orders: orders.filter((o) => o.job === job.number),
    draft: await draftOf(job, needs),
    parts: modelOf(machine)
      .machine.parts.filter((p) => p.numbers.length > 0)
      .map((p) => ({ id: p.id, name: here().told(fileName(machine, p.name)) }))
      .sort((a, b) => a.name.localeCompare(b.name, here().language)),
    mayWrite: locals.person!.role !== 'trainee' && job.stage === 'planned',
    isLead: locals.person!.role === 'lead'
  };
};

/** The quote as it would be made now; null without a plan. */
async function draftOf(
  job: JobRow,
  needs: readonly NeedState[],
  more: readonly Priced[] = []
): Promise<{ quote: Quote; unpriced: string[] } | null> {
  if (job.p50Seconds === null || job.p80Seconds === null) return null;
  const priced: Priced[] = [];
  const unpriced: string[] = [];
  for (const need of needs) {
    const found = await findSpare(pool(), need.number ?? need.numbers[0] ?? '');
    if (found?.priceMinor == null) unpriced.push(here().told(need.name));
    else
      priced.push({
        what: need.what,
        text: here().told(need.name).slice(0, 160),
        number: found.spare.number,
        quantity: 1,
        each: found.priceMinor
      });
  }
  const { rates } = await shopSettings(pool());
  return { quote: makeQuote(rates, { p50: job.p50Seconds, p80: job.p80Seconds }, [...priced, ...more]), unpriced };
}

const NumberForm = z.object({ number: line(40).transform((n) => n.trim()) });
const Extra = z.object({ text: z.union([z.literal(''), line(160)]), amount: z.string().max(40) });

export const actions: Actions = {
  reserve: async ({ params, request, locals }) => {
    const { job } = await jobOfPage(params);
    const asked = await formOf(request, NumberForm);
    if (!asked.ok) return fail(400, { message: here().t('server.whichSpare') });
    const { number, once } = asked.value;
    const taken = await reserve(job.id, number, 1, { by: locals.person!.id, once });
    if (!taken.ok) return fail(409, { message: whyNot(taken) });
    await refreshNeeding(pool(), number);
    return {};
  },
  release: async ({ params, request }) => {
    const { job } = await jobOfPage(params);
    const asked = await formOf(request, NumberForm);
    if (!asked.ok || !(await release(pool(), job.id, asked.value.number)))
      return fail(409, { message: here().t('server.itIsNotReservedForThis') });
    await refreshNeeding(pool(), asked.value.number);
    return {};
  },
  /** Whether a spare fits, by what the shop or the supplier knows of it. */
  check: async ({ params, request }) => {
    const { job, machine, state } = await jobOfPage(params);
    const form = await formOf(request, NumberForm.extend({ part: z.string() }));
    const model = modelOf(machine);
    const part = form.ok && model.machine.parts.find((p) => p.id === form.value.part);
    if (!form.ok || !part) return fail(400, { message: here().t('server.whichNumberForWhichPart') });
    const { number } = form.value;
    const all = await spareDocuments(pool());
    let spare = all.find((s) => s.number.toUpperCase() === number.toUpperCase());
    let from = message('spares.fromShop');
    let silent: string | undefined;
    if (!spare) {
      const offered = await offersFor([number]);
      if (offered.ok) spare = offered.value[0];
      else silent = here().told(whyNot(offered));
      from = message('spares.fromSupplier');
    }
    const verdict: FitVerdict = checkFit(
      model,
      part,
      spare ?? { number, name: number, kind: 'part', includes: [] },
      all,
      state.intake?.variant
    );
    return {
      checked: {
        number,
        part: fileName(machine, part.name),
        from: spare ? from : message('spares.fromNumber'),
        ...verdict,
        ...(silent ? { silent } : {})
      },
      job: job.number
    };
  },
  /** What the supplier offers for a part. */
  offers: async ({ params, request }) => {
    const { job, machine, state } = await jobOfPage(params);
    const part = String((await request.formData()).get('part') ?? '');
    const model = modelOf(machine);
    const known = model.machine.parts.find((p) => p.id === part);
    if (!known) return fail(400, { message: here().t('server.whichPart') });
    const all = await spareDocuments(pool());
    const answer = await offersFor(numbersNow(model, known, all, state.intake?.variant));
    if (!answer.ok) return fail(502, { message: whyNot(answer) });
    const offers = answer.value.map((offer) => ({
      ...offer,
      fit: checkFit(model, known, offer, all, state.intake?.variant)
    }));
    return {
      offers: {
        id: known.id,
        part: fileName(machine, known.name),
        list: offers.map(({ number, name, priceMinor, currency, stock, leadDays, fit }) => ({
          number,
          name,
          priceMinor,
          currency,
          stock,
          leadDays,
          verdict: fit.verdict,
          why: fit.checks
            .filter((c) => c.is !== 'right')
            .map((c) => here().told(c.text))
            .join(' ')
        }))
      },
      job: job.number
    };
  },
  order: async ({ params, request, locals }) => {
    const { job, machine, state } = await jobOfPage(params);
    const form = await request.formData();
    const number = String(form.get('number') ?? '');
    const answer = await offersFor([number]);
    if (!answer.ok) return fail(502, { message: whyNot(answer) });
    const offer = answer.value[0];
    if (!offer) return fail(404, { message: here().t('server.theSupplierDoesNotHave', { number }) });
    const model = modelOf(machine);
    const part = model.machine.parts.find((p) => p.id === form.get('part'));
    if (!part) return fail(400, { message: here().t('server.forWhichPart') });
    if (checkFit(model, part, offer, await spareDocuments(pool()), state.intake?.variant).verdict === 'does-not-fit')
      return fail(409, {
        message: here().t('server.doesNotFitThisMachineAs', { number, name: fileName(machine, part.name) })
      });
    const { priceMinor, currency, stock: _s, leadDays: _l, ...spare } = offer;
    const { rates } = await shopSettings(pool());
    // A price in another currency is none of the shop's.
    await learnSpare(pool(), spare, currency === rates.currency ? priceMinor : null, locals.person!.id);
    const ordered = await orderSpare(number, 1, job.id, locals.person!.id, onceFrom(form.get('once')));
    if (!ordered.ok) return fail(502, { message: whyNot(ordered) });
    return { ordered: { number, dueOn: ordered.value.dueOn } };
  },
  quote: async ({ params, request, locals }) => {
    const { job } = await jobOfPage(params);
    const { rates } = await shopSettings(pool());
    const extra = await formOf(request, Extra);
    if (!extra.ok) return fail(400, { message: here().t('server.theExtraLineCannotBeRead') });
    const more: Priced[] = [];
    if (extra.value.text) {
      const each = readAmount(extra.value.amount, rates.currency);
      if (each === undefined)
        return fail(400, {
          message: here().t('server.isNotAnAmountOrCan', {
            amount: extra.value.amount,
            example: amountExample(rates.currency)
          })
        });
      more.push({ what: 'other', text: extra.value.text, quantity: 1, each });
    }
    const draft = await draftOf(job, await needsOfJob(pool(), job.id), more);
    if (!draft) return fail(409, { message: here().t('server.thereIsNoPlanToQuote') });
    if (draft.unpriced.length > 0)
      return fail(409, { message: here().t('server.noPriceIsKnownForAsk', { items: draft.unpriced.join(', ') }) });
    await sayOfJob(job, { is: 'quoted', quote: draft.quote }, locals.person!, extra.value.once);
    return {};
  }
};
