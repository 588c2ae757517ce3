<script lang="ts">
  import { page } from '$app/state';
  import Soon from '$lib/ui/Soon.svelte';
  import Comparison from './Comparison.svelte';

  let { data } = $props();
</script>

<svelte:head><title>Compare plans of job {page.params.number} · Eager Wrench</title></svelte:head>

<Soon of={data.compared} what="Comparing plans">{#snippet children(found)}<Comparison data={found} />{/snippet}</Soon>
