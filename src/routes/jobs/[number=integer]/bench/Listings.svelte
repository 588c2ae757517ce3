<script lang="ts">
  import { untrack } from 'svelte';
  import { fullEnergyWh, health, readBattery, type Pack } from '$core/cells';
  import { compareListings, LISTING_MAX, readListing } from '$core/hardware';
  import { likelyJoints, plugsOf } from '$core/run';
  import { jointName, LISTING_WORDS } from '$core/words';
  import type { Bench } from '$lib/offline/bench.svelte';
  import Panel from './Panel.svelte';
  import { whyNot } from '$core/result';
  import { percent as percentOf } from '$lib/ui/dates';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';
  import TextFileInput from '$lib/ui/TextFileInput.svelte';

  const { t, told } = useWords();

  /** What the machine says of itself before the work and after it: its devices, its name and numbers, its battery. */
  let { bench, mayAct, onclose }: { bench: Bench; mayAct: boolean; onclose: () => void } = $props();

  const { state: run, model } = $derived(bench);
  let when = $state<'before' | 'after'>(
    untrack(() => bench.state.listings.before || bench.state.position > 0) ? 'after' : 'before'
  );
  let text = $state('');
  let why = $state('');
  const changes = $derived(
    run.listings.before &&
      run.listings.after &&
      compareListings(run.listings.before.listing, run.listings.after.listing)
  );
  const percent = (n: number | undefined) => (n === undefined ? t('bench.notGiven') : percentOf(n));
  const wh = (n: number | undefined) => (n === undefined ? t('bench.notGiven') : t('bench.wh', { wh: n.toFixed(1) }));
  const batteries = $derived((['before', 'after'] as const).map((w) => run.batteries[w]?.reading));
  const NAMES = { maker: t('bench.maker'), model: t('bench.model'), serial: t('bench.serialNumber') } as const;

  function take(given: string) {
    why = '';
    const listing = readListing(given);
    if (listing.ok) bench.record({ type: 'listed', when, listing: listing.listing });
    else {
      const battery = readBattery(given);
      if (!battery.ok) return void (why = `${told(whyNot(listing))} ${told(whyNot(battery))}`);
      // Of several packs somebody says which one is meant.
      if (battery.packs.length > 1) packs = battery.packs;
      else bench.record({ type: 'battery', when, reading: battery.reading });
    }
    text = '';
  }
  let packs = $state.raw<Pack[]>([]);
  function choose(pack: Pack) {
    packs = [];
    bench.record({ type: 'battery', when, reading: pack.reading });
  }
  const plugs = (does: string | undefined) => {
    if (!does) return '';
    const opened = likelyJoints(model, bench.plans, run, does).map((l) => told(l.text));
    return opened.length > 0
      ? opened.slice(0, 2).join(' ')
      : plugsOf(model, does)
          .map((j) => told(jointName(model, model.joint(j))))
          .join(', ');
  };
</script>

