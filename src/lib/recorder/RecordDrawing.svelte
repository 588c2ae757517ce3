<script lang="ts">
  import '$lib/ui/drawing/drawing.css';
  import { outlinePath, viewOf } from '$core/drawing';
  import type { Outline, Point } from '$core/machine';
  import type { RecordScene } from '$core/recording';
  import { arrowOf, Looking, LookingButtons, tenth } from '$lib/ui/drawing';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** A face as it has been recorded so far, over its photo: places are tapped on it by pointer, touch or keyboard. */
  interface Props {
    scene: RecordScene;
    label: string;
    /** The picture as it lies on the face: its address, and how much of it shows, 0 to 1. */
    photo?: { src: string; opacity: number } | undefined;
    /** What is in hand. */
    joint?: string | undefined;
    part?: string | undefined;
    /** Corners or a way, tapped so far. */
    points?: readonly Point[];
    /** How the points are joined. */
    form?: 'box' | 'circle' | 'corners' | 'way' | undefined;
    /** Whether a tap means a place; otherwise it picks what lies there. */
    isTapping: boolean;
    onplace: (at: Point, isLong: boolean) => void;
    onpick: (thing: { joint: string } | { part: string } | undefined) => void;
    /** Enter without a place: what was tapped so far is all. */
    onfinish: () => void;
  }
  let { scene, label, photo, joint, part, points = [], form, isTapping, onplace, onpick, onfinish }: Props = $props();

  /** Held for so long it is a long press, ms. */
  const LONG_MS = 500;
  const STEP_MM = { fine: 1, coarse: 10 };

  const view = $derived(viewOf({ minX: 0, minY: 0, maxX: scene.widthMm, maxY: scene.heightMm }, [], false));
  const looking = new Looking(() => view);
  const px = $derived(looking.px);

  /** Where the pointer or the keyboard points, mm. */
  let at = $state.raw<Point>();
  let isByKeys = $state(false);
  let pressed: { since: number } | undefined;

  const placeOf = (event: MouseEvent): Point => {
    const [x, y] = looking.placeOf(event);
    return [tenth(x), tenth(y)];
  };
  function pick(target: Element) {
    const thing = target.closest('[data-joint],[data-part]');
    const [jointId, partId] = [thing?.getAttribute('data-joint'), thing?.getAttribute('data-part')];
    onpick(jointId ? { joint: jointId } : partId ? { part: partId } : undefined);
  }
  function click(event: MouseEvent) {
    const isLong = pressed !== undefined && event.timeStamp - pressed.since >= LONG_MS;
    pressed = undefined;
    isByKeys = false;
    if (isTapping) onplace(placeOf(event), isLong || event.shiftKey);
    else pick(event.target as Element);
  }
  /** Enter on the last place once more: what was tapped so far is all. */
  const isLast = ([x, y]: Point) => points.at(-1)?.[0] === x && points.at(-1)?.[1] === y;
  function keys(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const step = event.shiftKey ? STEP_MM.coarse : STEP_MM.fine;
    const by = arrowOf(event);
    if (by) {
      const [x, y] = at ?? [scene.widthMm / 2, scene.heightMm / 2];
      const within = (mm: number, most: number) => Math.max(0, Math.min(most, mm));
      at = [within(x + by[0] * step, scene.widthMm), within(y + by[1] * step, scene.heightMm)];
      isByKeys = true;
    } else if (event.key === 'Enter' && isByKeys && at && !isLast(at)) {
      if (isTapping) onplace(at, event.shiftKey);
      else {
        const there = looking.at(at);
        if (there) pick(there);
      }
    } else if (event.key === 'Enter') onfinish();
    else if (!looking.key(event)) return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** What is being drawn, from the points tapped and where one points now. */
  const draft = $derived.by(() => {
    const all = at && points.length > 0 ? [...points, at] : points;
    const [a, b] = all;
    if (!form || !a || !b) return '';
    if (form === 'box') {
      const [x, y] = [Math.min(a[0], b[0]), Math.min(a[1], b[1])];
      return outlinePath({
        form: 'rect',
        x,
        y,
        width: Math.abs(b[0] - a[0]),
        height: Math.abs(b[1] - a[1])
      } satisfies Outline);
    }
    if (form === 'circle')
      return outlinePath({ form: 'circle', x: a[0], y: a[1], radius: Math.hypot(b[0] - a[0], b[1] - a[1]) });
    return `M${all.map(([x, y]) => `${x} ${y}`).join('L')}${form === 'corners' && all.length > 2 ? 'Z' : ''}`;
  });
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (a drawing that one taps by keyboard has to take the focus) -->
<div class="record" tabindex="0" role="application" aria-label={label} aria-describedby="record-keys" onkeydown={keys}>
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions (the keys are those of what it stands in) -->
  <svg
    bind:this={looking.svg}
    bind:clientWidth={looking.width}
    bind:clientHeight={looking.height}
    viewBox={looking.viewBox}
    role="img"
    aria-label={label}
    class={['drawing overflow-hidden', { tapping: isTapping }]}
    onclick={click}
    onpointerdown={(e) => (pressed = { since: e.timeStamp })}
    onpointermove={(e) => {
      if (e.pointerType === 'mouse') at = placeOf(e);
    }}
    onpointerleave={() => {
      if (!isByKeys) at = undefined;
    }}
    oncontextmenu={(e) => e.preventDefault()}
  >
    <g bind:this={looking.inside} transform={looking.transform}>
      <rect width={scene.widthMm} height={scene.heightMm} rx="4" class="face" />
      {#if photo}<image
          href={photo.src}
          width={scene.widthMm}
          height={scene.heightMm}
          preserveAspectRatio="none"
          opacity={photo.opacity}
        />{/if}
      <g class:overPhoto={photo !== undefined && photo.opacity > 0.3}>
        {#each scene.parts as p (p.id)}
          <g class={['part', { lit: p.id === part, loose: p.isAside }]} data-part={p.id}>
            <path d={p.d} class="body" style:fill="var(--depth-1)" />
            {#each p.inks as ink, i (i)}<path d={ink.d} class="ink {ink.kind}" stroke-width={ink.widthMm} />{/each}
          </g>
        {/each}
        {#each scene.cables as c (c.id)}
          <g class={['cable', { lit: c.id === part }]} data-part={c.id}>
            <path d={c.d} class="sheath" stroke-width={Math.max(1, c.widthMm)} />
            <path d={c.d} class={c.isFlat ? 'ribbon' : 'core'} stroke-width={Math.max(0.5, c.widthMm - 0.6)} />
          </g>
        {/each}
      </g>
      {#each scene.joints as j (j.id)}
        <g class={['joint', { now: j.id === joint }]} data-joint={j.id}>
          {#each j.places as place, i (i)}
            <circle
              cx={place.at[0]}
              cy={place.at[1]}
              r={Math.max(3.5, 9 * px)}
              class={j.id === joint ? 'halo' : 'touch'}
            />
          {/each}
          {#each j.inks as ink, i (i)}<path d={ink.d} class="ink {ink.kind}" stroke-width={ink.widthMm} />{/each}
          {#each j.places as place, i (i)}
            {#if place.noRoom}<circle
                cx={place.at[0]}
                cy={place.at[1]}
                r={Math.max(4.5, 8 * px)}
                class="crowded"
              />{/if}
          {/each}
        </g>
      {/each}
      {#each scene.parts as p (p.id)}
        <text
          x={p.middle[0]}
          y={p.middle[1]}
          font-size={12 * px}
          stroke-width={4 * px}
          class={['name', { goal: p.id === part }]}>{p.name}</text
        >
      {/each}
      {#if draft}<path d={draft} class="draft" stroke-width={2.2 * px} />{/if}
      {#each points as [x, y], i (i)}<circle cx={x} cy={y} r={4.5 * px} class="corner" stroke-width={1.5 * px} />{/each}
      {#if at && (isTapping || isByKeys)}
        <path
          d="M{at[0] - 11 * px} {at[1]}H{at[0] - 3 * px}M{at[0] + 3 * px} {at[1]}H{at[0] + 11 * px}M{at[0]} {at[1] -
            11 * px}V{at[1] - 3 * px}M{at[0]} {at[1] + 3 * px}V{at[1] + 11 * px}"
          class="cross"
          stroke-width={1.6 * px}
        />
      {/if}
    </g>
  </svg>
  <LookingButtons {looking}
    ><span class="figure text-sm text-soft"
      >{#if at}{t('recorder.place', { x: at[0].toFixed(0), y: at[1].toFixed(0) })}{/if}</span
    ></LookingButtons
  >
  <p class="sr-only" id="record-keys">{t('recorder.drawingKeys')}</p>
</div>

<style>
  .record {
    display: flex;
    flex-direction: column;
    height: 100%;
    min-height: 0;
  }
  .record :global(svg.drawing) {
    flex: 1;
    min-height: 0;
  }
  .face {
    fill: var(--depth-0);
    stroke: var(--drawn);
    stroke-width: 0.6;
  }
  .tapping {
    cursor: crosshair;
  }
  .overPhoto :global(.body) {
    fill-opacity: 0.12;
    stroke-width: 0.9;
  }
  .overPhoto :global(.part .ink) {
    display: none;
  }
  .touch {
    fill: transparent;
  }
  .crowded {
    fill: none;
    stroke: var(--warn);
    stroke-width: 0.8;
    stroke-dasharray: 2 1.4;
  }
  .draft {
    fill: color-mix(in oklab, var(--now) 14%, transparent);
    stroke: var(--now);
    pointer-events: none;
  }
  .corner {
    fill: var(--now);
    stroke: var(--sheet);
    pointer-events: none;
  }
  .cross {
    stroke: var(--now);
    pointer-events: none;
  }
</style>
