<script lang="ts">
  import { screwSide, sizeText } from '$core/fasteners';
  import type { Screw } from '$core/machine';
  import ScrewShape from './ScrewShape.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** A screw from the side, head width and shank length to one scale, with its size in figures. */
  let { screw, pxPerMm = 9 }: { screw: Screw; pxPerMm?: number } = $props();

  const side = $derived(screwSide(screw));
  const width = $derived(screw.headDiameterMm + 2);
  const height = $derived(side.headMm + side.shankMm + 1.6);
</script>

<svg
  width={width * pxPerMm}
  height={height * pxPerMm}
  viewBox="{-width / 2} -0.6 {width} {height}"
  role="img"
  aria-label={t('drawing.screwHeadMmWide', {
    screw: sizeText(screw),
    head: screw.head,
    headDiameterMm: screw.headDiameterMm
  })}
>
  <ScrewShape {side} />
</svg>
