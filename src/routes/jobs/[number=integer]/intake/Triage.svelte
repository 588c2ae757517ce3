<script lang="ts">
  import { QUESTIONS, triage, type HazardAnswers } from '$core/hazards';
  import type { JobFact, JobState } from '$core/job';
  import { moment } from '$lib/ui/dates';
  import OctagonAlert from '@lucide/svelte/icons/octagon-alert';
  import { CONDITION_WORDS } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

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
  <h2 id="triage" class="text-lg">{t('intake.1SafetyQuestions')}</h2>
  {#if found.stops.length > 0}
    <div class="mt-2 rounded-lg border-2 border-now bg-now-wash px-4 py-3" role="alert">
      {#each found.stops as stop (told(stop.text))}
        <p class="flex items-center gap-2 text-lg font-semibold text-now">
          <OctagonAlert size={22} aria-hidden="true" />
          {told(stop.text)}
        </p>
        <ol class="mt-1.5 list-decimal space-y-1 ps-6">
          {#each stop.now as line, i (i)}<li>{told(line)}</li>{/each}
        </ol>
      {/each}
      {#if job.allowed && found.stops.length > 0}
        <p class="mt-2 border-t border-now pt-2">
          <span class="font-semibold">{t('intake.allowedTheWork', { by: job.allowed.by })}</span> ({moment(
            job.allowed.at
          )}): {told(job.allowed.why)}
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
            ><span class="sr-only">{t('intake.whyTheWorkMayContinue')}</span><input
              class="field"
              required
              maxlength="500"
              placeholder={t('intake.whyTheWorkMayContinueWho')}
              bind:value={why}
            /></label
          >
          <button class="button">{t('intake.allowTheWork')}</button>
        </form>
      {:else}
        <p class="mt-2 border-t border-now pt-2">{t('intake.theJobIsStoppedOnlyA')}</p>
      {/if}
    </div>
  {:else if found.open.length > 0}
    <p class="mt-1 text-soft">
      {t('intake.toGoDoNotOpenCharge', { n: t('count.question', { n: found.open.length }) })}
    </p>
  {/if}
  <div class="mt-2 divide-y divide-rule">
    {#each QUESTIONS as q (q.id)}
      <fieldset class="pt-1.5 pb-2.5" disabled={!mayWrite}>
        <legend class="pt-2 pb-1 font-semibold">{told(q.text)}</legend>
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
              />{told(text)}
            </label>
          {/each}
        </div>
        {#if answers[q.id] !== undefined && answers[q.id] !== Object.keys(q.answers)[0]}<p
            class="pt-1 text-sm text-soft"
          >
            {told(q.why)}
          </p>{/if}
      </fieldset>
    {/each}
  </div>
  {#if found.conditions.length > 0}
    <div class="mt-2 rounded-md border-s-4 border-warn bg-warn-wash px-3 py-2 text-warn">
      <p class="font-semibold">{t('intake.appliesToTheWholeJobAnd')}</p>
      <ul class="list-disc ps-5">
        {#each found.conditions as c (c)}<li>{told(CONDITION_WORDS[c])}</li>{/each}
      </ul>
    </div>
  {/if}
</section>
