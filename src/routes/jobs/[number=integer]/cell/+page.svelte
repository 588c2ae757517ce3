<script lang="ts">
  import type { Said } from '$core/language';
  import {
    chargeSeconds,
    drainSeconds,
    fullEnergyWh,
    health,
    readBattery,
    type BatteryReading,
    type Pack
  } from '$core/cells';
  import { drainedAt } from '$core/job';
  import { day, moment, percent as percentOf } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import JobBar from '$lib/ui/JobBar.svelte';
  import { sayOfJob } from '$lib/ui/say';
  import Trend from './Trend.svelte';
  import { whyNot } from '$core/result';
  import { LISTING_MAX } from '$core/hardware';
  import TextFileInput from '$lib/ui/TextFileInput.svelte';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  let { data } = $props();
  let problem = $state.raw<Said>();
  let text = $state('');
  let typed = $state<Record<'designWh' | 'fullWh' | 'cycles' | 'charge', string>>({
    designWh: '',
    fullWh: '',
    cycles: '',
    charge: ''
  });
  let loadW = $state('12');
  let chargerW = $state('45');

  const last = $derived(data.readings.at(-1));
  const load = $derived(Number(loadW.replace(',', '.')));
  const charger = $derived(Number(chargerW.replace(',', '.')));
  const drain = $derived(last ? drainSeconds(last.reading, load, data.thresholds.safeCharge) : undefined);
  const charge = $derived(last ? chargeSeconds(last.reading, charger) : undefined);
  const until = $derived(drainedAt(data.state, data.thresholds.safeCharge));
  const afterShare = $derived(data.after ? health(data.after.reading) : undefined);
  const percent = (n: number | undefined) => (n === undefined ? t('cell.notGiven') : percentOf(n));
  const VERDICT = {
    good: [t('cell.isGood'), 'border-good bg-good-wash text-good'],
    ageing: [t('cell.ageing'), 'border-warn bg-warn-wash text-warn'],
    replace: [t('cell.replaceIt'), 'border-now bg-now-wash text-now'],
    unknown: [t('cell.notKnown'), 'border-rule-strong']
  } as const;
  /** Where a reading came from, where that is not a listing. */
  const SOURCES: Record<string, string> = {
    typed: t('cell.enteredByHand'),
    before: t('cell.atTheBenchBefore'),
    after: t('cell.atTheBenchAfter')
  };
  const isDoubtful = $derived(
    data.state.triage.conditions.includes('cell-doubtful') ||
      data.state.triage.stops.some((s) => s.question === 'cell' || s.question === 'heat')
  );

  async function take(reading: BatteryReading, source: 'typed' | 'kernel' | 'daemon') {
    problem = await sayOfJob(data.job.number, { is: 'cell', reading, source });
  }
  async function paste(given: string) {
    if (!given.trim()) return;
    const read = readBattery(given);
    if (!read.ok) return void (problem = t('cell.nothingWasSaved', { read: whyNot(read) }));
    source = /POWER_SUPPLY_/.test(given) ? 'kernel' : 'daemon';
    text = '';
    // Of several packs somebody says which one is meant.
    if (read.packs.length > 1) packs = read.packs;
    else await take(read.reading, source);
  }
  let packs = $state.raw<Pack[]>([]);
  let source: 'kernel' | 'daemon' = 'kernel';
  async function choose(pack: Pack) {
    packs = [];
    await take(pack.reading, source);
  }
  async function type() {
    const number = (s: string) => (s.trim() === '' ? undefined : Number(s.replace(',', '.')));
    const [designWh, fullWh, cycles, share] = [
      number(typed.designWh),
      number(typed.fullWh),
      number(typed.cycles),
      number(typed.charge)
    ];
    const given = { designWh, fullWh, cycles, charge: share === undefined ? undefined : share / 100 };
    const wrong = Object.entries(given).find(([, v]) => v !== undefined && !(v >= 0 && v < 1e5));
    if (wrong) return void (problem = t('cell.theseAreNotFiguresOfA'));
    await take(Object.fromEntries(Object.entries(given).filter(([, v]) => v !== undefined)) as BatteryReading, 'typed');
    if (!problem) typed = { designWh: '', fullWh: '', cycles: '', charge: '' };
  }
</script>

<svelte:head><title>{t('cell.batteryOfJobEagerWrench', { number: data.job.number })}</title></svelte:head>
<JobBar job={data.job} here="cell" />

