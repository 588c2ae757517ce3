<script lang="ts" generics="E extends Carried">
  import type { Carried } from '$lib/offline/kept';
  import type { Outbox } from '$lib/offline/outbox.svelte';
  import CloudCheck from '@lucide/svelte/icons/cloud-check';
  import CloudOff from '@lucide/svelte/icons/cloud-off';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** Whether what was recorded has reached the server: seen, and quiet. */
  let { outbox, back, onaside }: { outbox: Outbox<E>; back: string; onaside: () => void } = $props();
  const { sync, keeps, unsent } = $derived(outbox);
</script>

<p class="ms-auto flex items-center gap-1.5 text-soft" role="status">
  {#if !keeps && sync !== 'saved'}<TriangleAlert size={17} class="text-now" aria-hidden="true" />
    <b class="text-now"
      >{t('bench.notSavedThisBrowserCannotSave', {
        unsent: unsent === 0 ? t('bench.serverOutOfReach') : unsent === 1 ? t('bench.1Entry') : `${unsent} entries`
      })}</b
    >
  {:else if sync === 'signed-out'}<CloudOff size={17} aria-hidden="true" />
    {t('bench.savedHere')}
    <a class="link" href="/signin?to={back}">{t('bench.signInAgainToSend')}</a>
  {:else if sync === 'saved'}<CloudCheck size={17} aria-hidden="true" />
    {t('bench.saved')}{#if !keeps}{t('bench.thisBrowserCannotSaveAnything')}{/if}
  {:else if sync === 'saving'}{t('bench.saving')}
  {:else if sync === 'waiting'}<CloudOff size={17} aria-hidden="true" /> {t('bench.savedHereServerOutOfReach')}
  {:else}<TriangleAlert size={17} aria-hidden="true" /> {t('bench.notAccepted')}{/if}
  {#if outbox.setAside.length > 0}<button type="button" class="button min-h-9 border-now text-now" onclick={onaside}
      >{t('bench.notAccepted2', { n: outbox.setAside.length })}</button
    >{/if}
</p>
