<script lang="ts">
  import { onMount } from 'svelte';
  import { recordScene } from '$core/recording';
  import { keepHere } from '$lib/offline/keep-here';
  import { sitDown } from '$lib/offline/pages';
  import { askedIn } from '$lib/recorder/asked';
  import CameOff from '$lib/recorder/CameOff.svelte';
  import Faces from '$lib/recorder/Faces.svelte';
  import FixingTool from '$lib/recorder/FixingTool.svelte';
  import GoUp from '$lib/recorder/GoUp.svelte';
  import { Hand } from '$lib/recorder/hand.svelte';
  import JointCard from '$lib/recorder/JointCard.svelte';
  import { recorderKey } from '$lib/recorder/keys';
  import { LiveReading } from '$lib/recorder/live-reading.svelte';
  import NotTaken from '$lib/recorder/NotTaken.svelte';
  import OutlineTool from '$lib/recorder/OutlineTool.svelte';
  import PartCard from '$lib/recorder/PartCard.svelte';
  import { RecordPhotos } from '$lib/recorder/photos';
  import PhotoTool from '$lib/recorder/PhotoTool.svelte';
  import Questions from '$lib/recorder/Questions.svelte';
  import RecordDrawing from '$lib/recorder/RecordDrawing.svelte';
  import { Recorder } from '$lib/recorder/recorder.svelte';
  import ToolRail from '$lib/recorder/ToolRail.svelte';
  import WhatNow from '$lib/recorder/WhatNow.svelte';
  import { stayAwake } from '$lib/ui/awake';
  import { storedKeys, type Chosen } from '$lib/ui/bench-keys';
  import JobBar from '$lib/ui/JobBar.svelte';
  import SyncState from '$lib/ui/SyncState.svelte';
  import { useWords } from '$lib/words';
  import ArrowUpToLine from '@lucide/svelte/icons/arrow-up-to-line';
  import Redo2 from '@lucide/svelte/icons/redo-2';
  import Undo2 from '@lucide/svelte/icons/undo-2';

  const { t, told, language } = useWords();

  let { data } = $props();
  // svelte-ignore state_referenced_locally (one recording per visit of the page)
  const recorder = new Recorder(data.recording, data, data.person ?? { id: '', name: '' });
  const hand = new Hand(recorder, told, (part, fixing) => t('recorder.fixingOf', { part, fixing }));
  const live = new LiveReading(language);
  const photos = new RecordPhotos(recorder);

  let ready = $state(false);
  let isGoingUp = $state(false);
  /** What came off a moment ago: what do you see now? */
  let wentOff = $state<string>();
  let opacity = $state(0.65);
  let letters = $state<Chosen['letters']>();
  let cameOff = $state<CameOff>();

  const record = $derived(recorder.state);
  const mayAct = $derived(data.mayWork && data.isReady && !data.job.runId);
  const scene = $derived(recordScene(record, recorder.face));
  const photo = $derived(photos.onFace(recorder.face));
  const reading = $derived(live.reading);
  const joint = $derived(record.joints.find((j) => j.id === hand.joint));
  const part = $derived(record.parts.find((p) => p.id === hand.part));
  const isTapping = $derived(mayAct && !['look', 'photo', 'ask'].includes(hand.tool) && !isGoingUp);
  const form = $derived(
    hand.tool === 'way' ? 'way' : hand.tool === 'part' && hand.form !== 'standard' ? hand.form : undefined
  );
  const questions = $derived(askedIn(reading, record));

  $effect(() => {
    if (ready) live.ask($state.snapshot(record) as typeof record);
  });

  onMount(() => {
    void recorder.open().finally(() => (ready = true));
    recorder.follow();
    letters = storedKeys(localStorage).letters;
    void keepHere({
      run: data.recording,
      page: 'record',
      job: data.job.number,
      customer: data.job.customer,
      machine: `${data.job.maker} ${data.job.model}`,
      work: told(data.job.work),
      person: recorder.me.name,
      at: new Date().toISOString()
    });
    const rise = sitDown();
    const sleep = stayAwake();
    return () => {
      rise();
      sleep();
      recorder.close();
      live.close();
      photos.close();
    };
  });

  function take(tool: typeof hand.tool) {
    isGoingUp = false;
    wentOff = undefined;
    hand.take(tool);
  }
  function pick(thing: { joint: string } | { part: string } | undefined) {
    // Which plug takes the power away is answered by a tap on it.
    const tapped = thing && 'joint' in thing ? record.joints.find((j) => j.id === thing.joint) : undefined;
    if (hand.tool === 'ask' && questions[0]?.about === 'power' && mayAct && tapped?.fixing.kind === 'connector') {
      recorder.record({ type: 'answered', question: questions[0].id, answer: tapped.id });
      return;
    }
    isGoingUp = false;
    wentOff = undefined;
    hand.take('look', thing ?? {});
  }
  function keys(event: KeyboardEvent) {
    if (!mayAct || event.defaultPrevented) return;
    if (event.key === 'Escape') {
      if (isGoingUp) isGoingUp = false;
      else if (!hand.cancel()) return;
      event.preventDefault();
      return;
    }
    const act = recorderKey(event, letters);
    if (!act) return;
    event.preventDefault();
    if ('tool' in act) take(act.tool);
    else if (act.do === 'undo') recorder.undo();
    else if (act.do === 'redo') recorder.redo();
    else if (act.do === 'next') hand.next();
    else recorder.turn();
  }
