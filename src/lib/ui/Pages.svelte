<script lang="ts">
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** Where one is in a list of several pages, with the way to the next and the one before. */
  interface Props {
    page: number;
    pages: number;
    /** There are more than were counted. */
    isCapped?: boolean;
    to: (page: number) => string;
  }
  let { page, pages, isCapped = false, to }: Props = $props();
</script>

{#if pages > 1}
  <nav class="mt-3 flex items-center justify-center gap-3" aria-label={t('jobs.pagesOfTheList')}>
    {#if page > 1}<a class="button" href={to(page - 1)}>{t('jobs.previous')}</a>{/if}
    <span class="text-soft">{t('jobs.of', { page, isCapped: isCapped ? t('jobs.andMore2', { pages }) : pages })}</span>
    {#if page < pages}<a class="button" href={to(page + 1)}>{t('jobs.next2')}</a>{/if}
  </nav>
{/if}
