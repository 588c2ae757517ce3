<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { onMount, untrack } from 'svelte';
  import type { Problem } from '$core/result';
  import { Desk, LiveJudge } from '$lib/drafting/desk.svelte';
  import GoalsBar from '$lib/drafting/GoalsBar.svelte';
  import Panel from '$lib/drafting/Panel.svelte';
  import { DraftPhotos } from '$lib/drafting/photos.svelte';
  import Section from '$lib/drafting/Section.svelte';
  import { Table } from '$lib/drafting/table.svelte';
  import TableDrawing from '$lib/drafting/TableDrawing.svelte';
  import ToolRow from '$lib/drafting/ToolRow.svelte';
  import SyncState from '$lib/ui/SyncState.svelte';
  import { isTyping } from '$lib/ui/typing';
  import { useWords } from '$lib/words';
  import Redo2 from '@lucide/svelte/icons/redo-2';
  import Undo2 from '@lucide/svelte/icons/undo-2';

  const { t, told } = useWords();

  let { data } = $props();
  // svelte-ignore state_referenced_locally (one draft per visit of the page)
  const desk = new Desk(data.draft, data.first, data, data.person ?? { id: '', name: '' });
  // svelte-ignore state_referenced_locally
  const table = new Table(desk, data.mayDraw, told);
  // svelte-ignore state_referenced_locally
  const photos = new DraftPhotos(data.draft, data.photos);
  const judge = new LiveJudge();

  let panel = $state<HTMLElement>();
  // What is chosen anew is read from its name on.
  $effect(() => {
    void [table.chosen, table.view];
    panel?.scrollTo({ top: 0 });
  });

  let ready = $state(false);
  let kept = $state.raw<{ problems: readonly Problem[]; message: string }>();
  let isKeeping = $state(false);

  const { machine, side, mayAct } = $derived(table);
  const photo = $derived(side && photos.onFace(side));
  /** Things with errors, by their id. */
  const faulty = $derived(
    new Set(
      judge.faults.flatMap(({ severity, thing }) =>
        severity !== 'error' || !thing ? [] : 'part' in thing ? thing.part : thing.joint
      )
    )
  );

  // Asked before the drawing is made anew: both are worked out at once.
  $effect.pre(() => {
    const [now, pinned] = [machine, table.goals];
    if (ready) untrack(() => judge.ask(now, pinned));
  });
  onMount(() => {
    void desk.open().finally(() => (ready = true));
    desk.follow();
    // From a finding one comes to the thing that is to be changed.
    const [part, joint] = ['part', 'joint'].map((name) => page.url.searchParams.get(name));
    if (joint ?? part) table.show(joint ? { joint } : { part: part! });
    return () => {
      desk.close();
      judge.close();
      photos.close();
    };
  });

  /** How long a file waits for the last change to reach the server, and how often it looks, ms. */
  const PATIENCE_MS = 4000;
  const LOOK_MS = 50;
  async function keep() {
    isKeeping = true;
    kept = undefined;
    // What is kept is what the server has: the last change may still be on its way.
    for (let waited = 0; desk.unsent > 0 && waited < PATIENCE_MS; waited += LOOK_MS)
      await new Promise((after) => setTimeout(after, LOOK_MS));
    if (desk.unsent > 0) {
      isKeeping = false;
      kept = { message: t('drafting.notAllSent'), problems: [] };
      table.view = 'faults';
      return;
    }
    const response = await fetch(`/api/drafts/${data.draft}/file`, { method: 'POST' }).catch(() => undefined);
    const answer = (await response?.json().catch(() => ({}))) as
      { fileId?: number; message?: string; problems?: Problem[] } | undefined;
    isKeeping = false;
    if (response?.ok && answer?.fileId) await goto(`/machines/${answer.fileId}`);
    else {
      kept = { message: answer?.message ?? t('offline.notReached'), problems: answer?.problems ?? [] };
      table.view = 'faults';
    }
  }
  function keys(event: KeyboardEvent) {
    if (isTyping(event)) return;
    const key = event.key.toLowerCase();
    const isCommand = event.ctrlKey || event.metaKey;
    if (isCommand && (key === 'y' || (key === 'z' && event.shiftKey))) desk.redo();
    else if (isCommand && key === 'z') desk.undo();
    else if (event.key === 'Backspace' && table.sketch) table.takeBack();
    else if ((event.key === 'Delete' || event.key === 'Backspace') && table.chosen.length > 0) table.remove();
    else if (event.key === 'Escape') table.drop();
    else return;
    event.preventDefault();
  }
