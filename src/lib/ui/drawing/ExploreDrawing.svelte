<script lang="ts">
  import { fromOutside, sceneOf, thingsOf, type Thing } from '$core/drawing';
  import { type Model } from '$core/machine';
  import type { MachineState } from '$core/machine';
  import List from '@lucide/svelte/icons/list';
  import Maximize from '@lucide/svelte/icons/maximize';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';
  import RefreshCcw from '@lucide/svelte/icons/refresh-ccw';
  import { untrack } from 'svelte';
  import MachineDrawing from './MachineDrawing.svelte';
  import ThingList from './ThingList.svelte';
  import type { Zooming } from './zooming';
  import { zoneName } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** The drawing to look around in: faces, turning over, closer and farther, and a list that says all that is drawn. */
  interface Props {
    model: Model;
    zone: string;
    state: MachineState;
    nowJoint?: string;
    nowPart?: string;
    /** The holes of the joint in hand, by their numbers. */
    holes?: readonly number[];
    goals?: readonly string[];
    /** What lies nearer than this is left away, mm. */
    from?: number;
    /** What may be chosen; everything when not given. */
    canPick?: (thing: Thing) => boolean;
    onpick?: (thing: Thing) => void;
    onzone: (zone: string) => void;
    /** As it lies closed on the table: nothing shows through. */
    isClosed?: boolean;
    /** Things noted of the machine, by number, on any face. */
    marks?: readonly { zone: string; at: readonly [number, number]; text: string }[];
    /** Takes a place that was pointed at, mm in the face's frame. */
    onplace?: (at: [number, number]) => void;
    /** What is said while nothing is pointed at. */
    hint?: string;
    /** Room for the list. */
    withList?: boolean;
    /** Says of a thing what it is held by and how it opens, not only its name. */
    withAbout?: boolean;
    /** The thing that is pointed at. */
    lit?: string;
  }
  let {
    model,
    zone,
    state: machineState,
    nowJoint,
    nowPart,
    holes,
    goals = [],
    from = 0,
    canPick = () => true,
    onpick,
    onzone,
    isClosed = false,
    marks = [],
    onplace,
    hint = t('drawing.pointAtSomethingToSeeWhat'),
    withList = false,
    withAbout = true,
    lit = $bindable()
  }: Props = $props();

  let zooming = $state.raw<Zooming>();
  let isTurning = $state(false);
  /** The list was asked for where there is no room of its own for it. */
  let isListed = $state(false);

  const zones = $derived(
    model.machine.zones.filter((z) =>
      model.machine.parts.some((p) => p.id !== model.root.id && p.shapes.some((s) => s.zone === z.id))
    )
  );
  const scene = $derived(
    isClosed ? fromOutside(sceneOf(model, zone, machineState)) : sceneOf(model, zone, machineState, from)
  );
  const things = $derived(thingsOf(model, scene, machineState));
  const said = $derived(things.find((t) => t.thing === lit));

  /** The face that lies up when the machine is turned over. */
  const other = $derived.by(() => {
    const up = zones.find((z) => z.id === zone)?.pose.up;
    return zones.find((z) => z.id !== zone && z.pose.up !== 'either' && z.pose.up !== up);
  });
  let last = untrack(() => zone);
  $effect(() => {
    if (zone === last) return;
    last = zone;
    lit = undefined;
    isTurning = true;
    const done = setTimeout(() => (isTurning = false), 330);
    return () => clearTimeout(done);
  });

  function keys(event: KeyboardEvent) {
    if (event.key === 't' && other && !event.ctrlKey && !event.metaKey && !event.altKey) onzone(other.id);
    else if (!zooming?.key(event)) return;
    event.preventDefault();
    event.stopPropagation();
  }

  function pick(thing: string) {
    const found = things.find((t) => t.thing === thing);
    if (found && canPick(found)) onpick?.(found);
  }
</script>

