<script lang="ts">
  import '../app.css';
  import { page } from '$app/state';
  import ThemeSwitch from '$lib/ui/ThemeSwitch.svelte';
  import LogOut from '@lucide/svelte/icons/log-out';

  let { data, children } = $props();
  const places = [
    { href: '/jobs', name: 'Jobs' },
    { href: '/machines', name: 'Machines' }
  ];
</script>

<a href="#main" class="skip">Skip to the page</a>
{#if data.person}
  <header class="no-print flex h-13 items-center gap-6 border-b border-rule bg-sheet px-5">
    <a href="/jobs" class="flex items-center gap-2.5 font-semibold">
      <img src="/mark.svg" alt="" width="26" height="26" />
      Eager Wrench
    </a>
    <nav aria-label="Places" class="flex gap-1">
      {#each places as place (place.href)}
        {@const here = page.url.pathname.startsWith(place.href)}
        <a href={place.href} aria-current={here ? 'page' : undefined} class="border-b-3 px-3 py-3 {here ? 'border-now font-semibold' : 'border-transparent text-soft hover:text-ink'}">{place.name}</a>
      {/each}
    </nav>
    <div class="ml-auto flex items-center gap-4">
      <ThemeSwitch theme={data.theme} />
      <span class="text-soft">{data.person.name}, {data.person.role}</span>
      <form method="POST" action="/signout">
        <button class="button" aria-label="Sign out"><LogOut size={16} aria-hidden="true" /></button>
      </form>
    </div>
  </header>
{/if}
<main id="main" tabindex="-1">
  {@render children()}
</main>

<style>
  .skip { position: absolute; left: -999px; }
  .skip:focus { left: 8px; top: 8px; z-index: 50; background: var(--sheet); padding: 8px 12px; }
  main:focus { outline: none; }
</style>
