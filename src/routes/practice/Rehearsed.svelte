<script lang="ts">
  import { day } from '$lib/ui/dates';
  import { useWords } from '$lib/words';
  import type { PageData } from './$types';

  const { t, told } = useWords();

  /** Whole jobs that somebody rehearsed. */
  let { rehearsed, name }: { rehearsed: PageData['whole']['rehearsed']; name: string } = $props();
</script>

{#if rehearsed.length > 0}
  <table class="mt-4 w-full text-start">
    <caption class="pb-1 text-start font-semibold">{name}</caption>
    <tbody>
      {#each rehearsed as r (r.id)}
        <tr class="border-t border-rule">
          <th scope="row" class="py-1.5 pe-3 text-start font-normal">{told(r.work)}</th>
          <td class="py-1.5 pe-3 text-soft">{r.machine}</td>
          <td class="py-1.5 pe-3 {r.isClean ? 'font-semibold text-good' : ''}"
            >{t('practice.outcome', { is: r.isClean ? 'clean' : 'not', harms: r.harms, hints: r.hints })}</td
          >
          <td class="py-1.5 text-end text-soft">{day(new Date(r.at).toISOString())}</td>
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
