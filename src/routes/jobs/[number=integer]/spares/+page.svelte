<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import type { NeedState } from '$core/spares';
  import type { JobFact } from '$core/job';
  import { day, moment, money, number } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import JobBar from '$lib/ui/JobBar.svelte';
  import { sayOfJob } from '$lib/ui/say';

  let { data, form } = $props();
  let problem = $state<string>();
  let why = $state('');
  let from = $state('');
  let how = $state<'in person' | 'phone' | 'e-mail' | 'in writing'>('phone');
  const shown = $derived(data.state.quote?.quote ?? data.draft?.quote);
  const missing = $derived(data.needs.filter((n) => n.is === 'missing' || n.is === 'unlisted'));
  const WORDS: Record<NeedState['is'], [string, string]> = {
    held: ['Set aside', 'border-good bg-good-wash text-good'],
    free: ['On the shelf', 'border-good text-good'],
    missing: ['Missing', 'border-now bg-now-wash text-now'],
    unlisted: ['Not kept here', 'border-now bg-now-wash text-now']
  };

  async function say(fact: JobFact) {
    problem = await sayOfJob(data.job.number, fact);
  }
</script>

<svelte:head><title>Spares and quote of job {data.job.number} · Eager Wrench</title></svelte:head>
<JobBar job={data.job} here="spares" />

