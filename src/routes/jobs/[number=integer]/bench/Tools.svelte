<script lang="ts">
  import Camera from '@lucide/svelte/icons/camera';
  import Layers from '@lucide/svelte/icons/layers';
  import ListChecks from '@lucide/svelte/icons/list-checks';
  import NotebookPen from '@lucide/svelte/icons/notebook-pen';
  import Route from '@lucide/svelte/icons/route';
  import Tag from '@lucide/svelte/icons/tag';
  import Fold from '$lib/ui/Fold.svelte';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t } = useWords();

  /** What one reaches for beside the step, whatever the step is. */
  interface Props {
    shown: (key: 'photo' | 'note' | 'replan' | 'listings' | 'things') => string;
    photos: number;
    hasInstruments: boolean;
    /** Who may only follow looks at photos and listings, and changes nothing. */
    mayAct: boolean;
    onphoto: () => void;
    onnote: () => void;
    onreplan: () => void;
    onlistings: () => void;
    onthings: () => void;
    onlabel: () => void;
  }
  let { shown, photos, hasInstruments, mayAct, onphoto, onnote, onreplan, onlistings, onthings, onlabel }: Props =
    $props();
</script>

<Fold name={t('bench.tools')} to="thumb">
  <div class="flex w-full flex-wrap items-center gap-x-1 lg:-ms-2" role="toolbar" aria-label={t('bench.moreActions')}>
    <button type="button" class="tool" onclick={onphoto}
      ><Camera size={18} aria-hidden="true" />
      <Rich text={t('bench.photo', { photos: photos > 0 ? ` (${photos})` : '', key: shown('photo') })}
        >{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
      ></button
    >
    <button type="button" class="tool" disabled={!mayAct} onclick={onnote}
      ><NotebookPen size={18} aria-hidden="true" />
      <Rich text={t('bench.note', { key: shown('note') })}>{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
      ></button
    >
    <button type="button" class="tool" disabled={!mayAct} onclick={onreplan}
      ><Route size={18} aria-hidden="true" />
      <Rich text={t('bench.changePlan', { key: shown('replan') })}>{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
      ></button
    >
    <button type="button" class="tool" onclick={onlistings}
      ><ListChecks size={18} aria-hidden="true" />
      <Rich text={t('bench.listings', { key: shown('listings') })}>{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
      ></button
    >
    <button type="button" class="tool" onclick={onthings}
      ><Layers size={18} aria-hidden="true" />
      <Rich text={t('bench.things', { key: shown('things') })}>{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
      ></button
    >
    {#if hasInstruments}<button type="button" class="tool" disabled={!mayAct} onclick={onlabel}
        ><Tag size={18} aria-hidden="true" /> {t('bench.label')}</button
      >{/if}
  </div>
</Fold>

<style>
  .tool {
    display: inline-flex;
    align-items: center;
    gap: 0.35em;
    min-height: 44px;
    padding: 0 0.45em;
    border-radius: 6px;
    cursor: pointer;
    white-space: nowrap;
  }
  .tool:disabled {
    opacity: 0.55;
    cursor: default;
  }
  .tool:hover:not(:disabled) {
    background: var(--sunk);
  }
  @media (width < 64rem) {
    .tool {
      width: 100%;
      min-height: 52px;
      font-size: 1.1rem;
    }
  }
  /* A tablet has no keys to name, and no room for them. */
  @media (max-width: 1150px) {
    .tool kbd {
      display: none;
    }
  }
</style>
