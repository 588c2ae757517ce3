<script lang="ts">
  import { enhance } from '$app/forms';
  import Fold from '$lib/ui/Fold.svelte';
  import { once } from '$lib/ui/once';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { settledAt, type Waits } from '$core/job';
  import { day, moment } from '$lib/ui/dates';
  import { duration, plural } from '$lib/ui/format';
  import type { JobRow } from '$lib/server/jobs/jobs';
  import Plus from '@lucide/svelte/icons/plus';
  import X from '@lucide/svelte/icons/x';
  import { WAITS } from '$core/words';

  let { data, form } = $props();
  const mayStart = $derived(data.person?.role !== 'trainee');
  const all = $derived(Object.values(data.counts.waits).reduce((a, b) => a + b, 0));
  const message = $derived((form as { message?: string } | null)?.message);

  /** The next thing to do with a job, by what it waits for. */
  const NEXT: Record<Waits, string> = {
    stopped: 'See what to do',
    triage: 'Ask the questions',
    finding: 'Find the fault',
    declined: 'Hand it back',
    approval: 'Get the answer',
    part: 'Get the part',
    draining: 'See the cell',
    bench: 'Look at the plan',
    working: 'Go on at the bench',
    signature: 'Look and sign',
    nothing: 'Read the report'
  };
  const title = $derived(data.query.closed ? 'Closed jobs' : data.query.waits ? WAITS[data.query.waits] : 'Jobs');
  /** In the order in which a job goes through them. */
  const LANES = Object.keys(WAITS).filter((w) => w !== 'nothing') as Waits[];

  /** The address of this list with something changed; a change begins at the first screen again. */
  function to(change: Record<string, string | undefined>): string {
    const params = new URLSearchParams(page.url.searchParams);
    for (const key of [...params.keys()]) if (key.startsWith('/')) params.delete(key);
    params.delete('page');
    for (const [key, value] of Object.entries(change)) {
      if (value === undefined || value === '') params.delete(key);
      else params.set(key, value);
    }
    return `/jobs${params.size > 0 ? `?${params}` : ''}`;
  }
  const here = $derived(to({}).replace(/^\/jobs\??/, ''));
  let typing: ReturnType<typeof setTimeout> | undefined;
  function search(event: Event & { currentTarget: HTMLInputElement }) {
    clearTimeout(typing);
    const q = event.currentTarget.value.trim();
    typing = setTimeout(() => void goto(to({ q }), { keepFocus: true, noScroll: true, replaceState: true }), 200);
  }
  const age = (job: JobRow) => Math.max(0, Math.floor((Date.now() - Date.parse(job.createdAt)) / 86_400_000));
</script>

<svelte:head><title>Jobs · Eager Wrench</title></svelte:head>

