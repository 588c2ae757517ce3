<script lang="ts">
  import {
    emptyHoles,
    tellNext,
    UNCERTAINTY,
    type LedgerLine,
    type Measurement,
    type ScrewGroup,
    sizeText
  } from '$core/fasteners';
  import { Drive, HeadStyle, type Model } from '$core/machine';
  import { ScrewPicture } from '$lib/ui/drawing';
  import { readLength, type Reading } from '$core/instruments';
  import { eachReading } from '$lib/offline/readings.svelte';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { jointName } from '$core/words';
  import { openId, stepId } from '$core/ids';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  /** A screw that lies there: measured as far as one likes, and whose it most likely is. */
  interface Props {
    bench: Bench;
    model: Model;
    lines: readonly LedgerLine[];
    /** The calliper's last reading. */
    heard?: Reading;
    onpoint: (joint: string | undefined) => void;
    onclose: () => void;
  }
  let { bench, model, lines, heard, onpoint, onclose }: Props = $props();

  let instrument = $state<keyof typeof UNCERTAINTY>('calliper');
  let length = $state('');
  let thread = $state('');
  let head = $state('');
  let drive = $state<Drive | ''>('');
  let form = $state<HeadStyle | ''>('');

  const mm = (text: string) => {
    const value = readLength(text);
    return value !== undefined && value > 0 && value < 100
      ? { mm: value, plusMinus: UNCERTAINTY[instrument] }
      : undefined;
  };
  let fields = $state<Record<'length' | 'thread' | 'head', HTMLInputElement | undefined>>({
    length: undefined,
    thread: undefined,
    head: undefined
  });
  /** A calliper's reading goes into the field in hand, or the first that is empty. */
  eachReading(
    () => heard,
    (reading) => {
      if (reading.device !== 'calliper') return;
      const text = String(reading.mm);
      instrument = 'calliper';
      const at = (Object.keys(fields) as (keyof typeof fields)[]).find((k) => fields[k] === document.activeElement);
      if (at === 'length' || (!at && length === '')) length = text;
      else if (at === 'thread' || (!at && thread === '')) thread = text;
      else head = text;
    }
  );
  const measurement = $derived.by((): Measurement => {
    const [l, t, h] = [mm(length), mm(thread), mm(head)];
    return {
      ...(l ? { length: l } : {}),
      ...(t ? { thread: t } : {}),
      ...(h ? { headDiameter: h } : {}),
      ...(drive ? { drive } : {}),
      ...(form ? { head: form } : {})
    };
  });
  const groups = $derived(
    lines.flatMap((line) => {
      const group = model.joint(line.joint);
      return group.kind === 'screws' ? [{ group: group as ScrewGroup, line }] : [];
    })
  );
  const ranked = $derived(
    emptyHoles(groups, measurement)
      .filter((c) => c.probability >= 0.005)
      .slice(0, 5)
  );
  /** What was measured speaks against all of them: nothing is put anywhere then. */
  const isStranger = $derived(ranked[0]?.joint === undefined && ranked.length > 0);
  const next = $derived(tellNext(groups, measurement));
  const NEXT = {
    length: t('bench.theLength'),
    thread: t('bench.theThreadDiameter'),
    headDiameter: t('bench.theHeadDiameter'),
    drive: t('bench.whichBitFits'),
    head: t('bench.theHeadShape')
  };
  const screwOf = (id: string) => (model.joint(id) as ScrewGroup).screw;

  function put(joint: string) {
    bench.record({
      type: 'note',
      step: stepId.action('down', openId(joint)),
      text: t('bench.foundAScrewItBelongsTo', {
        n: length ? t('bench.mmLong', { n: length }) : '',
        name: jointName(model, model.joint(joint))
      })
    });
    // What was given up for lost is there again.
    const lost = bench.state.findings.findLast(
      (f) => f.what === 'lost' && f.step === stepId.action('down', openId(joint))
    );
    if (lost) bench.record({ type: 'undo', event: lost.event });
    onclose();
  }
</script>

