<script lang="ts">
  import type { Step } from '$core/plan';
  import type { Said } from '$core/language';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** One step of a leg in the plan's two columns. */
  interface Props {
    step: Step;
    number: number;
    /** The number of its mirror on the other leg. */
    mirror?: number;
    /** The row of the grid that it stands in. */
    row?: number;
    /** Why it stands elsewhere than its mirror, where the step before does not say so already. */
    why?: Said | undefined;
    isChosen: boolean;
    isLive?: boolean;
    /** Whether the Tab key stops here. */
    isStop?: boolean;
    onselect: (step: Step) => void;
  }
  let { step, number, mirror, row, why, isChosen, isLive = false, isStop = true, onselect }: Props = $props();

  const departs = $derived(step.leg === 'up' && step.departs !== undefined && step.do !== 'pose');
</script>

<button
  type="button"
  id="step-{step.id}"
  class="cell {isChosen ? 'chosen' : ''} {departs ? 'departs' : ''} {step.do === 'pose' ? 'pose' : ''} {step.do ===
    'move' || step.do === 'return'
    ? 'strong'
    : ''}"
  style:grid-row={row}
  tabindex={isStop ? 0 : -1}
  aria-pressed={isChosen}
  {...mirror === undefined ? {} : { 'aria-description': t('plan.itsMirrorIsStep', { mirror }) }}
  onclick={() => onselect(step)}
>
  <span class="figure number">{number}</span>
  <span class="min-w-0">
    <span class="block"
      >{told(step.text)}{#if isLive}<span class="mark">{t('plan.live2')}</span>{/if}{#if step.unheld}<span class="mark"
          >{t('plan.notHeld2')}</span
        >{/if}</span
    >
    {#if departs && why}<span class="why">{told(why)}</span>{/if}
  </span>
</button>

<style>
  .cell {
    display: flex;
    width: 100%;
    gap: 0.6em;
    align-items: baseline;
    text-align: start;
    border-radius: 5px;
    padding: 3px 8px;
    border: 1px solid transparent;
    cursor: pointer;
    font-size: 0.93rem;
    line-height: 1.3;
    scroll-margin: 60px;
  }
  .cell:hover {
    background: var(--sheet);
    border-color: var(--rule);
  }
  .number {
    color: var(--ink-soft);
    font-size: 0.8rem;
    min-width: 3ch;
    flex-shrink: 0;
    text-align: end;
  }
  .strong {
    font-weight: 650;
  }
  .pose {
    font-style: italic;
    color: var(--ink-soft);
  }
  .departs {
    border-inline-start: 3px dashed var(--now);
    border-radius: 0 5px 5px 0;
  }
  .why {
    display: block;
    font-weight: 400;
    font-size: 0.86rem;
    color: var(--now);
  }
  .mark {
    margin-inline-start: 0.6em;
    padding: 0 0.4em;
    border-radius: 3px;
    font-size: 0.8rem;
    font-style: normal;
    font-weight: 600;
    background: var(--warn-wash);
    color: var(--ink);
    white-space: nowrap;
  }
  .chosen,
  .chosen:hover {
    background: var(--now);
    border-color: var(--now);
    color: var(--on-now);
  }
  .chosen .number,
  .chosen .why {
    color: inherit;
  }
  /* On paper no step is chosen. */
  @media print {
    .chosen {
      background: none;
      border-color: transparent;
      color: inherit;
    }
  }
</style>
