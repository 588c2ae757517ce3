<script lang="ts">
  import { useWords } from '$lib/words';
  import Known from '../../Known.svelte';
  import Rehearsed from '../../Rehearsed.svelte';

  const { t } = useWords();
  let { data } = $props();
</script>

<svelte:head><title>{t('practice.personTitle', { name: data.about.name })}</title></svelte:head>

<div class="mx-auto max-w-4xl px-5 py-6">
  <p class="text-sm"><a class="link" href="/practice/ready">{t('practice.whoIsReady')}</a></p>
  <h1 class="text-2xl">{data.about.name}</h1>
  <p class="mt-1 text-soft">
    {t('practice.onlyLeads')}
    <a class="link" href="/api/practice/people/{data.about.id}" download>{t('practice.results')}</a>
  </p>
  {#if data.rehearsed.length === 0 && data.known.length === 0}
    <p class="mt-4">{t('practice.nothingYet')}</p>
  {/if}
  <Rehearsed rehearsed={data.rehearsed} name={t('practice.wholeJobs')} />
  <Known known={data.known} names={data.names} />
</div>
