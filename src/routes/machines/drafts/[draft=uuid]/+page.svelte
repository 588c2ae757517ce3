<script lang="ts">
  import { goto } from '$app/navigation';
  import { onMount, untrack } from 'svelte';
  import {
    aligned,
    boxOfThings,
    copied,
    effects,
    FORMS,
    mapThings,
    mirrored,
    turnedAbout,
    without,
    type Side,
    type Thing
  } from '$core/drafting';
  import { goalId, type Goal } from '$core/goals';
  import type { Machine } from '$core/machine';
  import type { Problem } from '$core/result';
  import { Desk, LiveJudge } from '$lib/drafting/desk.svelte';
  import { PhotosBehind } from '$lib/drafting/photos.svelte';
  import Fields from '$lib/drafting/Fields.svelte';
  import NewThings from '$lib/drafting/NewThings.svelte';
  import Section from '$lib/drafting/Section.svelte';
  import TableDrawing from '$lib/drafting/TableDrawing.svelte';
  import SyncState from '$lib/ui/SyncState.svelte';
  import { isTyping } from '$lib/ui/typing';
  import { useWords } from '$lib/words';
  import Redo2 from '@lucide/svelte/icons/redo-2';
  import Undo2 from '@lucide/svelte/icons/undo-2';

  const { t, told } = useWords();

  let { data } = $props();
  // svelte-ignore state_referenced_locally (one draft per visit of the page)
  const desk = new Desk(data.draft, data.first, data, data.person ?? { id: '', name: '' });
  const judge = new LiveJudge();
  // svelte-ignore state_referenced_locally
  const behind = new PhotosBehind(data.draft, data.photos);
  let opacity = $state(0.6);
  let photoProblem = $state('');
  async function addPhoto(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    event.currentTarget.value = '';
    if (file) photoProblem = (await behind.add(face, file)) ?? '';
  }

  let ready = $state(false);
  let chosen = $state.raw<Thing[]>([]);
  let zone = $state('');
  let gridMm = $state(0);
  let from = $state(0);
  let cut = $state<number>();
  let goals = $state.raw<Goal[]>([]);
  let view = $state<'thing' | 'file' | 'faults'>('thing');
  let placing = $state.raw<{ points: [number, number][]; done: (points: [number, number][]) => boolean }>();
  let kept = $state.raw<{ problems: readonly Problem[]; message: string }>();
  let isKeeping = $state(false);

  const machine = $derived(desk.machine);
  const mayAct = $derived(data.mayDraw);
  const face = $derived(machine.zones.some((z) => z.id === zone) ? zone : (machine.zones[0]?.id ?? ''));
  const photo = $derived(behind.of(face, machine));
  const one = $derived(chosen.length === 1 ? chosen[0] : undefined);
  const part = $derived(one && 'part' in one ? machine.parts.find((p) => p.id === one.part) : undefined);
  const joint = $derived(one && 'joint' in one ? machine.joints.find((j) => j.id === one.joint) : undefined);
  const cable = $derived(part && machine.cables.find((c) => c.part === part.id));
  const zoneRow = $derived(machine.zones.find((z) => z.id === face));
  const problems = $derived(judge.judged?.problems ?? []);
  const errors = $derived(problems.filter((p) => p.severity === 'error'));
  const faulty = $derived(new Set(judge.judged?.faulty));
  const did = $derived(judge.before && judge.judged ? effects(judge.before, judge.judged, goals) : []);
  const deepest = $derived(
    Math.max(1, ...machine.parts.flatMap((p) => p.shapes.filter((s) => s.zone === face).map((s) => s.depth[0])))
  );
  const goalName = (goal: Goal) =>
    goal.do === 'reach'
      ? (machine.joints.find((j) => j.id === goal.joint)?.name ?? goal.joint)
      : (machine.parts.find((p) => p.id === goal.part)?.name ?? goal.part);

  $effect(() => {
    const now = machine;
    const pinned = goals;
    if (ready) untrack(() => judge.ask(now, pinned));
  });
  onMount(() => {
    void desk.open().finally(() => (ready = true));
    desk.follow();
    return () => {
      desk.close();
      judge.close();
      behind.close();
    };
  });

  const edit = (next: Machine) => mayAct && desk.edit(next);
  const replaced = <T extends object>(list: readonly T[], at: T, now: T): T[] => list.map((x) => (x === at ? now : x));
  function turn(degrees: number) {
    const box = boxOfThings(machine, chosen, face);
    if (box) edit(mapThings(machine, chosen, face, turnedAbout(box, degrees)));
  }
  function mirror(axis: 'x' | 'y') {
    const box = boxOfThings(machine, chosen, face);
    if (box) edit(mapThings(machine, chosen, face, mirrored(box, axis)));
  }
  function copy() {
    const made = copied(machine, chosen, 6, 6);
    edit(made.machine);
    chosen = made.things;
  }
  function remove() {
    edit(without(machine, chosen));
    chosen = [];
  }
  function place(at: readonly [number, number]) {
    if (!placing) return;
    const points: [number, number][] = [...placing.points, [at[0], at[1]]];
    placing = placing.done(points) ? undefined : { ...placing, points };
  }
  function pin(goal: Goal) {
    const id = goalId(goal);
    goals = goals.some((g) => goalId(g) === id) ? goals.filter((g) => goalId(g) !== id) : [...goals, goal];
  }
  async function keep() {
    isKeeping = true;
    kept = undefined;
    const response = await fetch(`/api/drafts/${data.draft}/file`, { method: 'POST' }).catch(() => undefined);
    const answer = (await response?.json().catch(() => ({}))) as
      { fileId?: number; message?: string; problems?: Problem[] } | undefined;
    isKeeping = false;
    if (response?.ok && answer?.fileId) await goto(`/machines/${answer.fileId}`);
    else {
      kept = { message: answer?.message ?? t('offline.notReached'), problems: answer?.problems ?? [] };
      view = 'faults';
    }
  }
  function keys(event: KeyboardEvent) {
    if (isTyping(event)) return;
    const key = event.key.toLowerCase();
    const isCommand = event.ctrlKey || event.metaKey;
    if (isCommand && (key === 'y' || (key === 'z' && event.shiftKey))) desk.redo();
    else if (isCommand && key === 'z') desk.undo();
    else if ((event.key === 'Delete' || event.key === 'Backspace') && chosen.length > 0 && mayAct) remove();
    else if (event.key === 'Escape' && placing) placing = undefined;
    else if (event.key === 'Escape') chosen = [];
    else return;
    event.preventDefault();
  }
  const SIDES: readonly Side[] = ['left', 'middle-x', 'right', 'far', 'middle-y', 'near'];
