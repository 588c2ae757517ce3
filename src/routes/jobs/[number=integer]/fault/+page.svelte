<script lang="ts">
  import type { Said } from '$core/language';
  import { onMount } from 'svelte';
  import { laidBare } from '$core/drawing';
  import { commonTo, faultSetIn, understood, worthOfSpares, type Candidate, type Test, type Worth } from '$core/faults';
  import type { JobFact } from '$core/job';
  import { modelOf } from '$core/machine';
  import { costOf, estimated } from '$core/money';
  import { ExploreDrawing } from '$lib/ui/drawing';
  import { duration } from '$lib/ui/format';
  import JobBar from '$lib/ui/JobBar.svelte';
  import { sayOfJob } from '$lib/ui/say';
  import type { FaultAsked, FaultTold } from '$workers/fault-web';
  import { faceOf, goalParts, type Goal } from '$core/goals';
  import { functionName } from '$core/words';
  import { percent } from '$lib/ui/dates';
  import { named, useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told, language } = useWords();

  let { data, form } = $props();
  const model = $derived(modelOf(data.machine));
  const set = $derived(data.set ? faultSetIn(data.set, language) : null);
  const known = $derived(set ? understood(set, data.state.findings) : data.state.findings);
  const worth = $derived<Record<string, Worth>>(set ? worthOfSpares(model, set, data.rates.hour, data.spares) : {});
  let problem = $state.raw<Said>();
  let heard = $state.raw<FaultTold>();
  let asked = 0;
  let worker: Worker | undefined;
  let zoneOfChoice = $state<string>();
  let pointed = $state<{ what: 'part' | 'joint'; id: string }>();

  onMount(() => () => worker?.terminate());
  function open(): Worker {
    const made = new Worker(new URL('$workers/fault-web.ts', import.meta.url), { type: 'module' });
    made.onmessage = ({ data: answer }: MessageEvent<FaultTold>) => {
      if (answer.id === asked) heard = answer;
    };
    made.onerror = () => (problem = t('fault.theNextStepCouldNotBe'));
    return made;
  }
  $effect(() => {
    if (!set) return;
    worker ??= open();
    worker.postMessage({
      id: ++asked,
      machine: data.machine,
      set,
      known,
      found: data.found,
      spares: Object.fromEntries(Object.entries(worth).map(([repair, { seconds }]) => [repair, seconds])),
      ...(data.from ? { from: data.from } : {})
    } satisfies FaultAsked);
  });

  const there = $derived(
    Object.entries(known.symptoms)
      .filter(([, t]) => t)
      .map(([s]) => s)
  );
  const isUnexplained = $derived(heard !== undefined && there.length > 0 && heard.belief.every((b) => b === 0));
  const ranked = $derived(
    set && heard
      ? set.faults
          .map((fault, i) => ({ fault, belief: heard!.belief[i]! }))
          .filter((r) => r.belief > 0.002)
          .sort((a, b) => b.belief - a.belief)
      : []
  );
  const dead = $derived([...new Set(set?.symptoms.filter((s) => there.includes(s.id)).flatMap((s) => s.dead) ?? [])]);
  const works = $derived([
    ...new Set(set?.symptoms.filter((s) => known.symptoms[s.id] === false).flatMap((s) => s.dead) ?? [])
  ]);
  const common = $derived(dead.length > 0 ? commonTo(model, dead, works).slice(0, 6) : []);

  /** What was answered stands on top, what is there first. */
  const symptoms = $derived([...(set?.symptoms ?? [])].sort((a, b) => rankOf(a.id) - rankOf(b.id)));
  const rankOf = (id: string) => (known.symptoms[id] === true ? 0 : known.symptoms[id] === false ? 1 : 2);
  const testOf = (id: string) => set?.tests.find((t) => t.id === id);
  const repairOf = (id: string) => set?.repairs.find((r) => r.id === id);
  const best = $derived(heard?.next?.candidates[0]);
  /** All that has to be reached for it: a test may need several things open at once. */
  const goals = $derived<Goal[]>(
    best?.do === 'repair' ? [repairOf(best.id)?.goal ?? []].flat() : (testOf(best?.id ?? '')?.needs ?? [])
  );

  /** The drawing shows where one looks next, and what is believed in. */
  const suspectParts = $derived(
    there.length === 0
      ? []
      : ranked
          .filter((r) => r.belief >= 0.08)
          .flatMap((r) => (r.fault.part ? [r.fault.part] : r.fault.joint ? [model.joint(r.fault.joint).a] : []))
  );
  const parts = $derived(
    pointed?.what === 'part' ? [pointed.id] : goalParts(goals).length > 0 ? goalParts(goals) : suspectParts.slice(0, 3)
  );
  const joint = $derived(
    pointed?.what === 'joint' ? pointed.id : goals.flatMap((g) => (g.do === 'reach' ? g.joint : []))[0]
  );
  const zone = $derived(
    zoneOfChoice ??
      (joint ? faceOf(model, { joint }) : undefined) ??
      (parts[0] ? faceOf(model, { part: parts[0] }) : undefined) ??
      data.machine.zones[0]!.id
  );
  const opened = $derived(laidBare(model, [...parts, ...(joint ? [model.joint(joint).a] : [])]));

  async function say(fact: JobFact) {
    zoneOfChoice = undefined;
    pointed = undefined;
    problem = await sayOfJob(data.job.number, fact);
  }
  function symptom(id: string, is: boolean | undefined) {
    const next = { ...known.symptoms };
    if (is === undefined) delete next[id];
    else next[id] = is;
    void say({
      is: 'symptoms',
      there: Object.keys(next).filter((s) => next[s]),
      not: Object.keys(next).filter((s) => next[s] === false)
    });
  }
  const chance = (p: number) => (p < 0.01 ? `< ${percent(0.01)}` : percent(p));
  const nameOf = (c: Candidate) => (c.do === 'test' ? testOf(c.id)?.text : repairOf(c.id)?.text) ?? c.id;
  /** Between its two values, as far as they differ for who reads them. */
  function expected(least: number, most: number): string {
    const [from, to] = [amount(least), amount(most)];
    return from === to ? to : t('fault.between', { from, to });
  }
  /** What so much time, with spares as time, comes to: what the customer pays, with tax; the time itself in a shop without an hourly rate. */
  function amount(seconds: number, isLeast = false): string {
    const { rates } = data;
    return rates.hour === 0 ? duration(seconds) : estimated(costOf(rates, seconds), rates.currency, language, isLeast);
  }
  const about = (c: Candidate) =>
    c.most - c.least < 1 ? amount(c.most) : t('fault.atLeast', { least: amount(c.least, true) });
  const wayTo = (c: Candidate, own: number) =>
    c.own - own > 20 ? t('fault.thereAndBack', { own: duration(c.own - own) }) : '';
  const tried = $derived([
    ...Object.entries(known.tests).flatMap(([t, o]) => {
      const test = testOf(t);
      return test ? [`${test.text} ${test.outcomes.find((x) => x.id === o)?.text ?? o}`] : [];
    }),
    ...known.repairs.map((r) => t('fault.didNotHelp', { text: repairOf(r)?.text ?? r }))
  ]);
