<script lang="ts">
  import { enhance } from '$app/forms';
  import { goto } from '$app/navigation';
  import { FAMILIES } from '$core/drafting';
  import { ARCHIVE_MAX } from '$core/formats';
  import { moment } from '$lib/ui/dates';
  import { once } from '$lib/ui/once';
  import { SLOTS } from '$core/words';
  import { SHEET_MAX_CHARS } from '$core/sheet';
  import MachineSearch from '$lib/ui/MachineSearch.svelte';
  import FileInput from '$lib/ui/FileInput.svelte';
  import TextFileInput from '$lib/ui/TextFileInput.svelte';
  import { useWords } from '$lib/words';
  import sample from '../../../../docs/examples/sheet-sample.csv?raw';
  import template from '../../../../docs/examples/sheet-template.csv?raw';

  const { t, told } = useWords();

  let { data, form } = $props();
  let sending = $state(false);
  let rows = $state('');
  let refused = $state.raw<{ message: string; problems: { place: string; message: string }[] }>();
  const send = once({
    then: () => {
      sending = true;
      return async ({ update }) => {
        await update();
        sending = false;
      };
    },
    unanswered: () => (sending = false)
  });
  const message = $derived(refused?.message ?? form?.message);
  const problems = $derived(
    refused?.problems ?? (form as { problems?: { place: string; message: string }[] } | null)?.problems ?? []
  );
  const file = (text: string) => `data:text/csv;charset=utf-8,${encodeURIComponent(text)}`;
  async function unpack([archive]: File[]) {
    if (!archive) return;
    refused = undefined;
    if (archive.size > ARCHIVE_MAX.packedBytes)
      return void (refused = {
        message: t('drafting.archiveTooLarge', { mB: ARCHIVE_MAX.packedBytes / 1e6 }),
        problems: []
      });
    sending = true;
    const response = await fetch('/api/drafts/archive', {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream', 'x-once': crypto.randomUUID() },
      body: archive
    }).catch(() => undefined);
    const answer = (await response?.json().catch(() => undefined)) as
      { draft?: string; message?: string; problems?: { place: string; message: string }[] } | undefined;
    sending = false;
    if (response?.ok && answer?.draft) await goto(`/machines/drafts/${answer.draft}`);
    else refused = { message: answer?.message ?? t('offline.notReached'), problems: answer?.problems ?? [] };
  }
</script>

<svelte:head><title>{t('drafting.drawMachine')}</title></svelte:head>

