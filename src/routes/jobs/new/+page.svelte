<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import { goto } from '$app/navigation';
  import { onDestroy, onMount } from 'svelte';
  import { laidBare, type Thing } from '$core/drawing';
  import { LISTING_MAX, readListing } from '$core/hardware';
  import { modelOf } from '$core/machine';
  import { planRequest, type Plan } from '$core/plan';
  import { FIRST_WEIGHTING } from '$core/solve';
  import DiveProfile from '$lib/ui/DiveProfile.svelte';
  import { ExploreDrawing } from '$lib/ui/drawing';
  import { livePlan } from '$lib/planning/live-plan.svelte';
  import MachineSearch from '$lib/ui/MachineSearch.svelte';
  import { Drafts } from '$lib/ui/drafts';
  import { duration } from '$lib/ui/format';
  import GoalPicker from '$lib/ui/plan/GoalPicker.svelte';
  import { picking } from '$lib/ui/plan/picking';
  import { faceOf, goalId, goalParts, Goals, type Goal } from '$core/goals';
  import { whyNot } from '$core/result';
  import Term from '$lib/ui/Term.svelte';
  import { useWords } from '$lib/words';
  import TextFileInput from '$lib/ui/TextFileInput.svelte';
  import JobFields from './JobFields.svelte';

  type MachineRow = (typeof data.choice.machines)[number];
  const { t, told } = useWords();

  let { data, form } = $props();
  let goals = $state.raw<Goal[]>([]);
  let doing = $state<Goal['do']>('replace');
  let sending = $state(false);
  let zone = $state('');
  let typed = $state({ customer: '', serial: '', complaint: '', dueOn: '' });
  /** What was typed before comes from a draft. */
  let isKept = $state(false);

  const model = $derived(data.machine ? modelOf(data.machine) : undefined);
  const picked = $derived(model ? picking(model, doing) : undefined);
  const parts = $derived(goalParts(goals));
  const live = livePlan();
  onDestroy(() => live.close());
  $effect(() =>
    live.ask(
      data.machine && goals.length > 0
        ? planRequest({ machine: data.machine, hash: data.hash! }, data.basis, {
            goals,
            weighting: FIRST_WEIGHTING,
            avoid: []
          })
        : undefined
    )
  );
  const shownZone = $derived(zone || data.machine?.zones[0]?.id || '');
  const opened = $derived(model ? laidBare(model, parts) : undefined);

  // What is typed is kept until it is sent: whoever is called away goes on where they were.
  const DRAFT = t('newJob.newJob');
  type Kept = { fileId: number | null; goals: unknown; typed: typeof typed };
  const isKeptDraft = (value: unknown): value is Kept =>
    typeof (value as Kept | null)?.typed === 'object' && (value as Kept).typed !== null;
  const drafts = () => new Drafts(localStorage, data.person?.id ?? '');
  const isListed = (fileId: number) => data.choice.machines.some((m) => m.fileId === fileId);
  /** Whether a file of the draft is in this library. */
  async function isThere(fileId: number): Promise<boolean> {
    if (!isListed(fileId)) await goto(`/jobs/new?kept=${fileId}`, { replaceState: true });
    return isListed(fileId);
  }
  let isMounted = $state(false);
  onMount(async () => {
    const kept = drafts().read(DRAFT, isKeptDraft);
    if (kept) {
      for (const field of Object.keys(typed) as (keyof typeof typed)[])
        if (typeof kept.typed[field] === 'string') typed[field] = kept.typed[field];
      if (kept.fileId !== data.fileId && kept.fileId !== null && (await isThere(kept.fileId)))
        await goto(`/jobs/new?machine=${kept.fileId}`, { replaceState: true });
      const read = Goals.safeParse(kept.goals);
      if (kept.fileId === data.fileId && read.success) goals = read.data.filter((g) => faceOf(model!, g) !== undefined);
      isKept = true;
    }
    isMounted = true;
  });
  $effect(() => {
    if (!isMounted) return;
    if (goals.length === 0 && Object.values(typed).every((t) => t.trim() === '')) drafts().drop(DRAFT);
    else drafts().keep(DRAFT, { fileId: data.fileId, goals, typed });
  });
  function beginAnew() {
    typed = { customer: '', serial: '', complaint: '', dueOn: '' };
    goals = [];
    isKept = false;
  }

  /** The machine of the library that calls itself so, whether it is listed or not. */
  async function machineNamed(named: string): Promise<MachineRow | undefined> {
    const itself = named.toLowerCase();
    const listed = () =>
      data.choice.machines.find(
        (m) => itself.includes(m.model.toLowerCase()) && itself.includes(m.maker.toLowerCase())
      );
    if (!listed() && data.choice.more > 0 && itself.trim())
      await goto(`/jobs/new?${new URLSearchParams({ machine: String(data.fileId), named })}`, { keepFocus: true });
    return listed();
  }

  let said = $state('');
  /** The machine names itself: its model and serial number, from a listing. */
  async function fromListing(text: string) {
    const read = readListing(text);
    if (!read.ok) return void (said = told(whyNot(read)));
    const { maker, model: called, serial: number } = read.listing.identity;
    if (number) typed.serial = number;
    const found = await machineNamed(`${maker ?? ''} ${called ?? ''}`);
    said = found
      ? t('newJob.itSaysItIsA', {
          maker: found.maker,
          model: found.model,
          number: number ? t('newJob.serialNumber', { number }) : ''
        })
      : t('newJob.itSaysItIsAThe', {
          machine: [maker, called].filter(Boolean).join(' ') || t('newJob.machineWithoutAName')
        });
    if (found && found.fileId !== data.fileId) await goto(`/jobs/new?machine=${found.fileId}`, { keepFocus: true });
  }
  function toggle(goal: Goal) {
    const id = goalId(goal);
    const isChosen = goals.some((g) => goalId(g) === id);
    goals = isChosen ? goals.filter((g) => goalId(g) !== id) : [...goals, goal];
    // The machine turns to what was chosen.
    if (!isChosen && model) zone = faceOf(model, goal) ?? zone;
  }
  const count = (p: Plan, what: string) => p.steps.filter((s) => s.do === what).length;
