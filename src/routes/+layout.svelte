<script lang="ts">
  import '../app.css';
  import { onMount, untrack } from 'svelte';
  import { afterNavigate, beforeNavigate } from '$app/navigation';
  import { navigating, page, updated } from '$app/state';
  import { takeOver } from '$lib/offline/pages';
  import { doWhatWasDoneEarly } from '$lib/ui/done-early';
  import Fold from '$lib/ui/Fold.svelte';
  import ThemeSwitch from '$lib/ui/ThemeSwitch.svelte';
  import Working from '$lib/ui/Working.svelte';
  import LogOut from '@lucide/svelte/icons/log-out';
  import { MANUAL, placesOf } from '$lib/places';
  import { message, setWords, translator } from '$lib/words';

  let { data, children } = $props();
  // Another language is another page: it is loaded anew as a whole.
  const { t, told } = untrack(() =>
    setWords(translator(data.language, data.catalogue, data.place.language, data.trial))
  );
  const places = $derived(placesOf(data.person?.role ?? ''));
  const isHere = (href: string) => page.url.pathname.startsWith(href);

  // With a new build on the server one goes on in it, from page to page; a bench that is open stays with its own until it is left.
  beforeNavigate(({ willUnload, to }) => {
    if (updated.current && !willUnload && to?.url) location.href = to.url.href;
  });
  afterNavigate(() => void takeOver());
  onMount(doWhatWasDoneEarly);

  /** A page that takes longer than this is told of in words, ms. */
  const SLOW_MS = 1500;
  let isSlow = $state(false);
  $effect(() => {
    isSlow = false;
    if (!navigating.to) return;
    const timer = setTimeout(() => (isSlow = true), SLOW_MS);
    return () => clearTimeout(timer);
  });
</script>

{#if navigating.to}<div
    class="loading"
    role="progressbar"
    aria-label={t('common.loading', { page: navigating.to.url.pathname })}
  ></div>{/if}
{#if navigating.to && isSlow}<div class="slow sheet"><Working inLine /></div>{/if}
<a href="#main" class="skip">{t('common.skipToTheContent')}</a>
{#if data.person}
  <header
    class="no-print flex h-(--head) items-center gap-6 border-b border-rule bg-sheet px-5 max-lg:justify-between max-lg:px-3"
  >
    <a href="/jobs" class="flex min-h-[44px] items-center gap-2.5 font-semibold">
      <img src="/mark.svg" alt="" width="26" height="26" />
      <!-- Between the two there is room for the places, or for the name. -->
      <span class="lg:max-xl:sr-only">{t('common.eagerWrench2')}</span>
    </a>
    <Fold name={told(places.find((p) => isHere(p.href))?.name ?? message('common.menu'))} to="right">
      <nav aria-label={t('common.menu')} class="lg:flex lg:gap-1">
        {#each places as place (place.href)}
          <a
            href={place.href}
            aria-current={isHere(place.href) ? 'page' : undefined}
            class="border-b-3 px-3 py-3 max-lg:block max-lg:border-s-3 max-lg:border-b-0 max-lg:px-4 lg:max-xl:px-2 {isHere(
              place.href
            )
              ? 'border-now font-semibold'
              : 'border-transparent text-soft hover:text-ink'}">{told(place.name)}</a
          >
        {/each}
      </nav>
      <div
        class="ms-auto flex items-center gap-4 max-lg:mt-1.5 max-lg:border-t max-lg:border-rule max-lg:px-4 max-lg:pt-3 max-lg:pb-1.5"
      >
        <a class="text-soft hover:text-ink" href={MANUAL.href} aria-current={isHere(MANUAL.href) ? 'page' : undefined}
          >{told(MANUAL.name)}</a
        >
        <ThemeSwitch theme={data.theme} />
        <a class="text-soft hover:text-ink" href="/me"
          >{t('common.nameAndRole', { name: data.person.name, role: t('common.role', { role: data.person.role }) })}</a
        >
        <form method="POST" action="/signout">
          <button class="button" aria-label={t('common.signOut')}><LogOut size={16} aria-hidden="true" /></button>
        </form>
      </div>
    </Fold>
  </header>
{/if}
<main id="main" tabindex="-1">
  {@render children()}
</main>

<style>
  /* Only what takes longer than a moment is worth a sign. */
  .loading {
    position: fixed;
    inset: 0 0 auto 0;
    height: 3px;
    z-index: 60;
    background: var(--now);
    transform-origin: left;
    animation: fill 8s 0.25s cubic-bezier(0.1, 0.6, 0.2, 1) both;
  }
  @keyframes fill {
    from {
      transform: scaleX(0);
    }
    to {
      transform: scaleX(0.95);
    }
  }
  .slow {
    position: fixed;
    top: 10px;
    left: 50%;
    translate: -50% 0;
    z-index: 60;
    padding: 8px 16px;
    box-shadow: 0 4px 16px rgb(0 0 0 / 0.2);
  }
  .skip {
    position: absolute;
    inset-inline-start: -999px;
  }
  .skip:focus {
    inset-inline-start: 8px;
    top: 8px;
    z-index: 50;
    background: var(--sheet);
    padding: 8px 12px;
  }
  main:focus {
    outline: none;
  }
</style>
