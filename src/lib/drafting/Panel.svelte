<script lang="ts">
  import { FORMS } from '$core/drafting';
  import type { Machine } from '$core/machine';
  import type { Problem } from '$core/result';
  import { useWords } from '$lib/words';
  import Fields from './Fields.svelte';
  import PhotoPanel from './PhotoPanel.svelte';
  import type { DraftPhotos } from './photos.svelte';
  import type { Table, View } from './table.svelte';

  const { t, told } = useWords();

  /** Beside the drawing: all fields of what is chosen, of the side and the file, its photo, and its faults. */
  interface Props {
    table: Table;
    photos: DraftPhotos;
    problems: readonly Problem[];
    /** Things with errors, by their id. */
    faulty: ReadonlySet<string>;
    /** Why the draft was not kept as a file. */
    kept: { message: string; problems: readonly Problem[] } | undefined;
  }
  let { table, photos, problems, faulty, kept }: Props = $props();

  const VIEWS: readonly View[] = ['thing', 'file', 'photo', 'faults'];
  const { machine, part, joint, side } = $derived(table);
  const disabled = $derived(!table.mayAct);
  const cable = $derived(part && machine.cables.find((c) => c.part === part.id));
  const errors = $derived(problems.filter((p) => p.severity === 'error').length);
</script>

{#snippet row(id: string, name: string, onclick: () => void)}
  <li>
    <button type="button" class="flex min-h-9 w-full items-center gap-2 text-start hover:bg-sunk" {onclick}
      >{name}{#if faulty.has(id)}<b class="text-now">{t('drafting.hasFault')}</b>{/if}</button
    >
  </li>
{/snippet}

<div
  class="sticky top-0 z-5 flex gap-1 border-b border-rule bg-sheet px-4 pt-2"
  role="group"
  aria-label={t('drafting.panel')}
>
  {#each VIEWS as view (view)}<button
      type="button"
      class="border-b-3 px-2.5 py-2 {view === table.view ? 'border-now font-semibold' : 'border-transparent text-soft'}"
      aria-pressed={view === table.view}
      onclick={() => (table.view = view)}>{t('drafting.view', { view, n: errors })}</button
    >{/each}
</div>
<div class="px-4 py-3">
  {#if table.view === 'thing'}
    {#if part}
      {#key part.id}
        <div class="mb-2 flex items-center gap-2">
          <h2 class="flex-1 text-xl">{part.name}</h2>
          <label class="flex items-center gap-1.5 text-sm"
            ><input
              type="checkbox"
              class="size-5 accent-(--act)"
              checked={table.isPinned({ do: 'remove', part: part.id })}
              onchange={() => table.pin({ do: 'remove', part: part.id })}
            />{t('drafting.pin')}</label
          >
        </div>
        <Fields
          field={FORMS.part}
          value={part}
          {machine}
          {disabled}
          onchange={(next) => table.replace('parts', part, next)}
        />
        {#if cable}
          <h3 class="mt-4 text-lg">{t('drafting.itsCable')}</h3>
          <Fields
            field={FORMS.cable}
            value={cable}
            {machine}
            {disabled}
            onchange={(next) => table.replace('cables', cable, next)}
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
          {disabled}
          onchange={(next) => table.replace('joints', joint, next)}
        />
      {/key}
    {:else if table.chosen.length > 1}
      <p class="text-lg">{t('drafting.several', { n: table.chosen.length })}</p>
    {:else}
      <p class="mb-3 text-soft">{t('drafting.chooseSomething')}</p>
      <ul class="divide-y divide-(--rule)">
        {#each machine.parts as p (p.id)}{@render row(p.id, p.name, () =>
            table.choose([{ part: p.id }], p.shapes[0]?.zone)
          )}{/each}
      </ul>
      <h2 class="mt-3 text-lg">{t('drafting.joints')}</h2>
      <ul class="divide-y divide-(--rule)">
        {#each machine.joints as j (j.id)}{@render row(j.id, j.name, () =>
            table.choose([{ joint: j.id }], j.zone)
          )}{/each}
      </ul>
    {/if}
  {:else if table.view === 'file'}
    {#if side}
      <h2 class="text-xl">{side.name}</h2>
      <Fields
        field={FORMS.zone}
        value={side}
        {machine}
        {disabled}
        onchange={(next) => table.replace('zones', side, next)}
      />
    {/if}
    <h2 class="mt-4 text-xl">{t('drafting.wholeFile')}</h2>
    <Fields
      field={FORMS.machine}
      value={machine}
      {machine}
      {disabled}
      onchange={(next) => table.edit(next as Machine)}
    />
  {:else if table.view === 'photo'}
    {#if side}{#key side.id}<PhotoPanel {photos} {side} mayAct={table.mayAct} />{/key}{/if}
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
