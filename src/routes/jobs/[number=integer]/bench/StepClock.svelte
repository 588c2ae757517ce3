<script lang="ts">
  import { untrack } from 'svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** How long the step in hand has taken, beside what it takes as a rule: seen, and quiet. */
  let { since, planned }: { since: string | undefined; planned: number } = $props();

  const TICK_MS = 1000;
  /** A run that was left overnight is not a step of nine hours. */
  const LONGEST = 3600;
  const opened = Date.now();
  let now = $state(untrack(() => opened));
  $effect(() => {
    const timer = setInterval(() => (now = Date.now()), TICK_MS);
    return () => clearInterval(timer);
  });
  const seconds = $derived(Math.max(0, Math.floor((now - Math.max(opened, since ? Date.parse(since) : 0)) / 1000)));
  const clock = (s: number) => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`;
</script>

{#if seconds < LONGEST}<span class="figure ms-3" aria-label={t('bench.timeOnThisStep')}>{clock(seconds)}</span>
  <span>{t('bench.ofAbout', { planned: clock(planned) })}</span>{/if}
