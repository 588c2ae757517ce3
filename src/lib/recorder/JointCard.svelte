<script lang="ts">
  import { parseScrewSize, sizeText } from '$core/fasteners';
  import { Drive } from '$core/machine';
  import { isUndone, likelyHeld, outOf, type Fixing, type Reading, type SeenJoint } from '$core/recording';
  import { whyNot } from '$core/result';
  import { FIXINGS, PLUG_FAMILIES } from '$core/words';
  import { useWords } from '$lib/words';
  import Check from '@lucide/svelte/icons/check';
  import Chips from '$lib/ui/Chips.svelte';
  import Glyph from './Glyph.svelte';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** A joint that is being tapped or was picked: what it is, what it holds, and onto what. */
  interface Props {
    recorder: Recorder;
    joint: SeenJoint;
    reading: Reading | undefined;
    mayAct: boolean;
  }
  let { recorder, joint, reading, mayAct }: Props = $props();

  /** More parts than these are chosen from a list. */
  const NEAREST = 4;
  const out = $derived(outOf(recorder.state));
  const isOpen = $derived(isUndone(joint, out));
  const ends = $derived(reading?.ends[joint.id]);
  const holds = $derived(joint.holds ?? ends?.a);
  const onto = $derived(joint.onto ?? ends?.b);
  const parts = $derived(recorder.state.parts);
  const nameOf = (id: string) => parts.find((p) => p.id === id)?.name ?? id;
  const held = $derived(likelyHeld(recorder.state, joint.face, joint.fixing.kind, joint.places[0]!.at));
  /** Of plugs the battery is always on offer: nothing else is asked of so soon. */
  const batteries = $derived(
    joint.fixing.kind === 'connector' ? parts.filter((p) => p.kind === 'battery' && !out.has(p.id)) : []
  );
  const near = $derived([
    ...new Set([...(holds ? [holds] : []), ...[...held.slice(0, NEAREST), ...batteries].map((p) => p.id)])
  ]);
  const targets = $derived([
    ...new Set([...(onto ? [onto] : []), ...(ends ? [ends.b, ...ends.others] : [])].slice(0, NEAREST))
  ]);
  const crowded = $derived(joint.places.filter((p) => p.noRoom && p.room === undefined));

  const screw = $derived(joint.fixing.kind === 'screws' ? joint.fixing : undefined);
  const written = $derived(
    screw?.threadMm !== undefined && screw.lengthMm !== undefined
      ? sizeText({ threadMm: screw.threadMm, lengthMm: screw.lengthMm })
      : ''
  );
  let problem = $state('');
  function size(text: string) {
    problem = '';
    if (!screw || text.trim() === '' || text === written) return;
    const read = parseScrewSize(text);
    if (!read.ok) return void (problem = told(whyNot(read)));
    describe({ ...screw, threadMm: read.size.threadMm, lengthMm: read.size.lengthMm });
  }
  const describe = (fixing: Fixing) => recorder.describe(joint.id, { fixing });
</script>

<section class="space-y-3" aria-label={joint.name ?? told(FIXINGS[joint.fixing.kind])}>
  <div class="flex items-center gap-3">
    <Glyph fixing={joint.fixing} size={44} />
    <div class="min-w-0">
      <h2 class="truncate text-lg">{joint.name ?? told(FIXINGS[joint.fixing.kind])}</h2>
      <p class="text-soft">
        {t('recorder.placesOf', { n: joint.places.length, isOpen: isOpen ? 'yes' : 'no' })}
      </p>
    </div>
  </div>
  {#if mayAct}
    {#if screw}
      <div class="grid grid-cols-2 gap-2">
        <label
          ><span class="label">{t('recorder.size')}</span><input
            class="field figure"
            value={written}
            placeholder="M2 x 4"
            autocomplete="off"
            onchange={(e) => size(e.currentTarget.value)}
            aria-describedby={problem ? 'size-problem' : undefined}
          /></label
        >
        <label
          ><span class="label">{t('recorder.drive')}</span><select
            class="field"
            value={screw.drive ?? ''}
            onchange={(e) => describe({ ...screw, drive: e.currentTarget.value as Drive })}
          >
            {#if !screw.drive}<option value="" disabled>{t('recorder.notSaid')}</option>{/if}
            {#each Drive.options as drive (drive)}<option value={drive}>{drive}</option>{/each}
          </select></label
        >
      </div>
      {#if problem}<p class="text-now" id="size-problem" role="alert">{problem}</p>{/if}
      <label class="flex min-h-11 items-center gap-2"
        ><input
          type="checkbox"
          class="size-5 accent-(--act)"
          checked={screw.captive ?? false}
          onchange={(e) => describe({ ...screw, captive: e.currentTarget.checked })}
        />{t('recorder.captive')}</label
      >
    {:else if joint.fixing.kind === 'connector'}
      {@const fixing = joint.fixing}
      <label
        ><span class="label">{t('recorder.family')}</span><select
          class="field"
          value={fixing.family}
          onchange={(e) => describe({ ...fixing, family: e.currentTarget.value as typeof fixing.family })}
        >
          {#each Object.entries(PLUG_FAMILIES) as [id, name] (id)}<option value={id}>{told(name)}</option>{/each}
        </select></label
      >
    {/if}
    <Chips
      label={t('recorder.holds')}
      options={near.map((id) => ({ id, name: nameOf(id) }))}
      chosen={holds}
      onchoose={(id) => recorder.describe(joint.id, { holds: id })}
    />
    {#if held.length > near.length}<label class="block"
        ><span class="label">{t('recorder.holdsAnother')}</span><select
          class="field"
          value=""
          onchange={(e) => e.currentTarget.value && recorder.describe(joint.id, { holds: e.currentTarget.value })}
        >
          <option value="">{t('recorder.chooseAPart')}</option>
          {#each held.filter((p) => !near.includes(p.id)) as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
        </select></label
      >{/if}
    {#if targets.length > 0}
      <Chips
        label={t('recorder.onto', { isGuess: joint.onto === undefined && !ends?.told ? 'yes' : 'no' })}
        options={targets.map((id) => ({ id, name: nameOf(id) }))}
        chosen={onto}
        onchoose={(id) => recorder.describe(joint.id, { onto: id })}
      />
    {/if}
    <label class="block"
      ><span class="label">{t('recorder.ontoAnother')}</span><select
        class="field"
        value={joint.onto ?? ''}
        onchange={(e) => e.currentTarget.value && recorder.describe(joint.id, { onto: e.currentTarget.value })}
      >
        <option value="">{t('recorder.chooseAPart')}</option>
        {#each parts.filter((p) => p.id !== holds) as p (p.id)}<option value={p.id}>{p.name}</option>{/each}
      </select></label
    >
    <div class="flex flex-wrap gap-2">
      {#if !isOpen}<button
          type="button"
          class="button min-h-11"
          onclick={() => recorder.record({ type: 'opened', joint: joint.id })}
          ><Check size={18} aria-hidden="true" />{t('recorder.undone')}</button
        >{/if}
      {#if crowded.length > 0}<button
          type="button"
          class="button min-h-11"
          onclick={() =>
            recorder.record({
              type: 'tapped',
              joint: joint.id,
              face: joint.face,
              fixing: joint.fixing,
              places: crowded.map(({ at }) => ({ at }))
            })}>{t('recorder.roomNow')}</button
        >{/if}
    </div>
  {/if}
</section>
