<script lang="ts">
  import { sectionAt, withDepth, type Slice } from '$core/drafting';
  import type { Machine } from '$core/machine';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** The machine cut along a line of the drawing, much taller than it is: depths are dragged here, or set by arrow keys. */
  interface Props {
    machine: Machine;
    zone: string;
    cut: number;
    chosen: string | undefined;
    mayAct: boolean;
    onchoose: (part: string) => void;
    onedit: (machine: Machine) => void;
  }
  let { machine, zone, cut, chosen, mayAct, onchoose, onedit }: Props = $props();

  const wide = $derived(machine.size.widthMm);
  let svg = $state<SVGSVGElement>();
  let drag = $state.raw<{ slice: Slice; edge: 0 | 1; mm: number }>();
  const shown = $derived(
    drag ? withDepth(machine, drag.slice.part, drag.slice.shape, depthOf(drag.slice, drag.edge, drag.mm)) : machine
  );
  const slices = $derived(sectionAt(shown, zone, cut));
  const deepest = $derived(Math.max(6, machine.size.heightMm));
  /** So much taller than it is. */
  const TALL = 3.2;
  const name = (id: string) => machine.parts.find((p) => p.id === id)?.name ?? id;

  function depthOf({ depth }: Slice, edge: 0 | 1, mm: number): [number, number] {
    return edge === 0 ? [mm, Math.max(mm + 0.1, depth[1])] : [Math.min(depth[0], mm - 0.1), mm];
  }
  function mmAt(event: PointerEvent): number {
    const m = svg!.getScreenCTM()!.inverse();
    return (m.b * event.clientX + m.d * event.clientY + m.f) / TALL;
  }
  function end() {
    const next = shown;
    const isReal = drag !== undefined;
    drag = undefined;
    if (isReal) onedit(next);
  }
  function nudge(event: KeyboardEvent, slice: Slice, edge: 0 | 1) {
    const by = { ArrowUp: -0.1, ArrowDown: 0.1 }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    onedit(withDepth(machine, slice.part, slice.shape, depthOf(slice, edge, slice.depth[edge] + by)));
  }
</script>

<svg
  bind:this={svg}
  viewBox="-8 -8 {wide + 16} {deepest * TALL + 16}"
  class="section"
  role="group"
  aria-label={t('drafting.section')}
  onpointermove={(e) => {
    if (drag) drag = { ...drag, mm: mmAt(e) };
  }}
  onpointerup={end}
  onpointercancel={() => (drag = undefined)}
>
  <rect x="0" y="0" width={wide} height={deepest * TALL} class="body" />
  {#each slices.toReversed() as s (`${s.part} ${s.shape}`)}
    {#each s.spans as [a, b], i (i)}
      <rect
        x={a}
        y={s.depth[0] * TALL}
        width={Math.max(0.5, b - a)}
        height={(s.depth[1] - s.depth[0]) * TALL}
        class={['slice', { chosen: s.part === chosen }]}
        role="presentation"
        onclick={() => onchoose(s.part)}
      >
        <title>{t('drafting.depths', { part: name(s.part), from: s.depth[0], to: s.depth[1] })}</title>
      </rect>
    {/each}
  {/each}
  {#each slices as s (`name ${s.part} ${s.shape}`)}
    {@const [a, b] = s.spans[0]!}
    {#if b - a > 28 && (s.depth[1] - s.depth[0]) * TALL > 4.4}<text
        x={(a + b) / 2}
        y={((s.depth[0] + s.depth[1]) / 2) * TALL + 1.6}
        class="name">{name(s.part)}</text
      >{/if}
    {#if s.part === chosen && mayAct}
      {#each [0, 1] as const as edge (edge)}
        <rect
          x={a}
          y={s.depth[edge] * TALL - 1.5}
          width={Math.max(8, b - a)}
          height="3"
          class="edge"
          role="slider"
          tabindex="0"
          aria-label={edge === 0 ? t('drafting.nearEdge') : t('drafting.farEdge')}
          aria-valuenow={s.depth[edge]}
          aria-valuemin="0"
          aria-valuemax={deepest}
          onpointerdown={(e) => {
            drag = { slice: s, edge, mm: s.depth[edge] };
            svg!.setPointerCapture(e.pointerId);
          }}
          onkeydown={(e) => nudge(e, s, edge)}
        />
      {/each}
    {/if}
  {/each}
</svg>

<style>
  .section {
    width: 100%;
    height: 100%;
    touch-action: none;
  }
  .body {
    fill: var(--sunk);
    stroke: var(--rule-strong);
    stroke-width: 0.5;
  }
  .slice {
    fill: var(--depth-2);
    stroke: var(--drawn);
    stroke-width: 0.5;
    cursor: pointer;
  }
  .slice.chosen {
    fill: var(--now-wash);
    stroke: var(--now);
    stroke-width: 1;
  }
  .name {
    font-size: 4.5px;
    text-anchor: middle;
    fill: var(--ink);
    pointer-events: none;
  }
  .edge {
    fill: var(--now);
    fill-opacity: 0.5;
    cursor: ns-resize;
  }
</style>
