<script lang="ts">
  import type { Snippet } from 'svelte';
  import { afterNavigate } from '$app/navigation';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';

  /**
   * What stands in the open where there is room, and behind a button where there is none: it opens below the button, and closes
   * when one goes on, looks elsewhere or presses Escape.
   */
  interface Props {
    /** What is on the button. */
    name: string;
    children: Snippet;
    /** It opens below the button's left or right end, or as a sheet from below, under the thumb. */
    to?: 'left' | 'right' | 'thumb';
  }
  let { name, children, to = 'left' }: Props = $props();

  const id = $props.id();
  let fold = $state<HTMLElement>();
  let button = $state<HTMLElement>();
  let isOpen = $state(false);
  afterNavigate(() => (isOpen = false));

  function onkeydown(event: KeyboardEvent) {
    if (event.key !== 'Escape' || !isOpen) return;
    event.stopPropagation();
    isOpen = false;
    button!.focus();
  }
  const elsewhere = (event: Event) => {
    if (isOpen && !fold!.contains(event.target as Node)) isOpen = false;
  };
</script>

<svelte:window onpointerdown={elsewhere} onfocusin={elsewhere} />

<!-- svelte-ignore a11y_no_static_element_interactions (Escape closes what is open, from anywhere in it) -->
<div class="fold" bind:this={fold} {onkeydown}>
  <button
    type="button"
    class="button max-w-full text-start leading-tight lg:hidden"
    aria-expanded={isOpen}
    aria-controls={id}
    bind:this={button}
    onclick={() => (isOpen = !isOpen)}>{name}<ChevronDown size={16} aria-hidden="true" /></button
  >
  <div {id} class="content {to}" class:isOpen>{@render children()}</div>
</div>

<style>
  .content {
    display: contents;
  }
  @media (width < 64rem) {
    .fold {
      position: relative;
      min-width: 0;
    }
    .content {
      display: none;
    }
    .content.isOpen {
      display: block;
      position: absolute;
      z-index: 30;
      margin-top: 4px;
      padding: 6px 0;
      width: max-content;
      min-width: 12rem;
      max-width: calc(100vw - 24px);
      max-height: calc(100dvh - 80px);
      overflow-y: auto;
      background: var(--sheet);
      border: 1px solid var(--rule);
      border-radius: 8px;
      box-shadow: 0 6px 24px rgb(0 0 0 / 0.2);
    }
    .right {
      inset-inline-end: 0;
    }
    .content.thumb.isOpen {
      position: fixed;
      inset: auto 0 0 0;
      width: auto;
      max-width: none;
      padding: 12px 12px max(12px, env(safe-area-inset-bottom));
      border-radius: 14px 14px 0 0;
    }
  }
  @media (width >= 64rem) {
    .fold {
      display: contents;
    }
  }
</style>
