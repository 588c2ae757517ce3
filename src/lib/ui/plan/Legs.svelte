<script lang="ts">
  import { onMount } from 'svelte';
  import { alignLegs, stretches, type Plan, type Step } from '$core/plan';
  import { plural } from '$lib/ui/format';
  import StepCell from './StepCell.svelte';

  /** Both legs side by side: the way down reads from the top, the way up from below, each step beside its mirror. */
  let { plan, chosen, onselect }: { plan: Plan; chosen?: string; onselect: (step: Step) => void } = $props();

  const all = $derived(alignLegs(plan));
  /** A long plan is on the screen as soon as a short one: a screenful first, the rest in the frame after. */
  const SCREENFUL = 26;
  let isWhole = $state(false);
  onMount(() => {
    const frame = requestAnimationFrame(() => setTimeout(() => (isWhole = true)));
    return () => cancelAnimationFrame(frame);
  });
  const rows = $derived(isWhole ? all : all.slice(0, SCREENFUL));
  const swaps = $derived(plan.steps.filter((s) => s.leg === 'swap'));
  const tests = $derived(plan.steps.filter((s) => s.leg === 'prove'));
  const number = $derived(new Map(plan.steps.map((s, i) => [s.id, i + 1])));
  const tools = $derived(new Map(stretches(plan).map((s) => [s.step, s])));
  const live = $derived(new Set(plan.energised));
  const deepest = $derived(Math.max(1, ...plan.steps.map((s) => s.depth ?? 0)));
  /** The shade of the sounding beside a row: how deep in the machine it is. */
  const band = (row: { down?: Step; up?: Step }) =>
    Math.min(5, Math.floor((((row.down ?? row.up)!.depth ?? 0) / deepest) * 5.99));
</script>

{#snippet bit(step: Step | undefined, side: 'left' | 'right')}
  {@const tool = step && tools.get(step.id)}
  <span class="bit {side} {tool?.starts ? 'starts' : ''} {tool?.tool ? '' : 'none'}" title={tool?.tool}
    >{tool?.starts ? tool.tool!.replace(/^driver /, '') : ''}</span
  >
{/snippet}

{#snippet cell(step: Step | undefined)}
  {#if step}<StepCell
      {step}
      isLive={live.has(step.id)}
      number={number.get(step.id)!}
      isChosen={step.id === chosen}
      {onselect}
    />{:else}<span></span>{/if}
{/snippet}

<div class="legs">
  <details class="tests mb-1">
    <summary class="cursor-pointer px-2 py-1 text-soft"
      >Then prove what was touched: {plural(tests.length, 'test')}</summary
    >
    {#each tests as step (step.id)}<StepCell
        {step}
        number={number.get(step.id)!}
        isChosen={step.id === chosen}
        {onselect}
      />{/each}
  </details>
  {#each rows as row, i (i)}
    {@render bit(row.down, 'left')}
    {@render cell(row.down)}
    <div class="spine" style:background="var(--depth-{band(row)})" aria-hidden="true">
      {#if row.down && row.up}<span class="tie"></span>{:else if row.down}<span class="stub left"></span>{:else}<span
          class="stub right"
        ></span>{/if}
    </div>
    {@render cell(row.up)}
    {@render bit(row.up, 'right')}
  {/each}
  <div class="col-span-5 my-2 rounded-lg border border-rule bg-sheet px-3 py-2">
    <p class="pb-1 text-sm font-semibold text-soft">Turning point</p>
    {#each swaps as step (step.id)}<StepCell
        {step}
        number={number.get(step.id)!}
        isChosen={step.id === chosen}
        {onselect}
      />{/each}
  </div>
</div>

<style>
  /* One flat grid: a box around each step would be laid out twice. */
  .legs {
    display: grid;
    grid-template-columns: 54px minmax(0, 1fr) 30px minmax(0, 1fr) 54px;
  }
  .tests {
    grid-column: 4 / -1;
  }
  /* The bit in the hand runs along its stretch; a new one begins with its name. */
  .bit {
    position: relative;
    font-size: 0.72rem;
    font-weight: 650;
    line-height: 1.15;
    color: var(--ink-soft);
    padding: 5px 4px 0 3px;
    overflow: hidden;
  }
  .bit.left {
    border-right: 2px solid var(--rule-strong);
    margin-right: 3px;
    text-align: right;
  }
  .bit.right {
    border-left: 2px solid var(--rule-strong);
    margin-left: 3px;
    padding-left: 5px;
  }
  .bit.none {
    border-color: transparent !important;
  }
  .bit.left.starts {
    border-top: 2px solid var(--rule-strong);
  }
  .bit.right.starts {
    border-bottom: 2px solid var(--rule-strong);
  }
  .spine {
    position: relative;
    display: flex;
    align-items: center;
    justify-content: center;
  }
  .tie {
    width: 100%;
    height: 1px;
    background: var(--rule-strong);
  }
  .stub {
    width: 50%;
    height: 0;
    border-top: 1px dashed var(--rule-strong);
  }
  .stub.left {
    margin-right: auto;
  }
  .stub.right {
    margin-left: auto;
    border-color: var(--now);
  }
</style>
