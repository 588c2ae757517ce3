<script lang="ts">
  import type { Said } from '$core/language';
  import { everyStep, isAddable, eventWords } from '$core/run';
  import type { Bench } from '$lib/offline/bench.svelte';
  import type { KeptEvent } from '$lib/offline/kept';
  import { moment } from '$lib/ui/dates';
  import { saveJson } from '$lib/ui/save-file';
  import Panel from './Panel.svelte';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** What the server would not take: it stays on this device, to be put right, added to a signed record, or taken away as a file. */
  let { bench, mayAct, onclose }: { bench: Bench; mayAct: boolean; onclose: () => void } = $props();

  const steps = $derived(everyStep(bench.first, bench.events));
  const wordsOf = ({ event }: KeptEvent): string | undefined =>
    'text' in event ? event.text : 'note' in event ? (event.note ?? '') : undefined;
  let edited = $state<Record<string, string>>({});
  let problem = $state.raw<Record<string, Said>>({});

  function again(row: KeptEvent) {
    const why = bench.sendAgain(row, edited[row.event.id]);
    problem = { ...problem, [row.event.id]: why ?? '' };
  }

  function save() {
    const refused = bench.setAside.map(({ event, why }) => ({ why, event }));
    saveJson(`not-taken-${bench.run}.json`, { run: bench.run, refused });
  }
</script>

<Panel title={t('bench.notAcceptedByTheServer')} about={t('bench.savedOnThisDeviceNothingHere')} {onclose}>
  <ul class="mt-4 space-y-3">
    {#each bench.setAside as row (row.event.id)}
      {@const words = wordsOf(row)}
      <li class="rounded-lg border border-rule p-4">
        <p class="text-lg">{told(eventWords(bench.model, steps, row.event))}</p>
        <p class="mt-1 text-soft">{t('bench.recorded', { at: moment(row.event.at), why: row.why })}</p>
        {#if mayAct || bench.state.signed}
          {#if words !== undefined && !bench.state.signed}
            <label class="mt-2 block"
              ><span class="label">{t('bench.text')}</span><textarea
                class="field"
                rows="2"
                maxlength="2000"
                value={edited[row.event.id] ?? words}
                oninput={(e) => (edited = { ...edited, [row.event.id]: e.currentTarget.value })}></textarea></label
            >
          {/if}
          {#if problem[row.event.id]}<p class="mt-2 text-now" role="alert">{told(problem[row.event.id])}</p>{/if}
          <div class="mt-3 flex flex-wrap gap-2">
            {#if bench.state.signed && isAddable(row.event)}<button
                type="button"
                class="button button-act min-h-12"
                onclick={() => bench.addToRecord(row)}>{t('bench.addToTheSignedRecord')}</button
              >
            {:else if mayAct}<button type="button" class="button min-h-12" onclick={() => again(row)}
                >{t('bench.sendAgain')}</button
              >{/if}
          </div>
        {/if}
      </li>
    {:else}<li class="text-lg">{t('bench.nothingIsWaitingTheServerHas')}</li>{/each}
  </ul>
  {#if bench.setAside.length > 0}<button type="button" class="button mt-4 min-h-12" onclick={save}
      >{t('bench.saveAllAsAFile')}</button
    >{/if}
</Panel>
