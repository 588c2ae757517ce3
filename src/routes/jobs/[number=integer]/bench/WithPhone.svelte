<script lang="ts">
  import QrCode from '$lib/ui/QrCode.svelte';
  import Smartphone from '@lucide/svelte/icons/smartphone';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** A code that opens this run's camera on a phone beside the bench: what it takes arrives in the step in hand. */
  let { run }: { run: string } = $props();

  let opened = $state.raw<{ address: string; expiresAt: string; minutes: number }>();
  let problem = $state('');
  let isOver = $state(false);

  async function open() {
    const response = await fetch(`/api/runs/${run}/camera`, { method: 'POST' }).catch(() => undefined);
    const answer = (await response?.json().catch(() => undefined)) as
      { token?: string; expiresAt?: string; message?: string } | undefined;
    problem = response?.ok ? '' : (answer?.message ?? t('bench.theServerDoesNotAnswerA'));
    opened =
      answer?.token && answer.expiresAt
        ? {
            address: `${location.origin}/camera#${answer.token}`,
            expiresAt: answer.expiresAt,
            minutes: Math.round((Date.parse(answer.expiresAt) - Date.now()) / 60_000)
          }
        : undefined;
  }
  // A code that opens nothing any more is not shown.
  $effect(() => {
    isOver = false;
    if (!opened) return;
    const timer = setTimeout(() => (isOver = true), Math.max(0, Date.parse(opened.expiresAt) - Date.now()));
    return () => clearTimeout(timer);
  });
</script>

{#if opened && !isOver}
  <div class="mt-3 flex flex-wrap items-center gap-5 rounded-lg border border-rule px-4 py-3">
    <div class="w-44 shrink-0"><QrCode text={opened.address} label={t('bench.codeThatOpensTheCameraOn')} /></div>
    <div class="min-w-40 flex-1">
      <p class="text-lg font-semibold">{t('bench.scanThisCodeWithThePhone')}</p>
      <p class="mt-1 text-soft">
        {t('bench.itOpensTheCameraOfThis', { minutes: t('count.minute', { n: opened.minutes }) })}
      </p>
      <button type="button" class="button mt-3 min-h-11" onclick={() => (opened = undefined)}
        >{t('bench.closeTheCode')}</button
      >
    </div>
  </div>
{:else}
  <button type="button" class="button mt-2 min-h-11 w-full" onclick={open}
    ><Smartphone size={20} aria-hidden="true" />
    {t('bench.useAPhone', { isIsOver: isOver ? 'yes' : 'no' })}</button
  >
{/if}
{#if problem}<p class="mt-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">{problem}</p>{/if}
