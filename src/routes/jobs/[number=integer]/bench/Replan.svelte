<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import type { Machine } from '$core/machine';
  import { planRequest, type PlanBasis } from '$core/plan';
  import { type Weighting } from '$core/solve';
  import { continued, fromHere, goalsAhead, planChanges, stuckJoints } from '$core/run';
  import { livePlan } from '$lib/planning/live-plan.svelte';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { duration } from '$lib/ui/format';
  import Panel from './Panel.svelte';
  import { goalId, offeredGoals, type Goal } from '$core/goals';
  import { goalWords, jointName } from '$core/words';
  import { named, useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  /** The plan, made anew from where the work stands: with other goals, and round what will not open. */
  interface Props {
    bench: Bench;
    machine: Machine;
    weighting: Weighting;
    basis: PlanBasis;
    /** What the work should go back to, when it is known already. */
    wanted?: Goal[];
    why?: string;
    onclose: () => void;
  }
  let { bench, machine, weighting, basis, wanted = [], why = '', onclose }: Props = $props();
  const { model } = untrack(() => bench);

  let goals = $state.raw<Goal[]>(
    untrack(() =>
      [...goalsAhead(model, bench.plans, bench.state), ...wanted].filter(
        (g, i, all) => all.findIndex((o) => goalId(o) === goalId(g)) === i
      )
    )
  );
  let stuck = $state.raw<string[]>(untrack(() => stuckJoints(bench.plan, bench.state)));
  let words = $state(untrack(() => why));
  let doing = $state<Goal['do']>('replace');
  const offered = $derived(offeredGoals(model, doing).filter((o) => !goals.some((g) => goalId(g) === goalId(o.goal))));
  const from = $derived(fromHere(bench.plans, bench.state, stuck));

  const live = livePlan();
  onDestroy(() => live.close());
  $effect(() =>
    live.ask(
      goals.length > 0
        ? planRequest({ machine, hash: bench.plan.machine.hash }, basis, { goals, weighting, avoid: [], from })
        : undefined
    )
  );
  const made = $derived(
    live.plan && !live.waiting ? continued(bench.model, live.plan, bench.plans, bench.state) : undefined
  );
  const changes = $derived(made && planChanges(bench.plan, made, bench.state));
  const isSame = $derived(changes !== undefined && changes.added.length === 0 && changes.dropped.length === 0);
  const left = $derived(
    made ? made.steps.filter((s) => !bench.state.steps[s.id]).reduce((sum, s) => sum + s.seconds, 0) : 0
  );
  const reason = $derived(
    words.trim() ||
      (stuck.length > 0
        ? t('bench.willNotOpen', { joints: stuck.map((j) => jointName(model, model.joint(j))) })
        : t('bench.now', { goals: goals.map((g) => goalWords(model, g)) }))
  );

  const add = (id: string) => {
    const found = offered.find((o) => goalId(o.goal) === id);
    if (found) goals = [...goals, found.goal];
  };
  function take() {
    if (!made) return;
    bench.record({ type: 'replanned', why: reason.slice(0, 2000), plan: $state.snapshot(made) });
    onclose();
  }
</script>

<Panel title={t('bench.changeThePlanFromHere')} about={t('bench.whatIsDoneStaysDoneAnd')} {onclose}>
  <ul class="mt-4 space-y-1.5" aria-label={t('bench.whatTheWorkIsFor')}>
    {#each goals as goal (goalId(goal))}
      <li class="flex items-center gap-3 rounded-md border border-rule py-1 ps-3 pe-1 text-lg">
        <span class="flex-1 first-letter:uppercase">{told(goalWords(model, goal))}</span><button
          type="button"
          class="button min-h-11"
          aria-label={t('bench.remove', { goal: goalWords(model, goal) })}
          onclick={() => (goals = goals.filter((g) => g !== goal))}>{t('bench.remove2')}</button
        >
      </li>
    {:else}<li class="text-lg">
        {t('bench.nothingYetEverythingOpenedIsClosed')}
      </li>{/each}
  </ul>
  <div class="mt-2 flex gap-2">
    <label class="w-40"
      ><span class="label">{t('bench.also')}</span><select class="field" bind:value={doing}
        ><option value="replace">{t('bench.replace')}</option><option value="remove">{t('bench.remove3')}</option
        ><option value="expose">{t('bench.reach')}</option><option value="reach">{t('bench.reseatAPlug')}</option
        ></select
      ></label
    >
    <label class="flex-1"
      ><span class="label">{doing === 'reach' ? t('bench.whichPlug') : t('bench.whichPart')}</span><select
        class="field"
        value=""
        onchange={(e) => {
          add(e.currentTarget.value);
          e.currentTarget.value = '';
        }}
        ><option value="">{t('bench.choose')}</option>{#each offered as o (goalId(o.goal))}<option
            value={goalId(o.goal)}>{told(named(model, o.name))}</option
          >{/each}</select
      ></label
    >
  </div>
  {#if stuck.length > 0}
    <ul class="mt-3 space-y-1" aria-label={t('bench.whatWillNotOpen')}>
      {#each stuck as joint (joint)}
        <li class="flex items-center gap-3 text-lg">
          <span class="flex-1"
            ><Rich text={t('bench.findAWayRoundWillNot', { name: jointName(model, model.joint(joint)) })}
              >{#snippet b(text)}<b>{text}</b>{/snippet}</Rich
            ></span
          ><button
            type="button"
            class="button min-h-11"
            aria-label={t('bench.itOpensAfterAll', { name: jointName(model, model.joint(joint)) })}
            onclick={() => (stuck = stuck.filter((j) => j !== joint))}>{t('bench.itOpensAfterAll2')}</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  <div class="mt-3 rounded-lg bg-sunk px-4 py-3 text-lg" role="status">
    {#if goals.length === 0}{t('bench.chooseWhatTheWorkIsFor')}
    {:else if live.problem}<span class="font-semibold">{t('bench.noPlanCanAvoidThis')}</span> {told(live.problem)}
    {:else if !made}{t('bench.calculating')}
    {:else if isSame}{t('bench.thisIsTheCurrentPlan')}
    {:else if changes}
      <p class="font-semibold">
        {t('bench.moreFewerStillToDo', {
          n: t('count.step', { n: changes.added.length }),
          n2: changes.dropped.length,
          left: duration(left)
        })}
      </p>
      <ul class="mt-1 text-base">
        {#each changes.added.slice(0, 6) as s (s.id)}<li>+ {told(s.text)}</li>{/each}
        {#if changes.added.length > 6}<li class="text-soft">
            {t('bench.andMore', { n: changes.added.length - 6 })}
          </li>{/if}
        {#each changes.dropped.slice(0, 4) as s (s.id)}<li class="text-soft">− {told(s.text)}</li>{/each}
        {#if changes.dropped.length > 4}<li class="text-soft">
            {t('bench.andFewer', { n: changes.dropped.length - 4 })}
          </li>{/if}
      </ul>
    {/if}
  </div>
  <label class="mt-3 block"
    ><span class="label">{t('bench.reasonForTheRecord')}</span><input
      class="field"
      maxlength="300"
      bind:value={words}
      placeholder={reason}
    /></label
  >
  <!-- On a ground of its own, with a line over it: what is scrolled under it goes on. -->
  <div
    class="sticky -bottom-5 -mx-6 mt-4 -mb-5 border-t border-rule bg-sheet px-6 py-3 max-lg:bottom-0 max-lg:-mx-3 max-lg:px-3"
  >
    <button type="button" class="button button-now min-h-14 w-full text-lg" disabled={!made || isSame} onclick={take}
      >{t('bench.useThisPlan')}</button
    >
  </div>
</Panel>
