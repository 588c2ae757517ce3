<script lang="ts">
  import { onMount } from 'svelte';
  import { alignLegs, stretches, whyInList, type Plan, type Step } from '$core/plan';
  import { driveOf, legName, toolName } from '$core/words';
  import Term from '../Term.svelte';
  import StepCell from './StepCell.svelte';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /**
   * Both legs side by side: the way down reads from the top, the way up from below, each step beside its mirror. Two lists in the
   * order of the work, laid into the rows of one grid; where there is room for one leg only, the other is turned to.
   */
  let { plan, chosen, onselect }: { plan: Plan; chosen?: Step; onselect: (step: Step) => void } = $props();

  const all = $derived(alignLegs(plan));
  /** A long plan is on the screen as soon as a short one: a screenful first, the rest in the frame after. */
  const SCREENFUL = 26;
  let isWhole = $state(false);
  onMount(() => {
    const frame = requestAnimationFrame(() => setTimeout(() => (isWhole = true)));
    return () => cancelAnimationFrame(frame);
  });
  /** Each with its place in the grid, below the tests. */
  const rows = $derived((isWhole ? all : all.slice(0, SCREENFUL)).map((row, i) => ({ ...row, at: i + 2 })));
  const lists = $derived({
    down: rows.flatMap(({ down, at }) => (down ? [{ step: down, at }] : [])),
    up: rows.flatMap(({ up, at }) => (up ? [{ step: up, at }] : [])).reverse()
  });
  const swaps = $derived(plan.steps.filter((s) => s.leg === 'swap'));
  const tests = $derived(plan.steps.filter((s) => s.leg === 'prove'));
  const number = $derived(new Map(plan.steps.map((s, i) => [s.id, i + 1])));
  const tools = $derived(new Map(stretches(plan).map((s) => [s.step, s])));
  const live = $derived(new Set(plan.energised));
  const deepest = $derived(Math.max(1, ...plan.steps.map((s) => s.depth ?? 0)));
  /** The shade of the sounding beside a row: how deep in the machine it is. */
  const band = (row: { down?: Step; up?: Step }) =>
    Math.min(5, Math.floor((((row.down ?? row.up)!.depth ?? 0) / deepest) * 5.99));

  type Leg = 'down' | 'up';
  const legOf = (step: Step | undefined): Leg => (step?.leg === 'up' || step?.leg === 'prove' ? 'up' : 'down');
  let shown = $derived(legOf(chosen));
  function turn(to: Leg) {
    const mirror = plan.steps.find((s) => s.id === chosen?.mirror);
    if (mirror && to !== legOf(chosen)) onselect(mirror);
    shown = to;
  }
  /** A wipe of so many pixels turns to the other leg. */
  const WIPE = 70;
  let touchedAt = 0;
  function wiped(x: number) {
    if (Math.abs(x - touchedAt) > WIPE) turn(x < touchedAt ? 'up' : 'down');
  }

  /** One stop for the Tab key in each list: the chosen step, else the first; arrow keys go on from there. */
  const stopOf = (list: readonly { step: Step }[]) =>
    (list.find(({ step }) => step.id === chosen?.id) ?? list[0])?.step.id;
  const stops = $derived(new Set([stopOf(lists.down), stopOf(lists.up)]));
  function walk(event: KeyboardEvent) {
    const by = { ArrowDown: 1, ArrowUp: -1, Home: -Infinity, End: Infinity }[event.key];
    const list = (['down', 'up'] as const).find((leg) => lists[leg].some(({ step }) => step.id === chosen?.id));
    if (!by || !list) return;
    // What is below on the screen comes next, and on the way up that is earlier work.
    const steps = list === 'down' ? lists.down : [...lists.up].reverse();
    const at = steps.findIndex(({ step }) => step.id === chosen!.id);
    const next = steps[Math.max(0, Math.min(steps.length - 1, at + by))]!.step;
    event.preventDefault();
    onselect(next);
    document.getElementById(`step-${next.id}`)?.focus({ preventScroll: true });
  }
</script>