</script>

<svelte:window onkeydown={keys} />
<svelte:head><title>{t('recorder.title', { machine: `${data.job.maker} ${data.job.model}` })}</title></svelte:head>

<div class="recorder" data-ready={ready}>
  <JobBar job={data.job} here="record" />
  <div
    class="flex min-h-12 flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule bg-sheet px-4 py-1.5 max-lg:px-2"
  >
    <h1 class="text-lg max-lg:sr-only">{data.job.maker} {data.job.model}</h1>
    <Faces {recorder} {mayAct} />
    <SyncState outbox={recorder} back={`/jobs/${data.job.number}/record`} onaside={() => take('ask')} />
    {#if mayAct}
      <button
        type="button"
        class="button min-h-10 px-3"
        aria-label={t('recorder.undo')}
        title={t('recorder.undo')}
        disabled={!recorder.back.undo}
        onclick={() => recorder.undo()}><Undo2 size={18} aria-hidden="true" /></button
      >
      <button
        type="button"
        class="button min-h-10 px-3"
        aria-label={t('recorder.redo')}
        title={t('recorder.redo')}
        disabled={!recorder.back.redo}
        onclick={() => recorder.redo()}><Redo2 size={18} aria-hidden="true" /></button
      >
      <button type="button" class="button min-h-10" aria-pressed={isGoingUp} onclick={() => (isGoingUp = !isGoingUp)}
        ><ArrowUpToLine size={18} aria-hidden="true" />{t('recorder.goBackUp')}</button
      >
    {/if}
  </div>
  {#each data.stops as stop, i (i)}<p class="border-b border-now bg-now-wash px-6 py-2.5 text-lg" role="alert">
      <b class="text-now">{told(stop.text)}</b>
      {told(stop.now[0])}
    </p>{/each}
  {#if recorder.problem}<p class="border-b border-now bg-now-wash px-6 py-2" role="alert">
      {told(recorder.problem)}
    </p>{/if}
  {#if data.job.runId}<p class="bg-sunk px-6 py-2.5 text-lg">
      {t('recorder.isClosed')}
      <a class="link" href="/jobs/{data.job.number}/bench">{t('recorder.toTheBench')}</a>
    </p>
  {:else if !data.isReady}<p class="bg-warn-wash px-6 py-2.5 text-lg">
      {t('recorder.safetyFirst')}
      <a class="link" href="/jobs/{data.job.number}/intake">{t('recorder.toTheQuestionsOfSafety')}</a>
    </p>{/if}

  <div class="station">
    {#if mayAct}<ToolRail tool={isGoingUp ? undefined : hand.tool} questions={questions.length} ontake={take} />{/if}
    <section class="picture" aria-label={t('recorder.drawing')}>
      {#if scene}
        <RecordDrawing
          {scene}
          label={t('recorder.drawingOf', { side: record.faces.find((f) => f.id === recorder.face)?.name ?? '' })}
          photo={photo ? { src: photo, opacity } : undefined}
          joint={hand.joint}
          part={hand.part ?? hand.drawn}
          points={hand.points}
          {form}
          {isTapping}
          onplace={(at, isLong) => {
            wentOff = undefined;
            hand.tap(at, isLong);
          }}
          onpick={pick}
          onfinish={() =>
            hand.tool === 'off' ? cameOff?.confirm() : hand.points.length > 0 ? hand.finish() : hand.next()}
        />
        {#if photo}<label class="opacity"
            ><span>{t('recorder.photoShows')}</span><input
              type="range"
              min="0"
              max="1"
              step="0.05"
              bind:value={opacity}
              class="accent-(--now)"
            /></label
          >{/if}
      {/if}
    </section>
    <section class="panel" aria-label={t('recorder.panel')}>
      {#if isGoingUp}
        <GoUp
          {recorder}
          {reading}
          job={data.job.number}
          onask={() => take('ask')}
          onclose={() => (isGoingUp = false)}
        />
      {:else if hand.tool === 'screws' || hand.tool === 'connector' || hand.tool === 'other'}
        <FixingTool {recorder} {hand} {reading} />
      {:else if hand.tool === 'part' && scene}
        <OutlineTool {recorder} {hand} size={scene} />
      {:else if hand.tool === 'off'}
        <CameOff
          bind:this={cameOff}
          {recorder}
          {hand}
          {reading}
          onmoved={(name) => {
            hand.take('look');
            wentOff = name;
          }}
        />
      {:else if hand.tool === 'photo'}
        <PhotoTool {recorder} {photos} {mayAct} />
      {:else if hand.tool === 'ask'}
        <Questions
          {recorder}
          {reading}
          {mayAct}
          onheld={(held) => {
            take('screws');
            hand.holds = held;
          }}
        />
        <NotTaken {recorder} />
      {:else if hand.tool === 'way'}
        <div class="space-y-4">
          <h2 class="text-xl">{t('recorder.wayTitle', { cable: part?.name ?? '' })}</h2>
          <p class="text-soft">{t('recorder.wayHow')}</p>
          <button
            type="button"
            class="button button-act min-h-12 w-full text-lg"
            disabled={hand.points.length < 2}
            onclick={() => hand.finish()}>{t('recorder.thatIsTheWay', { n: hand.points.length })}</button
          >
        </div>
      {:else if joint}<JointCard {recorder} {joint} {reading} {mayAct} />
      {:else if part}<PartCard {recorder} {hand} {part} {mayAct} />
      {:else}<WhatNow
          {recorder}
          {reading}
          {wentOff}
          {mayAct}
          ontake={take}
          onpart={(id) => hand.take('look', { part: id })}
        />{/if}
    </section>
  </div>
</div>

<style>
  .recorder {
    display: flex;
    flex-direction: column;
    height: calc(100dvh - var(--head));
    min-height: 30rem;
  }
  .station {
    flex: 1;
    min-height: 0;
    display: grid;
    grid-template-columns: auto minmax(0, 1fr) minmax(340px, 28%);
  }
  .picture {
    position: relative;
    min-height: 0;
    background: var(--sunk);
    padding: 8px;
  }
  .opacity {
    position: absolute;
    inset-inline-start: 14px;
    bottom: 12px;
    display: flex;
    align-items: center;
    gap: 8px;
    font-size: 0.87rem;
    color: var(--ink-soft);
  }
  .panel {
    min-height: 0;
    overflow-y: auto;
    background: var(--sheet);
    border-inline-start: 1px solid var(--rule);
    padding: 16px 18px 24px;
  }
  @media (width < 64rem) {
    .recorder {
      height: auto;
      min-height: calc(100dvh - var(--head));
    }
    .station {
      display: flex;
      flex-direction: column;
    }
    /* The drawing and its tools stay in sight while one looks through the panel. */
    .station {
      --drawn-high: clamp(14rem, 76vw, 46dvh);
    }
    .picture {
      order: -1;
      height: var(--drawn-high);
      padding: 4px;
      position: sticky;
      top: 0;
      z-index: 6;
    }
    .panel {
      overflow: visible;
      border-inline-start: 0;
      border-top: 1px solid var(--rule);
      padding: 12px 12px max(24px, env(safe-area-inset-bottom));
    }
  }
</style>
