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
  import { inSentence } from '$core/words';
  import { openId, stepId } from '$core/ids';

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
    length: 'the length',
    thread: 'the thread across',
    headDiameter: 'the head across',
    drive: 'which bit fits',
    head: 'the form of the head'
  };
  const screwOf = (id: string) => (model.joint(id) as ScrewGroup).screw;

  function put(joint: string) {
    bench.record({
      type: 'note',
      step: stepId.action('down', openId(joint)),
      text: `Found a screw${length ? `, ${length} mm long` : ''}: put with the ${inSentence(model.joint(joint).name)}.`
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
    <h2 class="text-2xl">Which screw is this?</h2>
    <p class="text-soft">Give what you know; each measurement narrows it down.</p>
  </div>
  <button type="button" class="button ml-auto" onclick={onclose}>Close</button>
</div>
<div class="mt-3 grid grid-cols-3 gap-2.5">
  <label
    ><span class="label">Length, mm</span><input
      class="field text-lg"
      inputmode="decimal"
      bind:value={length}
      bind:this={fields.length}
    /></label
  >
  <label
    ><span class="label">Thread, mm</span><input
      class="field text-lg"
      inputmode="decimal"
      bind:value={thread}
      bind:this={fields.thread}
    /></label
  >
  <label
    ><span class="label">Head across, mm</span><input
      class="field text-lg"
      inputmode="decimal"
      bind:value={head}
      bind:this={fields.head}
    /></label
  >
  <label
    ><span class="label">Measured with</span><select class="field" bind:value={instrument}
      ><option value="calliper">calliper</option><option value="ruler">ruler</option><option value="eye">by eye</option
      ></select
    ></label
  >
  <label
    ><span class="label">Drive</span><select class="field" bind:value={drive}
      ><option value="">not looked</option>{#each Drive.options as d (d)}<option value={d}>{d}</option>{/each}</select
    ></label
  >
  <label
    ><span class="label">Head</span><select class="field" bind:value={form}
      ><option value="">not looked</option>{#each HeadStyle.options as h (h)}<option value={h}
          >{h.replace('-', ' ')}</option
        >{/each}</select
    ></label
  >
</div>
{#if ranked.length === 0}
  <p class="mt-4 text-lg">
    No screw has come out yet on this job: it is not one of this machine's as far as the record goes. Note it.
  </p>
{:else}
  {#if next}<p class="mt-3 rounded-md bg-sunk px-3 py-2 text-lg">
      <span class="font-semibold">Measure {NEXT[next]} next:</span> it tells these apart best.
    </p>{/if}
  <ol class="mt-2 divide-y divide-(--rule)">
    {#each ranked as c (c.joint ?? '')}
      {#if c.joint === undefined}
        <li class="flex items-center gap-4 py-2">
          <span class="figure w-16 shrink-0 text-right text-xl font-semibold whitespace-nowrap"
            >{Math.round(100 * c.probability)} %</span
          >
          <span class="w-10 shrink-0"></span>
          <span class="flex-1 text-lg"
            >None of these<span class="block text-base text-soft"
              >{c.probability > 0.5
                ? 'It fits no group that is out: measure it again, and do not put it in anywhere.'
                : 'A screw of another machine, or of an earlier repair.'}</span
            ></span
          >
        </li>
      {:else}{@const joint = c.joint}
        <li class="flex items-center gap-4 py-2" onpointerenter={() => onpoint(joint)} onfocusin={() => onpoint(joint)}>
          <span class="figure w-16 shrink-0 text-right text-xl font-semibold whitespace-nowrap"
            >{Math.round(100 * c.probability)} %</span
          >
          <span class="w-10 shrink-0"><ScrewPicture screw={screwOf(joint)} pxPerMm={5} /></span>
          <span class="flex-1 text-lg"
            >{model.joint(joint).name}<span class="block text-base text-soft"
              >{sizeText(screwOf(joint))}, {screwOf(joint).drive}</span
            ></span
          >
          <button
            type="button"
            class="button min-h-11"
            aria-label="Put it there: {model.joint(joint).name}"
            disabled={isStranger}
            onclick={() => put(joint)}>Put it there</button
          >
        </li>
      {/if}
    {/each}
  </ol>
{/if}
