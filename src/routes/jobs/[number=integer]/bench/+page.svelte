<script lang="ts">
  import { onMount, tick } from 'svelte';
  import { Dialog } from 'bits-ui';
  import { sceneOf, spokenDrawing } from '$core/drawing';
  import { modelOf } from '$core/machine';
  import type { Fate } from '$core/fasteners';
  import { zoneAt, type Step } from '$core/plan';
  import type { Reading } from '$core/instruments';
  import {
    askedFirst,
    countFacts,
    currentStep,
    expectedCount,
    expectedMark,
    machineAfter,
    notSoFacts,
    notUnderstood,
    obstacles,
    possibleFates,
    understand,
    type Fact,
    type NotSo
  } from '$core/run';
  import { Bench } from '$lib/offline/bench.svelte';
  import { hearInstruments } from '$lib/offline/instruments';
  import { keepHere } from '$lib/offline/keep-here';
  import { sitDown } from '$lib/offline/pages';
  import CountPad from '$lib/ui/CountPad.svelte';
  import { ScrewPicture } from '$lib/ui/drawing';
  import Check from '@lucide/svelte/icons/check';
  import GraduationCap from '@lucide/svelte/icons/graduation-cap';
  import Pause from '@lucide/svelte/icons/pause';
  import Play from '@lucide/svelte/icons/play';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import {
    keyOf,
    shownShortcut,
    spokenShortcut,
    storedKeys,
    storeKeys,
    type Chosen,
    type Key
  } from '$lib/ui/bench-keys';
  import { canSpeak, speak, stayAwake } from '$lib/ui/awake';
  import Conflict from './Conflict.svelte';
  import Differs from './Differs.svelte';
  import Failed from './Failed.svelte';
  import FoundScrew from './FoundScrew.svelte';
  import Keys from './Keys.svelte';
  import Learner from './Learner.svelte';
  import Listings from './Listings.svelte';
  import Notices from './Notices.svelte';
  import Pairing from './Pairing.svelte';
  import Photos from './Photos.svelte';
  import Replan from './Replan.svelte';
  import Resists from './Resists.svelte';
  import SetAside from './SetAside.svelte';
  import Signing from './Signing.svelte';
  import StepClock from './StepClock.svelte';
  import StepWords from './StepWords.svelte';
  import Swap from './Swap.svelte';
  import SyncState from '$lib/ui/SyncState.svelte';
  import Tighten from './Tighten.svelte';
  import TheMachine from './TheMachine.svelte';
  import Things from './Things.svelte';
  import Tools from './Tools.svelte';
  import Term from '$lib/ui/Term.svelte';
  import Tour from '$lib/ui/Tour.svelte';
  import Words from './Words.svelte';
  import { goalParts, type Goal } from '$core/goals';
  import { legName } from '$core/words';
  import { message, useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told, language } = useWords();

  let { data } = $props();
  // svelte-ignore state_referenced_locally (one bench per visit of the page: a run keeps its machine and plan)
  const model = modelOf(data.machine);
  // svelte-ignore state_referenced_locally
  const bench = new Bench(data.run.id, model, data.run.plan, data, data.person ?? { id: '', name: '' });
  const plan = $derived(bench.plan);

  let looking = $state<number | undefined>();
  let count = $state('');
  /** The mark that was read off a plug's socket, '' where none is to be seen. */
  let mark = $state<string | undefined>();
  let understood = $state.raw<ReadonlySet<string>>(new Set());
  let near = $state(true);
  let dialog = $state<'not-so' | 'note' | 'keys' | 'fail' | undefined>();
  /** What stands in place of the step for a while. */
  let panel = $state<
    'resists' | 'screw' | 'replan' | 'failed' | 'photos' | 'listings' | 'aside' | 'things' | undefined
  >();
  /** What the panel for a new plan begins with. */
  let wanted = $state.raw<{ goals: Goal[]; why: string }>({ goals: [], why: '' });
  /** The test that failed, while one looks for why. */
  let failing = $state.raw<Step>();
  /** The last reading of a measuring device. */
  let heard = $state.raw<Reading>();
  let notice = $state('');
  /** The joint that a panel points at on the drawing. */
  let pointed = $state<string | undefined>();
  /** What the list of all that is drawn points at. */
  let lit = $state<string | undefined>();
  /** Set while a count that differs waits for its explanation. */
  let differs = $state<{ counted: number; expected: number } | undefined>();
  let ready = $state(false);
  let chosenKeys = $state.raw<Chosen>({});
  let isSpeaking = $state(false);
  const shownFor = (key: Key) => shownShortcut(key, chosenKeys);
  const spokenFor = (key: Key) => spokenShortcut(key, chosenKeys);
  let pad = $state<CountPad | undefined>();
  let marks = $state<Pairing | undefined>();

  const run = $derived(bench.state);
  const now = $derived(currentStep(plan, run));
  const index = $derived(looking ?? run.position);
  const step = $derived(plan.steps[index]);
  const isHere = $derived(looking === undefined || looking === run.position);
  const expected = $derived(step ? expectedCount(run, step) : undefined);
  const pairing = $derived(step && isHere ? expectedMark(model, step) : undefined);
  const isUnread = $derived(pairing !== undefined && mark !== '' && mark !== pairing.socket);
  const harm = $derived(step ? notUnderstood(step, understood) : []);
  /** On the way up the part that goes down is drawn in its place, so that one sees what it goes over. */
  const machineNow = $derived(
    machineAfter(
      model,
      plan,
      (s) =>
        (s.id === step?.id && s.do === 'return') ||
        (looking === undefined
          ? run.steps[s.id] !== undefined && run.steps[s.id]!.outcome !== 'skipped'
          : plan.steps.indexOf(s) < index)
    )
  );
  const zone = $derived(zoneAt(plan, index) ?? data.machine.zones[0]!.id);
  const goals = $derived(goalParts(plan.goals));
  const first = $derived(new Set(bench.plans.length > 1 ? bench.plans.at(-2)!.steps.map((s) => s.id) : []));
  const isNew = $derived(bench.plans.length > 1 && step !== undefined && !first.has(step.id));
  const photosHere = $derived(
    run.photos.filter((p) => p.step !== undefined && (p.step === step?.id || p.step === step?.mirror)).length
  );
  const joint = $derived(step?.joint ? model.joint(step.joint) : undefined);
  /** The part whose coming off is in hand: that of a move, or the one that the joint in hand holds. */
  const resisting = $derived(step?.leg === 'down' ? (step.part ?? joint?.a) : undefined);
  const shownZone = $derived(pointed ? model.joint(pointed).zone : zone);
  const heardOfDrawing = $derived(
    step && spokenDrawing(model, zone, sceneOf(model, zone, machineNow), { joint: step.joint, part: step.part })
  );
  const inHand = $derived(run.ledger.filter((l) => l.inHand !== 0));
  const fates = $derived(differs && step ? possibleFates(step, differs.counted, differs.expected) : []);
  const mayAct = $derived(data.mayWork && !run.signed);
  const isTest = $derived(step?.do === 'test' && isHere && !run.paused);
  /** Steps that a learner said, or was told. */
  let known = $state.raw<ReadonlySet<string>>(new Set());
  /** What is asked before the step is told. */
  const asking = $derived(
    run.learning && mayAct && isHere && !run.paused && step && !known.has(step.id) ? askedFirst(plan, step) : undefined
  );
  /** What comes next would tell what is asked. */
  const coming = $derived(run.learning ? [] : plan.steps.slice(index + 1, index + 3));
  const lastCounted = $derived(run.counted.at(-1));
  /** The first step of which two people said different things. */
  const conflict = $derived(plan.steps.find((s) => run.conflicts[s.id]));

  onMount(() => {
    void bench.open().finally(() => (ready = true));
    bench.follow();
    void keepHere({
      run: data.run.id,
      job: data.job.number,
      customer: data.job.customer,
      machine: `${data.job.maker} ${data.job.model}`,
      work: told(data.job.work),
      person: bench.me.name,
      at: new Date().toISOString()
    });
    chosenKeys = storedKeys(localStorage);
    const rise = sitDown();
    const sleep = stayAwake();
    const silence = data.hasInstruments ? hearInstruments((reading) => (heard = reading)) : () => {};
    // A button that was pressed with the pointer does not keep the keys: the next Enter is about the step.
    const backToStep = (event: MouseEvent) => {
      if (event.detail > 0 && event.target instanceof Element && event.target.closest('button:not(.term)'))
        void toStep();
    };
    addEventListener('click', backToStep);
    return () => {
      removeEventListener('click', backToStep);
      rise();
      bench.close();
      sleep();
      silence();
      if (canSpeak()) speechSynthesis.cancel();
    };
  });

  let station = $state<HTMLElement>();
  let words = $state<HTMLElement>();
  /** The keys are about the step again, unless something stands before it. */
  async function toStep() {
    await tick();
    if (!dialog && !panel) station?.focus({ preventScroll: true });
  }
  function closeDialog() {
    dialog = undefined;
    // Once it is gone: until then it holds the keys.
    setTimeout(() => void toStep(), 50);
  }

  $effect(() => {
    if (isSpeaking && step && isHere && !run.signed)
      speak(
        [step.text, step.detail, ...step.cautions.map((c) => c.text), heardOfDrawing]
          .map(told)
          .filter(Boolean)
          .join('. '),
        language
      );
  });

  /** All of the facts, or none when one of them cannot be recorded. @returns whether they were */
  function record(...facts: Fact[]): boolean {
    const why = facts.map((fact) => bench.check(fact)).find((w) => w !== undefined);
    bench.problem = why ?? '';
    if (why !== undefined) return false;
    for (const fact of facts) bench.record(fact);
    looking = undefined;
    count = '';
    mark = undefined;
    differs = undefined;
    return true;
  }

  function done(): unknown {
    if (!now || !step || !mayAct || run.paused || asking) return;
    if (!isHere) return void (looking = undefined);
    if (harm.length > 0) return void (understood = understand(step, understood));
    if (step.do === 'test') return record({ type: 'tested', step: step.id, outcome: 'pass' });
    if (isUnread) return;
    if (expected === undefined) return record({ type: 'done', step: step.id, ...(mark ? { mark } : {}) });
    if (count === '') return;
    const counted = Number(count);
    if (counted !== expected) return void (differs = { counted, expected });
    record(...countFacts(step, counted, expected));
  }

  function learned(id: string) {
    known = new Set([...known, id]);
    void toStep();
  }

  function explainCount(fate: Fate) {
    if (differs && step) record(...countFacts(step, differs.counted, differs.expected, fate));
  }

  function undo() {
    if (differs) return void (differs = undefined);
    if (lastCounted && mayAct) record({ type: 'undo', event: lastCounted });
  }

  function look(by: number) {
    const to = Math.max(0, Math.min(plan.steps.length - 1, index + by));
    looking = to === run.position ? undefined : to;
    differs = undefined;
  }

  function replan(goals: Goal[] = [], why = '') {
    wanted = { goals, why };
    panel = 'replan';
  }

  async function printLabel() {
    const response = await fetch(`/api/devices/label?job=${data.job.number}`, { method: 'POST' }).catch(
      () => undefined
    );
    notice =
      ((await response?.json().catch(() => undefined)) as { message?: string } | undefined)?.message ??
      t('bench.theServerDoesNotAnswerThe');
    setTimeout(() => (notice = ''), 5000);
  }

  function closePanel() {
    panel = undefined;
    failing = undefined;
    pointed = lit = undefined;
    void toStep();
  }

  function recordWords(words: string, what: NotSo) {
    if (!step) return closeDialog();
    const failed = dialog === 'fail' ? step : undefined;
    const facts: Fact[] =
      dialog === 'not-so'
        ? notSoFacts(step, what, words)
        : failed
          ? [{ type: 'tested', step: step.id, outcome: 'fail', ...(words ? { note: words } : {}) }]
          : [{ type: 'note', step: step.id, text: words }];
    const [here, counted, read] = [looking, count, mark];
    // What cannot be recorded stays in its form.
    if (!record(...facts)) return;
    if (dialog === 'note') [looking, count, mark] = [here, counted, read];
    closeDialog();
    if (failed) {
      failing = failed;
      panel = 'failed';
    }
  }

  function onkeydown(event: KeyboardEvent) {
    if (dialog || (event.target instanceof HTMLElement && event.target.closest('input, textarea, select'))) return;
    if (differs && /^[1-9]$/.test(event.key)) {
      const fate = fates[Number(event.key) - 1];
      if (fate) explainCount(fate);
      return;
    }
    if (/^\d$/.test(event.key) || event.key === 'Backspace') {
      if (expected !== undefined && isHere) pad?.press(event.key);
      else marks?.press(event.key);
      return;
    }
    const key = keyOf(event, chosenKeys);
    // A key that is held down was pressed once; only looking ahead and back goes on.
    if (!key || (event.repeat && key !== 'ahead' && key !== 'back')) return;
    // In the text Space scrolls.
    if (event.key === ' ' && words?.contains(event.target as Node)) return;
    // A focused button keeps its own Enter and Space; behind a panel nothing is done unseen.
    if (key === 'done' && panel) return;
    if (
      key === 'done' &&
      event.target instanceof HTMLElement &&
      event.target.closest('button:not([data-done]), a, summary')
    )
      return;
    event.preventDefault();
    if (key === 'done') done();
    else if (key === 'undo') undo();
    else if (key === 'notSo' && mayAct && step) dialog = 'not-so';
    else if (key === 'fails' && mayAct && isTest) dialog = 'fail';
    else if (key === 'absent' && mayAct && isTest)
      record({ type: 'tested', step: step!.id, outcome: 'not-applicable' });
    else if (key === 'note' && mayAct && step) dialog = 'note';
    else if (key === 'pause' && mayAct) record({ type: run.paused ? 'resumed' : 'paused' });
    else if (key === 'ahead') look(1);
    else if (key === 'back') look(-1);
    else if (key === 'here') {
      looking = undefined;
      differs = undefined;
      closePanel();
    } else if (key === 'near') near = !near;
    else if (key === 'resists' && mayAct && resisting) panel = 'resists';
    else if (key === 'screw' && mayAct) panel = 'screw';
    else if (key === 'photo') panel = 'photos';
    else if (key === 'replan' && mayAct) replan();
    else if (key === 'listings') panel = 'listings';
    else if (key === 'things') panel = 'things';
    else if (key === 'speak' && canSpeak()) isSpeaking = !isSpeaking;
    else if (key === 'help') dialog = 'keys';
  }
