<script lang="ts">
  import { type LedgerLine } from '$core/fasteners';
  import { type Model } from '$core/machine';
  import { jointName, sizeWords } from '$core/words';
  import Term from '$lib/ui/Term.svelte';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Screws that are out of the machine at this moment, by group. */
  let { model, lines, onfound }: { model: Model; lines: readonly LedgerLine[]; onfound?: () => void } = $props();

  const groups = $derived(
    lines.flatMap((line) => {
      const joint = model.joint(line.joint);
      return joint.kind === 'screws'
        ? [{ ...line, name: jointName(model, joint), size: sizeWords(joint.screw), captive: joint.screw.captive }]
        : [];
    })
  );
  const inBins = $derived(groups.filter((g) => !g.captive));
  const loosened = $derived(groups.filter((g) => g.captive).reduce((sum, g) => sum + g.inHand, 0));
</script>

<div
  class="flex items-start gap-3 border-t border-rule bg-sheet px-4 py-2.5"
  aria-label={t('bench.screwsOut')}
  role="region"
>
  {#if groups.length === 0}
    <p class="flex-1 text-soft">{t('bench.noScrewsOut')}</p>
  {:else}
    <ul class="flex flex-1 flex-wrap gap-x-5 gap-y-1">
      {#each inBins as group (group.joint)}
        <li>
          <span class="figure font-semibold">{group.inHand} × {told(group.size)}</span>
          <span class="text-soft">{told(group.name)}</span>
        </li>
      {/each}
      {#if loosened > 0}<li class="text-soft max-lg:[--term:44px]">
          <Term is="captive">{t('bench.captiveLoosenedInTheirPart', { loosened })}</Term>
        </li>{/if}
    </ul>
  {/if}
  {#if onfound}<button type="button" class="link shrink-0 py-0.5 max-lg:min-h-[44px]" onclick={onfound}
      >{t('bench.identifyAScrew')}</button
    >{/if}
</div>
