<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import { day, duration } from '$lib/ui/format';
  import type { JobRow } from '$lib/server/jobs';

  let { data } = $props();
  const open = $derived(data.jobs.filter((j) => j.stage !== 'closed'));
  const closed = $derived(data.jobs.filter((j) => j.stage === 'closed'));
  const mayStart = $derived(data.person?.role !== 'trainee');

  const today = new Date().toISOString().slice(0, 10);
  const next = (job: JobRow) =>
    job.stage === 'planned'
      ? { text: 'Look at the plan', href: `/jobs/${job.number}/plan` }
      : job.stage === 'on-bench'
        ? { text: 'Go on at the bench', href: `/jobs/${job.number}/bench` }
        : job.stage === 'signed'
          ? { text: 'Look and sign', href: `/jobs/${job.number}/report` }
          : { text: 'Read the report', href: `/jobs/${job.number}/report` };
</script>

<svelte:head><title>Jobs · Eager Wrench</title></svelte:head>

{#snippet table(jobs: JobRow[], caption: string)}
  <table class="w-full table-fixed border-collapse">
    <caption class="pb-2 text-left text-lg font-semibold">{caption}</caption>
    <thead>
      <tr class="border-b border-rule-strong text-left text-sm text-soft">
        <th scope="col" class="w-16 py-2 pl-4 font-semibold">Job</th>
        <th scope="col" class="py-2 font-semibold">For</th>
        <th scope="col" class="w-44 py-2 font-semibold">Machine</th>
        <th scope="col" class="w-48 py-2 font-semibold">Work</th>
        <th scope="col" class="w-32 py-2 font-semibold">Due</th>
        <th scope="col" class="w-52 py-2 font-semibold">Where it stands</th>
        <th scope="col" class="w-48 py-2 pr-4 font-semibold"><span class="sr-only">Next</span></th>
      </tr>
    </thead>
    <tbody>
      {#each jobs as job (job.id)}
        {@const go = next(job)}
        <tr class="border-b border-rule last:border-0">
          <td class="figure py-3 pl-4 align-top">{job.number}</td>
          <td class="py-3 pr-4 align-top"><span class="font-semibold">{job.customer}</span>{#if job.complaint}<br /><span class="text-soft">{job.complaint}</span>{/if}</td>
          <td class="py-3 pr-4 align-top">{job.maker} {job.model}<br /><span class="code text-sm text-soft">{job.serial}</span></td>
          <td class="py-3 pr-4 align-top">{job.work}</td>
          <td class="py-3 pr-4 align-top">
            {#if job.dueOn}
              {#if job.dueOn < today && !job.closedAt}<span class="font-semibold text-now">{day(job.dueOn)}, late</span>{:else if job.dueOn === today && !job.closedAt}<span class="font-semibold">Today</span>{:else}{day(job.dueOn)}{/if}
            {:else}<span class="text-soft">No date</span>{/if}
          </td>
          <td class="py-3 pr-4 align-top">
            {#if job.stage === 'on-bench' && job.steps}
              On the bench, {job.startedBy}
              <div class="mt-1.5 flex items-center gap-2">
                <div class="h-2 w-24 overflow-hidden rounded-full bg-rule"><div class="h-full bg-now" style:width="{(100 * job.stepsDone) / job.steps}%"></div></div>
                <span class="figure text-sm text-soft">{job.stepsDone}/{job.steps}</span>
              </div>
            {:else if job.stage === 'signed'}Signed; a second person has to look{:else if job.stage === 'closed' && job.closedAt}Closed {day(job.closedAt)}{:else}Planned{/if}
            {#if job.p80Seconds && job.stage === 'on-bench'}<span class="sr-only">cautious estimate {duration(job.p80Seconds)}</span>{/if}
          </td>
          <td class="py-2 pr-4 text-right align-top"><a class="button w-full whitespace-nowrap {job.stage === 'on-bench' ? 'button-act' : ''}" href={go.href} aria-label="{go.text}: job {job.number}">{go.text}</a></td>
        </tr>
      {/each}
    </tbody>
  </table>
{/snippet}

<div class="mx-auto max-w-7xl px-6 py-7">
  <div class="flex items-end justify-between">
    <h1 class="text-2xl">Jobs</h1>
    {#if mayStart}<a class="button button-act" href="/jobs/new"><Plus size={17} aria-hidden="true" /> New job</a>{/if}
  </div>
  {#if data.jobs.length === 0}
    <div class="sheet mt-6 px-8 py-14 text-center">
      <p class="text-xl font-semibold">No jobs yet</p>
      <p class="mx-auto mt-2 max-w-md text-soft">A job starts with a machine and what is to be replaced in it; the plan follows from that.</p>
      {#if mayStart}<a class="button button-act mt-6" href="/jobs/new">Open the first job</a>{/if}
    </div>
  {:else}
    {#if open.length > 0}
      <div class="sheet mt-5 overflow-hidden pt-4 [&_caption]:px-4">{@render table(open, 'On hand')}</div>
    {:else}
      <p class="sheet mt-5 px-5 py-6">Nothing on hand: every job is closed.</p>
    {/if}
    {#if closed.length > 0}
      <div class="sheet mt-6 overflow-hidden pt-4 [&_caption]:px-4">{@render table(closed, 'Closed')}</div>
    {/if}
  {/if}
</div>
