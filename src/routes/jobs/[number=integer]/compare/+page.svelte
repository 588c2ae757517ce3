<script lang="ts">
  import { page } from '$app/state';
  import Soon from '$lib/ui/Soon.svelte';
  import Comparison from './Comparison.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  let { data } = $props();
</script>

<svelte:head><title>{t('compare.comparePlansOfJobEagerWrench', { number: page.params.number })}</title></svelte:head>

<Soon of={data.compared} what={t('compare.comparingPlans')}
  >{#snippet children(found)}<Comparison data={found} />{/snippet}</Soon
>
