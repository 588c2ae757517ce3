<script lang="ts">
  import type { Field } from '$core/drafting';
  import type { Machine } from '$core/machine';
  import FieldForm, { type FieldAt } from './FieldForm.svelte';

  /** All fields of one thing of a machine file, and what stands in them. */
  interface Props {
    field: Field;
    value: unknown;
    machine: Machine;
    disabled: boolean;
    onchange: (value: unknown) => void;
  }
  let { machine, disabled, ...top }: Props = $props();
</script>

{#snippet one(at: FieldAt)}<FieldForm {...at} {machine} {disabled} inner={one} />{/snippet}
{@render one(top)}
