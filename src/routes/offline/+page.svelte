<script lang="ts">
  import { onMount } from 'svelte';
  import { page } from '$app/state';
  import { ownPath } from '$lib/own-path';
  import { keptBenches, type KeptBench } from '$lib/offline/kept';
  import { moment } from '$lib/ui/dates';

  /** What one sees wherever the server cannot be reached: the benches that open all the same. It is served under any address. */
  let benches = $state.raw<KeptBench[] | undefined>();
  let problem = $state('');
  const wanted = $derived(
    page.url.pathname === '/offline'
      ? ownPath(page.url.searchParams.get('to'), page.url.origin)
      : page.url.pathname + page.url.search
  );

  onMount(() => {
    keptBenches().then(
      (found) => (benches = found),
      () => ((benches = []), (problem = 'This browser keeps nothing, so there is nothing to open without the server.'))
    );
  });
</script>

<svelte:head><title>Server not reached · Eager Wrench</title></svelte:head>
<div class="mx-auto max-w-2xl px-6 py-16">
  <h1 class="text-3xl">The server is not reached</h1>
  <p class="mt-3 text-lg">
    This page needs it. Nothing that was saved is lost, and what you record at a bench below is kept on this device
    until the server answers.
  </p>
  <p class="mt-5"><a class="button button-act min-h-12" href={wanted} data-sveltekit-reload>Try again</a></p>

  <h2 class="mt-10 text-xl">Benches kept on this device</h2>
  {#if benches === undefined}
    <p class="mt-3 text-soft" role="status">Looking ...</p>
  {:else if problem}
    <p class="mt-3" role="alert">{problem}</p>
  {:else}
    <ul class="mt-3 space-y-2">
      {#each benches as b (b.run)}
        <li>
          <a
            class="sheet flex items-center gap-4 px-5 py-3.5 hover:border-ink"
            href="/jobs/{b.job}/bench"
            data-sveltekit-reload
          >
            <span class="flex-1"
              ><b class="text-lg">Job {b.job}, {b.customer}</b><span class="block text-soft"
                >{b.work}. {b.machine}. Opened by {b.person}, {moment(b.at)}</span
              ></span
            >
            <span class={b.waiting ? 'font-semibold text-now' : 'text-soft'}
              >{b.waiting ? `${b.waiting} not sent yet` : 'All sent'}</span
            >
          </a>
        </li>
      {:else}
        <li class="sheet px-5 py-4 text-lg">
          None. A bench that has once been opened on this device with the server opens here without it.
        </li>
      {/each}
    </ul>
  {/if}
</div>
