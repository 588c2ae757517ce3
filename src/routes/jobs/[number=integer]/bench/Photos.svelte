<script lang="ts">
  import type { Said } from '$core/language';
  import { onDestroy } from 'svelte';
  import { SvelteSet } from 'svelte/reactivity';
  import type { Step } from '$core/plan';
  import type { Mark, RunState } from '$core/run';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { Again } from '$lib/again';
  import { moment } from '$lib/ui/dates';
  import { PhotoInput } from '$lib/ui/photo';
  import Camera from '@lucide/svelte/icons/camera';
  import Panel from './Panel.svelte';
  import WithPhone from './WithPhone.svelte';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Pictures of the step in hand beside those of its mirror on the other leg; marks are drawn on them. */
  let { bench, step, mayAct, onclose }: { bench: Bench; step?: Step; mayAct: boolean; onclose: () => void } = $props();

  type Photo = RunState['photos'][number];
  const photos = $derived(bench.state.photos);
  const here = $derived(photos.filter((p) => p.step === step?.id));
  const mirrored = $derived(step?.mirror ? photos.filter((p) => p.step === step.mirror) : []);
  const others = $derived(photos.filter((p) => !here.includes(p) && !mirrored.includes(p)));
  const stepOf = (p: Photo) => bench.plans.flatMap((plan) => plan.steps).find((s) => s.id === p.step);
  let problem = $state.raw<Said>('');
  let chosen = $state<string>();
  let kind = $state<Mark['kind']>('ring');
  let drawing = $state.raw<Mark>();

  /** A picture that has not been sent yet is shown from this device. */
  const own = new Map<string, string>();
  onDestroy(() => own.forEach((url) => URL.revokeObjectURL(url)));
  async function source(p: Photo): Promise<string> {
    const bytes = await bench.photos.here(p.photo);
    if (!bytes) return `/api/runs/${bench.run}/photos/${p.photo}`;
    const url = own.get(p.photo) ?? URL.createObjectURL(bytes);
    own.set(p.photo, url);
    return url;
  }

  /** Pictures whose file the server has not got, though it was there once; and how often each was given anew. */
  const lost = new SvelteSet<string>();
  let given = $state.raw<Record<string, number>>({});
  const showAnew = (photo: string) => (given = { ...given, [photo]: (given[photo] ?? 0) + 1 });
  /** The record names a picture before its bytes have arrived, from another device or a phone: one looks again. */
  const LOOK_AGAIN_MS = [700, 2000, 5000, 15_000, 60_000];
  const again = new Again(LOOK_AGAIN_MS);
  onDestroy(() => again.stop());
  function isLost(photo: string) {
    lost.add(photo);
    if (!again.isDue) again.later(() => lost.forEach(showAnew));
  }
  function hasCome(photo: string) {
    if (lost.delete(photo)) again.afresh();
  }
  async function giveAgain(file: Blob, { photo }: Photo) {
    problem = (await bench.photos.again(photo, file)) ?? '';
    if (problem) return;
    lost.delete(photo);
    showAnew(photo);
  }

  const place = (event: PointerEvent): [number, number] => {
    const box = (event.currentTarget as Element).getBoundingClientRect();
    const share = (n: number) => Math.round(Math.min(1, Math.max(0, n)) * 1000) / 1000;
    return [share((event.clientX - box.left) / box.width), share((event.clientY - box.top) / box.height)];
  };
  function begin(event: PointerEvent, p: Photo) {
    if (!mayAct || bench.state.signed || chosen !== p.photo) return;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    drawing = { kind, from: place(event), to: place(event) };
  }
  function end(p: Photo) {
    const mark = drawing;
    drawing = undefined;
    if (mark && Math.hypot(mark.to[0] - mark.from[0], mark.to[1] - mark.from[1]) > 0.01)
      bench.record({ type: 'marked', photo: p.photo, marks: [...p.marks, mark].slice(-40) });
  }
</script>

