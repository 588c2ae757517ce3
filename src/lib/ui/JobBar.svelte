<script lang="ts">
  import { settledAt, type JobPage, type Waits } from '$core/job';
  import { WAITS } from '$core/words';
  import Fold from './Fold.svelte';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Where one is with a job, and what it waits for: the way from the counter to the bench, left to right. */
  interface Props {
    job: {
      number: number;
      customer: string;
      stage: string;
      waits: Waits;
      recordingId?: string | null;
      standing?: string;
    };
    here: JobPage;
  }
  let { job, here }: Props = $props();

  const places = $derived([
    { id: 'intake', name: t('common.intake') },
    ...(job.recordingId ? [{ id: 'record', name: t('common.record') }] : []),
    // Of a machine that nobody has drawn yet nothing can be planned or found.
    ...(job.standing === 'begun'
      ? []
      : [
          { id: 'fault', name: t('common.diagnosis') },
          { id: 'cell', name: t('common.battery') },
          { id: 'plan', name: t('common.plan') },
          { id: 'spares', name: t('common.sparesAndQuote') }
        ]),
    ...(job.stage === 'planned'
      ? []
      : [
          {
            id: job.stage === 'closed' ? 'report' : 'bench',
            name: job.stage === 'closed' ? t('common.report') : t('common.bench')
          }
        ])
  ]);
  const at = $derived(settledAt(job.waits));
</script>

<div
  class="no-print flex items-center gap-x-4 border-b border-rule bg-sunk px-5 text-sm max-lg:flex-wrap max-lg:px-3 max-lg:py-1.5 lg:h-10"
>
  <span class="font-semibold whitespace-nowrap max-lg:sr-only">{t('common.job', { number: job.number })}</span>
  <Fold name={t('common.job2', { number: job.number, name: places.find((p) => p.id === here)?.name ?? '' })}>
    <nav
      aria-label={t('common.thisJob')}
      class="flex min-w-0 items-center gap-0.5 max-lg:flex-col max-lg:items-stretch"
    >
      {#each places as place, i (place.id)}
        {#if i > 0}<span class="text-soft max-lg:hidden" aria-hidden="true">›</span>{/if}
        <a
          href="/jobs/{job.number}/{place.id}"
          aria-current={place.id === here ? 'page' : undefined}
          class="rounded px-2 py-1 whitespace-nowrap max-lg:rounded-none max-lg:px-4 max-lg:py-3 max-lg:text-base {place.id ===
          here
            ? 'bg-sheet font-semibold text-ink max-lg:bg-sunk'
            : 'text-soft hover:text-ink'}">{place.name}</a
        >
      {/each}
    </nav>
  </Fold>
  <span class="ms-auto min-w-0 truncate max-lg:text-end max-lg:whitespace-normal" title={told(WAITS[job.waits])}>
    {#if job.waits === 'nothing'}{t('common.closed')}{:else if at !== here}<a
        class="link"
        href="/jobs/{job.number}/{at}">{t('common.next', { waits: WAITS[job.waits] })}</a
      >{:else}<span class="font-semibold">{told(WAITS[job.waits])}</span>{/if}
  </span>
</div>
