<script lang="ts">
  import type { Alongside, Alternative, Choices } from '$core/plan';
  import { duration } from '$lib/ui/format';
  import type { Goal } from '$core/goals';

  /** What else could be done with this job: other ways and their price, and what could be done in the same visit. */
  interface Props {
    choices: Choices | undefined;
    /** Whether they are still being worked out. */
    waiting: boolean;
    avoided: number;
    ontake: (alternative: Alternative) => void;
    onadd: (goal: Goal) => void;
    onallow: () => void;
    what: 'ways' | 'alongside';
  }
  let { choices, waiting, avoided, ontake, onadd, onallow, what }: Props = $props();

  const SHOWN = 12;
  let all = $state(false);
  const more = (seconds: number) => (seconds > 0 ? `+${duration(seconds)}` : 'no longer');
  const part = <T,>(list: readonly T[]) => (all ? list : list.slice(0, SHOWN));
</script>

{#snippet rest(n: number)}
  {#if n > SHOWN && !all}<button type="button" class="link mt-2" onclick={() => (all = true)}
      >Show {n - SHOWN} more</button
    >{/if}
{/snippet}

{#if !choices}
  <p class="text-soft" role="status">
    {waiting ? 'Working them out ...' : 'They are worked out for a plan that can be met.'}
  </p>
{:else if what === 'ways'}
  {#if avoided > 0}<p class="mb-2">
      {avoided === 1 ? 'One way is' : `${avoided} ways are`} left aside on your wish.
      <button type="button" class="link" onclick={onallow}>Back to the least work</button>
    </p>{/if}
  <ul class="divide-y divide-(--rule)">
    {#each part(choices.alternatives) as a (a.requirement + a.avoid)}
      {@render way(a)}
    {:else}
      <li class="text-soft">There is no other way worth the name: every step is needed however one goes about it.</li>
    {/each}
  </ul>
  {@render rest(choices.alternatives.length)}
{:else}
  <ul class="divide-y divide-(--rule)">
    {#each part(choices.alongside) as a (a.text)}
      {@render also(a)}
    {:else}
      <li class="text-soft">Nothing else comes cheap on this way.</li>
    {/each}
  </ul>
  {@render rest(choices.alongside.length)}
{/if}

{#snippet way(a: Alternative)}
  <li class="flex items-center gap-3 py-2">
    <span class="figure w-20 shrink-0 text-right font-semibold">{more(a.extraSeconds)}</span>
    <span class="flex-1">{a.text}</span>
    <button type="button" class="button" aria-label="Take it: {a.text}" onclick={() => ontake(a)}>Take it</button>
  </li>
{/snippet}
{#snippet also(a: Alongside)}
  <li class="flex items-center gap-3 py-2">
    <span class="figure w-20 shrink-0 text-right font-semibold">{more(a.extraSeconds)}</span>
    <span class="flex-1">{a.text}<span class="block text-sm text-soft">{a.reason}</span></span>
    <button type="button" class="button" aria-label="Add: {a.text}" onclick={() => onadd(a.goal)}>Add</button>
  </li>
{/snippet}
