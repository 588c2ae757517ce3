<script lang="ts">
  import { useWords } from '$lib/words';
  import type { Recorder } from './recorder.svelte';

  const { t } = useWords();

  /** Something to be remembered, of a part or of the machine: what was noted stands above it, and goes into the file. */
  let { recorder, part, mayAct }: { recorder: Recorder; part?: string; mayAct: boolean } = $props();

  const noted = $derived(recorder.state.notes.filter((n) => n.part === part));
  let text = $state('');
  function keep() {
    const said = text.trim();
    if (said && recorder.record({ type: 'note', text: said, ...(part === undefined ? {} : { part }) })) text = '';
  }
</script>

{#if noted.length > 0}
  <ul class="list-disc space-y-1 ps-5">
    {#each noted as n (n.when)}<li class="whitespace-pre-line">{n.text}</li>{/each}
  </ul>
{/if}
{#if mayAct}
  <form
    class="flex items-end gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      keep();
    }}
  >
    <label class="min-w-0 flex-1"
      ><span class="label">{t('recorder.note')}</span><textarea
        class="field"
        rows="1"
        maxlength="2000"
        bind:value={text}></textarea></label
    >
    <button class="button min-h-11" disabled={!text.trim()}>{t('recorder.keepIt')}</button>
  </form>
{/if}
