<script lang="ts">
  import { onMount } from 'svelte';
  import { faultSetIn, type FaultSet } from '$core/faults';
  import { faceOf } from '$core/goals';
  import type { Machine } from '$core/machine';
  import { damageOf, harmWords, repairGoal, type Chapter, type Found, type Handled } from '$core/rehearsal';
  import { functionName, goalWords, partName } from '$core/words';
  import { money } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import { useWords } from '$lib/words';
  import type { AftermathAsked, AftermathTold } from '$workers/rehearsal-web';
  import type { Rehearsing } from './rehearsing.svelte';

  const { t, told, language } = useWords();

  /** How it ended: what broke, how one would come to notice it, what it would cost, and back to where it happened. */
  interface Props {
    r: Rehearsing;
    machine: Machine;
    faults: FaultSet | undefined;
    back: { href: string; name: string };
    waiting: number;
    refused: number;
    prices: Readonly<Record<string, number>>;
    currency: string;
    onlook: (thing: Handled) => void;
  }
  let { r, machine, faults, back, waiting, refused, prices, currency, onlook }: Props = $props();

  const { model } = $derived(r.access);
  const set = $derived(faults && faultSetIn(faults, language));
  const story = $derived(r.story);
  const { log } = $derived(r);
  let aftermath = $state<Record<number, AftermathTold>>({});
  let heading = $state<HTMLElement>();

  onMount(() => {
    heading?.focus();
    if (story.length === 0) return;
    const worker = new Worker(new URL('../../workers/rehearsal-web.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<AftermathTold>) => (aftermath[data.at] = data);
    const harms = story.map((c) => c.harm);
    worker.postMessage({ machine, faults: faults ?? null, harms } satisfies AftermathAsked);
    return () => worker.terminate();
  });

  const symptom = (id: string) => set!.symptoms.find((s) => s.id === id)!.text;
  function foundWords(found: Found) {
    if (found.do === 'repair') {
      const { text } = set!.repairs.find((x) => x.id === found.id)!;
      return t(found.helped ? 'rehearsal.repairHelps' : 'rehearsal.repairDoesNot', { repair: text });
    }
    const test = set!.tests.find((x) => x.id === found.id)!;
    return t('rehearsal.testSays', {
      test: test.text,
      outcome: test.outcomes.find((o) => o.id === found.outcome)!.text
    });
  }
  const lookAt = ({ harm }: Chapter): Handled => {
    const { joint, part } = damageOf(model, harm);
    return joint !== undefined ? { joint } : part !== undefined ? { part } : harm.at;
  };
  function show(chapter: Chapter) {
    const thing = lookAt(chapter);
    r.zone = faceOf(model, thing) ?? r.zone;
    onlook(thing);
  }
</script>

<div class="flex flex-col gap-3">
  <h2 class="text-xl focus:outline-none" tabindex="-1" bind:this={heading}>
    {log.isClean
      ? t('rehearsal.clean')
      : story.length > 0
        ? t('rehearsal.broke', { n: story.length })
        : t('rehearsal.notReached')}
  </h2>
  {#if story.length > 0 && !log.isReached}<p>{t('rehearsal.notReached')}</p>{/if}
  <p class="text-soft">
    {t('rehearsal.counts', { tries: log.entries.length - log.hints, stuck: log.stuck, hints: log.hints })}
  </p>

  {#if waiting > 0}<p role="status" class="text-soft">{t('rehearsal.waiting', { n: waiting })}</p>{/if}
  {#if refused > 0}<p role="alert" class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {t('rehearsal.refused', { n: refused })}
    </p>{/if}
  {#each story as chapter, i (i)}
    {@const words = harmWords(model, chapter.harm)}
    {@const after = aftermath[i]}
    {@const damage = damageOf(model, chapter.harm)}
    {@const newPart = damage.isWhole ? undefined : damage.part}
    <article class="chapter" class:undone={chapter.isUndone}>
      <h3 class="text-base font-semibold">
        {#if chapter.entries.length > 1}{t('rehearsal.times', { n: chapter.entries.length })}{/if}
        {told(words.text)}
      </h3>
      {#if chapter.isUndone}<p class="text-soft">{t('rehearsal.undoneHarm')}</p>{/if}
      <p>{t('rehearsal.showsLater', { how: told(words.shows) })}</p>
      {#if chapter.symptoms.length > 0 && set}
        <p>{t('rehearsal.customerSays', { symptoms: chapter.symptoms.map(symptom) })}</p>
      {:else if chapter.functions.length > 0}
        <p>{t('rehearsal.testFails', { functions: chapter.functions.map((f) => functionName(f)) })}</p>
      {/if}
      {#if after?.seconds !== undefined}
        <p>
          {damage.isWhole
            ? t('rehearsal.repairBack', { time: duration(after.seconds) })
            : t('rehearsal.repair', {
                goal: goalWords(model, repairGoal(model, chapter.harm)),
                time: duration(after.seconds)
              })}
        </p>
        {#if newPart !== undefined && prices[newPart] !== undefined}<p>
            {t('rehearsal.newPart', { part: partName(model, newPart), price: money(prices[newPart], currency) })}
          </p>{/if}
      {:else if after === undefined}
        <p class="text-soft">{t('rehearsal.workingOut')}</p>
      {/if}
      {#if words.right}<p class="right">{told(words.right)}</p>{/if}
      {#if after?.finding && set}
        <details>
          <summary class="link cursor-pointer">{t('rehearsal.found', { n: after.finding.length })}</summary>
          <ol class="list-decimal ps-5">
            {#each after.finding as found (`${found.do} ${found.id}`)}<li>{foundWords(found)}</li>{/each}
          </ol>
        </details>
      {/if}
      <p class="flex flex-wrap items-center gap-2 pt-1">
        {#if chapter.entries.length > 0 && !chapter.isUndone}
          <button type="button" class="button" onclick={() => r.backTo(chapter.entries[0]!)}
            >{t('rehearsal.backToBefore')}</button
          >
        {/if}
        <button type="button" class="button" onclick={() => show(chapter)}>{t('rehearsal.showIt')}</button>
        {#if chapter.step}
          <span class="text-soft"
            >{t('rehearsal.stepOfPlan', {
              n: r.plan.steps.indexOf(chapter.step) + 1,
              step: told(chapter.step.text)
            })}</span
          >
        {/if}
      </p>
    </article>
  {/each}

  <p class="flex flex-wrap gap-2">
    <button type="button" class="button" onclick={() => r.goOn()}>{t('rehearsal.workOn')}</button>
    <a class="button" href={back.href}>{back.name}</a>
  </p>
</div>

<style>
  .chapter {
    display: grid;
    gap: 0.25rem;
    padding: 0.6rem 0.9rem;
    border-inline-start: 4px solid var(--now);
    border-radius: 6px;
    background: var(--now-wash);
  }
  .chapter.undone {
    border-color: var(--rule-strong);
    background: var(--sunk);
  }
  .right {
    font-weight: 600;
  }
</style>
