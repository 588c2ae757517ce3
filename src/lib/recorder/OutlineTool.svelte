<script lang="ts">
  import type { PartKind } from '$core/machine';
  import { isRun } from '$core/recording';
  import { standardShapesOf } from '$core/usual';
  import { PART_KINDS } from '$core/words';
  import { useWords } from '$lib/words';
  import Chips from '$lib/ui/Chips.svelte';
  import Glyph from './Glyph.svelte';
  import type { Form, Hand } from './hand.svelte';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** A part is outlined once nothing lies over it any more: its kind, then its corners; a box will do. */
  let { recorder, hand, size }: { recorder: Recorder; hand: Hand; size: { widthMm: number; heightMm: number } } =
    $props();

  const kinds = (Object.keys(PART_KINDS) as PartKind[]).filter((k) => k !== 'case' && !isRun({ kind: k }));
  const drawn = $derived(recorder.state.parts.find((p) => p.id === hand.drawn));
  const known = $derived(recorder.state.parts.find((p) => p.id === hand.part));
  const standards = $derived(standardShapesOf(hand.kind));
  const forms: { id: Form; name: string }[] = $derived([
    { id: 'box', name: t('recorder.box') },
    { id: 'corners', name: t('recorder.corners') },
    { id: 'circle', name: t('recorder.circle') },
    ...(standards.length > 0 ? [{ id: 'standard' as const, name: t('recorder.standard') }] : [])
  ]);
  function nameOnly() {
    const part = recorder.namePart(hand.kind, recorder.freshName(told(PART_KINDS[hand.kind])));
    if (part) hand.take('look', { part });
  }
</script>

<div class="space-y-4">
  <div>
    <h2 class="text-xl">
      {known ? t('recorder.outlineOf', { part: known.name }) : t('recorder.outlineTitle')}
    </h2>
    <p class="mt-1 text-soft">{t('recorder.outlineHow')}</p>
  </div>
  {#if drawn}<p class="flex flex-wrap items-center gap-2 rounded-md bg-good-wash px-3 py-2" role="status">
      <span class="flex-1 font-semibold">{t('recorder.isOutlined', { part: drawn.name })}</span>
      <button type="button" class="button min-h-10" onclick={() => hand.take('look', { part: drawn.id })}
        >{t('recorder.moreOfIt')}</button
      >
    </p>{/if}
  <Chips label={t('recorder.form')} options={forms} chosen={hand.form} onchoose={(f) => (hand.form = f)} />
  {#if hand.form === 'standard'}
    <Chips
      label={t('recorder.standard')}
      options={standards.map((s, i) => ({ id: String(i), name: s.name }))}
      chosen={String(standards.indexOf(hand.standard!))}
      onchoose={(i) => (hand.standard = standards[Number(i)])}
    />
    <label class="flex min-h-11 items-center gap-2"
      ><input type="checkbox" class="size-5 accent-(--act)" bind:checked={hand.isTurned} />{t('recorder.across')}</label
    >
  {/if}
  <p class="text-lg font-semibold" role="status">{t('recorder.formHow', { form: hand.form, n: hand.points.length })}</p>
  <div class="flex flex-wrap gap-2">
    {#if hand.form === 'corners' && hand.points.length > 2}<button
        type="button"
        class="button button-act min-h-11"
        onclick={() => hand.finish()}>{t('recorder.closeOutline')}</button
      >{/if}
    <button type="button" class="button min-h-11" onclick={() => hand.wholeFace(size.widthMm, size.heightMm)}
      >{t('recorder.wholeFace')}</button
    >
    {#if !known}<button type="button" class="button min-h-11" onclick={nameOnly}>{t('recorder.nameOnly')}</button>{/if}
  </div>
  {#if !known}
    <div class="grid grid-cols-3 gap-1.5" role="group" aria-label={t('recorder.kind')}>
      {#each kinds as kind (kind)}
        <button
          type="button"
          class="button kind {kind === hand.kind ? 'chosen' : ''}"
          aria-pressed={kind === hand.kind}
          onclick={() => hand.chooseKind(kind)}><Glyph {kind} size={36} /><span>{told(PART_KINDS[kind])}</span></button
        >
      {/each}
    </div>
  {/if}
</div>

<style>
  .kind {
    flex-direction: column;
    gap: 2px;
    padding: 5px 2px;
    min-height: 56px;
    font-size: 0.82rem;
    font-weight: 500;
    line-height: 1.1;
    overflow-wrap: anywhere;
  }
  .chosen {
    border: 2px solid var(--act);
    font-weight: 700;
  }
</style>
