<script lang="ts">
  import type { Step } from '$core/plan';
  import { type StepRecord } from '$core/run';
  import { OUTCOMES } from '$core/words';

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
    r.outcome !== undefined ? OUTCOMES[r.outcome] : r.count === undefined ? 'done' : `${r.count} counted`;
</script>

<div class="border-b-2 border-now bg-now-wash px-6 py-3" role="alert">
  <p class="text-lg font-semibold">Two people say different things of step {number}: {step.text}</p>
  <div class="mt-2 flex flex-wrap gap-2">
    {#each said as r (r.event)}
      <button type="button" class="button min-h-11" disabled={!mayAct} onclick={() => onsettle(r.event)}
        >{r.by ?? 'Somebody'}: {words(r)}. This stands</button
      >
    {/each}
  </div>
</div>
