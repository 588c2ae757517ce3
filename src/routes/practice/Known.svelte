<script lang="ts">
  import { skillWords } from '$core/exercises';
  import { day } from '$lib/ui/dates';
  import DataTable from '$lib/ui/DataTable.svelte';
  import { useWords } from '$lib/words';
  import type { PageData } from './$types';

  const { t, told } = useWords();

  /** What somebody practised, and when each is due again. */
  let { known, names }: Pick<PageData, 'known' | 'names'> = $props();

  type Known = PageData['known'][number];
  const columns = [
    { id: 'skill', name: t('practice.skill'), of: (k: Known) => told(skillWords(k.skill, (id) => names[id] ?? id)) },
    { id: 'last', name: t('practice.lastTime'), of: (k: Known) => t(k.isRight ? 'practice.right' : 'practice.wrong') },
    { id: 'due', name: t('practice.dueOn'), of: (k: Known) => day(k.due) }
  ];
</script>

{#if known.length > 0}
  <h2 class="mt-6 mb-2 text-lg">{t('practice.skills')}</h2>
  <DataTable rows={known} {columns} caption={t('practice.skills')} keyOf={(k) => k.skill} />
{/if}
