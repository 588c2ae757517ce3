<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import { moment } from '$lib/ui/dates';
  import { LANGUAGE_NAMES, LANGUAGES } from '$core/language';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  let { data, form } = $props();
  /** Each in its own language. */
</script>

<svelte:head><title>{t('me.yourAccountEagerWrench')}</title></svelte:head>

<div class="mx-auto max-w-3xl px-5 py-6">
  <h1 class="text-2xl">
    {t('common.nameAndRole', { name: data.person?.name, role: t('common.role', { role: data.person!.role }) })}
  </h1>
  {#if form?.message}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {told(form.message)}
    </p>{/if}
  {#if form?.done}<p role="status" class="mt-3 rounded-md border-s-4 border-good bg-good-wash px-3 py-2 text-good">
      {form.done}
    </p>{/if}
  <section class="sheet mt-4 px-4 py-3.5" aria-labelledby="language">
    <h2 id="language" class="text-lg">{t('me.language')}</h2>
    <!-- Another language is another page: it is loaded anew as a whole. -->
    <form method="POST" action="?/language" class="mt-2 flex flex-wrap items-end gap-3" data-sveltekit-reload>
      <select class="field w-auto" name="language" aria-labelledby="language" value={data.chosen ?? ''}>
        <option value="">{t('me.languageOfBrowser')}</option>
        {#each LANGUAGES as l (l)}<option value={l} lang={l}>{LANGUAGE_NAMES[l]}</option>{/each}
      </select>
      <button class="button">{t('me.saveLanguage')}</button>
    </form>
  </section>
  <section class="sheet mt-4 px-4 py-3.5" aria-labelledby="password">
    <h2 id="password" class="text-lg">{t('me.password')}</h2>
    <form
      method="POST"
      action="?/password"
      use:enhance={once({ empties: ['old', 'wanted'] })}
      class="mt-2 grid grid-cols-1 items-end gap-3 sm:grid-cols-[1fr_1fr_auto]"
    >
      <label
        ><span class="label">{t('me.currentPassword')}</span><input
          class="field"
          type="password"
          name="old"
          required
          autocomplete="current-password"
        /></label
      >
      <label
        ><span class="label">{t('me.newPassword10CharactersOrMore')}</span><input
          class="field"
          type="password"
          name="wanted"
          required
          minlength="10"
          autocomplete="new-password"
        /></label
      >
      <button class="button button-act">{t('me.changePassword')}</button>
    </form>
  </section>
  <section class="sheet mt-4 px-4 py-3.5" aria-labelledby="sessions">
    <h2 id="sessions" class="text-lg">{t('me.whereYouAreSignedIn')}</h2>
    <ul class="mt-1 divide-y divide-rule">
      {#each data.sessions as s (s.id)}
        <li class="flex items-center gap-4 py-2">
          <span class="min-w-0 flex-1"
            ><span class="block wrap-anywhere">{s.agent || t('me.anUnnamedBrowser')}</span><span
              class="text-sm text-soft"
              >{t('me.sinceLastUsed', { createdAt: moment(s.createdAt), seenAt: moment(s.seenAt) })}</span
            ></span
          >
          {#if s.isThis}<span class="font-semibold">{t('me.thisOne')}</span>{:else}<form
              method="POST"
              action="?/end"
              use:enhance={once()}
            >
              <input type="hidden" name="id" value={s.id} /><button class="button">{t('me.signOut')}</button>
            </form>{/if}
        </li>
      {/each}
    </ul>
  </section>
</div>
