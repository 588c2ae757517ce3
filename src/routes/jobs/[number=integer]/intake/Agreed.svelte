<script lang="ts">
  import { untrack } from 'svelte';
  import { type JobFact, type JobState } from '$core/job';
  import { LISTING_MAX, readListing } from '$core/hardware';
  import { LANGUAGE_NAMES, LANGUAGES, type Language, type Said } from '$core/language';
  import type { Model } from '$core/machine';
  import { DATA } from '$core/words';
  import { whyNot } from '$core/result';
  import { named, useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';
  import TextFileInput from '$lib/ui/TextFileInput.svelte';

  const { t, told } = useWords();

  /** What came with it, whose data is on it, what the work would break, and what the machine says of itself. */
  let {
    model,
    state: job,
    serial,
    shopLanguage,
    seals,
    mayWrite,
    onsay
  }: {
    model: Model;
    state: JobState;
    serial: string;
    /** In which the shop writes where nothing else is said. */
    shopLanguage: Language;
    seals: readonly Said[] | undefined;
    mayWrite: boolean;
    onsay: (fact: JobFact) => void;
  } = $props();

  const OFTEN = [
    t('intake.adapter'),
    t('intake.mainsCable'),
    t('intake.sleeve'),
    t('intake.dock'),
    t('intake.usbStick'),
    t('intake.memoryCard')
  ];
  let variant = $state(untrack(() => job.intake?.variant ?? ''));
  let accessories = $state.raw(untrack(() => job.intake?.accessories ?? []));
  let other = $state('');
  let data = $state<keyof typeof DATA | ''>(untrack(() => job.intake?.data ?? ''));
  let language = $state<Language | ''>(untrack(() => job.intake?.language ?? ''));
  let sealsAgreed = $state(untrack(() => job.intake?.sealsAgreed ?? false));
  let note = $state(untrack(() => job.intake?.note ?? ''));
  let why = $state('');
  const all = $derived([...new Set([...OFTEN, ...accessories])]);
  const isChanged = $derived(
    JSON.stringify([variant, [...accessories].sort(), data, sealsAgreed, language, note]) !==
      JSON.stringify([
        job.intake?.variant ?? '',
        [...(job.intake?.accessories ?? [])].sort(),
        job.intake?.data ?? '',
        job.intake?.sealsAgreed ?? false,
        job.intake?.language ?? '',
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
      ...(language ? { language } : {}),
      ...(note.trim() ? { note: note.trim() } : {})
    });
  function listing(text: string) {
    const read = readListing(text);
    why = read.ok ? '' : told(whyNot(read));
    if (read.ok) onsay({ is: 'listing', listing: read.listing });
  }
</script>

<section aria-labelledby="agreed">
  <h2 id="agreed" class="text-lg">{t('intake.3AccessoriesAndAgreements')}</h2>
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
          ><span class="label">{t('intake.variant')}</span><select class="field" bind:value={variant}
            ><option value="">{t('intake.notKnown')}</option>{#each model.machine.variants as v (v.id)}<option
                value={v.id}>{told(named(model, v.name))}</option
              >{/each}</select
          ></label
        >
      {/if}
      <div>
        <span class="label">{t('intake.accessories')}</span>
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
            aria-label={t('intake.anotherAccessory')}
            placeholder={t('intake.other')}
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
        ><span class="label">{t('intake.languageOfPapers')}</span><select class="field" bind:value={language}
          ><option value="">{t('intake.asTheShops', { language: LANGUAGE_NAMES[shopLanguage] })}</option
          >{#each LANGUAGES as l (l)}<option value={l} lang={l}>{LANGUAGE_NAMES[l]}</option>{/each}</select
        ></label
      >
      <label class="block"
        ><span class="label">{t('intake.customersData')}</span><select class="field" required bind:value={data}
          ><option value="" disabled>{t('intake.askAndChoose')}</option
          >{#each Object.entries(DATA) as [id, name] (id)}<option value={id}>{told(name)}</option>{/each}</select
        ></label
      >
      <label class="flex items-start gap-2"
        ><input type="checkbox" class="mt-1 size-4.5 accent-(--act)" bind:checked={sealsAgreed} /><span
          >{t('intake.toldAndAgreedWhatTheWork', {
            seals:
              seals === undefined
                ? t('intake.stillBeingCalculatedReloadThisPage')
                : seals.length > 0
                  ? seals
                  : t('intake.nothingAsPlannedNow')
          })}</span
        ></label
      >
      <label class="block"
        ><span class="label">{t('intake.otherRemarks')}</span><textarea
          class="field"
          rows="2"
          maxlength="2000"
          bind:value={note}></textarea></label
      >
    </fieldset>
    {#if mayWrite}<button class="button button-act" disabled={!isChanged || !data}
        >{job.intake ? t('intake.saveChange') : t('intake.save')}</button
      >{/if}
  </form>
  <div class="mt-4 border-t border-rule pt-3">
    <h3 class="font-semibold">{t('intake.whatTheMachineListsAboutItself')}</h3>
    {#if job.listing}
      <p class="mt-1">
        <Rich
          text={t('intake.serialNumberDevices', {
            machine:
              [job.listing.identity.maker, job.listing.identity.model].filter(Boolean).join(' ') || t('intake.unnamed'),
            serial: listed ?? t('intake.notGiven'),
            n: job.listing.devices.length
          })}>{#snippet soft(text)}<span class="code">{text}</span>{/snippet}</Rich
        >
      </p>
      {#if listed && serial && listed !== serial}<p
          class="mt-1 rounded-md border-s-4 border-warn bg-warn-wash px-3 py-1.5 text-warn"
        >
          {t('intake.theJobSaysSerialNumberThe', { serial, listed })}
        </p>{/if}
    {:else}<p class="mt-1 text-soft">
        {t('intake.ifItRunsAListingFrom')}
      </p>{/if}
    {#if mayWrite}
      <div class="mt-2 flex gap-2">
        <textarea
          class="field code min-h-10 flex-1"
          rows="1"
          aria-label={t('intake.hardwareListing')}
          placeholder={t('intake.pasteLshwJsonOrDmidecode')}
          onchange={(e) => {
            listing(e.currentTarget.value);
            e.currentTarget.value = '';
          }}></textarea>
        <label class="button"
          >{t('intake.file')}<TextFileInput
            accept=".json,.txt,.log,text/plain,application/json"
            maxBytes={LISTING_MAX}
            ontext={listing}
            onproblem={(words) => (why = words)}
          /></label
        >
      </div>
      {#if why}<p class="mt-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">
          {t('intake.nothingWasSaved', { why })}
        </p>{/if}
    {/if}
  </div>
</section>
