<script lang="ts">
  import type { Step } from '$core/plan';
  import { type StepRecord } from '$core/run';
  import { OUTCOMES } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Different things were said of one step: all of them are shown, and one is chosen. */
  let {
    step,
    number,
    said,
    mayAct,
    onsettle
  }: { step: Step; number: number; said: readonly StepRecord[]; mayAct: boolean; onsettle: (event: string) => void } =
    $props();

  const words = (r: StepRecord) =>
    r.outcome !== undefined
      ? told(OUTCOMES[r.outcome])
      : r.count === undefined
        ? t('bench.saidDone')
        : t('bench.saidCounted', { count: r.count });
</script>

<div class="border-b-2 border-now bg-now-wash px-6 py-3" role="alert">
  <p class="text-lg font-semibold">{t('bench.twoPeopleRecordedStepDifferently', { number, text: step.text })}</p>
  <div class="mt-2 flex flex-wrap gap-2">
    {#each said as r (r.event)}
      <button type="button" class="button min-h-11" disabled={!mayAct} onclick={() => onsettle(r.event)}
        >{t('bench.keepThis', { by: r.by ?? t('bench.somebody'), said: words(r) })}</button
      >
    {/each}
  </div>
</div>
