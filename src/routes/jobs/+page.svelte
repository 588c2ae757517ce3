<script lang="ts">
  import { goto } from '$app/navigation';
  import { settledAt, type Waits } from '$core/job';
  import { day, moment } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import { JOB_ORDERS, sortingOf, sortingWords, type JobOrder } from '$lib/job-sorting';
  import type { JobRow } from '$lib/server/jobs/jobs';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import Plus from '@lucide/svelte/icons/plus';
  import { WAITS } from '$core/words';
  import type { Said } from '$core/language';
  import Pages from '$lib/ui/Pages.svelte';
  import { addressWith, TypedSearch } from '$lib/ui/paged-list.svelte';
  import { useWords } from '$lib/words';
  import Lanes from './Lanes.svelte';

  const { t, told } = useWords();

  let { data, form } = $props();
  const mayStart = $derived(data.person?.role !== 'trainee');
  const all = $derived(Object.values(data.counts.waits).reduce((a, b) => a + b, 0));
  const message = $derived((form as { message?: Said } | null)?.message);

  /** The next thing to do with a job, by what it waits for. */
  const NEXT: Record<Waits, string> = {
    stopped: t('jobs.seeWhatToDo'),
    triage: t('jobs.answerTheSafetyQuestions'),
    recording: t('jobs.recordTheMachine'),
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
  const sorting = $derived(sortingOf(data.query));
  const sortedBy = (by: JobOrder, isDown: boolean): string =>
    addressWith(sortingWords({ by, isDown }, data.query.closed));
  const NAMES = {
    due: t('jobs.dueDate'),
    closed: t('jobs.closed'),
    age: t('jobs.age'),
    customer: t('jobs.customer'),
    machine: t('jobs.machine'),
    work: t('jobs.work'),
    status: t('jobs.status')
  } satisfies Record<JobOrder, string>;
  const here = $derived(addressWith({}).replace(/^\/jobs\??/, ''));
  const search = new TypedSearch(
    () => data.query.search ?? '',
    (q) => goto(addressWith({ q }), { keepFocus: true, noScroll: true, replaceState: true })
  );
  const age = (job: JobRow) => Math.max(0, Math.floor((Date.now() - Date.parse(job.createdAt)) / 86_400_000));
</script>

{#snippet heading(order: JobOrder, name: string, look = '')}
  {@const isBy = sorting.by === order}
  {@const isDown = isBy && sorting.isDown}
  <th
    scope="col"
    role="columnheader"
    class="py-1.5 font-semibold {look}"
    aria-sort={isBy ? (isDown ? 'descending' : 'ascending') : 'none'}
  >
    <a
      class="inline-flex min-h-[24px] items-center gap-1 hover:text-ink max-xl:hidden"
      href={sortedBy(order, isBy && !isDown)}
      data-sveltekit-noscroll
      data-sveltekit-keepfocus
      >{name}{#if isBy}{#if isDown}<ArrowDown size={13} aria-hidden="true" />{:else}<ArrowUp
            size={13}
            aria-hidden="true"
          />{/if}{/if}</a
    ><span class="xl:hidden">{name}</span>
  </th>
{/snippet}

<svelte:head><title>{t('jobs.jobsEagerWrench')}</title></svelte:head>

<div class="grid grid-cols-1 lg:grid-cols-[230px_minmax(0,1fr)]">
  <aside
    class="flex flex-wrap items-center gap-3 border-rule px-3 pt-3 lg:block lg:min-h-[calc(100vh-var(--head))] lg:border-e lg:py-5"
    aria-label={t('jobs.whichJobs')}
  >
    {#if mayStart}<a class="button button-act lg:w-full" href="/jobs/new"
        ><Plus size={17} aria-hidden="true" /> {t('jobs.newJob')}</a
      >{/if}
    <Lanes
      {title}
      query={data.query}
      counts={data.counts.waits}
      {all}
      views={data.views}
      {here}
      to={addressWith}
      {message}
    />
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
          bind:value={search.words}
        /></label
      >
      <label class="flex items-center gap-2 whitespace-nowrap xl:hidden"
        >{t('jobs.sortBy')}
        <select
          class="field w-32"
          value={sorting.by}
          onchange={(e) => void goto(sortedBy(e.currentTarget.value as JobOrder, false))}
          >{#each JOB_ORDERS.filter((o) => data.query.closed || o !== 'closed') as order (order)}<option value={order}
              >{NAMES[order]}</option
            >{/each}</select
        ></label
      >
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
              {@render heading('age', t('jobs.job'), 'w-18 ps-4')}
              {@render heading('customer', t('jobs.customer'))}
              {@render heading('machine', t('jobs.machine'), 'w-40')}
              {@render heading('work', t('jobs.work'), 'w-44')}
              {@render heading(
                data.query.closed ? 'closed' : 'due',
                data.query.closed ? t('jobs.closed') : t('jobs.due'),
                data.query.closed ? 'w-36' : 'w-28'
              )}
              {@render heading('status', t('jobs.status'), 'w-36')}
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
                      <div class="gauge h-2 flex-1 overflow-hidden rounded-full bg-rule">
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
      <Pages
        page={data.query.page}
        pages={data.pages}
        isCapped={data.isCapped}
        to={(page) => addressWith({ page: String(page) })}
      />
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
