<script lang="ts">
  import { updated } from '$app/state';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { duration } from '$lib/ui/format';

  /** What stands over the step because it concerns all of the work: dangers, what could not be recorded, this device, this application. */
  interface Props {
    bench: Bench;
    job: number;
    /** What was found out to be dangerous since the work was begun. */
    stops: readonly { text: string; now: readonly string[] }[];
    /** What somebody was told a moment ago. */
    told: string;
  }
  let { bench, job, stops, told }: Props = $props();

  // A server that was away may have come back as a new build.
  let wasAway = false;
  $effect(() => {
    if (bench.sync === 'saved' && wasAway) void updated.check();
    wasAway = bench.sync === 'waiting' || (wasAway && bench.sync !== 'saved');
  });
</script>

{#each stops as stop (stop.text)}
  <p class="border-b border-now bg-now-wash px-6 py-2.5 text-lg" role="alert">
    <b class="text-now">{stop.text}</b>
    {stop.now[0]} <a class="link" href="/jobs/{job}/intake">What to do</a>
  </p>
{/each}
{#if bench.problem}<p class="border-b border-now bg-now-wash px-6 py-2" role="alert">{bench.problem}</p>{/if}
{#if bench.clockOffMs !== 0}<p class="bg-warn-wash px-6 py-2" role="status">
    This device's clock is wrong by {duration(Math.abs(bench.clockOffMs) / 1000)}. What you record has the server's
    time; set the clock right.
  </p>{/if}
{#if updated.current}<p class="bg-sunk px-6 py-2" role="status">
    A new version of Eager Wrench is ready. It is used once you leave this bench.
  </p>{/if}
{#if told}<p class="bg-sunk px-6 py-2" role="status">{told}</p>{/if}
