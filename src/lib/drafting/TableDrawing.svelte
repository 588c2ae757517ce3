<script lang="ts">
  import '$lib/ui/drawing/drawing.css';
  import { sceneOf, untouched, viewOf, type Drawn } from '$core/drawing';
  import { routeOf } from '$core/cables';
  import {
    boxOfThings,
    handleMoved,
    handlesOf,
    mapThings,
    moved,
    snapped,
    stretched,
    type Thing
  } from '$core/drafting';
  import { boxOf, flatten, modelOf, type Box, type Point } from '$core/machine';
  import { arrowOf, Looking, LookingButtons, tenth } from '$lib/ui/drawing';
  import { useWords } from '$lib/words';
  import DrawnThing from './DrawnThing.svelte';
  import RouteLine from './RouteLine.svelte';
  import type { Table } from './table.svelte';

  const { t } = useWords();

  /** The drawing of one side, editable: things are chosen, dragged, stretched by their corners, and nudged by arrow keys. */
  interface Props {
    table: Table;
    /** Faults of things, by their id. */
    faulty: ReadonlySet<string>;
    /** The picture of this side as it lies on it. */
    photo: string | undefined;
  }
  let { table, faulty, photo }: Props = $props();

  const { machine, chosen, gridMm, mayAct } = $derived(table);
  const zone = $derived(table.side?.id ?? '');
  const { isPlacing } = $derived(table);

  /** What is being done with the pointer down, on what, and how far it has gone. */
  let drag = $state.raw<{ kind: 'move' | 'stretch' | 'handle'; start: Point; now: Point; corner: number; box: Box }>();
  /** Where a place would be tapped, by the pointer or by arrow keys, mm. */
  let aim = $state.raw<Point>();
  const shown = $derived.by(() => {
    if (table.sketch) return table.drawn(aim) ?? table.drawn() ?? machine;
    if (!drag) return machine;
    const [dx, dy] = [drag.now[0] - drag.start[0], drag.now[1] - drag.start[1]];
    if (drag.kind === 'handle')
      return handleMoved(machine, chosen[0]!, zone, drag.corner, [onGrid(drag.now[0]), onGrid(drag.now[1])]);
    if (drag.kind === 'move') return mapThings(machine, chosen, zone, moved(...snapped(drag.box, dx, dy, gridMm)));
    return mapThings(machine, chosen, zone, stretched(drag.box, stretchedBox(drag.box, drag.corner, dx, dy)));
  });
  const onGrid = (mm: number) => (gridMm > 0 ? Math.round(mm / gridMm) * gridMm : tenth(mm));
  function stretchedBox(box: Box, corner: number, dx: number, dy: number): Box {
    const least = 1;
    const next = { ...box };
    if (corner === 0 || corner === 3) next.minX = Math.min(onGrid(box.minX + dx), box.maxX - least);
    else next.maxX = Math.max(onGrid(box.maxX + dx), box.minX + least);
    if (corner < 2) next.minY = Math.min(onGrid(box.minY + dy), box.maxY - least);
    else next.maxY = Math.max(onGrid(box.maxY + dy), box.minY + least);
    return next;
  }

  /** A draft whose references are broken is drawn as it last could be. */
  let last: Drawn[] = [];
  const scene = $derived.by(() => {
    try {
      last = sceneOf(modelOf(shown), zone, untouched(), table.fromMm);
    } catch {
      // Its faults say what is wrong.
    }
    return last;
  });
  const paper = $derived(table.side ? boxOf(flatten(table.side.outline)) : { minX: 0, minY: 0, maxX: 100, maxY: 100 });
  const view = $derived(viewOf(paper, [], false));
  const idOf = (item: Drawn): string =>
    item.what === 'joint' ? item.joint.id : item.what === 'part' ? item.part.id : item.cable.part;
  const isChosen = (item: Drawn) =>
    chosen.some((c) =>
      'joint' in c ? item.what === 'joint' && c.joint === idOf(item) : item.what !== 'joint' && c.part === idOf(item)
    );
  const box = $derived(boxOfThings(shown, chosen, zone));
  const corners = $derived<Point[]>(
    box
      ? [
          [box.minX, box.minY],
          [box.maxX, box.minY],
          [box.maxX, box.maxY],
          [box.minX, box.maxY]
        ]
      : []
  );

  const only = $derived(chosen.length === 1 ? chosen[0]! : undefined);
  const handles = $derived(only && !isPlacing ? handlesOf(shown, only, zone) : []);
  /** The cable that is chosen or drawn, as it lies now. */
  const cable = $derived(only && 'part' in only ? shown.cables.find((c) => c.part === only.part) : undefined);
  const route = $derived(cable && routeOf(cable));

  const looking = new Looking(() => view);
  const px = $derived(looking.px);

  const thingAt = (target: EventTarget | null): Thing | undefined => {
    const found = (target as Element).closest('[data-part],[data-joint]');
    const [part, joint] = [found?.getAttribute('data-part'), found?.getAttribute('data-joint')];
    return joint ? { joint } : part ? { part } : undefined;
  };
  const same = (a: Thing, b: Thing) =>
    'part' in a ? 'part' in b && a.part === b.part : 'joint' in b && a.joint === b.joint;

  /** Set by what has been dragged: the click that ends it chooses nothing. */
  let hasDragged = false;
  function down(event: PointerEvent) {
    hasDragged = false;
    if (isPlacing || !mayAct || event.button !== 0) return;
    const thing = thingAt(event.target);
    const [corner, handle] = ['data-corner', 'data-handle'].map((name) => (event.target as Element).getAttribute(name));
    if (corner === null && handle === null && (!thing || !chosen.some((c) => same(c, thing)))) return;
    const at = looking.placeOf(event);
    const kind = handle !== null ? 'handle' : corner !== null ? 'stretch' : 'move';
    drag = { kind, start: at, now: at, corner: Number(handle ?? corner ?? 0), box: box! };
    looking.svg!.setPointerCapture(event.pointerId);
  }
  /** What is dragged does not move the paper along. */
  function keepPaper(event: Event) {
    if (drag) event.stopPropagation();
  }
  function move(event: PointerEvent) {
    if (isPlacing && event.pointerType === 'mouse') {
      const [x, y] = looking.placeOf(event);
      aim = [onGrid(x), onGrid(y)];
    }
    if (!drag) return;
    drag = { ...drag, now: looking.placeOf(event) };
    hasDragged ||= Math.hypot(drag.now[0] - drag.start[0], drag.now[1] - drag.start[1]) > 2 * px;
  }
  function up() {
    const next = shown;
    const isReal = drag !== undefined && hasDragged;
    drag = undefined;
    if (isReal) table.edit(next);
  }
  function click(event: MouseEvent) {
    if (hasDragged) return;
    if (isPlacing) {
      const [x, y] = looking.placeOf(event);
      return table.place([onGrid(x), onGrid(y)]);
    }
    const thing = thingAt(event.target);
    if (!thing) return table.choose([]);
    if (!event.shiftKey) return table.choose([thing]);
    table.choose(chosen.some((c) => same(c, thing)) ? chosen.filter((c) => !same(c, thing)) : [...chosen, thing]);
  }
  function keys(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey) return;
    const by = arrowOf(event);
    if (by && isPlacing) {
      const step = (gridMm || 1) * (event.shiftKey ? 10 : 1);
      const [x, y] = aim ?? [(paper.minX + paper.maxX) / 2, (paper.minY + paper.maxY) / 2];
      aim = [onGrid(x + by[0] * step), onGrid(y + by[1] * step)];
    } else if (event.key === 'Enter' && isPlacing) {
      if (aim) table.place(aim);
      else table.finish();
    } else if (by && chosen.length > 0 && mayAct) {
      const step = (gridMm || 0.5) * (event.shiftKey ? 5 : 1);
      table.edit(mapThings(machine, chosen, zone, moved(by[0] * step, by[1] * step)));
    } else if (!looking.key(event)) return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (a drawing that one works by keyboard has to take the focus) -->
