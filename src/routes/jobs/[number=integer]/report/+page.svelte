<script lang="ts">
  import DiveProfile from '$lib/ui/DiveProfile.svelte';
  import { moment } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import Printer from '@lucide/svelte/icons/printer';
  import AfterSigning from './AfterSigning.svelte';

  let { data } = $props();
  const { job } = $derived(data);
  const state = $derived(data.state);
  const FILES = [
    ['report.pdf', 'Report (PDF)'],
    ['run.json', 'Full record (JSON)'],
    ['run.csv', 'Full record (CSV)']
  ] as const;
</script>

<svelte:head><title>Report of job {job.number} · Eager Wrench</title></svelte:head>

<div class="mx-auto max-w-4xl px-6 py-7">
  {#if !state.signed}
    <p class="no-print mb-4 rounded-md border-l-4 border-warn bg-warn-wash px-4 py-3">
      This job is still on the bench: the report is not final. <a class="link" href="/jobs/{job.number}/bench"
        >Go on at the bench</a
      >
    </p>
  {:else if data.second && !state.countersigned}
    <p class="no-print mb-4 rounded-md border-l-4 border-warn bg-warn-wash px-4 py-3">
      Signed by {state.signed.by}. {data.mayCountersign
        ? 'A second look is asked for: read on, and sign at the end.'
        : 'A second person has to look at it before the job is closed.'}
    </p>
  {/if}
  <div class="no-print mb-3 flex flex-wrap justify-end gap-2">
    <button type="button" class="button" onclick={() => print()}><Printer size={17} aria-hidden="true" /> Print</button>
    {#each FILES as [name, text] (name)}<a class="button" href="/api/jobs/{job.number}/files/{name}" download>{text}</a
      >{/each}
  </div>
  <article class="sheet px-10 py-9 max-md:px-4 max-md:py-5">
    <header>
      {#if data.shop}<p class="mb-1 text-soft">{data.shop}</p>{/if}
      <h1 class="text-3xl">Service report, job {job.number}</h1>
    </header>

    <dl class="mt-6 grid grid-cols-[110px_minmax(0,1fr)] gap-x-4 gap-y-2 md:grid-cols-[150px_1fr_130px_1fr]">
      <dt class="text-soft">For</dt>
      <dd class="font-semibold">{job.customer}</dd>
      <dt class="text-soft">Serial number</dt>
      <dd class="code">{job.serial || 'not noted'}</dd>
      <dt class="text-soft">Machine</dt>
      <dd>{data.machine.maker} {data.machine.model}, {data.machine.revision}</dd>
      <dt class="text-soft">Time at the bench</dt>
      <dd>{duration(state.activeSeconds)} <span class="text-soft">(planned {duration(data.plan.times.p50)})</span></dd>
      <dt class="text-soft">Complaint</dt>
      <dd>{job.complaint || 'none noted'}</dd>
      <dt class="text-soft">At the bench</dt>
      <dd>{data.people.join(', ') || 'nobody yet'}</dd>
    </dl>

    <div class="mt-6 h-28"><DiveProfile plan={data.plan} at={state.position} /></div>

    {#each data.sections as section (section.title)}
      <h2 class="mt-8 text-xl">{section.title}</h2>
      <ul class="mt-2">
        {#each section.lines as line, i (i)}
          <li class="flex gap-x-4 border-b border-rule py-1.5 last:border-0 max-md:flex-col">
            <span class="flex-1"
              ><span class={line.bad ? 'font-semibold text-now' : ''}>{line.text}</span>{#if line.more}<span
                  class="block text-soft">{line.more}</span
                >{/if}</span
            >{#if line.at}<span class="shrink-0 text-sm text-soft"
                >{moment(line.at)}{line.by ? `, ${line.by}` : ''}</span
              >{/if}
          </li>
        {/each}
      </ul>
    {/each}

    <h2 class="mt-8 text-xl">Screws</h2>
    <table class="cards mt-2 w-full">
      <thead
        ><tr class="border-b border-rule-strong text-left text-sm text-soft"
          ><th class="py-1.5 font-semibold" scope="col">Group</th><th class="font-semibold" scope="col">Size</th><th
            class="text-right font-semibold"
            scope="col">In it</th
          ><th class="text-right font-semibold" scope="col">Out</th><th class="text-right font-semibold" scope="col"
            >Back</th
          ><th class="pl-6 font-semibold" scope="col">Account</th></tr
        ></thead
      >
      <tbody>
        {#each data.screws as row, i (i)}
          <tr class="border-b border-rule"
            ><td class="py-1.5">{row.name}</td><td class="figure" data-label="Size">{row.size}</td><td
              class="figure text-right"
              data-label="In it">{row.expected}</td
            ><td class="figure text-right" data-label="Out">{row.out}</td><td
              class="figure text-right"
              data-label="Back">{row.back}</td
            ><td data-label="Account" class="pl-6 {row.closes ? '' : 'font-semibold text-now'}">{row.account}</td></tr
          >
        {/each}
      </tbody>
    </table>

    {#if state.photos.length > 0}
      <h2 class="mt-8 text-xl">Photos</h2>
      <div class="mt-2 grid grid-cols-2 gap-3 md:grid-cols-4">
        {#each state.photos as p (p.photo)}
          <figure>
            <a href="/api/runs/{data.run}/photos/{p.photo}"
              ><img
                class="w-full rounded border border-rule"
                loading="lazy"
                src="/api/runs/{data.run}/photos/{p.photo}?small"
                alt="Taken {moment(p.at)}{p.by ? ` by ${p.by}` : ''}"
              /></a
            >
            <figcaption class="text-sm text-soft">
              {p.note ?? data.plan.steps.find((s) => s.id === p.step)?.text ?? ''}
            </figcaption>
          </figure>
        {/each}
      </div>
    {/if}

    <footer class="mt-10 border-t border-rule pt-4">
      {#if state.signed}
        <p><span class="font-semibold">Signed by {state.signed.by}</span>, {moment(state.signed.at)}</p>
        {#if state.signed.note}<p class="mt-1">{state.signed.note}</p>{/if}
        {#if state.countersigned}<p class="mt-2">
            <span class="font-semibold">Looked at and signed by {state.countersigned.by}</span>, {moment(
              state.countersigned.at
            )}
          </p>{/if}
      {:else}<p class="text-soft">Not signed.</p>{/if}
      {#if state.corrections.length > 0}
        <h2 class="mt-4 text-lg">Corrections</h2>
        <ul>
          {#each state.corrections as c (c.event)}<li class="mt-1">
              {c.text} <span class="text-soft">{moment(c.at)}, {c.by}</span>
            </li>{/each}
        </ul>
      {/if}
      <p class="mt-3 text-sm text-soft">
        Planned on machine file <span class="code">{data.hash.slice(0, 12)}</span>. Local rules and licensed practice
        come before anything said here.
      </p>
    </footer>
  </article>
  {#if state.signed && data.mayWork}<AfterSigning
      run={data.run}
      mayCountersign={data.mayCountersign}
      second={data.second}
    />{/if}
</div>
