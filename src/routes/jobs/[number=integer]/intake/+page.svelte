<script lang="ts">
  import type { Said } from '$core/language';
  import { factWords, type JobFact } from '$core/job';
  import { modelOf } from '$core/machine';
  import { day, moment } from '$lib/ui/dates';
  import JobBar from '$lib/ui/JobBar.svelte';
  import { sayOfJob } from '$lib/ui/say';
  import FileText from '@lucide/svelte/icons/file-text';
  import Printer from '@lucide/svelte/icons/printer';
  import Agreed from './Agreed.svelte';
  import Triage from './Triage.svelte';
  import WalkRound from './WalkRound.svelte';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  let { data } = $props();
  const model = $derived(modelOf(data.machine));
  let problem = $state.raw<Said>();
  let notice = $state('');
  let place = $state('');
  let note = $state('');

  async function say(fact: JobFact) {
    problem = await sayOfJob(data.job.number, fact);
  }
  async function label() {
    const response = await fetch(`/api/devices/label?job=${data.job.number}`, { method: 'POST' }).catch(
      () => undefined
    );
    notice =
      ((await response?.json().catch(() => undefined)) as { message?: string } | undefined)?.message ??
      t('intake.theServerDoesNotAnswerThe');
  }
</script>

<svelte:head><title>{t('intake.intakeOfJobEagerWrench', { number: data.job.number })}</title></svelte:head>
<JobBar job={data.job} here="intake" />

<div class="mx-auto max-w-[1400px] px-5 py-4 max-md:px-3">
  <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1 pb-3">
    <h1 class="text-2xl">{data.job.customer}</h1>
    <p class="min-w-0 flex-1 text-soft max-md:min-w-full">
      {data.job.maker}
      {data.job.model}
      {data.job.revision}{#if data.job.serial}, <span class="code">{data.job.serial}</span>{/if}{#if data.job.dueOn}{t(
          'intake.due',
          { dueOn: day(data.job.dueOn) }
        )}{/if}
    </p>
    {#if notice}<span role="status" class="text-soft">{notice}</span>{/if}
    <div class="flex flex-wrap items-center gap-2">
      <a class="button" href="/api/jobs/{data.job.number}/files/intake.pdf?show" target="_blank" rel="noreferrer"
        ><FileText size={16} aria-hidden="true" /> {t('intake.receipt')}</a
      >
      <a class="button" href="/api/jobs/{data.job.number}/files/label.pdf?show" target="_blank" rel="noreferrer"
        >{t('intake.labelPdf')}</a
      >
      {#if data.hasPrinter && data.mayWrite}<button type="button" class="button" onclick={label}
          ><Printer size={16} aria-hidden="true" /> {t('intake.labelEw', { number: data.job.number })}</button
        >{/if}
    </div>
  </div>
  {#if data.job.complaint}<p class="-mt-1 pb-3 text-lg">{t('common.quoted', { text: data.job.complaint })}</p>{/if}
  {#if problem}<p role="alert" class="mb-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {told(problem)}
    </p>{/if}
  <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,470px)_minmax(0,1fr)]">
    <div class="space-y-4">
      <div class="sheet px-4 py-3.5">
        <Triage state={data.state} mayWrite={data.mayWrite} isLead={data.isLead} onsay={say} />
      </div>
      <div class="sheet px-4 py-3.5">
        <Agreed
          {model}
          state={data.state}
          serial={data.job.serial}
          shopLanguage={data.shopLanguage}
          seals={data.seals}
          mayWrite={data.mayWrite}
          onsay={say}
        />
      </div>
    </div>
    <div class="space-y-4">
      <div class="sheet px-4 py-3.5">
        <WalkRound {model} marks={data.state.marks} mayWrite={data.mayWrite} onsay={say} />
      </div>
      <section class="sheet px-4 py-3.5" aria-labelledby="where">
        <div class="flex items-baseline justify-between gap-3">
          <h2 id="where" class="text-lg">{t('intake.4Location')}</h2>
          <p class="font-semibold">{data.state.place?.place ?? t('intake.notRecorded')}</p>
        </div>
        <form
          class="mt-2 grid grid-cols-[minmax(0,1fr)_auto] gap-2 md:grid-cols-[minmax(0,1fr)_auto_minmax(0,1.4fr)_auto]"
          onsubmit={(e) => e.preventDefault()}
        >
          <input
            class="field"
            aria-label={t('intake.whereItIsNowOrWho')}
            placeholder={t('intake.shelfBoxOrWhoHasIt')}
            maxlength="120"
            bind:value={place}
          />
          <button
            class="button"
            disabled={!place.trim()}
            onclick={async () => {
              await say({ is: 'placed', place: place.trim() });
              place = '';
            }}>{t('intake.saveLocation')}</button
          >
          <input
            class="field"
            aria-label={t('intake.note')}
            placeholder={t('intake.aNoteForTheHistory')}
            maxlength="500"
            bind:value={note}
          />
          <button
            class="button"
            disabled={!note.trim()}
            onclick={async () => {
              await say({ is: 'note', text: note.trim() });
              note = '';
            }}>{t('intake.addNote')}</button
          >
        </form>
        <h3 class="mt-4 font-semibold">{t('intake.history')}</h3>
        <ol class="mt-1 max-h-72 overflow-y-auto">
          {#each [...data.facts].reverse() as fact, i (i)}
            <li
              class="grid grid-cols-2 gap-x-3 border-b border-rule py-1 last:border-0 md:grid-cols-[120px_110px_minmax(0,1fr)]"
            >
              <span class="text-sm text-soft">{moment(fact.at)}</span><span class="text-sm text-soft">{fact.by}</span
              ><span class="max-md:col-span-2">{told(factWords(fact, data.limits))}</span>
            </li>
          {/each}
          <li class="grid grid-cols-2 gap-x-3 py-1 md:grid-cols-[120px_110px_minmax(0,1fr)]">
            <span class="text-sm text-soft">{moment(data.job.createdAt)}</span><span></span><span
              class="max-md:col-span-2">{t('intake.jobOpened', { work: data.job.work })}</span
            >
          </li>
        </ol>
      </section>
    </div>
  </div>
</div>
