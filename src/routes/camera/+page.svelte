<script lang="ts">
  import { onMount } from 'svelte';
  import Camera from '@lucide/svelte/icons/camera';
  import { PhotoInput } from '$lib/ui/photo';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  interface AtHand {
    job: number;
    person: string;
    expiresAt: string;
    step: string | null;
  }
  /** How often one asks what is in hand now, ms: the bench goes on beside the phone. */
  const ASK_MS = 4000;

  let now = $state.raw<AtHand>();
  let problem = $state('');
  let isOver = $state(false);
  let sending = $state(0);
  let sent = $state(0);
  const minutesLeft = $derived(now ? Math.max(1, Math.ceil((Date.parse(now.expiresAt) - Date.now()) / 60_000)) : 0);

  async function ask(path: string, init?: RequestInit): Promise<unknown> {
    const response = await fetch(path, init).catch(() => undefined);
    if (!response) {
      problem = t('camera.theServerDoesNotAnswerStay');
      return undefined;
    }
    const answer = (await response.json().catch(() => ({}))) as { message?: string };
    problem = response.ok ? '' : (answer.message ?? t('camera.theServerRefuses'));
    isOver ||= response.status === 410;
    return response.ok ? answer : undefined;
  }

  onMount(() => {
    const token = location.hash.slice(1);
    // What opens the camera does not stay in the address.
    history.replaceState(history.state, '', location.pathname);
    const opened = token
      ? ask('/api/camera', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ token })
        })
      : ask('/api/camera');
    void opened.then((answer) => (now = answer as AtHand | undefined));
    const timer = setInterval(async () => {
      if (!now || isOver || document.hidden) return;
      now = ((await ask('/api/camera')) as AtHand | undefined) ?? now;
    }, ASK_MS);
    return () => clearInterval(timer);
  });

  async function take(file: File) {
    sending++;
    if (await ask('/api/camera/photos', { method: 'POST', headers: { 'content-type': file.type }, body: file })) sent++;
    sending--;
  }
</script>

<svelte:head><title>{t('camera.cameraEagerWrench')}</title></svelte:head>

<div class="mx-auto flex min-h-dvh max-w-md flex-col px-4 py-6">
  <p class="flex items-center gap-2.5 font-semibold">
    <img src="/mark.svg" alt="" width="26" height="26" />
    {t('camera.eagerWrench')}
  </p>
  {#if isOver}
    <h1 class="mt-10 text-2xl">{t('camera.theCameraIsClosed')}</h1>
    <p class="mt-2 text-lg" role="alert">{problem}</p>
    {#if sent > 0}<p class="mt-2 text-soft">{t('camera.arrived', { sent: t('count.picture', { n: sent }) })}</p>{/if}
  {:else if now}
    <h1 class="mt-6 text-lg text-soft">{t('camera.cameraOfJob', { job: now.job })}</h1>
    <p class="mt-1 text-3xl leading-tight font-bold" aria-live="polite">
      {now.step ?? t('camera.allStepsAreDone')}
    </p>
    {#if problem}<p class="mt-4 rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">{problem}</p>{/if}
    <p class="mt-4 text-lg" role="status">
      {#if sending > 0}{t('camera.sending')}{:else if sent > 0}{t('camera.atTheBench', {
          sent: t('count.picture', { n: sent })
        })}{/if}
    </p>
    <div class="mt-auto">
      <label class="button button-now shutter min-h-24 w-full text-2xl"
        ><Camera size={30} aria-hidden="true" />
        {t('camera.takeAPhoto')}<PhotoInput isTaken onphoto={take} onproblem={(words) => (problem = words)} /></label
      >
      <p class="mt-3 text-center text-soft">
        {t('camera.signedInAsForMoreThe', { person: now.person, minutesLeft: t('count.minute', { n: minutesLeft }) })}
      </p>
    </div>
  {:else if problem}
    <h1 class="mt-10 text-2xl">{t('camera.noCamera')}</h1>
    <p class="mt-2 text-lg" role="alert">{problem}</p>
  {:else}
    <p class="mt-10 text-lg text-soft" role="status">{t('camera.openingTheCamera')}</p>
  {/if}
</div>

<style>
  .shutter:focus-within {
    outline: 3px solid var(--now);
    outline-offset: 3px;
  }
</style>
