<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { v4 as uuid } from 'uuid';
  import type { Fact } from '$core/run';
  import { Unanswered } from '$lib/ui/unanswered';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** What may still be said of a signed run: a second person's signature, and what was wrong in it. */
  let { run, mayCountersign, second }: { run: string; mayCountersign: boolean; second: boolean } = $props();

  let text = $state('');
  let problem = $state('');
  let isBusy = $state(false);

  const unanswered = new Unanswered(() => ({ id: uuid(), at: new Date().toISOString() }));

  async function say(fact: Fact) {
    const said = JSON.stringify(fact);
    isBusy = true;
    problem = '';
    const response = await fetch(`/api/runs/${run}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events: [{ ...fact, ...unanswered.of(said) }] })
    }).catch(() => undefined);
    if (response && response.status < 500) unanswered.answered(said);
    const answer = (await response?.json().catch(() => undefined)) as { message?: string } | undefined;
    if (response?.ok) {
      text = '';
      await invalidateAll();
    } else problem = answer?.message ?? t('report.theServerDoesNotAnswerNothing');
    isBusy = false;
  }
</script>

<section class="no-print sheet mt-5 px-10 py-6" aria-label={t('report.afterSigning')}>
  {#if mayCountersign}
    <h2 class="text-lg">{t('report.secondSignature')}</h2>
    <p class="mt-1 text-soft">
      {t('report.checkTheFindingsScrewsAndTests', { isSecond: second ? 'yes' : 'no' })}
    </p>
    <button
      type="button"
      class="button button-now mt-3"
      disabled={isBusy}
      onclick={() => say({ type: 'countersigned' })}>{t('report.iHaveCheckedItSign')}</button
    >
  {/if}
  <form
    class={mayCountersign ? 'mt-6' : ''}
    onsubmit={(e) => {
      e.preventDefault();
      void say({ type: 'corrected', text: text.trim() });
    }}
  >
    <label class="block"
      ><span class="label">{t('report.addCorrection')}</span><textarea
        class="field"
        rows="2"
        maxlength="2000"
        required
        bind:value={text}
        placeholder={t('report.whatIsRightTheRecordStays')}></textarea></label
    >
    <button class="button mt-2" disabled={isBusy || text.trim() === ''}>{t('report.add')}</button>
  </form>
  {#if problem}<p class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">{problem}</p>{/if}
</section>
