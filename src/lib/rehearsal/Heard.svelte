<script lang="ts">
  import { blockerWords, harmWords, tryAbout, tryWords } from '$core/rehearsal';
  import { toolName } from '$core/words';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import { useWords } from '$lib/words';
  import type { Rehearsing } from './rehearsing.svelte';

  const { t, told } = useWords();

  /** What came of the last try. */
  let { r }: { r: Rehearsing } = $props();

  const heard = $derived(r.heard);
  const tried = $derived(heard?.is === 'tried' ? heard : undefined);
  const harm = $derived(tried?.outcome.is === 'harm' ? tried.outcome.harm : undefined);
  const words = $derived(harm && harmWords(r.access.model, harm));
  /** The same reason is said once. */
  const reasons = $derived(
    tried?.outcome.is === 'stuck' ? [...new Set(tried.outcome.because.map((b) => told(blockerWords(r.access, b))))] : []
  );
</script>

<div class="heard" aria-live="polite" class:bad={harm} class:stuck={reasons.length > 0}>
  {#if !heard}
    <p class="text-soft">{t('rehearsal.begin')}</p>
  {:else if heard.is === 'hint'}
    <p class="font-semibold">{heard.step ? told(heard.step.text) : t('rehearsal.nothingNext')}</p>
    {#if heard.step?.do === 'open'}<p>
        {t('rehearsal.withTool', { tool: toolName(heard.step.tool ?? 'fingers') })}
      </p>{/if}
    {#if heard.step?.detail}<p>{told(heard.step.detail)}</p>{/if}
  {:else if heard.is === 'back'}
    <p>{t('rehearsal.wentBack')}</p>
  {:else if words && tried}
    <p class="flex gap-2 text-base font-semibold">
      <TriangleAlert size={18} class="mt-0.5 flex-none" aria-hidden="true" />{told(words.text)}
    </p>
    <p class="mt-1">{t('rehearsal.showsLater', { how: told(words.shows) })}</p>
    {#if words.right}<p class="mt-1">{told(words.right)}</p>{/if}
    <p class="mt-2 flex flex-wrap gap-2">
      <button type="button" class="button" onclick={() => r.backTo(tried.entry)}>{t('rehearsal.backToBefore')}</button>
      <button type="button" class="button" onclick={() => (r.heard = undefined)}>{t('rehearsal.goOn')}</button>
    </p>
  {:else if reasons.length > 0}
    <p class="font-semibold">{t('rehearsal.doesNotMove')}</p>
    <ul>
      {#each reasons.slice(0, 4) as reason (reason)}<li>{reason}</li>{/each}
    </ul>
    {#if reasons.length > 4}<p class="text-soft">{t('rehearsal.moreReasons', { n: reasons.length - 4 })}</p>{/if}
  {:else if tried}
    <p>
      <span class="font-semibold text-good">{t('rehearsal.works')}</span>
      {[tryAbout(r.access.model, tried.tried), tryWords(r.access.model, tried.tried)]
        .map(told)
        .filter(Boolean)
        .join(': ')}
    </p>
  {/if}
</div>

<style>
  .heard {
    padding: 0.5rem 0.75rem;
    border-inline-start: 4px solid var(--rule-strong);
    border-radius: 6px;
    background: var(--sunk);
  }
  .bad {
    border-color: var(--now);
    background: var(--now-wash);
  }
  .stuck {
    border-color: var(--warn);
    background: var(--warn-wash);
  }
  li {
    list-style: disc;
    margin-inline-start: 1.1rem;
  }
</style>
