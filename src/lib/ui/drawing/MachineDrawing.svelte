<script lang="ts">
  import { areaOf, contains } from '$core/access';
  import type { Model } from '$core/machine';
  import type { MachineState } from '$core/run';
  import JointMark from './JointMark.svelte';
  import PartGlyph from './PartGlyph.svelte';
  import { sceneOf, viewOf, type Drawn } from './scene';

  const UNNAMED = new Set(['case', 'foot', 'film', 'cover', 'hinge']);
  const SEE_THROUGH = new Set(['cover', 'bezel']);
  /** Where in its box a part may be named, best first. */
  const NAME_PLACES = [[0.5, 0.5], [0.5, 0.75], [0.5, 0.25], [0.75, 0.5], [0.3, 0.5], [0.25, 0.85], [0.75, 0.85], [0.25, 0.15], [0.75, 0.15]] as const;

  interface Props {
    model: Model;
    zone: string;
    state: MachineState;
    /** What is in hand at this step. */
    nowJoint?: string;
    nowPart?: string;
    /** The parts that the job is for. */
    goals?: readonly string[];
    /** Closer in on what is in hand. */
    near?: boolean;
    /** Makes parts answer to the pointer; a list beside the drawing has to offer the same. */
    onpick?: (part: string) => void;
    label?: string;
  }
  let { model, zone, state, nowJoint, nowPart, goals = [], near = false, onpick, label }: Props = $props();

  const scene = $derived(sceneOf(model, zone, state));
  const zoneBox = $derived(areaOf(model.zone(zone).outline).box);
  const places = $derived.by(() => {
    if (nowJoint) return model.joint(nowJoint).at;
    const box = nowPart ? scene.find((s): s is Drawn & { what: 'part' } => s.what === 'part' && s.part.id === nowPart)?.box : undefined;
    return box ? ([[box.minX, box.minY], [box.maxX, box.maxY]] as const) : [];
  });
  const view = $derived(viewOf(zoneBox, places, near));
  /** Names of parts large enough to hold them, where no nearer part hides them; those that matter now are always named. */
  const names = $derived.by(() => {
    const parts = scene.filter((s): s is Drawn & { what: 'part' } => s.what === 'part').map((s) => ({ ...s, area: areaOf(s.shape.outline) }));
    return parts.flatMap((item, i) => {
      const { box, part } = item;
      const isGoal = goals.includes(part.id);
      const matters = part.id === nowPart || isGoal;
      const fits = box.maxX - box.minX > part.name.length * 2.4 && box.maxY - box.minY > 14 && !UNNAMED.has(part.kind);
      if (!matters && !fits) return [];
      const nearer = parts.slice(i + 1).filter((other) => !SEE_THROUGH.has(other.part.kind));
      const places = NAME_PLACES.map(([u, v]): [number, number] => [box.minX + (box.maxX - box.minX) * u, box.minY + (box.maxY - box.minY) * v]);
      const free = places.find((p) => contains(item.area, p) && !nearer.some((other) => contains(other.area, p) && !other.shape.openings.some((o) => contains(areaOf(o), p))));
      const at = free ?? (part.id === nowPart ? places[0] : undefined);
      return at ? [{ id: part.id, name: part.name, at, isGoal }] : [];
    });
  });
  const covered = $derived(new Set(scene.filter((s) => s.what === 'part' && s.part.kind === 'cover').map((s) => s.key)));
</script>

<svg
  viewBox="{view.minX} {view.minY} {view.maxX - view.minX} {view.maxY - view.minY}"
  role="img"
  aria-label={label ?? `${model.machine.model}, ${model.zone(zone).name.toLowerCase()}`}
  class="drawing"
>
  <!-- Bonds lie between two faces: shown only when they are what the hand is on. -->
  {#each scene as item (item.what + item.key)}
    {#if item.what === 'part'}
      {@const isNow = item.part.id === nowPart}
      {@const isGoal = goals.includes(item.part.id)}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions (a list beside the drawing offers the same by keyboard) -->
      <g
        class="part"
        class:through={covered.has(item.key)}
        class:now={isNow}
        class:goal={isGoal}
        class:loose={item.isLoose}
        class:pickable={onpick && item.part.kind !== 'case' && !covered.has(item.key)}
        onclick={onpick && item.part.kind !== 'case' && !covered.has(item.key) ? () => onpick(item.part.id) : undefined}
        data-part={item.part.id}
      >
        <path d={item.d} fill-rule="evenodd" class="body" style:fill="var(--depth-{item.band})" />
        <g class="glyph"><PartGlyph part={item.part} box={item.box} /></g>
        {#if isNow || isGoal}<path d={item.d} fill-rule="evenodd" class="edge" />{/if}
      </g>
    {:else if item.what === 'cable'}
      <g class="cable" class:now={nowJoint && item.cable.ends.some((e) => e.joint === nowJoint)} data-part={item.cable.part}>
        <path d={item.d} class="sheath" style:stroke-width={Math.max(1, item.cable.widthMm * (item.cable.form === 'flat' ? 0.8 : 1))} />
        <path d={item.d} class={item.cable.form === 'flat' ? 'ribbon' : 'core'} style:stroke-width={Math.max(0.5, item.cable.widthMm * (item.cable.form === 'flat' ? 0.8 : 1) - 0.6)} />
      </g>
    {:else if item.joint.id !== nowJoint && item.joint.kind !== 'adhesive'}
      <JointMark joint={item.joint} isOpen={item.isOpen} />
    {/if}
  {/each}
  {#each names as { id, name, at, isGoal } (id)}
    <text x={at[0]} y={at[1] + 1.6} class="name" class:is-goal={isGoal} class:is-now={id === nowPart}>{name}</text>
  {/each}
  {#if nowJoint && model.joint(nowJoint).zone === zone}
    <JointMark joint={model.joint(nowJoint)} isOpen={state.open.has(nowJoint)} isNow />
  {/if}
</svg>

<style>
  .drawing { width: 100%; height: 100%; display: block; font-family: var(--font-sans); }
  .body { stroke: var(--drawn); stroke-width: 0.55; stroke-linejoin: round; }
  .through .body { fill-opacity: 0.28; stroke-width: 0.9; }
  .through .glyph { opacity: 0.35; }
  .through { pointer-events: none; }
  .loose .body { stroke-dasharray: 2.4 1.4; fill-opacity: 0.55; }
  .edge { fill: none; stroke: var(--act); stroke-width: 1.6; stroke-linejoin: round; }
  .now .body { fill: var(--now-wash) !important; }
  .now .edge { stroke: var(--now); stroke-width: 2.2; }
  .name { font-size: 5px; font-weight: 600; text-anchor: middle; fill: var(--ink); paint-order: stroke; stroke: color-mix(in oklab, var(--sheet) 80%, transparent); stroke-width: 1.6px; stroke-linejoin: round; pointer-events: none; }
  .is-goal { fill: var(--act); font-weight: 750; }
  .is-now { fill: var(--now); font-weight: 750; }
  .pickable { cursor: pointer; }
  .pickable:hover .body { stroke: var(--act); stroke-width: 1.4; }
  .sheath { fill: none; stroke: var(--drawn); stroke-linecap: round; stroke-linejoin: round; }
  .core { fill: none; stroke: color-mix(in oklab, var(--drawn) 60%, var(--sheet)); stroke-linecap: round; stroke-linejoin: round; }
  .ribbon { fill: none; stroke: light-dark(#f1ede2, #c9c3b2); stroke-linejoin: round; }
  .cable.now .sheath { stroke: var(--now); }
</style>