</script>

<svelte:window onkeydown={keys} />
<svelte:head><title>{t('drafting.title', { machine: `${machine.maker} ${machine.model}` })}</title></svelte:head>

<div class="desk" data-ready={ready} data-judged={judge.counts.faults} data-planned={judge.counts.steps}>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-rule bg-sheet px-4 py-1.5 max-lg:px-2">
    <h1 class="text-lg">{machine.maker} {machine.model} <span class="text-soft">{t('newJob.draft')}</span></h1>
    <div class="flex flex-wrap gap-1" role="group" aria-label={t('recorder.side')}>
      {#each machine.zones as z (z.id)}<button
          type="button"
          class="button min-h-9 px-3 {z.id === side?.id ? 'border-act bg-act text-on-act' : ''}"
          aria-pressed={z.id === side?.id}
          onclick={() => table.lookAt(z.id)}>{z.name}</button
        >{/each}
    </div>
    <SyncState outbox={desk} back={`/machines/drafts/${data.draft}`} onaside={() => (table.view = 'faults')} />
    {#if mayAct}
      <button
        type="button"
        class="button min-h-9 px-3"
        aria-label={t('recorder.undo')}
        title={t('recorder.undo')}
        disabled={!desk.back.undo}
        onclick={() => desk.undo()}><Undo2 size={17} aria-hidden="true" /></button
      >
      <button
        type="button"
        class="button min-h-9 px-3"
        aria-label={t('recorder.redo')}
        title={t('recorder.redo')}
        disabled={!desk.back.redo}
        onclick={() => desk.redo()}><Redo2 size={17} aria-hidden="true" /></button
      >
      <button type="button" class="button button-act min-h-9" disabled={isKeeping} onclick={keep}
        >{t('drafting.keepAsFile')}</button
      >
    {/if}
  </div>
  {#if desk.problem}<p class="border-b border-now bg-now-wash px-6 py-2" role="alert">{told(desk.problem)}</p>{/if}
  {#each desk.setAside as row (row.event.id)}<p class="border-b border-now bg-now-wash px-6 py-2" role="alert">
      {told(row.why)}
      <button type="button" class="link ms-3" onclick={() => (desk.setAside = desk.setAside.filter((r) => r !== row))}
        >{t('bench.close')}</button
      >
    </p>{/each}

  <div class="station">
    <section class="paper" aria-label={t('drafting.drawing')}>
      <ToolRow {table} isPhoto={photo !== undefined} />
      <div class="min-h-0 flex-1">
        <TableDrawing {table} {faulty} {photo} />
      </div>
      {#if table.cutMm !== undefined && side}
        <div class="cut">
          <label class="flex items-center gap-2 px-2 text-sm"
            >{t('drafting.cutAt', { mm: table.cutMm.toFixed(0) })}<input
              type="range"
              min="0"
              max={machine.size.depthMm}
              step="0.5"
              bind:value={table.cutMm}
              class="flex-1 accent-(--now)"
            /></label
          >
          <Section
            {machine}
            zone={side.id}
            cut={table.cutMm}
            chosen={table.part?.id}
            {mayAct}
            onchoose={(id) => table.choose([{ part: id }])}
            onedit={(next) => table.edit(next)}
          />
        </div>
      {/if}
    </section>

    <section class="panel" bind:this={panel} aria-label={t('drafting.panel')}>
      <Panel {table} {photos} {faulty} {kept} faults={judge.faults} />
    </section>
  </div>
  <GoalsBar {table} {judge} />
</div>

<style>
  .desk {
    display: flex;
    flex-direction: column;
    height: calc(100dvh - var(--head));
    min-height: 32rem;
  }
  .station {
    flex: 1;
    min-height: 0;
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(360px, 30%);
  }
  .paper {
    display: flex;
    flex-direction: column;
    min-height: 0;
    background: var(--sunk);
    padding-top: 8px;
  }
  .cut {
    height: 190px;
    display: flex;
    flex-direction: column;
    border-top: 1px solid var(--rule);
    background: var(--sheet);
    padding-top: 4px;
  }
  .panel {
    min-height: 0;
    overflow-y: auto;
    background: var(--sheet);
    border-inline-start: 1px solid var(--rule);
  }
  @media (width < 64rem) {
    .desk {
      height: auto;
    }
    .station {
      display: block;
    }
    .paper {
      height: 60dvh;
    }
    .panel {
      border-inline-start: 0;
      border-top: 1px solid var(--rule);
    }
  }
</style>
