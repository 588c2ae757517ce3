<script lang="ts">
  import { useWords } from '$lib/words';
  import type { Sortable } from './list-state.svelte';

  const { t } = useWords();

  /** The same as the headings of the columns, where rows are cards and have none; `everywhere` where they always are. */
  let { list, everywhere = false }: { list: Sortable; everywhere?: boolean } = $props();
  const id = $props.id();
</script>

<div class="flex items-center gap-2 whitespace-nowrap {everywhere ? '' : 'md:hidden'}">
  <label for={id}>{t('jobs.sortBy')}</label>
  <select
    {id}
    class="field"
    value={list.sorting?.by ?? ''}
    onchange={(e) => list.sortBy(e.currentTarget.value || undefined)}
    ><option value="">{t('common.asItComes')}</option>{#each list.columns as column (column.id)}<option
        value={column.id}>{column.name}</option
      >{/each}</select
  >
</div>
