<script lang="ts">
  import { invalidateAll } from '$app/navigation';

  import { day } from '$lib/ui/dates';
  import FileUp from '@lucide/svelte/icons/file-up';
  import type { Problem } from '$core/result';
  import { addressWith, PagedList } from '$lib/ui/paged-list.svelte';
  import Pages from '$lib/ui/Pages.svelte';
  import SortSelect from '$lib/ui/SortSelect.svelte';
  import { STANDING_WORDS } from '$core/words';
  import FileInput from '$lib/ui/FileInput.svelte';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  let { data } = $props();
  const list = new PagedList([
    { id: 'machine', name: t('machines.machine') },
    { id: 'revision', name: t('machines.revision') },
    { id: 'files', name: t('machines.files') },
    { id: 'jobs', name: t('machines.openJobs') },
    { id: 'newest', name: t('machines.newest') }
  ]);

  let answer = $state<{ ok: boolean; fileId?: number; message: string; problems: Problem[] } | undefined>();
  let sending = $state(false);
  let isOver = $state(false);

  /** One after the other: a file that is chosen while another is checked waits for it. */
  let line: Promise<void> = Promise.resolve();
  function send(file: File | undefined): void {
    if (file) line = line.then(() => sendOne(file));
  }
  async function sendOne(file: File) {
    sending = true;
    answer = undefined;
    try {
      const response = await fetch('/api/machines', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: file
      });
      const body = await response.json();
      answer =
        response.ok && body.faultSet
          ? {
              ok: true,
              message: t('machines.faultsOfAreKnownNow', {
                name: file.name,
                faults: body.faultSet.faults,
                machine: body.faultSet.machine
              }),
              problems: []
            }
          : response.ok
            ? {
                ok: true,
                fileId: body.machine.fileId,
                message: `${file.name}: ${body.machine.maker} ${body.machine.model} ${body.machine.revision} ${response.status === 201 ? t('machines.isNowInTheLibrary') : t('machines.wasInTheLibraryAlready')}.`,
                problems: body.warnings
              }
            : { ok: false, message: `${file.name}: ${body.message}`, problems: body.problems ?? [] };
      if (response.ok) await invalidateAll();
    } catch {
      answer = { ok: false, message: t('machines.couldNotBeSentTheServer', { name: file.name }), problems: [] };
    }
    sending = false;
  }
  function drop(event: DragEvent) {
    event.preventDefault();
    isOver = false;
    send(event.dataTransfer?.files[0]);
  }
  const ranked = $derived(
    [...(answer?.problems ?? [])].sort((a, b) => Number(a.severity === 'warning') - Number(b.severity === 'warning'))
  );
  const hard = $derived(ranked.filter((f) => f.severity === 'error').length);
</script>

<svelte:head><title>{t('machines.machinesEagerWrench')}</title></svelte:head>