</script>

<svelte:head><title>{t('newJob.newJobEagerWrench')}</title></svelte:head>

{#if !data.machine || !model}
  <div class="mx-auto max-w-xl px-6 py-20 text-center">
    <h1 class="text-2xl">{t('newJob.noMachineToWorkOnYet')}</h1>
    <p class="mt-3 text-soft">{t('newJob.aJobNeedsAMachineFile')}</p>
    <a class="button button-act mt-6" href="/machines">{t('newJob.toTheMachines')}</a>
    <a class="button mt-3" href="/jobs/new/unknown">{t('newJob.recordIt')}</a>
  </div>
{:else}
  <form
    method="POST"
    class="grid grid-cols-1 gap-5 px-5 py-5 max-lg:px-3 lg:grid-cols-[350px_minmax(0,1fr)]"
    use:enhance={once({
      then: () => {
        sending = true;
        return async ({ result, update }) => {
          if (result.type === 'redirect') {
            isMounted = false;
            drafts().drop(DRAFT);
          }
          await update();
          sending = false;
        };
      },
      unanswered: () => (sending = false)
    })}
  >
    <div class="space-y-3.5">
      <h1 class="text-2xl">{t('newJob.newJob2')}</h1>
      {#if form?.message}<p role="alert" class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2.5">
          {told(form.message)}
        </p>{/if}
      {#if isKept}<p class="flex items-center gap-3 rounded-md bg-sunk px-3 py-2" role="status">
          <span class="flex-1">{t('newJob.yourDraftFromBeforeIsBack')}</span>
          <button type="button" class="link" onclick={beginAnew}>{t('newJob.startOver')}</button>
        </p>{/if}
      <MachineSearch more={data.choice.more} keep={{ machine: String(data.fileId) }} />
      <label class="block">
        <span class="label">{t('newJob.machine')}</span>
        <select
          class="field"
          name="fileId"
          value={data.fileId}
          onchange={(e) => {
            goals = [];
            zone = '';
            void goto(`/jobs/new?machine=${e.currentTarget.value}`, { keepFocus: true });
          }}
        >
          {#each data.choice.machines as m (m.fileId)}<option value={m.fileId}
              >{m.maker} {m.model}, {m.revision}{m.standing === 'draft' ? ` (${t('newJob.draft')})` : ''}</option
            >{/each}
        </select>
      </label>
      <p class="-mt-2 text-sm text-soft">
        {t('newJob.notKnown')} <a class="link" href="/jobs/new/unknown">{t('newJob.recordIt')}</a>
      </p>
      <JobFields bind:typed>
        <div class="flex items-center gap-3">
          <label class="button shrink-0 cursor-pointer"
            >{t('newJob.fromAListing')}<TextFileInput
              accept=".json,.txt,.log,text/plain,application/json"
              maxBytes={LISTING_MAX}
              ontext={fromListing}
              onproblem={(words) => (said = words)}
            /></label
          >
          <p class="text-sm text-soft" role="status">{said || t('newJob.lshwJsonOrDmidecodeTheMachine')}</p>
        </div>
      </JobFields>
      <input type="hidden" name="goals" value={JSON.stringify(goals)} />

      <div class="h-96 lg:h-[calc(100vh-590px)] lg:min-h-60">
        <GoalPicker {model} {goals} {doing} ondoing={(d) => (doing = d)} ontoggle={toggle} />
      </div>
    </div>

    <div class="flex min-w-0 flex-col gap-4">
      <div class="sheet h-[60dvh] min-h-96 px-4 py-3 max-lg:px-2 lg:h-[calc(100vh-260px)]">
        <ExploreDrawing
          {model}
          zone={shownZone}
          state={opened!}
          goals={parts}
          onzone={(z) => (zone = z)}
          canPick={(thing: Thing) => picked!.canPick(thing)}
          onpick={(thing) => toggle(picked!.goalOf(thing))}
        />
      </div>

      <div
        class="sheet flex min-h-[150px] items-stretch gap-6 px-5 py-4 max-lg:flex-col max-lg:gap-3"
        aria-live="polite"
      >
        {#if live.problem}
          <div>
            <p class="text-lg font-semibold text-now">{t('newJob.thisCannotBePlanned')}</p>
            <p class="mt-1">{told(live.problem)}</p>
          </div>
        {:else if live.plan}
          {@const p = live.plan}
          <div class="shrink-0 lg:w-56">
            <p class="text-2xl font-semibold">{duration(p.times.p50)}</p>
            <p class="text-soft"><Term is="cautious">{t('newJob.cautious', { p80: duration(p.times.p80) })}</Term></p>
            <p class="mt-2">
              {t('newJob.toOpenToMove', {
                n: t('count.step', { n: p.steps.length }),
                open: t('count.joint', { n: count(p, 'open') }),
                move: t('count.part', { n: count(p, 'move') })
              })}
            </p>
          </div>
          <div class="h-32 min-w-0 lg:flex-1"><DiveProfile plan={p} /></div>
          <button class="button button-act self-center" disabled={sending}
            >{sending ? t('newJob.saving') : t('newJob.saveJob')}</button
          >
        {:else if live.waiting}
          <p class="self-center text-lg text-soft">{t('newJob.calculating')}</p>
        {:else}
          <p class="flex-1 self-center text-lg text-soft">
            {t('newJob.chooseWhatToDoInThe')}
          </p>
          <button class="button button-act self-center whitespace-nowrap" disabled={sending}
            >{sending ? t('newJob.saving') : t('newJob.saveForDiagnosis')}</button
          >
        {/if}
      </div>
    </div>
  </form>
{/if}
