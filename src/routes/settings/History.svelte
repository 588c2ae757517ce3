<script lang="ts">
  import { settingChanges } from '$lib/settings/names';
  import { moment } from '$lib/ui/dates';
  import { useWords } from '$lib/words';

  const words = useWords();
  const { t } = words;

  /** What was decided when, the newest first: what each version changed against the one before it. */
  let { versions }: { versions: { version: number; at: string; by: string | null; document: unknown }[] } = $props();

  const changes = $derived(
    versions.map((v, i) => {
      const before = versions[i + 1];
      return before ? settingChanges(words, before.document, v.document) : [t('settings.asSetUp')];
    })
  );
</script>

<section class="border-t border-rule py-5" aria-labelledby="history">
  <h2 id="history" class="text-lg">{t('settings.history')}</h2>
  <ol class="mt-1">
    {#each versions as v, i (v.version)}
      <li
        class="grid grid-cols-2 gap-x-3 border-b border-rule py-1.5 last:border-0 md:grid-cols-[150px_150px_minmax(0,1fr)]"
      >
        <span class="text-sm text-soft">{moment(v.at)}</span><span>{v.by ?? t('settings.setUp')}</span><span
          class="min-w-0 max-md:col-span-2"
          >{#each changes[i] as c (c)}<span class="block text-sm break-words">{c}</span>{/each}</span
        >
      </li>
    {/each}
  </ol>
</section>
