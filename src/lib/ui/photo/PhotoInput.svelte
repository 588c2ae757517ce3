<script lang="ts">
  import { PHOTO_MAX_BYTES } from '$lib/photo-limits';
  import FileInput from '$lib/ui/FileInput.svelte';
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

  async function pick(files: File[]) {
    onproblem('');
    for (const file of files) {
      const { name } = file;
      if (file.size > PHOTO_MAX_BYTES) onproblem(t('common.fileLargerThanMb', { name, mB: PHOTO_MAX_BYTES / 1e6 }));
      else if (!KINDS.includes(file.type)) onproblem(t('bench.isNotAJpegPngOr', { name }));
      else await onphoto(file).catch(() => onproblem(t('common.fileUnread', { name })));
    }
  }
</script>

<FileInput accept={KINDS.join()} {isTaken} {multiple} onfiles={pick} />
