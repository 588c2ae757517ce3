<script lang="ts">
  import { updated } from '$app/state';
  import type { Said } from '$core/language';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { duration } from '$lib/ui/format';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** What stands over the step because it concerns all of the work: dangers, what could not be recorded, this device, this application. */
  interface Props {
    bench: Bench;
    job: number;
    /** What was found out to be dangerous since the work was begun. */
    stops: readonly { text: Said; now: readonly Said[] }[];
    /** What somebody was told a moment ago. */
    notice: string;
  }
  let { bench, job, stops, notice }: Props = $props();

  // A server that was away may have come back as a new build.
  let wasAway = false;
  $effect(() => {
    if (bench.sync === 'saved' && wasAway) void updated.check();
    wasAway = bench.sync === 'waiting' || (wasAway && bench.sync !== 'saved');
  });
</script>

{#each stops as stop, i (i)}
  <p class="border-b border-now bg-now-wash px-6 py-2.5 text-lg" role="alert">
    <b class="text-now">{told(stop.text)}</b>
    {told(stop.now[0])} <a class="link" href="/jobs/{job}/intake">{t('bench.whatToDo')}</a>
  </p>
{/each}
{#if bench.problem}<p class="border-b border-now bg-now-wash px-6 py-2" role="alert">{told(bench.problem)}</p>{/if}
{#if bench.clockOffMs !== 0}<p class="bg-warn-wash px-6 py-2" role="status">
    {t('bench.thisDevicesClockIsWrongBy', { by: duration(Math.abs(bench.clockOffMs) / 1000) })}
  </p>{/if}
{#if updated.current}<p class="bg-sunk px-6 py-2" role="status">
    {t('bench.aNewVersionOfEagerWrench')}
  </p>{/if}
{#if notice}<p class="bg-sunk px-6 py-2" role="status">{notice}</p>{/if}
