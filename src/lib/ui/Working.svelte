<script lang="ts">
  import { onMount } from 'svelte';
  import { number } from './dates';
  import { duration } from './format';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** That something is still being worked out on the server: what is being done, for how long, and how near it is. */
  let { inLine = false }: { inLine?: boolean } = $props();

  interface Piece {
    stage: 'waiting' | 'working' | 'proving';
    gap?: number;
  }
  let seconds = $state(0);
  let pieces = $state.raw<Piece[]>([]);

  onMount(() => {
    const since = performance.now();
    const ask = async () => {
      pieces = (await fetch('/api/working').then(
        (r) => (r.ok ? r.json() : []),
        () => []
      )) as Piece[];
    };
    void ask();
    const timer = setInterval(() => {
      seconds = Math.round((performance.now() - since) / 1000);
      void ask();
    }, 1000);
    return () => clearInterval(timer);
  });
  const count = (stage: Piece['stage']) => pieces.filter((p) => p.stage === stage).length;
  const farthest = $derived(Math.max(...pieces.flatMap((p) => p.gap ?? [])));
  const how = $derived(
    count('working') > 0
      ? t('common.findingWhatHasToComeOff')
      : count('proving') > 0
        ? t('common.thereIsAPlanCheckingFor', {
            farthest: Number.isFinite(farthest)
              ? t('common.atMostLongerThanTheShortest', { farthest: number(Math.ceil(1000 * farthest) / 10, 1) })
              : ''
          })
        : count('waiting') > 0
          ? t('common.waitingOtherPlansAreCalculatedFirst')
          : ''
  );
</script>

<p class={inLine ? '' : 'text-lg'} role="status">
  {t('common.stillWorking', { seconds: seconds > 0 ? t('common.for', { seconds: duration(seconds) }) : '', how })}
</p>
