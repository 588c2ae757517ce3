<script lang="ts">
  import { areaOf } from '$core/access';
  import type { Shown } from '$core/exercises';
  import type { Model } from '$core/machine';
  import { number } from '$lib/ui/dates';
  import { MachineDrawing } from '$lib/ui/drawing';
  import { arrowOf } from '$lib/ui/drawing/looking.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  interface Props {
    model: Model;
    shown: Shown;
    /** Places of a line that is drawn, mm in the face's frame. */
    line: readonly [number, number][];
    /** Takes a place that was pointed at, while one may point. */
    onplace?: ((at: [number, number]) => void) | undefined;
  }
  let { model, shown, line, onplace }: Props = $props();

  const { thing } = $derived(shown);
  const box = $derived(areaOf(model.zone(shown.zone).outline).box);

  /** Where the arrow keys point, mm; nowhere until one of them was pressed. */
  let cursor = $state<[number, number]>();
  /** A step of an arrow key, mm, and with Shift. */
  const STEP_MM = 10;
  const FINE_MM = 2;

  function point(event: KeyboardEvent) {
    if (!onplace) return;
    const arrow = arrowOf(event);
    if (arrow) {
      const step = event.shiftKey ? FINE_MM : STEP_MM;
      const [x, y] = cursor ?? line.at(-1) ?? [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
      cursor = [
        Math.min(box.maxX, Math.max(box.minX, Math.round(x + arrow[0] * step))),
        Math.min(box.maxY, Math.max(box.minY, Math.round(y + arrow[1] * step)))
      ];
    } else if ((event.key === 'Enter' || event.key === ' ') && cursor) onplace(cursor);
    else return;
    event.preventDefault();
  }

  const marks = $derived([
    ...line.map((at, i) => ({ at, text: number(i + 1) })),
    ...(cursor && onplace ? [{ at: cursor, text: '+' }] : [])
  ]);
</script>

{#snippet face()}
  <MachineDrawing
    {model}
    zone={shown.zone}
    state={shown.state}
    scene={shown.scene}
    {marks}
    {...thing && 'joint' in thing ? { nowJoint: thing.joint } : {}}
    {...thing && 'part' in thing ? { nowPart: thing.part } : {}}
    {...onplace ? { onplace } : {}}
  />
{/snippet}

<div class="min-h-0 min-w-0 flex-[1.3] max-lg:h-[45vh] max-lg:flex-none">
  {#if onplace}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (arrow keys point on it) -->
    <div
      class="h-full rounded-md"
      tabindex="0"
      role="application"
      aria-label={t('practice.pointByKeys')}
      onkeydown={point}
    >
      {@render face()}
      <p class="sr-only" aria-live="polite">
        {cursor ? t('practice.pointsAt', { x: cursor[0], y: cursor[1] }) : ''}
      </p>
    </div>
  {:else}{@render face()}{/if}
</div>
