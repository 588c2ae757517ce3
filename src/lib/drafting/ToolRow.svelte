<script lang="ts">
  import { SIDES, sketchesOf, type Side } from '$core/drafting';
  import { useWords } from '$lib/words';
  import NewThings from './NewThings.svelte';
  import type { Table } from './table.svelte';

  const { t } = useWords();

  /** Above the drawing: what is done with what is chosen, or something new; and how the drawing is looked at. */
  let { table, isPhoto }: { table: Table; isPhoto: boolean } = $props();

  const GRIDS = [0, 0.5, 1, 5];
  const { machine, side, chosen, part, mayAct, sketch } = $derived(table);
</script>

<div class="flex flex-wrap items-center gap-1.5 px-2 pb-1.5 text-sm">
  {#if sketch}
    <span class="font-semibold text-now" role="status">{t('drafting.sketchHow', { what: sketch.what })}</span>
    <button type="button" class="button button-act min-h-9 px-2.5" onclick={() => table.finish()}
      >{t('drafting.sketchDone')}</button
    >
    <button type="button" class="button min-h-9 px-2.5" onclick={() => table.drop()}>{t('bench.close')}</button>
  {:else if mayAct && chosen.length > 0}
    <button type="button" class="button min-h-9 px-2.5" onclick={() => table.turn(90)}>{t('drafting.turn')}</button>
    <button type="button" class="button min-h-9 px-2.5" onclick={() => table.mirror('x')}>{t('drafting.mirror')}</button
    >
    <button type="button" class="button min-h-9 px-2.5" onclick={() => table.copy()}>{t('drafting.copy')}</button>
    <button type="button" class="button min-h-9 px-2.5" onclick={() => table.remove()}>{t('drafting.remove')}</button>
    {#if part && side}{#each sketchesOf(part, side.id) as what (what)}<button
          type="button"
          class="button min-h-9 px-2.5"
          onclick={() => table.draw(what)}>{t('drafting.sketch', { what })}</button
        >{/each}{/if}
    {#if chosen.length > 1}<select
        class="field min-h-9 w-auto py-0"
        aria-label={t('drafting.align')}
        value=""
        onchange={(e) => {
          table.align(e.currentTarget.value as Side);
          e.currentTarget.value = '';
        }}
      >
        <option value="" disabled>{t('drafting.align')}</option>
        {#each SIDES as to (to)}<option value={to}>{t('drafting.alignTo', { side: to.replace('-', '_') })}</option
          >{/each}
      </select>{/if}
  {:else if mayAct && side}
    <NewThings
      {machine}
      zone={side.id}
      onedit={(next, thing) => {
        table.edit(next);
        table.choose([thing]);
      }}
      onplace={(done) => table.askPlaces(done)}
    />
  {/if}
  {#if table.placing}<span class="font-semibold text-now" role="status">{t('drafting.tapPlaces')}</span>{/if}
  <label class="ms-auto flex items-center gap-2"
    >{t('drafting.grid')}<select class="field min-h-9 w-auto py-0" bind:value={table.gridMm}>
      {#each GRIDS as mm (mm)}<option value={mm}
          >{mm === 0 ? t('drafting.noGrid') : t('machine.mm2', { mm: String(mm) })}</option
        >{/each}
    </select></label
  >
  {#if isPhoto}<label class="flex items-center gap-2"
      >{t('drafting.photo')}<input
        type="range"
        min="0"
        max="1"
        step="0.05"
        bind:value={table.opacity}
        class="w-20 accent-(--now)"
      /></label
    >{/if}
  {#if !sketch}
    <label class="flex items-center gap-2"
      >{t('drafting.depthView')}<input
        type="range"
        min="0"
        max={table.deepestMm}
        step="0.1"
        bind:value={table.fromMm}
        class="w-24 accent-(--now)"
      /></label
    >
    <button
      type="button"
      class="button min-h-9 px-2.5"
      aria-pressed={table.cutMm !== undefined}
      onclick={() => (table.cutMm = table.cutMm === undefined ? machine.size.depthMm / 2 : undefined)}
      >{t('drafting.section')}</button
    >
  {/if}
</div>
