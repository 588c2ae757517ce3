<script lang="ts">
  import type { Route } from '$core/cables';
  import type { Cable } from '$core/machine';
  import { tenth } from '$lib/ui/drawing';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** How a cable lies: its way, what is left of it, and whether it bears its tightest bend. */
  let { cable, route }: { cable: Cable; route: Route } = $props();

  const bends = $derived(route.bends.filter((b) => !b.folded));
</script>

<p class="flex-1 text-sm" role="status" aria-live="off">
  {t('drafting.route', { mm: route.pathMm.toFixed(0), length: tenth(cable.lengthMm) })}
  {#if route.slackMm !== undefined}<span class={route.slackMm < 0 ? 'font-semibold text-now' : 'text-soft'}
      >{t('drafting.slack', {
        mm: Math.abs(route.slackMm).toFixed(0),
        isShort: route.slackMm < 0 ? 'yes' : 'no'
      })}</span
    >{/if}
  {#if bends.length > 0}<span class={route.bends.some((b) => b.tight) ? 'font-semibold text-now' : 'text-soft'}
      >{t('drafting.bend', { mm: Math.min(...bends.map((b) => b.radiusMm)), least: cable.minBendRadiusMm })}</span
    >{/if}
</p>