{#snippet marks(list: readonly Mark[])}
  {#each list as m, i (i)}
    {@const [x1, y1, x2, y2] = [m.from[0] * 100, m.from[1] * 100, m.to[0] * 100, m.to[1] * 100]}
    {#if m.kind === 'ring'}<ellipse
        cx={(x1 + x2) / 2}
        cy={(y1 + y2) / 2}
        rx={Math.abs(x2 - x1) / 2}
        ry={Math.abs(y2 - y1) / 2}
      />
    {:else}<line {x1} {y1} {x2} {y2} />{#if m.kind === 'arrow'}<circle cx={x2} cy={y2} r="1.6" class="tip" />{/if}{/if}
  {/each}
{/snippet}

{#snippet picture(p: Photo)}
  {@const is = chosen === p.photo}
  <figure class={is ? 'col-span-2' : ''}>
    <!-- svelte-ignore a11y_no_static_element_interactions (marks are drawn by pointer; what they say can be noted in words) -->
    <div
      class="relative overflow-hidden rounded-md border border-rule bg-sunk {is ? 'cursor-crosshair touch-none' : ''}"
      onpointerdown={(e) => begin(e, p)}
      onpointermove={(e) => {
        if (drawing) drawing = { ...drawing, to: place(e) };
      }}
      onpointerup={() => end(p)}
    >
      {#key given[p.photo]}{#await source(p)}<div class="h-32"></div>{:then src}<img
            {src}
            onerror={() => isLost(p.photo)}
            onload={() => hasCome(p.photo)}
            alt={t('bench.taken', { at: moment(p.at), by: p.by ? ` by ${p.by}` : '' })}
            class="block w-full select-none"
            draggable="false"
          />{/await}{/key}
      <svg class="marks" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true"
        >{@render marks(is && drawing ? [...p.marks, drawing] : p.marks)}</svg
      >
    </div>
    {#if is}
      <div class="mt-1 flex items-center gap-2">
        {#each ['ring', 'arrow', 'line'] as const as k (k)}<label class="button min-h-11 has-checked:border-act"
            ><input type="radio" bind:group={kind} value={k} class="accent-(--act)" />{t('bench.markShape', {
              shape: k
            })}</label
          >{/each}
        <button
          type="button"
          class="button ms-auto min-h-11"
          disabled={p.marks.length === 0}
          onclick={() => bench.record({ type: 'marked', photo: p.photo, marks: p.marks.slice(0, -1) })}
          >{t('bench.removeTheLastMark')}</button
        >
      </div>
    {/if}
    <figcaption class="mt-1 flex flex-wrap items-center gap-2 text-sm text-soft">
      <span class="min-w-44 flex-1"
        >{told(stepOf(p)?.text ?? t('bench.ofTheMachine'))}, {moment(p.at)}{#if bench.photos.refused[p.photo]}<b
            class="block text-now">{t('bench.notOnTheServerItIs', { refused: bench.photos.refused[p.photo] })}</b
          >{:else if lost.has(p.photo)}<b class="block text-now"
            >{t('bench.theServerDoesNotHaveThis', { isWaiting: bench.photos.waiting > 0 ? 'yes' : 'no' })}</b
          >{/if}</span
      >
      {#if lost.has(p.photo) && p.by === bench.me.name && !bench.photos.refused[p.photo]}<label class="button min-h-9"
          >{t('bench.chooseItsFile')}<PhotoInput
            onphoto={(file) => giveAgain(file, p)}
            onproblem={(words) => (problem = words)}
          /></label
        >{/if}
      {#if mayAct && !bench.state.signed && !lost.has(p.photo)}<button
          type="button"
          class="button min-h-9"
          aria-pressed={is}
          onclick={() => (chosen = is ? undefined : p.photo)}>{is ? t('bench.done') : t('bench.addMarks')}</button
        >{/if}
    </figcaption>
  </figure>
{/snippet}

<Panel title={t('bench.photos')} about={step ? told(step.text) : t('bench.ofTheWholeJob')} {onclose}>
  {#if mayAct && !bench.state.signed}
    <label class="button button-act mt-3 min-h-14 w-full text-lg"
      ><Camera size={22} aria-hidden="true" />
      {t('bench.takeOrChooseAPhotoOf')}<PhotoInput
        isTaken
        multiple
        onphoto={(file) => bench.takePhoto(file, step?.id)}
        onproblem={(words) => (problem = words)}
      /></label
    >
    <WithPhone run={bench.run} />
  {/if}
  {#if problem}<p class="mt-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">
      {told(problem)}
    </p>{/if}
  {#if bench.photos.problem}<p class="mt-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">
      {bench.photos.problem}
    </p>{/if}
  {#if bench.photos.waiting > 0}<p class="mt-2 text-soft" role="status">
      {t('bench.notOnTheServerYet', { waiting: bench.photos.waiting, isKeeps: bench.keeps ? 'yes' : 'no' })}
    </p>{/if}
  {#if mirrored.length > 0}
    <div class="mt-3 grid grid-cols-2 items-start gap-3">
      <div class="space-y-3">
        <p class="font-semibold">{step?.leg === 'up' ? t('bench.disassembly') : t('bench.reassembly')}</p>
        {#each mirrored as p (p.photo)}{@render picture(p)}{/each}
      </div>
      <div class="space-y-3">
        <p class="font-semibold">{t('bench.here')}</p>
        {#each here as p (p.photo)}{@render picture(p)}{:else}<p class="text-soft">
            {t('bench.noneYetTakeOneToSee')}
          </p>{/each}
      </div>
    </div>
  {:else if here.length > 0}
    <div class="mt-3 grid grid-cols-2 items-start gap-3">
      <p class="col-span-2 -mb-1 font-semibold">{t('bench.here')}</p>
      {#each here as p (p.photo)}{@render picture(p)}{/each}
    </div>
  {:else}<p class="mt-3 text-lg">
      {t('bench.noPhotoOfThisStepOne')}
    </p>{/if}
  {#if others.length > 0}
    <h3 class="mt-4 text-lg font-semibold">{t('bench.ofOtherSteps')}</h3>
    <div class="mt-1 grid grid-cols-2 items-start gap-3">
      {#each others as p (p.photo)}{@render picture(p)}{/each}
    </div>
  {/if}
</Panel>

<style>
  .marks {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
    fill: none;
    stroke: #ff3d00;
    stroke-width: 3;
    stroke-linecap: round;
  }
  .marks :global(*) {
    vector-effect: non-scaling-stroke;
  }
  .marks .tip {
    fill: #ff3d00;
  }
</style>
