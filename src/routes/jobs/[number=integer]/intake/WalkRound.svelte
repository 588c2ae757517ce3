<script lang="ts">
  import { untrack } from 'svelte';
  import { v4 as uuid } from 'uuid';
  import { untouched } from '$core/drawing';
  import { type ConditionMark, type JobFact, type MarkKind } from '$core/job';
  import { boxOf, flatten, type Model } from '$core/machine';
  import { ExploreDrawing } from '$lib/ui/drawing';
  import { MARKS, zoneName } from '$core/words';
  import { useWords } from '$lib/words';

  const { language, t, told } = useWords();

  /** A walk round the machine as it came in: each thing seen is put where it is, on its face. */
  let {
    model,
    marks,
    mayWrite,
    onsay
  }: { model: Model; marks: ConditionMark[]; mayWrite: boolean; onsay: (fact: JobFact) => void } = $props();

  let zone = $state(untrack(() => model.machine.zones[0]!.id));
  let what = $state<MarkKind>('missing-screw');
  const drawn = $derived(marks.map((m, i) => ({ zone: m.zone, at: m.at, text: String(i + 1) })));
  const parts = $derived(
    model.machine.parts
      .filter((p) => p.shapes.some((s) => s.zone === zone))
      .sort((a, b) => told(a.name).localeCompare(told(b.name), language))
  );

  function add(at: [number, number]) {
    if (mayWrite) onsay({ is: 'condition', marks: [...marks, { id: uuid(), zone, at, what }] });
  }
  /** Without a pointer: at the middle of a part. */
  function addAt(part: string) {
    const shape = model.part(part).shapes.find((s) => s.zone === zone);
    if (!shape) return;
    const box = boxOf(flatten(shape.outline));
    add([Math.round((box.minX + box.maxX) / 2), Math.round((box.minY + box.maxY) / 2)]);
  }
  const change = (id: string, note: string) =>
    onsay({
      is: 'condition',
      marks: marks.map((m) => (m.id === id ? { ...m, ...(note ? { note } : { note: undefined }) } : m))
    });
  const drop = (id: string) => onsay({ is: 'condition', marks: marks.filter((m) => m.id !== id) });
</script>

<section class="flex flex-col" aria-labelledby="walk">
  <div class="flex flex-wrap items-end gap-x-4 gap-y-1 pb-2">
    <h2 id="walk" class="text-lg">{t('intake.2ConditionOnArrival')}</h2>
    {#if mayWrite}
      <fieldset class="flex flex-wrap gap-1">
        <legend class="sr-only">{t('intake.whatYouSee')}</legend>
        {#each Object.entries(MARKS) as [kind, name] (kind)}
          <label
            class="flex min-h-8 cursor-pointer items-center rounded-md border px-2 text-sm {what === kind
              ? 'border-now bg-now-wash font-semibold text-now'
              : 'border-rule text-soft'}"
            ><input type="radio" class="sr-only" bind:group={what} value={kind} />{told(name)}</label
          >
        {/each}
      </fieldset>
    {/if}
  </div>
  <div class="h-[330px] {mayWrite ? '[&_.canvas]:cursor-crosshair' : ''}">
    <ExploreDrawing
      {model}
      {zone}
      state={untouched()}
      isClosed
      onzone={(z) => (zone = z)}
      marks={drawn}
      onplace={mayWrite ? add : undefined}
      hint={mayWrite ? t('intake.clickWhereDamageNotNotedNow', { mark: MARKS[what] }) : t('intake.asItCameIn')}
    />
  </div>
  {#if mayWrite}
    <label class="mt-1 flex items-center gap-2 text-sm"
      ><span class="text-soft">{t('intake.withoutAPointerChooseAPart')}</span>
      <select
        class="rounded border border-rule-strong bg-sheet px-2 py-1"
        value=""
        onchange={(e) => {
          addAt(e.currentTarget.value);
          e.currentTarget.value = '';
        }}
        ><option value="">{t('intake.choose')}</option>{#each parts as p (p.id)}<option value={p.id}
            >{told(p.name)}</option
          >{/each}</select
      >
    </label>
  {/if}
  <ol class="mt-2 grid grid-cols-2 gap-x-4 gap-y-1">
    {#each marks as mark, i (mark.id)}
      <li class="flex items-center gap-2">
        <span
          class="figure flex size-6 shrink-0 items-center justify-center rounded-full bg-now text-sm font-bold text-on-now"
          >{i + 1}</span
        >
        <button
          type="button"
          class="shrink-0 text-start underline-offset-3 hover:underline"
          onclick={() => (zone = mark.zone)}
          >{told(MARKS[mark.what])}<span class="text-soft"
            >, {model.machine.zones.some((z) => z.id === mark.zone)
              ? told(zoneName(model, mark.zone))
              : mark.zone}</span
          ></button
        >
        {#if mayWrite}
          <input
            class="field min-h-8 min-w-0 py-1 text-sm"
            aria-label={t('intake.aboutMark', { i: i + 1 })}
            placeholder={t('intake.more')}
            maxlength="300"
            value={mark.note ?? ''}
            onchange={(e) => change(mark.id, e.currentTarget.value.trim())}
          />
          <button
            type="button"
            class="link text-sm"
            aria-label={t('intake.removeMark', { i: i + 1 })}
            onclick={() => drop(mark.id)}>{t('intake.remove')}</button
          >
        {:else if mark.note}<span class="text-soft">{mark.note}</span>{/if}
      </li>
    {:else}
      <li class="col-span-2 text-soft">
        {t('intake.nothingNotedAccordingToTheRecord')}{#if mayWrite}<button
            type="button"
            class="link ms-2"
            onclick={() => onsay({ is: 'condition', marks: [] })}>{t('intake.checkedAllRoundNothingToNote')}</button
          >{/if}
      </li>
    {/each}
  </ol>
</section>