<div class="mx-auto max-w-[1320px] px-5 py-4">
  <h1 class="text-2xl">{data.job.work}</h1>
  <p class="text-soft">{data.job.maker} {data.job.model} {data.job.revision}, {data.job.customer}</p>
  {#if problem ?? form?.message}<p role="alert" class="mt-3 rounded-md border-l-4 border-now bg-now-wash px-3 py-2">
      {problem ?? form?.message}
    </p>{/if}
  {#if form?.ordered}<p role="status" class="mt-3 rounded-md border-l-4 border-good bg-good-wash px-3 py-2 text-good">
      {form.ordered.number} is ordered; it should be here on {day(form.ordered.dueOn)}.
    </p>{/if}
  <div class="mt-3 grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1fr)_440px]">
    <div class="space-y-4">
      <section class="sheet px-4 py-3.5" aria-labelledby="needs">
        <h2 id="needs" class="text-lg">Not opened until in hand</h2>
        {#if data.needs.length === 0}<p class="mt-2 text-soft">
            {data.draft
              ? 'This work needs nothing but tools.'
              : 'There is no plan yet: what it needs follows from that.'}
          </p>{/if}
        <ul class="mt-1 divide-y divide-rule">
          {#each data.needs as need, i (i)}
            <li class="flex items-center gap-3 py-2.5">
              <span
                class="w-28 shrink-0 rounded-md border px-2 py-1 text-center text-sm font-semibold {WORDS[need.is][1]}"
                >{WORDS[need.is][0]}</span
              >
              <span class="min-w-0 flex-1"
                ><span class="block font-semibold first-letter:uppercase">{need.name}</span><span
                  class="block truncate text-sm text-soft"
                  >{#if need.number ?? need.numbers[0]}<span class="code"
                      >{need.number ?? need.numbers.slice(0, 3).join(' or ')}</span
                    >{/if}{need.amount ? ` ${need.amount}` : ''}</span
                ></span
              >
              {#if data.mayWrite}
                {#if need.is === 'free'}<form method="POST" action="?/reserve" use:enhance={once()}>
                    <input type="hidden" name="number" value={need.number} /><button
                      class="button"
                      aria-label="Set aside: {need.name}">Set aside</button
                    >
                  </form>
                {:else if need.is === 'held'}<form method="POST" action="?/release" use:enhance={once()}>
                    <input type="hidden" name="number" value={need.number} /><button
                      class="button"
                      aria-label="Let go: {need.name}">Let go</button
                    >
                  </form>
                {:else if need.part}<form method="POST" action="?/offers" use:enhance={once()}>
                    <input type="hidden" name="part" value={need.part} /><button
                      class="button button-act"
                      aria-label="Ask the supplier for: {need.name}">Ask the supplier</button
                    >
                  </form>
                {:else}<a class="button" href="/spares">Put in stock</a>{/if}
              {/if}
            </li>
          {/each}
        </ul>
        {#if form?.offers}
          <div class="mt-2 rounded-md bg-sunk px-3 py-2.5" role="status">
            <h3 class="font-semibold">The supplier's {form.offers.part.toLowerCase()}</h3>
            {#each form.offers.list as o (o.number)}
              <div class="mt-1.5 flex items-center gap-3">
                <span class="min-w-0 flex-1"
                  ><span class="code">{o.number}</span>
                  {o.name}<span class="block text-sm {o.verdict === 'fits' ? 'text-good' : 'text-now'}"
                    >{o.verdict === 'fits' ? 'Fits by number, holes and plugs' : o.why}</span
                  ></span
                >
                <span class="figure text-right"
                  >{money(o.priceMinor, o.currency)}<span class="block text-sm text-soft"
                    >{o.stock > 0 ? `${o.stock} there` : `in ${o.leadDays} days`}</span
                  ></span
                >
                {#if o.verdict !== 'does-not-fit'}<form method="POST" action="?/order" use:enhance={once()}>
                    <input type="hidden" name="number" value={o.number} /><input
                      type="hidden"
                      name="part"
                      value={form.offers.id}
                    /><button class="button button-now" aria-label="Order {o.number}">Order</button>
                  </form>{/if}
              </div>
            {:else}<p class="mt-1 text-soft">The supplier has none.</p>{/each}
          </div>
        {/if}
        {#each data.orders as o (o.id)}
          <p class="mt-2 rounded-md bg-sunk px-3 py-2">
            On order: <span class="code">{o.number}</span>{o.dueOn ? `, due ${day(o.dueOn)}` : ', not confirmed yet'}.
            <a class="link" href="/spares">Take it in when it arrives</a>
          </p>
        {/each}
        {#if missing.length > 0}
          {#if data.state.openedWithout}
            <p class="mt-2 rounded-md border-l-4 border-warn bg-warn-wash px-3 py-2 text-warn">
              <b>{data.state.openedWithout.by} lets it be opened without</b>
              {data.state.openedWithout.missing.join(', ')}: {data.state.openedWithout.why}
            </p>
          {:else if data.isLead && data.mayWrite}
            <form
              class="mt-3 flex gap-2 border-t border-rule pt-3"
              onsubmit={(e) => {
                e.preventDefault();
                void say({ is: 'opened-without', missing: missing.map((m) => m.name.slice(0, 160)), why });
              }}
            >
              <input
                class="field flex-1"
                required
                maxlength="500"
                aria-label="Why it may be opened without"
                placeholder="why it may be opened without, for the record"
                bind:value={why}
              />
              <button class="button">Open it without</button>
            </form>
          {:else}<p class="mt-2 text-soft">Only a lead can let it be opened without, in writing.</p>{/if}
        {/if}
      </section>
      <section class="sheet px-4 py-3.5" aria-labelledby="check">
        <h2 id="check" class="text-lg">Does this one fit?</h2>
        <form
          method="POST"
          action="?/check"
          use:enhance={once()}
          class="mt-2 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] gap-2"
        >
          <input
            class="field code"
            name="number"
            required
            maxlength="40"
            aria-label="Number on the spare"
            placeholder="number on the spare, typed or scanned"
          />
          <select class="field" name="part" aria-label="For which part"
            >{#each data.parts as p (p.id)}<option value={p.id} selected={data.needs.some((n) => n.part === p.id)}
                >{p.name}</option
              >{/each}</select
          >
          <button class="button">Check</button>
        </form>
        {#if form?.checked}
          {@const c = form.checked}
          <div
            class="mt-3 rounded-md border-l-4 px-3 py-2 {c.verdict === 'fits'
              ? 'border-good bg-good-wash text-good'
              : c.verdict === 'look'
                ? 'border-warn bg-warn-wash text-warn'
                : 'border-now bg-now-wash text-now'}"
            role="status"
          >
            <p class="font-semibold">
              {c.number} as {c.part.toLowerCase()}: {c.verdict === 'fits'
                ? 'fits'
                : c.verdict === 'look'
                  ? 'cannot be told, look twice'
                  : 'does not fit'} <span class="font-normal">(known from {c.from})</span>
            </p>
            <ul class="list-disc pl-5">
              {#each c.checks as x (x.what)}<li>{x.text}</li>{/each}
            </ul>
            {#if c.silent}<p>{c.silent}</p>{/if}
          </div>
        {/if}
      </section>
    </div>

    <section class="sheet px-4 py-3.5" aria-labelledby="quote">
      <h2 id="quote" class="text-lg">{data.state.quote ? 'Quote' : 'Quote, not made yet'}</h2>
      {#if !shown}<p class="mt-2 text-soft">Choose what to do first: labour and parts follow from the plan.</p>
      {:else}
        {#if data.state.quote}<p class="text-sm text-soft">
            Made by {data.state.quote.by}, {moment(data.state.quote.at)}
          </p>{/if}
        <table class="mt-2 w-full text-[0.95rem]">
          <thead
            ><tr class="border-b border-rule-strong text-left text-sm text-soft"
              ><th class="py-1 font-semibold" scope="col">For</th><th class="text-right font-semibold" scope="col"
                >Expected</th
              ><th class="text-right font-semibold" scope="col">At most</th></tr
            ></thead
          >
          <tbody>
            {#each shown.lines as l, i (i)}
              <tr class="border-b border-rule align-top"
                ><td class="py-1.5 pr-2 first-letter:uppercase"
                  >{l.text}{#if l.what === 'labour'}<span class="block text-sm text-soft"
                      >{duration(shown.seconds.p50)}, at most {duration(shown.seconds.p80)}</span
                    >{/if}{#if l.number}<span class="code block text-sm text-soft">{l.number}</span>{/if}</td
                ><td class="figure py-1.5 text-right whitespace-nowrap">{money(l.expected, shown.currency)}</td><td
                  class="figure py-1.5 pl-3 text-right whitespace-nowrap">{money(l.atMost, shown.currency)}</td
                ></tr
              >
            {/each}
            <tr
              ><td class="pt-2 text-soft">Tax, {number(shown.taxBp / 100)} %</td><td class="figure pt-2 text-right"
                >{money(shown.expected.tax, shown.currency)}</td
              ><td class="figure pt-2 text-right">{money(shown.atMost.tax, shown.currency)}</td></tr
            >
            <tr class="text-lg font-semibold"
              ><td class="py-1">In all</td><td class="figure text-right"
                >{money(shown.expected.gross, shown.currency)}</td
              ><td class="figure text-right">{money(shown.atMost.gross, shown.currency)}</td></tr
            >
          </tbody>
        </table>
        {#if data.draft && data.draft.unpriced.length > 0 && !data.state.quote}<p class="mt-2 text-now">
            No price is known for {data.draft.unpriced.join(', ')}.
          </p>{/if}
        {#if data.state.answer}
          <p
            class="mt-3 rounded-md border-l-4 px-3 py-2 {data.state.answer.approved
              ? 'border-good bg-good-wash text-good'
              : 'border-now bg-now-wash text-now'}"
          >
            <b>{data.state.answer.approved ? 'Approved' : 'Declined'}</b> by {data.state.answer.from}, {data.state
              .answer.how}, {moment(data.state.answer.at)}
          </p>
        {:else if data.state.quote && data.mayWrite}
          <form class="mt-3 rounded-md bg-sunk px-3 py-3" onsubmit={(e) => e.preventDefault()}>
            <p class="font-semibold">What do they say? Approved is what it costs at most.</p>
            <div class="mt-2 grid grid-cols-2 gap-2">
              <input class="field" aria-label="Who answered" placeholder="who" maxlength="120" bind:value={from} />
              <select class="field" aria-label="How they answered" bind:value={how}
                >{#each ['in person', 'phone', 'e-mail', 'in writing'] as const as h (h)}<option>{h}</option
                  >{/each}</select
              >
              <button
                class="button button-act"
                disabled={!from.trim()}
                onclick={() => say({ is: 'answered', approved: true, from: from.trim(), how })}>Approved</button
              >
              <button
                class="button"
                disabled={!from.trim()}
                onclick={() => say({ is: 'answered', approved: false, from: from.trim(), how })}>Declined</button
              >
            </div>
          </form>
        {/if}
        {#if data.mayWrite}
          <form
            method="POST"
            action="?/quote"
            use:enhance={once()}
            class="mt-3 grid grid-cols-[minmax(0,1fr)_110px] gap-2 border-t border-rule pt-3"
          >
            <input
              class="field"
              name="text"
              aria-label="Another line"
              placeholder="another line: postage, a visit"
              maxlength="160"
            />
            <input
              class="field"
              name="amount"
              aria-label="Its amount"
              placeholder="0.00"
              inputmode="decimal"
              maxlength="40"
            />
            <button class="button col-span-2 {data.state.quote ? '' : 'button-act'}"
              >{data.state.quote ? 'Make it anew' : 'Make the quote'}</button
            >
          </form>
        {/if}
        <p class="mt-2 text-sm text-soft">
          Expected is as likely to be undercut as passed; four of five such jobs stay below the second figure.
        </p>
      {/if}
    </section>
  </div>
</div>
