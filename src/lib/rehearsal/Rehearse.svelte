<script lang="ts">
  import './rehearsal.css';
  import { untrack } from 'svelte';
  import { accessOf } from '$core/access';
  import { sceneOf, thingsOf, type Thing } from '$core/drawing';
  import type { FaultSet } from '$core/faults';
  import { goalParts, type Goal } from '$core/goals';
  import { openId } from '$core/ids';
  import { modelOf, type Machine } from '$core/machine';
  import type { Plan } from '$core/plan';
  import { troubleWords, type Trouble } from '$core/practice';
  import { powerSteps, REHEARSAL_FORMAT, type Entry, type RehearsalRecord } from '$core/rehearsal';
  import { goalWords, isolationWords } from '$core/words';
  import { ExploreDrawing } from '$lib/ui/drawing';
  import ThingList from '$lib/ui/drawing/ThingList.svelte';
  import { isTyping } from '$lib/ui/typing';
  import { useWords } from '$lib/words';
  import Handling from './Handling.svelte';
  import Heard from './Heard.svelte';
  import { Rehearsing } from './rehearsing.svelte';
  import Stance from './Stance.svelte';
  import Story from './Story.svelte';
  import Tray from './Tray.svelte';

  const { t, told } = useWords();

  interface Props {
    machine: Machine;
    hash: string;
    faults?: FaultSet | undefined;
    goals: readonly Goal[];
    plan: Plan;
    /** Steps that gave trouble in this shop's runs. */
    troubles: readonly Trouble[];
    /** What was done already, when one comes back to it. */
    entries?: readonly Entry[];
    /** Keeps what is done on this device. */
    keep: (entries: readonly Entry[]) => void;
    /** Takes a rehearsal that was said to be done. */
    onend: (record: RehearsalRecord) => void;
    /** Begins from a closed machine. */
    onagain: () => void;
    /** What new parts cost, by the part, minor units. */
    prices: Readonly<Record<string, number>>;
    currency: string;
    /** Rehearsals that have not reached the server. */
    waiting: number;
    /** Rehearsals that the server will not have. */
    refused: number;
    /** The page that one came from. */
    back: { href: string; name: string };
  }
  let {
    machine,
    hash,
    faults,
    goals,
    plan,
    troubles,
    entries,
    keep,
    onend,
    onagain,
    prices,
    currency,
    waiting,
    refused,
    back
  }: Props = $props();

  // A rehearsal keeps its machine and its work; another one is another component.
  const r = untrack(
    () =>
      new Rehearsing({
        access: accessOf(modelOf(machine)),
        goals,
        plan,
        faults,
        troubles,
        keep,
        ...(entries ? { entries } : {})
      })
  );
  const { model } = r.access;

  let lit = $state<string>();
  const scene = $derived(sceneOf(model, r.zone, r.drawn));
  const things = $derived(thingsOf(model, scene, r.drawn));
  const isAway = $derived(!r.isInFront(model.zone(r.zone)));
  const picked = $derived(r.picked);
  /** The holes of screws that are out, by their numbers. */
  const holes = $derived.by(() => {
    const joint = picked && 'joint' in picked ? model.joint(picked.joint) : undefined;
    return joint?.kind === 'screws' && r.state.open.has(openId(joint.id)) ? joint.at.map((_, i) => i) : undefined;
  });
  const power = powerSteps(model);

  function pick({ what, id }: Pick<Thing, 'what' | 'id'>) {
    if (id === model.root.id) return;
    r.picked = what === 'joint' ? { joint: id } : { part: id };
  }
  let handling = $state<Handling>();

  /** Digits are what may be done with the thing that is picked, in the order in which it stands there. */
  function onkeydown(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event)) return;
    if (/^[1-9]$/.test(event.key) && !r.isOver && handling?.act(Number(event.key) - 1)) event.preventDefault();
  }

  function end() {
    r.end();
    onend({
      format: REHEARSAL_FORMAT,
      machine: { id: machine.id, revision: machine.revision, hash },
      goals: [...goals],
      entries: [...r.log.entries]
    });
  }
</script>

