<script lang="ts">
  import type { Plan } from '$core/plan';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** The job as a dive: steps from left to right, depth in the machine downwards, and where one is now. */
  let { plan, at, onselect }: { plan: Plan; at?: number; onselect?: (index: number) => void } = $props();

  const W = 1000;
  const H = 150;
  const TOP = 26;
  const BOTTOM = 128;

  /** A step without a depth of its own (a turn, a note) stays where the last one was; outside the machine is the surface. */
  const depths = $derived.by(() => {
    let last = 0;
    return plan.steps.map((s) => {
      if (s.leg === 'isolate' || s.leg === 'prove' || s.do === 'restore') last = 0;
      else if (s.depth !== undefined) last = s.depth;
      return last;
    });
  });
  const deepest = $derived(Math.max(2, ...depths));
  const x = (i: number) => 14 + ((i + 0.5) * (W - 28)) / Math.max(1, plan.steps.length);
  const y = (i: number) => TOP + ((BOTTOM - TOP) * (depths[i] ?? 0)) / deepest;
  const line = (from: number, to: number) =>
    Array.from({ length: Math.max(0, to - from) }, (_, k) => from + k)
      .map((i, k) => `${k === 0 ? 'M' : 'L'}${x(i)} ${y(i)}`)
      .join('');
  const turn = $derived(plan.steps.findIndex((s) => s.leg === 'swap'));
  const prove = $derived(plan.steps.findIndex((s) => s.leg === 'prove'));
  const bands = [0, 1, 2, 3, 4];

  function pick(event: MouseEvent & { currentTarget: SVGSVGElement }) {
    const box = event.currentTarget.getBoundingClientRect();
    const i = Math.floor(((event.clientX - box.left) / box.width) * plan.steps.length);
    onselect?.(Math.max(0, Math.min(plan.steps.length - 1, i)));
  }
</script>

<div class="flex h-full flex-col">
  <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_noninteractive_element_interactions (the list of steps does the same by keyboard) -->
  <svg
    viewBox="0 0 {W} {H}"
    preserveAspectRatio="none"
    role="img"
    aria-label={t('common.depthOfEachStepDownMm', { deepest })}
    class="min-h-0 w-full flex-1 {onselect ? 'cursor-pointer' : ''}"
    onclick={onselect ? pick : undefined}
  >
    {#each bands as band (band)}
      <rect
        x="0"
        y={TOP + (band * (BOTTOM - TOP)) / 5}
        width={W}
        height={(BOTTOM - TOP) / 5 + 8}
        style:fill="var(--depth-{band})"
      />
    {/each}
    {#if turn >= 0}
      <path d="M{x(turn)} {TOP - 8}V{BOTTOM + 8}" class="mark" vector-effect="non-scaling-stroke" />
    {/if}
    {#if prove >= 0}
      <path
        d="M{(x(prove - 1) + x(prove)) / 2} {TOP - 8}V{BOTTOM + 8}"
        class="mark"
        vector-effect="non-scaling-stroke"
      />
    {/if}
    <path d={line(0, plan.steps.length)} class="course" vector-effect="non-scaling-stroke" />
    {#if at !== undefined}
      <path d={line(0, Math.min(at + 1, plan.steps.length))} class="done" vector-effect="non-scaling-stroke" />
      {#if at < plan.steps.length}<path
          d="M{x(at)} {y(at)}h0.01"
          class="here"
          vector-effect="non-scaling-stroke"
        />{/if}
    {/if}
  </svg>
  <div class="relative h-5 shrink-0 text-sm text-soft" aria-hidden="true">
    <!-- The line is drawn from left to right whichever way one reads. -->
    <span class="absolute left-1">{t('common.down')}</span>
    {#if turn >= 0}<span class="absolute -translate-x-1/2" style:left="{x(turn) / 10}%">{t('common.swap')}</span>{/if}
    {#if prove >= 0}<span class="absolute -translate-x-full" style:left="{x(prove - 1) / 10 - 1}%"
        >{t('common.backUp')}</span
      ><span class="absolute right-1">{t('common.test')}</span>{/if}
  </div>
</div>

<style>
  .course {
    fill: none;
    stroke: var(--rule-strong);
    stroke-width: 2;
    stroke-linejoin: round;
  }
  .done {
    fill: none;
    stroke: var(--now);
    stroke-width: 3;
    stroke-linejoin: round;
  }
  .here {
    stroke: var(--now);
    stroke-width: 13;
    stroke-linecap: round;
  }
  .mark {
    stroke: var(--drawn-fine);
    stroke-width: 1;
    stroke-dasharray: 3 4;
  }
</style>
