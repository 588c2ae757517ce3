<script lang="ts">
  import type { Snippet } from 'svelte';

  /** A part of the settings: its name, what it changes as things stand in the fields now, and the fields. */
  let { id, name, effect, children }: { id: string; name: string; effect: string; children: Snippet } = $props();
</script>

<section
  class="grid gap-x-8 gap-y-3 border-t border-rule py-5 first:border-0 md:grid-cols-[minmax(0,17rem)_minmax(0,1fr)]"
  aria-labelledby={id}
>
  <div>
    <h2 {id} class="text-lg">{name}</h2>
    <p class="mt-1 text-soft" aria-live="polite">{effect}</p>
  </div>
  <div class="grid grid-cols-[repeat(auto-fill,minmax(min(11rem,100%),1fr))] content-start items-end gap-x-4 gap-y-3">
    {@render children()}
  </div>
</section>
