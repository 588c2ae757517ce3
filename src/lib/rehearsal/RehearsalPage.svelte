<script lang="ts">
  import { onMount } from 'svelte';
  import { v4 as uuid } from 'uuid';
  import type { FaultSet } from '$core/faults';
  import { goalId, type Goal } from '$core/goals';
  import { modelOf, type Machine } from '$core/machine';
  import type { Plan } from '$core/plan';
  import type { Entry, RehearsalRecord } from '$core/rehearsal';
  import type { Trouble } from '$core/practice';
  import { jobWords } from '$core/words';
  import { rehearsalsOutbox } from '$lib/practice/outbox.svelte';
  import { useWords } from '$lib/words';
  import { keptEntries } from './kept';
  import Rehearse from './Rehearse.svelte';

  const { t, told } = useWords();

  /** A rehearsal of one person on this device: what was done is kept here until it is said to be done, and the end of it until the server has it. */
  interface Props {
    machine: Machine;
    hash: string;
    faults: FaultSet | null;
    goals: readonly Goal[];
    plan: Plan;
    troubles?: readonly Trouble[];
    prices: Readonly<Record<string, number>>;
    currency: string;
    person: string;
    back: { href: string; name: string };
  }
  let { machine, hash, faults, goals, plan, troubles = [], prices, currency, person, back }: Props = $props();

  const kept = $derived(keptEntries(`rehearsal ${person} ${hash} ${goals.map(goalId).join(',')}`));
  let outbox = $state.raw<ReturnType<typeof rehearsalsOutbox>>();
  let begun = $state.raw<{ entries: readonly Entry[] }>();
  onMount(() => {
    outbox = rehearsalsOutbox(person, localStorage);
    begun = { entries: kept.read(localStorage) };
    return outbox.follow();
  });

  function end(record: RehearsalRecord) {
    outbox?.add({ id: uuid(), at: new Date().toISOString(), record });
  }
  function again() {
    kept.write(localStorage, []);
    begun = { entries: [] };
  }
</script>

<svelte:head><title>{t('rehearsal.pageTitle', { goals: jobWords(modelOf(machine), goals) })}</title></svelte:head>

{#if begun}
  {#key begun}
    <Rehearse
      {machine}
      {hash}
      faults={faults ?? undefined}
      {goals}
      {plan}
      {troubles}
      {prices}
      {currency}
      entries={begun.entries}
      keep={(entries) => kept.write(localStorage, entries)}
      onend={end}
      onagain={again}
      waiting={outbox?.count ?? 0}
      refused={outbox?.refused ?? 0}
      {back}
    />
  {/key}
{:else}
  <p class="p-5 text-soft" role="status">{t('rehearsal.opening', { machine: told(machine.model) })}</p>
{/if}
