<script lang="ts">
  import { onDestroy } from 'svelte';
  import { readLength } from '$core/instruments';
  import type { Point } from '$core/machine';
  import { pictureMap, type Scale } from '$core/recording';
  import { PHOTO_MAX_BYTES } from '$lib/photo-limits';
  import { useWords } from '$lib/words';
  import Camera from '@lucide/svelte/icons/camera';
  import Chips from './Chips.svelte';
  import type { PhotoLayer } from './photo-layer.svelte';
  import type { Recorder } from './recorder.svelte';

  const { t } = useWords();

  /** A photo of the face, and how it is brought to scale: the corners of the body, or two places and what lies between them. */
  let { recorder, layer, mayAct }: { recorder: Recorder; layer: PhotoLayer; mayAct: boolean } = $props();

  const photos = $derived(recorder.state.photos.filter((p) => p.face === recorder.face));
  const photo = $derived(photos.at(-1));
  let by = $state<Scale['by']>('corners');
  let corners = $state.raw<[Point, Point, Point, Point]>([
    [0.08, 0.08],
    [0.92, 0.08],
    [0.92, 0.92],
    [0.08, 0.92]
  ]);
  let ends = $state.raw<[Point, Point]>([
    [0.1, 0.5],
    [0.9, 0.5]
  ]);
  let between = $state('');
  let problem = $state('');
  let src = $state<string>();
  let aspect = $state(4 / 3);
  const handles = $derived<readonly Point[]>(by === 'corners' ? corners : ends);

  $effect(() => {
    const id = photo?.photo;
    let url: string | undefined;
    src = undefined;
    if (id === undefined) return;
    void layer.bytes(id).then((bytes) => {
      if (!bytes || photo?.photo !== id) return;
      url = URL.createObjectURL(bytes);
      src = url;
    });
    return () => url && URL.revokeObjectURL(url);
  });

  async function take(event: Event & { currentTarget: HTMLInputElement }) {
    problem = '';
    const [file] = event.currentTarget.files ?? [];
    event.currentTarget.value = '';
    if (!file) return;
    if (file.size > PHOTO_MAX_BYTES)
      problem = t('bench.isLargerThanMb', { name: file.name, mB: PHOTO_MAX_BYTES / 1e6 });
    else if (!/^image\/(jpeg|png|webp)$/.test(file.type)) problem = t('bench.isNotAJpegPngOr', { name: file.name });
    else await recorder.takePhoto(file).catch(() => (problem = t('bench.cannotBeRead', { name: file.name })));
  }

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
    const scale: Scale = by === 'corners' ? { by, corners } : { by, from: ends[0], to: ends[1], mm: mm! };
    // What spans nothing is said here, before it is recorded.
    if (!pictureMap(scale, aspect, { widthMm: 1, heightMm: 1 }))
      return void (problem = t('recorder.cornersSpanNothing'));
    if (photo) recorder.setScale(photo.photo, scale);
  }
  onDestroy(() => (held = undefined));
</script>

<div class="space-y-4">
  <div>
    <h2 class="text-xl">{t('recorder.photoTitle')}</h2>
    <p class="mt-1 text-soft">{t('recorder.photoHow')}</p>
  </div>
  {#if mayAct}
    <label class="button button-act min-h-14 w-full text-lg"
      ><Camera size={22} aria-hidden="true" />
      {t('recorder.takePhoto')}<input
        class="sr-only"
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        onchange={take}
      /></label
    >
  {/if}
  {#if problem}<p class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">{problem}</p>{/if}
  {#if photo && src}
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
        >{t('recorder.layItUnder', { isAgain: photo.scale ? 'yes' : 'no' })}</button
      >{/if}
  {:else if photo}<p class="text-soft">{t('recorder.photoNotHere')}</p>{/if}
  {#if recorder.photos.waiting > 0}<p class="text-soft" role="status">
      {t('bench.notOnTheServerYet', { waiting: recorder.photos.waiting, isKeeps: recorder.keeps ? 'yes' : 'no' })}
    </p>{/if}
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
