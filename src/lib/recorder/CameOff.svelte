<script lang="ts">
  import { SvelteSet } from 'svelte/reactivity';
  import { untrack } from 'svelte';
  import { removes } from '$core/machine';
  import { isUndone, likelyAlong, likelyStays, outOf, type Reading } from '$core/recording';
  import { MOVE_KINDS } from '$core/words';
  import { useWords } from '$lib/words';
  import Chips from '$lib/ui/Chips.svelte';
  import type { Hand } from './hand.svelte';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** A part came off, or was moved aside: which, how, what came along, what still holds it. */
  interface Props {
    recorder: Recorder;
    hand: Hand;
    reading: Reading | undefined;
    onmoved: (part: string) => void;
  }
  let { recorder, hand, reading, onmoved }: Props = $props();

  type Kind = keyof typeof MOVE_KINDS;
  const kinds = Object.keys(MOVE_KINDS) as Kind[];
  /** Eight ways on the face, degrees clockwise from the right. */
  const WAYS = [225, 270, 315, 180, undefined, 0, 135, 90, 45] as const;
  const ARROWS: Record<number, string> = { 0: '→', 45: '↘', 90: '↓', 135: '↙', 180: '←', 225: '↖', 270: '↑', 315: '↗' };

  let kind = $state<Kind>('lift');
  /** Not told until it is said. */
  let direction = $state<number>();
  const along = new SvelteSet<string>();
  const stays = new SvelteSet<string>();
  const part = $derived(recorder.state.parts.find((p) => p.id === hand.part));
  const out = $derived(outOf(recorder.state));
  const others = $derived(hand.removable.filter((p) => p.id !== hand.part));
  const leaves = $derived(removes({ kind }));
  const isGuided = $derived(kind === 'slide' || kind === 'tilt');
  const closed = $derived(
    recorder.state.joints.filter(
      (j) => !isUndone(j, out) && (j.holds === hand.part || reading?.ends[j.id]?.b === hand.part)
    )
  );
  // What is likely is chosen; it is put right by a tap.
  $effect(() => {
    if (hand.part === undefined) return;
    const on = new Map(Object.entries(untrack(() => reading)?.on ?? {}));
    const likely = untrack(() => likelyAlong(recorder.state, hand.part!, on));
    untrack(() => {
      along.clear();
      for (const id of likely) along.add(id);
    });
  });
  $effect(() => {
    const held = likelyStays(closed);
    untrack(() => {
      stays.clear();
      for (const id of held) stays.add(id);
    });
  });
  const toggle = (set: SvelteSet<string>, id: string) => void (set.delete(id) || set.add(id));

  export function confirm(): void {
    if (!part) return;
    const done = recorder.record({
      type: 'moved',
      part: part.id,
      move: kind,
      kind,
      face: recorder.face,
      along: [...along].filter((id) => others.some((p) => p.id === id)),
      stays: leaves ? [] : [...stays],
      ...(isGuided && direction !== undefined ? { directionDeg: direction } : {})
    });
    if (done) onmoved(part.name);
  }
</script>

<div class="space-y-4">
  <div>
    <h2 class="text-xl">{part ? t('recorder.offTitle', { part: part.name }) : t('recorder.offWhich')}</h2>
    {#if !part}<p class="mt-1 text-soft">{t('recorder.offHow')}</p>{/if}
  </div>
  {#if !part}
    <ul class="space-y-1">
      {#each hand.removable as p (p.id)}
        <li>
          <button type="button" class="button min-h-11 w-full justify-start" onclick={() => (hand.part = p.id)}
            >{p.name}</button
          >
        </li>
      {:else}<li class="text-soft">{t('recorder.noPartYet')}</li>{/each}
    </ul>
  {:else}
    <Chips
      label={t('recorder.howItMoved')}
      options={kinds.map((id) => ({ id, name: told(MOVE_KINDS[id]) }))}
      chosen={kind}
      onchoose={(k) => (kind = k)}
    />
    {#if isGuided}
      <div role="group" aria-label={t('recorder.whichWay')}>
        <p class="label">{t('recorder.whichWay')}</p>
        <div class="grid w-40 grid-cols-3 gap-1">
          {#each WAYS as way, i (i)}
            {#if way === undefined}<span></span>{:else}<button
                type="button"
                class="button min-h-12 px-0 text-xl {way === direction ? 'bg-act text-on-act' : ''}"
                aria-pressed={way === direction}
                aria-label={t('recorder.degrees', { way })}
                onclick={() => (direction = direction === way ? undefined : way)}>{ARROWS[way]}</button
              >{/if}
          {/each}
        </div>
      </div>
    {/if}
    {#if others.length > 0}
      <div role="group" aria-label={t('recorder.cameAlong')}>
        <p class="label">{t('recorder.cameAlong')}</p>
        <div class="flex flex-wrap gap-1.5">
          {#each others as p (p.id)}<button
              type="button"
              class="button min-h-11 px-3 {along.has(p.id) ? 'border-act bg-act text-on-act' : ''}"
              aria-pressed={along.has(p.id)}
              onclick={() => toggle(along, p.id)}>{p.name}</button
            >{/each}
        </div>
      </div>
    {/if}
    {#if !leaves && closed.length > 0}
      <div role="group" aria-label={t('recorder.stillHolds')}>
        <p class="label">{t('recorder.stillHolds')}</p>
        <div class="flex flex-wrap gap-1.5">
          {#each closed as j (j.id)}<button
              type="button"
              class="button min-h-11 px-3 {stays.has(j.id) ? 'border-act bg-act text-on-act' : ''}"
              aria-pressed={stays.has(j.id)}
              onclick={() => toggle(stays, j.id)}>{j.name ?? j.id}</button
            >{/each}
        </div>
      </div>
    {/if}
    <button type="button" class="button button-now min-h-14 w-full text-lg" onclick={confirm}
      >{leaves ? t('recorder.itIsOff', { part: part.name }) : t('recorder.itIsAside', { part: part.name })}</button
    >
  {/if}
</div>
