<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { v4 as uuid } from 'uuid';
  import { skillOnWords, skillWords } from '$core/exercises';
  import { exerciseMaker, PracticeRound } from '$lib/practice/day.svelte';
  import { PracticeOutbox, sendAnswers } from '$lib/practice/outbox.svelte';
  import { day } from '$lib/ui/dates';
  import DataTable from '$lib/ui/DataTable.svelte';
  import { useWords } from '$lib/words';
  import Question from './Question.svelte';

  const { t, told } = useWords();
  let { data } = $props();

  let outbox = $state.raw<PracticeOutbox>();
  let round = $state.raw<PracticeRound>();
  let end: (() => void) | undefined;
  onMount(() => {
    outbox = new PracticeOutbox(data.person!.id, localStorage, sendAnswers);
    void outbox.flush();
    const again = () => void outbox?.flush();
    addEventListener('online', again);
    return () => removeEventListener('online', again);
  });
  onDestroy(() => end?.());

  function begin() {
    const maker = exerciseMaker();
    end = maker.end;
    round = new PracticeRound({
      asked: data.asked,
      offers: data.offers,
      machines: data.machines,
      make: maker.make,
      keep: (answered) => outbox?.add(answered),
      id: () => uuid(),
      now: () => new Date(),
      random: Math.random
    });
    void round.next();
  }

  const nameOf = (id: string) => data.names[id] ?? id;
  type Known = (typeof data.known)[number];
  const columns = [
    { id: 'skill', name: t('practice.skill'), of: (k: Known) => told(skillWords(k.skill, nameOf)) },
    { id: 'last', name: t('practice.lastTime'), of: (k: Known) => t(k.isRight ? 'practice.right' : 'practice.wrong') },
    { id: 'due', name: t('practice.dueOn'), of: (k: Known) => day(k.due) }
  ];
</script>

<svelte:head><title>{t('practice.title')}</title></svelte:head>

{#if round && !round.isOver}
  <section class="mx-auto flex h-[calc(100dvh-var(--head))] max-w-[1400px] flex-col px-5 py-4 max-lg:h-auto">
    {#if round.exercise && round.ground}
      {#key round.exercise}
        <Question {round} exercise={round.exercise} ground={round.ground} waiting={outbox?.count ?? 0} />
      {/key}
    {:else}
      <p role="status" class="text-soft">{t('practice.making')}</p>
    {/if}
  </section>
{:else}
  <div class="mx-auto max-w-4xl px-5 py-6">
    {#if round}
      <p role="status" class="rounded-md border-s-4 border-good bg-good-wash px-3 py-2">
        {t('practice.over', { right: round.right, of: round.done })}
      </p>
    {/if}
    <h1 class="mt-2 text-2xl">{t('practice.today', { n: round ? 0 : data.asked.length })}</h1>
    <p class="mt-2 max-w-prose text-soft">{t(data.asked.length > 0 && !round ? 'practice.about' : 'practice.later')}</p>
    {#if data.machines.length === 0}
      <p class="mt-3">{t('practice.noMachines')}</p>
    {:else if data.asked.length > 0 && !round}
      <button class="button button-act mt-4" onclick={begin}>{t('practice.begin')}</button>
      <h2 class="mt-6 text-lg">{t('practice.comesUp')}</h2>
      <ul class="mt-1.5 columns-2 gap-8 max-md:columns-1">
        {#each data.asked as one (one.skill)}
          <li class="break-inside-avoid py-0.5">
            {told(skillOnWords(one.skill, one.machine, nameOf))}
          </li>
        {/each}
      </ul>
    {/if}
    {#if data.answeredToday > 0 && !round}
      <p class="mt-3 text-soft">{t('practice.doneToday', { n: data.answeredToday, right: data.rightToday })}</p>
    {/if}
    {#if outbox && outbox.count > 0}
      <p role="status" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
        {t('practice.waiting', { n: outbox.count })}
      </p>
    {/if}
    {#if outbox && outbox.refused > 0}
      <p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
        {t('practice.refused', { n: outbox.refused })}
      </p>
    {/if}
    {#if data.known.length > 0}
      <h2 class="mt-6 mb-2 text-lg">{t('practice.skills')}</h2>
      <DataTable rows={data.known} {columns} caption={t('practice.skills')} keyOf={(k) => k.skill} />
    {/if}
  </div>
{/if}
