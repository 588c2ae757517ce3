<script lang="ts">
  import { QUESTIONS, triage, type HazardAnswers } from '$core/hazards';
  import type { JobFact, JobState } from '$core/job';
  import { moment } from '$lib/ui/dates';
  import { plural } from '$lib/ui/format';
  import OctagonAlert from '@lucide/svelte/icons/octagon-alert';
  import { CONDITION_WORDS } from '$core/words';

  /** Can it hurt anyone? Asked before anything else, in one screenful; an answer counts as soon as it is given. */
  let {
    state: job,
    mayWrite,
    isLead,
    onsay
  }: { state: JobState; mayWrite: boolean; isLead: boolean; onsay: (fact: JobFact) => void } = $props();

  let given = $state.raw<HazardAnswers>({});
  const answers = $derived<HazardAnswers>({ ...job.hazards, ...given });
  const found = $derived(triage(answers));
  let why = $state('');

  function answer(question: string, value: string) {
    given = { ...given, [question]: value };
    // One fact for the whole round: the history tells what was asked, not every click.
    if (found.open.length === 0 || found.stops.length > 0) onsay({ is: 'hazards', answers });
  }
</script>

<section aria-labelledby="triage">
  <h2 id="triage" class="text-lg">1 · Can it hurt anyone?</h2>
  {#if found.stops.length > 0}
    <div class="mt-2 rounded-lg border-2 border-now bg-now-wash px-4 py-3" role="alert">
      {#each found.stops as stop (stop.text)}
        <p class="flex items-center gap-2 text-lg font-semibold text-now">
          <OctagonAlert size={22} aria-hidden="true" />
          {stop.text}
        </p>
        <ol class="mt-1.5 list-decimal space-y-1 pl-6">
          {#each stop.now as line (line)}<li>{line}</li>{/each}
        </ol>
      {/each}
      {#if job.allowed && found.stops.length > 0}
        <p class="mt-2 border-t border-now pt-2">
          <span class="font-semibold">{job.allowed.by} let the work go on</span> ({moment(job.allowed.at)}): {job
            .allowed.why}
        </p>
      {:else if isLead && mayWrite}
        <form
          class="mt-3 flex gap-2 border-t border-now pt-3"
          onsubmit={(e) => {
            e.preventDefault();
            onsay({ is: 'allowed', why });
            why = '';
          }}
        >
          <label class="flex-1"
            ><span class="sr-only">Why the work may go on</span><input
              class="field"
              required
              maxlength="500"
              placeholder="Why the work may go on: who made it safe, when, under which rules"
              bind:value={why}
            /></label
          >
          <button class="button">Let it go on</button>
        </form>
      {:else}
        <p class="mt-2 border-t border-now pt-2">The job stands still. Only a lead can let it go on, in writing.</p>
      {/if}
    </div>
  {:else if found.open.length > 0}
    <p class="mt-1 text-soft">
      {plural(found.open.length, 'question')} to go. Nothing is opened, charged or switched on before.
    </p>
  {/if}
  <div class="mt-2 divide-y divide-rule">
    {#each QUESTIONS as q (q.id)}
      <fieldset class="pt-1.5 pb-2.5" disabled={!mayWrite}>
        <legend class="pt-2 pb-1 font-semibold">{q.text}</legend>
        <div class="flex flex-wrap gap-1.5">
          {#each Object.entries(q.answers) as [value, text], i (value)}
            <label
              class="flex min-h-9 cursor-pointer items-center rounded-md border px-2.5 text-[0.92rem] has-disabled:cursor-default {answers[
                q.id
              ] === value
                ? i === 0
                  ? 'border-good bg-good-wash font-semibold text-good'
                  : 'border-now bg-now-wash font-semibold text-now'
                : 'border-rule-strong bg-sheet'}"
            >
              <input
                type="radio"
                class="sr-only"
                name={q.id}
                {value}
                checked={answers[q.id] === value}
                onchange={() => answer(q.id, value)}
              />{text}
            </label>
          {/each}
        </div>
        {#if answers[q.id] !== undefined && answers[q.id] !== Object.keys(q.answers)[0]}<p
            class="pt-1 text-sm text-soft"
          >
            {q.why}
          </p>{/if}
      </fieldset>
    {/each}
  </div>
  {#if found.conditions.length > 0}
    <div class="mt-2 rounded-md border-l-4 border-warn bg-warn-wash px-3 py-2 text-warn">
      <p class="font-semibold">Holds for the whole job, and stands in its plan:</p>
      <ul class="list-disc pl-5">
        {#each found.conditions as c (c)}<li>{CONDITION_WORDS[c]}</li>{/each}
      </ul>
    </div>
  {/if}
</section>
