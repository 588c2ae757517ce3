<script lang="ts">
  import { enhance } from '$app/forms';
  import type { Readiness } from '$core/practice';
  import Check from '@lucide/svelte/icons/check';
  import { day, moment } from '$lib/ui/dates';
  import { once } from '$lib/ui/once';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();
  let { data, form } = $props();

  const trainees = $derived(data.people.filter((p) => p.role === 'trainee'));
  const open = $derived(
    data.rows.flatMap((row) => row.jobs.map((number) => ({ number, row }))).sort((a, b) => b.number - a.number)
  );
  const on = (at: number) => day(new Date(at).toISOString());
  const words = (ready: Readiness) =>
    ready.is === 'never'
      ? t('practice.never')
      : ready.is === 'harmed'
        ? t('practice.harmed', { on: on(ready.at) })
        : t(`practice.${ready.is}`, { on: on(ready.at), hints: ready.hints });
</script>

<svelte:head><title>{t('practice.readyTitle')}</title></svelte:head>

<div class="mx-auto max-w-[1240px] px-5 py-5">
  <p class="text-sm"><a class="link" href="/practice">{t('practice.back')}</a></p>
  <h1 class="text-2xl">{t('practice.whoIsReady')}</h1>
  <p class="mt-1 max-w-prose text-soft">
    {t('practice.readyAbout', { may: data.practice.trainees, days: data.practice.freshDays ?? 0 })}
    <a class="link" href="/settings#practice">{t('practice.settings')}</a>
  </p>
  {#if data.rows.length === 0 || data.people.length === 0}
    <p class="mt-4">{t('practice.nobodyYet')}</p>
  {:else}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
    <div class="mt-4 overflow-x-auto" tabindex="0" role="region" aria-label={t('practice.whoIsReady')}>
      <table class="w-full min-w-max border-collapse text-start">
        <thead>
          <tr>
            <th scope="col" class="head">{t('practice.work')}</th>
            <th scope="col" class="head">{t('practice.jobs')}</th>
            {#each data.people as person (person.id)}<th scope="col" class="head"
                ><a class="link" href="/practice/people/{person.id}">{person.name}</a></th
              >{/each}
          </tr>
        </thead>
        <tbody>
          {#each data.rows as row (row.key)}
            <tr class="border-b border-rule align-top">
              <th scope="row" class="max-w-80 py-2 pe-4 text-start font-normal"
                ><span class="font-semibold">{told(row.work)}</span><br /><span class="text-sm text-soft"
                  >{row.machine}</span
                ></th
              >
              <td class="py-2 pe-4">
                {#each row.jobs.slice(0, 5) as number (number)}<a class="link me-2" href="/jobs/{number}/plan"
                    >{number}</a
                  >{/each}{#if row.jobs.length > 5}<span class="text-soft">…</span>{/if}
              </td>
              {#each row.ready as ready, i (data.people[i]?.id)}
                <td class="py-2 pe-4 {ready.is === 'never' ? 'text-soft' : ''}"
                  ><span class="inline-flex items-start gap-1 {ready.is === 'ready' ? 'font-semibold text-good' : ''}"
                    >{#if ready.is === 'ready'}<Check
                        size={16}
                        class="mt-0.5 flex-none"
                        aria-hidden="true"
                      />{/if}{words(ready)}</span
                  ></td
                >
              {/each}
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}

  {#if trainees.length > 0 && open.length > 0 && data.practice.trainees === 'rehearsed'}
    <section class="mt-8 max-w-3xl" aria-labelledby="let-on">
      <h2 id="let-on" class="text-lg">{t('practice.letOn')}</h2>
      <p class="mt-1 max-w-prose text-soft">{t('practice.letOnAbout')}</p>
      {#if form?.message}<p role="alert" class="mt-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
          {told(form.message)}
        </p>{/if}
      {#if form?.done}<p role="status" class="mt-2 rounded-md border-s-4 border-good bg-good-wash px-3 py-2 text-good">
          {form.done}
        </p>{/if}
      <form method="POST" class="mt-3 grid gap-3 md:grid-cols-2" use:enhance={once({ empties: ['reason'] })}>
        <label
          ><span class="label">{t('practice.trainee')}</span><select class="field" name="person" required
            >{#each trainees as p (p.id)}<option value={p.id}>{p.name}</option>{/each}</select
          ></label
        >
        <label
          ><span class="label">{t('practice.job')}</span><select
            class="field"
            name="job"
            required
            value={data.job ?? open[0]?.number}
            >{#each open as { number, row } (number)}<option value={number}>{number} · {told(row.work)}</option
              >{/each}</select
          ></label
        >
        <label class="md:col-span-2"
          ><span class="label">{t('practice.reason')}</span><input
            class="field"
            name="reason"
            maxlength="500"
            required
            autocomplete="off"
          /></label
        >
        <p><button class="button button-act">{t('practice.letOnDo')}</button></p>
      </form>
    </section>
  {/if}
  {#if data.letOn.length > 0}
    <h2 class="mt-6 text-lg">{t('practice.wereLetOn')}</h2>
    <ul class="mt-1">
      {#each data.letOn as l (`${l.job} ${l.person}`)}
        <li class="border-b border-rule py-1.5">
          {t('practice.letOnLine', { person: l.person, number: l.job, by: l.by, at: moment(l.at) })}
          <span class="text-soft">{l.reason}</span>
        </li>
      {/each}
    </ul>
  {/if}
</div>

<style>
  .head {
    padding: 0.4rem 1rem 0.4rem 0;
    border-bottom: 1px solid var(--rule-strong);
    color: var(--ink-soft);
    font-weight: 600;
    text-align: start;
  }
</style>
