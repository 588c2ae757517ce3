<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { ownPath } from '$lib/own-path';
  import { keptBenches, type KeptBench } from '$lib/offline/kept';
  import { moment } from '$lib/ui/dates';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** What one sees wherever the server cannot be reached: the benches that open all the same. It is served under any address. */
  let benches = $state.raw<KeptBench[] | undefined>();
  let problem = $state('');
  const wanted = $derived(
    page.url.pathname === '/offline'
      ? ownPath(page.url.searchParams.get('to'), page.url.origin)
      : page.url.pathname + page.url.search
  );

  onMount(() => {
    keptBenches().then(
      (found) => (benches = found),
      () => ((benches = []), (problem = t('offline.thisBrowserCannotSaveAnythingSo')))
    );
  });
</script>

<svelte:head><title>{t('offline.serverOutOfReachEagerWrench')}</title></svelte:head>
<div class="mx-auto max-w-2xl px-6 py-16">
  <h1 class="text-3xl">{t('offline.theServerIsOutOfReach')}</h1>
  <p class="mt-3 text-lg">
    {t('offline.thisPageNeedsItNothingThat')}
  </p>
  <p class="mt-5">
    <a class="button button-act min-h-12" href={wanted} data-sveltekit-reload>{t('offline.tryAgain')}</a>
    <a class="button ms-2 min-h-12" href="/help" data-sveltekit-reload>{t('common.manual')}</a>
  </p>

  <h2 class="mt-10 text-xl">{t('offline.benchesSavedOnThisDevice')}</h2>
  {#if benches === undefined}
    <p class="mt-3 text-soft" role="status">{t('offline.loading')}</p>
  {:else if problem}
    <p class="mt-3" role="alert">{problem}</p>
  {:else}
    <ul class="mt-3 space-y-2">
      {#each benches as b (b.run)}
        <li>
          <a
            class="sheet flex items-center gap-4 px-5 py-3.5 hover:border-ink"
            href="/jobs/{b.job}/{b.page ?? 'bench'}"
            data-sveltekit-reload
          >
            <span class="flex-1"
              ><b class="text-lg">{t('offline.job', { job: b.job, customer: b.customer })}</b><span
                class="block text-soft"
                >{t('offline.openedBy', { work: b.work, machine: b.machine, person: b.person, at: moment(b.at) })}</span
              ></span
            >
            <span class={b.waiting ? 'font-semibold text-now' : 'text-soft'}
              >{b.waiting ? t('offline.notSentYet', { waiting: b.waiting }) : t('offline.allSent')}</span
            >
          </a>
        </li>
      {:else}
        <li class="sheet px-5 py-4 text-lg">
          {t('offline.noneABenchOpenedOnceOn')}
        </li>
      {/each}
    </ul>
  {/if}
</div>