<div class="drawn-on" tabindex="0" role="application" aria-label={t('drafting.drawing')} onkeydown={keys}>
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions (things are chosen from the list beside it as well) -->
  <svg
    bind:this={looking.svg}
    bind:clientWidth={looking.width}
    bind:clientHeight={looking.height}
    viewBox={looking.viewBox}
    role="img"
    aria-label={t('drafting.drawing')}
    class={['drawing overflow-hidden', { placing: isPlacing }]}
    onpointerdowncapture={down}
    onmousedowncapture={keepPaper}
    ontouchstartcapture={keepPaper}
    onpointermove={move}
    onpointerup={up}
    onpointercancel={() => (drag = undefined)}
    onpointerleave={() => (aim = undefined)}
    onclick={click}
  >
    <g bind:this={looking.inside} transform={looking.transform}>
      {#if photo}<image
          href={photo}
          x={paper.minX}
          y={paper.minY}
          width={paper.maxX - paper.minX}
          height={paper.maxY - paper.minY}
          preserveAspectRatio="none"
          opacity={table.opacity}
        />{/if}
      <g class:overPhoto={photo !== undefined && table.opacity > 0.2}>
        {#each scene as item (item.key)}
          <DrawnThing {item} isChosen={isChosen(item)} isFaulty={faulty.has(idOf(item))} {px} />
        {/each}
      </g>
      {#if table.cutMm !== undefined}<path
          d="M{view.minX} {table.cutMm}H{view.maxX}"
          class="cut"
          stroke-width={1.5 * px}
        />{/if}
      {#each table.placing?.points ?? [] as [x, y], i (i)}<circle cx={x} cy={y} r={4 * px} class="point" />{/each}
      {#each table.sketch?.taps.filter((tap) => tap.zone === zone) ?? [] as { at: [x, y] }, i (i)}<circle
          cx={x}
          cy={y}
          r={4 * px}
          class="point"
        />{/each}
      {#if isPlacing && aim}<path
          d="M{aim[0] - 9 * px} {aim[1]}h{18 * px}M{aim[0]} {aim[1] - 9 * px}v{18 * px}"
          class="cut"
          stroke-width={1.5 * px}
        />{/if}
      {#each route?.bends.filter((b) => b.tight && cable!.path[b.point]!.zone === zone) ?? [] as b (b.point)}
        {@const [x, y] = cable!.path[b.point]!.at}
        <circle cx={x} cy={y} r={9 * px} class="fault" stroke-width={2.5 * px} />
      {/each}
      {#if box && mayAct && !isPlacing}
        <rect
          x={box.minX - 3 * px}
          y={box.minY - 3 * px}
          width={box.maxX - box.minX + 6 * px}
          height={box.maxY - box.minY + 6 * px}
          class="frame"
          stroke-width={1.4 * px}
          stroke-dasharray="{5 * px} {4 * px}"
        />
        {#each cable ? [] : corners as [x, y], i (i)}<rect
            x={x - 6 * px}
            y={y - 6 * px}
            width={12 * px}
            height={12 * px}
            class="handle"
            stroke-width={1.4 * px}
            data-corner={i}
          />{/each}
        {#each handles as [x, y], i (i)}<circle
            cx={x}
            cy={y}
            r={6 * px}
            class="handle round"
            stroke-width={1.4 * px}
            data-handle={i}
          />{/each}
      {/if}
    </g>
  </svg>
  <div class="flex items-center gap-3 px-2 pb-2">
    {#if cable && route}<RouteLine {cable} {route} />{/if}
    <div class="ms-auto"><LookingButtons {looking} /></div>
  </div>
</div>

<style>
  .drawn-on {
    display: flex;
    flex-direction: column;
    height: 100%;
    min-height: 0;
  }
  .drawn-on :global(svg.drawing) {
    flex: 1;
    min-height: 0;
  }
  .placing {
    cursor: crosshair;
  }
  .overPhoto :global(.body) {
    fill-opacity: 0.15 !important;
  }
  .frame {
    fill: none;
    stroke: var(--act);
    pointer-events: none;
  }
  .handle {
    fill: var(--sheet);
    stroke: var(--act);
    cursor: nwse-resize;
  }
  .round {
    cursor: move;
  }
  .fault {
    fill: none;
    stroke: var(--now);
    pointer-events: none;
  }
  .cut {
    stroke: var(--now);
    pointer-events: none;
  }
  .point {
    fill: var(--now);
    pointer-events: none;
  }
</style>
