<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { useWords } from '$lib/words';
  import { addressWith, TypedSearch } from './paged-list.svelte';

  const { t } = useWords();

  /** Narrows the machines that are chosen from, where there are more than a list holds. */
  interface Props {
    /** How many the list does not hold. */
    more: number;
    /** What the address says meanwhile. */
    keep?: Readonly<Record<string, string>>;
  }
  let { more, keep = {} }: Props = $props();

  const asked = () => page.url.searchParams.get('q') ?? '';
  const search = new TypedSearch(asked, (q) =>
    goto(addressWith({ ...keep, q }), { keepFocus: true, noScroll: true, replaceState: true })
  );
</script>

{#if more > 0 || asked() !== ''}
  <label class="block">
    <span class="label">{t('machines.findAMachine')}</span>
    <input class="field" type="search" aria-describedby="machines-more" bind:value={search.words} />
    <span id="machines-more" class="text-sm text-soft" role="status"
      >{more > 0 ? t('machines.moreToFind', { more }) : t('machines.allFound')}</span
    >
  </label>
{/if}
