<script lang="ts">
  import { goto } from '$app/navigation';
  import { SvelteSet } from 'svelte/reactivity';
  import type { Said } from '$core/language';
  import { powerGap } from '$core/machine';
  import { outOf, type Reading } from '$core/recording';
  import { POWER_GAPS } from '$core/words';
  import { useWords } from '$lib/words';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** The way back up: what was replaced, and what is worth asking before the machine is closed. */
  interface Props {
    recorder: Recorder;
    reading: Reading | undefined;
    job: number;
    onask: () => void;
    onclose: () => void;
  }
  let { recorder, reading, job, onask, onclose }: Props = $props();

  const out = $derived([...outOf(recorder.state)].map((id) => recorder.state.parts.find((p) => p.id === id)!));
  const left = $derived(reading?.questions.length ?? 0);
  /** Nothing is planned before somebody has said how its power is taken away. */
  const gap = $derived(reading?.machine && powerGap(reading.machine));
  const replaced = new SvelteSet<string>();
  let isGoing = $state(false);
  let problem = $state.raw<Said>();

  async function go() {
    isGoing = true;
    problem = undefined;
    problem = recorder.unsent > 0 ? t('recorder.notAllSent') : await recorder.goBackUp([...replaced]);
    if (problem === undefined) await goto(`/jobs/${job}/bench`, { invalidateAll: true });
    else problem ||= t('recorder.upNeedsTheServer');
    isGoing = false;
  }
</script>

<div class="space-y-4">
  <h2 class="text-xl">{t('recorder.goBackUp')}</h2>
  {#if out.length === 0}
    <p class="text-lg">{t('recorder.nothingIsOut')}</p>
  {:else}
    <p>{t('recorder.upHow', { n: out.length })}</p>
    {#if gap}
      <p class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">
        {told(POWER_GAPS[gap])}
        <button type="button" class="link" onclick={onask}>{t('recorder.sayPower')}</button>
      </p>
    {:else if left > 0}
      <p class="rounded-md bg-warn-wash px-3 py-2">
        {t('recorder.askFirst', { n: left })}
        <button type="button" class="link" onclick={onask}>{t('recorder.toTheQuestions')}</button>
      </p>
    {/if}
    <fieldset>
      <legend class="label">{t('recorder.whatWasReplaced')}</legend>
      <div class="flex flex-wrap gap-1.5">
        {#each out as p (p.id)}<button
            type="button"
            class="button min-h-11 px-3 {replaced.has(p.id) ? 'border-act bg-act text-on-act' : ''}"
            aria-pressed={replaced.has(p.id)}
            onclick={() => void (replaced.delete(p.id) || replaced.add(p.id))}>{p.name}</button
          >{/each}
      </div>
    </fieldset>
    {#if problem}<p class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">{told(problem)}</p>{/if}
    <button
      type="button"
      class="button button-now min-h-14 w-full text-lg"
      disabled={isGoing || gap !== undefined}
      onclick={go}>{isGoing ? t('recorder.makingTheWayUp') : t('recorder.beginTheWayUp')}</button
    >
  {/if}
  <button type="button" class="button min-h-11" onclick={onclose}>{t('recorder.goOnRecording')}</button>
</div>
