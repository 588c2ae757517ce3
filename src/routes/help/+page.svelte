<script lang="ts">
  import { useWords } from '$lib/words';

  const { t } = useWords();

  let { data } = $props();
  /** Where each picture of the manual lies in this build. */
  const PICTURES: Record<string, string> = import.meta.glob('/docs/screenshots/*.png', {
    query: '?url',
    import: 'default',
    eager: true
  });
  const withPictures = (html: string) =>
    html.replace(/(?<=<img src=")[^"]+/g, (file) => PICTURES[`/docs/screenshots/${file}`] ?? file);

  let asked = $state('');
  const words = $derived(asked.toLowerCase().split(/\s+/).filter(Boolean));
  const found = $derived(data.sections.filter(({ text }) => words.every((word) => text.toLowerCase().includes(word))));
  const pages = $derived(data.sections.filter((s) => s.level === 1));
</script>

<svelte:head><title>{t('help.titleEagerWrench')}</title></svelte:head>

<div class="mx-auto grid max-w-[1160px] gap-x-10 px-5 py-6 max-md:px-4 lg:grid-cols-[230px_minmax(0,1fr)]">
  <div class="no-print lg:sticky lg:top-4 lg:self-start">
    <label class="block"
      ><span class="sr-only">{t('help.search')}</span><input
        class="field"
        type="search"
        placeholder={t('help.search')}
        bind:value={asked}
      /></label
    >
    <p class="mt-1 text-sm text-soft" role="status">{words.length > 0 ? t('help.found', { n: found.length }) : ''}</p>
    <nav class="mt-2 max-lg:hidden" aria-label={t('help.contents')}>
      {#each pages as page (page.id)}
        <a class="block border-s-3 border-rule px-3 py-1.5 hover:border-now" href="#{page.id}">{page.title}</a>
      {/each}
    </nav>
  </div>
  <article class="manual min-w-0 max-lg:mt-4">
    {#each found as section (section.id)}
      <section aria-labelledby={section.id}>
        {#if section.level === 1}<h1 id={section.id}>{section.title}</h1>{:else}<h2 id={section.id}>
            {section.title}
          </h2>{/if}
        <!-- eslint-disable-next-line svelte/no-at-html-tags (our own manual, made when the application was built) -->
        {@html withPictures(section.html)}
      </section>
    {:else}
      <p class="py-10 text-lg text-soft">{t('help.found', { n: 0 })}</p>
      <button type="button" class="button" onclick={() => (asked = '')}>{t('help.clear')}</button>
    {/each}
  </article>
</div>

<style>
  .manual {
    max-width: 46rem;
    line-height: 1.55;
    font-size: 1.05rem;
  }
  .manual h1 {
    font-size: 1.7rem;
    font-weight: 700;
    padding-top: 1.4em;
    scroll-margin-top: 0.5rem;
  }
  .manual section:first-child h1 {
    padding-top: 0;
  }
  .manual h2 {
    font-size: 1.25rem;
    font-weight: 650;
    padding-top: 1em;
  }
  .manual :global(:is(p, ol, ul, table)) {
    margin-top: 0.7em;
  }
  .manual :global(ol) {
    list-style: decimal;
    padding-inline-start: 1.6em;
  }
  .manual :global(li) {
    padding: 0.1em 0;
  }
  .manual :global(a) {
    color: var(--act);
    text-decoration: underline;
    text-underline-offset: 3px;
  }
  .manual :global(code) {
    font-family: var(--font-mono);
    font-size: 0.92em;
    background: var(--sunk);
    padding: 0.1em 0.35em;
    border-radius: 4px;
  }
  .manual :global(em) {
    font-style: italic;
  }
  .manual :global(img) {
    width: 100%;
    border: 1px solid var(--rule);
    border-radius: 8px;
  }
  .manual :global(table) {
    width: 100%;
    border-collapse: collapse;
  }
  .manual :global(:is(th, td)) {
    text-align: start;
    vertical-align: top;
    padding: 0.35em 1em 0.35em 0;
    border-bottom: 1px solid var(--rule);
  }
  .manual :global(td:first-child) {
    font-weight: 600;
    min-width: 9rem;
  }
  /* In a hand a word stands over its meaning. */
  @media (width < 48rem) {
    .manual :global(:is(table, thead, tbody, tr, td)) {
      display: block;
    }
    .manual :global(thead) {
      display: none;
    }
    .manual :global(td:first-child) {
      border-bottom: 0;
      padding-bottom: 0;
    }
  }
</style>
