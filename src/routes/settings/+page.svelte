<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import { LANGUAGES } from '$core/calendar';
  import { type PaceKind } from '$core/job';
  import { minorDigits } from '$core/money';
  import { moment } from '$lib/ui/dates';
  import { PACE_KINDS } from '$core/words';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  let { data, form } = $props();
  const s = $derived(data.settings);
  const plain = (minor: number) => (minor / 10 ** minorDigits(s.rates.currency)).toFixed(minorDigits(s.rates.currency));
  const percent = (share: number) => String(Math.round(share * 1000) / 10);
  const NAMES: Record<string, string> = {
    name: 'name',
    place: 'place',
    timeZone: t('settings.timeZone'),
    language: 'language',
    secondSignature: t('settings.secondSignature'),
    keepMonths: t('settings.monthsKept'),
    cell: 'cells',
    safeCharge: t('settings.highestChargeToWorkAt'),
    rates: 'rates',
    hour: t('settings.perHour'),
    least: 'least',
    taxBp: t('settings.taxHundredthsOf'),
    pace: t('settings.standardTimes')
  };
  /** Every single setting of a version, by its path. */
  const leaves = (value: unknown, path: string[] = []): [string, string][] =>
    value !== null && typeof value === 'object'
      ? Object.entries(value).flatMap(([k, v]) =>
          leaves(v, [...path, NAMES[k] ?? (k in PACE_KINDS ? told(PACE_KINDS[k as PaceKind]) : undefined) ?? k])
        )
      : [[path.join(', '), value === null ? 'none' : value === true ? 'yes' : value === false ? 'no' : String(value)]];
  /** What a version changed against the one before it. */
  const changes = $derived(
    data.history.map((v, i) => {
      const before = data.history[i + 1];
      if (!before) return [t('settings.asSetUp')];
      const [was, is] = [new Map(leaves(before.document)), new Map(leaves(v.document))];
      return [...new Set([...was.keys(), ...is.keys()])]
        .filter((k) => was.get(k) !== is.get(k))
        .map((k) => `${k}: ${was.get(k) ?? 'standard'} → ${is.get(k) ?? 'standard'}`);
    })
  );
</script>

<svelte:head><title>{t('settings.settingsEagerWrench')}</title></svelte:head>

