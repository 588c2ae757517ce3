<script lang="ts">
  import { tick } from 'svelte';
  import Check from '@lucide/svelte/icons/check';
  import X from '@lucide/svelte/icons/x';
  import {
    answerForm,
    askWords,
    givenWords,
    leadName,
    LETTERS,
    optionWords,
    rightAnswer,
    shownWith,
    whyWords,
    type Answer,
    type Exercise,
    type Ground
  } from '$core/exercises';
  import type { JointOf } from '$core/machine';
  import type { PracticeRound } from '$lib/practice/day.svelte';
  import { useWords } from '$lib/words';
  import Face from './Face.svelte';
  import Screws from './Screws.svelte';

  const { t, told, language } = useWords();

  interface Props {
    round: PracticeRound;
    exercise: Exercise;
    ground: Ground;
    /** Answers that have not reached the server. */
    waiting: number;
  }
  let { round, exercise, ground, waiting }: Props = $props();

  const form = $derived(answerForm(exercise.kind));
  const { machine } = $derived(ground.access.model);
  const given = $derived(givenWords(ground, exercise, language));
  let chosen = $state<string[]>([]);
  let pairs = $state<Record<string, string>>({});
  let line = $state<[number, number][]>([]);

  const isMarked = $derived(round.marked !== undefined);
  const shown = $derived(shownWith(ground, exercise, isMarked));
  const right = $derived(rightAnswer(ground, exercise));
  const isRightOption = (option: string) => 'options' in right && right.options.includes(option);
  const answer = $derived.by((): Answer | undefined => {
    switch (form) {
      case 'line':
        return line.length > 1 ? { line: $state.snapshot(line) } : undefined;
      case 'pairs':
        return exercise.given.every((plug) => pairs[plug])
          ? { options: exercise.given.map((plug) => pairs[plug]!) }
          : undefined;
      case 'order':
        return chosen.length === exercise.options.length ? { options: $state.snapshot(chosen) } : undefined;
      default:
        return chosen.length > 0 ? { options: $state.snapshot(chosen) } : undefined;
    }
  });

  let after = $state<HTMLElement>();
  async function check(event: SubmitEvent) {
    event.preventDefault();
    if (isMarked) return round.next();
    if (!answer) return;
    round.give(answer);
    await tick();
    after?.focus();
  }

  function choose(option: string) {
    if (form === 'order') chosen = chosen.includes(option) ? chosen.filter((o) => o !== option) : [...chosen, option];
    else chosen = [option];
  }
  /** A screw is known by its picture; its size would tell which it is. */
  const named = (option: string, i: number) =>
    exercise.kind === 'screw' && !isMarked
      ? t('practice.screw', { letter: LETTERS[i] ?? '' })
      : told(optionWords(ground, exercise, option));
  const screwOf = (id: string) => (ground.access.model.joint(id) as JointOf<'screws'>).screw;
  const HOW = {
    one: 'practice.chooseOne',
    some: 'practice.chooseSome',
    order: 'practice.chooseOrder',
    pairs: 'practice.choosePairs'
  } as const;
</script>

