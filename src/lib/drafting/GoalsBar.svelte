<script lang="ts">
  import { effects } from '$core/drafting';
  import { goalId, type Goal } from '$core/goals';
  import { useWords } from '$lib/words';
  import type { LiveJudge } from './desk.svelte';
  import type { Table } from './table.svelte';

  const { t } = useWords();

  /** Below the drawing: the steps of each pinned goal, what the last edit did to them, and how many faults there are. */
  let { table, judge }: { table: Table; judge: LiveJudge } = $props();

  const did = $derived(judge.before && judge.steps ? effects(judge.before, judge.steps, table.goals) : []);
  const errors = $derived(judge.faults.filter((p) => p.severity === 'error').length);
  const nameOf = (goal: Goal) =>
    goal.do === 'reach'
      ? (table.machine.joints.find((j) => j.id === goal.joint)?.name ?? goal.joint)
      : (table.machine.parts.find((p) => p.id === goal.part)?.name ?? goal.part);
</script>

<div
  class="flex min-h-11 flex-wrap items-center gap-x-5 gap-y-1 border-t border-rule bg-sunk px-4 py-1.5 text-sm"
  role="status"
>
  {#if table.goals.length === 0}<span class="text-soft">{t('drafting.pinSome')}</span>{/if}
  {#each table.goals as goal (goalId(goal))}
    {@const steps = judge.steps?.[goalId(goal)]}
    {@const effect = did.find((d) => goalId(d.goal) === goalId(goal))}
    <span
      ><b>{nameOf(goal)}</b>
      {steps === undefined ? t('drafting.cannotBePlanned') : t('drafting.stepsOf', { n: steps })}
      {#if effect?.was !== undefined && effect.is !== undefined}<b class="text-now"
          >{t('drafting.nowNeeds', {
            n: Math.abs(effect.is - effect.was),
            isMore: effect.is > effect.was ? 'yes' : 'no'
          })}</b
        >{/if}</span
    >
  {/each}
  <span class="ms-auto {errors > 0 ? 'font-semibold text-now' : 'text-soft'}"
    >{t('drafting.faultsSoFar', { n: errors })}</span
  >
</div>
