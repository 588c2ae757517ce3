<script lang="ts">
  import { inRows, interchangeable } from '$core/fasteners';
  import type { JointOf, Model } from '$core/machine';
  import { jointName, mixUpWords, sizeWords } from '$core/words';
  import { ScrewPicture } from '$lib/ui/drawing';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Screws that could be taken for one another and would do harm, and those that are the same. */
  interface Props {
    model: Model;
    screws: readonly JointOf<'screws'>[];
    rows: ReturnType<typeof inRows>;
    /** Pairs that would do little harm. */
    leftOut: number;
  }
  let { model, screws, rows, leftOut }: Props = $props();

  const same = $derived(interchangeable(screws));
  const names = (ids: readonly string[]) => ids.map((id) => told(jointName(model, model.joint(id)))).join(', ');
  const screwOf = (id: string) => (model.joint(id) as JointOf<'screws'>).screw;
</script>

<p class="text-soft">
  {t('machine.screwsOfThisMachineThatCould')}
</p>
<ol class="mt-3 divide-y divide-(--rule)">
  {#each rows as { mixUp: m, screws: likeScrews, holes } (m.screw + m.hole)}
    <li class="flex items-center gap-4 py-2.5">
      <span class="flex w-24 shrink-0 items-end justify-center gap-2"
        ><ScrewPicture screw={screwOf(m.screw)} pxPerMm={5} /><ScrewPicture screw={screwOf(m.hole)} pxPerMm={5} /></span
      >
      <span
        >{told(mixUpWords(model, m))}<span class="block text-sm text-soft"
          >{m.likeness > 0.66
            ? t('machine.hardToTellApartByEye')
            : m.likeness > 0.33
              ? t('machine.lookAlike')
              : t('machine.easyToTellApart')}{likeScrews.length > 1
            ? t('machine.soWould', { others: names(likeScrews.slice(1)) })
            : ''}{holes.length > 1 ? t('machine.andIn', { others: names(holes.slice(1)) }) : ''}</span
        ></span
      >
    </li>
  {:else}
    <li class="py-6 text-center text-soft">{t('machine.noScrewOfThisMachineDoes')}</li>
  {/each}
</ol>
{#if leftOut > 0}<p class="mt-2 text-soft">
    {t('machine.thatWouldDoLittleHarmOr', { leftOut: t('count.pair', { n: leftOut }), leftOut2: leftOut })}
  </p>{/if}
{#if same.length > 0}
  <h2 class="mt-5 text-base font-semibold">{t('machine.theSameScrewInMatchingHoles')}</h2>
  <ul class="mt-1 space-y-1">
    {#each same as list (list[0]!.id)}<li>
        {list.map((g) => told(jointName(model, g))).join(', ')}
        <span class="text-soft">({told(sizeWords(list[0]!.screw))})</span>
      </li>{/each}
  </ul>
{/if}
