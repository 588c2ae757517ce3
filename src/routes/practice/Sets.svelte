<script lang="ts">
  import { EXERCISE_KINDS, type ExerciseKind } from '$core/exercises';
  import { ExerciseSet, MOST_IN_SET, SetWish } from '$core/practice';
  import type { DayMachine } from '$lib/practice/day.svelte';
  import TextFileInput from '$lib/ui/TextFileInput.svelte';
  import { useWords } from '$lib/words';
  import type { PageData } from './$types';

  const { t } = useWords();

  /** Exercises to hand out on paper or as a file, and those that somebody else handed out. */
  interface Props {
    machines: PageData['whole']['machines'];
    onopen: (set: ExerciseSet, machines: readonly DayMachine[]) => void;
  }
  let { machines, onopen }: Props = $props();

  const KINDS = EXERCISE_KINDS.filter((kind) => kind !== 'whole-job');
  /** Longer than this no set is, bytes. */
  const MAX_BYTES = 2_000_000;

  let file = $derived(machines[0]?.fileId);
  let count = $state(12);
  let seed = $state(1);
  let kinds = $state<ExerciseKind[]>([...KINDS]);
  let problem = $state('');

  const query = $derived(
    new URLSearchParams([
      ['count', String(count)],
      ['seed', String(seed)],
      ...(kinds.length === KINDS.length ? [] : kinds.map((kind): [string, string] => ['kind', kind]))
    ]).toString()
  );
  const isRight = $derived(SetWish.safeParse({ name: '-', kinds, count, seed }).success);

  async function open(text: string) {
    problem = '';
    let set: ExerciseSet;
    try {
      const read = ExerciseSet.safeParse(JSON.parse(text));
      if (!read.success) {
        const [issue] = read.error.issues;
        return void (problem = t('practice.setUnread', {
          place: issue!.path.join('/') || '/',
          message: issue!.message
        }));
      }
      set = read.data;
    } catch (error) {
      return void (problem = t('practice.setUnread', { place: '/', message: (error as Error).message }));
    }
    const answer = await fetch('/api/practice/sets', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(set)
    }).catch(() => undefined);
    const body = (await answer?.json().catch(() => undefined)) as
      { machines?: DayMachine[]; message?: string } | undefined;
    if (answer?.ok && body?.machines) onopen(set, body.machines);
    else problem = body?.message ?? t('practice.noServer');
  }
</script>

<h2 class="mt-8 text-lg">{t('practice.sheets')}</h2>
<p class="mt-1 max-w-prose text-soft">{t('practice.sheetsAbout')}</p>
<div class="mt-3 flex flex-wrap items-end gap-3">
  <label class="min-w-56 flex-1"
    ><span class="label">{t('practice.machine')}</span><select class="field" bind:value={file}
      >{#each machines as m (m.fileId)}<option value={m.fileId}>{m.name}</option>{/each}</select
    ></label
  >
  <label class="w-28"
    ><span class="label">{t('practice.howMany')}</span><input
      class="field"
      type="number"
      min="1"
      max={MOST_IN_SET}
      bind:value={count}
    /></label
  >
  <label class="w-28"
    ><span class="label">{t('practice.sheetNumber')}</span><input
      class="field"
      type="number"
      min="0"
      bind:value={seed}
    /></label
  >
</div>
<details class="mt-3">
  <summary class="link cursor-pointer">{t('practice.kinds', { n: kinds.length, of: KINDS.length })}</summary>
  <fieldset class="mt-2 grid gap-x-6 gap-y-1 md:grid-cols-2">
    <legend class="sr-only">{t('practice.kinds', { n: kinds.length, of: KINDS.length })}</legend>
    {#each KINDS as kind (kind)}
      <label class="flex min-h-9 items-center gap-2"
        ><input type="checkbox" class="size-4.5 accent-(--act)" value={kind} bind:group={kinds} />{t(
          `practice.kind.${kind}`
        )}</label
      >
    {/each}
  </fieldset>
</details>
<div class="mt-3 flex flex-wrap items-center gap-3">
  {#if isRight && file !== undefined}
    <a class="button" href="/api/practice/sets/{file}/exercises.pdf?show&{query}" target="_blank" rel="noreferrer"
      >{t('practice.print')}</a
    >
    <a class="button" href="/api/practice/sets/{file}/exercises.json?{query}" download>{t('practice.asJson')}</a>
  {:else}<p class="text-soft">{t('practice.wrongSheet', { most: MOST_IN_SET })}</p>{/if}
  <label class="button cursor-pointer"
    >{t('practice.openSet')}<TextFileInput
      accept=".json,application/json"
      maxBytes={MAX_BYTES}
      ontext={open}
      onproblem={(words) => (problem = words)}
    /></label
  >
  <a class="link" href="/api/practice/results" download>{t('practice.results')}</a>
</div>
{#if problem}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">{problem}</p>{/if}
