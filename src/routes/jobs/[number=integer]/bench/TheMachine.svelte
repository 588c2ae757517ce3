<script lang="ts">
  import type { LedgerLine } from '$core/fasteners';
  import type { MachineState, Model } from '$core/machine';
  import type { Plan, Step } from '$core/plan';
  import DepthScale from '$lib/ui/DepthScale.svelte';
  import DiveProfile from '$lib/ui/DiveProfile.svelte';
  import { MachineDrawing } from '$lib/ui/drawing';
  import { useWords } from '$lib/words';
  import InHand from './InHand.svelte';

  const { t } = useWords();

  /** The machine as it is at a step, how deep one is, the screws that are out, and the whole way with where one stands on it. */
  interface Props {
    model: Model;
    plan: Plan;
    state: MachineState;
    zone: string;
    step: Step | undefined;
    at: number;
    /** The joint that a panel points at, in place of the step's. */
    pointed: string | undefined;
    /** The thing that a list points at. */
    lit: string | undefined;
    goals: readonly string[];
    near: boolean;
    inHand: readonly LedgerLine[];
    onfound: (() => void) | undefined;
    onselect: (index: number) => void;
  }
  let { model, plan, state, zone, step, at, pointed, lit, goals, near, inHand, onfound, onselect }: Props = $props();

  const joint = $derived(step?.joint ? model.joint(step.joint) : undefined);
</script>

<section
  class="flex min-h-0 flex-col border-rule max-lg:order-1 max-lg:flex-1 max-lg:border-t lg:border-s"
  aria-label={t('bench.theMachine')}
  data-tour="machine"
>
  <div
    class="grid min-h-[44dvh] flex-1 grid-cols-1 py-3 ps-3 max-md:pe-3 md:grid-cols-[minmax(0,1fr)_158px] lg:min-h-0"
  >
    <MachineDrawing
      {model}
      {zone}
      {state}
      nowJoint={pointed ?? (step && step.leg !== 'swap' ? step.joint : undefined)}
      nowPart={step?.part}
      holes={step?.tighten?.order ??
        (step?.do === 'open' && joint?.kind === 'screws' ? joint.screw.printedOrder : undefined)}
      minded={pointed ? [] : step?.pinch}
      {lit}
      {goals}
      near={near && lit === undefined}
      letterPx={15}
    />
    <div class="min-h-0 max-md:hidden">
      <DepthScale {model} {plan} {zone} now={step?.depth} gone={state.off} />
    </div>
  </div>
  <InHand {model} lines={inHand} {onfound} />
  <div class="border-t border-rule bg-sheet px-4 pt-2 pb-1">
    <div class="h-26">
      <DiveProfile {plan} {at} {onselect} />
    </div>
  </div>
</section>
