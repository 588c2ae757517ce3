<script lang="ts">
  import type { Model } from '$core/machine';
  import { explain, pinchWords, type Plan, type Step } from '$core/plan';
  import { ScrewPicture } from '$lib/ui/drawing';
  import { duration } from '$lib/ui/format';
  import CornerDownRight from '@lucide/svelte/icons/corner-down-right';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';

  /** One step in full: what to do, what to mind, and why it is in the plan. */
  let { model, plan, step, onselect }: { model: Model; plan: Plan; step: Step; onselect: (step: Step) => void } =
    $props();

  const index = $derived(plan.steps.indexOf(step));
  const reasons = $derived(explain(plan, step));
  const joint = $derived(step.joint ? model.joint(step.joint) : undefined);
  const numberOf = (id: string) => plan.steps.findIndex((s) => s.id === id) + 1;
</script>

<div class="space-y-3">
  <div class="flex items-start gap-4">
    <div class="flex-1">
      <p class="text-sm text-soft">
        Step {index + 1} of {plan.steps.length}, {duration(step.seconds)}{step.tool ? `, ${step.tool}` : ''}
      </p>
      <h2 class="mt-0.5 text-lg">{step.text}</h2>
      {#if step.detail}<p class="mt-1">{step.detail}</p>{/if}
    </div>
    {#if joint?.kind === 'screws'}<ScrewPicture screw={joint.screw} pxPerMm={8} />{/if}
  </div>
  {#each step.cautions as caution, i (i)}
    <p class="flex gap-2 rounded-md px-3 py-2 {caution.harm ? 'bg-now-wash font-semibold' : 'bg-warn-wash'}">
      <TriangleAlert size={18} class="mt-0.5 shrink-0" aria-hidden="true" />{caution.text}
    </p>
  {/each}
  {#if step.tighten && step.tighten.order.length > 2}
    <p>
      Holes in turn, as the machine file numbers them: <span class="code"
        >{step.tighten.order.map((i) => i + 1).join(' ')}</span
      >
    </p>
  {/if}
  {#if step.departs && step.leg === 'up'}
    <p class="rounded-md border-l-4 border-now bg-sunk px-3 py-2">
      <span class="font-semibold">Not the mirror.</span>
      {step.departs}
    </p>
  {/if}
  {#if step.pinch.length > 0}
    <div>
      <h3 class="text-sm font-semibold text-soft">Cables to mind as it goes down</h3>
      <ul class="mt-1">
        {#each pinchWords(model, step) as { key, name, text } (key)}
          <li>{name} {text}.</li>
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
            <span
              >{reason.text}{#if reason.step}{' '}<button
                  type="button"
                  class="link"
                  onclick={() => onselect(plan.steps.find((s) => s.id === reason.step)!)}
                  >Step {numberOf(reason.step)}</button
                >{/if}{#if reason.figures}<span class="block text-sm text-soft">{reason.figures}</span>{/if}</span
            >
          </li>
        {/each}
      </ol>
    </div>
  {/if}
</div>
