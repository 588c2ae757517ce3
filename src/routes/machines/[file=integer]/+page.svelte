<script lang="ts">
  import { untouched, type Thing } from '$core/drawing';
  import { inRows, worstMixUps, sizeText } from '$core/fasteners';
  import { modelOf, type Cable, type Joint, type Part } from '$core/machine';
  import DataTable from '$lib/ui/DataTable.svelte';
  import { ExploreDrawing } from '$lib/ui/drawing';
  import { day } from '$lib/ui/dates';
  import { word } from '$core/language';
  import {
    FIXINGS,
    functionName,
    jointName,
    KNOWN_WORDS,
    partName,
    PLUG_FAMILIES,
    SLOTS,
    POWER_GAPS
  } from '$core/words';
  import { jointThing, partThing } from '$core/ids';
  import { fromAddress, keepInAddress } from '$lib/ui/list-state.svelte';
  import { howKnown } from '$core/library';
  import { useWords } from '$lib/words';
  import History from './History.svelte';
  import MixUps from './MixUps.svelte';
  import Standing from './Standing.svelte';

  const { t, told } = useWords();

  let { data, form } = $props();
  const model = $derived(modelOf(data.machine));
  type Screws = Extract<Joint, { kind: 'screws' }>;
  const screws = $derived(data.machine.joints.filter((j): j is Screws => j.kind === 'screws'));
  const mixed = $derived(worstMixUps(screws));
  const rows = $derived(inRows(screws, mixed.told));

  type View = 'parts' | 'joints' | 'screws' | 'cables' | 'mix-ups' | 'history';
  const VIEWS: readonly View[] = ['parts', 'joints', 'screws', 'cables', 'mix-ups', 'history'];
  let view = $state<View>(VIEWS.find((v) => v === fromAddress('view')) ?? 'parts');
  /** Another table begins without the words and the order of the one before. */
  function show(next: View) {
    if (next === view) return;
    view = next;
    keepInAddress({ view: next === 'parts' ? '' : next, q: '', sort: '' });
  }
  const views: { id: View; name: string; count: number }[] = $derived([
    { id: 'parts', name: t('machine.parts'), count: data.machine.parts.length },
    { id: 'joints', name: t('drafting.joints'), count: data.machine.joints.length },
    { id: 'screws', name: t('machine.screws'), count: screws.length },
    { id: 'cables', name: t('machine.cables'), count: data.machine.cables.length },
    { id: 'mix-ups', name: t('machine.mixUps'), count: rows.length },
    { id: 'history', name: t('machine.history'), count: data.history.length }
  ]);

  let chosenZone = $state('');
  const zone = $derived(data.machine.zones.some((z) => z.id === chosenZone) ? chosenZone : data.machine.zones[0]!.id);
  const whole = untouched();
  const deepest = $derived(
    Math.max(
      1,
      ...data.machine.parts
        .filter((p) => p.id !== model.root.id)
        .flatMap((p) => p.shapes.filter((s) => s.zone === zone).map((s) => s.depth[0]))
    )
  );
  let from = $state(0);
  const depth = $derived(Math.min(from, deepest));
  let lit = $state<string>();

  const partColumns = [
    { id: 'name', name: t('machine.part'), of: (p: Part) => told(partName(model, p.id)) },
    { id: 'on', name: t('machine.mountedOn'), of: (p: Part) => (p.on ? told(partName(model, p.on)) : '') },
    { id: 'number', name: t('machine.number'), of: (p: Part) => p.numbers[0]?.number ?? '', code: true },
    {
      id: 'functions',
      name: t('machine.functions'),
      of: (p: Part) => p.functions.map((f) => told(functionName(f))).join(', ')
    }
  ];
  /** Only where something of the file was not written by hand. */
  const knownColumn = $derived(
    data.machine.origins
      ? [
          {
            id: 'known',
            name: t('machine.known'),
            of: (j: Joint) => {
              const runs = data.runs[j.id] ?? 0;
              const known = howKnown(data.machine, `joints/${j.id}`, runs);
              return known === 'confirmed' ? t('machine.confirmedBy', { runs }) : told(KNOWN_WORDS[known]);
            }
          }
        ]
      : []
  );
  const jointColumns = $derived([
    { id: 'name', name: t('machine.joint'), of: (j: Joint) => told(jointName(model, j)) },
    {
      id: 'kind',
      name: told(SLOTS.kind),
      of: (j: Joint) => told(j.kind === 'connector' ? PLUG_FAMILIES[j.family] : FIXINGS[j.kind])
    },
    { id: 'holds', name: told(SLOTS.a), of: (j: Joint) => told(partName(model, j.a)) },
    { id: 'onto', name: told(SLOTS.b), of: (j: Joint) => told(partName(model, j.b)) },
    ...knownColumn
  ]);
  const screwColumns = $derived([
    { id: 'name', name: t('machine.screws'), of: (j: Screws) => told(jointName(model, j)) },
    { id: 'count', name: t('machine.count'), of: (j: Screws) => j.count, isRight: true },
    { id: 'size', name: t('machine.size'), of: (j: Screws) => sizeText(j.screw) },
    {
      id: 'head',
      name: t('machine.head'),
      of: (j: Screws) => t('machine.headOf', { head: word(j.screw.head), mm: j.screw.headDiameterMm })
    },
    { id: 'drive', name: t('machine.drive'), of: (j: Screws) => j.screw.drive },
    { id: 'captive', name: t('machine.captive'), of: (j: Screws) => (j.screw.captive ? t('common.yes') : '') },
    ...knownColumn
  ]);
  const cableColumns = [
    { id: 'name', name: t('machine.cable'), of: (c: Cable) => told(partName(model, c.part)) },
    { id: 'form', name: t('machine.form'), of: (c: Cable) => t('machine.formOf', { form: c.form, colour: c.colour }) },
    { id: 'length', name: t('machine.lengthMm'), of: (c: Cable) => c.lengthMm, isRight: true },
    { id: 'bend', name: t('machine.bendMm'), of: (c: Cable) => c.minBendRadiusMm, isRight: true },
    {
      id: 'ends',
      name: t('machine.plugs'),
      of: (c: Cable) =>
        c.ends.map((e) => `${told(jointName(model, model.joint(e.joint)))}${e.mark ? ` (${e.mark})` : ''}`).join(', ')
    }
  ];
  const file = $derived(`/api/machines/${data.fileId}`);

  /** A row that is pointed at shows on the drawing, on its face. */
  function point(thing: string | undefined, on: string | undefined) {
    lit = thing;
    if (
      thing &&
      on &&
      on !== zone &&
      !data.machine.parts.some((p) => partThing(p.id) === thing && p.shapes.some((s) => s.zone === zone))
    )
      chosenZone = on;
  }
  function pick(thing: Thing) {
    show(
      thing.what === 'part'
        ? 'parts'
        : thing.what === 'cable'
          ? 'cables'
          : model.joint(thing.id).kind === 'screws'
            ? 'screws'
            : 'joints'
    );
    lit = thing.thing;
  }
  function nextTab(event: KeyboardEvent) {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    show(views[(views.findIndex((v) => v.id === view) + by + views.length) % views.length]!.id);
    document.getElementById(`tab-${view}`)?.focus();
  }
