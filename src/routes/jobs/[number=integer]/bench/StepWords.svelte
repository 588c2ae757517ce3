<script lang="ts">
  import type { Model } from '$core/machine';
  import { departsBesideCables, pinchWords, type Step } from '$core/plan';
  import { useWords } from '$lib/words';
  import Cautions from './Cautions.svelte';

  const { t, told } = useWords();

  /** One step in type that reads from an arm's length: what to do, how, what to mind. */
  let { step, model, isNew }: { step: Step; model: Model; isNew: boolean } = $props();
  const departs = $derived(step.leg === 'up' ? departsBesideCables(model, step) : undefined);
</script>

<p
  class="mt-2 text-[2.6rem] leading-[1.12] font-bold tracking-tight text-balance max-md:text-[1.7rem] max-md:leading-[1.15]"
  aria-live="polite"
>
  {told(step.text)}
</p>
{#if isNew}<p class="mt-2 text-lg">
    <span class="rounded bg-warn-wash px-2 py-0.5 font-semibold text-warn">{t('bench.newSinceThePlanChanged')}</span>
  </p>{/if}
{#if step.detail}<p class="mt-3 text-[1.4rem] leading-snug max-md:text-[1.15rem]">{told(step.detail)}</p>{/if}
{#if departs}<p class="mt-3 border-s-4 border-now ps-3 text-lg">
    <span class="font-semibold">{t('bench.differentFromDisassembly')}</span>
    {told(departs)}
  </p>{/if}
{#if step.pinch.length > 0}
  <ul
    class="mt-3 {step.pinch.length > 3 ? 'grid gap-x-5 gap-y-1.5 leading-snug sm:grid-cols-2' : 'space-y-1 text-lg'}"
    aria-label={t('bench.cablesToWatch')}
  >
    {#each pinchWords(model, step) as { key, name, text, at } (key)}
      <li>
        <span class="font-semibold">{told(name)}</span>
        {told(text)}.{#if at}{' '}<span class="text-soft">{told(at)}</span>{/if}
      </li>
    {/each}
  </ul>
{/if}
<Cautions {step} />
