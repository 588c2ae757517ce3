<script lang="ts">
  import { openId } from '$core/ids';
  import {
    besideOf,
    jointsOnMat,
    materialsFor,
    materialWords,
    socketChoices,
    tryWords,
    waysWith,
    type Handled
  } from '$core/rehearsal';
  import { FIXINGS, jointName, partName, PART_KINDS, PLUG_FAMILIES, sizeWords } from '$core/words';
  import { troubleWords } from '$core/practice';
  import { useWords } from '$lib/words';
  import Holes from './Holes.svelte';
  import type { Rehearsing } from './rehearsing.svelte';

  const { t, told } = useWords();

  /** The thing that hands are on: what may be done with it, and with what. */
  let { r, thing }: { r: Rehearsing; thing: Handled } = $props();

  const { model } = $derived(r.access);
  const joint = $derived('joint' in thing ? model.joint(thing.joint) : undefined);
  const isOpen = $derived(joint !== undefined && r.state.open.has(openId(joint.id)));
  const part = $derived('part' in thing ? model.part(thing.part) : undefined);
  const kind = $derived(
    joint
      ? joint.kind === 'connector'
        ? PLUG_FAMILIES[joint.family]
        : joint.kind === 'screws'
          ? sizeWords(joint.screw)
          : FIXINGS[joint.kind]
      : PART_KINDS[part!.kind]
  );

  const materials = $derived(joint && isOpen ? materialsFor(joint) : []);
  const sockets = $derived(joint && isOpen ? socketChoices(model, joint) : []);
  let material = $state<number>();
  let socket = $state<string>();
  /** What has to be settled before a hand can close it. */
  const isOpenQuestion = $derived(
    (materials.length > 0 && material === undefined) || (sockets.length > 0 && socket === undefined)
  );
  const ways = $derived(
    isOpenQuestion
      ? []
      : waysWith(r.stand, thing, {
          bit: r.bit,
          tool: r.tool,
          material: material === undefined ? undefined : materials[material],
          socket
        })
  );
  /** Screws are opened with a bit, all else with something else. */
  const isWrongHand = $derived(joint !== undefined && !isOpen && (joint.kind === 'screws') !== (r.bit !== undefined));

  /** Cables that lie beside it while it is away, one after the other. */
  const beside = $derived(part ? besideOf(r.stand, part.id) : []);
  const onMat = $derived(
    part ? r.aside.parts.filter((a) => a.part === part.id).flatMap((a) => jointsOnMat(r.stand, a.part, a.move)) : []
  );

  /** @returns whether there is one of this number */
  export function act(at: number): boolean {
    const way = ways[at];
    if (!way || isWrongHand) return false;
    r.try(way);
    return true;
  }
</script>

<div class="flex flex-col gap-2">
  <div>
    <h2 class="text-lg leading-tight">{told(joint ? jointName(model, joint) : partName(model, part!.id))}</h2>
    <p class="text-sm text-soft">
      {told(kind)}{#if isOpen}, {t('rehearsal.isOpen')}{/if}
    </p>
  </div>

  {#each r.troublesAt(thing) as trouble (trouble.step)}
    <p class="rounded-md bg-warn-wash px-3 py-2">
      {t('rehearsal.earlier', { what: troubleWords(trouble).map(told).join(', ') })}
    </p>
  {/each}
  {#if materials.length > 0}
    <fieldset>
      <legend class="text-sm text-soft">{t('rehearsal.withWhat')}</legend>
      {#each materials as one, i (i)}
        <label class="pick"
          ><input type="radio" name="material" value={i} bind:group={material} /> {told(materialWords(one))}</label
        >
      {/each}
    </fieldset>
  {/if}
  {#if sockets.length > 0}
    <fieldset>
      <legend class="text-sm text-soft">{t('rehearsal.onWhich')}</legend>
      {#each sockets as one (one.id)}
        <label class="pick"
          ><input type="radio" name="socket" value={one.id} bind:group={socket} />
          {one.marks ? t('rehearsal.socketMarked', { mark: one.marks[1] }) : told(jointName(model, one))}</label
        >
      {/each}
    </fieldset>
  {/if}
  {#if joint?.kind === 'connector' && sockets.length > 0 && joint.marks}
    <p class="text-sm">{t('rehearsal.plugMarked', { mark: joint.marks[0] })}</p>
  {/if}

  {#each beside as { cable, zone, lies } (`${cable} ${zone}`)}
    <div class="flex flex-wrap items-center gap-1.5" role="group" aria-label={told(partName(model, cable))}>
      <span class="min-w-0 flex-1"
        >{t(lies === null ? 'rehearsal.fell' : 'rehearsal.cableLies', { cable: partName(model, cable) })}</span
      >
      {#each ['under', 'over'] as const as where (where)}
        <button
          type="button"
          class="chip"
          aria-pressed={lies === where}
          onclick={() => r.try({ do: 'lay', cable, part: part!.id, zone, where })}>{t(`rehearsal.${where}`)}</button
        >
      {/each}
    </div>
  {/each}

  {#if beside.length > 2}
    <div class="flex gap-1.5">
      {#each ['under', 'over'] as const as where (where)}
        <button type="button" class="chip" onclick={() => r.layAll(part!.id, beside, where)}
          >{t(`rehearsal.all.${where}`)}</button
        >
      {/each}
    </div>
  {/if}
  {#if joint?.kind === 'screws' && isOpen}
    <Holes {r} group={joint} />
  {:else if isWrongHand}
    <p class="rounded-md bg-warn-wash px-3 py-2">{t(r.bit ? 'rehearsal.noTool' : 'rehearsal.noBit')}</p>
  {:else if isOpenQuestion}
    <p class="text-soft">{t('rehearsal.chooseFirst')}</p>
  {:else}
    <ol class="grid gap-1.5">
      {#each ways as way, i (JSON.stringify(way))}
        <li>
          <button type="button" class="way" onclick={() => r.try(way)}
            ><span class="n" aria-hidden="true">{i + 1}</span>{told(tryWords(model, way))}</button
          >
        </li>
      {:else}
        <li class="text-soft">{t('rehearsal.notByItself')}</li>
      {/each}
    </ol>
  {/if}

  {#if onMat.length > 0}
    <p class="text-sm text-soft">{t('rehearsal.onTheMat')}</p>
    <div class="flex flex-wrap gap-1.5">
      {#each onMat as one (one.id)}
        <button type="button" class="chip" onclick={() => (r.picked = { joint: one.id })}
          >{told(jointName(model, one))}</button
        >
      {/each}
    </div>
  {/if}
</div>
