<script lang="ts">
  import { page } from '$app/state';

  const titles: Record<number, string> = {
    401: 'Sign in first',
    403: 'Not with this role',
    404: 'Nothing here',
    413: 'Too large',
    503: 'Out of reach'
  };
</script>

<svelte:head><title>{titles[page.status] ?? 'That did not work'} · Eager Wrench</title></svelte:head>
<div class="mx-auto max-w-xl px-6 py-20">
  <p class="figure text-soft">{page.status}</p>
  <h1 class="mt-1 text-3xl">{titles[page.status] ?? 'That did not work'}</h1>
  <p class="mt-4 text-lg">{page.error?.message}</p>
  <p class="mt-8 flex gap-3">
    <a class="button button-act" href="/jobs">To the jobs</a>
    <button class="button" onclick={() => location.reload()}>Try again</button>
  </p>
  {#if page.error?.request}
    <p class="mt-8 text-soft">If it happens again, name this request: <span class="code">{page.error.request}</span></p>
  {/if}
</div>