</script>

<svelte:window onkeydown={keys} />
<svelte:head><title>{t('drafting.title', { machine: `${machine.maker} ${machine.model}` })}</title></svelte:head>

<div class="desk" data-ready={ready} data-judged={judge.count}>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-rule bg-sheet px-4 py-1.5 max-lg:px-2">
    <h1 class="text-lg">{machine.maker} {machine.model} <span class="text-soft">{t('newJob.draft')}</span></h1>
    <div class="flex flex-wrap gap-1" role="group" aria-label={t('recorder.side')}>
      {#each machine.zones as z (z.id)}<button
          type="button"
          class="button min-h-9 px-3 {z.id === face ? 'border-act bg-act text-on-act' : ''}"
          aria-pressed={z.id === face}
          onclick={() => (zone = z.id)}>{z.name}</button
        >{/each}
    </div>
    <SyncState outbox={desk} back={`/machines/drafts/${data.draft}`} onaside={() => (view = 'faults')} />
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
  {#if photoProblem}<p class="border-b border-now bg-now-wash px-6 py-2" role="alert">{photoProblem}</p>{/if}
  {#if desk.problem}<p class="border-b border-now bg-now-wash px-6 py-2" role="alert">{told(desk.problem)}</p>{/if}
  {#each desk.setAside as row (row.event.id)}<p class="border-b border-now bg-now-wash px-6 py-2" role="alert">
      {told(row.why)}
      <button type="button" class="link ms-3" onclick={() => (desk.setAside = desk.setAside.filter((r) => r !== row))}
        >{t('bench.close')}</button
      >
    </p>{/each}

  <div class="station">
    <section class="paper" aria-label={t('drafting.drawing')}>
      <div class="flex flex-wrap items-center gap-1.5 px-2 pb-1.5 text-sm">
        {#if mayAct && chosen.length > 0}
          <button type="button" class="button min-h-9 px-2.5" onclick={() => turn(90)}>{t('drafting.turn')}</button>
          <button type="button" class="button min-h-9 px-2.5" onclick={() => mirror('x')}>{t('drafting.mirror')}</button
          >
          <button type="button" class="button min-h-9 px-2.5" onclick={copy}>{t('drafting.copy')}</button>
          <button type="button" class="button min-h-9 px-2.5" onclick={remove}>{t('drafting.remove')}</button>
          {#if chosen.length > 1}<select
              class="field min-h-9 w-auto py-0"
              aria-label={t('drafting.align')}
              value=""
              onchange={(e) => {
                edit(aligned(machine, chosen, face, e.currentTarget.value as Side));
                e.currentTarget.value = '';
              }}
            >
              <option value="" disabled>{t('drafting.align')}</option>
              {#each SIDES as side (side)}<option value={side}
                  >{t('drafting.alignTo', { side: side.replace('-', '_') })}</option
                >{/each}
            </select>{/if}
        {:else if mayAct}
          <NewThings
            {machine}
            zone={face}
            onedit={(next, thing) => {
              edit(next);
              chosen = [thing];
              view = 'thing';
            }}
            onplace={(done) => (placing = { points: [], done })}
          />
        {/if}
        {#if placing}<span class="font-semibold text-now" role="status">{t('drafting.tapPlaces')}</span>{/if}
        <label class="ms-auto flex items-center gap-2"
          >{t('drafting.grid')}<select class="field min-h-9 w-auto py-0" bind:value={gridMm}>
            {#each [0, 0.5, 1, 5] as mm (mm)}<option value={mm}
                >{mm === 0 ? t('drafting.noGrid') : t('machine.mm2', { mm: String(mm) })}</option
              >{/each}
          </select></label
        >
        <label class="flex items-center gap-2"
          >{t('drafting.depthView')}<input
            type="range"
            min="0"
            max={deepest}
            step="0.1"
            bind:value={from}
            class="w-24 accent-(--now)"
          /></label
        >
        {#if photo}<label class="flex items-center gap-2"
            >{t('drafting.photo')}<input
              type="range"
              min="0"
              max="1"
              step="0.05"
              bind:value={opacity}
              class="w-20 accent-(--now)"
            /></label
          >{:else if mayAct}<label class="button min-h-9 px-2.5"
            >{t('drafting.photo')}<input
              class="sr-only"
              type="file"
              accept="image/jpeg,image/png,image/webp"
              onchange={addPhoto}
            /></label
          >{/if}
        <button
          type="button"
          class="button min-h-9 px-2.5"
          aria-pressed={cut !== undefined}
          onclick={() => (cut = cut === undefined ? machine.size.depthMm / 2 : undefined)}
          >{t('drafting.section')}</button
        >
      </div>
      <div class="min-h-0 flex-1">
        <TableDrawing
          {machine}
          zone={face}
          {chosen}
          {gridMm}
          {from}
          {faulty}
          {mayAct}
          points={placing?.points ?? []}
          isPlacing={placing !== undefined}
          photo={photo ? { src: photo, opacity } : undefined}
          {cut}
          onchoose={(things) => {
            chosen = things;
            if (things.length > 0) view = 'thing';
          }}
          onedit={edit}
          onplace={place}
        />
      </div>
      {#if cut !== undefined}
        <div class="cut">
          <label class="flex items-center gap-2 px-2 text-sm"
            >{t('drafting.cutAt', { mm: cut.toFixed(0) })}<input
              type="range"
              min="0"
              max={machine.size.depthMm}
              step="0.5"
              bind:value={cut}
              class="flex-1 accent-(--now)"
            /></label
          >
          <Section
            {machine}
            zone={face}
            {cut}
            chosen={part?.id}
            {mayAct}
            onchoose={(id) => (chosen = [{ part: id }])}
            onedit={edit}
          />
        </div>
      {/if}
    </section>

    <section class="panel" aria-label={t('drafting.panel')}>
      <div
        class="sticky top-0 z-5 flex gap-1 border-b border-rule bg-sheet px-4 pt-2"
        role="group"
        aria-label={t('drafting.panel')}
      >
        {#each ['thing', 'file', 'faults'] as const as v (v)}<button
            type="button"
            class="border-b-3 px-2.5 py-2 {v === view ? 'border-now font-semibold' : 'border-transparent text-soft'}"
            aria-pressed={v === view}
            onclick={() => (view = v)}>{t('drafting.view', { view: v, n: errors.length })}</button
          >{/each}
      </div>
      <div class="px-4 py-3">
        {#if view === 'thing'}
          {#if part}
            {#key part.id}
              <div class="mb-2 flex items-center gap-2">
                <h2 class="flex-1 text-xl">{part.name}</h2>
                <label class="flex items-center gap-1.5 text-sm"
                  ><input
                    type="checkbox"
                    class="size-5 accent-(--act)"
                    checked={goals.some((g) => goalId(g) === goalId({ do: 'remove', part: part.id }))}
                    onchange={() => pin({ do: 'remove', part: part.id })}
                  />{t('drafting.pin')}</label
                >
              </div>
              <Fields
                field={FORMS.part}
                value={part}
                {machine}
                disabled={!mayAct}
                onchange={(next) => edit({ ...machine, parts: replaced(machine.parts, part, next as typeof part) })}
              />
              {#if cable}
                <h3 class="mt-4 text-lg">{t('drafting.itsCable')}</h3>
                <Fields
                  field={FORMS.cable}
                  value={cable}
                  {machine}
                  disabled={!mayAct}
                  onchange={(next) =>
                    edit({ ...machine, cables: replaced(machine.cables, cable, next as typeof cable) })}
                />
              {/if}
            {/key}
          {:else if joint}
            {#key joint.id}
              <h2 class="mb-2 text-xl">{joint.name}</h2>
              <Fields
                field={FORMS.joint}
                value={joint}
                {machine}
                disabled={!mayAct}
                onchange={(next) => edit({ ...machine, joints: replaced(machine.joints, joint, next as typeof joint) })}
              />
            {/key}
          {:else if chosen.length > 1}
            <p class="text-lg">{t('drafting.several', { n: chosen.length })}</p>
          {:else}
            <p class="mb-3 text-soft">{t('drafting.chooseSomething')}</p>
            <ul class="divide-y divide-(--rule)">
              {#each machine.parts as p (p.id)}<li>
                  <button
                    type="button"
                    class="flex min-h-9 w-full items-center gap-2 text-start hover:bg-sunk"
                    onclick={() => {
                      chosen = [{ part: p.id }];
                      const on = p.shapes[0]?.zone;
                      if (on) zone = on;
                    }}
                    >{p.name}{#if faulty.has(p.id)}<b class="text-now">{t('drafting.hasFault')}</b>{/if}</button
                  >
                </li>{/each}
            </ul>
            <h2 class="mt-3 text-lg">{t('drafting.joints')}</h2>
            <ul class="divide-y divide-(--rule)">
              {#each machine.joints as j (j.id)}<li>
                  <button
                    type="button"
                    class="flex min-h-9 w-full items-center gap-2 text-start hover:bg-sunk"
                    onclick={() => {
                      chosen = [{ joint: j.id }];
                      zone = j.zone;
                    }}
                    >{j.name}{#if faulty.has(j.id)}<b class="text-now">{t('drafting.hasFault')}</b>{/if}</button
                  >
                </li>{/each}
            </ul>
          {/if}
        {:else if view === 'file'}
          {#if zoneRow}
            <h2 class="text-xl">{zoneRow.name}</h2>
            <Fields
              field={FORMS.zone}
              value={zoneRow}
              {machine}
              disabled={!mayAct}
              onchange={(next) => edit({ ...machine, zones: replaced(machine.zones, zoneRow, next as typeof zoneRow) })}
            />
          {/if}
          <h2 class="mt-4 text-xl">{t('drafting.wholeFile')}</h2>
          <Fields
            field={FORMS.machine}
            value={machine}
            {machine}
            disabled={!mayAct}
            onchange={(next) => edit(next as Machine)}
          />
        {:else}
          {#if kept}<p class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">
              {kept.message}
            </p>{/if}
          {#each kept?.problems ?? [] as p, i (i)}<p class="mt-1 text-sm">
              <span class="code">{p.place}</span>
              {told(p.message)}
            </p>{/each}
          <ol class="mt-2 divide-y divide-(--rule)">
            {#each problems as p, i (i)}
              <li class="py-1.5 text-sm">
                <span class="code">{p.place}</span>
                <span class={p.severity === 'error' ? 'font-semibold text-now' : 'text-soft'}
                  >{p.severity === 'error' ? t('machines.toCorrect') : t('machines.worthChecking')}</span
                >
                <span class="block">{told(p.message)}</span>
              </li>
            {:else}<li class="py-3 text-soft">{t('drafting.noFaults')}</li>{/each}
          </ol>
        {/if}
      </div>
    </section>
  </div>
  <div
    class="flex min-h-11 flex-wrap items-center gap-x-5 gap-y-1 border-t border-rule bg-sunk px-4 py-1.5 text-sm"
    role="status"
  >
    {#if goals.length === 0}<span class="text-soft">{t('drafting.pinSome')}</span>{/if}
    {#each goals as goal (goalId(goal))}
      {@const steps = judge.judged?.steps[goalId(goal)]}
      {@const effect = did.find((d) => goalId(d.goal) === goalId(goal))}
      <span
        ><b>{goalName(goal)}</b>
        {steps === undefined ? t('drafting.cannotBePlanned') : t('drafting.stepsOf', { n: steps })}
        {#if effect?.was !== undefined && effect.is !== undefined}<b class="text-now"
            >{t('drafting.nowNeeds', {
              n: Math.abs(effect.is - effect.was),
              isMore: effect.is > effect.was ? 'yes' : 'no'
            })}</b
          >{/if}</span
      >
    {/each}
    <span class="ms-auto {errors.length > 0 ? 'font-semibold text-now' : 'text-soft'}"
      >{t('drafting.faultsSoFar', { n: errors.length })}</span
    >
  </div>
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
