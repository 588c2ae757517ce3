<script lang="ts">
  import { enhance } from '$app/forms';
  import type { Waits } from '$core/job';
  import type { Said } from '$core/language';
  import { WAITS } from '$core/words';
  import type { JobQuery } from '$lib/server/jobs/jobs';
  import Fold from '$lib/ui/Fold.svelte';
  import { once } from '$lib/ui/once';
  import X from '@lucide/svelte/icons/x';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Which jobs the list shows: by what they wait for, closed ones, and the views that a person saved. */
  interface Props {
    title: string;
    query: JobQuery;
    /** Open jobs by what they wait for, and all of them. */
    counts: Partial<Record<Waits, number>>;
    all: number;
    views: readonly { name: string; query: string }[];
    /** What this list's address asks for. */
    here: string;
    to: (change: Record<string, string | undefined>) => string;
    message: Said | undefined;
  }
  let { title, query, counts, all, views, here, to, message }: Props = $props();

  /** In the order in which a job goes through them. */
  const LANES = Object.keys(WAITS).filter((w) => w !== 'nothing') as Waits[];
</script>

<Fold name={!query.waits && !query.closed ? t('jobs.allOpen') : title}>
  <div class="max-lg:px-3 max-lg:py-1.5">
    <nav class="lg:mt-4" aria-label={t('jobs.whatJobsWaitFor')}>
      {#snippet lane(name: string, count: number | undefined, href: string, isHere: boolean, isLoud = false)}
        <a
          {href}
          aria-current={isHere ? 'page' : undefined}
          class="flex min-h-9 items-center justify-between gap-2 rounded-md px-2.5 {isHere
            ? 'bg-sheet font-semibold'
            : count === 0
              ? 'text-soft'
              : 'hover:bg-sheet'} {isLoud && count ? 'text-now' : ''}"
          ><span>{name}</span>{#if count}<span class="figure">{count}</span>{/if}</a
        >
      {/snippet}
      {@render lane(t('jobs.allOpen'), all, to({ waits: undefined, closed: undefined }), !query.waits && !query.closed)}
      <p class="px-2.5 pt-3 pb-1 text-sm font-semibold text-soft">{t('jobs.status')}</p>
      {#each LANES as w (w)}{@render lane(
          told(WAITS[w]),
          counts[w] ?? 0,
          to({ waits: w, closed: undefined }),
          query.waits === w,
          w === 'stopped'
        )}{/each}
      <div class="mt-3 border-t border-rule pt-3">
        {@render lane(t('jobs.closed'), undefined, to({ closed: '1', waits: undefined }), query.closed === true)}
      </div>
    </nav>
    <div class="mt-3 border-t border-rule pt-3">
      {#each views as view (view.name)}
        <div class="flex items-center rounded-md {here === view.query ? 'bg-sheet font-semibold' : ''}">
          <a class="min-h-9 min-w-0 flex-1 px-2.5 py-1.5 wrap-anywhere" href="/jobs?{view.query}">{view.name}</a>
          <form method="POST" action="?/drop" use:enhance={once()}>
            <input type="hidden" name="name" value={view.name} /><button
              class="flex size-8 items-center justify-center rounded text-soft hover:text-ink"
              aria-label={t('jobs.removeTheView', { name: view.name })}><X size={14} aria-hidden="true" /></button
            >
          </form>
        </div>
      {/each}
      {#if here && !views.some((v) => v.query === here)}
        <form method="POST" action="?/save" use:enhance={once()} class="mt-1 flex gap-1.5">
          <input type="hidden" name="query" value={here} /><input
            class="field min-h-9 min-w-0 py-1 text-sm"
            name="name"
            required
            maxlength="60"
            aria-label={t('jobs.nameOfThisView')}
            placeholder={t('jobs.saveThisViewAs')}
          /><button class="button min-h-9 px-2.5 text-sm">{t('jobs.save')}</button>
        </form>
      {/if}
      {#if message}<p role="alert" class="mt-1 text-now">{told(message)}</p>{/if}
    </div>
  </div>
</Fold>
