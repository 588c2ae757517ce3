<script lang="ts">
  import { modelOf } from '$core/machine';
  import { alignLegs, explain, goalParts, zoneAt, type Step } from '$core/plan';
  import { machineAfter } from '$core/run';
  import DepthScale from '$lib/ui/DepthScale.svelte';
  import DiveProfile from '$lib/ui/DiveProfile.svelte';
  import { MachineDrawing, ScrewPicture } from '$lib/ui/drawing';
  import { duration, plural } from '$lib/ui/format';
  import StepCell from '$lib/ui/StepCell.svelte';
  import CornerDownRight from '@lucide/svelte/icons/corner-down-right';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';

  let { data } = $props();
  const model = $derived(modelOf(data.machine));
  const plan = $derived(data.plan);
  const rows = $derived(alignLegs(plan));
  const swaps = $derived(plan.steps.filter((s) => s.leg === 'swap'));
  const tests = $derived(plan.steps.filter((s) => s.leg === 'prove'));
  const goals = $derived(goalParts(plan.goals));

  let chosenId = $state('');
  const index = $derived(Math.max(0, plan.steps.findIndex((s) => s.id === chosenId)));
  const chosen = $derived(plan.steps[index]!);
  const before = $derived(machineAfter(model, plan, (s) => plan.steps.indexOf(s) < index));
  const zone = $derived(zoneAt(plan, index) ?? data.machine.zones[0]!.id);
  const reasons = $derived(explain(plan, chosen));
  const joint = $derived(chosen.joint ? model.joint(chosen.joint) : undefined);
  const number = $derived(new Map(plan.steps.map((s, i) => [s.id, i + 1])));

  function select(step: Step) {
    chosenId = step.id;
    document.getElementById(`step-${step.id}`)?.scrollIntoView({ block: 'nearest' });
  }

  /** Arrow keys walk the plan in the order of work, from wherever the focus is among the steps. */
  function walk(event: KeyboardEvent) {
    const by = { ArrowRight: 1, ArrowLeft: -1, j: 1, k: -1 }[event.key];
    if (!by || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.target instanceof HTMLElement && event.target.closest('input, textarea, select')) return;
    const next = plan.steps[index + by];
    if (!next) return;
    event.preventDefault();
    select(next);
    document.getElementById(`step-${next.id}`)?.focus({ preventScroll: true });
  }
</script>

<svelte:window onkeydown={walk} />
<svelte:head><title>Plan of job {data.job.number} · Eager Wrench</title></svelte:head>

