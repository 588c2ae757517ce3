<script lang="ts">
  import { partWays, sumFigures, type PlanFigures } from '$core/plan';
  import { day } from '$lib/ui/dates';
  import { duration } from '$lib/ui/format';
  import type { PageData } from './$types';
  import type { Said } from '$core/language';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  let { data }: { data: Extract<PageData['compared'], { now: unknown }>['now'] } = $props();

  interface Column {
    name: Said;
    figures: PlanFigures;
    steps?: Said[];
  }
  const ROWS: { name: string; of: (f: PlanFigures) => number; say?: (n: number) => string }[] = [
    { name: t('compare.timeLikely'), of: (f) => f.p50, say: duration },
    { name: t('compare.timeCautious'), of: (f) => f.p80, say: duration },
    { name: t('compare.stepsInAll'), of: (f) => f.steps },
    { name: t('compare.jointsToOpen'), of: (f) => f.joints },
    { name: t('compare.partsToMove'), of: (f) => f.parts },
    { name: t('compare.turnsOfTheMachine'), of: (f) => f.turns },
    { name: t('compare.toolChanges'), of: (f) => f.toolChanges },
    { name: t('compare.differentFromDisassembly'), of: (f) => f.departures },
    { name: t('compare.stepsWhileLive'), of: (f) => f.energised },
    { name: t('compare.turnsWithSomethingNotHeld'), of: (f) => f.loose }
  ];
  const together = $derived({ ...data.asKept, name: t('compare.togetherInOneVisit') });
  const found = $derived(data.revisions.flatMap((r) => ('figures' in r ? [r as Column] : [])));
</script>

{#snippet table(caption: string, columns: Column[], base: Column)}
  <!-- As many columns as the library has revisions: they go on to the side within their own place. -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
  <div class="relative overflow-x-auto" tabindex="0" role="region" aria-label={caption}>
    <table class="mt-3 w-full border-collapse">
      <caption class="sr-only">{caption}</caption>
      <thead
        ><tr
          ><td></td>{#each columns as c, i (i)}<th
              scope="col"
              class="max-w-56 ps-4 pb-1.5 text-end align-bottom font-semibold">{told(c.name)}</th
            >{/each}</tr
        ></thead
      >
      <tbody>
        {#each ROWS as row (row.name)}
          <tr class="border-t border-rule">
            <th scope="row" class="py-1.5 pe-3 text-start font-normal text-soft">{row.name}</th>
            {#each columns as c, i (i)}
              {@const n = row.of(c.figures)}
              {@const by = n - row.of(base.figures)}
              <td class="figure py-1.5 ps-4 text-end whitespace-nowrap {i > 0 && by !== 0 ? 'font-semibold' : ''}"
                >{row.say ? row.say(n) : n}{#if i > 0}<span
                    class="ms-2 inline-block w-[5.4rem] text-start text-sm font-normal max-md:ms-0 max-md:block max-md:w-auto max-md:text-end {by ===
                    0
                      ? 'text-soft'
                      : by < 0
                        ? 'text-(--good)'
                        : 'text-now'}"
                    >{t('compare.by', {
                      how: by === 0 ? 'same' : by < 0 ? 'less' : 'more',
                      n: row.say && Math.round(Math.abs(by)) ? row.say(Math.abs(by)) : String(Math.abs(by))
                    })}</span
                  >{/if}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/snippet}

<div class="mx-auto max-w-7xl px-6 py-5 max-md:px-3">
  <p class="text-soft">
    <a class="link" href="/jobs/{data.job.number}/plan"
      >{t('compare.backToThePlanOfJob', { number: data.job.number })}</a
    >
  </p>
  <h1 class="mt-1 text-2xl">{t('compare.compared', { work: data.work })}</h1>
  <p class="text-soft">{data.machine.maker} {data.machine.model} {data.machine.revision}, {data.job.customer}</p>

  <div class="mt-5 grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
    <section class="sheet px-6 py-5 max-md:px-4">
      <h2 class="text-lg">{t('compare.theOtherOrder')}</h2>
      <p class="text-soft">
        {t('compare.theSameWorkInAnotherOrder')}
      </p>
      {@render table(t('compare.orders'), [data.asKept, ...data.weightings], data.asKept)}
      {#each data.weightings as w, i (i)}
        {@const at = partWays(data.asKept.steps, w.steps)}
        <p class="mt-3">
          {#if at === undefined}{t('compare.bothGiveTheSameDisassembly')}{:else}<Rich
              text={t('compare.theyDifferFromStepHereIn', {
                at: at + 1,
                here: data.asKept.steps[at] ?? t('compare.theEnd'),
                there: w.steps[at] ?? t('compare.theEnd'),
                name: w.name
              })}>{#snippet b(text)}<b>{text}</b>{/snippet}</Rich
            >{/if}
        </p>
      {/each}
    </section>

    <section class="sheet px-6 py-5 max-md:px-4">
      <h2 class="text-lg">{t('compare.togetherOrSeparately')}</h2>
      {#if data.apart.length === 0}
        <p class="text-soft">
          {t('compare.thisJobHasOneGoalThere')}
        </p>
      {:else}
        {@const each = {
          name: t('compare.separately', { n: t('count.visit', { n: data.apart.length }) }),
          figures: sumFigures(data.apart.map((a) => a.figures))
        }}
        <p class="text-soft">
          {t('compare.oneVisitSavesComparedWithEach', {
            max: duration(Math.max(0, each.figures.p50 - together.figures.p50)),
            works: data.apart.map((a) => a.name)
          })}
        </p>
        {@render table(t('compare.togetherOrSeparately'), [together, each], together)}
      {/if}
    </section>

    <section class="sheet px-6 py-5 max-md:px-4 lg:col-span-2">
      <h2 class="text-lg">{t('compare.anotherRevision')}</h2>
      {#if data.revisions.length === 0}
        <p class="text-soft">{t('compare.theLibraryHasOnlyOneRevision')}</p>
      {:else}
        <div class="grid grid-cols-1 items-start gap-8 lg:grid-cols-2">
          {#if found.length > 0}<div>
              {@render table(t('compare.revisions'), [data.asKept, ...found], data.asKept)}
            </div>{/if}
          <div class="mt-3 space-y-4">
            {#each data.revisions as r (r.fileId)}
              <div>
                <p class="font-semibold">
                  <a class="link" href="/machines/{r.fileId}">{told(r.name)}</a>{#if 'problem' in r}{t(
                      'compare.cannotBePlannedThere',
                      { problem: r.problem }
                    )}{/if}
                </p>
                <p class="text-soft">
                  {t('compare.whatIsDifferentThere', { importedAt: day(r.importedAt) })}
                </p>
                <ul class="mt-1 list-disc ps-5">
                  {#each r.changes.slice(0, 8) as text, i (i)}<li>{told(text)}</li>{:else}<li>
                      {t('compare.nothingThatAffectsTheWork')}
                    </li>{/each}
                  {#if r.changes.length > 8}<li>{t('compare.andMore', { n: r.changes.length - 8 })}</li>{/if}
                </ul>
              </div>
            {/each}
          </div>
        </div>
      {/if}
    </section>
  </div>
</div>
