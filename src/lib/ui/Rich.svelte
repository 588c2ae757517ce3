<script lang="ts">
  import type { Snippet } from 'svelte';

  /** Text of a catalogue with parts that look otherwise: `<figure>4</figure> steps`; each is drawn by the snippet of its name. */
  let { text, ...tags }: { text: string; [tag: string]: Snippet<[string]> | string } = $props();
  const pieces = $derived(
    text.split(/(<(\w+)>.*?<\/\2>)/).flatMap((piece, i, all): { text: string; tag?: string }[] => {
      // A split with groups gives the text, the whole element, and its name.
      if (i % 3 === 2) return [];
      if (i % 3 === 0) return [{ text: piece }];
      const tag = all[i + 1]!;
      return [{ text: piece.slice(tag.length + 2, -tag.length - 3), tag }];
    })
  );
</script>

{#each pieces as { text, tag }, i (i)}{@const drawn =
    tag === undefined ? undefined : tags[tag]}{#if typeof drawn === 'function'}{@render drawn(
      text
    )}{:else}{text}{/if}{/each}
