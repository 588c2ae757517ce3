<script lang="ts">
  import { PHOTO_MAX_BYTES } from '$lib/photo-limits';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** What a button that takes photos holds: files that cannot be photos are refused in words. */
  interface Props {
    /** By the device's camera, where it has one. */
    isTaken?: boolean;
    multiple?: boolean;
    onphoto: (file: File) => Promise<unknown>;
    /** Why the last was not taken; empty as one begins anew. */
    onproblem: (words: string) => void;
  }
  let { isTaken = false, multiple = false, onphoto, onproblem }: Props = $props();

  const KINDS = ['image/jpeg', 'image/png', 'image/webp'];

  async function pick(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    onproblem('');
    for (const file of input.files ?? []) {
      const { name } = file;
      if (file.size > PHOTO_MAX_BYTES) onproblem(t('bench.isLargerThanMb', { name, mB: PHOTO_MAX_BYTES / 1e6 }));
      else if (!KINDS.includes(file.type)) onproblem(t('bench.isNotAJpegPngOr', { name }));
      else await onphoto(file).catch(() => onproblem(t('bench.cannotBeRead', { name })));
    }
    // The same file may be chosen again.
    input.value = '';
  }
</script>

<input
  class="sr-only"
  type="file"
  accept={KINDS.join()}
  capture={isTaken ? 'environment' : undefined}
  {multiple}
  onchange={pick}
/>
