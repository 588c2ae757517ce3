<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import type { Machine } from '$core/machine';
  import { planRequest, type PlanBasis } from '$core/plan';
  import { type Weighting } from '$core/solve';
  import { continued, fromHere, goalsAhead, planChanges, stuckJoints } from '$core/run';
  import { livePlan } from '$lib/planning/live-plan.svelte';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { duration, plural } from '$lib/ui/format';
  import Panel from './Panel.svelte';
  import { goalId, offeredGoals, type Goal } from '$core/goals';
  import { goalWords } from '$core/words';

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
        ? `Will not open: ${stuck.map((j) => model.joint(j).name).join(', ')}`
        : `Now: ${goals.map((g) => goalWords(model, g)).join(', ')}`)
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

<Panel
  title="Change the plan from here"
  about="What is done stays done, and all that is open comes back. Say what the work is for now."
  {onclose}
>
  <ul class="mt-4 space-y-1.5" aria-label="What the work is for">
    {#each goals as goal (goalId(goal))}
      <li class="flex items-center gap-3 rounded-md border border-rule py-1 pr-1 pl-3 text-lg">
        <span class="flex-1 first-letter:uppercase">{goalWords(model, goal)}</span><button
          type="button"
          class="button min-h-11"
          aria-label="Drop: {goalWords(model, goal)}"
          onclick={() => (goals = goals.filter((g) => g !== goal))}>Drop</button
        >
      </li>
    {:else}<li class="text-lg">
        Nothing yet. What was opened comes back whatever you choose; choose at least one thing to do.
      </li>{/each}
  </ul>
  <div class="mt-2 flex gap-2">
    <label class="w-40"
      ><span class="label">Also</span><select class="field" bind:value={doing}
        ><option value="replace">replace</option><option value="remove">take out</option><option value="expose"
          >look at</option
        ><option value="reach">reseat a plug</option></select
      ></label
    >
    <label class="flex-1"
      ><span class="label">{doing === 'reach' ? 'Which plug' : 'Which part'}</span><select
        class="field"
        value=""
        onchange={(e) => {
          add(e.currentTarget.value);
          e.currentTarget.value = '';
        }}
        ><option value="">choose</option>{#each offered as o (goalId(o.goal))}<option value={goalId(o.goal)}
            >{o.name}</option
          >{/each}</select
      ></label
    >
  </div>
  {#if stuck.length > 0}
    <ul class="mt-3 space-y-1" aria-label="What will not open">
      {#each stuck as joint (joint)}
        <li class="flex items-center gap-3 text-lg">
          <span class="flex-1">Go round: <b>{model.joint(joint).name}</b> will not open</span><button
            type="button"
            class="button min-h-11"
            aria-label="It opens after all: {model.joint(joint).name}"
            onclick={() => (stuck = stuck.filter((j) => j !== joint))}>It opens after all</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  <div class="mt-3 rounded-lg bg-sunk px-4 py-3 text-lg" role="status">
    {#if goals.length === 0}Choose what the work is for.
    {:else if live.problem}<span class="font-semibold">No way that keeps to this.</span> {live.problem}
    {:else if !made}Working it out …
    {:else if isSame}This is the plan as it stands.
    {:else if changes}
      <p class="font-semibold">
        {plural(changes.added.length, 'step')} more, {changes.dropped.length} fewer; {duration(left)} still to go.
      </p>
      <ul class="mt-1 text-base">
        {#each changes.added.slice(0, 6) as s (s.id)}<li>+ {s.text}</li>{/each}
        {#if changes.added.length > 6}<li class="text-soft">and {changes.added.length - 6} more</li>{/if}
        {#each changes.dropped.slice(0, 4) as s (s.id)}<li class="text-soft">− {s.text}</li>{/each}
        {#if changes.dropped.length > 4}<li class="text-soft">and {changes.dropped.length - 4} fewer</li>{/if}
      </ul>
    {/if}
  </div>
  <label class="mt-3 block"
    ><span class="label">Why, for the record</span><input
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
      >Go on with this plan</button
    >
  </div>
</Panel>
