<script lang="ts">
  import { isRun, outOf, type Reading } from '$core/recording';
  import { askedIn } from './asked';
  import { useWords } from '$lib/words';
  import type { Tool } from './hand.svelte';
  import NoteForm from './NoteForm.svelte';
  import type { Recorder } from './recorder.svelte';

  const { t, told } = useWords();

  /** What to do next: what is seen is tapped when it is seen, and a part is outlined when nothing lies over it any more. */
  interface Props {
    recorder: Recorder;
    reading: Reading | undefined;
    /** What came off a moment ago. */
    wentOff: string | undefined;
    mayAct: boolean;
    ontake: (tool: Tool) => void;
    onpart: (part: string) => void;
  }
  let { recorder, reading, wentOff, mayAct, ontake, onpart }: Props = $props();

  const state = $derived(recorder.state);
  const out = $derived(outOf(state));
  const rest = $derived(state.about?.rest.part);
  const parts = $derived(state.parts.filter((p) => p.id !== rest));
  const here = $derived(parts.filter((p) => !out.has(p.id) && p.outlines[recorder.face]));
  const unseen = $derived(parts.filter((p) => !out.has(p.id) && Object.keys(p.outlines).length === 0 && !isRun(p)));
  const stage = $derived(parts.length === 0 ? 'begin' : state.joints.length === 0 ? 'fixings' : 'go-on');
  /** How its power is taken away is asked before all else. */
  const power = $derived(askedIn(reading, state).find((q) => q.about === 'power'));
  const steps: { tool: Tool }[] = [
    { tool: 'photo' },
    { tool: 'part' },
    { tool: 'screws' },
    { tool: 'connector' },
    { tool: 'off' }
  ];
</script>

<div class="space-y-4">
  {#if wentOff}
    <div class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2.5" role="status">
      <h2 class="text-xl">{t('recorder.whatDoYouSeeNow')}</h2>
      <p class="mt-1">{t('recorder.afterOff', { part: wentOff })}</p>
    </div>
  {:else}
    <h2 class="text-xl">{t('recorder.stageTitle', { stage: stage.replace('-', '_') })}</h2>
    <p class="text-soft">{t('recorder.stageHow', { stage: stage.replace('-', '_') })}</p>
  {/if}
  {#if power && mayAct}
    <div class="rounded-md border-s-4 border-(--warn) bg-warn-wash px-3 py-2.5">
      <p class="label">{t('recorder.powerFirstThing')}</p>
      <p class="text-lg">{told(power.text)}</p>
      <button type="button" class="button mt-2 min-h-11" onclick={() => ontake('ask')}>{t('recorder.sayPower')}</button>
    </div>
  {/if}
  {#if mayAct}
    <ol class="space-y-1.5">
      {#each steps as { tool } (tool)}
        <li>
          <button type="button" class="button min-h-12 w-full justify-start text-start" onclick={() => ontake(tool)}
            >{t('recorder.doNow', { tool })}</button
          >
        </li>
      {/each}
    </ol>
  {/if}
  {#if stage === 'begin'}
    <p class="rounded-md bg-warn-wash px-3 py-2.5">{t('recorder.powerFirst')}</p>
  {/if}
  {#if unseen.length > 0}
    <div>
      <h3 class="text-lg">{t('recorder.notOutlinedYet')}</h3>
      <div class="mt-1 flex flex-wrap gap-1.5">
        {#each unseen as p (p.id)}<button type="button" class="button min-h-11" onclick={() => onpart(p.id)}
            >{p.name}</button
          >{/each}
      </div>
    </div>
  {/if}
  {#if here.length > 0}
    <div>
      <h3 class="text-lg">{t('recorder.onThisSide')}</h3>
      <div class="mt-1 flex flex-wrap gap-1.5">
        {#each here as p (p.id)}<button type="button" class="button min-h-11" onclick={() => onpart(p.id)}
            >{p.name}</button
          >{/each}
      </div>
    </div>
  {/if}
  <NoteForm {recorder} {mayAct} />
  <p class="border-t border-rule pt-3 text-soft">
    {t('recorder.soFar', {
      parts: parts.length,
      joints: state.joints.length,
      out: out.size,
      questions: reading?.questions.length ?? 0
    })}
  </p>
</div>
