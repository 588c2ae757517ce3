<script lang="ts">
  import { invalidateAll } from '$app/navigation';
  import { v4 as uuid } from 'uuid';
  import type { Fact } from '$core/run';
  import { Unanswered } from '$lib/ui/unanswered';

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
    } else problem = answer?.message ?? 'The server does not answer. Nothing was recorded; try again in a moment.';
    isBusy = false;
  }
</script>

<section class="no-print sheet mt-5 px-10 py-6" aria-label="After signing">
  {#if mayCountersign}
    <h2 class="text-lg">A second look</h2>
    <p class="mt-1 text-soft">
      {second
        ? 'This shop closes a job once another person has looked at it and signed.'
        : 'Another person may sign beside the first.'} Look at what was found, the screws and the tests above.
    </p>
    <button
      type="button"
      class="button button-now mt-3"
      disabled={isBusy}
      onclick={() => say({ type: 'countersigned' })}>I have looked at it: sign</button
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
      ><span class="label">Add a correction</span><textarea
        class="field"
        rows="2"
        maxlength="2000"
        required
        bind:value={text}
        placeholder="What is right. The record stays as it is, and this stands beside it."></textarea></label
    >
    <button class="button mt-2" disabled={isBusy || text.trim() === ''}>Add it</button>
  </form>
  {#if problem}<p class="mt-3 rounded-md border-l-4 border-now bg-now-wash px-3 py-2" role="alert">{problem}</p>{/if}
</section>
