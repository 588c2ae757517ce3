<script lang="ts">
  import { Adhesive, Guide, TapeMaterial, type ConnectorFamily } from '$core/machine';
  import type { Fixing, Reading } from '$core/recording';
  import { FIXINGS, GUIDES, PLUG_FAMILIES } from '$core/words';
  import { useWords } from '$lib/words';
  import Glyph from './Glyph.svelte';
  import { OTHERS, type Hand } from './hand.svelte';
  import JointCard from './JointCard.svelte';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** Screws, plugs or whatever else holds: what kind it is, then a tap for each place. */
  interface Props {
    recorder: Recorder;
    hand: Hand;
    reading: Reading | undefined;
  }
  let { recorder, hand, reading }: Props = $props();

  const joint = $derived(recorder.state.joints.find((j) => j.id === hand.joint));
  const families = Object.keys(PLUG_FAMILIES) as ConnectorFamily[];
  /** Another kind is another joint. */
  function choose(fixing: Fixing) {
    hand.fixing = fixing;
    hand.next();
  }
</script>

<div class="space-y-4">
  <div>
    <h2 class="text-xl">{t('recorder.tapTitle', { tool: hand.tool })}</h2>
    <p class="mt-1 text-soft">{t('recorder.tapHow', { tool: hand.tool })}</p>
  </div>
  {#if hand.tool === 'connector' && hand.fixing.kind === 'connector'}
    {@const chosen = hand.fixing.family}
    <div class="grid grid-cols-2 gap-1.5" role="group" aria-label={t('recorder.family')}>
      {#each families as family (family)}
        <button
          type="button"
          class="button kind {family === chosen ? 'chosen' : ''}"
          aria-pressed={family === chosen}
          onclick={() => choose({ kind: 'connector', family })}
          ><Glyph fixing={{ kind: 'connector', family }} size={38} /><span>{told(PLUG_FAMILIES[family])}</span></button
        >
      {/each}
    </div>
  {:else if hand.tool === 'other'}
    <div class="grid grid-cols-2 gap-1.5" role="group" aria-label={t('recorder.whatHolds')}>
      {#each OTHERS as other (other.kind)}
        <button
          type="button"
          class="button kind {other.kind === hand.fixing.kind ? 'chosen' : ''}"
          aria-pressed={other.kind === hand.fixing.kind}
          onclick={() => choose(other)}
          ><Glyph fixing={other} size={38} /><span>{told(FIXINGS[other.kind])}</span></button
        >
      {/each}
    </div>
    {#if hand.fixing.kind === 'adhesive'}
      <select
        class="field"
        aria-label={t('recorder.whichGlue')}
        value={hand.fixing.adhesive}
        onchange={(e) =>
          choose({ kind: 'adhesive', adhesive: e.currentTarget.value as (typeof Adhesive.options)[number] })}
      >
        {#each Adhesive.options as id (id)}<option value={id}>{told({ say: `adhesive.${id}` })}</option>{/each}
      </select>
    {:else if hand.fixing.kind === 'tape'}
      <select
        class="field"
        aria-label={t('recorder.whichTape')}
        value={hand.fixing.material}
        onchange={(e) =>
          choose({ kind: 'tape', material: e.currentTarget.value as (typeof TapeMaterial.options)[number] })}
      >
        {#each TapeMaterial.options as id (id)}<option value={id}>{told({ say: `tape.${id}` })}</option>{/each}
      </select>
    {:else if hand.fixing.kind === 'dressing'}
      <select
        class="field"
        aria-label={t('recorder.whichGuide')}
        value={hand.fixing.guide}
        onchange={(e) => choose({ kind: 'dressing', guide: e.currentTarget.value as (typeof Guide.options)[number] })}
      >
        {#each Guide.options as id (id)}<option value={id}>{told(GUIDES[id])}</option>{/each}
      </select>
    {/if}
  {/if}
  {#if joint}
    <div class="border-t border-rule pt-4"><JointCard {recorder} {joint} {reading} mayAct /></div>
    <button type="button" class="button button-act min-h-12 w-full text-lg" onclick={() => hand.next()}
      >{t('recorder.nextGroup')}</button
    >
  {/if}
</div>

<style>
  .kind {
    justify-content: start;
    min-height: 48px;
    padding: 4px 8px;
    line-height: 1.15;
    text-align: start;
    font-weight: 500;
    font-size: 0.92rem;
  }
  .chosen {
    border: 2px solid var(--act);
    font-weight: 700;
  }
</style>
