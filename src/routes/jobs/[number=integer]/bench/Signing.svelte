<script lang="ts">
  import { explanations, type Obstacle } from '$core/run';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { moment } from '$lib/ui/dates';
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import CircleAlert from '@lucide/svelte/icons/circle-alert';
  import { fateWords } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** The end of a run: what is still open, or the signature. The keys are about it as soon as it is come to. */
  interface Props {
    bench: Bench;
    job: { number: number };
    mayAct: boolean;
    /** A trainee works, and somebody else signs. */
    maySign: boolean;
    obstacles: readonly Obstacle[];
    onlook: (index: number) => void;
    onundo: () => void;
    onreplan: () => void;
    /** A screw is left over although the account closes. */
    onleftover: () => void;
    onpoint: (joint: string | undefined) => void;
  }
  let { bench, job, mayAct, maySign, obstacles, onlook, onundo, onreplan, onleftover, onpoint }: Props = $props();
  let note = $state('');
  let what = $state('');
  let amount = $state('');

  const run = $derived(bench.state);
  const isSent = $derived(run.signed !== undefined && bench.sync === 'saved');
  const failed = $derived(bench.plan.steps.filter((s) => run.steps[s.id]?.outcome === 'fail'));
  const lineOf = (joint: string) => run.ledger.find((l) => l.joint === joint)!;
</script>

<div class="flex min-h-0 flex-1 flex-col overflow-y-auto px-6 py-6">
  {#if run.signed}
    <p class="flex items-center gap-3 text-4xl font-bold">
      <CircleCheck size={40} class="text-good" aria-hidden="true" />
      {t('bench.closed')}
    </p>
    <p class="mt-3 text-lg">
      {t('bench.signedBy', { by: run.signed.by, at: moment(run.signed.at), isIsSent: isSent ? 'yes' : 'no' })}
    </p>
    {#if isSent}<a class="button button-act mt-8 min-h-14 self-start text-lg" href="/jobs/{job.number}/report"
        >{t('bench.readTheReport')}</a
      >{/if}
  {:else if obstacles.length > 0}
    <p class="flex items-center gap-3 text-3xl font-bold">
      <CircleAlert size={34} class="text-now" aria-hidden="true" />
      {t('bench.notClosedYet')}
    </p>
    <ul class="mt-5 space-y-4">
      {#each obstacles as obstacle (obstacle.kind + obstacle.at)}
        <li class="rounded-lg border border-rule p-4">
          <p class="text-lg">{told(obstacle.text)}</p>
          {#if obstacle.kind === 'screws' && mayAct}
            <div class="mt-3 flex flex-wrap gap-2">
              {#each explanations(lineOf(obstacle.at)) as { fate, count } (fate)}
                <button
                  type="button"
                  class="button min-h-12"
                  onclick={() => bench.record({ type: 'account', joint: obstacle.at, fate, count })}
                  >{told(fateWords(fate, count))}</button
                >
              {/each}
              <button type="button" class="button min-h-12" onclick={() => onpoint(obstacle.at)}
                >{t('bench.showItsHoles')}</button
              >
            </div>
          {:else if obstacle.kind !== 'screws'}
            <button
              type="button"
              class="button mt-3 min-h-12"
              onclick={() => onlook(bench.plan.steps.findIndex((s) => s.id === obstacle.at))}
              >{t('bench.goToThisStep')}</button
            >
          {/if}
        </li>
      {/each}
    </ul>
  {:else}
    <h2
      class="flex items-center gap-3 text-3xl font-bold focus:outline-none"
      tabindex="-1"
      {@attach (heading) => heading.focus({ preventScroll: true })}
    >
      <CircleCheck size={34} class="text-good" aria-hidden="true" />
      {t('bench.everythingIsBackInPlace')}
    </h2>
    <p class="mt-3 text-lg">{t('bench.allStepsAndTestsAreDone')}</p>
    {#if failed.length > 0}
      <div class="mt-4 rounded-md border-s-4 border-now bg-now-wash px-4 py-3 text-lg">
        <p class="font-semibold">
          {failed.length === 1 ? t('bench.oneTestFails') : t('bench.testsFail', { n: failed.length })}: {failed
            .map((s) => told(s.text))
            .join(', ')}.
        </p>
        {#if mayAct}<button type="button" class="button mt-2 min-h-11" onclick={onreplan}
            >{t('bench.openItAgain2')}</button
          >{/if}
      </div>
    {/if}
    {#if mayAct}<p class="mt-3 text-lg">
        {t('bench.isThereStillAScrewLeft')}
        <button type="button" class="link" onclick={onleftover}>{t('bench.findItsLikelyHole')}</button>
        {t('bench.beforeYouSign')}
      </p>{/if}
    {#if bench.refusal}<p role="alert" class="mt-4 rounded-md border-s-4 border-now bg-now-wash px-4 py-3 text-lg">
        {told(bench.refusal.message)}
      </p>{/if}
    {#if mayAct && !maySign}
      <p class="mt-6 text-lg">{t('bench.somebodyElseSigns')}</p>
    {:else if mayAct}
      <form
        class="mt-6 space-y-4"
        onsubmit={(e) => {
          e.preventDefault();
          bench.record({ type: 'signed', ...(note ? { note } : {}) });
        }}
      >
        <label class="block"
          ><span class="label">{t('bench.forTheReportIfThereIs')}</span><textarea
            class="field"
            rows="3"
            maxlength="2000"
            bind:value={note}></textarea></label
        >
        <div class="flex gap-2">
          <button class="button button-now min-h-16 flex-1 text-xl" data-sign>{t('bench.signAndClose')}</button>
          <button type="button" class="button min-h-16" onclick={onundo}>{t('bench.undoLastEntry2')}</button>
        </div>
      </form>
    {/if}
    {#if mayAct}
      <form
        class="mt-10 flex items-end gap-2"
        aria-label={t('bench.otherConsumablesUsed')}
        onsubmit={(e) => {
          e.preventDefault();
          if (bench.record({ type: 'used', what: what.trim(), amount: amount.trim() })) what = amount = '';
        }}
      >
        <label class="flex-1"
          ><span class="label">{t('bench.otherConsumables')}</span><input
            class="field"
            maxlength="120"
            required
            bind:value={what}
            placeholder={t('bench.isopropylSwabsTape')}
          /></label
        >
        <label class="w-32"
          ><span class="label">{t('bench.howMuch')}</span><input
            class="field"
            maxlength="80"
            required
            bind:value={amount}
          /></label
        >
        <button class="button min-h-11" disabled={!what.trim() || !amount.trim()}>{t('bench.add')}</button>
      </form>
      {#each run.used as u (u.event)}<p class="mt-1">{u.what}: {u.amount}</p>{/each}
    {/if}
  {/if}
</div>
