<script lang="ts">
  import type { Snippet } from 'svelte';
  import { Popover } from 'bits-ui';
  import { useWords, type Term } from '$lib/words';

  const { t } = useWords();

  /** A word that a newcomer may not know, with its meaning at hand. */
  let { is, children }: { is: Term; children?: Snippet } = $props();
</script>

<Popover.Root>
  <Popover.Trigger class="term" title={t('help.whatIs', { term: t(`term.${is}`) })}
    >{#if children}{@render children()}{:else}{t(`term.${is}`)}{/if}</Popover.Trigger
  >
  <Popover.Portal>
    <Popover.Content
      class="sheet z-50 max-w-80 px-4 py-3 shadow-lg"
      sideOffset={6}
      collisionPadding={10}
      onkeydown={(event: KeyboardEvent) => event.key !== 'Escape' && event.stopPropagation()}
    >
      <p class="font-semibold first-letter:uppercase">{t(`term.${is}`)}</p>
      <p class="mt-0.5">{t(`term.${is}.means`)}</p>
      <a class="link mt-2 inline-block text-sm" href="/help#words">{t('help.moreWords')}</a>
    </Popover.Content>
  </Popover.Portal>
</Popover.Root>

<style>
  :global(.term) {
    min-height: var(--term, 24px);
    text-align: inherit;
    text-decoration: underline dotted;
    text-underline-offset: 3px;
    cursor: help;
  }
</style>
