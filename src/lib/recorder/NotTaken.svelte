<script lang="ts">
  import { moment } from '$lib/ui/dates';
  import { saveJson } from '$lib/ui/save-file';
  import { useWords } from '$lib/words';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** What the server would not take of this recording: it stays on this device, to be sent again or taken away as a file. */
  let { recorder }: { recorder: Recorder } = $props();

  function save() {
    const { record } = recorder.channel;
    const refused = recorder.setAside.map(({ event, why }) => ({ why, event }));
    saveJson(`not-taken-${record}.json`, { recording: record, refused });
  }
</script>

{#if recorder.setAside.length > 0}
  <section class="mt-6 border-t border-rule pt-4">
    <h2 class="text-xl">{t('bench.notAcceptedByTheServer')}</h2>
    <ul class="mt-2 space-y-2">
      {#each recorder.setAside as row (row.event.id)}
        <li class="rounded-lg border border-rule p-3">
          <p>{t('recorder.event', { type: row.event.type })}, {moment(row.event.at)}</p>
          <p class="text-soft">{told(row.why)}</p>
          <button type="button" class="button mt-2 min-h-11" onclick={() => recorder.sendAgain(row)}
            >{t('bench.sendAgain')}</button
          >
        </li>
      {/each}
    </ul>
    <button type="button" class="button mt-3 min-h-11" onclick={save}>{t('bench.saveAllAsAFile')}</button>
  </section>
{/if}
