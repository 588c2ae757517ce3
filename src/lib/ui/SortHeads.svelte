<script lang="ts">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import type { Sortable } from './list-state.svelte';

  /** The headings of a list's columns: pressed, the list is sorted by it, then the other way, then as it was. */
  let { list }: { list: Sortable } = $props();
</script>

{#each list.columns as column (column.id)}
  {@const sorting = list.sorting?.by === column.id ? list.sorting : undefined}
  <th
    scope="col"
    class="{column.isRight ? 'text-end' : 'text-start'} {column.class ?? ''}"
    aria-sort={sorting ? (sorting.desc ? 'descending' : 'ascending') : 'none'}
  >
    <button
      type="button"
      class="inline-flex min-h-[24px] items-center gap-1 font-semibold whitespace-nowrap hover:text-ink"
      onclick={() => list.sortBy(column.id)}
      >{column.name}{#if sorting}{#if sorting.desc}<ArrowDown size={13} aria-hidden="true" />{:else}<ArrowUp
            size={13}
            aria-hidden="true"
          />{/if}{/if}</button
    >
  </th>
{/each}
