<script lang="ts">
  import type { Said } from '$core/language';
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import type { NeedState } from '$core/spares';
  import type { JobFact } from '$core/job';
  import { LANGUAGE_NAMES } from '$core/language';
  import { answeredHow } from '$core/words';
  import FileText from '@lucide/svelte/icons/file-text';
  import { day, moment, money, number } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import JobBar from '$lib/ui/JobBar.svelte';
  import { sayOfJob } from '$lib/ui/say';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  let { data, form } = $props();
  let problem = $state.raw<Said>();
  let why = $state('');
  let from = $state('');
  let how = $state<'in person' | 'phone' | 'e-mail' | 'in writing'>('phone');
  const shown = $derived(data.state.quote?.quote ?? data.draft?.quote);
  const missing = $derived(data.needs.filter((n) => n.is === 'missing' || n.is === 'unlisted'));
  const WORDS: Record<NeedState['is'], [string, string]> = {
    held: [t('spares.reserved'), 'border-good bg-good-wash text-good'],
    free: [t('spares.onTheShelf'), 'border-good text-good'],
    missing: [t('spares.missing'), 'border-now bg-now-wash text-now'],
    unlisted: [t('spares.notStocked'), 'border-now bg-now-wash text-now']
  };

  async function say(fact: JobFact) {
    problem = await sayOfJob(data.job.number, fact);
  }
</script>

<svelte:head><title>{t('spares.sparesAndQuoteOfJobEager', { number: data.job.number })}</title></svelte:head>
<JobBar job={data.job} here="spares" />

