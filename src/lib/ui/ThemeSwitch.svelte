<script lang="ts">
  import Moon from '@lucide/svelte/icons/moon';
  import Sun from '@lucide/svelte/icons/sun';
  import SunMoon from '@lucide/svelte/icons/sun-moon';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  let { theme }: { theme: 'light' | 'dark' | 'auto' } = $props();
  // svelte-ignore state_referenced_locally (the server's value is only where it starts)
  let chosen = $state(theme);
  const NEXT = { auto: 'light', light: 'dark', dark: 'auto' } as const;
  const NAME = { auto: t('common.asTheSystem'), light: 'light', dark: 'dark' } as const;

  async function change() {
    chosen = NEXT[chosen];
    document.documentElement.dataset.theme = chosen;
    await fetch('/theme', {
      method: 'POST',
      keepalive: true,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ theme: chosen })
    }).catch(() => {});
  }
</script>

<button
  type="button"
  class="button"
  onclick={change}
  aria-label={t('common.themeChangeTo', { now: NAME[chosen], next: NAME[NEXT[chosen]] })}
  title={t('common.theme', { now: NAME[chosen] })}
>
  {#if chosen === 'light'}<Sun size={16} aria-hidden="true" />{:else if chosen === 'dark'}<Moon
      size={16}
      aria-hidden="true"
    />{:else}<SunMoon size={16} aria-hidden="true" />{/if}
</button>
