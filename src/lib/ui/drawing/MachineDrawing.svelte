<script lang="ts">
  import './drawing.css';
  import { zoomIdentity } from 'd3-zoom';
  import { areaOf } from '$core/access';
  import {
    haloInks,
    namesOf,
    sceneOf,
    spokenDrawing,
    viewOf,
    type Drawn,
    type DrawnPart,
    type Ink
  } from '$core/drawing';
  import { type Joint, type Model } from '$core/machine';
  import { type Pinch } from '$core/plan';
  import type { MachineState } from '$core/machine';
  import { Zooming } from './zooming';
  import { drawingTitle, partName, zoneName } from '$core/words';
  import { sizeText } from '$core/fasteners';
  import { useWords } from '$lib/words';

  const { told } = useWords();

  interface Props {
    model: Model;
    zone: string;
    state: MachineState;
    /** What is in hand at this step. */
    nowJoint?: string;
    nowPart?: string;
    /** The holes of the joint in hand in the order in which they are tightened, by index. */
    holes?: readonly number[];
    /** Cables to mind while the part in hand goes down, with where they cross its edge. */
    minded?: readonly Pinch[];
    /** The parts that the job is for. */
    goals?: readonly string[];
    /** Closer in on what is in hand. */
    near?: boolean;
    /** The scene, where who shows the drawing has it already. */
    scene?: readonly Drawn[];
    /** The thing that is pointed at, here or in a list. */
    lit?: string;
    onlit?: (thing: string | undefined) => void;
    /** Makes things answer to the pointer; a list beside the drawing has to offer the same. */
    onpick?: (thing: string) => void;
    /** Pan and zoom; hands over what steers them. */
    onzoomable?: (zooming: Zooming) => void;
    label?: string;
    /** Numbered places on this face, mm: things noted of the machine. */
    marks?: readonly { at: readonly [number, number]; text: string }[];
    /** Takes a place that was pointed at, mm in the face's frame. */
    onplace?: (at: [number, number]) => void;
    /** Height of the letters of a name on the screen. */
    letterPx?: number;
  }
  let {
    model,
    zone,
    state: machineState,
    nowJoint,
    nowPart,
    holes,
    minded = [],
    goals = [],
    near = false,
    scene: given,
    lit,
    onlit,
    onpick,
    onzoomable,
    label,
    marks = [],
    onplace,
    letterPx = 11
  }: Props = $props();

  const scene = $derived(given ?? sceneOf(model, zone, machineState));
  const zoneBox = $derived(areaOf(model.zone(zone).outline).box);
  const places = $derived.by(() => {
    if (nowJoint) return model.joint(nowJoint).at;
    const box = nowPart
      ? scene.find((s): s is DrawnPart => s.what === 'part' && s.part.id === nowPart)?.box
      : undefined;
    return box
      ? ([
          [box.minX, box.minY],
          [box.maxX, box.maxY]
        ] as const)
      : [];
  });
  const view = $derived(viewOf(zoneBox, places, near));

  let svg = $state<SVGSVGElement>();
  let inside = $state<SVGGElement>();
  let width = $state(800);
  let height = $state(500);
  let transform = $state.raw(zoomIdentity);
  let zooming: Zooming | undefined;
  $effect(() => {
    if (!svg || !onzoomable) return;
    zooming = new Zooming(svg, (t) => (transform = t));
    onzoomable(zooming);
    return () => zooming?.end();
  });
  // A new face is looked at whole.
  $effect(() => zooming?.within(view));

  /** In steps, so that names are not laid out anew with every turn of the wheel. */
  const step = $derived(transform.k < 1.5 ? 1 : transform.k < 3 ? 2 : transform.k < 6 ? 4 : 8);
  const pxPerMm = $derived(Math.min(width / (view.maxX - view.minX), height / (view.maxY - view.minY)) * step);
  /** A letter of a name, mm. */
  const letter = $derived(letterPx / Math.max(0.2, pxPerMm));
  /** The same for who listens. */
  const heard = $derived(
    nowJoint || nowPart ? told(spokenDrawing(model, zone, scene, { joint: nowJoint, part: nowPart })) : ''
  );
  const id = $props.id();
  const names = $derived(
    namesOf(scene, new Set([...(nowPart ? [nowPart] : []), ...goals]), letter, (part) => told(partName(model, part.id)))
  );
  /** From here on a size beside each screw can be read and has room. */
  const withSizes = $derived(pxPerMm >= 4);
  const joint = $derived(
    nowJoint && model.joint(nowJoint).zone === zone
      ? scene.find((s) => s.what === 'joint' && s.joint.id === nowJoint)
      : undefined
  );

  /** Where on the face, mm, whatever way it is drawn closer. */
  function place(event: MouseEvent) {
    const [x, y] = ((m) => [
      m.a * event.clientX + m.c * event.clientY + m.e,
      m.b * event.clientX + m.d * event.clientY + m.f
    ])(inside!.getScreenCTM()!.inverse());
    onplace?.([Math.round(x! * 10) / 10, Math.round(y! * 10) / 10]);
  }
  const thingAt = (event: Event) =>
    (event.target as Element).closest('[data-thing]')?.getAttribute('data-thing') ?? undefined;
</script>

