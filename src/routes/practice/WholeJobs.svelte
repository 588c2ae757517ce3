<script lang="ts">
  import { goto } from '$app/navigation';
  import { useWords } from '$lib/words';
  import Rehearsed from './Rehearsed.svelte';
  import type { PageData } from './$types';

  const { t, told } = useWords();

  /** Whole jobs: what to rehearse, and what was rehearsed. */
  let { machines, rehearsed }: PageData['whole'] = $props();

  let file = $derived(machines[0]?.fileId);
  const works = $derived(machines.find((m) => m.fileId === file)?.works ?? []);
  let work = $derived(works[0]?.id);

  function begin(event: SubmitEvent) {
    event.preventDefault();
    if (file !== undefined && work) void goto(`/practice/${file}/${work}`);
  }
</script>

<h2 class="mt-8 text-lg">{t('practice.wholeJobs')}</h2>
<p class="mt-1 max-w-prose text-soft">{t('practice.wholeAbout')}</p>
<form class="mt-3 flex flex-wrap items-end gap-3" onsubmit={begin}>
  <label class="min-w-56 flex-1"
    ><span class="label">{t('practice.machine')}</span><select class="field" bind:value={file}
      >{#each machines as m (m.fileId)}<option value={m.fileId}>{m.name}</option>{/each}</select
    ></label
  >
  <label class="min-w-56 flex-1"
    ><span class="label">{t('practice.replace')}</span><select class="field" bind:value={work}
      >{#each works as w (w.id)}<option value={w.id}>{told(w.name)}</option>{/each}</select
    ></label
  >
  <button class="button">{t('practice.rehearse')}</button>
</form>
<Rehearsed {rehearsed} name={t('practice.rehearsed')} />
