<script lang="ts">
  import { useWords } from '$lib/words';
  import FileInput from './FileInput.svelte';

  const { t } = useWords();

  /** What a button that reads one text file holds: too long a one is refused in words. */
  interface Props {
    accept: string;
    maxBytes: number;
    ontext: (text: string) => unknown;
    onproblem: (words: string) => void;
  }
  let { accept, maxBytes, ontext, onproblem }: Props = $props();

  async function read([file]: File[]) {
    if (!file) return;
    const { name } = file;
    if (file.size > maxBytes) return onproblem(t('common.fileLargerThanMb', { name, mB: maxBytes / 1e6 }));
    const text = await file.text().catch(() => undefined);
    if (text === undefined) onproblem(t('common.fileUnread', { name }));
    else await ontext(text);
  }
</script>

<FileInput {accept} onfiles={read} />
