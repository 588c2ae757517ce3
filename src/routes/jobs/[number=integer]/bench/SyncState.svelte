<script lang="ts">
  import type { Sync } from '$lib/offline/bench.svelte';
  import CloudCheck from '@lucide/svelte/icons/cloud-check';
  import CloudOff from '@lucide/svelte/icons/cloud-off';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';

  /** Whether what was recorded has reached the server: seen, and quiet. */
  let { sync, back }: { sync: Sync; back: string } = $props();
</script>

<p class="ml-auto flex items-center gap-1.5 text-soft" role="status">
  {#if sync === 'signed-out'}<CloudOff size={17} aria-hidden="true" /> Kept here. <a class="link" href="/signin?to={back}">Sign in again to send</a>
  {:else if sync === 'saved'}<CloudCheck size={17} aria-hidden="true" /> Saved
  {:else if sync === 'saving'}Saving
  {:else if sync === 'waiting'}<CloudOff size={17} aria-hidden="true" /> Kept here until the server answers
  {:else}<TriangleAlert size={17} aria-hidden="true" /> Refused{/if}
</p>
