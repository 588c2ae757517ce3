<script lang="ts">
  import type { Thing } from '$core/drawing';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** All that is drawn, by name: what each is held by is read with it, and shown beside the drawing that it lights up on. */
  interface Props {
    things: readonly Thing[];
    /** The thing that is pointed at. */
    lit?: string | undefined;
    /** Shows what is said of a thing under its name, where no drawing says it. */
    withWords?: boolean;
    /** Says with a name what the thing is held by and how it opens. */
    withAbout?: boolean;
    goals?: readonly string[];
    /** What may be chosen; everything when not given. */
    canPick?: (thing: Thing) => boolean;
    onpick?: ((thing: Thing) => void) | undefined;
  }
  let {
    things,
    lit = $bindable(),
    withWords = false,
    withAbout = true,
    goals = [],
    canPick = () => true,
    onpick
  }: Props = $props();

  let query = $state('');
  const shown = $derived(
    query ? things.filter((thing) => told(thing.name).toLowerCase().includes(query.trim().toLowerCase())) : things
  );

  let list = $state<HTMLUListElement>();
  /** From the field into the list. */
  function enter(event: KeyboardEvent) {
    const first = list?.querySelector<HTMLElement>('button:not(:disabled)');
    if (event.key !== 'ArrowDown' || !first) return;
    event.preventDefault();
    first.focus();
  }
  /** Arrow keys walk the list, as in any list. */
  function walk(event: KeyboardEvent & { currentTarget: HTMLUListElement }) {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!by) return;
    const buttons = [...event.currentTarget.querySelectorAll('button')];
    const next = buttons[buttons.indexOf(document.activeElement as HTMLButtonElement) + by];
    if (!next) return;
    event.preventDefault();
    event.stopPropagation();
    next.focus();
  }
</script>

<label class="block pb-1.5"
  ><span class="sr-only">{t('drawing.findOnTheDrawing')}</span><input
    class="field"
    type="search"
    placeholder={t('drawing.findOnTheDrawing')}
    bind:value={query}
    onkeydown={enter}
  /></label
>
<!-- svelte-ignore a11y_no_noninteractive_element_interactions (the buttons in it are what is worked) -->
<ul bind:this={list} class="min-h-0 flex-1 overflow-y-auto" aria-label={t('drawing.whatIsDrawn')} onkeydown={walk}>
  {#each shown as item (item.thing)}
    <li>
      <button
        type="button"
        class={['thing', { lit: item.thing === lit, chosen: goals.includes(item.id) }]}
        aria-label={withAbout ? `${told(item.name)}. ${told(item.about)}` : undefined}
        aria-pressed={onpick ? goals.includes(item.id) : undefined}
        disabled={onpick !== undefined && !canPick(item)}
        onfocus={() => (lit = item.thing)}
        onpointerenter={() => (lit = item.thing)}
        onclick={() => onpick?.(item)}
      >
        {told(item.name)}{#if withWords}<span class="block text-base font-normal text-soft">{told(item.about)}</span
          >{/if}
      </button>
    </li>
  {:else}
    <li class="px-2 py-3 text-soft">{t('drawing.nothingWithThatNameOnThis')}</li>
  {/each}
</ul>

<style>
  .thing {
    display: block;
    width: 100%;
    text-align: start;
    padding: 4px 8px;
    border-radius: 4px;
    cursor: pointer;
    border-inline-start: 3px solid transparent;
    font-size: 0.92rem;
  }
  .thing:disabled {
    color: var(--ink-soft);
    cursor: default;
  }
  .thing.lit {
    background: var(--sunk);
  }
  .thing.chosen {
    border-inline-start-color: var(--act);
    font-weight: 650;
  }
</style>
