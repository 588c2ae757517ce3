<script lang="ts">
  import { page } from '$app/state';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  const titles: Record<number, string> = {
    401: t('common.signInFirst'),
    403: t('common.notAllowedForYourRole'),
    404: t('common.pageNotFound'),
    413: t('common.tooLarge'),
    503: t('common.serverOutOfReach')
  };
</script>

<svelte:head
  ><title>{t('common.eagerWrench', { title: titles[page.status] ?? t('common.thatDidNotWork') })}</title></svelte:head
>
<div class="mx-auto max-w-xl px-6 py-20">
  <p class="figure text-soft">{page.status}</p>
  <h1 class="mt-1 text-3xl">{titles[page.status] ?? t('common.thatDidNotWork')}</h1>
  <p class="mt-4 text-lg">{told(page.error?.message)}</p>
  <p class="mt-8 flex gap-3">
    <a class="button button-act" href="/jobs">{t('common.toTheJobs')}</a>
    <button class="button" onclick={() => location.reload()}>{t('common.tryAgain')}</button>
  </p>
  {#if page.error?.request}
    <p class="mt-8 text-soft">
      <Rich text={t('common.ifItHappensAgainReportThis', { request: page.error.request })}
        >{#snippet soft(text)}<span class="code">{text}</span>{/snippet}</Rich
      >
    </p>
  {/if}
</div>
