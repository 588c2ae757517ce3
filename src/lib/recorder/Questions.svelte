<script lang="ts">
  import { DO_NOT_KNOW, type Reading } from '$core/recording';
  import { askedIn } from './asked';
  import { useWords } from '$lib/words';
  import Working from '$lib/ui/Working.svelte';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** What the record leaves open, the best first, while the machine still lies open. */
  interface Props {
    recorder: Recorder;
    reading: Reading | undefined;
    mayAct: boolean;
    /** Takes up the tool for what holds a part that came off. */
    onheld: (part: string) => void;
  }
  let { recorder, reading, mayAct, onheld }: Props = $props();

  const asked = $derived(askedIn(reading, recorder.state));
  const first = $derived(asked[0]);
  const said = $derived(first?.said === undefined ? undefined : first.options.find((o) => o.id === first.said));
  const lacking = $derived(reading?.lacking ?? []);
  /** What came off, and nobody tapped what held it. */
  const unseen = $derived(lacking.flatMap((l) => (l.why === 'unseen-hold' && 'part' in l ? [l.part] : [])));
  const left = $derived(lacking.filter((l) => l.why !== 'unseen-hold'));
  const nameOf = (part: string) => recorder.state.parts.find((p) => p.id === part)?.name ?? part;
  const answered = $derived(Object.keys(recorder.state.answers).length);
  const optionName = (option: { id: string; name?: Parameters<typeof told>[0] }) =>
    option.name !== undefined
      ? told(option.name)
      : option.id === 'yes'
        ? t('fault.yes')
        : option.id === 'no'
          ? t('fault.no')
          : option.id;
</script>

<div class="space-y-4">
  <h2 class="text-xl">{t('recorder.questions')}</h2>
  {#if !reading}<Working inLine />
  {:else if first}
    {#if first.about === 'power'}<p class="label">{t('recorder.powerFirstThing')}</p>{/if}
    <p class="text-lg" id="question">{told(first.text)}</p>
    {#if first.about === 'power'}<p class="text-soft">{t('recorder.powerTap')}</p>{/if}
    {#if first.said !== undefined}<p class="rounded-md bg-warn-wash px-3 py-2" role="status">
        {t('recorder.contradicted', { said: said ? optionName(said) : first.said })}
      </p>{/if}
    <div class="grid gap-2" role="group" aria-labelledby="question">
      {#each first.options as option (option.id)}
        <button
          type="button"
          class="button min-h-14 justify-start text-start text-lg"
          disabled={!mayAct}
          onclick={() => recorder.record({ type: 'answered', question: first.id, answer: option.id })}
          >{optionName(option)}{#if option.id === first.guess}<span class="font-normal text-soft"
              >{t('recorder.asItIsTaken')}</span
            >{/if}</button
        >
      {/each}
      <button
        type="button"
        class="button min-h-11 justify-start font-normal"
        disabled={!mayAct}
        onclick={() => recorder.record({ type: 'answered', question: first.id, answer: DO_NOT_KNOW })}
        >{t('recorder.doNotKnow')}</button
      >
    </div>
    {#if first.about !== 'power'}<p class="text-soft">
        {t('recorder.changesPlans', { n: first.goals, left: asked.length - 1 })}
      </p>{/if}
  {:else}
    <p class="text-lg">
      {reading.missing ? t('recorder.nothingToAskYet') : t('recorder.nothingLeftMatters')}
    </p>
  {/if}
  {#if answered > 0}<p class="text-soft">{t('recorder.answeredSoFar', { n: answered })}</p>{/if}
  {#if unseen.length > 0}
    <div>
      <h3 class="text-lg">{t('recorder.whatHeldThese')}</h3>
      <p class="text-soft">{t('recorder.whatHeldHow')}</p>
      <div class="mt-1 flex flex-wrap gap-1.5">
        {#each unseen as id (id)}<button
            type="button"
            class="button min-h-11"
            disabled={!mayAct}
            aria-label={t('recorder.tapWhatHeldIt', { part: nameOf(id) })}
            onclick={() => onheld(id)}>{nameOf(id)}</button
          >{/each}
      </div>
    </div>
  {/if}
  {#if left.length > 0}
    <div>
      <h3 class="text-lg">{t('recorder.notInTheFileYet')}</h3>
      <ul class="mt-1 list-disc ps-5">
        {#each left as l, i (i)}
          <li>
            {'part' in l
              ? t('recorder.nothingHoldsIt', { part: nameOf(l.part) })
              : t('recorder.holdsNothing', {
                  joint: recorder.state.joints.find((j) => j.id === l.joint)?.name ?? l.joint
                })}
          </li>
        {/each}
      </ul>
    </div>
  {/if}
</div>