<Panel title={t('bench.beforeAndAfter')} about={t('bench.whatTheMachineListsAboutItself')} {onclose}>
  {#if mayAct}
    {#if packs.length > 0}
      <p class="mt-3 font-semibold">{t('bench.theListingNamesBatteriesWhichOne', { n: packs.length })}</p>
      <div class="mt-2 flex flex-wrap gap-2">
        {#each packs as pack, i (i)}<button type="button" class="button min-h-11" onclick={() => choose(pack)}
            >{t('bench.ofNew', { name: pack.name, reading: percent(health(pack.reading)) })}</button
          >{/each}
      </div>
    {/if}
    <fieldset class="mt-3 flex gap-2">
      <legend class="sr-only">{t('bench.whenItWasListed')}</legend>
      {#each ['before', 'after'] as const as w (w)}<label class="button min-h-11 has-checked:border-act"
          ><input type="radio" bind:group={when} value={w} class="accent-(--act)" />{w === 'before'
            ? t('bench.beforeTheWork')
            : t('bench.afterTheWork')}</label
        >{/each}
      <label class="button ms-auto min-h-11"
        >{t('bench.file')}<TextFileInput
          accept=".json,.txt,.log,text/plain,application/json"
          maxBytes={LISTING_MAX}
          ontext={take}
          onproblem={(words) => (why = words)}
        /></label
      >
    </fieldset>
    <form
      class="mt-2 flex items-start gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        take(text);
      }}
    >
      <label class="flex-1"
        ><span class="sr-only">{t('bench.listing')}</span><textarea
          class="field code"
          rows="3"
          placeholder={t('bench.pasteTheListing')}
          bind:value={text}></textarea></label
      >
      <button class="button button-act min-h-11" disabled={text.trim() === ''}>{t('bench.readListing')}</button>
    </form>
    {#if why}<p class="mt-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">
        {t('bench.nothingWasRecorded', { why })}
      </p>{/if}
  {/if}
  <table class="mt-4 w-full text-lg">
    <thead
      ><tr class="border-b border-rule-strong text-start text-base text-soft"
        ><th class="py-1 font-semibold" scope="col">{t('bench.listed')}</th><th class="font-semibold" scope="col"
          >{t('bench.before')}</th
        ><th class="font-semibold" scope="col">{t('bench.after')}</th></tr
      ></thead
    >
    <tbody>
      <tr class="border-b border-rule"
        ><td class="py-1.5">{t('bench.devices')}</td>{#each ['before', 'after'] as const as w (w)}<td class="figure"
            >{run.listings[w]?.listing.devices.length ?? t('bench.notListed')}</td
          >{/each}</tr
      >
      <tr class="border-b border-rule"
        ><td class="py-1.5">{t('bench.serialNumber')}</td>{#each ['before', 'after'] as const as w (w)}<td class="code"
            >{run.listings[w]?.listing.identity.serial ?? t('bench.notGiven')}</td
          >{/each}</tr
      >
      <tr class="border-b border-rule"
        ><td class="py-1.5">{t('bench.batteryFullCharge')}</td>{#each batteries as b, i (i)}<td class="figure"
            >{b ? wh(fullEnergyWh(b)) : t('bench.notRead')}</td
          >{/each}</tr
      >
      <tr class="border-b border-rule"
        ><td class="py-1.5">{t('bench.batteryOfNew')}</td>{#each batteries as b, i (i)}<td class="figure"
            >{b ? percent(health(b)) : t('bench.notRead')}</td
          >{/each}</tr
      >
      <tr class="border-b border-rule"
        ><td class="py-1.5">{t('bench.chargeCycles')}</td>{#each batteries as b, i (i)}<td class="figure"
            >{b?.cycles ?? t('bench.notGiven')}</td
          >{/each}</tr
      >
    </tbody>
  </table>
  {#if changes}
    {#each changes.missing as d, i (i)}
      <p class="mt-2 rounded-md bg-now-wash px-3 py-2 text-lg">
        <span class="font-semibold">{t('bench.missingSinceTheWork', { name: d.name })}</span>
        {plugs(d.function)}
      </p>
    {/each}
    {#each changes.added as d, i (i)}<p class="mt-2 text-lg">
        {t('bench.new', { name: d.name, serial: d.serial ? `, ${d.serial}` : '' })}
      </p>{/each}
    {#each changes.identity as c (c.what)}<p class="mt-2 rounded-md bg-warn-wash px-3 py-2 text-lg">
        <Rich
          text={t('bench.differsBeforeAfterWriteItAgain', {
            field: NAMES[c.what],
            before: c.before ?? 'none',
            after: c.after ?? 'none'
          })}>{#snippet soft(text)}<span class="font-semibold">{text}</span>{/snippet}</Rich
        >
      </p>{/each}
    {#if changes.compared}<p class="mt-2 text-lg">{told(LISTING_WORDS.differ(changes.compared))}</p>{/if}
    {#if changes.missing.length + changes.added.length + changes.identity.length === 0}<p class="mt-2 text-lg">
        {t('bench.nothingIsMissingNothingIsNew')}
      </p>{/if}
  {/if}
</Panel>