<div class="mx-auto max-w-[1320px] px-5 py-4">
  <h1 class="text-2xl">{told(data.job.work)}</h1>
  <p class="text-soft">{data.job.maker} {data.job.model} {data.job.revision}, {data.job.customer}</p>
  {#if problem ?? form?.message}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {told(problem ?? form?.message)}
    </p>{/if}
  {#if form?.ordered}<p role="status" class="mt-3 rounded-md border-s-4 border-good bg-good-wash px-3 py-2 text-good">
      {t('spares.isOrderedDueOn', { number: form.ordered.number, dueOn: day(form.ordered.dueOn) })}
    </p>{/if}
  <div class="mt-3 grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1fr)_440px]">
    <div class="space-y-4">
      <section class="sheet px-4 py-3.5" aria-labelledby="needs">
        <h2 id="needs" class="text-lg">{t('spares.partsNeededBeforeOpening')}</h2>
        {#if data.needs.length === 0}<p class="mt-2 text-soft">
            {data.draft ? t('spares.thisWorkNeedsNothingButTools') : t('spares.thereIsNoPlanYetWhat')}
          </p>{/if}
        <ul class="mt-1 divide-y divide-rule">
          {#each data.needs as need, i (i)}
            <li class="flex items-center gap-3 py-2.5">
              <span
                class="w-28 shrink-0 rounded-md border px-2 py-1 text-center text-sm font-semibold {WORDS[need.is][1]}"
                >{WORDS[need.is][0]}</span
              >
              <span class="min-w-0 flex-1"
                ><span class="block font-semibold first-letter:uppercase">{told(need.name)}</span><span
                  class="block text-sm text-soft"
                  >{#if need.number ?? need.numbers[0]}<span class="code"
                      >{need.number ?? need.numbers.slice(0, 3).join(' or ')}</span
                    >{/if}{need.amount ? ` ${told(need.amount)}` : ''}</span
                ></span
              >
              {#if data.mayWrite}
                {#if need.is === 'free'}<form method="POST" action="?/reserve" use:enhance={once()}>
                    <input type="hidden" name="number" value={need.number} /><button
                      class="button"
                      aria-label={t('spares.reserve', { name: need.name })}>{t('spares.reserveIt')}</button
                    >
                  </form>
                {:else if need.is === 'held'}<form method="POST" action="?/release" use:enhance={once()}>
                    <input type="hidden" name="number" value={need.number} /><button
                      class="button"
                      aria-label={t('spares.release', { name: need.name })}>{t('spares.release2')}</button
                    >
                  </form>
                {:else if need.part}<form method="POST" action="?/offers" use:enhance={once()}>
                    <input type="hidden" name="part" value={need.part} /><button
                      class="button button-act"
                      aria-label={t('spares.askTheSupplierFor', { name: need.name })}
                      >{t('spares.askTheSupplier')}</button
                    >
                  </form>
                {:else}<a class="button" href="/spares">{t('spares.addToStock')}</a>{/if}
              {/if}
            </li>
          {/each}
        </ul>
        {#if form?.offers}
          <div class="mt-2 rounded-md bg-sunk px-3 py-2.5" role="status">
            <h3 class="font-semibold">
              {t('spares.suppliersOffers', { part: form.offers.part })}
            </h3>
            {#each form.offers.list as o (o.number)}
              <div class="mt-1.5 flex items-center gap-3">
                <span class="min-w-0 flex-1"
                  ><span class="code">{o.number}</span>
                  {o.name}<span class="block text-sm {o.verdict === 'fits' ? 'text-good' : 'text-now'}"
                    >{o.verdict === 'fits' ? t('spares.fitsByNumberHolesAndPlugs') : told(o.why)}</span
                  ></span
                >
                <span class="figure text-end"
                  >{money(o.priceMinor, o.currency)}<span class="block text-sm text-soft"
                    >{o.stock > 0
                      ? t('spares.there', { n: o.stock })
                      : t('spares.inDays', { leadDays: o.leadDays })}</span
                  ></span
                >
                {#if o.verdict !== 'does-not-fit'}<form method="POST" action="?/order" use:enhance={once()}>
                    <input type="hidden" name="number" value={o.number} /><input
                      type="hidden"
                      name="part"
                      value={form.offers.id}
                    /><button class="button button-now" aria-label={t('spares.order', { number: o.number })}
                      >{t('spares.order2')}</button
                    >
                  </form>{/if}
              </div>
            {:else}<p class="mt-1 text-soft">{t('spares.theSupplierHasNone')}</p>{/each}
          </div>
        {/if}
        {#each data.orders as o (o.id)}
          <p class="mt-2 rounded-md bg-sunk px-3 py-2">
            <Rich
              text={t('spares.onOrder', {
                number: o.number,
                dueOn: o.dueOn ? t('spares.due', { dueOn: day(o.dueOn) }) : t('spares.notConfirmedYet')
              })}>{#snippet soft(text)}<span class="code">{text}</span>{/snippet}</Rich
            >
            <a class="link" href="/spares">{t('spares.receiveItWhenItArrives')}</a>
          </p>
        {/each}
        {#if missing.length > 0}
          {#if data.state.openedWithout}
            <p class="mt-2 rounded-md border-s-4 border-warn bg-warn-wash px-3 py-2 text-warn">
              <b>{t('spares.allowsOpeningWithout', { by: data.state.openedWithout.by })}</b>
              {data.state.openedWithout.missing.join(', ')}: {told(data.state.openedWithout.why)}
            </p>
          {:else if data.isLead && data.mayWrite}
            <form
              class="mt-3 flex gap-2 border-t border-rule pt-3"
              onsubmit={(e) => {
                e.preventDefault();
                void say({ is: 'opened-without', missing: missing.map((m) => told(m.name).slice(0, 160)), why });
              }}
            >
              <input
                class="field flex-1"
                required
                maxlength="500"
                aria-label={t('spares.whyItMayBeOpenedWithout')}
                placeholder={t('spares.whyItMayBeOpenedWithout2')}
                bind:value={why}
              />
              <button class="button">{t('spares.openWithoutIt')}</button>
            </form>
          {:else}<p class="mt-2 text-soft">{t('spares.onlyALeadCanAllowOpening')}</p>{/if}
        {/if}
      </section>
      <section class="sheet px-4 py-3.5" aria-labelledby="check">
        <h2 id="check" class="text-lg">{t('spares.doesThisSpareFit')}</h2>
        <form
          method="POST"
          action="?/check"
          use:enhance={once({ empties: ['number'] })}
          class="mt-2 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] gap-2"
        >
          <input
            class="field code"
            name="number"
            required
            maxlength="40"
            aria-label={t('spares.numberOnTheSpare')}
            placeholder={t('spares.numberOnTheSpareTypedOr')}
          />
          <select class="field" name="part" aria-label={t('spares.forWhichPart')}
            >{#each data.parts as p (p.id)}<option value={p.id} selected={data.needs.some((n) => n.part === p.id)}
                >{told(p.name)}</option
              >{/each}</select
          >
          <button class="button">{t('spares.check')}</button>
        </form>
        {#if form?.checked}
          {@const c = form.checked}
          <div
            class="mt-3 rounded-md border-s-4 px-3 py-2 {c.verdict === 'fits'
              ? 'border-good bg-good-wash text-good'
              : c.verdict === 'look'
                ? 'border-warn bg-warn-wash text-warn'
                : 'border-now bg-now-wash text-now'}"
            role="status"
          >
            <p class="font-semibold">
              <Rich
                text={t('spares.asKnownFrom', {
                  number: c.number,
                  part: c.part,
                  verdict:
                    c.verdict === 'fits'
                      ? t('spares.fits')
                      : c.verdict === 'look'
                        ? t('spares.notKnownCheckTwice')
                        : t('spares.doesNotFit'),
                  from: c.from
                })}>{#snippet soft(text)}<span class="font-normal">{text}</span>{/snippet}</Rich
              >
            </p>
            <ul class="list-disc ps-5">
              {#each c.checks as x (x.what)}<li>{told(x.text)}</li>{/each}
            </ul>
            {#if c.silent}<p>{c.silent}</p>{/if}
          </div>
        {/if}
      </section>
    </div>

    <section class="sheet px-4 py-3.5" aria-labelledby="quote">
      <h2 id="quote" class="text-lg">{data.state.quote ? t('spares.quote') : t('spares.quoteNotSavedYet')}</h2>
      {#if !shown}<p class="mt-2 text-soft">{t('spares.chooseWhatToDoFirstLabour')}</p>
      {:else}
        {#if data.state.quote}<div class="flex flex-wrap items-center gap-x-4">
            <p class="flex-1 text-sm text-soft">
              {t('spares.madeBy', { by: data.state.quote.by, at: moment(data.state.quote.at) })}
            </p>
            <a class="button" href="/api/jobs/{data.job.number}/files/quote.pdf?show" target="_blank" rel="noreferrer"
              ><FileText size={16} aria-hidden="true" />
              {t('spares.quotePdf', { language: LANGUAGE_NAMES[data.paperLanguage] })}</a
            >
          </div>{/if}
        <table class="mt-2 w-full text-[0.95rem]">
          <thead
            ><tr class="border-b border-rule-strong text-start text-sm text-soft"
              ><th class="py-1 font-semibold" scope="col">{t('spares.item')}</th><th
                class="text-end font-semibold"
                scope="col">{t('spares.likely')}</th
              ><th class="text-end font-semibold" scope="col">{t('spares.maximum')}</th></tr
            ></thead
          >
          <tbody>
            {#each shown.lines as l, i (i)}
              <tr class="border-b border-rule align-top"
                ><td class="py-1.5 pe-2 first-letter:uppercase"
                  >{l.what === 'labour' ? t('spares.labour') : told(l.text)}{#if l.what === 'labour'}<span
                      class="block text-sm text-soft"
                      >{t('spares.maximum2', {
                        p50: duration(shown.seconds.p50),
                        p80: duration(shown.seconds.p80)
                      })}</span
                    >{/if}{#if l.number}<span class="code block text-sm text-soft">{l.number}</span>{/if}</td
                ><td class="figure py-1.5 text-end whitespace-nowrap">{money(l.expected, shown.currency)}</td><td
                  class="figure py-1.5 ps-3 text-end whitespace-nowrap">{money(l.atMost, shown.currency)}</td
                ></tr
              >
            {/each}
            <tr
              ><td class="pt-2 text-soft">{t('spares.tax', { taxBp: number(shown.taxBp / 100) })}</td><td
                class="figure pt-2 text-end">{money(shown.expected.tax, shown.currency)}</td
              ><td class="figure pt-2 text-end">{money(shown.atMost.tax, shown.currency)}</td></tr
            >
            <tr class="text-lg font-semibold"
              ><td class="py-1">{t('spares.total')}</td><td class="figure text-end"
                >{money(shown.expected.gross, shown.currency)}</td
              ><td class="figure text-end">{money(shown.atMost.gross, shown.currency)}</td></tr
            >
          </tbody>
        </table>
        {#if data.draft && data.draft.unpriced.length > 0 && !data.state.quote}<p class="mt-2 text-now">
            {t('spares.noPriceIsKnownFor', { items: data.draft.unpriced.join(', ') })}
          </p>{/if}
        {#if data.state.answer}
          <p
            class="mt-3 rounded-md border-s-4 px-3 py-2 {data.state.answer.approved
              ? 'border-good bg-good-wash text-good'
              : 'border-now bg-now-wash text-now'}"
          >
            <Rich
              text={t('spares.by', {
                isApproved: data.state.answer.approved ? 'yes' : 'no',
                from: data.state.answer.from,
                how: answeredHow(data.state.answer.how),
                at: moment(data.state.answer.at)
              })}>{#snippet b(text)}<b>{text}</b>{/snippet}</Rich
            >
          </p>
        {:else if data.state.quote && data.mayWrite}
          <form class="mt-3 rounded-md bg-sunk px-3 py-3" onsubmit={(e) => e.preventDefault()}>
            <p class="font-semibold">{t('spares.customersAnswerApprovesUpToThe')}</p>
            <div class="mt-2 grid grid-cols-2 gap-2">
              <input
                class="field"
                aria-label={t('spares.whoAnswered')}
                placeholder={t('spares.who')}
                maxlength="120"
                bind:value={from}
              />
              <select class="field" aria-label={t('spares.howTheyAnswered')} bind:value={how}
                >{#each ['in person', 'phone', 'e-mail', 'in writing'] as const as h (h)}<option value={h}
                    >{told(answeredHow(h))}</option
                  >{/each}</select
              >
              <button
                class="button button-act"
                disabled={!from.trim()}
                onclick={() => say({ is: 'answered', approved: true, from: from.trim(), how })}
                >{t('spares.approved')}</button
              >
              <button
                class="button"
                disabled={!from.trim()}
                onclick={() => say({ is: 'answered', approved: false, from: from.trim(), how })}
                >{t('spares.declined')}</button
              >
            </div>
          </form>
        {/if}
        {#if data.mayWrite}
          <form
            method="POST"
            action="?/quote"
            use:enhance={once({ empties: ['text', 'amount'] })}
            class="mt-3 grid grid-cols-[minmax(0,1fr)_110px] gap-2 border-t border-rule pt-3"
          >
            <input
              class="field"
              name="text"
              aria-label={t('spares.anotherLine')}
              placeholder={t('spares.anotherLinePostageAVisit')}
              maxlength="160"
            />
            <input
              class="field"
              name="amount"
              aria-label={t('spares.itsAmount')}
              placeholder="0.00"
              inputmode="decimal"
              maxlength="40"
            />
            <button class="button col-span-2 {data.state.quote ? '' : 'button-act'}"
              >{data.state.quote ? t('spares.recalculate') : t('spares.saveQuote')}</button
            >
          </form>
        {/if}
        <p class="mt-2 text-sm text-soft">
          {t('spares.halfOfSuchJobsTakeLess')}
        </p>
      {/if}
    </section>
  </div>
</div>
