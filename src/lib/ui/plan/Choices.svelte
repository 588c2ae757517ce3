<script lang="ts">
  import type { Alongside, Alternative, Choices } from '$core/plan';
  import { duration } from '$lib/ui/format';
  import type { Goal } from '$core/goals';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

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
  const more = (seconds: number) => (seconds > 0 ? `+${duration(seconds)}` : t('plan.noLonger'));
  const part = <T,>(list: readonly T[]) => (all ? list : list.slice(0, SHOWN));
</script>

{#snippet rest(n: number)}
  {#if n > SHOWN && !all}<button type="button" class="link mt-2" onclick={() => (all = true)}
      >{t('plan.showMore', { n: n - SHOWN })}</button
    >{/if}
{/snippet}

{#if !choices}
  <p class="text-soft" role="status">
    {waiting ? t('plan.calculating') : t('plan.otherWaysAreShownOnceThere')}
  </p>
{:else if what === 'ways'}
  {#if avoided > 0}<p class="mb-2">
      {t('plan.avoidedBecauseYouAskedForIt', {
        avoided: avoided === 1 ? t('plan.oneWayIs') : t('plan.waysAre', { avoided })
      })}
      <button type="button" class="link" onclick={onallow}>{t('plan.backToTheLeastWork')}</button>
    </p>{/if}
  <ul class="divide-y divide-(--rule)">
    {#each part(choices.alternatives) as a (a.requirement + a.avoid)}
      {@render way(a)}
    {:else}
      <li class="text-soft">{t('plan.thereIsNoRealAlternativeEvery')}</li>
    {/each}
  </ul>
  {@render rest(choices.alternatives.length)}
{:else}
  <ul class="divide-y divide-(--rule)">
    {#each part(choices.alongside) as a (told(a.text))}
      {@render also(a)}
    {:else}
      <li class="text-soft">{t('plan.nothingElseCanBeDoneCheaply')}</li>
    {/each}
  </ul>
  {@render rest(choices.alongside.length)}
{/if}

{#snippet way(a: Alternative)}
  <li class="flex items-center gap-3 py-2">
    <span class="figure w-20 shrink-0 text-end font-semibold">{more(a.extraSeconds)}</span>
    <span class="flex-1">{told(a.text)}</span>
    <button type="button" class="button" aria-label={t('plan.useThisWay', { text: a.text })} onclick={() => ontake(a)}
      >{t('plan.useThisWay2')}</button
    >
  </li>
{/snippet}
{#snippet also(a: Alongside)}
  <li class="flex items-center gap-3 py-2">
    <span class="figure w-20 shrink-0 text-end font-semibold">{more(a.extraSeconds)}</span>
    <span class="flex-1">{told(a.text)}<span class="block text-sm text-soft">{told(a.reason)}</span></span>
    <button type="button" class="button" aria-label={t('plan.add', { text: a.text })} onclick={() => onadd(a.goal)}
      >{t('plan.add2')}</button
    >
  </li>
{/snippet}
