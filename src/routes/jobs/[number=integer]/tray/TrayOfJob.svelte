<script lang="ts">
  import { tray } from '$core/fasteners';
  import { modelOf } from '$core/machine';
  import { screwsTakenOut } from '$core/plan';
  import { ScrewPicture } from '$lib/ui/drawing';
  import Term from '$lib/ui/Term.svelte';
  import { TRAY_STYLES } from '$lib/tray-styles';
  import Printer from '@lucide/svelte/icons/printer';
  import type { PageData } from './$types';
  import { jobWords, mixUpWords, partName } from '$core/words';
  import { named, useWords } from '$lib/words';

  const { t, told } = useWords();

  let { data }: { data: Extract<PageData['laid'], { now: unknown }>['now'] } = $props();
  const model = $derived(modelOf(data.machine));
  const groups = $derived(screwsTakenOut(model, data.plan));
  const made = $derived(tray(model, groups, data.style));
  const total = $derived(made.bins.reduce((sum, b) => sum + b.count, 0));
  const captive = $derived(groups.filter((g) => g.screw.captive));
  const screwOf = (id: string) => groups.find((g) => g.id === id)!.screw;
  const file = $derived(`/api/jobs/${data.job.number}/files/tray`);
  /** CSS pixels per millimetre: on a screen that keeps to them a screw is as large as it is. */
  const TRUE_SIZE = 96 / 25.4;
</script>

<div class="grid grid-cols-1 lg:h-[calc(100dvh-var(--head))] lg:grid-cols-[minmax(0,1fr)_440px]">
  <section class="min-h-0 overflow-y-auto px-6 py-5" aria-label={t('tray.bins')}>
    <p class="text-soft">
      <a class="link" href="/jobs/{data.job.number}/plan"
        >{t('tray.job', { number: data.job.number, work: jobWords(model, data.plan.goals) })}</a
      >
    </p>
    <div class="mt-1 flex items-center gap-4">
      <h1 class="text-2xl">{t('tray.tray')}</h1>
      <p class="text-soft">
        {t('tray.in', {
          total: t('count.screw', { n: total }),
          n: t('count.bin', { n: made.bins.length })
        })}{#if captive.length > 0}{t('tray.stayInTheirPart', {
            n: t('count.captiveScrew', { n: captive.reduce((n, g) => n + g.count, 0) })
          })}{/if}
      </p>
    </div>
    <nav class="mt-3 flex gap-2" aria-label={t('tray.layoutOfTheTray')}>
      {#each TRAY_STYLES as s (s.value)}
        <a
          href="?style={s.value}"
          data-sveltekit-noscroll
          aria-current={s.value === data.style ? 'true' : undefined}
          class="button {s.value === data.style ? 'button-act' : ''}">{told(s.name)}</a
        >
      {/each}
    </nav>
    <p class="mt-2 text-soft">{told(TRAY_STYLES.find((s) => s.value === data.style)!.about)}</p>
    {#if made.bins.length === 0}
      <p class="sheet mt-5 px-5 py-10 text-center text-soft">
        {t('tray.noLooseScrewsComeOutOn')}
      </p>
    {:else}
      <table class="mt-4 w-full border-collapse">
        <thead class="text-start text-sm text-soft"
          ><tr
            ><th class="py-1.5 pe-3 font-semibold"><Term is="bin">{t('tray.columnBin')}</Term></th><th
              class="pe-3 text-end font-semibold">{t('tray.count')}</th
            ><th class="pe-3 font-semibold">{t('tray.screws')}</th><th class="pe-3 font-semibold">{t('tray.size')}</th
            ><th class="font-semibold">{t('tray.columnTrueSize')}</th></tr
          ></thead
        >
        <tbody>
          {#each made.bins as bin (bin.joint)}
            {@const mixed = made.apart.filter((m) => m.screw === bin.joint)}
            <tr class="border-t border-rule align-top">
              <td class="figure py-2 pe-3 text-lg font-semibold">{bin.number}</td>
              <td class="figure py-2 pe-3 text-end text-lg">{bin.count}</td>
              <td class="py-2 pe-3"
                >{told(named(model, bin.name))}{#if bin.part}<span class="block text-sm text-soft"
                    >{t('tray.stayInThe', { name: partName(model, bin.part) })}</span
                  >{/if}
                {#each mixed.slice(0, 2) as m (m.hole)}<span class="mt-1 block border-s-3 border-now ps-2 text-sm"
                    >{told(mixUpWords(model, m))}</span
                  >{/each}
                {#if mixed.length > 2}<span class="block ps-2.5 text-sm text-soft"
                    >{t('tray.andLikewise', { n: t('count.otherHole', { n: mixed.length - 2 }) })}</span
                  >{/if}
              </td>
              <td class="py-2 pe-3 whitespace-nowrap">{bin.size}</td>
              <td class="py-1.5"><ScrewPicture screw={screwOf(bin.joint)} pxPerMm={TRUE_SIZE} /></td>
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
  </section>
  <section class="flex min-h-0 flex-col border-s border-rule bg-sunk" aria-label={t('tray.theSheetToPrint')}>
    <div class="flex items-center gap-3 px-5 py-3">
      <p class="flex-1 text-soft">
        {t('tray.printAtActualSizeA4Check', { sheets: t('count.sheet', { n: made.sheets }) })}
      </p>
      <a class="button button-act" href="{file}.pdf?style={data.style}" download
        ><Printer size={16} aria-hidden="true" /> {t('tray.pdf')}</a
      >
      <a class="button" href="{file}.svg?style={data.style}" download>{t('tray.svg')}</a>
    </div>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
    <div class="min-h-0 flex-1 overflow-y-auto px-5 pb-5" tabindex="0" role="region" aria-label={t('tray.preview')}>
      <img
        class="paper w-full"
        src="{file}.svg?style={data.style}&show"
        alt={t('tray.theSheet', {
          bins: made.bins.map((b) => t('tray.binOf', { number: b.number, count: b.count, size: b.size })).join('; ')
        })}
      />
    </div>
  </section>
</div>

<style>
  .paper {
    background: white;
    box-shadow: 0 1px 6px rgb(0 0 0 / 0.25);
  }
</style>
