<script lang="ts">
  import { type Model } from '$core/machine';
  import type { Plan } from '$core/plan';
  import { suspects, type FoundBefore, type RunState } from '$core/run';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { chanceWords, partName } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** A part that will not come: what may hold it, the likeliest first, each to be looked at and answered. */
  interface Props {
    bench: Bench;
    model: Model;
    plan: Plan;
    run: RunState;
    part: string;
    /** What held such parts in earlier runs. */
    before: readonly FoundBefore[];
    onpoint: (joint: string | undefined) => void;
    onclose: () => void;
  }
  let { bench, model, plan, run, part, before, onpoint, onclose }: Props = $props();

  const answered = $derived(run.looks.filter((l) => l.part === part));
  const ranked = $derived(suspects(model, plan, run, part, before).slice(0, 6 + answered.length));
  const answer = (suspect: string, found: boolean) => {
    bench.record({ type: 'looked', part, suspect, found });
    if (found) onclose();
  };
</script>

<div class="flex items-start gap-4">
  <div>
    <h2 class="text-2xl">{t('bench.theWontComeOff', { name: partName(model, part) })}</h2>
    <p class="text-soft">{t('bench.stopPullingCheckTheseFirstIn')}</p>
  </div>
  <button type="button" class="button ms-auto" onclick={onclose}>{t('bench.close')}</button>
</div>
<ol class="mt-3 divide-y divide-(--rule)">
  {#each ranked as s, i (s.id)}
    <li
      class="flex items-center gap-3 py-2.5"
      onpointerenter={() => onpoint(s.joint)}
      onfocusin={() => onpoint(s.joint)}
    >
      <span class="figure w-6 shrink-0 text-lg text-soft">{i + 1}</span>
      <span class="flex-1"
        ><span class="block text-lg font-semibold">{told(s.text)}</span><span class="block"
          >{told(s.look)} <span class="text-soft">({told(chanceWords(s.probability))})</span></span
        ></span
      >
      <button
        type="button"
        class="button min-h-11"
        aria-label={t('bench.notThat', { text: s.text })}
        onclick={() => answer(s.id, false)}>{t('bench.notThat2')}</button
      >
      <button
        type="button"
        class="button button-act min-h-11"
        aria-label={t('bench.thatWasIt', { text: s.text })}
        onclick={() => answer(s.id, true)}>{t('bench.thatWasIt2')}</button
      >
    </li>
  {/each}
</ol>
{#if answered.length > 0}<p class="mt-2 text-soft">{t('bench.checkedSoFar', { n: answered.length })}</p>{/if}
