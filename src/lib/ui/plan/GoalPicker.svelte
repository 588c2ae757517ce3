<script lang="ts">
  import type { Model } from '$core/machine';
  import X from '@lucide/svelte/icons/x';
  import { goalId, offeredGoals, type Goal } from '$core/goals';
  import { jobWords } from '$core/words';
  import { named, useWords } from '$lib/words';

  const { t, told, language } = useWords();

  /** What the job is for: chosen from a list by what one wants to do; the drawing beside it offers the same. */
  interface Props {
    model: Model;
    goals: readonly Goal[];
    /** What a click on the drawing and a tick in the list mean. */
    doing: Goal['do'];
    ondoing: (doing: Goal['do']) => void;
    ontoggle: (goal: Goal) => void;
  }
  let { model, goals, doing, ondoing, ontoggle }: Props = $props();

  const DOINGS: { value: Goal['do']; name: string }[] = [
    { value: 'replace', name: t('plan.replace') },
    { value: 'remove', name: t('plan.remove') },
    { value: 'expose', name: t('plan.reach') },
    { value: 'reach', name: t('plan.reseat') }
  ];
  let query = $state('');
  const shown = $derived(
    offeredGoals(model, doing)
      .map((o) => ({ ...o, name: told(named(model, o.name)) }))
      .filter((o) => o.name.toLowerCase().includes(query.trim().toLowerCase()))
      .sort((a, b) => a.name.localeCompare(b.name, language))
  );
  const chosen = $derived(new Set(goals.map(goalId)));
</script>

<div class="flex h-full min-h-0 flex-col gap-2">
  {#if goals.length > 0}
    <ul class="flex flex-wrap gap-1.5" aria-label={t('plan.whatTheJobIsFor')}>
      {#each goals as goal (goalId(goal))}
        <li>
          <button
            type="button"
            class="flex items-center gap-1.5 rounded border border-rule-strong bg-sunk px-2.5 py-1"
            onclick={() => ontoggle(goal)}
            aria-label={t('plan.removeFromTheJob', { goal: jobWords(model, [goal]) })}
            >{told(jobWords(model, [goal]))} <X size={14} aria-hidden="true" /></button
          >
        </li>
      {/each}
    </ul>
  {/if}
  <div class="flex flex-wrap gap-2">
    <div class="flex flex-wrap" role="group" aria-label={t('plan.whatToDo')}>
      {#each DOINGS as d (d.value)}
        <button
          type="button"
          class="border border-rule-strong px-2.5 py-1.5 not-first:border-s-0 first:rounded-s last:rounded-e {d.value ===
          doing
            ? 'bg-act text-on-act'
            : 'bg-sheet'}"
          aria-pressed={d.value === doing}
          onclick={() => ondoing(d.value)}>{d.name}</button
        >
      {/each}
    </div>
    <label class="min-w-28 flex-1"
      ><span class="sr-only">{t('plan.search')}</span><input
        class="field"
        type="search"
        placeholder={t('plan.search')}
        bind:value={query}
      /></label
    >
  </div>
  <fieldset class="sheet min-h-40 flex-1 overflow-y-auto p-1">
    <legend class="sr-only">{DOINGS.find((d) => d.value === doing)!.name}</legend>
    {#each shown as { goal, name, number } (goalId(goal))}
      <label
        class="flex min-h-9 cursor-pointer items-center gap-2.5 rounded px-2 hover:bg-sunk has-checked:bg-sunk has-checked:font-semibold"
      >
        <input
          type="checkbox"
          class="size-4.5 accent-(--act)"
          checked={chosen.has(goalId(goal))}
          onchange={() => ontoggle(goal)}
        />
        <span>{name}</span>
        <span class="code ms-auto text-sm font-normal text-soft">{number}</span>
      </label>
    {:else}
      <p class="px-2 py-4 text-soft">{t('plan.nothingWithThatName')}</p>
    {/each}
  </fieldset>
</div>