{#snippet list(leg: Leg)}
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions (the buttons in it are what is worked) -->
  <ol class="leg {leg}" aria-label={told(legName(leg))} onkeydown={walk}>
    {#each lists[leg] as { step, at } (step.id)}
      {@const tool = tools.get(step.id)}
      <li class="contents">
        <span
          class="bit {tool?.starts ? 'starts' : ''} {tool?.tool ? '' : 'none'}"
          style:grid-row={at}
          title={tool?.tool && told(toolName(tool.tool))}
          >{tool?.starts ? (driveOf(tool.tool!) ?? told(toolName(tool.tool!))) : ''}</span
        >
        <StepCell
          {step}
          why={whyInList(plan, step)}
          row={at}
          isLive={live.has(step.id)}
          number={number.get(step.id)!}
          mirror={step.mirror === undefined ? undefined : number.get(step.mirror)}
          isChosen={step.id === chosen?.id}
          isStop={stops.has(step.id)}
          {onselect}
        />
      </li>
    {/each}
  </ol>
{/snippet}

<div class="mb-2 flex gap-1 md:hidden" role="group" aria-label={t('plan.partOfThePlan')}>
  {#each ['down', 'up'] as const as leg (leg)}
    <button
      type="button"
      class="button flex-1 {shown === leg ? 'button-act' : ''}"
      aria-pressed={shown === leg}
      onclick={() => turn(leg)}>{told(legName(leg))}</button
    >
  {/each}
</div>
<!-- svelte-ignore a11y_no_static_element_interactions (the two buttons above do the same) -->
<div
  class="legs only-{shown}"
  ontouchstart={(e) => (touchedAt = e.changedTouches[0]!.clientX)}
  ontouchend={(e) => wiped(e.changedTouches[0]!.clientX)}
>
  {@render list('down')}
  {#each rows as row (row.at)}
    <div class="spine" style:grid-row={row.at} style:background="var(--depth-{band(row)})" aria-hidden="true">
      {#if row.down && row.up}<span class="tie"></span>{:else if row.down}<span class="stub left"></span>{:else}<span
          class="stub right"
        ></span>{/if}
    </div>
  {/each}
  <div class="turning my-2 rounded-lg border border-rule bg-sheet px-3 py-2" style:grid-row={rows.length + 2}>
    <p class="pb-1 text-sm font-semibold text-soft"><Term is="turningPoint">{t('plan.turningPoint')}</Term></p>
    {#each swaps as step (step.id)}<StepCell
        {step}
        number={number.get(step.id)!}
        isChosen={step.id === chosen?.id}
        {onselect}
      />{/each}
  </div>
  {@render list('up')}
  <details class="tests mb-1">
    <summary class="cursor-pointer px-2 py-1 text-soft"
      >{t('plan.thenTestWhatYouTouched', { n: t('count.test', { n: tests.length }) })}</summary
    >
    {#each tests as step (step.id)}<StepCell
        {step}
        number={number.get(step.id)!}
        isChosen={step.id === chosen?.id}
        {onselect}
      />{/each}
  </details>
</div>

<style>
  /* One flat grid: a box around each step would be laid out twice. */
  .legs {
    display: grid;
    grid-template-columns: 60px minmax(0, 1fr) 30px minmax(0, 1fr) 60px;
  }
  .leg {
    display: contents;
  }
  .down :global(.cell) {
    grid-column: 2;
  }
  .up :global(.cell) {
    grid-column: 4;
  }
  .tests {
    grid-row: 1;
    grid-column: 4 / -1;
  }
  .turning {
    grid-column: 1 / -1;
  }
  /* The bit in the hand runs along its stretch; a new one begins with its name. */
  .bit {
    position: relative;
    font-size: 0.72rem;
    font-weight: 650;
    line-height: 1.15;
    color: var(--ink-soft);
    padding: 5px 4px 0 3px;
    hyphens: auto;
    overflow-wrap: anywhere;
    overflow: hidden;
  }
  .down .bit {
    grid-column: 1;
    border-inline-end: 2px solid var(--rule-strong);
    margin-inline-end: 3px;
    text-align: end;
  }
  .up .bit {
    grid-column: 5;
    border-inline-start: 2px solid var(--rule-strong);
    margin-inline-start: 3px;
    padding-inline-start: 5px;
  }
  .leg .bit.none {
    border-color: transparent;
  }
  .down .bit.starts {
    border-top: 2px solid var(--rule-strong);
  }
  .up .bit.starts {
    border-bottom: 2px solid var(--rule-strong);
  }
  .spine {
    grid-column: 3;
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
    margin-inline-end: auto;
  }
  .stub.right {
    margin-inline-start: auto;
    border-color: var(--now);
  }
  /* A phone has room for one leg, in the order of its work. */
  @media screen and (width < 48rem) {
    .legs {
      display: flex;
      flex-direction: column;
    }
    .only-up .turning {
      order: -1;
    }
    .bit,
    .spine,
    .only-down > .up,
    .only-down > .tests,
    .only-up > .down {
      display: none;
    }
  }
</style>
