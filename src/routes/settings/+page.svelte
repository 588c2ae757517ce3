<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import { LANGUAGES, momentText, type Place } from '$core/calendar';
  import { makeQuote, minorDigits, Rates, written } from '$core/money';
  import { TRAINEES, type PaceKind } from '$core/job';
  import { moment } from '$lib/ui/dates';
  import { PACE_KINDS } from '$core/words';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';
  import { ratesOf } from './fields';
  import History from './History.svelte';
  import Pace from './Pace.svelte';
  import Section from './Section.svelte';

  const { t, told } = useWords();

  let { data, form } = $props();
  const s = $derived(data.settings);
  const plain = (minor: number) => (minor / 10 ** minorDigits(s.rates.currency)).toFixed(minorDigits(s.rates.currency));
  const percent = (share: number) => String(Math.round(share * 1000) / 10);

  // What stands in the fields, as it is in force until something is typed.
  let [good, replace, cycles, safeCharge] = $derived([
    percent(s.cell.good),
    percent(s.cell.replace),
    String(s.cell.cycles),
    percent(s.cell.safeCharge)
  ]);
  let [currency, tax, hour, least] = $derived([
    s.rates.currency,
    String(s.rates.taxBp / 100),
    plain(s.rates.hour),
    plain(s.rates.least)
  ]);
  let isSecond = $derived(s.secondSignature);
  let [may, freshDays] = $derived([s.practice.trainees, String(s.practice.freshDays ?? '')]);
  let [timeZone, language] = $derived([s.place.timeZone, s.place.language]);

  const HOUR_S = 3600;
  const SHORT_S = 600;
  /** What an hour and ten minutes of work would be quoted at; nothing while the fields cannot be read. */
  const quoted = $derived.by(() => {
    try {
      const rates = Rates.safeParse(ratesOf({ currency, hour, least, tax }));
      if (!rates.success) return undefined;
      const gross = (seconds: number) =>
        written(
          makeQuote(rates.data, { p50: seconds, p80: seconds }, []).expected.gross,
          rates.data.currency,
          data.place.language
        );
      return t('settings.effectOfRates', { hour: gross(HOUR_S), short: gross(SHORT_S) });
    } catch {
      return undefined;
    }
  });
  const dated = $derived.by(() => {
    try {
      return t('settings.now', { now: momentText(data.now, { timeZone, language } as Place) });
    } catch {
      return t('settings.now', { now: moment(data.now) });
    }
  });
</script>

<svelte:head><title>{t('settings.settingsEagerWrench')}</title></svelte:head>

{#snippet field(
  name: string,
  label: string,
  inputmode: 'decimal' | 'numeric',
  get: () => string,
  set: (v: string) => void
)}
  <label><span class="label">{label}</span><input class="field" {name} {inputmode} bind:value={get, set} /></label>
{/snippet}

