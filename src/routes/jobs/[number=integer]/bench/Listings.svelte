<script lang="ts">
  import { untrack } from 'svelte';
  import { fullEnergyWh, health, readBattery, type Pack } from '$core/cells';
  import { compareListings, LISTING_MAX, readListing } from '$core/hardware';
  import { likelyJoints, plugsOf } from '$core/run';
  import { LISTING_WORDS } from '$core/words';
  import type { Bench } from '$lib/offline/bench.svelte';
  import Panel from './Panel.svelte';
  import { whyNot } from '$core/result';

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
  const percent = (n: number | undefined) => (n === undefined ? 'not given' : `${Math.round(100 * n)} %`);
  const wh = (n: number | undefined) => (n === undefined ? 'not given' : `${n.toFixed(1)} Wh`);
  const batteries = $derived((['before', 'after'] as const).map((w) => run.batteries[w]?.reading));
  const NAMES = { maker: 'Maker', model: 'Model', serial: 'Serial number' } as const;

  function take(given: string) {
    why = '';
    const listing = readListing(given);
    if (listing.ok) bench.record({ type: 'listed', when, listing: listing.listing });
    else {
      const battery = readBattery(given);
      if (!battery.ok) return void (why = `${whyNot(listing)} ${whyNot(battery)}`);
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
  async function file(event: Event & { currentTarget: HTMLInputElement }) {
    const chosen = event.currentTarget.files?.[0];
    if (!chosen) return;
    if (chosen.size > LISTING_MAX)
      why = `The file is larger than ${LISTING_MAX / 1e6} MB; one machine\u2019s listing is far shorter.`;
    else take(await chosen.text());
    event.currentTarget.value = '';
  }
  const plugs = (does: string | undefined) => {
    if (!does) return '';
    const opened = likelyJoints(model, bench.plans, run, does).map((l) => l.text);
    return opened.length > 0
      ? opened.slice(0, 2).join(' ')
      : plugsOf(model, does)
          .map((j) => model.joint(j).name)
          .join(', ');
  };
</script>

<Panel
  title="Before and after"
  about="What the machine lists of itself, read from lshw -json, dmidecode, or its battery's attributes."
  {onclose}
>
  {#if mayAct}
    {#if packs.length > 0}
      <p class="mt-3 font-semibold">The listing names {packs.length} packs. Which one is meant?</p>
      <div class="mt-2 flex flex-wrap gap-2">
        {#each packs as pack (pack.name)}<button type="button" class="button min-h-11" onclick={() => choose(pack)}
            >{pack.name}: {percent(health(pack.reading))} of new</button
          >{/each}
      </div>
    {/if}
    <fieldset class="mt-3 flex gap-2">
      <legend class="sr-only">When it was listed</legend>
      {#each ['before', 'after'] as const as w (w)}<label class="button min-h-11 has-checked:border-act"
          ><input type="radio" bind:group={when} value={w} class="accent-(--act)" />{w === 'before'
            ? 'From before the work'
            : 'From after it'}</label
        >{/each}
      <label class="button ml-auto min-h-11"
        >A file<input
          class="sr-only"
          type="file"
          accept=".json,.txt,.log,text/plain,application/json"
          onchange={file}
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
        ><span class="sr-only">The listing</span><textarea
          class="field code"
          rows="3"
          placeholder="Paste the listing"
          bind:value={text}></textarea></label
      >
      <button class="button button-act min-h-11" disabled={text.trim() === ''}>Read it</button>
    </form>
    {#if why}<p class="mt-2 rounded-md border-l-4 border-now bg-now-wash px-3 py-2" role="alert">
        {why} Nothing was recorded.
      </p>{/if}
  {/if}
  <table class="mt-4 w-full text-lg">
    <thead
      ><tr class="border-b border-rule-strong text-left text-base text-soft"
        ><th class="py-1 font-semibold" scope="col">Listed</th><th class="font-semibold" scope="col">Before</th><th
          class="font-semibold"
          scope="col">After</th
        ></tr
      ></thead
    >
    <tbody>
      <tr class="border-b border-rule"
        ><td class="py-1.5">Devices</td>{#each ['before', 'after'] as const as w (w)}<td class="figure"
            >{run.listings[w]?.listing.devices.length ?? 'not listed'}</td
          >{/each}</tr
      >
      <tr class="border-b border-rule"
        ><td class="py-1.5">Serial number</td>{#each ['before', 'after'] as const as w (w)}<td class="code"
            >{run.listings[w]?.listing.identity.serial ?? 'not given'}</td
          >{/each}</tr
      >
      <tr class="border-b border-rule"
        ><td class="py-1.5">Battery, full</td>{#each batteries as b, i (i)}<td class="figure"
            >{b ? wh(fullEnergyWh(b)) : 'not read'}</td
          >{/each}</tr
      >
      <tr class="border-b border-rule"
        ><td class="py-1.5">Battery, of new</td>{#each batteries as b, i (i)}<td class="figure"
            >{b ? percent(health(b)) : 'not read'}</td
          >{/each}</tr
      >
      <tr class="border-b border-rule"
        ><td class="py-1.5">Charge cycles</td>{#each batteries as b, i (i)}<td class="figure"
            >{b?.cycles ?? 'not given'}</td
          >{/each}</tr
      >
    </tbody>
  </table>
  {#if changes}
    {#each changes.missing as d, i (i)}
      <p class="mt-2 rounded-md bg-now-wash px-3 py-2 text-lg">
        <span class="font-semibold">Missing since the work: {d.name}.</span>
        {plugs(d.function)}
      </p>
    {/each}
    {#each changes.added as d, i (i)}<p class="mt-2 text-lg">New: {d.name}{d.serial ? `, ${d.serial}` : ''}</p>{/each}
    {#each changes.identity as c (c.what)}<p class="mt-2 rounded-md bg-warn-wash px-3 py-2 text-lg">
        <span class="font-semibold">{NAMES[c.what]} differs:</span>
        {c.before ?? 'none'} before, {c.after ?? 'none'} after. Write it anew where this shop may.
      </p>{/each}
    {#if changes.compared}<p class="mt-2 text-lg">{LISTING_WORDS.differ(changes.compared)}</p>{/if}
    {#if changes.missing.length + changes.added.length + changes.identity.length === 0}<p class="mt-2 text-lg">
        Nothing is missing, nothing is new.
      </p>{/if}
  {/if}
</Panel>