</script>

{#snippet outcomes(test: Test)}
  {#each test.outcomes as o (o.id)}<button
      type="button"
      class="button min-h-12 flex-1 text-base"
      onclick={() => say({ is: 'tried', test: test.id, outcome: o.id })}>{told(o.text)}</button
    >{/each}
{/snippet}

<svelte:head><title>{t('fault.diagnosisOfJobEagerWrench', { number: data.job.number })}</title></svelte:head>
<JobBar job={data.job} here="fault" />

{#if !set}
  <div class="mx-auto max-w-xl px-6 py-20 text-center">
    <h1 class="text-2xl">{t('fault.noFaultSetFor', { maker: data.job.maker, model: data.job.model })}</h1>
    <p class="mt-3 text-soft">
      {t('fault.aFaultSetSaysWhatCan')}
    </p>
    <a class="button button-act mt-6" href="/jobs/{data.job.number}/plan">{t('fault.chooseWhatToDo')}</a>
  </div>
{:else}
  <div class="flex flex-col lg:grid lg:h-[calc(100dvh-var(--head)-2.5rem)] lg:grid-cols-[290px_minmax(0,1fr)_400px]">
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard, also by who may press nothing in it) -->
    <section
      class="min-h-0 border-rule px-4 py-3 lg:overflow-y-auto lg:border-e"
      tabindex="0"
      aria-label={t('fault.symptoms')}
    >
      <h1 class="text-xl">{t('fault.whatIsWrong')}</h1>
      {#if data.job.complaint}<p class="mt-1 text-soft">{t('common.quoted', { text: data.job.complaint })}</p>{/if}
      <ul class="mt-2">
        {#each symptoms as s (s.id)}
          {@const is = known.symptoms[s.id]}
          <li class="flex items-center gap-2 border-b border-rule py-1 last:border-0">
            <span class="flex-1 leading-tight {is ? 'font-semibold' : ''}">{told(s.text)}</span>
            <span class="flex shrink-0 gap-1" role="group" aria-label={told(s.text)}>
              <button
                type="button"
                class="min-h-8 rounded border px-2 text-sm {is === true
                  ? 'border-now bg-now-wash font-semibold text-now'
                  : 'border-rule text-soft'}"
                aria-pressed={is === true}
                disabled={!data.mayWrite}
                onclick={() => symptom(s.id, is === true ? undefined : true)}>{t('fault.yes')}</button
              >
              <button
                type="button"
                class="min-h-8 rounded border px-2 text-sm {is === false
                  ? 'border-good bg-good-wash font-semibold text-good'
                  : 'border-rule text-soft'}"
                aria-pressed={is === false}
                disabled={!data.mayWrite}
                onclick={() => symptom(s.id, is === false ? undefined : false)}>{t('fault.no')}</button
              >
            </span>
          </li>
        {/each}
      </ul>
    </section>

    <section class="flex min-h-0 flex-col bg-sunk px-4 py-3 max-lg:order-1" aria-label={t('fault.whereTheFaultMayBe')}>
      <div class="min-h-0 flex-1 max-lg:h-[50dvh] max-lg:flex-none">
        <ExploreDrawing
          {model}
          {zone}
          state={opened}
          goals={parts}
          nowJoint={joint}
          onzone={(z) => (zoneOfChoice = z)}
          hint={there.length > 0 ? t('fault.drawnOpenedUpToWhatComes') : t('fault.sayWhatIsWrongWhatThe')}
        />
      </div>
      {#if common.length > 0}
        <div class="mt-2 border-t border-rule pt-2">
          <h2 class="text-sm font-semibold text-soft">
            {dead.length > 1
              ? t('fault.sharedByWhatHasFailed', { things: dead.map(functionName) })
              : t('fault.whatDependsOn', { dead: functionName(dead[0]!) })}
          </h2>
          <div class="mt-1 flex flex-wrap gap-1.5">
            {#each common as c (c.what + c.id)}
              <button
                type="button"
                class="min-h-8 rounded-md border border-rule-strong bg-sheet px-2 text-sm"
                onclick={() => {
                  pointed = c;
                  zoneOfChoice = undefined;
                }}
                >{told(named(model, c.name))}{#if c.alive.length > 0}<span class="text-soft"
                    >{t('fault.but', { works: c.alive.map(functionName), n: c.alive.length })}</span
                  >{/if}</button
              >
            {/each}
          </div>
        </div>
      {/if}
    </section>

    <section
      class="flex min-h-0 flex-col border-rule bg-sheet px-5 py-4 max-lg:border-y lg:overflow-y-auto lg:border-s"
      aria-label={t('fault.whatToDoNext')}
    >
      {#if problem ?? form?.message}<p role="alert" class="mb-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
          {told(problem ?? form?.message)}
        </p>{/if}
      {#if data.state.mendedBy}
        {@const repair = repairOf(data.state.mendedBy)}
        <h2 class="text-xl">{t('fault.found')}</h2>
        <p class="mt-1 text-lg font-semibold">{t('fault.itHelped', { text: repair?.text })}</p>
        <p class="mt-1 text-soft">{t('fault.thisFaultCountsInLaterJobs')}</p>
        {#if data.mayWrite && repair?.goal && data.job.stage === 'planned'}
          <form method="POST" action="?/goal" class="mt-3">
            <input type="hidden" name="goals" value={JSON.stringify([repair.goal])} /><button
              class="button button-now w-full">{t('fault.planItAsTheJobsWork')}</button
            >
          </form>
        {/if}
      {:else if there.length === 0}
        <h2 class="text-xl">{t('fault.next')}</h2>
        <p class="mt-2 text-lg">{t('fault.sayWhatIsWrongOneYes')}</p>
      {:else if isUnexplained}
        <h2 class="text-xl">{t('fault.noSingleFaultExplainsAllOf')}</h2>
        <p class="mt-2">
          {t('fault.thereMayBeTwoUndoThe')}
        </p>
      {:else if !best}
        <h2 class="text-xl">{t('fault.next')}</h2>
        <p class="mt-2 text-lg text-soft" role="status">{t('fault.calculatingTheFastestNextStep')}</p>
      {:else}
        {@const test = best.do === 'test' ? testOf(best.id) : undefined}
        {@const repair = best.do === 'repair' ? repairOf(best.id) : undefined}
        <p class="text-sm text-soft">{t('fault.nextFastestToARepair')}</p>
        <h2 class="mt-0.5 text-xl leading-tight">{told(test?.text ?? repair?.text)}</h2>
        {#if test?.how}<p class="mt-1.5">{test.how}</p>{/if}
        <p class="mt-1.5 text-soft">
          <Rich
            text={t('fault.forAverageTimeToRepair', {
              best: wayTo(best, (test ?? repair)!.seconds),
              seconds: duration((test ?? repair)!.seconds),
              isTest: test ? 'yes' : 'no',
              money: data.rates.hour > 0 ? 'yes' : 'no',
              least: expected(heard!.next!.least, best.most)
            })}>{#snippet b(text)}<b class="whitespace-nowrap text-ink">{text}</b>{/snippet}</Rich
          >{#if !heard!.next!.proved}
            <span role="status"
              >{heard!.isWorking ? t('fault.anEstimateStillCalculating') : t('fault.anEstimateNotEveryWayWas')}</span
            >{/if}
        </p>
        {#if repair && worth[repair.id]}
          <p class="mt-1.5">
            {t('fault.spare', {
              price: amount(worth[repair.id]!.seconds),
              there: data.spares[repair.id]?.isThere ? 'yes' : 'no',
              known: worth[repair.id]!.isGuess ? 'no' : 'yes'
            })}
          </p>
        {/if}
        {#if heard?.next && heard.next.left.length > 0}
          <p class="mt-2 rounded-md bg-warn-wash px-3 py-2">
            {t('fault.leftOutSinceThereIsNo', {
              things: heard.next.left
                .map((l) => (l.do === 'test' ? set!.tests : set!.repairs).find((x) => x.id === l.id)?.text ?? l.id)
                .join('; ')
            })}{#if heard.next.unmended > 0.005}
              {t('fault.ofTheDoubtLiesThereAnd', { unmended: Math.round(100 * heard.next.unmended) })}{/if}
          </p>
        {/if}
        {#if data.mayWrite}
          <div class="mt-3 flex flex-wrap gap-2">
            {#if test}{@render outcomes(test)}{:else if repair}
              <button
                type="button"
                class="button min-h-12 flex-1 text-base"
                onclick={() => say({ is: 'mended', repair: repair.id, helped: true })}>{t('fault.doneItHelped')}</button
              >
              <button
                type="button"
                class="button min-h-12 flex-1 text-base"
                onclick={() => say({ is: 'mended', repair: repair.id, helped: false })}>{t('fault.didNotHelp2')}</button
              >
            {/if}
          </div>
          {#if goals.length > 0 && data.job.stage === 'planned'}
            <form method="POST" action="?/goal" class="mt-2">
              <input type="hidden" name="goals" value={JSON.stringify(goals)} /><button
                class="button {repair ? 'button-now' : ''} w-full"
                >{repair ? t('fault.planItThereAndBack') : t('fault.planHowToGetThere')}</button
              >
            </form>
          {/if}
        {/if}
        {#if heard!.next!.candidates.length > 1}
          <h3 class="mt-5 text-sm font-semibold text-soft">{t('fault.instead')}</h3>
          <ul class="mt-1">
            {#each heard!.next!.candidates.slice(1, 6) as c (c.do + c.id)}
              {@const other = c.do === 'test' ? testOf(c.id) : undefined}
              <li class="border-b border-rule py-1.5 last:border-0">
                <details>
                  <summary class="flex cursor-pointer gap-2"
                    ><span class="flex-1">{nameOf(c)}</span><span class="figure shrink-0 text-soft">{about(c)}</span
                    ></summary
                  >
                  {#if data.mayWrite}
                    <div class="mt-1.5 flex flex-wrap gap-2">
                      {#if other}{@render outcomes(other)}{:else}<button
                          type="button"
                          class="button flex-1"
                          onclick={() => say({ is: 'mended', repair: c.id, helped: true })}
                          >{t('fault.doneItHelped')}</button
                        ><button
                          type="button"
                          class="button flex-1"
                          onclick={() => say({ is: 'mended', repair: c.id, helped: false })}
                          >{t('fault.didNotHelp2')}</button
                        >{/if}
                    </div>
                  {/if}
                </details>
              </li>
            {/each}
          </ul>
        {/if}
      {/if}
      {#if there.length > 0 && !isUnexplained && ranked.length > 0 && !data.state.mendedBy}
        <h3 class="mt-5 text-sm font-semibold text-soft">{t('fault.likelyFaults')}</h3>
        <ul class="mt-1.5 space-y-1.5">
          {#each ranked.slice(0, 7) as { fault, belief } (fault.id)}
            <li>
              <button
                type="button"
                class="block w-full text-start"
                disabled={!fault.part && !fault.joint}
                onclick={() => {
                  pointed = fault.joint ? { what: 'joint', id: fault.joint } : { what: 'part', id: fault.part! };
                  zoneOfChoice = undefined;
                }}
              >
                <span class="flex justify-between gap-3"
                  ><span>{fault.name}</span><span class="figure ps-2 whitespace-nowrap text-soft">{chance(belief)}</span
                  ></span
                >
                <span class="gauge mt-0.5 block h-1.5 rounded-full bg-rule"
                  ><span class="block h-full rounded-full bg-act" style:width="{Math.max(1, 100 * belief)}%"
                  ></span></span
                >
              </button>
            </li>
          {/each}
        </ul>
      {/if}
      {#if tried.length > 0}
        <h3 class="mt-5 text-sm font-semibold text-soft">
          {t('fault.tested', { n: t('count.thing', { n: tried.length }) })}
        </h3>
        <ul class="mt-1 list-disc ps-5 text-[0.94rem]">
          {#each tried as t (t)}<li>{t}</li>{/each}
        </ul>
      {/if}
      {#if data.mayWrite && (tried.length > 0 || there.length > 0 || data.state.mendedBy)}<button
          type="button"
          class="link mt-3 self-start text-sm"
          onclick={() => say({ is: 'afresh' })}>{t('fault.startOver')}</button
        >{/if}
    </section>
  </div>
{/if}
