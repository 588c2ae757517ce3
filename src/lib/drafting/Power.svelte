<script lang="ts">
  import { powerGap } from '$core/machine';
  import type { PowerWay } from '$core/usual';
  import { POWER_ANSWERS, POWER_GAPS } from '$core/words';
  import { useWords } from '$lib/words';
  import type { Table } from './table.svelte';

  const { t, told } = useWords();

  /** How the power of a machine is taken away: said in one choice, its steps can be put right one by one. */
  let { table }: { table: Table } = $props();

  const machine = $derived(table.machine);
  const gap = $derived(powerGap(machine));
  const plugs = $derived(machine.joints.filter((j) => j.kind === 'connector'));
  const { joint, noCell, steps } = $derived(machine.isolation);
  const chosen = $derived(
    gap
      ? ''
      : noCell
        ? 'no-cell'
        : joint !== undefined
          ? `plug ${joint}`
          : steps.some((s) => s.kind === 'firmware-disconnect')
            ? 'firmware'
            : 'own'
  );
  function choose(to: string) {
    const plug = plugs.find((j) => `plug ${j.id}` === to);
    const way: PowerWay | undefined = plug
      ? { by: plug.kind === 'connector' && plug.family === 'blade' ? 'bay' : 'plug', joint: plug.id }
      : to === 'firmware' || to === 'no-cell'
        ? { by: to }
        : undefined;
    if (way) table.takePower(way);
  }
</script>

<section class="mb-3 {gap ? 'rounded-md border-s-4 border-now bg-now-wash px-3 py-2' : ''}">
  <label
    ><span class="label">{t('drafting.power')}</span>
    <select class="field" disabled={!table.mayAct} value={chosen} onchange={(e) => choose(e.currentTarget.value)}>
      {#if gap}<option value="">{t('drafting.powerUntold')}</option>{/if}
      {#each plugs as j (j.id)}<option value="plug {j.id}">{j.name}</option>{/each}
      <option value="firmware">{told(POWER_ANSWERS.firmware)}</option>
      <option value="no-cell">{told(POWER_ANSWERS['no-cell'])}</option>
      {#if chosen === 'own'}<option value="own">{t('drafting.powerOwn')}</option>{/if}
    </select></label
  >
  <p class="text-sm {gap ? '' : 'text-soft'}">{gap ? told(POWER_GAPS[gap]) : t('drafting.powerHow')}</p>
</section>
