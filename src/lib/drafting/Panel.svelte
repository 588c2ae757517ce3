<script lang="ts">
  import { FORMS, placed, type Fault, type Thing } from '$core/drafting';
  import { powerGap, type Machine } from '$core/machine';
  import type { Problem } from '$core/result';
  import { useWords } from '$lib/words';
  import Fields from './Fields.svelte';
  import History from './History.svelte';
  import PhotoPanel from './PhotoPanel.svelte';
  import Power from './Power.svelte';
  import type { DraftPhotos } from './photos.svelte';
  import type { Table, View } from './table.svelte';

  const { t, told } = useWords();

  /** Beside the drawing: all fields of what is chosen, of the side and the file, its photo, and its faults. */
  interface Props {
    table: Table;
    photos: DraftPhotos;
    faults: readonly Fault[];
    /** Things with errors, by their id. */
    faulty: ReadonlySet<string>;
    /** Why the draft was not kept as a file. */
    kept: { message: string; problems: readonly Problem[] } | undefined;
  }
  let { table, photos, faults, faulty, kept }: Props = $props();

  const VIEWS: readonly View[] = ['thing', 'file', 'photo', 'faults', 'history'];
  const { machine, part, joint, side } = $derived(table);
  const disabled = $derived(!table.mayAct);
  const cable = $derived(part && machine.cables.find((c) => c.part === part.id));
  const gap = $derived(powerGap(machine));
  /** How its power is taken away stands above the others, with what puts it right. */
  const listed = $derived(faults.filter((f) => f.code !== gap));
  const errors = $derived(faults.filter((p) => p.severity === 'error').length);
  const nameOf = (thing: Thing): string =>
    ('part' in thing
      ? machine.parts.find((p) => p.id === thing.part)?.name
      : machine.joints.find((j) => j.id === thing.joint)?.name) || ('part' in thing ? thing.part : thing.joint);
</script>

{#snippet row(id: string, name: string, onclick: () => void)}
  <li>
    <button type="button" class="flex min-h-9 w-full items-center gap-2 text-start hover:bg-sunk" {onclick}
      >{name}{#if faulty.has(id)}<b class="text-now">{t('drafting.hasFault')}</b>{/if}</button
    >
  </li>
{/snippet}

{#snippet faultRow({ thing, place, severity, message }: Fault)}
  <li class="py-1.5 text-sm">
    {#if thing}<button type="button" class="link font-semibold" onclick={() => table.show(thing)}
        >{nameOf(thing)}</button
      >
      <span class="code">{place.replace(/^\w+\[\d+\]\.?/, '')}</span>{:else}<span class="code">{place}</span>{/if}
    <span class={severity === 'error' ? 'font-semibold text-now' : 'text-soft'}
      >{severity === 'error' ? t('machines.toCorrect') : t('machines.worthChecking')}</span
    >
    <span class="block">{told(message)}</span>
  </li>
{/snippet}

<div
  class="sticky top-0 z-5 flex flex-wrap border-b border-rule bg-sheet px-3 pt-2"
  role="group"
  aria-label={t('drafting.panel')}
>
  {#each VIEWS as view (view)}<button
      type="button"
      class="border-b-3 px-2 py-2 text-sm whitespace-nowrap {view === table.view
        ? 'border-now font-semibold'
        : 'border-transparent text-soft'}"
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
        {#each machine.parts as p (p.id)}{@render row(p.id, p.name, () => table.show({ part: p.id }))}{/each}
      </ul>
      <h2 class="mt-3 text-lg">{t('drafting.joints')}</h2>
      <ul class="divide-y divide-(--rule)">
        {#each machine.joints as j (j.id)}{@render row(j.id, j.name, () => table.show({ joint: j.id }))}{/each}
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
    <Power {table} />
    <Fields
      field={FORMS.machine}
      value={machine}
      {machine}
      {disabled}
      onchange={(next) => table.edit(next as Machine)}
    />
  {:else if table.view === 'history'}
    <History sittings={table.sittings} />
  {:else if table.view === 'photo'}
    {#if side}{#key side.id}<PhotoPanel {photos} {side} mayAct={table.mayAct} />{/key}{/if}
  {:else}
    {#if gap}<Power {table} />{/if}
    {#if kept}<p class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">
        {kept.message}
      </p>
      <ol class="mt-2 divide-y divide-(--rule)">
        {#each placed(machine, kept.problems) as fault, i (i)}{@render faultRow(fault)}{/each}
      </ol>{/if}
    <ol class="mt-2 divide-y divide-(--rule)">
      {#each listed as fault, i (i)}{@render faultRow(fault)}{:else}<li class="py-3 text-soft">
          {t('drafting.noFaults')}
        </li>{/each}
    </ol>
  {/if}
</div>