<div class="mx-auto max-w-[1100px] px-5 py-5">
  <h1 class="text-2xl">{t('settings.settingsOfTheShop')}</h1>
  {#if form?.message}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {told(form.message)}
    </p>{/if}
  {#if form?.done}<p role="status" class="mt-3 rounded-md border-s-4 border-good bg-good-wash px-3 py-2 text-good">
      {form.done}
    </p>{/if}
  <form
    method="POST"
    use:enhance={once(
      () =>
        async ({ update }) =>
          update({ reset: false })
    )}
    class="mt-4"
  >
    <fieldset disabled={!data.mayChange} class="grid grid-cols-2 items-start gap-5">
      <div class="space-y-5">
        <section class="sheet px-4 py-3.5" aria-labelledby="cells">
          <h2 id="cells" class="text-lg">{t('settings.cells')}</h2>
          <div class="mt-2 grid grid-cols-2 gap-3">
            <label
              ><span class="label">{t('settings.goodFromOfNew')}</span><input
                class="field"
                name="good"
                inputmode="decimal"
                value={percent(s.cell.good)}
              /></label
            >
            <label
              ><span class="label">{t('settings.replaceBelowOfNew')}</span><input
                class="field"
                name="replace"
                inputmode="decimal"
                value={percent(s.cell.replace)}
              /></label
            >
            <label
              ><span class="label">{t('settings.cyclesExpected')}</span><input
                class="field"
                name="cycles"
                inputmode="numeric"
                value={s.cell.cycles}
              /></label
            >
            <label
              ><span class="label">{t('settings.highestChargeToWorkAt2')}</span><input
                class="field"
                name="safeCharge"
                inputmode="decimal"
                value={percent(s.cell.safeCharge)}
              /></label
            >
          </div>
        </section>
        <section class="sheet px-4 py-3.5" aria-labelledby="rates">
          <h2 id="rates" class="text-lg">{t('settings.rates')}</h2>
          <div class="mt-2 grid grid-cols-2 gap-3">
            <label
              ><span class="label">{t('settings.currency')}</span><input
                class="field code"
                name="currency"
                maxlength="3"
                value={s.rates.currency}
              /></label
            >
            <label
              ><span class="label">{t('settings.tax')}</span><input
                class="field"
                name="tax"
                inputmode="decimal"
                value={String(s.rates.taxBp / 100)}
              /></label
            >
            <label
              ><span class="label">{t('settings.labourPerHour')}</span><input
                class="field"
                name="hour"
                inputmode="decimal"
                value={plain(s.rates.hour)}
              /></label
            >
            <label
              ><span class="label">{t('settings.minimumLabour')}</span><input
                class="field"
                name="least"
                inputmode="decimal"
                value={plain(s.rates.least)}
              /></label
            >
          </div>
        </section>
        <section class="sheet px-4 py-3.5" aria-labelledby="sign">
          <h2 id="sign" class="text-lg">{t('settings.signing')}</h2>
          <label class="mt-2 flex items-start gap-2"
            ><input
              type="checkbox"
              class="mt-1 size-4.5 accent-(--act)"
              name="secondSignature"
              checked={s.secondSignature}
            /><span>{t('settings.aJobIsClosedOnlyAfter')}</span></label
          >
        </section>
      </div>
      <div class="space-y-5">
        <section class="sheet px-4 py-3.5" aria-labelledby="pace">
          <h2 id="pace" class="text-lg">{t('settings.standardTimes2')}</h2>
          <p class="text-sm text-soft">
            {t('settings.percentOfTheStandard80Is')}
          </p>
          <div class="mt-2 grid grid-cols-2 gap-3">
            {#each Object.entries(PACE_KINDS) as [kind, name] (kind)}<label
                ><span class="label">{told(name)}</span><input
                  class="field"
                  name="pace {kind}"
                  inputmode="decimal"
                  value={percent(s.pace[kind as PaceKind] ?? 1)}
                /></label
              >{/each}
          </div>
        </section>
        <section class="sheet px-4 py-3.5" aria-labelledby="place">
          <h2 id="place" class="text-lg">{t('settings.theShop')}</h2>
          <label class="mt-2 block"
            ><span class="label">{t('settings.nameOnReports')}</span><input
              class="field"
              name="name"
              maxlength="120"
              autocomplete="off"
              value={s.name}
            /></label
          >
          <p class="mt-3 text-sm text-soft">
            {t('settings.datesAndTimesUseThisTime')}
          </p>
          <div class="mt-2 grid grid-cols-2 gap-3">
            <label
              ><span class="label">{t('settings.timeZone2')}</span><input
                class="field"
                name="timeZone"
                list="zones"
                autocomplete="off"
                value={s.place.timeZone}
              /></label
            >
            <label
              ><span class="label">{t('settings.formatOfDatesAndAmounts')}</span><select
                class="field"
                name="language"
                value={s.place.language}
                >{#each Object.entries(LANGUAGES) as [tag, { name }] (tag)}<option value={tag}>{name}</option
                  >{/each}</select
              ></label
            >
          </div>
          <datalist id="zones"
            >{#each data.zones as z (z)}<option value={z}></option>{/each}</datalist
          >
          <p class="mt-2 text-sm text-soft">{t('settings.now', { now: moment(data.now) })}</p>
        </section>
        <section class="sheet px-4 py-3.5" aria-labelledby="keeping">
          <h2 id="keeping" class="text-lg">{t('settings.customersData')}</h2>
          <label class="mt-2 block max-w-60"
            ><span class="label">{t('settings.keptForMonthsAfterClosing')}</span><input
              class="field"
              name="keepMonths"
              inputmode="numeric"
              placeholder={t('settings.noLimit')}
              value={s.keepMonths ?? ''}
            /></label
          >
          <p class="mt-2 text-sm text-soft">
            <Rich text={t('settings.afterThatNameComplaintSerialNumber')}
              >{#snippet code(text)}<code class="code">{text}</code>{/snippet}</Rich
            >{#if data.due > 0}<b class="block text-ink"
                >{t('settings.due', { due: t('count.closedJob', { n: data.due }), due2: data.due })}</b
              >{/if}
          </p>
        </section>
      </div>
    </fieldset>
    {#if data.mayChange}<button class="button button-act mt-4">{t('settings.saveSettings')}</button>{:else}<p
        class="mt-4 text-soft"
      >
        {t('settings.onlyALeadCanChangeThese')}
      </p>{/if}
  </form>
  <section class="sheet mt-5 px-4 py-3.5" aria-labelledby="history">
    <h2 id="history" class="text-lg">{t('settings.history')}</h2>
    <ol class="mt-1">
      {#each data.history as v, i (v.version)}
        <li
          class="grid grid-cols-2 gap-x-3 border-b border-rule py-1.5 last:border-0 md:grid-cols-[150px_150px_minmax(0,1fr)]"
        >
          <span class="text-sm text-soft">{moment(v.at)}</span><span>{v.by ?? 'set-up'}</span><span
            class="min-w-0 max-md:col-span-2"
            >{#each changes[i] as c (c)}<span class="block text-sm break-words">{c}</span>{/each}</span
          >
        </li>
      {/each}
    </ol>
  </section>
</div>