<div class="flex min-h-0 flex-1 justify-center gap-5 max-lg:flex-col max-lg:justify-start">
  {#if shown}
    <Face
      model={ground.access.model}
      {shown}
      {line}
      onplace={form === 'line' && !isMarked ? (at) => (line = [...line, at]) : undefined}
    />
  {/if}
  <form class="flex min-w-0 flex-1 flex-col gap-3 lg:max-w-[560px] lg:overflow-auto" onsubmit={check}>
    <p class="text-sm text-soft">
      {t('practice.of', { n: round.done + (isMarked ? 0 : 1), of: Math.max(round.count, round.done) })} · {machine.maker}
      {machine.model}
    </p>
    <h1 class="text-xl" id="asked">{told(askWords(ground, exercise))}</h1>
    {#if given.length > 0}
      <ul class="list-disc ps-5">
        {#each given as one, i (i)}<li>{told(one)}</li>{/each}
      </ul>
    {/if}
    {#if form === 'pairs'}
      {#each exercise.given as plug (plug)}
        <label class="flex items-center justify-between gap-3"
          ><span>{told(leadName(ground, plug))}</span>
          <select class="field w-28" bind:value={pairs[plug]} disabled={isMarked}>
            <option value=""></option>
            {#each exercise.options as socket (socket)}<option value={socket}
                >{told(optionWords(ground, exercise, socket))}</option
              >{/each}
          </select></label
        >
      {/each}
    {:else if form === 'line'}
      <p aria-live="polite">{t('practice.places', { n: line.length })}</p>
      <button
        type="button"
        class="button self-start"
        disabled={line.length === 0 || isMarked}
        onclick={() => (line = line.slice(0, -1))}>{t('practice.takeBack')}</button
      >
    {:else}
      {#if exercise.kind === 'screw'}
        <Screws screws={exercise.options.map((id, i) => ({ letter: LETTERS[i] ?? '', screw: screwOf(id) }))} />
      {/if}
      <fieldset class="flex flex-col gap-1.5" disabled={isMarked}>
        <legend class="pb-1 text-sm text-soft">{form === 'tries' ? '' : t(HOW[form])}</legend>
        {#each exercise.options as option, i (option)}
          <label
            class="option"
            class:good={isMarked && form !== 'order' && isRightOption(option)}
            class:bad={isMarked &&
              chosen.includes(option) &&
              (form === 'order' ? round.marked!.wrong.includes(option) : !isRightOption(option))}
          >
            {#if form === 'some'}
              <input type="checkbox" value={option} bind:group={chosen} />
            {:else if form === 'order'}
              <input
                type="checkbox"
                class="sr-only"
                checked={chosen.includes(option)}
                onchange={() => choose(option)}
              />
              <span class="place" aria-hidden="true">{chosen.includes(option) ? chosen.indexOf(option) + 1 : ''}</span>
            {:else}
              <input type="radio" name="option" checked={chosen.includes(option)} onchange={() => choose(option)} />
            {/if}
            <span
              >{named(option, i)}{#if form === 'order' && chosen.includes(option)}<span class="sr-only"
                  >{t('practice.position', { n: chosen.indexOf(option) + 1 })}</span
                >{/if}</span
            >
          </label>
        {/each}
      </fieldset>
    {/if}
    {#if round.marked}
      <div
        class="rounded-md border-s-4 px-3 py-2 {round.marked.isRight
          ? 'border-good bg-good-wash'
          : 'border-now bg-now-wash'}"
        role="status"
      >
        <p class="flex items-center gap-2 font-semibold">
          {#if round.marked.isRight}<Check size={18} aria-hidden="true" />{:else}<X size={18} aria-hidden="true" />{/if}
          {t(round.marked.isRight ? 'practice.right' : 'practice.wrong')}
        </p>
        {#each whyWords(ground, exercise, round.answer!) as why, i (i)}<p class="mt-1">{told(why)}</p>{/each}
      </div>
    {/if}
    {#if waiting > 0}<p class="text-sm text-soft">{t('practice.waiting', { n: waiting })}</p>{/if}
    <div class="mt-auto flex gap-2 pt-2">
      <button bind:this={after} class="button button-act min-w-32" disabled={!isMarked && !answer}
        >{t(isMarked ? 'practice.next' : 'practice.check')}</button
      >
      {#if form === 'order' && !isMarked && chosen.length > 0}
        <button type="button" class="button" onclick={() => (chosen = [])}>{t('practice.clear')}</button>
      {/if}
    </div>
  </form>
</div>

<style>
  .option {
    display: flex;
    align-items: center;
    gap: 0.6rem;
    min-height: 44px;
    padding: 0.35rem 0.75rem;
    border: 1px solid var(--rule-strong);
    border-radius: 6px;
    background: var(--sheet);
    cursor: pointer;
  }
  .option:has(:focus-visible) {
    outline: 3px solid var(--now);
    outline-offset: 1px;
  }
  .option:has(:checked) {
    border-color: var(--ink);
    box-shadow: inset 0 0 0 1px var(--ink);
  }
  .good {
    border-color: var(--good);
    background: var(--good-wash);
  }
  .bad {
    border-color: var(--now);
    background: var(--now-wash);
  }
  .place {
    display: inline-grid;
    place-items: center;
    flex: none;
    width: 1.7rem;
    height: 1.7rem;
    border: 1px solid var(--rule-strong);
    border-radius: 50%;
    font-weight: 600;
  }
</style>
