<script lang="ts">
  import { Dialog } from 'bits-ui';
  import type { Step } from '$core/plan';
  import { possibleFacts, type NotSo } from '$core/run';
  import { DIFFERS } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** What is said in words: that something is not so, how a test fails, a note. */
  export type Kind = 'not-so' | 'fail' | 'note';
  let {
    kind,
    step,
    problem,
    onrecord
  }: {
    kind: Kind;
    step: Step | undefined;
    /** Why it could not be recorded. */ problem: string;
    onrecord: (words: string, what: NotSo) => void;
  } = $props();

  let words = $state('');
  let what = $state<NotSo>('could-not');
  const TITLE = {
    'not-so': t('bench.whatIsDifferent'),
    fail: t('bench.howDoesItFail'),
    note: t('bench.note2')
  } as const;
</script>

<Dialog.Title class="text-xl font-semibold">{TITLE[kind]}</Dialog.Title>
<Dialog.Description class="mt-1 text-soft">{told(step?.text)}</Dialog.Description>
<form
  class="mt-4 space-y-3"
  onsubmit={(e) => {
    e.preventDefault();
    onrecord(words, what);
  }}
>
  {#if kind === 'not-so'}
    <div class="grid grid-cols-2 gap-2">
      {#each step ? possibleFacts(step) : [] as fact (fact)}
        <label class="button justify-start has-checked:border-act has-checked:bg-act has-checked:text-on-act"
          ><input type="radio" name="what" value={fact} bind:group={what} class="accent-(--on-act)" />{told(
            DIFFERS[fact]
          )}</label
        >
      {/each}
    </div>
  {/if}
  <label class="block"
    ><span class="label">{kind === 'not-so' ? t('bench.noteIfNeeded') : t('bench.note2')}</span><textarea
      class="field"
      rows="3"
      maxlength="2000"
      bind:value={words}
      required={kind === 'note'}></textarea></label
  >
  {#if problem}<p class="text-now" role="alert">{problem}</p>{/if}
  <div class="flex gap-2">
    <button class="button button-act flex-1">{t('bench.save')}</button><Dialog.Close class="button"
      >{t('bench.cancel')}</Dialog.Close
    >
  </div>
</form>
