<script lang="ts">
  import type { Model } from '$core/machine';
  import { departsBesideCables, explain, pinchWords, type Plan, type Step } from '$core/plan';
  import { ScrewPicture } from '$lib/ui/drawing';
  import Term from '../Term.svelte';
  import { duration } from '$lib/ui/format';
  import CornerDownRight from '@lucide/svelte/icons/corner-down-right';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import { toolName } from '$core/words';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  /** One step in full: what to do, what to mind, and why it is in the plan. */
  let { model, plan, step, onselect }: { model: Model; plan: Plan; step: Step; onselect: (step: Step) => void } =
    $props();

  const index = $derived(plan.steps.indexOf(step));
  const reasons = $derived(explain(plan, step));
  const departs = $derived(step.leg === 'up' ? departsBesideCables(model, step) : undefined);
  const joint = $derived(step.joint ? model.joint(step.joint) : undefined);
  const numberOf = (id: string) => plan.steps.findIndex((s) => s.id === id) + 1;
</script>

<div class="space-y-3">
  <div class="flex items-start gap-4">
    <div class="flex-1">
      <p class="text-sm text-soft">
        {t('plan.stepOf', {
          index: index + 1,
          n: plan.steps.length,
          seconds: duration(step.seconds),
          tool: step.tool ? t('plan.stepTool', { tool: toolName(step.tool) }) : ''
        })}
      </p>
      <h2 class="mt-0.5 text-lg">{told(step.text)}</h2>
      {#if step.detail}<p class="mt-1">{told(step.detail)}</p>{/if}
    </div>
    {#if joint?.kind === 'screws'}<ScrewPicture screw={joint.screw} pxPerMm={8} />{/if}
  </div>
  {#each step.cautions as caution, i (i)}
    <p class="flex gap-2 rounded-md px-3 py-2 {caution.harm ? 'bg-now-wash font-semibold' : 'bg-warn-wash'}">
      <TriangleAlert size={18} class="mt-0.5 shrink-0" aria-hidden="true" />{told(caution.text)}
    </p>
  {/each}
  {#if step.tighten && step.tighten.order.length > 2}
    <p>
      <Rich text={t('plan.holesInThisOrderAsThe', { order: step.tighten.order.map((i) => i + 1).join(' ') })}
        >{#snippet soft(text)}<span class="code">{text}</span>{/snippet}</Rich
      >
    </p>
  {/if}
  {#if departs}
    <p class="rounded-md border-s-4 border-now bg-sunk px-3 py-2">
      <span class="font-semibold"><Term is="mirror">{t('plan.differentFromDisassembly')}</Term></span>
      {told(departs)}
    </p>
  {/if}
  {#if step.pinch.length > 0}
    <div>
      <h3 class="text-sm font-semibold text-soft">{t('plan.cablesToWatchAsItGoes')}</h3>
      <ul class="mt-1">
        {#each pinchWords(model, step) as { key, name, text, at } (key)}
          <li>
            {told(name)}
            {told(text)}.{#if at}{' '}<span class="text-soft">{told(at)}</span>{/if}
          </li>
        {/each}
      </ul>
    </div>
  {/if}
  {#if reasons.length > 0}
    <div>
      <h3 class="text-sm font-semibold text-soft">{t('plan.whyIsThisHere')}</h3>
      <ol class="mt-1 space-y-1">
        {#each reasons as reason, i (i)}
          <li class="flex gap-2" style:padding-left="{Math.min(i, 5) * 12}px">
            {#if i > 0}<CornerDownRight size={16} class="mt-0.5 shrink-0 text-soft" aria-hidden="true" />{/if}
            <span
              >{told(reason.text)}{#if reason.step}{' '}<button
                  type="button"
                  class="link"
                  onclick={() => onselect(plan.steps.find((s) => s.id === reason.step)!)}
                  >{t('plan.step', { step: numberOf(reason.step) })}</button
                >{/if}{#if reason.figures}<span class="block text-sm text-soft">{told(reason.figures)}</span>{/if}</span
            >
          </li>
        {/each}
      </ol>
    </div>
  {/if}
</div>
