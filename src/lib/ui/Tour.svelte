<script lang="ts">
  import { onMount, tick } from 'svelte';
  import { Dialog } from 'bits-ui';
  import type { Message } from '$core/language';
  import { useWords } from '$lib/words';
  import Rich from './Rich.svelte';
  import { isToured, setToured } from './toured';

  const { t, told } = useWords();

  interface Props {
    /** By which this device remembers that it was shown. */
    name: string;
    /** Where each stop is on the page, by `data-tour`, and what is said there; what is not there is passed over. */
    stops: readonly { at: string; says: Message }[];
  }
  let { name, stops }: Props = $props();

  const elementOf = (at: string) =>
    [...document.querySelectorAll<HTMLElement>(`[data-tour="${at}"]`)].find((el) => el.checkVisibility());
  let isOpen = $state(false);
  let shown = $state.raw<Props['stops']>([]);
  let at = $state(0);
  let place = $state.raw<{ left: number; top: number; width: number; height: number }>();
  let card = $state<HTMLElement | null>(null);
  let below = $state(0);

  onMount(() => {
    if (isToured(localStorage, name)) return;
    shown = stops.filter((stop) => elementOf(stop.at));
    if (shown.length > 0) void go(0);
  });

  async function go(to: number) {
    const stop = shown[to];
    const element = stop && elementOf(stop.at);
    if (!element) return leave();
    at = to;
    isOpen = true;
    element.scrollIntoView({ block: 'nearest' });
    await tick();
    lay(element);
  }
  const EDGE = 6;
  /** Around the stop, with the card below it, above it, or over its end: wherever there is room. */
  function lay(element = elementOf(shown[at]?.at ?? '')) {
    if (!element) return;
    const { left, top, width, height } = element.getBoundingClientRect();
    place = { left: left - EDGE, top: top - EDGE, width: width + 2 * EDGE, height: height + 2 * EDGE };
    const tall = card?.offsetHeight ?? 160;
    const [under, over] = [top + height + 2 * EDGE, top - tall - 2 * EDGE];
    below = under + tall < innerHeight ? under : over > 0 ? over : Math.max(EDGE, innerHeight - tall - 4 * EDGE);
  }
  function leave() {
    isOpen = false;
    setToured(localStorage, name);
  }
  function onkeydown(event: KeyboardEvent) {
    // Keys are the tour's alone: the page behind it records nothing.
    event.stopPropagation();
    if (event.key === 'Escape') leave();
    else if (event.key === 'ArrowRight') void go(at + 1);
    else if (event.key === 'ArrowLeft' && at > 0) void go(at - 1);
    else return;
    event.preventDefault();
  }
</script>

<svelte:window onresize={() => isOpen && lay()} />
<Dialog.Root open={isOpen} onOpenChange={(open) => !open && leave()}>
  <Dialog.Portal>
    {#if isOpen && place}<div
        class="spot"
        style:left="{place.left}px"
        style:top="{place.top}px"
        style:width="{place.width}px"
        style:height="{place.height}px"
      ></div>{/if}
    <Dialog.Content
      bind:ref={card}
      {onkeydown}
      class="sheet fixed left-1/2 z-50 w-[26rem] max-w-[92vw] -translate-x-1/2 px-5 py-4 shadow-2xl"
      style="top: {below}px"
      data-touring={name}
    >
      <Dialog.Title class="sr-only">{t('tour.name')}</Dialog.Title>
      <Dialog.Description class="text-lg">{told(shown[at]?.says)}</Dialog.Description>
      <div class="mt-3 flex items-center gap-3">
        <span class="figure flex-1 text-sm text-soft">{t('tour.of', { at: at + 1, n: shown.length })}</span>
        <button type="button" class="button" onclick={leave}
          ><Rich text={t('tour.leave')}>{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich></button
        >
        <button
          type="button"
          class="button button-act"
          {@attach (button) => button.focus()}
          onclick={() => void go(at + 1)}
          ><Rich text={at + 1 < shown.length ? t('tour.next') : t('tour.done')}
            >{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich
          ></button
        >
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<style>
  .spot {
    position: fixed;
    z-index: 45;
    border-radius: 8px;
    outline: 3px solid var(--now);
    box-shadow: 0 0 0 100vmax rgb(0 0 0 / 0.45);
    pointer-events: none;
  }
</style>
