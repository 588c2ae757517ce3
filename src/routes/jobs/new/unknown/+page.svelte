<script lang="ts">
  import { enhance } from '$app/forms';
  import { onMount } from 'svelte';
  import { Drafts } from '$lib/ui/drafts';
  import { once } from '$lib/ui/once';
  import { useWords } from '$lib/words';
  import JobFields from '../JobFields.svelte';

  const { t, told } = useWords();

  let { data, form } = $props();
  let sending = $state(false);
  let isKept = $state(false);
  let isMounted = $state(false);
  const EMPTY = {
    maker: '',
    model: '',
    customer: '',
    serial: '',
    complaint: '',
    dueOn: '',
    widthMm: '',
    depthMm: '',
    heightMm: ''
  };
  let typed = $state({ ...EMPTY });
  let measuredBy = $state<'calliper' | 'ruler' | 'marks'>('ruler');
  let up = $state<'underside' | 'topside'>('underside');

  // What is typed is kept until it is sent: whoever is called away goes on where they were.
  const DRAFT = t('newJob.unknownMachine');
  const isDraft = (value: unknown): value is { typed: Record<string, unknown> } =>
    typeof (value as { typed?: unknown } | null)?.typed === 'object' && (value as { typed: unknown }).typed !== null;
  const drafts = () => new Drafts(localStorage, data.person?.id ?? '');
  onMount(() => {
    const kept = drafts().read(DRAFT, isDraft);
    if (kept) {
      for (const field of Object.keys(typed) as (keyof typeof typed)[])
        if (typeof kept.typed[field] === 'string') typed[field] = kept.typed[field];
      isKept = true;
    }
    isMounted = true;
  });
  $effect(() => {
    if (!isMounted) return;
    if (Object.values(typed).every((text) => text.trim() === '')) drafts().drop(DRAFT);
    else drafts().keep(DRAFT, { typed });
  });

  /** The body as it was measured, to scale: a figure that was mistyped is seen at once. */
  const size = $derived([typed.widthMm, typed.depthMm].map((text) => Number(text.replace(',', '.'))));
  const isBody = $derived(size.every((mm) => mm >= 5 && mm <= 2000));
</script>

<svelte:head><title>{t('newJob.newJobEagerWrench')}</title></svelte:head>

<form
  method="POST"
  class="mx-auto grid max-w-5xl grid-cols-1 gap-x-8 gap-y-5 px-5 py-6 max-lg:px-3 lg:grid-cols-2"
  use:enhance={once({
    then: () => {
      sending = true;
      return async ({ result, update }) => {
        if (result.type === 'redirect') {
          isMounted = false;
          drafts().drop(DRAFT);
        }
        await update();
        sending = false;
      };
    },
    unanswered: () => (sending = false)
  })}
>
  <div class="lg:col-span-2">
    <p><a class="link" href="/jobs/new">{t('newJob.newJob2')}</a></p>
    <h1 class="mt-1 text-2xl">{t('newJob.unknownMachine')}</h1>
    <p class="mt-1 max-w-prose text-soft">{t('newJob.unknownHow')}</p>
    {#if form?.message}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2.5">
        {told(form.message)}
      </p>{/if}
    {#if isKept}<p class="mt-3 flex items-center gap-3 rounded-md bg-sunk px-3 py-2" role="status">
        <span class="flex-1">{t('newJob.yourDraftFromBeforeIsBack')}</span>
        <button
          type="button"
          class="link"
          onclick={() => {
            typed = { ...EMPTY };
            isKept = false;
          }}>{t('newJob.startOver')}</button
        >
      </p>{/if}
  </div>
  <section class="space-y-3.5">
    <div class="grid grid-cols-2 gap-3">
      <label
        ><span class="label">{t('newJob.maker')}</span><input
          class="field"
          name="maker"
          required
          maxlength="60"
          bind:value={typed.maker}
        /></label
      >
      <label
        ><span class="label">{t('newJob.model')}</span><input
          class="field"
          name="model"
          required
          maxlength="60"
          bind:value={typed.model}
        /></label
      >
    </div>
    <JobFields bind:typed />
  </section>
  <section class="space-y-3.5">
    <fieldset>
      <legend class="label">{t('newJob.bodySize')}</legend>
      <div class="grid grid-cols-3 gap-3">
        {#each [['widthMm', t('newJob.width')], ['depthMm', t('newJob.depth')], ['heightMm', t('newJob.height')]] as const as [field, name] (field)}
          <label
            ><span class="label">{name}</span><input
              class="field figure"
              name={field}
              required
              inputmode="decimal"
              value={typed[field]}
              oninput={(e) => (typed[field] = e.currentTarget.value.replace(',', '.'))}
            /></label
          >
        {/each}
      </div>
    </fieldset>
    <div class="grid grid-cols-2 gap-3">
      <label
        ><span class="label">{t('newJob.measuredBy')}</span><select
          class="field"
          name="measuredBy"
          bind:value={measuredBy}
        >
          {#each ['ruler', 'calliper', 'marks'] as const as by (by)}<option value={by}>{t(`newJob.${by}`)}</option
            >{/each}
        </select></label
      >
      <label
        ><span class="label">{t('newJob.liesUp')}</span><select class="field" name="up" bind:value={up}>
          {#each ['underside', 'topside'] as const as side (side)}<option value={side}>{t(`newJob.${side}`)}</option
            >{/each}
        </select></label
      >
    </div>
    <div class="sheet flex h-52 items-center justify-center bg-sunk p-4" aria-hidden="true">
      {#if isBody}
        <svg
          viewBox="{-size[0]! / 9} {-size[0]! / 9} {size[0]! * 1.15} {size[1]! + size[0]! / 7}"
          class="h-full w-full"
        >
          <rect
            width={size[0]}
            height={size[1]}
            rx={Math.min(...size) / 25}
            fill="var(--depth-1)"
            stroke="var(--drawn)"
            stroke-width={Math.max(...size) / 220}
          />
          <text x={size[0]! / 2} y="-4" text-anchor="middle" font-size={Math.max(...size) / 13} fill="var(--ink)"
            >{t('machine.mm2', { mm: typed.widthMm })}</text
          >
          <text
            x="-4"
            y={size[1]! / 2}
            text-anchor="middle"
            font-size={Math.max(...size) / 13}
            fill="var(--ink)"
            transform="rotate(-90 -4 {size[1]! / 2})">{t('machine.mm2', { mm: typed.depthMm })}</text
          >
        </svg>
      {:else}<p class="text-soft">{t('newJob.body')}</p>{/if}
    </div>
    <button class="button button-act min-h-12 w-full text-lg" disabled={sending}
      >{sending ? t('newJob.saving') : t('newJob.startRecording')}</button
    >
  </section>
</form>
