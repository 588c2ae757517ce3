<script lang="ts">
  import { enhance } from '$app/forms';
  import type { Change } from '$core/formats';
  import { KNOWN, knowledgeOf, type Standing } from '$core/library';
  import type { Machine } from '$core/machine';
  import { KNOWN_WORDS, STANDING_WORDS } from '$core/words';
  import { moment } from '$lib/ui/dates';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** How far a file that is not in force can be relied on, what it would change, and what is said of it next. */
  interface Props {
    data: {
      machine: Machine;
      standing: Standing;
      said: readonly { standing: Standing; by: string | null; at: string; run: string | null }[];
      next: 'checked' | 'in-force' | null;
      runs: Readonly<Record<string, number>>;
      against: { revision: string; changes: readonly Change[] } | null;
    };
  }
  let { data }: Props = $props();

  /** More changes than these are counted. */
  const SHOWN = 12;
  const counts = $derived(knowledgeOf(data.machine, data.runs));
  const known = $derived(
    KNOWN.filter((k) => counts[k] > 0)
      .map((k) => `${counts[k]} ${told(KNOWN_WORDS[k])}`)
      .join(', ')
  );
</script>

<section
  class="mb-3 rounded-md border-s-4 border-(--warn) bg-warn-wash px-4 py-2.5"
  aria-label={told(STANDING_WORDS[data.standing])}
>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
    <p class="min-w-60 flex-1">
      {data.standing === 'draft'
        ? t('machine.isDraft')
        : data.standing === 'checked'
          ? t('machine.isChecked')
          : t('machine.isBegun')}
    </p>
    {#if data.next}
      <form method="POST" action="?/say" use:enhance>
        <button class="button button-act"
          >{data.next === 'checked' ? t('machine.iHaveChecked') : t('machine.putInForce')}</button
        >
      </form>
    {/if}
  </div>
  <p class="mt-1 text-sm">
    {#each data.said as word, i (i)}{i > 0 ? '; ' : ''}{word.run
        ? t('machine.byARun', { standing: told(STANDING_WORDS[word.standing]), at: moment(word.at) })
        : t('machine.saidBy', {
            standing: told(STANDING_WORDS[word.standing]),
            by: word.by ?? '\u2013',
            at: moment(word.at)
          })}{/each}
  </p>
  {#if data.machine.joints.length > 0}<p class="text-sm">{t('machine.howItIsKnown', { parts: known })}</p>{/if}
  {#if data.against}
    <details class="mt-1">
      <summary class="cursor-pointer"
        >{t('machine.againstInForce', { revision: data.against.revision, n: data.against.changes.length })}</summary
      >
      <ul class="list-disc ps-5 text-sm">
        {#each data.against.changes.slice(0, SHOWN) as c, i (i)}<li>{told(c.text)}</li>{/each}
      </ul>
      {#if data.against.changes.length > SHOWN}<p class="text-sm">
          {t('machine.andMore', { n: data.against.changes.length - SHOWN })}
        </p>{/if}
    </details>
  {/if}
</section>