</script>

<svelte:window
  {onkeydown}
  onbeforeunload={(e) => {
    if (!bench.keeps && bench.unsent > 0) e.preventDefault();
  }}
/>
<svelte:head><title>{t('bench.benchJobEagerWrench', { number: data.job.number })}</title></svelte:head>

<!-- Where there is room for one column the step comes first, the machine after it, and what answers it stays under the thumb. -->
<div
  class="max-lg:flex max-lg:min-h-[calc(100dvh-var(--head))] max-lg:flex-col lg:grid lg:h-[calc(100dvh-var(--head))] lg:grid-cols-[minmax(0,47fr)_minmax(0,53fr)]"
  data-ready={ready}
>
  <section
    class="flex min-h-0 flex-col bg-sheet focus:outline-none max-lg:contents"
    bind:this={station}
    tabindex="-1"
    aria-label={t('bench.currentStep')}
    data-step={step?.id ?? 'end'}
  >
    <div
      class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-sheet px-6 pt-2.5 max-lg:px-3 max-lg:py-1.5"
    >
      <h1 class="text-base font-semibold">
        {t('bench.job', { number: data.job.number, customer: data.job.customer })}
      </h1>
      <SyncState outbox={bench} back="/jobs/{data.job.number}/bench" onaside={() => (panel = 'aside')} />
      {#if isSpeaking}<button type="button" class="button" onclick={() => (isSpeaking = false)}
          ><Rich text={t('bench.speakingSilence', { key: shownFor('speak') })}
            >{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
          ></button
        >{/if}
      {#if mayAct}
        <button
          type="button"
          class="button min-h-[44px] min-w-[44px] px-0"
          aria-pressed={run.learning}
          aria-label={t('bench.askMeFirst')}
          title={t('bench.askMeFirst')}
          onclick={() => record({ type: 'learning', on: !run.learning })}
          ><GraduationCap size={20} class={run.learning ? 'text-now' : ''} aria-hidden="true" /></button
        >
      {/if}
      <button type="button" class="button pointer-coarse:hidden" onclick={() => (dialog = 'keys')}
        ><Rich text={t('bench.keys', { key: shownFor('help') })}>{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
        ></button
      >
      {#if !run.signed}
        <Tools
          shown={shownFor}
          photos={photosHere}
          hasInstruments={data.hasInstruments}
          {mayAct}
          onphoto={() => (panel = 'photos')}
          onnote={() => step && (dialog = 'note')}
          onreplan={() => replan()}
          onlistings={() => (panel = 'listings')}
          onthings={() => (panel = 'things')}
          onlabel={printLabel}
        />
      {/if}
    </div>

    <Notices {bench} job={data.job.number} stops={data.stops} {notice} />
    {#if conflict && !run.signed}
      <Conflict
        step={conflict}
        number={plan.steps.indexOf(conflict) + 1}
        said={run.conflicts[conflict.id]!}
        {mayAct}
        onsettle={(event) => bench.record({ type: 'settled', step: conflict.id, event })}
      />
    {/if}
    {#if panel === 'aside'}
      <div class="min-h-0 flex-1 overflow-y-auto bg-sheet px-6 py-5 max-lg:flex-none max-lg:px-3">
        <SetAside {bench} {mayAct} onclose={closePanel} />
      </div>
    {:else if panel && !run.signed}
      <div class="min-h-0 flex-1 overflow-y-auto bg-sheet px-6 py-5 max-lg:flex-none max-lg:px-3">
        {#if panel === 'things'}
          <Things {model} zone={shownZone} state={machineNow} bind:lit onclose={closePanel} />
        {:else if panel === 'resists' && resisting}
          <Resists
            {bench}
            {model}
            {plan}
            {run}
            part={resisting}
            before={data.foundBefore}
            onpoint={(j) => (pointed = j)}
            onclose={closePanel}
          />
        {:else if panel === 'replan'}
          <Replan
            {bench}
            machine={data.machine}
            basis={data.basis}
            weighting={data.job.weighting}
            wanted={wanted.goals}
            why={told(wanted.why)}
            onclose={closePanel}
          />
        {:else if panel === 'failed' && failing}
          <Failed
            {bench}
            step={failing}
            onpoint={(j) => (pointed = j)}
            onreach={(j) => replan([{ do: 'reach', joint: j }], t('bench.failsAfterTheWork', { test: failing!.text }))}
            onclose={closePanel}
          />
        {:else if panel === 'photos'}
          <Photos {bench} {step} {mayAct} onclose={closePanel} />
        {:else if panel === 'listings'}
          <Listings {bench} {mayAct} onclose={closePanel} />
        {:else}
          <FoundScrew {bench} {model} {heard} lines={run.ledger} onpoint={(j) => (pointed = j)} onclose={closePanel} />
        {/if}
      </div>
    {:else if run.signed || !step}
      <Signing
        {bench}
        job={data.job}
        mayAct={data.mayWork}
        maySign={data.maySign}
        obstacles={run.signed ? [] : obstacles(model, plan, run)}
        onreplan={() => replan()}
        onleftover={() => (panel = 'screw')}
        onpoint={(j) => (pointed = j)}
        onlook={(i) => (looking = i)}
        onundo={undo}
      />
    {:else}
      <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
      <div
        class="flex min-h-0 flex-1 flex-col overflow-y-auto bg-sheet px-6 pt-5 max-lg:flex-none max-lg:overflow-visible max-lg:px-3 max-lg:pt-3 max-lg:pb-4"
        bind:this={words}
        tabindex="0"
        role="region"
        aria-label={t('bench.whatToDo')}
      >
        <p class="text-lg text-soft">
          <Rich text={t('bench.stepOf', { leg: legName(step.leg), index: index + 1, n: plan.steps.length })}
            >{#snippet figure(text)}<span class="figure">{text}</span>{/snippet}</Rich
          >
          {#if isHere && !run.paused}<StepClock since={run.lastAt} planned={step.seconds} />{/if}
          {#if !isHere}<span class="ms-2 rounded bg-warn-wash px-2 py-0.5 font-semibold text-warn"
              ><Term is="preview">{t('bench.previewYouAreOnStep', { position: run.position + 1 })}</Term></span
            >{/if}
        </p>
        {#if run.learning}<p class="text-soft">{t('bench.learning', { hints: run.hints.length })}</p>{/if}
        {#if asking}
          {#key step.id}
            <Learner
              {step}
              {model}
              asked={asking}
              onright={() => learned(step.id)}
              onhint={() => record({ type: 'hint', step: step.id }) && learned(step.id)}
            />
          {/key}
        {:else}
          <div data-tour="step"><StepWords {step} {model} {isNew} /></div>
        {/if}
        {#if step.tighten && isHere && !asking}<Tighten
            {bench}
            {step}
            {mayAct}
            heard={isHere ? heard : undefined}
          />{/if}
        {#if step.do === 'swap' && isHere}{#key step.id}<Swap {bench} {step} {mayAct} {heard} />{/key}{/if}
        {#if pairing && mayAct && harm.length === 0}{#key step.id}<Pairing
              bind:this={marks}
              {pairing}
              bind:value={mark}
            />{/key}{/if}
        {#if differs}
          <Differs {...differs} {fates} onexplain={explainCount} onagain={() => (differs = undefined)} />
        {/if}
      </div>
      {#if isHere && coming.length > 0}
        <ol
          class="shrink-0 border-t border-rule bg-sheet px-6 pt-3 text-lg text-soft max-lg:order-2 max-lg:px-3 max-lg:pb-3"
          aria-label={t('bench.comingNext')}
        >
          {#each coming as next, i (next.id)}<li class="flex gap-3 py-0.5">
              <span class="w-12 shrink-0">{i === 0 ? t('bench.then') : ''}</span><span>{told(next.text)}</span>
            </li>{/each}
        </ol>
      {/if}
      <div
        class="flex flex-wrap items-stretch gap-2.5 bg-sheet px-6 py-4 max-[1150px]:gap-1.5 max-[1150px]:px-4 max-lg:sticky max-lg:bottom-0 max-lg:z-20 max-lg:order-3 max-lg:border-t max-lg:border-rule max-lg:px-3 max-lg:py-2.5 max-[1150px]:[&_kbd]:hidden"
      >
        {#if expected !== undefined && isHere && mayAct && harm.length === 0 && !differs && !asking}
          <div class="flex w-full items-center gap-5 pb-1">
            <CountPad bind:this={pad} {expected} bind:value={count} />
            {#if joint?.kind === 'screws'}<div class="hidden min-[1200px]:block">
                <ScrewPicture screw={joint.screw} pxPerMm={11} />
              </div>{/if}
          </div>
        {/if}
        {#if run.paused}
          <button
            type="button"
            class="button button-act min-h-18 flex-1 text-xl"
            onclick={() => record({ type: 'resumed' })}
            disabled={!mayAct}
            ><Play aria-hidden="true" />
            <Rich text={t('bench.continue', { key: shownFor('pause') })}
              >{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
            ></button
          >
        {:else if mayAct && !asking}
          <button
            type="button"
            data-done
            data-tour="done"
            aria-keyshortcuts={spokenFor('done')}
            class="button min-h-18 flex-1 text-xl {isHere ? 'button-now' : ''}"
            onclick={done}
            disabled={differs !== undefined ||
              (isHere && harm.length === 0 && (isUnread || (expected !== undefined && count === '')))}
          >
            <Check aria-hidden="true" />
            {#if !isHere}{t('bench.backToStep', { position: run.position + 1 })}{:else if harm.length > 0}{t(
                'bench.understood'
              )}{:else if step.do === 'test'}{t('bench.works')}{:else if isUnread}{t(
                'bench.readTheMarkFirst'
              )}{:else if expected !== undefined && count === ''}{t('bench.countFirst')}{:else}{t('bench.done')}{/if}
            <kbd>{shownFor('done')}</kbd>
          </button>
          {#if isTest}
            <button
              type="button"
              class="button min-h-18 px-3 text-lg"
              aria-keyshortcuts={spokenFor('fails')}
              onclick={() => (dialog = 'fail')}
              ><Rich text={t('bench.fails', { key: shownFor('fails') })}
                >{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
              ></button
            >
            <button
              type="button"
              class="button min-h-18 px-3 text-lg max-lg:flex-1 max-lg:basis-20 max-lg:leading-tight lg:whitespace-nowrap"
              aria-keyshortcuts={spokenFor('absent')}
              onclick={() => record({ type: 'tested', step: step!.id, outcome: 'not-applicable' })}
              ><Rich text={t('bench.notFitted', { key: shownFor('absent') })}
                >{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
              ></button
            >
          {:else}
            <button
              type="button"
              data-tour="different"
              class="button min-h-18 px-3 text-lg max-lg:flex-1 max-lg:basis-20 max-lg:leading-tight lg:whitespace-nowrap"
              aria-keyshortcuts={spokenFor('notSo')}
              onclick={() => (dialog = 'not-so')}
              ><Rich text={t('bench.somethingsDifferent', { key: shownFor('notSo') })}
                >{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
              ></button
            >
            {#if resisting && step.do === 'move'}<button
                type="button"
                class="button min-h-18 px-3 text-lg max-lg:flex-1 max-lg:basis-20 max-lg:leading-tight lg:whitespace-nowrap"
                aria-keyshortcuts={spokenFor('resists')}
                onclick={() => (panel = 'resists')}
                ><Rich text={t('bench.wontComeOff', { key: shownFor('resists') })}
                  >{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
                ></button
              >{/if}
          {/if}
          <button
            type="button"
            class="button min-h-18 min-w-14"
            aria-keyshortcuts={spokenFor('pause')}
            aria-label={t('bench.pause', { key: shownFor('pause') })}
            title={t('bench.pause', { key: shownFor('pause') })}
            onclick={() => record({ type: 'paused' })}><Pause size={22} aria-hidden="true" /></button
          >
          <button
            type="button"
            class="button min-h-18 min-w-14"
            aria-keyshortcuts={spokenFor('undo')}
            aria-label={t('bench.undoLastEntry', { key: shownFor('undo') })}
            title={t('bench.undo', { key: shownFor('undo') })}
            disabled={!lastCounted}
            onclick={undo}><Undo2 size={22} aria-hidden="true" /></button
          >
        {:else if !asking}
          <p class="py-5 text-soft">
            {t('bench.youCanFollowThisRunA')}
            {#if data.ready}{t('bench.rehearseFirst')}
              <a class="link" href="/jobs/{data.job.number}/rehearse">{t('plan.rehearse')}</a>{/if}
          </p>
        {/if}
      </div>
    {/if}
  </section>

  <TheMachine
    {model}
    {plan}
    state={machineNow}
    zone={shownZone}
    {step}
    at={index}
    {pointed}
    {lit}
    {goals}
    {near}
    {inHand}
    onfound={mayAct ? () => (panel = 'screw') : undefined}
    onselect={(i) => (looking = i === run.position ? undefined : i)}
  />
</div>

<Dialog.Root
  open={dialog !== undefined}
  onOpenChange={(open) => {
    if (!open) closeDialog();
  }}
>
  <Dialog.Portal>
    <Dialog.Overlay class="fixed inset-0 z-40 bg-black/50" />
    <Dialog.Content
      onCloseAutoFocus={(e: Event) => e.preventDefault()}
      onOpenAutoFocus={(e: Event) => {
        // The list of keys is read, and scrolled: it has taken the focus itself.
        if (dialog === 'keys') e.preventDefault();
      }}
      class="fixed top-1/2 left-1/2 z-50 w-[540px] max-w-[92vw] -translate-x-1/2 -translate-y-1/2 rounded-xl border border-rule bg-sheet p-6 text-ink shadow-2xl"
    >
      {#if dialog === 'keys'}
        <Dialog.Title class="text-xl font-semibold">{t('bench.keysAtTheBench')}</Dialog.Title>
        <Keys
          chosen={chosenKeys}
          onchoose={(next) => {
            chosenKeys = next;
            storeKeys(localStorage, next);
          }}
        />
        <Dialog.Close class="button mt-3 w-full">{t('bench.close')}</Dialog.Close>
      {:else}
        <Words kind={dialog ?? 'note'} {step} problem={told(bench.problem)} onrecord={recordWords} />
      {/if}
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
{#if ready && step && data.mayWork}<Tour
    name="bench"
    stops={[
      { at: 'step', says: message('tour.bench.step') },
      { at: 'done', says: message('tour.bench.done') },
      { at: 'different', says: message('tour.bench.different') },
      { at: 'machine', says: message('tour.bench.machine') }
    ]}
  />{/if}
