<script lang="ts">
  import { Pose } from '$core/machine';
  import { otherFace, outOf } from '$core/recording';
  import { USUAL_POSES, type UsualSide } from '$core/usual';
  import { optionName, SLOTS } from '$core/words';
  import { useWords } from '$lib/words';
  import Plus from '@lucide/svelte/icons/plus';
  import RefreshCcw from '@lucide/svelte/icons/refresh-ccw';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** The sides of the machine: which one is looked at, turning it over, and those that only come to be seen as it is taken apart. */
  let { recorder, mayAct }: { recorder: Recorder; mayAct: boolean } = $props();

  const faces = $derived(recorder.state.faces);
  const canTurn = $derived(otherFace({ ...recorder.state, facing: recorder.face }) !== undefined);
  const out = $derived([...outOf(recorder.state)].filter((id) => !faces.some((f) => f.of === id)));
  let isAdding = $state(false);
  let name = $state('');
  let side = $state('');
  /** How the lid stands while this side is looked at: as usual, until somebody says otherwise. */
  let lid = $state<Pose['lid']>();

  const SIDES = Object.keys(USUAL_POSES);
  const usual = $derived(USUAL_POSES[side in USUAL_POSES ? (side as UsualSide) : 'edge']);
  function add() {
    const of = side.startsWith('back ') ? side.slice(5) : undefined;
    if (!side || !name.trim()) return;
    recorder.addFace(name.trim(), { ...usual, lid: lid ?? usual.lid }, of);
    isAdding = false;
    name = side = '';
    lid = undefined;
  }
  function chosen() {
    const part = side.startsWith('back ') ? recorder.state.parts.find((p) => p.id === side.slice(5))?.name : undefined;
    if (side) name = part ? t('recorder.backOf', { part }) : t('recorder.sideName', { side });
  }
</script>

<div class="flex flex-wrap items-center gap-1.5">
  <div class="flex flex-wrap gap-1" role="group" aria-label={t('recorder.side')}>
    {#each faces as f (f.id)}
      <button
        type="button"
        class="button min-h-10 px-3 {f.id === recorder.face ? 'border-act bg-act text-on-act' : ''}"
        aria-pressed={f.id === recorder.face}
        disabled={!mayAct}
        onclick={() => recorder.lookAt(f.id)}>{f.name}</button
      >
    {/each}
  </div>
  {#if mayAct}
    {#if canTurn}<button type="button" class="button min-h-10" onclick={() => recorder.turn()}
        ><RefreshCcw size={16} aria-hidden="true" />{t('recorder.turnOver')}</button
      >{/if}
    <button
      type="button"
      class="button min-h-10 px-3"
      aria-expanded={isAdding}
      aria-label={t('recorder.anotherSide')}
      title={t('recorder.anotherSide')}
      onclick={() => (isAdding = !isAdding)}><Plus size={16} aria-hidden="true" /></button
    >
  {/if}
</div>
{#if isAdding}
  <form
    class="order-last flex basis-full flex-wrap items-end gap-2"
    onsubmit={(e) => {
      e.preventDefault();
      add();
    }}
  >
    <label
      ><span class="label">{t('recorder.whatLiesUp')}</span><select class="field" bind:value={side} onchange={chosen}>
        <option value="" disabled>{t('recorder.chooseASide')}</option>
        {#each SIDES as id (id)}<option value={id}>{t('recorder.sideName', { side: id })}</option>{/each}
        {#each out as id (id)}<option value="back {id}"
            >{t('recorder.backOf', { part: recorder.state.parts.find((p) => p.id === id)?.name ?? id })}</option
          >{/each}
      </select></label
    >
    <label
      ><span class="label">{t('recorder.name')}</span><input class="field" maxlength="80" bind:value={name} /></label
    >
    <label
      ><span class="label">{told(SLOTS.lid)}</span><select
        class="field"
        value={lid ?? usual.lid}
        onchange={(e) => (lid = e.currentTarget.value as Pose['lid'])}
      >
        {#each Pose.shape.lid.options as id (id)}<option value={id}>{told(optionName('lid', id))}</option>{/each}
      </select></label
    >
    <button class="button button-act" disabled={!side || !name.trim()}>{t('recorder.lookAtIt')}</button>
  </form>
{/if}
