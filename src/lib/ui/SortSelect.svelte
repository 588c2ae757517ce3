<script lang="ts" generics="Column extends string">
  import { useWords } from '$lib/words';
  import type { ListState } from './list-state.svelte';

  const { t } = useWords();

  /** The same as the headings of the columns, where rows are cards and have none. */
  const id = $props.id();
  let { list, names }: { list: ListState<Column>; names: Readonly<Record<Column, string>> } = $props();
</script>

<div class="flex items-center gap-2 whitespace-nowrap md:hidden">
  <label for={id}>{t('jobs.sortBy')}</label>
  <select
    {id}
    class="field"
    value={list.sorting?.by ?? ''}
    onchange={(e) => list.sortBy(e.currentTarget.value === '' ? undefined : (e.currentTarget.value as Column))}
    ><option value="">{t('common.asItComes')}</option>{#each list.columns as column (column)}<option value={column}
        >{names[column]}</option
      >{/each}</select
  >
</div>
