<script lang="ts">
  import type { Bench } from '$lib/offline/bench.svelte';
  import CloudCheck from '@lucide/svelte/icons/cloud-check';
  import CloudOff from '@lucide/svelte/icons/cloud-off';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';

  /** Whether what was recorded has reached the server: seen, and quiet. */
  let { bench, back, onaside }: { bench: Bench; back: string; onaside: () => void } = $props();
  const { sync, keeps, unsent } = $derived(bench);
</script>

<p class="ml-auto flex items-center gap-1.5 text-soft" role="status">
  {#if !keeps && sync !== 'saved'}<TriangleAlert size={17} class="text-now" aria-hidden="true" />
    <b class="text-now"
      >Not saved: {unsent === 0 ? 'server not reached' : unsent === 1 ? '1 entry' : `${unsent} entries`}. This browser
      keeps nothing, leave the page open.</b
    >
  {:else if sync === 'signed-out'}<CloudOff size={17} aria-hidden="true" /> Kept here.
    <a class="link" href="/signin?to={back}">Sign in again to send</a>
  {:else if sync === 'saved'}<CloudCheck size={17} aria-hidden="true" /> Saved{#if !keeps}. This browser keeps nothing{/if}
  {:else if sync === 'saving'}Saving
  {:else if sync === 'waiting'}<CloudOff size={17} aria-hidden="true" /> Kept here, server not reached
  {:else}<TriangleAlert size={17} aria-hidden="true" /> Refused{/if}
  {#if bench.setAside.length > 0}<button type="button" class="button min-h-9 border-now text-now" onclick={onaside}
      >{bench.setAside.length} not taken</button
    >{/if}
</p>
