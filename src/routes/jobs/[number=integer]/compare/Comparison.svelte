<script lang="ts">
  import { partWays, sumFigures, type PlanFigures } from '$core/plan';
  import { day } from '$lib/ui/dates';
  import { duration, plural } from '$lib/ui/format';
  import type { PageData } from './$types';
  import { inSentence } from '$core/words';

  let { data }: { data: Extract<PageData['compared'], { now: unknown }>['now'] } = $props();

  interface Column {
    name: string;
    figures: PlanFigures;
    steps?: string[];
  }
  const ROWS: { name: string; of: (f: PlanFigures) => number; say?: (n: number) => string }[] = [
    { name: 'Time, middle', of: (f) => f.p50, say: duration },
    { name: 'Time, on the safe side', of: (f) => f.p80, say: duration },
    { name: 'Steps in all', of: (f) => f.steps },
    { name: 'Joints to open', of: (f) => f.joints },
    { name: 'Parts to move', of: (f) => f.parts },
    { name: 'Turns of the machine', of: (f) => f.turns },
    { name: 'Changes of tool', of: (f) => f.toolChanges },
    { name: 'Departures from the mirror', of: (f) => f.departures },
    { name: 'Steps while energised', of: (f) => f.energised },
    { name: 'Turns with something not held', of: (f) => f.loose }
  ];
  const together = $derived({ ...data.asKept, name: 'Together in one visit' });
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
              class="max-w-56 pb-1.5 pl-4 text-right align-bottom font-semibold">{c.name}</th
            >{/each}</tr
        ></thead
      >
      <tbody>
        {#each ROWS as row (row.name)}
          <tr class="border-t border-rule">
            <th scope="row" class="py-1.5 pr-3 text-left font-normal text-soft">{row.name}</th>
            {#each columns as c, i (i)}
              {@const n = row.of(c.figures)}
              {@const by = n - row.of(base.figures)}
              <td class="figure py-1.5 pl-4 text-right whitespace-nowrap {i > 0 && by !== 0 ? 'font-semibold' : ''}"
                >{row.say ? row.say(n) : n}{#if i > 0}<span
                    class="ml-2 inline-block w-[5.4rem] text-left text-sm font-normal max-md:ml-0 max-md:block max-md:w-auto max-md:text-right {by ===
                    0
                      ? 'text-soft'
                      : by < 0
                        ? 'text-(--good)'
                        : 'text-now'}"
                    >{by === 0
                      ? 'same'
                      : `${Math.round(Math.abs(by)) && row.say ? duration(Math.abs(by)) : Math.abs(by)} ${by < 0 ? 'less' : 'more'}`}</span
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
    <a class="link" href="/jobs/{data.job.number}/plan">Back to the plan of job {data.job.number}</a>
  </p>
  <h1 class="mt-1 text-2xl">{data.work}, compared</h1>
  <p class="text-soft">{data.machine.maker} {data.machine.model} {data.machine.revision}, {data.job.customer}</p>

  <div class="mt-5 grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
    <section class="sheet px-6 py-5 max-md:px-4">
      <h2 class="text-lg">The other order</h2>
      <p class="text-soft">
        The same work, put in order by other weights: what a turn, a change of tool and leaving a part half done are
        worth.
      </p>
      {@render table('Weightings', [data.asKept, ...data.weightings], data.asKept)}
      {#each data.weightings as w (w.name)}
        {@const at = partWays(data.asKept.steps, w.steps)}
        <p class="mt-3">
          {#if at === undefined}Both come to the same way down.{:else}The ways down part at step {at + 1}:
            <b>{data.asKept.steps[at] ?? 'the end'}</b>
            here, <b>{w.steps[at] ?? 'the end'}</b>
            {w.name.toLowerCase()}.{/if}
        </p>
      {/each}
    </section>

    <section class="sheet px-6 py-5 max-md:px-4">
      <h2 class="text-lg">Together or apart</h2>
      {#if data.apart.length === 0}
        <p class="text-soft">
          This job has one goal; there is nothing to part. Add another on the plan to see what one visit saves.
        </p>
      {:else}
        {@const each = {
          name: `Apart, ${plural(data.apart.length, 'visit')}`,
          figures: sumFigures(data.apart.map((a) => a.figures))
        }}
        <p class="text-soft">
          One visit saves {duration(Math.max(0, each.figures.p50 - together.figures.p50))} over {data.apart
            .map((a) => inSentence(a.name))
            .join(', then ')}, each on its own.
        </p>
        {@render table('Together or apart', [together, each], together)}
      {/if}
    </section>

    <section class="sheet px-6 py-5 max-md:px-4 lg:col-span-2">
      <h2 class="text-lg">Another revision</h2>
      {#if data.revisions.length === 0}
        <p class="text-soft">The library holds this machine in one revision only.</p>
      {:else}
        <div class="grid grid-cols-1 items-start gap-8 lg:grid-cols-2">
          {#if found.length > 0}<div>{@render table('Revisions', [data.asKept, ...found], data.asKept)}</div>{/if}
          <div class="mt-3 space-y-4">
            {#each data.revisions as r (r.fileId)}
              <div>
                <p class="font-semibold">
                  <a class="link" href="/machines/{r.fileId}">{r.name}</a>{#if 'problem' in r}: cannot be planned there. {r.problem}{/if}
                </p>
                <p class="text-soft">{day(r.importedAt)}; what is different there:</p>
                <ul class="mt-1 list-disc pl-5">
                  {#each r.changes.slice(0, 8) as text, i (i)}<li>{text}</li>{:else}<li>
                      Nothing that matters to the work.
                    </li>{/each}
                  {#if r.changes.length > 8}<li>and {r.changes.length - 8} more</li>{/if}
                </ul>
              </div>
            {/each}
          </div>
        </div>
      {/if}
    </section>
  </div>
</div>
