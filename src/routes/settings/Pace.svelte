<script lang="ts">
  import { shareOf } from './fields';
  import { duration } from '$lib/ui/format';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** The pace of one kind of work, percent of the standard time, and what it makes of a minute. */
  let { name, kind, standing }: { name: string; kind: string; standing: string } = $props();
  let percent = $derived(standing);
  const share = $derived(shareOf(percent));
</script>

<label
  ><span class="label">{name}</span>
  <span class="flex items-center gap-3"
    ><input class="field max-w-20" name="pace {kind}" inputmode="decimal" bind:value={percent} />
    <span class="figure text-sm text-soft"
      >{share > 0 && share !== 1 ? t('settings.minuteBecomes', { time: duration(60 * share) }) : ''}</span
    ></span
  ></label
>