<div class="mx-auto max-w-[1060px] px-5 py-5 max-md:px-4">
  <div class="flex items-baseline justify-between gap-4">
    <h1 class="text-2xl">{t('settings.settingsOfTheShop')}</h1>
    {#if data.mayChange}<a class="link" href="/operations">{t('settings.server')}</a>{/if}
  </div>
  {#if form?.message}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {told(form.message)}
    </p>{/if}
  {#if form?.done}<p role="status" class="mt-3 rounded-md border-s-4 border-good bg-good-wash px-3 py-2 text-good">
      {form.done}
    </p>{/if}
  <form method="POST" use:enhance={once()} class="mt-3">
    <fieldset disabled={!data.mayChange} class="min-w-0">
      <Section
        id="cells"
        name={t('settings.cells')}
        effect={t('settings.effectOfCells', { good, replace, cycles, charge: safeCharge })}
      >
        {@render field(
          'good',
          t('settings.goodFromOfNew'),
          'decimal',
          () => good,
          (v) => (good = v)
        )}
        {@render field(
          'replace',
          t('settings.replaceBelowOfNew'),
          'decimal',
          () => replace,
          (v) => (replace = v)
        )}
        {@render field(
          'cycles',
          t('settings.cyclesExpected'),
          'numeric',
          () => cycles,
          (v) => (cycles = v)
        )}
        {@render field(
          'safeCharge',
          t('settings.highestChargeToWorkAt2'),
          'decimal',
          () => safeCharge,
          (v) => (safeCharge = v)
        )}
      </Section>
      <Section id="rates" name={t('settings.rates')} effect={quoted ?? t('settings.cannotBeReadYet')}>
        <label
          ><span class="label">{t('settings.currency')}</span><input
            class="field code"
            name="currency"
            maxlength="3"
            bind:value={currency}
          /></label
        >
        {@render field(
          'tax',
          t('settings.tax'),
          'decimal',
          () => tax,
          (v) => (tax = v)
        )}
        {@render field(
          'hour',
          t('settings.labourPerHour'),
          'decimal',
          () => hour,
          (v) => (hour = v)
        )}
        {@render field(
          'least',
          t('settings.minimumLabour'),
          'decimal',
          () => least,
          (v) => (least = v)
        )}
      </Section>
      <Section id="pace" name={t('settings.standardTimes2')} effect={t('settings.percentOfTheStandard80Is')}>
        {#each Object.entries(PACE_KINDS) as [kind, name] (kind)}
          <Pace name={told(name)} {kind} standing={percent(s.pace[kind as PaceKind] ?? 1)} />
        {/each}
      </Section>
      <Section
        id="sign"
        name={t('settings.signing')}
        effect={t('settings.effectOfSigning', { second: isSecond ? 'yes' : 'no' })}
      >
        <label class="col-span-full flex items-start gap-2"
          ><input
            type="checkbox"
            class="mt-1 size-4.5 accent-(--act)"
            name="secondSignature"
            bind:checked={isSecond}
          /><span>{t('settings.aJobIsClosedOnlyAfter')}</span></label
        >
      </Section>
      <Section
        id="practice"
        name={t('settings.practice')}
        effect={t('settings.effectOfPractice', { may, days: Number(freshDays) || 0 })}
      >
        <label class="col-span-full"
          ><span class="label">{t('settings.trainees')}</span><select class="field" name="trainees" bind:value={may}
            >{#each TRAINEES as one (one)}<option value={one}>{t(`settings.trainees.${one}`)}</option>{/each}</select
          ></label
        >
        <label
          ><span class="label">{t('settings.freshDays')}</span><input
            class="field"
            name="freshDays"
            inputmode="numeric"
            placeholder={t('settings.noLimit')}
            bind:value={freshDays}
          /></label
        >
      </Section>
      <Section id="place" name={t('settings.theShop')} effect="{t('settings.datesAndTimesUseThisTime')} {dated}">
        <label class="col-span-full"
          ><span class="label">{t('settings.nameOnReports')}</span><input
            class="field"
            name="name"
            maxlength="120"
            autocomplete="off"
            value={s.name}
          /></label
        >
        <label
          ><span class="label">{t('settings.timeZone2')}</span><input
            class="field"
            name="timeZone"
            list="zones"
            autocomplete="off"
            bind:value={timeZone}
          /></label
        >
        <label
          ><span class="label">{t('settings.formatOfDatesAndAmounts')}</span><select
            class="field"
            name="language"
            bind:value={language}
            >{#each Object.entries(LANGUAGES) as [tag, { name }] (tag)}<option value={tag}>{name}</option
              >{/each}</select
          ></label
        >
        <datalist id="zones"
          >{#each data.zones as z (z)}<option value={z}></option>{/each}</datalist
        >
      </Section>
      <Section
        id="keeping"
        name={t('settings.customersData')}
        effect={t('settings.afterThatNameComplaintSerialNumber')}
      >
        <label
          ><span class="label">{t('settings.keptForMonthsAfterClosing')}</span><input
            class="field"
            name="keepMonths"
            inputmode="numeric"
            placeholder={t('settings.noLimit')}
            value={s.keepMonths ?? ''}
          /></label
        >
        <p class="col-span-full text-sm text-soft">
          <Rich text={t('settings.erasedBy')}>{#snippet code(text)}<code class="code">{text}</code>{/snippet}</Rich
          >{#if data.due > 0}<b class="block text-ink"
              >{t('settings.due', { due: t('count.closedJob', { n: data.due }), due2: data.due })}</b
            >{/if}
        </p>
      </Section>
    </fieldset>
    {#if data.mayChange}<div class="sticky bottom-0 border-t border-rule bg-ground py-3">
        <button class="button button-act max-md:w-full">{t('settings.saveSettings')}</button>
      </div>{:else}<p class="py-3 text-soft">
        {t('settings.onlyALeadCanChangeThese')}
      </p>{/if}
  </form>
  <History versions={data.history} />
</div>
