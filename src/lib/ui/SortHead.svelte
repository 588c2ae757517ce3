<script lang="ts" generics="Column extends string">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import type { ListState } from './list-state.svelte';

  /** The heading of a column: pressed, the list is sorted by it, then the other way, then as it was. */
  interface Props {
    list: ListState<Column>;
    column: Column;
    name: string;
    isRight?: boolean;
    class?: string;
  }
  let { list, column, name, isRight = false, class: look = '' }: Props = $props();

  const sorting = $derived(list.sorting?.by === column ? list.sorting : undefined);
</script>

<th
  scope="col"
  class="{isRight ? 'text-end' : 'text-start'} {look}"
  aria-sort={sorting ? (sorting.desc ? 'descending' : 'ascending') : 'none'}
>
  <button
    type="button"
    class="inline-flex min-h-[24px] items-center gap-1 font-semibold whitespace-nowrap hover:text-ink"
    onclick={() => list.sortBy(column)}
    >{name}{#if sorting}{#if sorting.desc}<ArrowDown size={13} aria-hidden="true" />{:else}<ArrowUp
          size={13}
          aria-hidden="true"
        />{/if}{/if}</button
  >
</th>
