<script lang="ts">
  import type { Model } from '$core/machine';
  import { type Plan } from '$core/plan';
  import { goalParts } from '$core/goals';
  import { named, useWords } from '$lib/words';

  const { t, told } = useWords();

  /** The depth of the machine as a scale along the drawing: what lies at which level, how deep one is, where the target lies; without a plan the scale alone. */
  let {
    model,
    plan,
    zone,
    now,
    gone
  }: { model: Model; plan?: Plan; zone: string; now?: number; gone: ReadonlySet<string> } = $props();

  const TOP = 12;
  /** Letters of a name that have room beside the scale. */
  const LONGEST = 21;
  let H = $state(300);
  const goals = $derived(new Set(goalParts(plan?.goals ?? [])));
  const moved = $derived(new Set(plan?.steps.flatMap((s) => (s.do === 'move' && s.part ? [s.part] : []))));
  const levels = $derived.by(() => {
    const found = model.machine.parts
      .filter((p) => moved.has(p.id))
      .flatMap((p) =>
        p.shapes
          .filter((s) => s.zone === zone)
          .map((s) => ({ id: p.id, name: told(named(model, p.name)), depth: s.depth[0], isGoal: goals.has(p.id) }))
      )
      .sort((a, b) => a.depth - b.depth || Number(b.isGoal) - Number(a.isGoal));
    return found;
  });
  const deepest = $derived(Math.max(4, Math.ceil(Math.max(now ?? 0, ...levels.map((l) => l.depth)) + 1)));
  const y = (mm: number) => TOP + (mm / deepest) * (H - 2 * TOP);
  /** Names one below the other, as near to their depth as they fit; what does not fit is left out, the targets last. */
  const placed = $derived.by(() => {
    const rows =
      levels.length > 16
        ? [...levels.filter((l) => l.isGoal), ...levels.filter((l) => !l.isGoal)]
            .slice(0, 16)
            .sort((a, b) => a.depth - b.depth)
        : levels;
    let last = -Infinity;
    const down = rows.map((level) => ({ ...level, at: (last = Math.max(y(level.depth), last + 15)) }));
    const over = last - (H - 6);
    return over > 0 ? down.map((l, i) => ({ ...l, at: l.at - (over * (i + 1)) / down.length })) : down;
  });
</script>

<div class="h-full min-h-0 overflow-hidden" bind:clientHeight={H}>
  <svg
    width="100%"
    height={H}
    role="img"
    aria-label={t('common.depthScaleMm', { deepest, now: now === undefined ? '' : t('common.nowAtMm', { now }) })}
  >
    {#each Array.from({ length: deepest + 1 }, (_, i) => i) as mm (mm)}
      <path d="M26 {y(mm)}h{mm % 2 === 0 ? 8 : 5}" class="tick" />
      {#if mm % 2 === 0}<text x="21" y={y(mm) + 3.5} class="mm">{mm}</text>{/if}
    {/each}
    <path d="M26 {y(0)}V{y(deepest)}" class="tick" />
    {#each placed as level (level.id)}
      <path d="M35 {y(level.depth)}L44 {level.at}" class="tick" />
      <text x="47" y={level.at + 3.8} class="name" class:goal={level.isGoal} class:gone={gone.has(level.id)}
        >{level.name.length > LONGEST ? `${level.name.slice(0, LONGEST - 1).trimEnd()}…` : level.name}</text
      >
    {/each}
    {#if now !== undefined}
      <path d="M26 {y(now)}l-9 -5.5v11Z" class="now" />
    {/if}
  </svg>
</div>

<style>
  .tick {
    stroke: var(--rule-strong);
    stroke-width: 1;
    fill: none;
  }
  .mm {
    font-size: 10px;
    text-anchor: end;
    fill: var(--ink-soft);
  }
  .name {
    font-size: 11.5px;
    fill: var(--ink);
  }
  .goal {
    fill: var(--act);
    font-weight: 700;
  }
  .gone {
    fill: var(--ink-soft);
    text-decoration: line-through;
  }
  .now {
    fill: var(--now);
  }
</style>
