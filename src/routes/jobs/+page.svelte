<script lang="ts">
  import { enhance } from '$app/forms';
  import Fold from '$lib/ui/Fold.svelte';
  import { once } from '$lib/ui/once';
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { settledAt, type Waits } from '$core/job';
  import { day, moment } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import type { JobRow } from '$lib/server/jobs/jobs';
  import Plus from '@lucide/svelte/icons/plus';
  import X from '@lucide/svelte/icons/x';
  import { WAITS } from '$core/words';
  import type { Said } from '$core/language';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  let { data, form } = $props();
  const mayStart = $derived(data.person?.role !== 'trainee');
  const all = $derived(Object.values(data.counts.waits).reduce((a, b) => a + b, 0));
  const message = $derived((form as { message?: Said } | null)?.message);

  /** The next thing to do with a job, by what it waits for. */
  const NEXT: Record<Waits, string> = {
    stopped: t('jobs.seeWhatToDo'),
    triage: t('jobs.answerTheSafetyQuestions'),
    finding: t('jobs.findTheFault'),
    declined: t('jobs.handItBack'),
    approval: t('jobs.recordTheCustomersAnswer'),
    part: t('jobs.orderThePart'),
    draining: t('jobs.seeTheBattery'),
    bench: t('jobs.openThePlan'),
    working: t('jobs.continueAtTheBench'),
    signature: t('jobs.checkAndSign'),
    nothing: t('jobs.readTheReport')
  };
  const title = $derived(
    data.query.closed ? t('jobs.closedJobs') : data.query.waits ? told(WAITS[data.query.waits]) : t('jobs.jobs')
  );
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

<svelte:head><title>{t('jobs.jobsEagerWrench')}</title></svelte:head>

