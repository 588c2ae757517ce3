<script lang="ts">
  import { untrack } from 'svelte';
  import { type JobFact, type JobState } from '$core/job';
  import { LISTING_MAX, readListing } from '$core/hardware';
  import type { Model } from '$core/machine';
  import { DATA } from '$core/words';
  import { whyNot } from '$core/result';

  /** What came with it, whose data is on it, what the work would break, and what the machine says of itself. */
  let {
    model,
    state: job,
    serial,
    seals,
    mayWrite,
    onsay
  }: {
    model: Model;
    state: JobState;
    serial: string;
    seals: string[] | undefined;
    mayWrite: boolean;
    onsay: (fact: JobFact) => void;
  } = $props();

  const OFTEN = ['Adapter', 'Mains cable', 'Sleeve', 'Dock', 'Stick', 'Memory card'];
  let variant = $state(untrack(() => job.intake?.variant ?? ''));
  let accessories = $state.raw(untrack(() => job.intake?.accessories ?? []));
  let other = $state('');
  let data = $state<keyof typeof DATA | ''>(untrack(() => job.intake?.data ?? ''));
  let sealsAgreed = $state(untrack(() => job.intake?.sealsAgreed ?? false));
  let note = $state(untrack(() => job.intake?.note ?? ''));
  let why = $state('');
  const all = $derived([...new Set([...OFTEN, ...accessories])]);
  const isChanged = $derived(
    JSON.stringify([variant, [...accessories].sort(), data, sealsAgreed, note]) !==
      JSON.stringify([
        job.intake?.variant ?? '',
        [...(job.intake?.accessories ?? [])].sort(),
        job.intake?.data ?? '',
        job.intake?.sealsAgreed ?? false,
        job.intake?.note ?? ''
      ])
  );
  const listed = $derived(job.listing?.identity.serial);

  function add() {
    if (other.trim()) accessories = [...new Set([...accessories, other.trim()])];
    other = '';
  }
  const save = () =>
    data &&
    onsay({
      is: 'intake',
      ...(variant ? { variant } : {}),
      accessories: [...accessories],
      data,
      sealsAgreed,
      ...(note.trim() ? { note: note.trim() } : {})
    });
  function listing(text: string) {
    const read = readListing(text);
    why = read.ok ? '' : whyNot(read);
    if (read.ok) onsay({ is: 'listing', listing: read.listing });
  }
  async function file(event: Event & { currentTarget: HTMLInputElement }) {
    const chosen = event.currentTarget.files?.[0];
    if (chosen && chosen.size > LISTING_MAX)
      why = `The file is larger than ${LISTING_MAX / 1e6} MB; one machine\u2019s listing is far shorter.`;
    else if (chosen) listing(await chosen.text());
    event.currentTarget.value = '';
  }
</script>

<section aria-labelledby="agreed">
  <h2 id="agreed" class="text-lg">3 · What came with it, what is agreed</h2>
  <form
    class="mt-2 space-y-3"
    onsubmit={(e) => {
      e.preventDefault();
      save();
    }}
  >
    <fieldset disabled={!mayWrite} class="space-y-3">
      {#if model.machine.variants.length > 0}
        <label class="block"
          ><span class="label">Variant</span><select class="field" bind:value={variant}
            ><option value="">not known</option>{#each model.machine.variants as v (v.id)}<option value={v.id}
                >{v.name}</option
              >{/each}</select
          ></label
        >
      {/if}
      <div>
        <span class="label">Accessories</span>
        <div class="flex flex-wrap gap-1.5">
          {#each all as a (a)}
            <label
              class="flex min-h-8 cursor-pointer items-center gap-1.5 rounded-md border px-2 text-[0.92rem] {accessories.includes(
                a
              )
                ? 'border-act font-semibold'
                : 'border-rule text-soft'}"
              ><input
                type="checkbox"
                class="accent-(--act)"
                checked={accessories.includes(a)}
                onchange={(e) =>
                  (accessories = e.currentTarget.checked ? [...accessories, a] : accessories.filter((x) => x !== a))}
              />{a}</label
            >
          {/each}
          <input
            class="field min-h-8 w-36 py-1 text-sm"
            aria-label="Another accessory"
            placeholder="something else"
            maxlength="120"
            bind:value={other}
            onkeydown={(e) => {
              if (e.key === 'Enter') {
                e.preventDefault();
                add();
              }
            }}
            onblur={add}
          />
        </div>
      </div>
      <label class="block"
        ><span class="label">Their data</span><select class="field" required bind:value={data}
          ><option value="" disabled>ask, and choose</option>{#each Object.entries(DATA) as [id, name] (id)}<option
              value={id}>{name}</option
            >{/each}</select
        ></label
      >
      <label class="flex items-start gap-2"
        ><input type="checkbox" class="mt-1 size-4.5 accent-(--act)" bind:checked={sealsAgreed} /><span
          >Told and agreed what the work breaks for good: {seals === undefined
            ? 'still being worked out, open this page again in a moment'
            : seals.length > 0
              ? seals.join(', ')
              : 'nothing, as planned now'}; any warranty seal on the way</span
        ></label
      >
      <label class="block"
        ><span class="label">Anything else they said</span><textarea
          class="field"
          rows="2"
          maxlength="2000"
          bind:value={note}></textarea></label
      >
    </fieldset>
    {#if mayWrite}<button class="button button-act" disabled={!isChanged || !data}
        >{job.intake ? 'Write the change down' : 'Write it down'}</button
      >{/if}
  </form>
  <div class="mt-4 border-t border-rule pt-3">
    <h3 class="font-semibold">What the machine says of itself</h3>
    {#if job.listing}
      <p class="mt-1">
        {[job.listing.identity.maker, job.listing.identity.model].filter(Boolean).join(' ') || 'Unnamed'}, serial
        <span class="code">{listed ?? 'not given'}</span>, {job.listing.devices.length} devices.
      </p>
      {#if listed && serial && listed !== serial}<p
          class="mt-1 rounded-md border-l-4 border-warn bg-warn-wash px-3 py-1.5 text-warn"
        >
          The job says serial {serial}, the machine says {listed}. One of them is wrong.
        </p>{/if}
    {:else}<p class="mt-1 text-soft">
        If it runs: a listing from before makes a plug that was left open show itself afterwards.
      </p>{/if}
    {#if mayWrite}
      <div class="mt-2 flex gap-2">
        <textarea
          class="field code min-h-10 flex-1"
          rows="1"
          aria-label="A hardware listing"
          placeholder="paste lshw -json, or dmidecode"
          onchange={(e) => {
            listing(e.currentTarget.value);
            e.currentTarget.value = '';
          }}></textarea>
        <label class="button"
          >A file<input
            class="sr-only"
            type="file"
            accept=".json,.txt,.log,text/plain,application/json"
            onchange={file}
          /></label
        >
      </div>
      {#if why}<p class="mt-2 rounded-md border-l-4 border-now bg-now-wash px-3 py-2" role="alert">
          {why} Nothing was written down.
        </p>{/if}
    {/if}
  </div>
</section>
