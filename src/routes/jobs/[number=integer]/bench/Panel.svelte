<script lang="ts">
  import type { Snippet } from 'svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** What stands in place of the step for a while: its title, what it is for, and the way back. */
  let { title, about, onclose, children }: { title: string; about: string; onclose: () => void; children: Snippet } =
    $props();
</script>

<div class="flex items-start gap-4">
  <div>
    <h2 class="text-2xl">{title}</h2>
    <p class="text-soft">{about}</p>
  </div>
  <button type="button" class="button ms-auto min-h-11" onclick={onclose}>{t('bench.close')}</button>
</div>
{@render children()}