<!-- svelte-ignore a11y_no_noninteractive_element_interactions (keys of the buttons in it) -->
<section class="rehearsal" class:told={r.isOver && r.story.length > 0} aria-label={t('rehearsal.title')} {onkeydown}>
  <header class="bar">
    <div class="min-w-0 flex-1">
      <p class="text-sm text-soft">
        <a class="link" href={back.href}>{back.name}</a> · {machine.maker}
        {machine.model}
      </p>
      <h1 class="text-lg">{goals.map((g) => told(goalWords(model, g))).join(' · ')}</h1>
    </div>
    <Stance {r} />
    <p class="text-sm" role="status">
      {#if r.log.isReached}<span class="font-semibold text-good">{t('rehearsal.reached')}</span>{:else}<span
          class="text-soft">{t('rehearsal.goingDown')}</span
        >{/if}
    </p>
    {#if r.isOver}
      <button type="button" class="button" onclick={onagain}>{t('rehearsal.again')}</button>
    {:else}
      <button type="button" class="button" onclick={() => r.hint()}>{t('rehearsal.whatNow')}</button>
      <button type="button" class="button button-act" onclick={end}>{t('rehearsal.done')}</button>
    {/if}
  </header>

  <div class="drawing-of" class:away={isAway && !r.isOver}>
    <div class="min-h-0 flex-1 px-3 pt-1.5">
      <ExploreDrawing
        {model}
        zone={r.zone}
        state={r.drawn}
        {...picked && 'joint' in picked ? { nowJoint: picked.joint } : {}}
        {...picked && 'part' in picked ? { nowPart: picked.part } : {}}
        goals={goalParts(goals)}
        {...holes ? { holes } : {}}
        hint={t('rehearsal.pick')}
        withAbout={false}
        onzone={(zone) => r.turnTo(zone)}
        onpick={r.isOver ? undefined : pick}
        bind:lit
      />
    </div>
  </div>

  <aside class="hands" aria-label={t('rehearsal.hands')}>
    {#if r.isOver}
      <Story
        {r}
        {machine}
        {faults}
        {back}
        {waiting}
        {refused}
        {prices}
        {currency}
        onlook={(thing) => (r.picked = thing)}
      />
    {:else}
      <Heard {r} />
      {#if picked}
        {#key picked}<Handling bind:this={handling} {r} thing={picked} />{/key}
      {/if}
      {#if troubles.length > 0}
        <details class="power">
          <summary>{t('rehearsal.mind', { n: troubles.length })}</summary>
          <ul>
            {#each troubles as trouble (trouble.step)}
              <li>
                <span class="font-semibold">{told(plan.steps.find((s) => s.id === trouble.step)?.text)}</span>: {troubleWords(
                  trouble
                )
                  .map(told)
                  .join(', ')}
              </li>
            {/each}
          </ul>
        </details>
      {/if}
      <details class="power" open={!picked}>
        <summary>{t('rehearsal.power')}</summary>
        <ul>
          {#each power as step (step.id)}
            {@const isDone = r.state.isolated.has(step.id)}
            <li>
              <button
                type="button"
                class="way"
                aria-pressed={isDone}
                onclick={() => r.try({ do: isDone ? 'restore' : 'isolate', step: step.id })}
                >{isDone && step.undo
                  ? t('rehearsal.undone', { step: told(isolationWords(model, step).text) })
                  : told(isolationWords(model, step).text)}</button
              >
            </li>
          {/each}
        </ul>
      </details>
      <div class="list">
        <ThingList {things} bind:lit canPick={(thing) => thing.id !== model.root.id} onpick={pick} withAbout={false} />
      </div>
    {/if}
  </aside>

  {#if !r.isOver}<Tray {r} />{/if}
</section>

<style>
  .rehearsal {
    display: grid;
    grid-template: 'bar bar' auto 'drawing hands' minmax(0, 1fr) 'tray tray' auto / minmax(0, 1fr) 340px;
    height: calc(100dvh - var(--head));
    background: var(--sheet);
  }
  .rehearsal.told {
    grid-template-columns: minmax(0, 1fr) minmax(0, 46%);
  }
  .bar {
    grid-area: bar;
    display: flex;
    align-items: center;
    gap: 0.75rem;
    padding: 0.4rem 0.75rem;
    border-bottom: 1px solid var(--rule);
  }
  .drawing-of {
    grid-area: drawing;
    display: flex;
    flex-direction: column;
    min-height: 0;
    min-width: 0;
    background: var(--sunk);
  }
  .away :global(.canvas .drawing) {
    opacity: 0.5;
  }
  .hands {
    grid-area: hands;
    display: flex;
    flex-direction: column;
    gap: 0.6rem;
    min-height: 0;
    padding: 0.6rem 0.75rem;
    overflow-y: auto;
    border-inline-start: 1px solid var(--rule);
  }
  .list {
    display: flex;
    flex-direction: column;
    flex: 1 0 180px;
    min-height: 180px;
  }
  .power summary {
    cursor: pointer;
    font-weight: 600;
  }
  .power ul {
    display: grid;
    gap: 0.3rem;
    padding-top: 0.4rem;
  }
  @media (width < 64rem) {
    .rehearsal {
      grid-template: 'bar' auto 'drawing' minmax(330px, 48dvh) 'hands' auto 'tray' auto / minmax(0, 1fr);
      height: auto;
    }
    .rehearsal.told {
      grid-template-columns: minmax(0, 1fr);
    }
    .bar {
      flex-wrap: wrap;
    }
    .bar > :first-child {
      flex-basis: 100%;
    }
    .hands {
      border-inline-start: 0;
    }
    .list {
      flex: none;
      height: 260px;
    }
  }
</style>
