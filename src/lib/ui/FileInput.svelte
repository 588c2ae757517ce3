<script lang="ts">
  import type { Attachment } from 'svelte/attachments';

  /** What a button that takes files holds. Files that were chosen before the screen came alive are taken as well. */
  interface Props {
    accept: string;
    label?: string;
    multiple?: boolean;
    /** By the device's camera, where it has one. */
    isTaken?: boolean;
    onfiles: (files: File[]) => unknown;
  }
  let { accept, label, multiple = false, isTaken = false, onfiles }: Props = $props();

  function give(input: HTMLInputElement) {
    const files = [...(input.files ?? [])];
    // The same file may be chosen again.
    input.value = '';
    if (files.length > 0) void onfiles(files);
  }
  const early: Attachment<HTMLInputElement> = (input) => give(input);
</script>

<input
  class="sr-only"
  type="file"
  {accept}
  aria-label={label}
  capture={isTaken ? 'environment' : undefined}
  {multiple}
  onchange={(e) => give(e.currentTarget)}
  {@attach early}
/>
