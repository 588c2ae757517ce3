<script lang="ts">
  import { enhance } from '$app/forms';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  let { form } = $props();
  let sending = $state(false);
</script>

<svelte:head><title>{t('signin.signInEagerWrench')}</title></svelte:head>

<div class="grid min-h-screen grid-cols-1 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
  <section class="flex flex-col justify-center px-[8vw]">
    <p class="flex items-center gap-3 text-lg font-semibold">
      <img src="/mark.svg" alt="" width="34" height="34" />
      {t('signin.eagerWrench')}
    </p>
    <h1 class="mt-10 text-3xl">{t('signin.signIn')}</h1>
    <form
      method="POST"
      class="mt-6 w-full max-w-sm space-y-4"
      use:enhance={() => {
        sending = true;
        return async ({ update }) => {
          await update({ reset: false });
          sending = false;
        };
      }}
    >
      {#if form?.message}
        <p role="alert" class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2.5">{told(form.message)}</p>
      {/if}
      <label class="block"
        ><span class="label">{t('signin.name')}</span><input
          class="field"
          name="name"
          autocomplete="username"
          required
          maxlength="60"
          value={form?.name}
        /></label
      >
      <label class="block"
        ><span class="label">{t('signin.password')}</span><input
          class="field"
          name="password"
          type="password"
          autocomplete="current-password"
          required
          maxlength="200"
        /></label
      >
      <button class="button button-act w-full" disabled={sending}
        >{sending ? t('signin.signingIn') : t('signin.signIn')}</button
      >
    </form>
  </section>
  <!-- Down and back up: what the tool is about, as a line. -->
  <section class="descent relative overflow-hidden" aria-hidden="true">
    <svg viewBox="0 0 600 800" preserveAspectRatio="none" class="absolute inset-0 h-full w-full">
      {#each [0, 1, 2, 3, 4, 5] as band (band)}
        <rect x="0" y={90 + band * 118} width="600" height="720" style:fill="var(--depth-{band})" />
      {/each}
      <path
        d="M0 90H90L120 208H170L195 326H245L262 444H285L300 640L318 640L335 444H380L400 326H440L465 208H500L530 90H600"
        class="line"
        vector-effect="non-scaling-stroke"
      />
    </svg>
    <p class="absolute start-10 bottom-10 max-w-sm text-2xl font-semibold text-ink">
      {t('signin.downToThePartAndBack')}
    </p>
  </section>
</div>

<style>
  .descent {
    background: var(--sheet);
    border-inline-start: 1px solid var(--rule);
  }
  .line {
    fill: none;
    stroke: var(--now);
    stroke-width: 4;
    stroke-linejoin: round;
  }
</style>
