<script lang="ts">
  import { page } from '$app/state';
  import Soon from '$lib/ui/Soon.svelte';
  import TrayOfJob from './TrayOfJob.svelte';

  let { data } = $props();
</script>

<svelte:head><title>Tray of job {page.params.number} · Eager Wrench</title></svelte:head>

<Soon of={data.laid} what="Laying out the tray">{#snippet children(found)}<TrayOfJob data={found} />{/snippet}</Soon>
