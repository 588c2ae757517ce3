<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import { money, moment } from '$lib/ui/dates';
  import { toldOf } from '$lib/audit/told';
  import type { Said } from '$core/language';
  import { ListState } from '$lib/ui/list-state.svelte';
  import SortHeads from '$lib/ui/SortHeads.svelte';
  import SortSelect from '$lib/ui/SortSelect.svelte';
  import { useWords } from '$lib/words';

  const words = useWords();
  const { t, told, language } = words;

  let { data, form } = $props();
  const list = new ListState<(typeof data.people)[number]>(
    [
      { id: 'name', name: t('people.name'), of: (p) => p.name, class: 'py-1.5 ps-4' },
      { id: 'signIn', name: t('people.signsInAs'), of: (p) => p.signIn, class: 'w-30' },
      { id: 'seen', name: t('people.lastSeen'), of: (p) => p.seenAt ?? '', class: 'w-36' },
      {
        id: 'role',
        name: t('people.roleAndAccount'),
        of: (p) => t('common.role', { role: p.role }),
        class: 'w-88 pe-4'
      }
    ],
    language
  );
  const people = $derived(list.shown(data.people));
  const message = $derived((form as { message?: Said } | null)?.message);
  const ROLES = ['technician', 'lead', 'trainee'] as const;
  const log = $derived(
    data.log.map((row) => ({ ...row, ...toldOf(words, row, (minor) => money(minor, data.currency)) }))
  );
</script>

<svelte:head><title>{t('people.peopleEagerWrench')}</title></svelte:head>

<div class="mx-auto max-w-[1240px] px-5 py-5">
  <h1 class="text-2xl">{t('people.people')}</h1>
  <p class="text-soft">
    {t('people.leadsImportMachinesAllowStoppedWork')}
  </p>
  {#if message}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {told(message)}
    </p>{/if}
  <div class="mt-4 grid grid-cols-1 items-start gap-5 xl:grid-cols-[minmax(0,1fr)_19rem]">
    <div class="sheet overflow-hidden">
      <div class="p-3 md:hidden">
        <SortSelect {list} />
      </div>
      <table class="cards w-full">
        <thead><tr class="border-b border-rule-strong text-start text-sm text-soft"><SortHeads {list} /></tr></thead>
        <tbody>
          {#each people as p (p.id)}
            <tr class="border-b border-rule align-top last:border-0 {p.disabledAt ? 'text-soft' : ''}">
              <td class="py-2.5 ps-4 font-semibold"
                >{p.name}{#if p.disabledAt}<span class="block text-sm font-normal"
                    >{t('people.disabledSince', { disabledAt: moment(p.disabledAt) })}</span
                  >{/if}</td
              >
              <td class="code py-2.5" data-label={t('people.signsInAs')}>{p.signIn}</td>
              <td class="py-2.5 text-sm" data-label={t('people.lastSeen')}
                >{p.seenAt ? moment(p.seenAt) : t('people.notSignedIn')}{#if p.sessions > 1}<span
                    class="block text-soft">{t('count.session', { n: p.sessions })}</span
                  >{/if}</td
              >
              <td class="py-2 pe-4 max-md:flex-col! max-md:text-start!">
                <form method="POST" action="?/change" use:enhance={once()} class="flex gap-2">
                  <input type="hidden" name="id" value={p.id} />
                  <select class="field" name="role" aria-label={t('people.roleOf', { name: p.name })} value={p.role}
                    >{#each ROLES as r (r)}<option value={r}>{t('common.role', { role: r })}</option>{/each}</select
                  >
                  <select
                    class="field"
                    name="isDisabled"
                    aria-label={t('people.accountOf', { name: p.name })}
                    value={p.disabledAt ? 'yes' : 'no'}
                    ><option value="no">{t('people.enabled')}</option><option value="yes">{t('people.disabled')}</option
                    ></select
                  >
                  <button class="button" aria-label={t('people.saveChangesTo', { name: p.name })}
                    >{t('people.save')}</button
                  >
                </form>
                <details class="mt-1">
                  <summary class="link cursor-pointer text-sm">{t('people.setANewPassword')}</summary>
                  <form
                    method="POST"
                    action="?/reset"
                    use:enhance={once({ empties: ['password'] })}
                    class="mt-1 flex gap-2"
                  >
                    <input type="hidden" name="id" value={p.id} /><input
                      class="field"
                      type="password"
                      name="password"
                      required
                      minlength="10"
                      autocomplete="new-password"
                      aria-label={t('people.newPasswordOf', { name: p.name })}
                    /><button class="button">{t('people.setPassword')}</button>
                  </form>
                </details>
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
    <section class="sheet px-4 py-3.5" aria-labelledby="add">
      <h2 id="add" class="text-lg">{t('people.addAnAccount')}</h2>
      <form
        method="POST"
        action="?/add"
        use:enhance={once({ empties: ['name', 'signIn', 'role', 'password'] })}
        class="mt-2 space-y-2"
      >
        <label class="block"
          ><span class="label">{t('people.name')}</span><input
            class="field"
            name="name"
            required
            maxlength="120"
          /></label
        >
        <label class="block"
          ><span class="label">{t('people.signsInAs')}</span><input
            class="field code"
            name="signIn"
            required
            maxlength="60"
            autocomplete="off"
          /></label
        >
        <label class="block"
          ><span class="label">{t('people.role')}</span><select class="field" name="role"
            >{#each ROLES as r (r)}<option value={r}>{t('common.role', { role: r })}</option>{/each}</select
          ></label
        >
        <label class="block"
          ><span class="label">{t('people.firstPassword10CharactersOrMore')}</span><input
            class="field"
            type="password"
            name="password"
            required
            minlength="10"
            autocomplete="new-password"
          /></label
        >
        <button class="button button-act w-full">{t('people.addAccount')}</button>
      </form>
    </section>
  </div>
  <section class="sheet mt-5 px-4 py-3.5" aria-labelledby="log">
    <h2 id="log" class="text-lg">{t('people.whoChangedWhat')}</h2>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
    <div class="mt-1 max-h-96 overflow-y-auto" tabindex="0" role="region" aria-label={t('people.changesNewestFirst')}>
      {#each log as row, i (i)}
        <p
          class="grid grid-cols-2 gap-x-3 border-b border-rule py-1 last:border-0 lg:grid-cols-[150px_150px_170px_170px_minmax(0,1fr)]"
        >
          <span class="text-sm text-soft">{moment(row.at)}</span><span>{row.by ?? t('people.setUp')}</span><span
            >{row.what}</span
          ><span class="min-w-0 break-words">{row.about}</span><span
            class="min-w-0 text-sm break-words text-soft max-lg:col-span-2">{row.detail}</span
          >
        </p>
      {:else}<p class="py-4 text-soft">{t('people.nothingHasChangedYet')}</p>{/each}
    </div>
  </section>
</div>
