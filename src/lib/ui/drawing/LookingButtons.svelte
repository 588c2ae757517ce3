<script lang="ts">
  import type { Snippet } from 'svelte';
  import Maximize from '@lucide/svelte/icons/maximize';
  import Minus from '@lucide/svelte/icons/minus';
  import Plus from '@lucide/svelte/icons/plus';
  import { useWords } from '$lib/words';
  import type { Looking } from './looking.svelte';

  const { t } = useWords();

  /** Closer, farther, whole: below the drawing, never over it, since a corner has a screw as often as not. */
  let { looking, children }: { looking: Looking; children?: Snippet } = $props();
</script>

<div class="flex flex-none items-center justify-end gap-1 pt-1">
  {@render children?.()}
  {#each [{ act: looking.farther, name: t('recorder.farther'), Icon: Minus }, { act: looking.closer, name: t('recorder.closer'), Icon: Plus }, { act: looking.whole, name: t('recorder.whole'), Icon: Maximize }] as { act, name, Icon } (name)}
    <button type="button" class="button min-w-10 px-0" aria-label={name} onclick={act}
      ><Icon size={16} aria-hidden="true" /></button
    >
  {/each}
</div>
