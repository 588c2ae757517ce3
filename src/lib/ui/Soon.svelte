<script lang="ts" generics="T">
  import type { Snippet } from 'svelte';
  import Working from './Working.svelte';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Shows what a page is about when it is there, and until then that it is being worked out. */
  let { of, what, children }: { of: { now: T } | { later: Promise<T> }; what: string; children: Snippet<[T]> } =
    $props();
</script>

{#if 'now' in of}
  {@render children(of.now)}
{:else}
  {#await of.later}
    <div class="mx-auto max-w-xl px-6 py-20 text-center">
      <h1 class="mb-3 text-2xl">{what}</h1>
      <Working />
      <p class="mt-2 text-soft">
        {t('common.itEndsByItselfAfterA')}
      </p>
    </div>
  {:then found}
    {@render children(found)}
  {:catch failed}
    <div class="mx-auto max-w-xl px-6 py-20" role="alert">
      <h1 class="text-2xl">{t('common.thisCouldNotBeCalculated')}</h1>
      <p class="mt-3 text-lg">{told(failed?.body?.message ?? failed?.message)}</p>
      <p class="mt-5">
        <button type="button" class="button" onclick={() => location.reload()}>{t('common.tryAgain')}</button>
      </p>
    </div>
  {/await}
{/if}
