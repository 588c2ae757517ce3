<script lang="ts">
  import type { Sitting } from '$core/drafting';
  import { moment } from '$lib/ui/dates';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Who drew what when, the newest first. */
  let { sittings }: { sittings: readonly Sitting[] } = $props();

  /** Of a long sitting so much is told before the rest is asked for. */
  const MOST = 12;
</script>

<h2 class="text-xl">{t('drafting.history')}</h2>
<ol class="mt-1 divide-y divide-rule">
  {#each sittings as { by, to, edits, changes, refused }, i (sittings.length - i)}
    <li class="py-2.5">
      <p class="flex flex-wrap items-baseline gap-x-3">
        <b>{by ?? t('drafting.notSentYet')}</b>
        <span class="text-sm text-soft">{moment(to)}</span>
        <span class="ms-auto text-sm text-soft">{t('drafting.edits', { n: edits })}</span>
      </p>
      {#if changes.length === 0}
        <p class="mt-0.5 text-soft">{t('drafting.nothingLeftOfIt')}</p>
      {:else}
        <ul class="mt-0.5 list-disc ps-5">
          {#each changes.slice(0, MOST) as change, n (n)}<li>{told(change)}</li>{/each}
        </ul>
        {#if changes.length > MOST}
          <details>
            <summary class="link cursor-pointer">{t('drafting.moreChanges', { n: changes.length - MOST })}</summary>
            <ul class="list-disc ps-5">
              {#each changes.slice(MOST) as change, n (n)}<li>{told(change)}</li>{/each}
            </ul>
          </details>
        {/if}
      {/if}
      {#if refused > 0}<p class="text-now">{t('drafting.didNotFit', { n: refused })}</p>{/if}
    </li>
  {:else}
    <li class="py-3 text-soft">{t('drafting.nothingDrawnYet')}</li>
  {/each}
</ol>