</script>

<svelte:head
  ><title
    >{t('machine.eagerWrench', {
      maker: data.machine.maker,
      model: data.machine.model,
      revision: data.machine.revision
    })}</title
  ></svelte:head
>

<div class="grid grid-cols-1 lg:h-[calc(100dvh-var(--head))] lg:grid-cols-[minmax(0,1fr)_minmax(480px,40%)]">
  <section
    class="flex min-h-0 flex-col border-e border-rule bg-sunk px-5 py-4"
    aria-label={t('machine.theMachinesDrawing')}
  >
    <div class="flex flex-wrap items-baseline gap-x-3 pb-2">
      <h1 class="text-xl">
        {data.machine.maker}
        {data.machine.model} <span class="text-soft">{data.machine.revision}</span>
      </h1>
      <p class="text-soft">
        {t('machine.mm', {
          widthMm: data.machine.size.widthMm,
          depthMm: data.machine.size.depthMm,
          heightMm: data.machine.size.heightMm
        })}
      </p>
      <p class="ms-auto flex flex-wrap gap-x-4 text-sm [&>a]:inline-flex [&>a]:min-h-[26px] [&>a]:items-center">
        <a class="link" href="/machines">{t('machine.allMachines')}</a>
        {#if data.mayDraw}<a class="link" href="/machines/draw?from={data.fileId}">{t('machine.drawIt')}</a>{/if}
        <a class="link" href={file} download>{t('machine.machineFile')}</a>
        {#if data.machine.origins}<a class="link" href="{file}/archive" download>{t('drafting.archive')}</a>{/if}
        <a class="link" href="{file}/drawing.svg?zone={zone}&from={depth}" download>{t('machine.drawingAsSvg')}</a>
      </p>
    </div>
    {#if form?.message}<p role="alert" class="mb-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
        {told(form.message)}
      </p>{/if}
    {#if data.gap}<div role="alert" class="mb-3 rounded-md border-s-4 border-now bg-now-wash px-4 py-2.5">
        <p>{told(POWER_GAPS[data.gap])}</p>
        {#if data.mayDraw}<a class="link inline-flex min-h-11 items-center" href="/machines/draw?from={data.fileId}"
            >{t('machine.sayItAtTheTable')}</a
          >{/if}
      </div>{/if}
    {#if data.standing !== 'in-force'}<Standing {data} />{/if}
    <div class="min-h-0 flex-1">
      <ExploreDrawing
        {model}
        {zone}
        state={whole}
        from={depth}
        bind:lit
        onzone={(z) => (chosenZone = z)}
        onpick={pick}
        withList
      />
    </div>
    <label class="mt-2 flex items-center gap-4 border-t border-rule pt-3">
      <span class="w-44 shrink-0"
        >{depth === 0 ? t('machine.viewFromTheOutside') : t('machine.viewFromMmDown', { mm: depth.toFixed(1) })}</span
      >
      <input
        type="range"
        class="w-full accent-(--now)"
        min="0"
        max={deepest}
        step="0.1"
        bind:value={from}
        aria-label={t('machine.depthOfTheViewMm')}
      />
      <span class="figure w-16 shrink-0 text-end text-soft">{t('machine.mm2', { mm: deepest.toFixed(1) })}</span>
    </label>
  </section>

  <section class="flex min-h-0 flex-col bg-sheet" aria-label={t('machine.whatTheMachineIsMadeOf')}>
    <div
      class="flex flex-wrap border-b border-rule px-3"
      role="tablist"
      aria-label={t('machine.tables')}
      tabindex="-1"
      onkeydown={nextTab}
    >
      {#each views as v (v.id)}
        <button
          type="button"
          role="tab"
          id="tab-{v.id}"
          aria-selected={v.id === view}
          aria-controls="table"
          tabindex={v.id === view ? 0 : -1}
          class="border-b-3 px-2 py-2.5 {v.id === view
            ? 'border-now font-semibold'
            : 'border-transparent text-soft hover:text-ink'}"
          onclick={() => show(v.id)}>{v.name} <span class="text-sm font-normal text-soft">{v.count}</span></button
        >
      {/each}
    </div>
    <div
      id="table"
      role="tabpanel"
      aria-labelledby="tab-{view}"
      class="min-h-0 flex-1 overflow-y-auto px-5 py-4"
      tabindex="0"
    >
      {#if view === 'parts'}
        <DataTable
          rows={data.machine.parts}
          columns={partColumns}
          caption={t('machine.parts')}
          keyOf={(p) => partThing(p.id)}
          download="{file}/parts.csv"
          {lit}
          onlit={(p) => point(p && partThing(p.id), p?.shapes[0]?.zone)}
        />
      {:else if view === 'joints'}
        <DataTable
          rows={data.machine.joints}
          columns={jointColumns}
          caption={t('drafting.joints')}
          keyOf={(j) => jointThing(j.id)}
          download="{file}/joints.csv"
          {lit}
          onlit={(j) => point(j && jointThing(j.id), j?.zone)}
        />
      {:else if view === 'screws'}
        <DataTable
          rows={screws}
          columns={screwColumns}
          caption={t('machine.screws')}
          keyOf={(j) => jointThing(j.id)}
          download="{file}/screws.csv"
          {lit}
          onlit={(j) => point(j && jointThing(j.id), j?.zone)}
        />
      {:else if view === 'cables'}
        <DataTable
          rows={data.machine.cables}
          columns={cableColumns}
          caption={t('machine.cables')}
          keyOf={(c) => partThing(c.part)}
          download="{file}/cables.csv"
          {lit}
          onlit={(c) => point(c && partThing(c.part), c?.path[0]?.zone)}
        />
      {:else if view === 'mix-ups'}
        <MixUps {model} {screws} {rows} leftOut={mixed.leftOut} />
      {:else}
        <History {data} />
      {/if}
    </div>
    <p class="border-t border-rule px-5 py-2 text-sm text-soft">
      {t('machine.onThisMachineThisFileWas', {
        n: t('count.openJob', { n: data.jobs.filter((j) => !j.isClosed).length }),
        importedAt: day(data.history.find((h) => h.fileId === data.fileId)?.importedAt ?? data.history[0]!.importedAt)
      })}
    </p>
  </section>
</div>
