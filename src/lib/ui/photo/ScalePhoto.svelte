<script lang="ts">
  import { untrack } from 'svelte';
  import { readLength } from '$core/instruments';
  import type { Point } from '$core/machine';
  import { pictureMap, type Scale } from '$core/recording';
  import Chips from '$lib/ui/Chips.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** A photo as it was taken, brought to scale: by the corners of the body, or by two places and what lies between them. */
  interface Props {
    src: string;
    /** As it lies so far. */
    scale: Scale | undefined;
    mayAct: boolean;
    onscale: (scale: Scale) => void;
  }
  let { src, scale, mayAct, onscale }: Props = $props();

  // It begins where it was left.
  const before = untrack(() => scale);
  let by = $state<Scale['by']>(before?.by ?? 'corners');
  let corners = $state.raw<[Point, Point, Point, Point]>(
    before?.by === 'corners'
      ? before.corners
      : [
          [0.08, 0.08],
          [0.92, 0.08],
          [0.92, 0.92],
          [0.08, 0.92]
        ]
  );
  let ends = $state.raw<[Point, Point]>(
    before?.by === 'distance'
      ? [before.from, before.to]
      : [
          [0.1, 0.5],
          [0.9, 0.5]
        ]
  );
  let between = $state(before?.by === 'distance' ? String(before.mm) : '');
  let problem = $state('');
  let aspect = $state(4 / 3);
  const handles = $derived<readonly Point[]>(by === 'corners' ? corners : ends);

  let frame = $state<HTMLElement>();
  let held = $state<number>();
  const clamped = (n: number) => Math.round(Math.max(0, Math.min(1, n)) * 1000) / 1000;
  function move(i: number, to: Point) {
    const at: Point = [clamped(to[0]), clamped(to[1])];
    if (by === 'corners') corners = corners.map((c, k) => (k === i ? at : c)) as typeof corners;
    else ends = ends.map((c, k) => (k === i ? at : c)) as typeof ends;
  }
  function drag(event: PointerEvent) {
    if (held === undefined || !frame) return;
    const box = frame.getBoundingClientRect();
    move(held, [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height]);
  }
  function nudge(event: KeyboardEvent, i: number) {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    const step = event.shiftKey ? 0.02 : 0.002;
    move(i, [handles[i]![0] + by[0]! * step, handles[i]![1] + by[1]! * step]);
  }
  function settle() {
    problem = '';
    const mm = readLength(between);
    if (by === 'distance' && !mm) return void (problem = t('recorder.sayTheDistance'));
    const settled: Scale = by === 'corners' ? { by, corners } : { by, from: ends[0], to: ends[1], mm: mm! };
    // What spans nothing is said here, before it is kept.
    if (!pictureMap(settled, aspect, { widthMm: 1, heightMm: 1 }))
      return void (problem = t('recorder.cornersSpanNothing'));
    onscale(settled);
  }
</script>

<div class="space-y-4">
  {#if problem}<p class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">{problem}</p>{/if}
  <Chips
    label={t('recorder.toScale')}
    options={[
      { id: 'corners', name: t('recorder.byCorners') },
      { id: 'distance', name: t('recorder.byDistance') }
    ]}
    chosen={by}
    onchoose={(b) => (by = b)}
  />
  <p>{by === 'corners' ? t('recorder.cornersHow') : t('recorder.distanceHow')}</p>
  <!-- svelte-ignore a11y_no_static_element_interactions (its handles are buttons, moved by arrow keys as well) -->
  <div
    class="frame"
    bind:this={frame}
    onpointermove={drag}
    onpointerup={() => (held = undefined)}
    onpointercancel={() => (held = undefined)}
  >
    <img
      {src}
      alt={t('recorder.photoOfThisSide')}
      draggable="false"
      onload={(e) => {
        const { naturalWidth, naturalHeight } = e.currentTarget as HTMLImageElement;
        aspect = naturalWidth / naturalHeight;
      }}
    />
    <svg viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden="true">
      <path d="M{handles.map((h) => h.join(' ')).join('L')}{by === 'corners' ? 'Z' : ''}" />
    </svg>
    {#each handles as [x, y], i (i)}
      <button
        type="button"
        class="handle"
        style:left="{x * 100}%"
        style:top="{y * 100}%"
        aria-label={t('recorder.handle', { n: i + 1, by })}
        onpointerdown={(e) => {
          held = i;
          e.currentTarget.releasePointerCapture(e.pointerId);
        }}
        onkeydown={(e) => nudge(e, i)}
      ></button>
    {/each}
  </div>
  {#if by === 'distance'}<label
      ><span class="label">{t('recorder.distanceMm')}</span><input
        class="field figure"
        inputmode="decimal"
        bind:value={between}
      /></label
    >{/if}
  {#if mayAct}<button type="button" class="button button-act min-h-12 w-full text-lg" onclick={settle}
      >{t('recorder.layItUnder', { isAgain: scale ? 'yes' : 'no' })}</button
    >{/if}
</div>

<style>
  .frame {
    position: relative;
    touch-action: none;
    user-select: none;
  }
  .frame img {
    display: block;
    width: 100%;
    border-radius: 4px;
  }
  .frame svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
  .frame path {
    fill: none;
    stroke: #ff5a1f;
    stroke-width: 2.5px;
    vector-effect: non-scaling-stroke;
  }
  .handle {
    position: absolute;
    width: 44px;
    height: 44px;
    translate: -50% -50%;
    border-radius: 50%;
    border: 3px solid #ff5a1f;
    background: rgb(255 255 255 / 0.25);
    cursor: grab;
    touch-action: none;
  }
</style>
