<script lang="ts">
  import { torqueLimits, torqueVerdict } from '$core/fasteners';
  import type { Reading } from '$core/instruments';
  import type { Step } from '$core/plan';
  import { eachReading } from '$lib/offline/readings.svelte';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** The torque of each screw as the driver gives it: hole by hole in the order of the drawing, pass by pass. */
  let { bench, step, mayAct, heard }: { bench: Bench; step: Step; mayAct: boolean; heard?: Reading } = $props();

  const tighten = $derived(step.tighten!);
  const done = $derived(bench.state.torques.filter((t) => t.step === step.id));
  const all = $derived(
    Array.from({ length: tighten.passes }, (_, pass) => tighten.order.map((hole) => ({ hole, pass }))).flat()
  );
  const next = $derived(all.find((a) => !done.some((d) => d.hole === a.hole && d.pass === a.pass)));
  const limits = $derived(torqueLimits(tighten, tighten.passes - 1));
  const out = $derived(done.filter((t) => torqueVerdict(tighten, t.pass, t.nm) !== 'right'));

  eachReading(
    () => heard,
    (reading) => {
      if (reading.device === 'torque-driver' && next && mayAct)
        bench.record({ type: 'torqued', step: step.id, ...next, nm: reading.nm });
    }
  );
</script>

<p class="mt-2 text-lg text-soft">
  {t('bench.rightBetweenAndNM', { least: limits[0].toFixed(2), most: limits[1].toFixed(2) })}{#if tighten.guideline}{t(
      'bench.aGuidelineTheFileGivesNo'
    )}{/if}
</p>
{#if done.length > 0}
  <div class="mt-2 flex flex-wrap gap-1.5" aria-label={t('bench.torqueByScrew')}>
    {#each done as t (`${t.pass} ${t.hole}`)}
      {@const verdict = torqueVerdict(tighten, t.pass, t.nm)}
      <span
        class="figure rounded border px-2 py-0.5 {verdict === 'right'
          ? 'border-rule'
          : 'border-now bg-now-wash font-semibold'}"
        >{tighten.order.indexOf(t.hole) + 1}{tighten.passes > 1 ? `/${t.pass + 1}` : ''}: {t.nm.toFixed(2)}
        {verdict}</span
      >
    {/each}
  </div>
  <p class="mt-1 text-soft" role="status">
    {#if out.length > 0}{t('bench.outsideToNMLoosenIt', {
        n: out.length,
        least: limits[0].toFixed(2),
        most: limits[1].toFixed(2)
      })}{:else if next}{t('bench.nextScrewPass', {
        hole: tighten.order.indexOf(next.hole) + 1,
        pass: next.pass + 1
      })}{:else}{t('bench.allMeasured')}{/if}
  </p>
{/if}
