<script lang="ts">
  import type { Step } from '$core/plan';
  import { likelyJoints } from '$core/run';
  import type { Bench } from '$lib/offline/bench.svelte';
  import Panel from './Panel.svelte';
  import { chanceWords, jointName } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** A test that failed: which of the joints that this work opened it most likely hangs on. */
  interface Props {
    bench: Bench;
    step: Step;
    onpoint: (joint: string | undefined) => void;
    /** Go back in to this plug. */
    onreach: (joint: string) => void;
    onclose: () => void;
  }
  let { bench, step, onpoint, onreach, onclose }: Props = $props();

  const likely = $derived(likelyJoints(bench.model, bench.plans, bench.state, step.test!).slice(0, 6));
</script>

<Panel title={t('bench.itFails', { text: step.text })} about={t('bench.recordedWhatThisWorkOpenedComes')} {onclose}>
  {#if likely.length === 0}
    <p class="mt-4 text-lg">
      {t('bench.nothingThatThisWorkOpenedServes')}
    </p>
  {:else}
    <ol class="mt-3 divide-y divide-(--rule)">
      {#each likely as l, i (l.joint)}
        <li
          class="flex items-center gap-3 py-2.5"
          onpointerenter={() => onpoint(l.joint)}
          onfocusin={() => onpoint(l.joint)}
        >
          <span class="figure w-6 shrink-0 text-lg text-soft">{i + 1}</span>
          <span class="flex-1"
            ><span class="block text-lg font-semibold">{told(jointName(bench.model, bench.model.joint(l.joint)))}</span
            >{told(l.text)}
            <span class="text-soft">({told(chanceWords(l.probability))})</span></span
          >
          <button
            type="button"
            class="button button-act min-h-11"
            aria-label={t('bench.openItAgain', { name: jointName(bench.model, bench.model.joint(l.joint)) })}
            onclick={() => onreach(l.joint)}>{t('bench.openItAgain2')}</button
          >
        </li>
      {/each}
    </ol>
  {/if}
  <p class="mt-3">
    <button type="button" class="button min-h-11" onclick={onclose}>{t('bench.leaveItAndContinueWithThe')}</button>
  </p>
</Panel>