<div class="grid grid-cols-1 lg:grid-cols-[230px_minmax(0,1fr)]">
  <aside
    class="flex flex-wrap items-center gap-3 border-rule px-3 pt-3 lg:block lg:min-h-[calc(100vh-52px)] lg:border-e lg:py-5"
    aria-label={t('jobs.whichJobs')}
  >
    {#if mayStart}<a class="button button-act lg:w-full" href="/jobs/new"
        ><Plus size={17} aria-hidden="true" /> {t('jobs.newJob')}</a
      >{/if}
    <Fold name={!data.query.waits && !data.query.closed ? t('jobs.allOpen') : title}>
      <div class="max-lg:px-3 max-lg:py-1.5">
        <nav class="lg:mt-4" aria-label={t('jobs.whatJobsWaitFor')}>
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
            t('jobs.allOpen'),
            all,
            to({ waits: undefined, closed: undefined }),
            !data.query.waits && !data.query.closed
          )}
          <p class="px-2.5 pt-3 pb-1 text-sm font-semibold text-soft">{t('jobs.status')}</p>
          {#each LANES as w (w)}{@render lane(
              told(WAITS[w]),
              data.counts.waits[w] ?? 0,
              to({ waits: w, closed: undefined }),
              data.query.waits === w,
              w === 'stopped'
            )}{/each}
          <div class="mt-3 border-t border-rule pt-3">
            {@render lane(
              t('jobs.closed'),
              undefined,
              to({ closed: '1', waits: undefined }),
              data.query.closed === true
            )}
          </div>
        </nav>
        <div class="mt-3 border-t border-rule pt-3">
          {#each data.views as view (view.name)}
            <div class="flex items-center rounded-md {here === view.query ? 'bg-sheet font-semibold' : ''}">
              <a class="min-h-9 min-w-0 flex-1 px-2.5 py-1.5 wrap-anywhere" href="/jobs?{view.query}">{view.name}</a>
              <form method="POST" action="?/drop" use:enhance={once()}>
                <input type="hidden" name="name" value={view.name} /><button
                  class="flex size-8 items-center justify-center rounded text-soft hover:text-ink"
                  aria-label={t('jobs.removeTheView', { name: view.name })}><X size={14} aria-hidden="true" /></button
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
                aria-label={t('jobs.nameOfThisView')}
                placeholder={t('jobs.saveThisViewAs')}
              /><button class="button min-h-9 px-2.5 text-sm">{t('jobs.save')}</button>
            </form>
          {/if}
          {#if message}<p role="alert" class="mt-1 text-now">{told(message)}</p>{/if}
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
        >{data.isCapped
          ? t('jobs.andMore', { found: data.counts.found })
          : t('count.job', { n: data.counts.found })}</span
      >
      <label class="max-md:w-full md:ms-auto md:w-72"
        ><span class="sr-only">{t('jobs.searchJobs')}</span><input
          class="field"
          type="search"
          placeholder={t('jobs.numberNameSerialNumberComplaint')}
          value={data.query.search ?? ''}
          oninput={search}
        /></label
      >
      {#if !data.query.closed}
        <label class="flex items-center gap-2 whitespace-nowrap"
          >{t('jobs.sortBy')}
          <select
            class="field w-28"
            value={data.query.order}
            onchange={(e) =>
              void goto(to({ order: e.currentTarget.value === 'due' ? undefined : e.currentTarget.value }))}
            ><option value="due">{t('jobs.dueDate')}</option><option value="age">{t('jobs.age')}</option></select
          ></label
        >
      {/if}
      <a class="button" href="/api/jobs.csv?{here}" download>{t('jobs.csv')}</a>
    </div>
    {#if data.jobs.length === 0}
      <div class="sheet mt-5 px-8 py-14 text-center">
        {#if all === 0 && !here}
          <p class="text-xl font-semibold">{t('jobs.noJobsYet')}</p>
          <p class="mx-auto mt-2 max-w-md text-soft">
            {t('jobs.aJobStartsWithAMachine')}
          </p>
          {#if mayStart}<a class="button button-act mt-6" href="/jobs/new">{t('jobs.openTheFirstJob')}</a>{/if}
        {:else}
          <p class="text-xl font-semibold">
            {data.query.search
              ? t('jobs.noJobHasAllOfThese')
              : data.query.closed
                ? t('jobs.noJobIsClosedYet')
                : t('jobs.noJobHasThisStatus')}
          </p>
          <a class="link mt-2 inline-block" href="/jobs">{t('jobs.allOpen')}</a>
        {/if}
      </div>
    {:else}
      <div class="sheet mt-4 overflow-hidden">
        <!-- svelte-ignore a11y_no_redundant_roles (laid out as cards it would cease to be a table) -->
        <table class="w-full table-fixed border-collapse max-xl:block" role="table">
          <caption class="sr-only">{t('jobs.jobs')}</caption>
          <thead class="max-xl:sr-only" role="rowgroup">
            <tr role="row" class="border-b border-rule-strong text-start text-sm text-soft">
              <th scope="col" role="columnheader" class="w-15 py-2 ps-4 font-semibold">{t('jobs.job')}</th>
              <th scope="col" role="columnheader" class="py-2 font-semibold">{t('jobs.customer')}</th>
              <th scope="col" role="columnheader" class="w-40 py-2 font-semibold">{t('jobs.machine')}</th>
              <th scope="col" role="columnheader" class="w-44 py-2 font-semibold">{t('jobs.work')}</th>
              <th scope="col" role="columnheader" class="w-28 py-2 font-semibold"
                >{data.query.closed ? t('jobs.closed') : t('jobs.due')}</th
              >
              <th scope="col" role="columnheader" class="w-36 py-2 font-semibold">{t('jobs.status')}</th>
              <th scope="col" role="columnheader" class="w-46 py-2 pe-3 font-semibold"
                ><span class="sr-only">{t('jobs.next')}</span></th
              >
            </tr>
          </thead>
          <tbody class="max-xl:block" role="rowgroup">
            {#each data.jobs as job (job.id)}
              {@const text = NEXT[job.waits]}
              <tr role="row" class="card border-b border-rule align-top last:border-0">
                <td role="cell" class="number figure py-2.5 ps-4"
                  ><a class="link" href="/jobs/{job.number}/intake" aria-label={t('jobs.job2', { number: job.number })}
                    >{job.number}</a
                  ></td
                >
                <td role="cell" class="who py-2.5 pe-4"
                  ><span class="font-semibold">{job.customer}</span>{#if job.complaint}<br /><span
                      class="text-[0.93rem] text-soft">{job.complaint}</span
                    >{/if}</td
                >
                <td role="cell" class="machine py-2.5 pe-3"
                  >{job.maker} {job.model}<br /><span class="code text-sm text-soft">{job.serial}</span></td
                >
                <td role="cell" class="work py-2.5 pe-3"
                  >{told(job.work)}{#if job.p80Seconds && !job.closedAt}<br /><span class="text-sm text-soft"
                      >{t('jobs.upTo', { p80Seconds: duration(job.p80Seconds) })}</span
                    >{/if}</td
                >
                <td role="cell" class="due py-2.5 pe-3">
                  {#if job.closedAt}{day(job.closedAt)}
                  {:else if job.dueOn}{#if job.dueOn < data.today}<span class="font-semibold text-now"
                        >{t('jobs.late', { dueOn: day(job.dueOn) })}</span
                      >{:else if job.dueOn === data.today}<span class="font-semibold">{t('jobs.today')}</span
                      >{:else}{day(job.dueOn)}{/if}
                  {:else}<span class="text-soft">{t('jobs.noDate')}</span>{/if}
                  {#if !job.closedAt && age(job) > 0}<br /><span class="text-sm text-soft"
                      >{t('jobs.here', { time: t('count.day', { n: age(job) }) })}</span
                    >{/if}
                </td>
                <td role="cell" class="stands py-2.5 pe-3">
                  {#if job.waits === 'working' && job.steps}
                    {t('jobs.onTheBench', { startedBy: job.startedBy })}
                    <div class="mt-1.5 flex items-center gap-2">
                      <div class="h-2 flex-1 overflow-hidden rounded-full bg-rule">
                        <div class="h-full bg-now" style:width="{(100 * job.stepsDone) / job.steps}%"></div>
                      </div>
                      <span class="figure text-sm text-soft">{job.stepsDone}/{job.steps}</span>
                    </div>
                  {:else}<span class={job.waits === 'stopped' ? 'font-semibold text-now' : ''}
                      >{told(WAITS[job.waits])}</span
                    >{#if job.waits === 'draining' && job.waitsUntil}<br /><span class="text-sm text-soft"
                        >{t('jobs.until', { waitsUntil: moment(job.waitsUntil) })}</span
                      >{/if}{/if}
                </td>
                <td role="cell" class="next py-2 pe-3"
                  ><a
                    class="button w-full px-1.5 text-center leading-tight {job.waits === 'working' ? 'button-act' : ''}"
                    href="/jobs/{job.number}/{settledAt(job.waits)}"
                    aria-label={t('jobs.job3', { text, number: job.number })}>{text}</a
                  ></td
                >
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      {#if data.pages > 1}
        <nav class="mt-3 flex items-center justify-center gap-3" aria-label={t('jobs.pagesOfTheList')}>
          {#if data.query.page > 1}<a class="button" href={to({ page: String(data.query.page - 1) })}
              >{t('jobs.previous')}</a
            >{/if}
          <span class="text-soft"
            >{t('jobs.of', {
              page: data.query.page,
              isCapped: data.isCapped ? t('jobs.andMore2', { pages: data.pages }) : data.pages
            })}</span
          >
          {#if data.query.page < data.pages}<a class="button" href={to({ page: String(data.query.page + 1) })}
              >{t('jobs.next2')}</a
            >{/if}
        </nav>
      {/if}
    {/if}
  </div>
</div>

<style>
  /* Where a row has no room it is a card: who and when above, what is wrong and what is to be done below, the next thing at its foot. */
  @media (width < 80rem) {
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
      text-align: end;
    }
    .stands {
      grid-area: stands;
      text-align: end;
    }
    .next {
      grid-area: next;
    }
  }
  /* With more room its next thing stands at its side. */
  @media (48rem <= width < 80rem) {
    .card {
      grid-template:
        'number who work due next' auto
        'number machine machine stands next' auto / auto minmax(0, 1fr) minmax(0, 1fr) 9rem 11rem;
    }
  }
</style>
