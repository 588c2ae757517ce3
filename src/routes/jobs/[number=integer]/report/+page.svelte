<script lang="ts">
  import type { ReportSection } from '$core/run';
  import DiveProfile from '$lib/ui/DiveProfile.svelte';
  import { moment } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import Printer from '@lucide/svelte/icons/printer';
  import AfterSigning from './AfterSigning.svelte';
  import { LANGUAGE_NAMES } from '$core/language';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  let { data } = $props();
  const { job } = $derived(data);
  const state = $derived(data.state);
  const FILES = $derived([
    ['report.pdf', t('report.reportPdfIn', { language: LANGUAGE_NAMES[data.paperLanguage] })],
    ['run.json', t('report.fullRecordJson')],
    ['run.csv', t('report.fullRecordCsv')]
  ] as const);
</script>

{#snippet part({ title, lines }: ReportSection, isStamped: boolean)}
  <h2 class="mt-7 text-xl">{told(title)}</h2>
  <ul class="mt-2">
    {#each lines as line, i (i)}
      <li class="flex gap-x-4 border-b border-rule py-1.5 last:border-0 max-md:flex-col">
        <span class="flex-1"
          ><span class={line.bad ? 'font-semibold text-now' : ''}>{told(line.text)}</span>{#if line.more}<span
              class="block text-soft">{told(line.more)}</span
            >{/if}</span
        >{#if isStamped && line.at}<span class="shrink-0 text-sm text-soft"
            >{moment(line.at)}{line.by ? `, ${line.by}` : ''}</span
          >{/if}
      </li>
    {/each}
  </ul>
{/snippet}

<svelte:head><title>{t('report.reportOfJobEagerWrench', { number: job.number })}</title></svelte:head>

<div class="mx-auto max-w-4xl px-6 py-7">
  {#if !state.signed}
    <p class="no-print mb-4 rounded-md border-s-4 border-warn bg-warn-wash px-4 py-3">
      {t('report.thisJobIsStillOnThe')}
      <a class="link" href="/jobs/{job.number}/bench">{t('report.continueAtTheBench')}</a>
    </p>
  {:else if data.second && !state.countersigned}
    <p class="no-print mb-4 rounded-md border-s-4 border-warn bg-warn-wash px-4 py-3">
      {t('report.signedBy', { by: state.signed.by, isMayCountersign: data.mayCountersign ? 'yes' : 'no' })}
    </p>
  {/if}
  <div class="no-print mb-3 flex flex-wrap justify-end gap-2">
    <a class="button button-act" href="/api/jobs/{job.number}/files/report.pdf?show" target="_blank" rel="noreferrer"
      ><Printer size={17} aria-hidden="true" /> {t('report.print')}</a
    >
    {#each FILES as [name, text] (name)}<a class="button" href="/api/jobs/{job.number}/files/{name}" download>{text}</a
      >{/each}
  </div>
  <article class="sheet px-10 py-9 max-md:px-4 max-md:py-5">
    <header>
      {#if data.shop}<p class="mb-1 text-soft">{data.shop}</p>{/if}
      <h1 class="text-3xl">{t('report.serviceReportJob', { number: job.number })}</h1>
    </header>

    <dl class="mt-6 grid grid-cols-[110px_minmax(0,1fr)] gap-x-4 gap-y-2 md:grid-cols-[150px_1fr_130px_1fr]">
      <dt class="text-soft">{t('report.for')}</dt>
      <dd class="font-semibold">{job.customer}</dd>
      <dt class="text-soft">{t('report.serialNumber')}</dt>
      <dd class="code">{job.serial || t('report.notNoted')}</dd>
      <dt class="text-soft">{t('report.machine')}</dt>
      <dd>{data.machine.maker} {data.machine.model}, {data.machine.revision}</dd>
      <dt class="text-soft">{t('report.timeAtTheBench')}</dt>
      <dd>
        {duration(state.activeSeconds)}
        <span class="text-soft">{t('report.planned', { p50: duration(data.plan.times.p50) })}</span>
      </dd>
      <dt class="text-soft">{t('report.complaint')}</dt>
      <dd>{job.complaint || t('report.noneNoted')}</dd>
      <dt class="text-soft">{t('report.atTheBench')}</dt>
      <dd>{data.people.join(', ') || t('report.nobodyYet')}</dd>
    </dl>

    <div
      class="mt-6 border-s-4 bg-sunk px-5 py-4 {data.outcome.some((l) => l.bad) || !state.signed
        ? 'border-now'
        : 'border-good'}"
      data-outcome
    >
      {#each data.outcome as line, i (i)}
        <p class="py-0.5 text-lg font-semibold {line.bad ? 'text-now' : ''}">{told(line.text)}</p>
        {#if line.more}<p class="pb-1 text-soft">{told(line.more)}</p>{/if}
      {/each}
      {#if !state.signed}<p class="py-0.5 text-lg font-semibold text-now">{t('report.notSigned')}</p>{/if}
    </div>

    {#each data.short as section (section.id)}
      {@render part(section, false)}
    {/each}

    {#if state.photos.length > 0}
      <h2 class="mt-8 text-xl">{t('report.photos')}</h2>
      <div class="mt-2 grid grid-cols-2 gap-3 md:grid-cols-4">
        {#each state.photos as p (p.photo)}
          <figure>
            <a href="/api/runs/{data.run}/photos/{p.photo}"
              ><img
                class="w-full rounded border border-rule"
                loading="lazy"
                src="/api/runs/{data.run}/photos/{p.photo}?small"
                alt={t('report.taken', { at: moment(p.at), by: p.by ? ` by ${p.by}` : '' })}
              /></a
            >
            <figcaption class="text-sm text-soft">
              {told(p.note ?? data.plan.steps.find((s) => s.id === p.step)?.text)}
            </figcaption>
          </figure>
        {/each}
      </div>
    {/if}

    <div class="mt-8 border-t border-rule pt-4">
      {#if state.signed}
        <p>
          <span class="font-semibold">{t('report.signedBy2', { by: state.signed.by })}</span>, {moment(state.signed.at)}
        </p>
        {#if state.signed.note}<p class="mt-1">{state.signed.note}</p>{/if}
        {#if state.countersigned}<p class="mt-2">
            <span class="font-semibold">{t('report.checkedAndSignedBy', { by: state.countersigned.by })}</span>, {moment(
              state.countersigned.at
            )}
          </p>{/if}
      {:else}<p class="text-soft">{t('report.notSigned')}</p>{/if}
      {#if state.corrections.length > 0}
        <h2 class="mt-4 text-lg">{t('report.corrections')}</h2>
        <ul>
          {#each state.corrections as c (c.event)}<li class="mt-1">
              {told(c.text)} <span class="text-soft">{moment(c.at)}, {c.by}</span>
            </li>{/each}
        </ul>
      {/if}
      <p class="mt-3 text-sm text-soft">
        <Rich text={t('report.plannedOnMachineFileLocalRules', { hash: data.hash.slice(0, 12) })}
          >{#snippet soft(text)}<span class="code">{text}</span>{/snippet}</Rich
        >
      </p>
    </div>

    <details class="mt-8 border-t border-rule pt-4">
      <summary class="cursor-pointer py-1 text-xl font-semibold">{t('report.fullRecord')}</summary>
      <div class="mt-6 h-28"><DiveProfile plan={data.plan} at={state.position} /></div>

      {#each data.sections as section (section.id)}
        {@render part(section, true)}
      {/each}

      <h2 class="mt-8 text-xl">{t('report.screws')}</h2>
      <table class="cards mt-2 w-full">
        <thead
          ><tr class="border-b border-rule-strong text-start text-sm text-soft"
            ><th class="py-1.5 font-semibold" scope="col">{t('report.group')}</th><th class="font-semibold" scope="col"
              >{t('report.size')}</th
            ><th class="text-end font-semibold" scope="col">{t('report.inTheMachine')}</th><th
              class="text-end font-semibold"
              scope="col">{t('report.out')}</th
            ><th class="text-end font-semibold" scope="col">{t('report.back')}</th><th
              class="ps-6 font-semibold"
              scope="col">{t('report.result')}</th
            ></tr
          ></thead
        >
        <tbody>
          {#each data.screws as row, i (i)}
            <tr class="border-b border-rule"
              ><td class="py-1.5">{told(row.name)}</td><td class="figure" data-label={t('report.size')}
                >{told(row.size)}</td
              ><td class="figure text-end" data-label={t('report.inTheMachine')}>{row.expected}</td><td
                class="figure text-end"
                data-label={t('report.out')}>{row.out}</td
              ><td class="figure text-end" data-label={t('report.back')}>{row.back}</td><td
                data-label={t('report.result')}
                class="ps-6 {row.closes ? '' : 'font-semibold text-now'}">{told(row.account)}</td
              ></tr
            >
          {/each}
        </tbody>
      </table>
    </details>
  </article>
  {#if state.signed && data.mayWork}<AfterSigning
      run={data.run}
      mayCountersign={data.mayCountersign}
      second={data.second}
    />{/if}
</div>
