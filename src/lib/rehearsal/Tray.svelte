<script lang="ts">
  import { screwSide, sizeText } from '$core/fasteners';
  import { Drive, type JointOf } from '$core/machine';
  import { HAND_TOOLS } from '$core/rehearsal';
  import { jointName, partName, toolName } from '$core/words';
  import { ScrewShape } from '$lib/ui/drawing';
  import { useWords } from '$lib/words';
  import type { Rehearsing } from './rehearsing.svelte';

  const { t, told } = useWords();

  /** What lies beside the machine: tools and bits, screws, parts that are out, and what stands open. */
  let { r }: { r: Rehearsing } = $props();

  const { model } = $derived(r.access);
  const PX_PER_MM = 5;
  const screws = $derived(
    [...r.aside.screws].map(([id, n]) => {
      const { screw } = model.joint(id) as JointOf<'screws'>;
      return { id, n, screw, side: screwSide(screw) };
    })
  );
  /** Screws that are out show themselves by their holes and on the tray. */
  const open = $derived(
    r.aside.joints.filter((id) => {
      const joint = model.joint(id);
      return joint.kind !== 'screws' && joint.kind !== 'seal';
    })
  );
</script>

<div class="tray">
  <fieldset>
    <legend>{t('rehearsal.inHand')}</legend>
    <div class="tools flex flex-wrap gap-1 lg:max-w-[440px]">
      {#each HAND_TOOLS as tool (tool)}
        <button type="button" class="chip" aria-pressed={r.tool === tool} onclick={() => (r.inHand = { tool })}
          >{told(toolName(tool))}</button
        >
      {/each}
    </div>
  </fieldset>
  <fieldset>
    <legend>{t('rehearsal.driver')}</legend>
    <div class="flex flex-wrap gap-1 lg:max-w-[310px]">
      {#each Drive.options as bit (bit)}
        <button type="button" class="chip" aria-pressed={r.bit === bit} onclick={() => (r.inHand = { bit })}
          >{bit === 'slot' ? t('rehearsal.slot') : bit}</button
        >
      {/each}
    </div>
  </fieldset>
  <fieldset class="flex-1">
    <legend>{t('rehearsal.screws')}</legend>
    <div class="row">
      {#each screws as { id, n, screw, side } (id)}
        <button
          type="button"
          class="lot"
          aria-pressed={r.screw === id}
          title={told(jointName(model, model.joint(id)))}
          aria-label={t('rehearsal.screwsOf', { n, size: sizeText(screw), group: jointName(model, model.joint(id)) })}
          onclick={() => (r.screw = id)}
        >
          <svg
            width={(screw.headDiameterMm + 1) * PX_PER_MM}
            height={(side.headMm + side.shankMm + 1) * PX_PER_MM}
            viewBox="{-(screw.headDiameterMm + 1) / 2} -0.5 {screw.headDiameterMm + 1} {side.headMm + side.shankMm + 1}"
            aria-hidden="true"><ScrewShape {side} /></svg
          ><span class="leading-tight"><b>{n} ×</b><br />{sizeText(screw)}</span>
        </button>
      {:else}
        <p class="text-soft">{t('rehearsal.noScrews')}</p>
      {/each}
    </div>
  </fieldset>
  <fieldset class="flex-[1.4]">
    <legend>{t('rehearsal.aside')}</legend>
    <div class="row">
      {#each r.aside.parts as { part, move } (`${part} ${move}`)}
        <button
          type="button"
          class="chip"
          aria-pressed={r.picked && 'part' in r.picked && r.picked.part === part}
          onclick={() => (r.picked = { part })}>{told(partName(model, part))}</button
        >
      {/each}
      {#each open as joint (joint)}
        <button
          type="button"
          class="chip open"
          aria-pressed={r.picked && 'joint' in r.picked && r.picked.joint === joint}
          onclick={() => (r.picked = { joint })}>{told(jointName(model, model.joint(joint)))}</button
        >
      {/each}
      {#if r.aside.parts.length + open.length === 0}<p class="text-soft">{t('rehearsal.nothingAside')}</p>{/if}
    </div>
  </fieldset>
</div>

<style>
  .tray {
    grid-area: tray;
    display: flex;
    gap: 1.25rem;
    padding: 0.35rem 0.75rem 0.5rem;
    border-top: 1px solid var(--rule-strong);
    background: var(--ground);
  }
  fieldset {
    min-width: 0;
  }
  legend {
    padding-bottom: 0.2rem;
    font-size: 0.85rem;
    color: var(--ink-soft);
  }
  .tools .chip {
    padding-inline: 0.45rem;
    font-size: 0.85rem;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    align-content: flex-start;
    gap: 0.3rem;
    max-height: 6.2rem;
    overflow-y: auto;
  }
  .lot {
    display: flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 44px;
    padding: 0.15rem 0.5rem;
    border: 1px solid var(--rule-strong);
    border-radius: 6px;
    background: var(--sheet);
    font-size: 0.85rem;
    text-align: start;
    cursor: pointer;
  }
  .lot[aria-pressed='true'] {
    border-color: var(--ink);
    box-shadow: inset 0 0 0 1px var(--ink);
  }
  .open {
    border-style: dashed;
  }
  @media (width < 64rem) {
    .tray {
      flex-wrap: wrap;
    }
    fieldset {
      flex: 1 1 100%;
    }
  }
</style>