<div class="flex items-start gap-4">
  <div>
    <h2 class="text-2xl">{t('bench.whichScrewIsThis')}</h2>
    <p class="text-soft">{t('bench.enterWhatYouKnowEachMeasurement')}</p>
  </div>
  <button type="button" class="button ms-auto" onclick={onclose}>{t('bench.close')}</button>
</div>
<div class="mt-3 grid grid-cols-3 gap-2.5">
  <label
    ><span class="label">{t('bench.lengthMm')}</span><input
      class="field text-lg"
      inputmode="decimal"
      bind:value={length}
      bind:this={fields.length}
    /></label
  >
  <label
    ><span class="label">{t('bench.threadMm')}</span><input
      class="field text-lg"
      inputmode="decimal"
      bind:value={thread}
      bind:this={fields.thread}
    /></label
  >
  <label
    ><span class="label">{t('bench.headDiameterMm')}</span><input
      class="field text-lg"
      inputmode="decimal"
      bind:value={head}
      bind:this={fields.head}
    /></label
  >
  <label
    ><span class="label">{t('bench.measuredWith')}</span><select class="field" bind:value={instrument}
      ><option value="calliper">{t('bench.calliper')}</option><option value="ruler">{t('bench.ruler')}</option><option
        value="eye">{t('bench.byEye')}</option
      ></select
    ></label
  >
  <label
    ><span class="label">{t('bench.drive')}</span><select class="field" bind:value={drive}
      ><option value="">{t('bench.notChecked')}</option>{#each Drive.options as d (d)}<option value={d}>{d}</option
        >{/each}</select
    ></label
  >
  <label
    ><span class="label">{t('bench.head')}</span><select class="field" bind:value={form}
      ><option value="">{t('bench.notChecked')}</option>{#each HeadStyle.options as h (h)}<option value={h}
          >{h.replace('-', ' ')}</option
        >{/each}</select
    ></label
  >
</div>
{#if ranked.length === 0}
  <p class="mt-4 text-lg">
    {t('bench.noScrewHasComeOutYet')}
  </p>
{:else}
  {#if next}<p class="mt-3 rounded-md bg-sunk px-3 py-2 text-lg">
      <Rich text={t('bench.measureNextItTellsTheseApart', { quantity: NEXT[next] })}
        >{#snippet soft(text)}<span class="font-semibold">{text}</span>{/snippet}</Rich
      >
    </p>{/if}
  <ol class="mt-2 divide-y divide-(--rule)">
    {#each ranked as c (c.joint ?? '')}
      {#if c.joint === undefined}
        <li class="flex items-center gap-4 py-2">
          <span class="figure w-16 shrink-0 text-end text-xl font-semibold whitespace-nowrap"
            >{Math.round(100 * c.probability)} %</span
          >
          <span class="w-10 shrink-0"></span>
          <span class="flex-1 text-lg"
            ><Rich text={t('bench.noneOfThese', { isProbability: c.probability > 0.5 ? 'yes' : 'no' })}
              >{#snippet soft(text)}<span class="block text-base text-soft">{text}</span>{/snippet}</Rich
            ></span
          >
        </li>
      {:else}{@const joint = c.joint}
        <li class="flex items-center gap-4 py-2" onpointerenter={() => onpoint(joint)} onfocusin={() => onpoint(joint)}>
          <span class="figure w-16 shrink-0 text-end text-xl font-semibold whitespace-nowrap"
            >{Math.round(100 * c.probability)} %</span
          >
          <span class="w-10 shrink-0"><ScrewPicture screw={screwOf(joint)} pxPerMm={5} /></span>
          <span class="flex-1 text-lg"
            >{told(jointName(model, model.joint(joint)))}<span class="block text-base text-soft"
              >{sizeText(screwOf(joint))}, {screwOf(joint).drive}</span
            ></span
          >
          <button
            type="button"
            class="button min-h-11"
            aria-label={t('bench.assignTo', { name: jointName(model, model.joint(joint)) })}
            disabled={isStranger}
            onclick={() => put(joint)}>{t('bench.assignHere')}</button
          >
        </li>
      {/if}
    {/each}
  </ol>
{/if}
