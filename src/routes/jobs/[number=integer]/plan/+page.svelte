<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import { onDestroy, untrack } from 'svelte';
  import { laidBare } from '$core/drawing';
  import { mayBeBegun, settledAt } from '$core/job';
  import { modelOf } from '$core/machine';
  import { planRequest, zoneAt, type Step } from '$core/plan';
  import { WEIGHTS, type Weighting } from '$core/solve';
  import { machineAfter } from '$core/run';
  import { Draft } from '$lib/planning/draft.svelte';
  import { livePlan } from '$lib/planning/live-plan.svelte';
  import JobBar from '$lib/ui/JobBar.svelte';
  import Term from '$lib/ui/Term.svelte';
  import Tour from '$lib/ui/Tour.svelte';
  import DepthScale from '$lib/ui/DepthScale.svelte';
  import DiveProfile from '$lib/ui/DiveProfile.svelte';
  import { ExploreDrawing } from '$lib/ui/drawing';
  import { number } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import Choices from '$lib/ui/plan/Choices.svelte';
  import Doubts from '$lib/ui/plan/Doubts.svelte';
  import GoalPicker from '$lib/ui/plan/GoalPicker.svelte';
  import InHand from '$lib/ui/plan/InHand.svelte';
  import { picking } from '$lib/ui/plan/picking';
  import Legs from '$lib/ui/plan/Legs.svelte';
  import StepDetail from '$lib/ui/plan/StepDetail.svelte';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import ChevronRight from '@lucide/svelte/icons/chevron-right';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import { WAITS, jobWords, weightingName } from '$core/words';
  import { goalId, goalParts, type Goal } from '$core/goals';
  import { message, useWords } from '$lib/words';

  const { t, told } = useWords();

  let { data, form } = $props();
  const model = $derived(modelOf(data.machine));
  const mayChange = $derived(data.job.stage === 'planned' && data.person?.role !== 'trainee');

  const draft = untrack(
    () => new Draft({ goals: data.job.goals, weighting: data.job.weighting, avoid: data.job.avoid })
  );
  const live = livePlan(true);
  onDestroy(() => live.close());
  $effect(() => {
    if (data.job.stage !== 'planned') return;
    live.ask(
      draft.wish.goals.length > 0 ? planRequest(data, data.basis, draft.wish) : undefined,
      data.isWhole && !draft.isChanged ? data.plan : undefined
    );
  });
  /** The last plan stays while a newer one is made; on the bench it is the one that was started. */
  const plan = $derived(
    data.job.stage === 'planned' ? (live.plan ?? (draft.isChanged ? undefined : data.plan)) : data.plan
  );
  const problem = $derived(
    data.job.stage !== 'planned'
      ? null
      : draft.wish.goals.length === 0
        ? t('plan.nothingIsChosenYetChooseWhat')
        : (live.problem ?? (live.plan || draft.isChanged ? null : data.problem))
  );
  const goals = $derived(goalParts(draft.wish.goals));

  type View = 'step' | 'goals' | 'ways' | 'alongside' | 'hand';
  let view = $state<View>(untrack(() => (data.problem ? 'goals' : 'step')));
  const views: { id: View; name: string }[] = $derived([
    { id: 'step', name: t('plan.step2') },
    ...(mayChange
      ? [
          { id: 'goals', name: t('plan.whatToDo') } as const,
          { id: 'ways', name: t('plan.otherWays') } as const,
          { id: 'alongside', name: t('plan.whileYouAreThere') } as const
        ]
      : []),
    { id: 'hand', name: t('plan.haveReady') }
  ]);
  /** Where what keeps it from being opened is settled. */
  const first = $derived(
    data.job.waits === 'bench' || data.job.waits === 'draining' ? undefined : settledAt(data.job.waits)
  );
  let doing = $state<Goal['do']>('replace');
  /** The plan is made once more on the server, from what is known now. */
  let starting = $state(false);

  let chosenId = $state('');
  const index = $derived(
    plan
      ? Math.max(
          0,
          plan.steps.findIndex((s) => s.id === chosenId)
        )
      : 0
  );
  const chosen = $derived(plan?.steps[index]);
  /** While one chooses, the machine is laid bare; while one reads, it is as before the step. */
  const isBare = $derived(view === 'goals' || !plan);
  const before = $derived(
    isBare ? laidBare(model, goals) : machineAfter(model, plan!, (s) => plan!.steps.indexOf(s) < index)
  );
  let faceOfChoice = $state<string>();
  /** While one chooses, the machine stays as it lies; it turns with the steps that one reads. */
  const zone = $derived(faceOfChoice ?? (isBare ? undefined : zoneAt(plan!, index)) ?? data.machine.zones[0]!.id);

  function select(step: Step) {
    chosenId = step.id;
    faceOfChoice = undefined;
    view = 'step';
    // Where the page scrolls as a whole it stays at the drawing.
    if (matchMedia('(width >= 64rem)').matches)
      document.getElementById(`step-${step.id}`)?.scrollIntoView({ block: 'nearest' });
  }

  /** Arrow keys walk the plan in the order of work, from wherever the focus is among the steps. */
  function walk(event: KeyboardEvent) {
    if (event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [role=tablist]')) return;
    if (event.key === 'z' && (event.ctrlKey || event.metaKey) && draft.canUndo) {
      event.preventDefault();
      draft.undo();
      return;
    }
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!by || event.ctrlKey || event.metaKey || event.altKey) return;
    const next = plan?.steps[index + by];
    if (!next) return;
    event.preventDefault();
    select(next);
    document.getElementById(`step-${next.id}`)?.focus({ preventScroll: true });
  }

  const { goalOf, canPick } = $derived(picking(model, doing));

  function nextTab(event: KeyboardEvent) {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    const at = views.findIndex((v) => v.id === view);
    view = views[(at + by + views.length) % views.length]!.id;
    document.getElementById(`tab-${view}`)?.focus();
  }
