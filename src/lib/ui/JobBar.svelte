<script lang="ts">
  import { settledAt, type JobPage, type Waits } from '$core/job';
  import { WAITS } from '$core/words';

  /** Where one is with a job, and what it waits for: the way from the counter to the bench, left to right. */
  interface Props {
    job: { number: number; customer: string; stage: string; waits: Waits };
    here: JobPage;
  }
  let { job, here }: Props = $props();

  const places = $derived([
    { id: 'intake', name: 'Intake' },
    { id: 'fault', name: 'Fault' },
    { id: 'cell', name: 'Cell' },
    { id: 'plan', name: 'Plan' },
    { id: 'spares', name: 'Spares and quote' },
    ...(job.stage === 'planned'
      ? []
      : [{ id: job.stage === 'closed' ? 'report' : 'bench', name: job.stage === 'closed' ? 'Report' : 'Bench' }])
  ]);
  const at = $derived(settledAt(job.waits));
</script>

<div class="no-print flex h-10 items-center gap-4 border-b border-rule bg-sunk px-5 text-sm">
  <span class="font-semibold whitespace-nowrap">Job {job.number}</span>
  <nav aria-label="This job" class="flex min-w-0 items-center gap-0.5">
    {#each places as place, i (place.id)}
      {#if i > 0}<span class="text-soft" aria-hidden="true">›</span>{/if}
      <a
        href="/jobs/{job.number}/{place.id}"
        aria-current={place.id === here ? 'page' : undefined}
        class="rounded px-2 py-1 whitespace-nowrap {place.id === here
          ? 'bg-sheet font-semibold text-ink'
          : 'text-soft hover:text-ink'}">{place.name}</a
      >
    {/each}
  </nav>
  <span class="ml-auto min-w-0 truncate">
    {#if job.waits === 'nothing'}Closed{:else if at !== here}<a class="link" href="/jobs/{job.number}/{at}"
        >Next: {WAITS[job.waits].toLowerCase()}</a
      >{:else}<span class="font-semibold">{WAITS[job.waits]}</span>{/if}
  </span>
</div>