{#snippet strokes(inks: readonly Ink[])}
  {#each inks as ink, i (i)}<path d={ink.d} class="ink {ink.kind}" stroke-width={ink.widthMm} />{/each}
{/snippet}

{#snippet sizes(of: Joint)}
  {#if of.kind === 'screws'}
    {@const r = of.screw.headDiameterMm / 2}
    {#each of.at as [x, y], i (i)}
      <text x={x + r + letter * 0.2} y={y - r} font-size={letter * 0.85} stroke-width={letter * 0.25} class="size"
        >{sizeText(of.screw)}</text
      >
    {/each}
  {/if}
{/snippet}

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions (a list beside the drawing offers the same by keyboard) -->
<svg
  bind:this={svg}
  bind:clientWidth={width}
  bind:clientHeight={height}
  viewBox="{view.minX} {view.minY} {view.maxX - view.minX} {view.maxY - view.minY}"
  role="img"
  aria-label={label ?? told(drawingTitle(model.machine.model, zoneName(model, zone)))}
  aria-describedby={heard ? id : undefined}
  class="drawing {onzoomable ? 'overflow-hidden' : ''}"
  onclick={onplace ? place : onpick ? (event) => ((t) => t && onpick(t))(thingAt(event)) : undefined}
  onpointerover={onlit ? (event) => onlit(thingAt(event)) : undefined}
  onpointerleave={onlit ? () => onlit(undefined) : undefined}
>
  <g
    bind:this={inside}
    transform={transform.k === 1 && transform.x === 0 && transform.y === 0 ? undefined : transform.toString()}
  >
    {#each scene as item (item.key)}
      {#if item.what === 'part'}
        {@const isNow = item.part.id === nowPart}
        {@const isGoal = goals.includes(item.part.id)}
        <g
          class={[
            'part',
            {
              through: item.isThin && !isGoal,
              now: isNow,
              goal: isGoal,
              loose: item.isLeashed,
              lit: lit === item.thing,
              pickable: onpick && item.part.id !== model.root.id
            }
          ]}
          data-thing={item.thing}
        >
          <path d={item.d} fill-rule="evenodd" class="body" style:fill="var(--depth-{item.band})" />
          {@render strokes(item.inks)}
          {#if isNow || isGoal}<path d={item.d} fill-rule="evenodd" class="edge" />{/if}
        </g>
      {:else if item.what === 'cable'}
        {@const wide = item.cable.widthMm * (item.cable.form === 'flat' ? 0.8 : 1)}
        <g
          class={[
            'cable',
            {
              now:
                item.cable.part === nowPart ||
                minded.some((p) => p.cable === item.cable.part) ||
                (nowJoint && item.cable.ends.some((e) => e.joint === nowJoint)),
              lit: lit === item.thing
            }
          ]}
          data-thing={item.thing}
        >
          <path d={item.d} class="sheath" stroke-width={Math.max(1, wide)} />
          <path
            d={item.d}
            class={item.cable.form === 'flat' ? 'ribbon' : 'core'}
            stroke-width={Math.max(0.5, wide - 0.6)}
          />
        </g>
      {:else if item.joint.id !== nowJoint && item.joint.kind !== 'adhesive'}
        <g class={['joint', { lit: lit === item.thing }]} data-thing={item.thing}>{@render strokes(item.inks)}</g>
      {/if}
    {/each}
    {#each scene as item (item.key)}{#if item.what === 'cable' && item.under}<path
          d={item.under}
          class="under"
        />{/if}{/each}
    {#each scene as item (item.key)}{#if item.what === 'part' && goals.includes(item.part.id)}<path
          d={item.d}
          class="beneath"
        />{/if}{/each}
    {#if withSizes}{#each scene as item (item.key)}{#if item.what === 'joint' && !item.isOpen}{@render sizes(
            item.joint
          )}{/if}{/each}{/if}
    {#each minded as p (`${p.cable} ${p.where} ${p.zone}`)}
      {#if p.zone === zone}{#each [...p.crosses, ...(p.posts ?? [])] as [x, y], i (i)}<circle
            cx={x}
            cy={y}
            r="3.4"
            class="crossing"
          />{/each}{/if}
    {/each}
    {#each names as { part, text, at } (part)}
      <text
        x={at[0]}
        y={at[1] + letter * 0.32}
        font-size={letter}
        stroke-width={letter * 0.3}
        class={['name', { goal: goals.includes(part), now: part === nowPart }]}>{text}</text
      >
    {/each}
    {#each marks as { at, text }, i (i)}
      <g class="noted" transform="translate({at[0]} {at[1]})"
        ><circle r={letter * 0.85} stroke-width={letter * 0.14} /><text y={letter * 0.34} font-size={letter * 0.95}
          >{text}</text
        ></g
      >
    {/each}
    {#if joint?.what === 'joint'}
      {@const of = joint.joint}
      <g class="joint now" data-thing={joint.thing}>
        {#each haloInks(of) as ink, i (i)}<path d={ink.d} class={of.kind === 'clips' ? 'seam-halo' : 'halo'} />{/each}
        {@render strokes(joint.inks)}
        {#if of.kind === 'screws'}
          {@const turns = holes ?? of.screw.printedOrder}
          {#if turns}{#each of.at as [x, y], i (i)}<text
                x={x + of.screw.headDiameterMm / 2 + 2.6}
                y={y + 1.6}
                font-size={letter * 1.1}
                stroke-width={letter * 0.25}
                class="turn">{turns.indexOf(i) + 1}</text
              >{/each}{/if}
        {/if}
      </g>
    {/if}
  </g>
</svg>
{#if heard}<p class="sr-only" {id}>{heard}</p>{/if}
