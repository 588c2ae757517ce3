<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { v4 as uuid } from 'uuid';
  import { skillOnWords } from '$core/exercises';
  import {
    exerciseMaker,
    handedOut,
    PracticeRound,
    type DayMachine,
    type RoundOptions
  } from '$lib/practice/day.svelte';
  import { answersOutbox, rehearsalsOutbox } from '$lib/practice/outbox.svelte';
  import { useWords } from '$lib/words';
  import Known from './Known.svelte';
  import Question from './Question.svelte';
  import Sets from './Sets.svelte';
  import WholeJobs from './WholeJobs.svelte';

  const { t, told } = useWords();
  let { data } = $props();

  let outbox = $state.raw<ReturnType<typeof answersOutbox>>();
  /** Rehearsals that were ended where there was no network: this is where one comes back to. */
  let rehearsals = $state.raw<ReturnType<typeof rehearsalsOutbox>>();
  let round = $state.raw<PracticeRound>();
  let end: (() => void) | undefined;
  onMount(() => {
    outbox = answersOutbox(data.person!.id, localStorage);
    rehearsals = rehearsalsOutbox(data.person!.id, localStorage);
    const ends = [outbox.follow(), rehearsals.follow()];
    return () => ends.forEach((end) => end());
  });
  onDestroy(() => end?.());

  function beginToday() {
    const maker = exerciseMaker();
    end = maker.end;
    begin(data.machines, { asked: data.asked, offers: data.offers, make: maker.make });
  }

  function begin(machines: readonly DayMachine[], what: Pick<RoundOptions, 'asked' | 'offers' | 'make'>) {
    round = new PracticeRound({
      ...what,
      machines,
      keep: (answered) => outbox?.add(answered),
      id: () => uuid(),
      now: () => new Date(),
      random: Math.random
    });
    void round.next();
  }

  const nameOf = (id: string) => data.names[id] ?? id;
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
    {#if data.person!.role === 'lead'}
      <p class="float-end"><a class="link" href="/practice/ready">{t('practice.whoIsReady')}</a></p>
    {/if}
    <h1 class="mt-2 text-2xl">{t('practice.today', { n: round ? 0 : data.asked.length })}</h1>
    <p class="mt-2 max-w-prose text-soft">{t(data.asked.length > 0 && !round ? 'practice.about' : 'practice.later')}</p>
    {#if data.machines.length === 0}
      <p class="mt-3">{t('practice.noMachines')}</p>
    {:else if data.asked.length > 0 && !round}
      <button class="button button-act mt-4" onclick={beginToday}>{t('practice.begin')}</button>
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
    {#if rehearsals && rehearsals.count > 0}
      <p role="status" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
        {t('rehearsal.waiting', { n: rehearsals.count })}
      </p>
    {/if}
    {#if outbox && outbox.refused > 0}
      <p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
        {t('practice.refused', { n: outbox.refused })}
      </p>
    {/if}
    {#if data.whole.machines.length > 0}<WholeJobs {...data.whole} />{/if}
    {#if data.whole.machines.length > 0}<Sets
        machines={data.whole.machines}
        onopen={(set, machines) => begin(machines, handedOut(set.exercises))}
      />{/if}
    <Known known={data.known} names={data.names} />
  </div>
{/if}
