<script lang="ts">
  import { explanations, type Obstacle } from '$core/run';
  import type { Bench } from '$lib/offline/bench.svelte';
  import { moment } from '$lib/ui/dates';
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import CircleAlert from '@lucide/svelte/icons/circle-alert';
  import { fateWords } from '$core/words';

  /** The end of a run: what is still open, or the signature. */
  interface Props {
    bench: Bench;
    job: { number: number };
    mayAct: boolean;
    obstacles: readonly Obstacle[];
    onlook: (index: number) => void;
    onundo: () => void;
    onreplan: () => void;
    /** A screw is left over although the account closes. */
    onleftover: () => void;
    onpoint: (joint: string | undefined) => void;
  }
  let { bench, job, mayAct, obstacles, onlook, onundo, onreplan, onleftover, onpoint }: Props = $props();
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
      <CircleCheck size={40} class="text-good" aria-hidden="true" /> Closed
    </p>
    <p class="mt-3 text-lg">
      Signed by {run.signed.by}, {moment(run.signed.at)}. {isSent
        ? 'Every screw is accounted for.'
        : 'Waiting for the server to take the signature.'}
    </p>
    {#if isSent}<a class="button button-act mt-8 min-h-14 self-start text-lg" href="/jobs/{job.number}/report"
        >Read the report</a
      >{/if}
  {:else if obstacles.length > 0}
    <p class="flex items-center gap-3 text-3xl font-bold">
      <CircleAlert size={34} class="text-now" aria-hidden="true" /> Not closed yet
    </p>
    <ul class="mt-5 space-y-4">
      {#each obstacles as obstacle (obstacle.kind + obstacle.at)}
        <li class="rounded-lg border border-rule p-4">
          <p class="text-lg">{obstacle.text}</p>
          {#if obstacle.kind === 'screws' && mayAct}
            <div class="mt-3 flex flex-wrap gap-2">
              {#each explanations(lineOf(obstacle.at)) as { fate, count } (fate)}
                <button
                  type="button"
                  class="button min-h-12"
                  onclick={() => bench.record({ type: 'account', joint: obstacle.at, fate, count })}
                  >{fateWords(fate, count)}</button
                >
              {/each}
              <button type="button" class="button min-h-12" onclick={() => onpoint(obstacle.at)}>Show its holes</button>
            </div>
          {:else if obstacle.kind !== 'screws'}
            <button
              type="button"
              class="button mt-3 min-h-12"
              onclick={() => onlook(bench.plan.steps.findIndex((s) => s.id === obstacle.at))}>Go to this step</button
            >
          {/if}
        </li>
      {/each}
    </ul>
  {:else}
    <p class="flex items-center gap-3 text-3xl font-bold">
      <CircleCheck size={34} class="text-good" aria-hidden="true" /> Everything is back
    </p>
    <p class="mt-3 text-lg">All steps are answered, all tests are done, and every screw is accounted for.</p>
    {#if failed.length > 0}
      <div class="mt-4 rounded-md border-l-4 border-now bg-now-wash px-4 py-3 text-lg">
        <p class="font-semibold">
          {failed.length === 1 ? 'One test fails' : `${failed.length} tests fail`}: {failed
            .map((s) => s.text)
            .join(', ')}.
        </p>
        {#if mayAct}<button type="button" class="button mt-2 min-h-11" onclick={onreplan}>Go back in</button>{/if}
      </div>
    {/if}
    {#if mayAct}<p class="mt-3 text-lg">
        A screw lies there all the same? <button type="button" class="link" onclick={onleftover}
          >Find its likely hole</button
        > before you sign.
      </p>{/if}
    {#if mayAct}
      <form
        class="mt-4 flex items-end gap-2"
        aria-label="What else was used up"
        onsubmit={(e) => {
          e.preventDefault();
          if (bench.record({ type: 'used', what: what.trim(), amount: amount.trim() })) what = amount = '';
        }}
      >
        <label class="flex-1"
          ><span class="label">Used up besides</span><input
            class="field"
            maxlength="120"
            required
            bind:value={what}
            placeholder="isopropyl, swabs, tape"
          /></label
        >
        <label class="w-32"
          ><span class="label">How much</span><input class="field" maxlength="80" required bind:value={amount} /></label
        >
        <button class="button min-h-11" disabled={!what.trim() || !amount.trim()}>Add</button>
      </form>
      {#each run.used as u (u.event)}<p class="mt-1">{u.what}: {u.amount}</p>{/each}
    {/if}
    {#if bench.refusal}<p role="alert" class="mt-4 rounded-md border-l-4 border-now bg-now-wash px-4 py-3 text-lg">
        {bench.refusal.message}
      </p>{/if}
    {#if mayAct}
      <form
        class="mt-6 space-y-4"
        onsubmit={(e) => {
          e.preventDefault();
          bench.record({ type: 'signed', ...(note ? { note } : {}) });
        }}
      >
        <label class="block"
          ><span class="label">For the report, if there is more to say</span><textarea
            class="field"
            rows="3"
            maxlength="2000"
            bind:value={note}></textarea></label
        >
        <div class="flex gap-2">
          <button class="button button-now min-h-16 flex-1 text-xl">Sign and close</button>
          <button type="button" class="button min-h-16" onclick={onundo}>Take back the last fact</button>
        </div>
      </form>
    {/if}
  {/if}
</div>
