<script lang="ts">
  import '$lib/ui/drawing/drawing.css';
  import { outlinePath, partInks } from '$core/drawing';
  import type { Outline, PartKind } from '$core/machine';
  import { jointPicture, type Fixing } from '$core/recording';

  /** A kind of part or of fixing as the drawing has it, small. */
  let { kind, fixing, size = 34 }: { kind?: PartKind; fixing?: Fixing; size?: number } = $props();

  /** Breadth and height of a usual part of its kind, mm; what is not here is square. */
  const SHAPES: Partial<Record<PartKind, readonly [number, number]>> = {
    case: [64, 44],
    cover: [64, 44],
    frame: [64, 44],
    board: [64, 42],
    'small-board': [44, 30],
    card: [36, 18],
    memory: [66, 30],
    storage: [66, 20],
    'heat-sink': [70, 36],
    battery: [70, 32],
    keyboard: [96, 40],
    touchpad: [52, 34],
    display: [64, 40],
    panel: [64, 40],
    bezel: [64, 40],
    speaker: [34, 16],
    hinge: [34, 18],
    tray: [34, 18],
    jack: [28, 18],
    bracket: [40, 16],
    film: [44, 24],
    foot: [40, 12],
    antenna: [30, 12],
    'flat-cable': [50, 12],
    cable: [50, 8],
    reader: [34, 34]
  };
  /** How much of the drawing around a place is shown: a screw is small. */
  const VIEWS: Partial<Record<Fixing['kind'], string>> = {
    screws: '-3.6 -2.6 7.8 5.6',
    clips: '-11 -7.9 22 15.8',
    dressing: '-5 -3.6 10 7.2',
    latch: '-5 -3.6 10 7.2',
    hook: '-5 -3.6 10 7.2',
    adhesive: '-5 -3.6 10 7.2',
    seal: '-5 -3.6 10 7.2'
  };
  const ROUND: readonly PartKind[] = ['coin-cell', 'camera', 'microphone'];

  const part = $derived.by(() => {
    if (kind === undefined) return undefined;
    const [width, height] = SHAPES[kind] ?? [36, 36];
    const box = { minX: 0, minY: 0, maxX: width, maxY: height };
    const outline: Outline = ROUND.includes(kind)
      ? { form: 'circle', x: width / 2, y: height / 2, radius: width / 2 }
      : { form: 'rect', x: 0, y: 0, width, height, radius: 2 };
    return { width, height, d: outlinePath(outline), inks: partInks({ id: kind, kind }, box) };
  });
  const joint = $derived.by(() => {
    if (fixing === undefined) return undefined;
    const places: [number, number][] =
      fixing.kind === 'clips'
        ? [
            [-9, 3],
            [9, -3]
          ]
        : [[0, 0]];
    return jointPicture({
      id: 'glyph',
      face: 'face',
      fixing,
      places: places.map((at) => ({ at, seen: 0, noRoom: false }))
    });
  });
</script>

{#if part}
  <svg
    class="drawing glyph"
    viewBox="-1.5 -1.5 {part.width + 3} {part.height + 3}"
    style:width="{size}px"
    style:height="{size * 0.72}px"
    aria-hidden="true"
  >
    <path d={part.d} class="body" style:fill="var(--depth-1)" />
    {#each part.inks as ink, i (i)}<path d={ink.d} class="ink {ink.kind}" stroke-width={ink.widthMm} />{/each}
  </svg>
{:else if joint}
  <svg
    class="drawing glyph"
    viewBox={VIEWS[fixing!.kind] ?? '-7.5 -5.4 15 10.8'}
    style:width="{size}px"
    style:height="{size * 0.72}px"
    aria-hidden="true"
  >
    {#each joint as ink, i (i)}<path d={ink.d} class="ink {ink.kind}" stroke-width={ink.widthMm} />{/each}
  </svg>
{/if}

<style>
  .glyph {
    flex: none;
    touch-action: auto;
  }
</style>
