<script lang="ts">
  import type { Rehearsed } from '$core/rehearsal';
  import Rich from '$lib/ui/Rich.svelte';
  import { useWords } from '$lib/words';
  import type { Rehearsing } from './rehearsing.svelte';

  const { t } = useWords();

  /** How the machine lies, and its lid. */
  let { r }: { r: Rehearsing } = $props();

  const LIDS: readonly Rehearsed['lid'][] = ['closed', 'open', 'flat'];
</script>

<div class="lies">
  <span class="text-soft" aria-live="polite"
    ><Rich
      text={t(r.isInFront(r.access.model.zone(r.zone)) ? 'rehearsal.lies' : 'rehearsal.liesAway', {
        up: r.state.up,
        lid: r.state.lid
      })}>{#snippet soft(text)}<span class="font-semibold text-ink">{text}</span>{/snippet}</Rich
    ></span
  >
  <fieldset class="flex flex-none items-center gap-1" disabled={r.isOver}>
    <legend class="sr-only">{t('rehearsal.lid')}</legend>
    <span class="pe-1 text-soft" aria-hidden="true">{t('rehearsal.lid')}</span>
    {#each LIDS as lid (lid)}
      <button type="button" class="chip" aria-pressed={r.state.lid === lid} onclick={() => r.moveLid(lid)}
        >{t(`rehearsal.lid.${lid}`)}</button
      >
    {/each}
  </fieldset>
</div>

<style>
  .lies {
    display: flex;
    align-items: center;
    gap: 0.75rem;
    max-width: 46%;
    font-size: 0.9rem;
    line-height: 1.25;
  }
  @media (width < 64rem) {
    .lies {
      max-width: none;
    }
  }
</style>
