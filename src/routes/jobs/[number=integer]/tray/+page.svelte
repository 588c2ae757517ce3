<script lang="ts">
  import { page } from '$app/state';
  import Soon from '$lib/ui/Soon.svelte';
  import TrayOfJob from './TrayOfJob.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  let { data } = $props();
</script>

<svelte:head><title>{t('tray.trayOfJobEagerWrench', { number: page.params.number })}</title></svelte:head>

<Soon of={data.laid} what={t('tray.layingOutTheTray')}
  >{#snippet children(found)}<TrayOfJob data={found} />{/snippet}</Soon
>