{#snippet name()}
  <label
    ><span class="label">{t('newJob.maker')}</span><input class="field" name="maker" required maxlength="60" /></label
  >
  <label
    ><span class="label">{t('newJob.model')}</span><input class="field" name="model" required maxlength="60" /></label
  >
{/snippet}

<div class="mx-auto max-w-6xl px-6 py-6 max-lg:px-3">
  <p><a class="link" href="/machines">{t('machine.allMachines')}</a></p>
  <h1 class="mt-1 text-2xl">{t('drafting.drawMachine')}</h1>
  <p class="mt-1 max-w-prose text-soft">{t('drafting.drawHow')}</p>
  {#if message}
    <div role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-4 py-3">
      <p>{told(message)}</p>
      {#if problems.length > 0}<ul class="mt-1 list-disc ps-5">
          {#each problems as p, i (i)}<li><span class="code">{p.place}</span> {p.message}</li>{/each}
        </ul>{/if}
    </div>
  {/if}
  <div class="mt-5 grid grid-cols-1 gap-5 lg:grid-cols-2">
    <form method="POST" action="?/new" class="sheet space-y-3 px-5 py-4" use:enhance={send}>
      <h2 class="text-xl">{t('drafting.blank')}</h2>
      <div class="grid grid-cols-2 gap-3">
        {@render name()}
        <label class="col-span-2"
          ><span class="label">{t('drafting.howBuilt')}</span><select class="field" name="family">
            {#each FAMILIES as family (family)}<option value={family}
                >{t('drafting.family', { family: family.replace('-', '_') })}</option
              >{/each}
          </select></label
        >
      </div>
      <div class="grid grid-cols-3 gap-3">
        {#each [['widthMm', told(SLOTS.widthMm)], ['depthMm', told(SLOTS.depthMm)], ['heightMm', told(SLOTS.heightMm)]] as const as [field, label] (field)}
          <label
            ><span class="label">{label}</span><input
              class="field figure"
              name={field}
              required
              inputmode="decimal"
            /></label
          >
        {/each}
      </div>
      <button class="button button-act min-h-11" disabled={sending}>{t('drafting.begin')}</button>
    </form>

    <section class="sheet px-5 py-4" aria-label={t('drafting.drafts')}>
      <h2 class="text-xl">{t('drafting.drafts')}</h2>
      <ul class="mt-2 divide-y divide-(--rule)">
        {#each data.drafts as d (d.id)}<li>
            <a class="block py-2 hover:bg-sunk" href="/machines/drafts/{d.id}"
              ><span class="font-semibold">{d.maker} {d.model}</span>
              <span class="block text-sm text-soft"
                >{t('drafting.draftBy', { by: d.startedBy, at: moment(d.changedAt) })}</span
              ></a
            >
          </li>{:else}<li class="text-soft">{t('drafting.noDrafts')}</li>{/each}
      </ul>
      <h2 class="mt-5 border-t border-rule pt-4 text-xl">{t('drafting.fromArchive')}</h2>
      <p class="mt-1 text-soft">{t('drafting.archiveHow')}</p>
      <label class="button mt-3 min-h-11"
        >{t('drafting.chooseArchive')}<FileInput accept=".zip,application/zip" onfiles={unpack} /></label
      >
    </section>

    <div class="sheet space-y-5 px-5 py-4">
      <MachineSearch more={data.choice.more} />
      <form method="POST" action="?/change" class="space-y-3" use:enhance={send}>
        <h2 class="text-xl">{t('drafting.changeFile')}</h2>
        <label class="block"
          ><span class="label">{t('drafting.machine')}</span><select class="field" name="fileId">
            {#each data.choice.machines as m (m.fileId)}<option value={m.fileId} selected={m.fileId === data.from}
                >{m.maker} {m.model}, {m.revision}</option
              >{/each}
          </select></label
        >
        <button class="button button-act min-h-11" disabled={sending || data.choice.machines.length === 0}
          >{t('drafting.begin')}</button
        >
      </form>
      <form method="POST" action="?/copy" class="space-y-3 border-t border-rule pt-4" use:enhance={send}>
        <h2 class="text-xl">{t('drafting.copyOf')}</h2>
        <label class="block"
          ><span class="label">{t('drafting.machine')}</span><select class="field" name="fileId">
            {#each data.choice.machines as m (m.fileId)}<option value={m.fileId}
                >{m.maker} {m.model}, {m.revision}</option
              >{/each}
          </select></label
        >
        <div class="grid grid-cols-2 gap-3">{@render name()}</div>
        <button class="button min-h-11" disabled={sending || data.choice.machines.length === 0}
          >{t('drafting.begin')}</button
        >
      </form>
    </div>

    <form method="POST" action="?/sheet" class="sheet space-y-3 px-5 py-4" use:enhance={send}>
      <h2 class="text-xl">{t('drafting.fromSheet')}</h2>
      <p class="text-soft">{t('drafting.sheetHow')}</p>
      <p class="flex flex-wrap gap-4">
        <a class="link" href={file(template)} download="template.csv">{t('drafting.template')}</a>
        <a class="link" href={file(sample)} download="sample.csv">{t('drafting.sample')}</a>
      </p>
      <div class="grid grid-cols-2 gap-3">{@render name()}</div>
      <label class="block"
        ><span class="label">{t('drafting.rows')}</span><textarea
          class="field code text-sm"
          name="rows"
          rows="7"
          required
          bind:value={rows}></textarea></label
      >
      <div class="flex flex-wrap gap-2">
        <label class="button min-h-11"
          >{t('drafting.chooseCsv')}<TextFileInput
            accept=".csv,text/csv,text/plain"
            maxBytes={SHEET_MAX_CHARS}
            ontext={(text) => (rows = text)}
            onproblem={(message) => (refused = { message, problems: [] })}
          /></label
        >
        <button class="button button-act min-h-11" disabled={sending}>{t('drafting.begin')}</button>
      </div>
    </form>
  </div>
</div>