<div class="grid h-[calc(100vh-52px)] grid-cols-[minmax(0,1fr)_minmax(430px,38%)]">
  <section class="flex min-h-0 flex-col border-r border-rule" aria-label="Both legs of the plan">
    <div class="flex items-start gap-6 border-b border-rule bg-sheet px-5 py-3">
      <div class="min-w-0 flex-1">
        <h1 class="text-xl">Job {data.job.number}: {swaps.map((s) => s.part && model.part(s.part).name.toLowerCase()).join(', ')}</h1>
        <p class="truncate text-soft">{data.machine.maker} {data.machine.model} {data.machine.revision}, {data.job.customer}</p>
      </div>
      <p class="text-right"><span class="text-xl font-semibold">{duration(plan.times.p50)}</span><br /><span class="text-sm text-soft">{duration(plan.times.p80)} on the safe side</span></p>
      {#if data.job.stage === 'planned'}
        {#if data.person?.role !== 'trainee'}
          <form method="POST" action="?/start"><button class="button button-now">Start at the bench</button></form>
        {/if}
      {:else}
        <a class="button button-act" href="/jobs/{data.job.number}/{data.job.stage === 'closed' ? 'report' : 'bench'}">{data.job.stage === 'closed' ? 'Report' : 'Back to the bench'}</a>
      {/if}
    </div>
    <div class="grid grid-cols-[minmax(0,1fr)_34px_minmax(0,1fr)] border-b border-rule bg-sunk px-3 py-1.5 text-sm font-semibold">
      <span>Way down, read from the top</span><span></span><span>Way up, read from the bottom</span>
    </div>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
    <div class="min-h-0 flex-1 overflow-y-auto px-3 py-2" tabindex="0" role="region" aria-label="Steps">
      <div class="grid grid-cols-[minmax(0,1fr)_34px_minmax(0,1fr)]">
        <span></span><span></span>
        <details class="mb-1">
          <summary class="cursor-pointer px-2 py-1 text-soft">Then prove what was touched: {plural(tests.length, 'test')}</summary>
          {#each tests as step (step.id)}<StepCell {step} number={number.get(step.id)!} isChosen={step.id === chosen.id} onselect={select} />{/each}
        </details>
        {#each rows as row, i (i)}
          <div class="py-px">{#if row.down}<StepCell step={row.down} number={number.get(row.down.id)!} isChosen={row.down.id === chosen.id} onselect={select} />{/if}</div>
          <div class="spine" aria-hidden="true">
            {#if row.down && row.up}<span class="tie"></span>{:else if row.down}<span class="stub left"></span>{:else}<span class="stub right"></span>{/if}
          </div>
          <div class="py-px">{#if row.up}<StepCell step={row.up} number={number.get(row.up.id)!} isChosen={row.up.id === chosen.id} onselect={select} />{/if}</div>
        {/each}
        <div class="col-span-3 my-2 rounded-lg border border-rule bg-sheet px-3 py-2">
          <p class="pb-1 text-sm font-semibold text-soft">Turning point</p>
          {#each swaps as step (step.id)}<StepCell {step} number={number.get(step.id)!} isChosen={step.id === chosen.id} onselect={select} />{/each}
        </div>
      </div>
    </div>
    <div class="border-t border-rule bg-sheet px-4 pt-2 pb-1.5"><div class="h-24"><DiveProfile {plan} at={index} onselect={(i) => select(plan.steps[i]!)} /></div></div>
  </section>

  <section class="flex min-h-0 flex-col overflow-y-auto bg-sheet" aria-label="The chosen step">
    <div class="grid h-[310px] shrink-0 grid-cols-[minmax(0,1fr)_158px] bg-sunk py-2 pl-2">
      <MachineDrawing {model} {zone} state={before} nowJoint={chosen.joint && chosen.leg !== 'swap' ? chosen.joint : undefined} nowPart={chosen.part} {goals} />
      <DepthScale {model} {plan} {zone} now={chosen.depth} gone={before.off} />
    </div>
    <div class="space-y-3 px-5 py-4">
      <div class="flex items-start gap-4">
        <div class="flex-1">
          <p class="text-sm text-soft">Step {index + 1} of {plan.steps.length}, {duration(chosen.seconds)}{chosen.tool ? `, ${chosen.tool}` : ''}</p>
          <h2 class="mt-0.5 text-lg">{chosen.text}</h2>
          {#if chosen.detail}<p class="mt-1">{chosen.detail}</p>{/if}
        </div>
        {#if joint?.kind === 'screws'}<ScrewPicture screw={joint.screw} pxPerMm={8} />{/if}
      </div>
      {#each chosen.cautions as caution (caution.text)}
        <p class="flex gap-2 rounded-md px-3 py-2 {caution.harm ? 'bg-now-wash font-semibold' : 'bg-warn-wash'}"><TriangleAlert size={18} class="mt-0.5 shrink-0" aria-hidden="true" />{caution.text}</p>
      {/each}
      {#if chosen.departs && chosen.leg === 'up'}
        <p class="rounded-md border-l-4 border-now bg-sunk px-3 py-2"><span class="font-semibold">Not the mirror.</span> {chosen.departs}</p>
      {/if}
      {#if chosen.pinch.length > 0}
        <div>
          <h3 class="text-sm font-semibold text-soft">Cables to mind as it goes down</h3>
          <ul class="mt-1">
            {#each chosen.pinch as pinch (pinch.cable + pinch.zone)}
              <li>{model.part(pinch.cable).name}: {pinch.where === 'under' ? 'lies under it, lay it first' : 'runs over it, hold it clear'}</li>
            {/each}
          </ul>
        </div>
      {/if}
      {#if reasons.length > 0}
        <div>
          <h3 class="text-sm font-semibold text-soft">Why is this here?</h3>
          <ol class="mt-1 space-y-1">
            {#each reasons as reason, i (reason.text)}
              <li class="flex gap-2" style:padding-left="{Math.min(i, 5) * 12}px">
                {#if i > 0}<CornerDownRight size={16} class="mt-0.5 shrink-0 text-soft" aria-hidden="true" />{/if}
                <span>{reason.text}{#if reason.step}{' '}<button type="button" class="link" onclick={() => select(plan.steps.find((s) => s.id === reason.step)!)}>Step {number.get(reason.step)}</button>{/if}</span>
              </li>
            {/each}
          </ol>
        </div>
      {/if}
      <details class="border-t border-rule pt-3" open={index === 0}>
        <summary class="cursor-pointer font-semibold">Have in hand</summary>
        <dl class="mt-2 grid grid-cols-[110px_1fr] gap-y-1.5">
          <dt class="text-soft">Spares</dt><dd>{#each plan.inHand.spares as s (s.part)}<span class="block">{s.name} <span class="code text-sm text-soft">{s.numbers.join(' or ')}</span></span>{:else}None{/each}</dd>
          <dt class="text-soft">Tools</dt><dd>{plan.inHand.tools.map((t) => (t.substitutes.length ? `${t.tool} (or ${t.substitutes.join(', ')})` : t.tool)).join(', ') || 'None'}</dd>
          <dt class="text-soft">Consumables</dt><dd>{#each plan.inHand.consumables as c (c.name)}<span class="block">{c.name}, {c.amount}</span>{:else}None{/each}</dd>
        </dl>
        <p class="mt-3 text-soft">
          {plan.energised.length === 0 ? 'Nothing is done while energised.' : `${plural(plan.energised.length, 'step')} before the power is away.`}
          The set of steps is {plan.set.proved ? 'proved to be the least work' : `within ${Math.round(plan.set.cost - plan.set.bound)} s of the least`}.
          Their order is {plan.order.proved ? 'proved to waste the fewest motions' : `within ${Math.round(plan.order.cost - plan.order.bound)} s of wasted motion of the best possible`}.
        </p>
      </details>
    </div>
  </section>
</div>

<style>
  .spine { position: relative; display: flex; align-items: center; justify-content: center; }
  .tie { width: 100%; height: 1px; background: var(--rule-strong); }
  .stub { width: 50%; height: 0; border-top: 1px dashed var(--rule-strong); }
  .stub.left { margin-right: auto; }
  .stub.right { margin-left: auto; border-color: var(--now); }
</style>
