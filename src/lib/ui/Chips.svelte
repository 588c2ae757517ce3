<script lang="ts" generics="T extends string">
  /** One of a few, to be tapped. */
  interface Props {
    label: string;
    options: readonly { id: T; name: string; note?: string }[];
    chosen: T | undefined;
    onchoose: (id: T) => void;
  }
  let { label, options, chosen, onchoose }: Props = $props();
</script>

<div role="group" aria-label={label}>
  <p class="label" aria-hidden="true">{label}</p>
  <div class="flex flex-wrap gap-1.5">
    {#each options as option (option.id)}
      <button
        type="button"
        class="button min-h-11 px-3 text-start leading-tight {option.id === chosen
          ? 'border-act bg-act text-on-act'
          : ''}"
        aria-pressed={option.id === chosen}
        onclick={() => onchoose(option.id)}
        >{option.name}{#if option.note}<span class="font-normal opacity-80">{option.note}</span>{/if}</button
      >
    {/each}
  </div>
</div>
