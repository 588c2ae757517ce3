<script lang="ts">
  import { useWords } from '$lib/words';
  import ArrowUpFromLine from '@lucide/svelte/icons/arrow-up-from-line';
  import Camera from '@lucide/svelte/icons/camera';
  import Pointer from '@lucide/svelte/icons/mouse-pointer-2';
  import SquareDashed from '@lucide/svelte/icons/square-dashed';
  import Glyph from './Glyph.svelte';
  import type { Tool } from './hand.svelte';
  import { TOOL_KEYS } from './keys';

  const { t } = useWords();

  /** What a tap means, chosen along the edge of the drawing. */
  let { tool, questions, ontake }: { tool: Tool | undefined; questions: number; ontake: (tool: Tool) => void } =
    $props();
</script>

<div class="rail" role="toolbar" aria-label={t('recorder.tools')}>
  {#each TOOL_KEYS as { tool: id, key } (id)}
    <button
      type="button"
      class={['tool', { held: id === tool, loud: id === 'ask' && questions > 0 }]}
      aria-pressed={id === tool}
      aria-keyshortcuts={key}
      title={t('recorder.toolAndKey', { tool: id, key: key.toUpperCase() })}
      onclick={() => ontake(id)}
    >
      {#if id === 'screws'}<Glyph fixing={{ kind: 'screws' }} size={30} />
      {:else if id === 'connector'}<Glyph fixing={{ kind: 'connector', family: 'flip-lock-back' }} size={30} />
      {:else if id === 'other'}<Glyph fixing={{ kind: 'clips' }} size={30} />
      {:else if id === 'part'}<SquareDashed size={22} aria-hidden="true" />
      {:else if id === 'off'}<ArrowUpFromLine size={22} aria-hidden="true" />
      {:else if id === 'photo'}<Camera size={22} aria-hidden="true" />
      {:else if id === 'ask'}<span class="count figure" aria-hidden="true">{questions}</span>
      {:else}<Pointer size={20} aria-hidden="true" />{/if}
      <span class="name">{t('recorder.tool', { tool: id })}</span>
    </button>
  {/each}
</div>

<style>
  .rail {
    display: flex;
    flex-direction: column;
    gap: 2px;
    padding: 6px;
    background: var(--sheet);
    border-inline-end: 1px solid var(--rule);
    overflow: auto;
  }
  .tool {
    display: flex;
    flex-direction: column;
    align-items: center;
    justify-content: center;
    gap: 2px;
    width: 84px;
    min-height: 58px;
    padding: 4px 2px;
    border-radius: 6px;
    border: 2px solid transparent;
    cursor: pointer;
    font-size: 0.82rem;
    line-height: 1.1;
    text-align: center;
  }
  .tool:hover {
    background: var(--sunk);
  }
  .held {
    border-color: var(--act);
    background: var(--sunk);
    font-weight: 700;
  }
  .count {
    min-width: 26px;
    height: 22px;
    border-radius: 11px;
    border: 1.5px solid var(--rule-strong);
    line-height: 19px;
    font-size: 0.9rem;
  }
  .loud .count {
    background: var(--now);
    border-color: var(--now);
    color: var(--on-now);
    font-weight: 700;
  }
  @media (width < 64rem) {
    .rail {
      flex-direction: row;
      border-inline-end: 0;
      border-block: 1px solid var(--rule);
      position: sticky;
      top: var(--drawn-high, 0);
      z-index: 6;
    }
    .tool {
      flex: 1 0 auto;
      width: auto;
      min-width: 62px;
    }
  }
</style>