<div class="mx-auto max-w-[1240px] px-5 py-4">
  <h1 class="text-2xl">{t('cell.batteryOfThe', { maker: data.job.maker, model: data.job.model })}</h1>
  <p class="text-soft">
    {data.job.customer}{#if data.job.serial}, <span class="code">{data.job.serial}</span>{/if}
  </p>
  {#if packs.length > 0}
    <section class="sheet mt-3 px-4 py-3" aria-label={t('cell.whichBattery')}>
      <p class="font-semibold">{t('cell.theListingNamesBatteriesWhichOne', { n: packs.length })}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        {#each packs as pack, i (i)}<button type="button" class="button min-h-11" onclick={() => choose(pack)}
            >{t('cell.ofNew', {
              name: pack.name,
              reading: percent(health(pack.reading)),
              cycles: pack.reading.cycles === undefined ? '' : t('cell.cycles', { cycles: pack.reading.cycles })
            })}</button
          >{/each}
        <button type="button" class="button min-h-11" onclick={() => (packs = [])}>{t('cell.cancel')}</button>
      </div>
    </section>
  {/if}
  {#if isDoubtful}<p class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      <Rich text={t('cell.thisCellIsDoubtfulOrWorse')}>{#snippet b(text)}<b>{text}</b>{/snippet}</Rich>
      <a class="link" href="/jobs/{data.job.number}/intake">{t('cell.theSafetyQuestions')}</a>
      {t('cell.sayWhatToDo')}
    </p>{/if}
  {#if problem}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {told(problem)}
    </p>{/if}
  <div class="mt-3 grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1fr)_400px]">
    <div class="space-y-4">
      {#if data.verdict}
        <div class="rounded-lg border-2 px-4 py-3 {VERDICT[data.verdict.verdict][1]}">
          <p class="text-xl font-semibold">{VERDICT[data.verdict.verdict][0]}</p>
          <p>{told(data.verdict.why)}</p>
        </div>
      {/if}
      {#if data.trend.points.length > 0}
        <div class="sheet px-4 py-3.5">
          <h2 class="text-lg">{t('cell.capacityOverTime')}</h2>
          {#key `${data.readings.length} ${data.after?.at}`}<Trend
              trend={data.trend}
              thresholds={data.thresholds}
              after={data.after && afterShare !== undefined ? { at: data.after.at, share: afterShare } : undefined}
            />{/key}
          <p class="mt-2">
            {#if data.trend.lossPerYear !== undefined}{t('cell.ofNewLostInAYear', {
                lossPerYear: percent(data.trend.lossPerYear)
              })}{#if data.trend.lossPer100Cycles !== undefined}{t('cell.inAHundredCycles', {
                  lossPer100Cycles: percent(data.trend.lossPer100Cycles)
                })}{/if}.
              {#if data.trend.daysToReplace === 0}{t(
                  'cell.itIsBelowTheShopsLimit'
                )}{:else if data.trend.daysToReplace !== undefined}{t('cell.atThisRateItFallsBelow', {
                  replace: percent(data.thresholds.replace),
                  daysToReplace: t('count.month', { n: Math.round(data.trend.daysToReplace / 30.4) })
                })}{:else}{t('cell.itIsNotFalling')}{/if}
            {:else}{t('cell.oneReadingShowsThePresentState')}{/if}
          </p>
        </div>
        <div class="sheet px-4 py-3.5">
          <table class="w-full">
            <caption class="pb-1 text-start text-lg font-semibold">{t('cell.readings')}</caption>
            <thead
              ><tr class="border-b border-rule-strong text-start text-sm text-soft"
                ><th class="py-1 font-semibold" scope="col">{t('cell.day')}</th><th class="font-semibold" scope="col"
                  >{t('cell.job')}</th
                ><th class="text-end font-semibold" scope="col">{t('cell.fullCharge')}</th><th
                  class="text-end font-semibold"
                  scope="col">{t('cell.ofNew2')}</th
                ><th class="text-end font-semibold" scope="col">{t('cell.cycles2')}</th><th
                  class="text-end font-semibold"
                  scope="col">{t('cell.chargeThen')}</th
                ></tr
              ></thead
            >
            <tbody>
              {#each [...data.readings].reverse() as r, i (i)}
                {@const wh = fullEnergyWh(r.reading)}
                <tr class="border-b border-rule last:border-0 {r.at === data.after?.at ? 'bg-good-wash' : ''}"
                  ><td class="py-1.5">{day(r.at)}</td><td
                    ><span class="figure">{r.job}</span>{#if SOURCES[r.source]}<span class="text-sm text-soft"
                        >, {SOURCES[r.source]}{r.isNew ? t('cell.newCell') : ''}</span
                      >{/if}</td
                  ><td class="figure text-end"
                    >{wh === undefined ? t('cell.notGiven') : t('cell.wh', { wh: wh.toFixed(1) })}</td
                  ><td class="figure text-end">{percent(health(r.reading))}</td><td class="figure text-end"
                    >{r.reading.cycles ?? t('cell.notGiven')}</td
                  ><td class="figure text-end">{percent(r.reading.charge)}</td></tr
                >
              {/each}
            </tbody>
          </table>
        </div>
      {:else}
        <div class="sheet px-6 py-10 text-center">
          <p class="text-lg font-semibold">{t('cell.noReadingsYet')}</p>
          <p class="mx-auto mt-1 max-w-md text-soft">
            {t('cell.readTheBatteryBeforeYouOpen')}
          </p>
        </div>
      {/if}
    </div>

    <div class="space-y-4">
      {#if data.mayWrite}
        <section class="sheet px-4 py-3.5" aria-labelledby="read">
          <h2 id="read" class="text-lg">{t('cell.readListing')}</h2>
          <p class="text-sm text-soft">
            <Rich text={t('cell.fromARunningSystemTheBatterys')}
              >{#snippet soft(text)}<span class="code">{text}</span>{/snippet}</Rich
            >
          </p>
          <textarea
            class="field code mt-2"
            rows="3"
            aria-label={t('cell.batteryListing')}
            placeholder={t('cell.pasteItHere')}
            bind:value={text}></textarea>
          <div class="mt-2 flex gap-2">
            <button type="button" class="button button-act flex-1" disabled={!text.trim()} onclick={() => paste(text)}
              >{t('cell.readListing')}</button
            ><label class="button"
              >{t('cell.file')}<TextFileInput
                accept=".txt,.uevent,.log,text/plain"
                maxBytes={LISTING_MAX}
                ontext={paste}
                onproblem={(why) => (problem = why)}
              /></label
            >
          </div>
          <form
            class="mt-4 grid grid-cols-2 gap-2 border-t border-rule pt-3"
            onsubmit={(e) => {
              e.preventDefault();
              void type();
            }}
          >
            <label
              ><span class="label">{t('cell.whenNewWh')}</span><input
                class="field"
                inputmode="decimal"
                bind:value={typed.designWh}
              /></label
            >
            <label
              ><span class="label">{t('cell.fullChargeNowWh')}</span><input
                class="field"
                inputmode="decimal"
                bind:value={typed.fullWh}
              /></label
            >
            <label
              ><span class="label">{t('cell.cycles2')}</span><input
                class="field"
                inputmode="numeric"
                bind:value={typed.cycles}
              /></label
            >
            <label
              ><span class="label">{t('cell.charge')}</span><input
                class="field"
                inputmode="decimal"
                bind:value={typed.charge}
              /></label
            >
            <button
              class="button col-span-2"
              disabled={!typed.designWh.trim() && !typed.fullWh.trim() && !typed.cycles.trim()}
              >{t('cell.saveReading')}</button
            >
          </form>
        </section>
      {/if}
      {#if last}
        <section class="sheet px-4 py-3.5" aria-labelledby="safe">
          <h2 id="safe" class="text-lg">{t('cell.dischargeToASafeCharge')}</h2>
          <p class="text-soft">
            {t('cell.theShopWorksOnACell', {
              safeCharge: percent(data.thresholds.safeCharge),
              charge: percent(last.reading.charge)
            })}
          </p>
          {#if until && until > data.now}<p
              class="mt-2 rounded-md border-s-4 border-warn bg-warn-wash px-3 py-2 text-warn"
            >
              <b>{t('cell.dischargingUntil', { until: moment(until) })}</b>
            </p>
          {:else if until}<p class="mt-2 rounded-md border-s-4 border-good bg-good-wash px-3 py-2 text-good">
              {t('cell.byCalculationItIsLowEnough')}
            </p>{/if}
          {#if !isDoubtful}
            <div class="mt-2 grid grid-cols-[96px_minmax(0,1fr)] items-end gap-x-3 gap-y-2">
              <label
                ><span class="label">{t('cell.loadW')}</span><input
                  class="field"
                  inputmode="decimal"
                  bind:value={loadW}
                /></label
              >
              <p class="pb-2">
                {drain === undefined
                  ? t('cell.needsItsChargeAndItsFull')
                  : drain === 0
                    ? t('cell.itIsLowEnoughAlready')
                    : t('cell.timeTo', { time: duration(drain), charge: percent(data.thresholds.safeCharge) })}
              </p>
              <label
                ><span class="label">{t('cell.chargerW')}</span><input
                  class="field"
                  inputmode="decimal"
                  bind:value={chargerW}
                /></label
              >
              <p class="pb-2">
                {charge === undefined
                  ? t('cell.needsItsChargeAndItsFull')
                  : charge === 0
                    ? t('cell.itIsFull')
                    : t('cell.toFull', { charge: duration(charge) })}
              </p>
            </div>
            {#if data.mayWrite && drain !== undefined && drain > 0}<button
                type="button"
                class="button mt-3 w-full"
                onclick={async () => (problem = await sayOfJob(data.job.number, { is: 'load', loadW: load }))}
                >{t('cell.dischargeStartedWaitForIt')}</button
              >{/if}
          {/if}
        </section>
      {/if}
    </div>
  </div>
</div>
