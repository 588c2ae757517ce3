<script lang="ts">
  import type { JointOf } from '$core/machine';
  import { screwsIn } from '$core/rehearsal';
  import { sizeText } from '$core/fasteners';
  import { useWords } from '$lib/words';
  import type { Rehearsing } from './rehearsing.svelte';

  const { t } = useWords();

  /** Screws that were taken out go back one by one, then they are tightened in an order. */
  let { r, group }: { r: Rehearsing; group: JointOf<'screws'> } = $props();

  const { model } = $derived(r.access);
  const holes = $derived(group.screw.captive ? group.at.map(() => group.id) : screwsIn(r.state, group));
  const isFull = $derived(holes.every((from) => from !== null));
  const sizeOf = (from: string) => sizeText((model.joint(from) as JointOf<'screws'>).screw);
  const inHand = $derived(r.screw !== undefined && r.left(r.screw) > 0 ? r.screw : undefined);
  let order = $state<number[]>([]);
  let passes = $state(1);

  function work(hole: number) {
    if (holes[hole] !== null) r.try({ do: 'take', joint: group.id, hole });
    else if (inHand) r.try({ do: 'put', joint: group.id, hole, from: inHand });
  }
  function tighten() {
    // In no order in particular: as they lie.
    const turns = order.length > 0 ? $state.snapshot(order) : holes.map((_, i) => i);
    r.try({ do: 'tighten', joint: group.id, order: turns, passes, bit: r.bit! });
  }
</script>

{#if !group.screw.captive}
  <p class="text-sm text-soft">
    {inHand ? t('rehearsal.screwInHand', { size: sizeOf(inHand), n: r.left(inHand) }) : t('rehearsal.noScrewInHand')}
  </p>
  <div class="flex flex-wrap gap-1.5" role="group" aria-label={t('rehearsal.holes')}>
    {#each holes as from, i (i)}
      <button
        type="button"
        class="chip min-w-14"
        aria-pressed={from !== null}
        disabled={from === null && !inHand}
        onclick={() => work(i)}
        aria-label={from === null
          ? t('rehearsal.holeEmpty', { hole: i + 1 })
          : t('rehearsal.holeFull', { hole: i + 1, size: sizeOf(from) })}
        ><span class="font-semibold">{i + 1}</span> {from === null ? '–' : sizeOf(from)}</button
      >
    {/each}
  </div>
  {#if !isFull && inHand}
    <button type="button" class="way" onclick={() => r.fill(group)}>{t('rehearsal.fill')}</button>
  {/if}
{/if}
{#if isFull}
  {#if group.at.length > 1}
    <p class="text-sm text-soft">{t('rehearsal.order')}</p>
    <div class="flex flex-wrap gap-1.5" role="group" aria-label={t('rehearsal.order')}>
      {#each holes as _, i (i)}
        <button
          type="button"
          class="chip min-w-11"
          aria-pressed={order.includes(i)}
          onclick={() => (order = order.includes(i) ? order.filter((o) => o !== i) : [...order, i])}
          >{i + 1}{#if order.includes(i)}<sup class="ps-0.5">{order.indexOf(i) + 1}</sup>{/if}</button
        >
      {/each}
    </div>
    <fieldset class="flex items-center gap-3">
      <legend class="float-start pe-2 text-sm text-soft">{t('rehearsal.passes')}</legend>
      {#each [1, 2, 3] as n (n)}
        <label class="pick"><input type="radio" name="passes" value={n} bind:group={passes} /> {n}</label>
      {/each}
    </fieldset>
  {/if}
  {#if r.bit}
    <button type="button" class="way" onclick={tighten}>{t('rehearsal.tighten', { bit: r.bit })}</button>
  {:else}
    <p class="rounded-md bg-warn-wash px-3 py-2">{t('rehearsal.noBit')}</p>
  {/if}
{/if}