<div class="grid grid-cols-1 lg:grid-cols-[230px_minmax(0,1fr)]">
  <aside
    class="flex items-center gap-3 border-rule px-3 pt-3 lg:block lg:min-h-[calc(100vh-52px)] lg:border-r lg:py-5"
    aria-label="Which jobs"
  >
    {#if mayStart}<a class="button button-act lg:w-full" href="/jobs/new"
        ><Plus size={17} aria-hidden="true" /> New job</a
      >{/if}
    <Fold name={title === 'Jobs' ? 'All on hand' : title}>
      <div class="max-lg:px-3 max-lg:py-1.5">
        <nav class="lg:mt-4" aria-label="What jobs wait for">
          {#snippet lane(name: string, count: number | undefined, href: string, isHere: boolean, isLoud = false)}
            <a
              {href}
              aria-current={isHere ? 'page' : undefined}
              class="flex min-h-9 items-center justify-between gap-2 rounded-md px-2.5 {isHere
                ? 'bg-sheet font-semibold'
                : count === 0
                  ? 'text-soft'
                  : 'hover:bg-sheet'} {isLoud && count ? 'text-now' : ''}"
              ><span>{name}</span>{#if count}<span class="figure">{count}</span>{/if}</a
            >
          {/snippet}
          {@render lane(
            'All on hand',
            all,
            to({ waits: undefined, closed: undefined }),
            !data.query.waits && !data.query.closed
          )}
          <p class="px-2.5 pt-3 pb-1 text-sm font-semibold text-soft">Waiting for</p>
          {#each LANES as w (w)}{@render lane(
              WAITS[w],
              data.counts.waits[w] ?? 0,
              to({ waits: w, closed: undefined }),
              data.query.waits === w,
              w === 'stopped'
            )}{/each}
          <div class="mt-3 border-t border-rule pt-3">
            {@render lane('Closed', undefined, to({ closed: '1', waits: undefined }), data.query.closed === true)}
          </div>
        </nav>
        <div class="mt-3 border-t border-rule pt-3">
          {#each data.views as view (view.name)}
            <div class="flex items-center rounded-md {here === view.query ? 'bg-sheet font-semibold' : ''}">
              <a class="min-h-9 flex-1 truncate px-2.5 py-1.5" href="/jobs?{view.query}">{view.name}</a>
              <form method="POST" action="?/drop" use:enhance={once()}>
                <input type="hidden" name="name" value={view.name} /><button
                  class="flex size-8 items-center justify-center rounded text-soft hover:text-ink"
                  aria-label="Drop the view {view.name}"><X size={14} aria-hidden="true" /></button
                >
              </form>
            </div>
          {/each}
          {#if here && !data.views.some((v) => v.query === here)}
            <form method="POST" action="?/save" use:enhance={once()} class="mt-1 flex gap-1.5">
              <input type="hidden" name="query" value={here} /><input
                class="field min-h-9 min-w-0 py-1 text-sm"
                name="name"
                required
                maxlength="60"
                aria-label="Name of this view"
                placeholder="keep this view as"
              /><button class="button min-h-9 px-2.5 text-sm">Keep</button>
            </form>
          {/if}
          {#if message}<p role="alert" class="mt-1 text-now">{message}</p>{/if}
        </div>
      </div>
    </Fold>
  </aside>

  <div class="min-w-0 px-5 py-5 max-lg:px-3 max-lg:py-3">
    <div class="flex flex-wrap items-center gap-3">
      <h1 class="text-2xl whitespace-nowrap">
        {title}
      </h1>
      <span class="text-soft" role="status"
        >{data.isCapped ? `${data.counts.found} and more` : plural(data.counts.found, 'job')}</span
      >
      <label class="max-md:w-full md:ml-auto md:w-72"
        ><span class="sr-only">Search jobs</span><input
          class="field"
          type="search"
          placeholder="number, ship, serial, complaint"
          value={data.query.search ?? ''}
          oninput={search}
        /></label
      >
      {#if !data.query.closed}
        <label class="flex items-center gap-2 whitespace-nowrap"
          >By <select
            class="field w-28"
            value={data.query.order}
            onchange={(e) =>
              void goto(to({ order: e.currentTarget.value === 'due' ? undefined : e.currentTarget.value }))}
            ><option value="due">due day</option><option value="age">age</option></select
          ></label
        >
      {/if}
      <a class="button" href="/api/jobs.csv?{here}" download>CSV</a>
    </div>
    {#if data.jobs.length === 0}
      <div class="sheet mt-5 px-8 py-14 text-center">
        {#if all === 0 && !here}
          <p class="text-xl font-semibold">No jobs yet</p>
          <p class="mx-auto mt-2 max-w-md text-soft">
            A job starts with a machine and what is to be replaced in it, or with what is wrong; the plan follows from
            that.
          </p>
          {#if mayStart}<a class="button button-act mt-6" href="/jobs/new">Open the first job</a>{/if}
        {:else}
          <p class="text-xl font-semibold">
            {data.query.search
              ? 'Nothing with all of these words'
              : data.query.closed
                ? 'Nothing is closed yet'
                : 'Nothing waits for this'}
          </p>
          <a class="link mt-2 inline-block" href="/jobs">All on hand</a>
        {/if}
      </div>
    {:else}
      <div class="sheet mt-4 overflow-hidden">
        <!-- svelte-ignore a11y_no_redundant_roles (laid out as cards it would cease to be a table) -->
        <table class="w-full table-fixed border-collapse max-lg:block" role="table">
          <caption class="sr-only">Jobs</caption>
          <thead class="max-lg:sr-only" role="rowgroup">
            <tr role="row" class="border-b border-rule-strong text-left text-sm text-soft">
              <th scope="col" role="columnheader" class="w-15 py-2 pl-4 font-semibold">Job</th>
              <th scope="col" role="columnheader" class="py-2 font-semibold">For</th>
              <th scope="col" role="columnheader" class="w-40 py-2 font-semibold">Machine</th>
              <th scope="col" role="columnheader" class="w-44 py-2 font-semibold">Work</th>
              <th scope="col" role="columnheader" class="w-28 py-2 font-semibold"
                >{data.query.closed ? 'Closed' : 'Due'}</th
              >
              <th scope="col" role="columnheader" class="w-36 py-2 font-semibold">Where it stands</th>
              <th scope="col" role="columnheader" class="w-46 py-2 pr-3 font-semibold"
                ><span class="sr-only">Next</span></th
              >
            </tr>
          </thead>
          <tbody class="max-lg:block" role="rowgroup">
            {#each data.jobs as job (job.id)}
              {@const text = NEXT[job.waits]}
              <tr role="row" class="card border-b border-rule align-top last:border-0">
                <td role="cell" class="number figure py-2.5 pl-4"
                  ><a class="link" href="/jobs/{job.number}/intake" aria-label="Job {job.number}">{job.number}</a></td
                >
                <td role="cell" class="who py-2.5 pr-4"
                  ><span class="font-semibold">{job.customer}</span>{#if job.complaint}<br /><span
                      class="line-clamp-2 text-[0.93rem] text-soft">{job.complaint}</span
                    >{/if}</td
                >
                <td role="cell" class="machine py-2.5 pr-3"
                  >{job.maker} {job.model}<br /><span class="code text-sm text-soft">{job.serial}</span></td
                >
                <td role="cell" class="work py-2.5 pr-3"
                  >{job.work}{#if job.p80Seconds && !job.closedAt}<br /><span class="text-sm text-soft"
                      >up to {duration(job.p80Seconds)}</span
                    >{/if}</td
                >
                <td role="cell" class="due py-2.5 pr-3">
                  {#if job.closedAt}{day(job.closedAt)}
                  {:else if job.dueOn}{#if job.dueOn < data.today}<span class="font-semibold text-now"
                        >{day(job.dueOn)}, late</span
                      >{:else if job.dueOn === data.today}<span class="font-semibold">Today</span>{:else}{day(
                        job.dueOn
                      )}{/if}
                  {:else}<span class="text-soft">No date</span>{/if}
                  {#if !job.closedAt && age(job) > 0}<br /><span class="text-sm text-soft"
                      >here {plural(age(job), 'day')}</span
                    >{/if}
                </td>
                <td role="cell" class="stands py-2.5 pr-3">
                  {#if job.waits === 'working' && job.steps}
                    On the bench, {job.startedBy}
                    <div class="mt-1.5 flex items-center gap-2">
                      <div class="h-2 flex-1 overflow-hidden rounded-full bg-rule">
                        <div class="h-full bg-now" style:width="{(100 * job.stepsDone) / job.steps}%"></div>
                      </div>
                      <span class="figure text-sm text-soft">{job.stepsDone}/{job.steps}</span>
                    </div>
                  {:else}<span class={job.waits === 'stopped' ? 'font-semibold text-now' : ''}>{WAITS[job.waits]}</span
                    >{#if job.waits === 'draining' && job.waitsUntil}<br /><span class="text-sm text-soft"
                        >until {moment(job.waitsUntil)}</span
                      >{/if}{/if}
                </td>
                <td role="cell" class="next py-2 pr-3"
                  ><a
                    class="button w-full px-2 whitespace-nowrap {job.waits === 'working' ? 'button-act' : ''}"
                    href="/jobs/{job.number}/{settledAt(job.waits)}"
                    aria-label="{text}: job {job.number}">{text}</a
                  ></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      {#if data.pages > 1}
        <nav class="mt-3 flex items-center justify-center gap-3" aria-label="Screens of the list">
          {#if data.query.page > 1}<a class="button" href={to({ page: String(data.query.page - 1) })}>Before</a>{/if}
          <span class="text-soft">{data.query.page} of {data.isCapped ? `${data.pages} and more` : data.pages}</span>
          {#if data.query.page < data.pages}<a class="button" href={to({ page: String(data.query.page + 1) })}>After</a
            >{/if}
        </nav>
      {/if}
    {/if}
  </div>
</div>

<style>
  /* Where a row has no room it is a card: who and when above, what is wrong and what is to be done below, the next thing at its foot. */
  @media (width < 64rem) {
    .card {
      display: grid;
      grid-template:
        'number who due' auto
        'machine machine machine' auto
        'work work stands' auto
        'next next next' auto / auto minmax(0, 1fr) fit-content(10rem);
      gap: 4px 12px;
      padding: 12px 14px;
    }
    .card td {
      padding: 0;
    }
    .number {
      grid-area: number;
    }
    .who {
      grid-area: who;
    }
    .machine {
      grid-area: machine;
    }
    .work {
      grid-area: work;
    }
    .due {
      grid-area: due;
      text-align: right;
    }
    .stands {
      grid-area: stands;
      text-align: right;
    }
    .next {
      grid-area: next;
    }
  }
</style>
