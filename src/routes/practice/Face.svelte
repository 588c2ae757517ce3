<script lang="ts">
  import { openedMachine } from '$core/access';
  import { crossings } from '$core/cables';
  import { goalOf } from '$core/goals';
  import { laidBare, sceneOf, tellingFace, untouched } from '$core/drawing';
  import { readAction } from '$core/ids';
  import type { MachineState } from '$core/machine';
  import type { Exercise, Ground } from '$core/exercises';
  import { MachineDrawing } from '$lib/ui/drawing';
  import { number } from '$lib/ui/dates';

  interface Props {
    exercise: Exercise;
    ground: Ground;
    isMarked: boolean;
    /** Places of a line that is drawn, mm in the face's frame. */
    line: [number, number][];
  }
  let { exercise, ground, isMarked, line = $bindable() }: Props = $props();

  const { access } = $derived(ground);
  const { model } = $derived(access);
  /** What it is about, where that is one thing of the machine. */
  const thing = $derived.by(() => {
    switch (exercise.kind) {
      case 'screw':
      case 'motion':
      case 'marks':
        return { joint: exercise.about };
      case 'blocker':
      case 'order':
        return readAction(exercise.about);
      case 'route':
        return undefined;
      default: {
        const goal = goalOf(exercise.about);
        return goal.do === 'reach' ? { joint: goal.joint } : { part: goal.part };
      }
    }
  });
  const zone = $derived.by(() => {
    if (exercise.kind === 'route') return exercise.given[0]!;
    if (thing && 'joint' in thing) return model.joint(thing.joint).zone;
    const shapes = thing ? model.part(thing.part).shapes : [];
    return shapes[0]?.zone ?? tellingFace(model);
  });
  // What keeps something is looked for on the machine as it lies; everything else is shown without what hides it.
  const state = $derived.by((): MachineState => {
    if (exercise.kind === 'comes-off') return untouched();
    if (exercise.kind === 'blocker') return openedMachine(access, exercise.given);
    const bare = laidBare(model, []);
    if (exercise.kind !== 'route') return bare;
    const over = model.machine.parts.filter((p) =>
      crossings(model, p).some((c) => c.cable === exercise.about && c.where === 'under')
    );
    return { ...bare, off: new Set([...bare.off, ...over.map((p) => p.id)]) };
  });
  const isRoute = $derived(exercise.kind === 'route');
  const scene = $derived(
    sceneOf(model, zone, state).filter(
      (drawn) =>
        !isRoute ||
        isMarked ||
        !(drawn.what === 'cable'
          ? drawn.cable.part === exercise.about
          : drawn.what === 'joint' &&
            drawn.joint.kind !== 'connector' &&
            [drawn.joint.a, drawn.joint.b].includes(exercise.about))
    )
  );
  const marks = $derived(line.map((at, i) => ({ at, text: number(i + 1) })));
</script>

<div class="min-h-0 min-w-0 flex-[1.3] max-lg:h-[45vh] max-lg:flex-none">
  <MachineDrawing
    {model}
    {zone}
    {state}
    {scene}
    {...thing && 'joint' in thing ? { nowJoint: thing.joint } : {}}
    {...thing && 'part' in thing ? { nowPart: thing.part } : {}}
    {...isRoute ? { marks } : {}}
    {...isRoute && isMarked ? { nowPart: exercise.about } : {}}
    {...isRoute && !isMarked ? { onplace: (at: [number, number]) => (line = [...line, at]) } : {}}
  />
</div>
