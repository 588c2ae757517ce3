<script lang="ts">
  import { sceneOf, thingsOf } from '$core/drawing';
  import type { MachineState, Model } from '$core/machine';
  import { zoneName } from '$core/words';
  import { ThingList } from '$lib/ui/drawing';
  import { useWords } from '$lib/words';
  import Panel from './Panel.svelte';

  const { t } = useWords();

  /** What holds what on the face in hand, as it is now: each thing by name, lit on the drawing. */
  interface Props {
    model: Model;
    zone: string;
    state: MachineState;
    lit: string | undefined;
    onclose: () => void;
  }
  let { model, zone, state, lit = $bindable(), onclose }: Props = $props();

  const things = $derived(thingsOf(model, sceneOf(model, zone, state), state));
</script>

<Panel
  title={t('bench.whatHoldsWhat')}
  about={t('bench.whatHoldsWhatAbout', { face: zoneName(model, zone) })}
  {onclose}
>
  <div class="mt-3 text-lg"><ThingList {things} bind:lit withWords /></div>
</Panel>
