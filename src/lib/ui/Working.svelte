<script lang="ts">
  import { onMount } from 'svelte';
  import { number } from './dates';
  import { duration } from './format';

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
      ? 'Looking for what has to come off.'
      : count('proving') > 0
        ? `A plan stands; looking for a shorter order${Number.isFinite(farthest) ? `, at most ${number(Math.ceil(1000 * farthest) / 10, 1)} % away` : ''}.`
        : count('waiting') > 0
          ? 'Waiting for its turn: others are being planned for.'
          : ''
  );
</script>

<p class={inLine ? '' : 'text-lg'} role="status">
  Still working{seconds > 0 ? `, for ${duration(seconds)}` : ''}. {how}
</p>