<div class="explore {withList ? 'with-list' : isListed ? 'with-list-below' : ''}">
  <div class="flex min-h-0 min-w-0 flex-col">
    <div class="flex flex-wrap gap-0.5 pb-1" role="group" aria-label={t('drawing.side')}>
      {#each zones as z (z.id)}
        <button
          type="button"
          class="rounded px-2 py-1 text-sm whitespace-nowrap {z.id === zone
            ? 'bg-act font-semibold text-on-act'
            : 'text-soft hover:text-ink'}"
          aria-pressed={z.id === zone}
          onclick={() => onzone(z.id)}>{told(zoneName(model, z.id))}</button
        >
      {/each}
    </div>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (a drawing that one pans by keyboard has to take the focus) -->
    <div
      class="canvas {isTurning ? 'turning' : ''}"
      tabindex="0"
      role="application"
      aria-label={t('drawing.drawingArrowKeysMoveItPlus')}
      onkeydown={keys}
    >
      <MachineDrawing
        {model}
        {zone}
        state={machineState}
        {nowJoint}
        {nowPart}
        {...holes ? { holes } : {}}
        {goals}
        {scene}
        {lit}
        onlit={(t) => (lit = t)}
        onpick={onpick ? pick : undefined}
        marks={marks.filter((m) => m.zone === zone)}
        {onplace}
        onzoomable={(z) => (zooming = z)}
      />
    </div>
    <div class="flex items-start gap-2">
      <p class="caption" aria-live="polite">
        {#if said}<span class="font-semibold">{told(said.name)}.</span>{#if withAbout}{' '}{told(
              said.about
            )}{/if}{:else}<span class="text-soft">{hint}</span>{/if}
      </p>
      <div class="flex gap-1 pt-1.5">
        {#if !withList}<button
            type="button"
            class="tool"
            title={t('drawing.listIt')}
            aria-label={t('drawing.listIt')}
            aria-pressed={isListed}
            onclick={() => (isListed = !isListed)}><List size={15} aria-hidden="true" /></button
          >{/if}
        {#if other}<button
            type="button"
            class="tool"
            title={t('drawing.turnOverT')}
            aria-label={t('drawing.turnOverToThe', { name: zoneName(model, other.id) })}
            onclick={() => onzone(other.id)}><RefreshCcw size={15} aria-hidden="true" /></button
          >{/if}
        <button
          type="button"
          class="tool"
          title={t('drawing.zoomOut')}
          aria-label={t('drawing.zoomOut2')}
          onclick={() => zooming?.farther()}><Minus size={15} aria-hidden="true" /></button
        >
        <button
          type="button"
          class="tool"
          title={t('drawing.zoomIn')}
          aria-label={t('drawing.zoomIn2')}
          onclick={() => zooming?.closer()}><Plus size={15} aria-hidden="true" /></button
        >
        <button
          type="button"
          class="tool"
          title={t('drawing.showAll0')}
          aria-label={t('drawing.showAll')}
          onclick={() => zooming?.whole()}><Maximize size={15} aria-hidden="true" /></button
        >
      </div>
    </div>
  </div>
  {#if withList || isListed}
    <div class="flex min-h-0 flex-col {withList ? 'border-s border-rule ps-3' : 'border-t border-rule pt-1.5'}">
      <ThingList {things} bind:lit {goals} {canPick} {onpick} {withAbout} />
    </div>
  {/if}
</div>

<style>
  .explore {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    height: 100%;
    min-height: 0;
    gap: 12px;
  }
  /* Where there is no room beside the drawing the list is short, and the drawing keeps its breadth. */
  .with-list-below {
    grid-template-rows: minmax(0, 1fr) 118px;
    gap: 6px;
  }
  .with-list {
    grid-template-columns: minmax(0, 1fr) 200px;
  }
  .canvas {
    flex: 1;
    min-height: 0;
    overflow: hidden;
    border-radius: 6px;
    cursor: grab;
    perspective: 1400px;
  }
  .canvas:active {
    cursor: grabbing;
  }
  .turning :global(.drawing) {
    animation: turn-over 0.32s ease-out;
  }
  .caption {
    flex: 1;
    min-width: 0;
    min-height: 2.9em;
    padding-top: 6px;
    font-size: 0.9rem;
    line-height: 1.35;
    display: -webkit-box;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow: hidden;
  }
  @media (width < 48rem) {
    .caption {
      display: block;
    }
  }
  .tool {
    display: inline-flex;
    align-items: center;
    justify-content: center;
    width: 30px;
    height: 30px;
    border: 1px solid var(--rule);
    border-radius: 6px;
    background: var(--sheet);
    cursor: pointer;
  }
  .tool:hover {
    border-color: var(--ink);
  }
</style>
