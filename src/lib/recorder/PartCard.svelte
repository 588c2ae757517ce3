<script lang="ts">
  import { readLength } from '$core/instruments';
  import type { PartKind } from '$core/machine';
  import { isRun, outOf, type SeenPart } from '$core/recording';
  import { PART_KINDS } from '$core/words';
  import { useWords } from '$lib/words';
  import LogOut from '@lucide/svelte/icons/arrow-up-from-line';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Route from '@lucide/svelte/icons/route';
  import Glyph from './Glyph.svelte';
  import type { Hand } from './hand.svelte';
  import NoteForm from './NoteForm.svelte';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** A part that was drawn or picked: its name, kind, number and thickness, and what can be done with it. */
  let { recorder, hand, part, mayAct }: { recorder: Recorder; hand: Hand; part: SeenPart; mayAct: boolean } = $props();

  const isOut = $derived(outOf(recorder.state).has(part.id));
  const drawn = $derived(part.outlines[recorder.face]);
  const joints = $derived(recorder.state.joints.filter((j) => j.holds === part.id));
  let why = $state('');
  let isResisting = $state(false);

  function thickness(text: string) {
    const mm = readLength(text);
    if (mm && drawn) recorder.outline(part.id, drawn.outline, drawn.drawn, mm);
  }
  function resisted() {
    if (why.trim() && recorder.record({ type: 'resisted', part: part.id, why: why.trim() })) {
      why = '';
      isResisting = false;
    }
  }
</script>

<section class="space-y-3" aria-label={part.name}>
  <div class="flex items-center gap-3">
    <Glyph kind={part.kind} size={52} />
    <div class="min-w-0">
      <h2 class="truncate text-lg">{part.name}</h2>
      <p class="text-soft">
        {t('recorder.heldBy', { n: joints.length, isOut: isOut ? 'yes' : 'no' })}
      </p>
    </div>
  </div>
  {#if mayAct}
    {#if !isOut}
      <div class="flex flex-wrap gap-2">
        <button
          type="button"
          class="button button-act min-h-12 flex-1 text-lg"
          onclick={() => hand.take('off', { part: part.id })}
          ><LogOut size={20} aria-hidden="true" />{t('recorder.cameOff')}</button
        >
        {#if isRun(part)}<button
            type="button"
            class="button min-h-12"
            onclick={() => hand.take('way', { part: part.id })}
            ><Route size={18} aria-hidden="true" />{t('recorder.itsWay', { isKnown: part.run ? 'yes' : 'no' })}</button
          >{:else}<button
            type="button"
            class="button min-h-12"
            onclick={() => {
              hand.take('part', { part: part.id });
              hand.chooseKind(part.kind);
            }}
            ><Pencil size={18} aria-hidden="true" />{t('recorder.outlineIt', { isDrawn: drawn ? 'yes' : 'no' })}</button
          >{/if}
      </div>
    {/if}
    <div class="grid grid-cols-2 gap-2">
      <label class="col-span-2"
        ><span class="label">{t('recorder.name')}</span><input
          class="field"
          value={part.name}
          maxlength="80"
          onchange={(e) =>
            e.currentTarget.value.trim() && recorder.rename(part.id, { name: e.currentTarget.value.trim() })}
        /></label
      >
      <label
        ><span class="label">{t('recorder.kind')}</span><select
          class="field"
          value={part.kind}
          onchange={(e) => recorder.rename(part.id, { kind: e.currentTarget.value as PartKind })}
        >
          {#each Object.entries(PART_KINDS) as [id, name] (id)}<option value={id}>{told(name)}</option>{/each}
        </select></label
      >
      <label
        ><span class="label">{t('recorder.number')}</span><input
          class="field code"
          value={part.number ?? ''}
          maxlength="40"
          autocomplete="off"
          onchange={(e) =>
            e.currentTarget.value.trim() && recorder.rename(part.id, { number: e.currentTarget.value.trim() })}
        /></label
      >
      {#if drawn}<label
          ><span class="label">{t('recorder.thickness')}</span><input
            class="field figure"
            inputmode="decimal"
            value={drawn.thicknessMm ?? ''}
            onchange={(e) => thickness(e.currentTarget.value)}
          /></label
        >{/if}
    </div>
    {#if !isOut}
      {#if isResisting}
        <form
          class="space-y-2"
          onsubmit={(e) => {
            e.preventDefault();
            resisted();
          }}
        >
          <label
            ><span class="label">{t('recorder.whyItResisted')}</span><textarea class="field" rows="2" bind:value={why}
            ></textarea></label
          >
          <button class="button min-h-11" disabled={!why.trim()}>{t('recorder.keepIt')}</button>
        </form>
      {:else}<button type="button" class="link min-h-11" onclick={() => (isResisting = true)}
          >{t('recorder.itResisted')}</button
        >{/if}
    {/if}
  {/if}
  <NoteForm {recorder} part={part.id} {mayAct} />
</section>