</script>

<svelte:window onkeydown={walk} />
<svelte:head><title>{t('plan.planOfJobEagerWrench', { number: data.job.number })}</title></svelte:head>

<JobBar job={data.job} here="plan" />
<div
  class="grid grid-cols-1 lg:h-[calc(100dvh-var(--head)-2.5rem)] lg:grid-cols-[minmax(0,1fr)_minmax(480px,43%)] print:block! print:h-auto!"
>
  <section
    class="flex min-h-0 min-w-0 flex-col border-rule max-lg:contents lg:border-e"
    aria-label={t('plan.disassemblyAndReassembly')}
  >
    <div class="border-b border-rule bg-sheet px-5 pt-3 pb-2.5 max-lg:order-1 max-lg:px-3">
      <div class="flex items-start gap-5 max-lg:flex-wrap max-lg:gap-x-3 max-lg:gap-y-2">
        <div class="min-w-0 flex-1 max-md:min-w-full">
          <h1 class="text-xl">
            {t('plan.job', {
              number: data.job.number,
              goals: draft.wish.goals.length > 0 ? jobWords(model, draft.wish.goals) : t('plan.nothingChosen')
            })}
          </h1>
          <p class="text-soft">
            {data.machine.maker}
            {data.machine.model}
            {data.machine.revision}, {data.job.customer}
            {#if plan && !problem}<a
                class="no-print link ms-2 whitespace-nowrap"
                href="/jobs/{data.job.number}/rehearse">{t('plan.rehearse')}</a
              >{/if}
          </p>
        </div>
        {#if plan && !problem}<p class="shrink-0 text-end {live.waiting ? 'opacity-50' : ''}">
            <span class="text-xl font-semibold">{duration(plan.times.p50)}</span><br /><span class="text-sm text-soft"
              ><Term is="cautious">{t('plan.cautious', { p80: duration(plan.times.p80) })}</Term></span
            >
          </p>{/if}
        {#if data.job.stage !== 'planned'}
          <a class="button button-act" href="/jobs/{data.job.number}/{data.job.stage === 'closed' ? 'report' : 'bench'}"
            >{data.job.stage === 'closed' ? t('plan.report') : t('plan.backToTheBench')}</a
          >
        {:else if (mayChange || data.mayStart) && !draft.isChanged}
          {#if first}<a data-tour="start" class="button button-act text-center" href="/jobs/{data.job.number}/{first}"
              >{t('plan.notYet', { waits: WAITS[data.job.waits] })}</a
            >
          {:else}<form
              method="POST"
              action="?/start"
              use:enhance={() => {
                starting = true;
                return ({ update }) => update().finally(() => (starting = false));
              }}
            >
              <button
                class="button button-now"
                data-tour="start"
                disabled={!plan || !!problem || starting || !mayBeBegun(plan, data.state)}
                >{starting ? t('plan.starting') : t('plan.startAtTheBench')}</button
              >
            </form>{/if}
        {:else if mayChange}
          <form
            method="POST"
            action="?/keep"
            use:enhance={once({
              then:
                () =>
                async ({ result, update }) => {
                  if (result.type === 'success') draft.keep();
                  await update();
                }
            })}
          >
            <input type="hidden" name="wish" value={JSON.stringify(draft.wish)} />
            <button class="button button-act" disabled={!!problem || live.waiting}>{t('plan.savePlan')}</button>
          </form>
        {/if}
      </div>
      <div class="no-print mt-2 flex flex-wrap items-center gap-x-4 gap-y-1.5 text-sm lg:min-h-10">
        {#if mayChange}
          <label class="flex items-center gap-2"
            >{t('plan.order')}
            <select
              class="rounded border border-rule-strong bg-sheet px-2 py-1"
              value={draft.wish.weighting}
              onchange={(e) => draft.weigh(e.currentTarget.value as Weighting)}
            >
              {#each Object.keys(WEIGHTS) as w (w)}<option value={w}>{told(weightingName(w as Weighting))}</option
                >{/each}
            </select>
          </label>
          <button
            type="button"
            class="flex items-center gap-1 disabled:opacity-45"
            disabled={!draft.canUndo}
            onclick={() => draft.undo()}><Undo2 size={15} aria-hidden="true" /> {t('plan.undo')}</button
          >
        {/if}
        <a class="link" href="/jobs/{data.job.number}/compare">{t('plan.compare')}</a>
        <a class="link" href="/jobs/{data.job.number}/tray">{t('plan.tray')}</a>
        <a
          class="link whitespace-nowrap"
          href="/api/jobs/{data.job.number}/files/job-sheet.pdf?show"
          target="_blank"
          rel="noreferrer">{t('plan.jobSheet')}</a
        >
        <details class="relative">
          <summary class="link cursor-pointer whitespace-nowrap">{t('plan.files')}</summary>
          <ul
            class="sheet absolute z-20 mt-1 w-48 py-1 shadow-lg max-md:fixed max-md:inset-x-3 max-md:bottom-3 max-md:w-auto"
          >
            {#each [['plan.json', t('plan.planAsJson')], ['plan.md', t('plan.planAsMarkdown')], ['plan.csv', t('plan.stepsAsCsv')], ['drawing.svg', t('plan.drawingAsSvg')]] as [file, name] (file)}
              <li>
                <a
                  class="block px-3 py-1.5 hover:bg-sunk"
                  href="/api/jobs/{data.job.number}/files/{file}{file === 'drawing.svg' ? `?zone=${zone}` : ''}"
                  download>{name}</a
                >
              </li>
            {/each}
          </ul>
        </details>
        <span class="ms-auto min-w-44 text-end leading-tight text-soft max-lg:min-w-0" role="status"
          >{live.waiting
            ? t('plan.calculating')
            : draft.isChanged
              ? t('plan.changedNotSavedYet')
              : live.proving
                ? t('plan.checkingForAShorterOrder', {
                    gap:
                      live.gap === undefined
                        ? ''
                        : t('plan.atMostLongerThanTheShortest', { gap: number(Math.ceil(1000 * live.gap) / 10, 1) })
                  })
                : ''}</span
        >
      </div>
      {#if form?.message}<p role="alert" class="mt-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
          {told(form.message)}
        </p>{/if}
    </div>
    {#if problem || !plan}
      <div
        class="flex flex-1 flex-col items-center justify-center px-10 text-center max-lg:order-3 max-lg:px-4 max-lg:py-6"
      >
        <h2 class="text-xl">
          {draft.wish.goals.length === 0
            ? t('plan.nothingToPlanYet')
            : problem
              ? t('plan.thisCannotBeDoneAsAsked')
              : t('plan.calculating')}
        </h2>
        {#if problem}<p class="mt-2 max-w-prose text-soft">{told(problem)}</p>{/if}
        <div class="mt-5 flex gap-3">
          {#if draft.canUndo}<button type="button" class="button" onclick={() => draft.undo()}
              ><Undo2 size={16} aria-hidden="true" /> {t('plan.undoTheLastChange')}</button
            >{/if}
          {#if draft.wish.avoid.length > 0}<button type="button" class="button" onclick={() => draft.allowAll()}
              >{t('plan.allowAllWaysAgain')}</button
            >{/if}
          {#if mayChange && view !== 'goals'}<button type="button" class="button" onclick={() => (view = 'goals')}
              >{t('plan.chooseWhatToDo')}</button
            >{/if}
        </div>
      </div>
    {:else}
      {#if plan.doubts}<Doubts
          {plan}
          job={data.job.number}
          state={data.state}
          isPlanned={data.job.stage === 'planned'}
          isLead={data.person?.role === 'lead'}
          onselect={select}
        />{/if}
      <div
        class="grid grid-cols-[minmax(0,1fr)_30px_minmax(0,1fr)] border-b border-rule bg-sunk px-3 py-1.5 text-sm font-semibold max-lg:order-4 max-md:hidden print:grid!"
      >
        <span class="ps-14"><Term is="down">{t('plan.disassemblyReadDown')}</Term></span><span></span><span
          ><Term is="up">{t('plan.reassemblyReadBackUp')}</Term></span
        >
      </div>
      <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
      <div
        class="min-h-0 flex-1 overflow-y-auto px-3 py-2 max-lg:order-5 max-lg:overflow-visible print:overflow-visible! {live.waiting
          ? 'opacity-60'
          : ''}"
        tabindex="0"
        role="region"
        aria-label={t('plan.steps')}
        data-tour="legs"
        data-goals={plan.goals.map(goalId).join(' ')}
      >
        <Legs {plan} {chosen} onselect={select} />
      </div>
      <div class="border-t border-rule bg-sheet px-4 pt-2 pb-1.5 max-lg:order-3">
        <div class="h-20"><DiveProfile {plan} at={index} onselect={(i) => select(plan.steps[i]!)} /></div>
      </div>
    {/if}
  </section>

  <section
    class="no-print flex min-h-0 min-w-0 flex-col bg-sheet max-lg:order-2"
    aria-label={t('plan.theMachineAndTheSelectedStep')}
  >
    {#if plan && chosen && !isBare}
      <div
        class="flex items-center gap-2 border-b border-rule px-2 py-1.5 lg:hidden"
        role="group"
        aria-label={t('plan.stepByStep')}
      >
        <button
          type="button"
          class="button size-11 shrink-0 p-0"
          aria-label={t('plan.previousStep')}
          disabled={index === 0}
          onclick={() => select(plan!.steps[index - 1]!)}><ChevronLeft aria-hidden="true" /></button
        >
        <p class="min-w-0 flex-1 text-center leading-tight font-semibold" aria-live="polite">
          <span class="figure font-normal text-soft">{index + 1}</span>
          {told(chosen.text)}
        </p>
        <button
          type="button"
          class="button size-11 shrink-0 p-0"
          aria-label={t('plan.nextStep')}
          disabled={index === plan.steps.length - 1}
          onclick={() => select(plan!.steps[index + 1]!)}><ChevronRight aria-hidden="true" /></button
        >
      </div>
    {/if}
    <div
      data-tour="drawing"
      class="grid h-[46dvh] min-h-[300px] shrink-0 grid-cols-1 gap-2 bg-sunk py-2 ps-3 max-md:pe-3 md:grid-cols-[minmax(0,1fr)_164px] lg:h-[50%]"
    >
      <ExploreDrawing
        {model}
        {zone}
        state={before}
        nowJoint={view !== 'goals' && chosen?.leg !== 'swap' ? chosen?.joint : undefined}
        nowPart={view === 'goals' ? undefined : chosen?.part}
        {goals}
        onzone={(z) => (faceOfChoice = z)}
        {canPick}
        onpick={mayChange && view === 'goals' ? (thing) => draft.toggle(goalOf(thing)) : undefined}
      />
      <div class="min-h-0 max-md:hidden">
        <DepthScale
          {model}
          plan={plan ?? undefined}
          {zone}
          now={view === 'goals' ? undefined : chosen?.depth}
          gone={before.off}
        />
      </div>
    </div>
    <div
      class="flex flex-wrap gap-1 border-y border-rule px-3"
      data-tour="tabs"
      role="tablist"
      aria-label={t('plan.aboutThePlan')}
      tabindex="-1"
      onkeydown={nextTab}
    >
      {#each views as v (v.id)}
        <button
          type="button"
          role="tab"
          id="tab-{v.id}"
          aria-selected={v.id === view}
          aria-controls="view"
          tabindex={v.id === view ? 0 : -1}
          class="border-b-3 px-2.5 py-2 {v.id === view
            ? 'border-now font-semibold'
            : 'border-transparent text-soft hover:text-ink'}"
          onclick={() => (view = v.id)}>{v.name}</button
        >
      {/each}
    </div>
    <div
      class="min-h-0 flex-1 overflow-y-auto px-5 py-4 max-lg:px-3"
      id="view"
      role="tabpanel"
      aria-labelledby="tab-{view}"
      tabindex="0"
    >
      {#if view === 'goals'}
        <GoalPicker
          {model}
          goals={draft.wish.goals}
          {doing}
          ondoing={(d) => (doing = d)}
          ontoggle={(g) => draft.toggle(g)}
        />
      {:else if view === 'ways' || view === 'alongside'}
        <Choices
          choices={live.choices}
          waiting={live.waiting || (!!plan && !problem)}
          avoided={draft.wish.avoid.length}
          what={view}
          ontake={(a) => draft.avoid(a.avoid)}
          onadd={(g) => draft.add(g)}
          onallow={() => draft.allowAll()}
        />
      {:else if !plan || !chosen}
        <p class="text-soft">
          {live.waiting ? t('plan.theStepsAppearHereAsSoon') : t('plan.noPlanYetChooseWhatTo')}
        </p>
      {:else if view === 'hand'}
        <InHand {model} {plan} />
      {:else}
        <StepDetail {model} {plan} step={chosen} onselect={select} />
        {#if index === 0}
          <h3 class="mt-5 mb-2 border-t border-rule pt-3 font-semibold">{t('plan.beforeOpening')}</h3>
          <InHand {model} {plan} />
        {/if}
      {/if}
    </div>
  </section>
</div>
{#if plan && !problem}<Tour
    name="plan"
    stops={[
      { at: 'legs', says: message('tour.plan.legs') },
      { at: 'drawing', says: message('tour.plan.drawing') },
      { at: 'tabs', says: message('tour.plan.tabs') },
      { at: 'start', says: message('tour.plan.start') }
    ]}
  />{/if}