<div class="grid grid-cols-1 gap-6 px-6 py-6 max-lg:px-3 lg:grid-cols-[minmax(0,1fr)_330px]">
  <section aria-label={t('machines.machinesInTheLibrary')}>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2">
      <h1 class="text-2xl">{t('machines.machines')}</h1>
      {#if data.machines.length > 0 || data.isNarrowed}<div class="ms-auto"><SortSelect {list} everywhere /></div>
        <label class="w-64"
          ><span class="sr-only">{t('machines.findAMachine')}</span><input
            class="field"
            type="search"
            placeholder={t('machines.findAMachine')}
            bind:value={list.search.words}
          /></label
        >{/if}
    </div>
    {#if data.machines.length === 0 && !data.isNarrowed}
      <div class="sheet mt-4 px-8 py-14 text-center">
        <h2 class="text-xl">{t('machines.theLibraryIsEmpty')}</h2>
        <p class="mx-auto mt-2 max-w-prose text-soft">
          {t('machines.aMachineFileSaysWhatA', { isMayImport: data.mayImport ? 'yes' : 'no' })}
        </p>
      </div>
    {:else}
      <ul class="library mt-4">
        {#each data.machines as m (m.fileId)}
          <li class="sheet overflow-hidden">
            <a class="block" href="/machines/{m.fileId}">
              <img
                class="face"
                src="/api/machines/{m.fileId}/face.svg"
                alt=""
                loading="lazy"
                width="300"
                height="200"
              />
              <span class="block px-4 pt-2 text-lg font-semibold">{m.maker} {m.model}</span>
            </a>
            <p class="flex flex-wrap items-baseline gap-x-3 px-4 pb-3 text-sm text-soft">
              <span>{t('machines.revisionOf', { revision: m.revision })}</span>
              {#if m.standing !== 'in-force'}<span class="font-semibold text-ink"
                  >{told(STANDING_WORDS[m.standing])}</span
                >{/if}
              {#if m.gap}<span class="font-semibold text-now">{t('machines.notPlanned')}</span>{/if}
              {#if m.known < 1}<span>{t('machines.wellKnown', { share: m.known })}</span>{/if}
              {#if m.openJobs > 0}<span>{t('count.openJob', { n: m.openJobs })}</span>{/if}
              <span class="ms-auto">{day(m.importedAt)}</span>
            </p>
          </li>
        {:else}
          <li class="px-4 py-8 text-soft">{t('machines.noMachineWithThatName')}</li>
        {/each}
      </ul>
      <Pages page={data.page} pages={data.pages} to={(n) => addressWith({ page: String(n) })} />
    {/if}
  </section>

  <section aria-label={t('machines.import')}>
    <a class="button mb-2 min-h-11 w-full" href="/jobs/new/unknown">{t('newJob.recordIt')}</a>
    <a class="button mb-4 min-h-11 w-full" href="/machines/draw">{t('drafting.drawMachine')}</a>
    {#if data.recorded.length > 0}
      <h2 class="text-lg">{t('machines.beingRecorded')}</h2>
      <ul class="sheet mt-1 mb-4 divide-y divide-(--rule)">
        {#each data.recorded as r (r.job)}<li>
            <a class="block px-4 py-2.5 hover:bg-sunk" href="/jobs/{r.job}/record"
              ><span class="font-semibold">{r.maker} {r.model}</span>
              <span class="block text-sm text-soft"
                >{t('machines.recordedBy', { job: r.job, by: r.by, n: r.events })}</span
              ></a
            >
          </li>{/each}
      </ul>
    {/if}
    {#if data.mayImport}
      <!-- svelte-ignore a11y_no_static_element_interactions (the button in it does the same) -->
      <div
        class="drop {isOver ? 'over' : ''}"
        ondragover={(e) => {
          e.preventDefault();
          isOver = true;
        }}
        ondragleave={() => (isOver = false)}
        ondrop={drop}
      >
        <h2 class="text-lg">{t('machines.importAMachineFile')}</h2>
        <p class="mt-1 text-soft">
          {t('machines.dropItHereOrChooseIt')}
        </p>
        <label
          class="button button-act mt-4 focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-now"
        >
          <FileUp size={17} aria-hidden="true" />
          {sending ? t('machines.checking') : t('machines.chooseAFile')}
          <FileInput
            accept="application/json,.json"
            label={t('machines.importAMachineFile')}
            onfiles={([file]) => send(file)}
          />
        </label>
      </div>
    {:else}
      <p class="sheet px-5 py-4 text-soft">{t('machines.aLeadImportsMachineFilesAnyone')}</p>
    {/if}
    {#if answer}
      <div
        role="alert"
        class="mt-4 rounded-md border-s-4 px-4 py-3 {answer.ok ? 'border-good bg-good-wash' : 'border-now bg-now-wash'}"
      >
        <p class="font-semibold">{told(answer.message)}</p>
        {#if answer.fileId}<p class="mt-1">
            <a class="link" href="/machines/{answer.fileId}">{t('machines.openIt')}</a>
          </p>{/if}
      </div>
      {#if ranked.length > 0}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
        <div
          role="region"
          aria-label={t('machines.whatWasFound')}
          tabindex="0"
          class="sheet mt-3 lg:max-h-[calc(100vh-420px)] lg:min-h-40 lg:overflow-y-auto"
        >
          <ol>
            {#each ranked as f, i (i)}
              <li class="border-b border-rule px-4 py-2 last:border-0">
                <span class="code text-sm">{f.place}</span>
                <span class="ms-2 text-sm {f.severity === 'error' ? 'font-semibold text-now' : 'text-soft'}"
                  >{f.severity === 'error' ? t('machines.toCorrect') : t('machines.worthChecking')}</span
                >
                <span class="block">{told(f.message)}</span>
              </li>
            {/each}
          </ol>
        </div>
        <p class="mt-2 text-sm text-soft">
          {hard > 0
            ? t('machines.toCorrectInTheFileThen', { hard: t('count.error', { n: hard }) })
            : t('machines.theFileWasImportedAllThe', { n: t('count.remark', { n: ranked.length }) })}
        </p>
      {/if}
    {/if}
  </section>
</div>

<style>
  .library {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(250px, 100%), 1fr));
    gap: 14px;
  }
  .face {
    display: block;
    width: 100%;
    height: 200px;
    object-fit: contain;
    background: #fff;
    padding: 6px;
  }
  /* Drawn as on paper: turned about where all else is dark. */
  :global([data-theme='dark']) .face {
    filter: invert(0.88) hue-rotate(180deg);
  }
  @media (prefers-color-scheme: dark) {
    :global(html:not([data-theme='light'])) .face {
      filter: invert(0.88) hue-rotate(180deg);
    }
  }
  .drop {
    border: 2px dashed var(--rule-strong);
    border-radius: 10px;
    padding: 20px 22px;
    background: var(--sheet);
  }
  .drop.over {
    border-color: var(--act);
    background: var(--sunk);
  }
</style>
