<script lang="ts">
  import type { Shown } from '$core/exercises';
  import type { Model } from '$core/machine';
  import { number } from '$lib/ui/dates';
  import { MachineDrawing } from '$lib/ui/drawing';

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
  const marks = $derived(line.map((at, i) => ({ at, text: number(i + 1) })));
</script>

<div class="min-h-0 min-w-0 flex-[1.3] max-lg:h-[45vh] max-lg:flex-none">
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
</div>
