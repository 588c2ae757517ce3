<script lang="ts">
  import { doubtLines, mayBeBegun, type JobState } from '$core/job';
  import type { Said } from '$core/language';
  import type { Plan } from '$core/plan';
  import { useWords } from '$lib/words';
  import { sayOfJob } from '../say';

  const { t, told } = useWords();

  /** What the check finds wrong with a plan, where, and a lead's word on it. */
  interface Props {
    plan: Plan;
    job: number;
    state: JobState;
    /** Whether it is still to be begun, and whether this person may let it be. */
    isPlanned: boolean;
    isLead: boolean;
    onselect: (step: Plan['steps'][number]) => void;
  }
  let { plan, job, state: known, isPlanned, isLead, onselect }: Props = $props();

  const doubts = $derived(
    (plan.doubts ?? []).map(({ step, text }) => ({ at: plan.steps.findIndex((s) => s.id === step), text }))
  );
  let why = $state('');
  let problem = $state.raw<Said>();
  async function answerFor(event: SubmitEvent) {
    event.preventDefault();
    problem = await sayOfJob(job, { is: 'begun-doubted', doubts: doubtLines(plan), why });
  }
</script>

<section
  class="border-b border-rule bg-now-wash px-4 py-2.5 max-lg:order-1 lg:max-h-[45%] lg:overflow-y-auto"
  aria-labelledby="doubts"
>
  <h2 id="doubts" class="text-base font-semibold">{t('plan.doubted', { n: doubts.length })}</h2>
  <p class="text-sm">{t('plan.doubtedMeans')}</p>
  <ul class="mt-1.5 space-y-1">
    {#each doubts as { at, text }, i (i)}
      <li class="flex gap-2 text-sm">
        {#if at >= 0}<button type="button" class="link shrink-0" onclick={() => onselect(plan.steps[at]!)}
            >{t('plan.doubtedStep', { number: at + 1 })}</button
          >{/if}
        <span class="code min-w-0" lang="en">{text}</span>
      </li>
    {/each}
  </ul>
  {#if known.begunDoubted && mayBeBegun(plan, known)}
    <p class="mt-2 text-sm">
      <b>{t('plan.doubtedAllowed', { by: known.begunDoubted.by })}</b>
      {known.begunDoubted.why}
    </p>
  {:else if isPlanned && isLead}
    <form class="no-print mt-2 flex gap-2" onsubmit={answerFor}>
      <input
        class="field min-w-0 flex-1"
        required
        maxlength="500"
        aria-label={t('plan.doubtedWhy')}
        placeholder={t('plan.doubtedWhy')}
        bind:value={why}
      />
      <button class="button">{t('plan.doubtedAllow')}</button>
    </form>
    {#if problem}<p role="alert" class="mt-1.5 text-sm text-now">{told(problem)}</p>{/if}
  {:else if isPlanned}<p class="mt-2 text-sm">{t('plan.doubtedLead')}</p>{/if}
</section>
