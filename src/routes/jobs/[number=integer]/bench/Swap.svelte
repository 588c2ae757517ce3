<script lang="ts">
  import { checkSpare, type Step, spareWords } from '$core/plan';
  import type { Reading } from '$core/instruments';
  import { eachReading } from '$lib/offline/readings.svelte';
  import type { Bench } from '$lib/offline/bench.svelte';
  import CircleCheck from '@lucide/svelte/icons/circle-check';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import { partName } from '$core/words';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** Old against new: what is written on both, what moves over, what is used up. A scanner types into the field in hand. */
  let { bench, step, mayAct, heard }: { bench: Bench; step: Step; mayAct: boolean; heard?: Reading } = $props();

  const { model } = $derived(bench);
  const part = $derived(model.part(step.part!));
  const swap = $derived(bench.plan.swaps?.find((s) => s.part === step.part));
  const known = $derived(bench.state.swapped.find((s) => s.part === part.id));
  const FIELDS = [
    ['old', 'number', t('bench.oldPartNumber')],
    ['old', 'serial', t('bench.oldSerialNumber')],
    ['new', 'number', t('bench.newPartNumber')],
    ['new', 'serial', t('bench.newSerialNumber')]
  ] as const;
  type Key = `${(typeof FIELDS)[number][0]} ${(typeof FIELDS)[number][1]}`;
  let typed = $state<Record<Key, string>>({ 'old number': '', 'old serial': '', 'new number': '', 'new serial': '' });
  let inputs = $state<Record<string, HTMLInputElement>>({});
  const keyOf = (which: 'old' | 'new', what: 'number' | 'serial'): Key => `${which} ${what}`;
  $effect(() => {
    for (const [which, what] of FIELDS) typed[keyOf(which, what)] ||= known?.[which][what] ?? '';
  });
  const check = $derived(typed['new number'].trim() ? checkSpare(model, part, typed['new number']) : undefined);

  eachReading(
    () => heard,
    (reading) => {
      if (reading.device !== 'scanner' || !mayAct) return;
      const focused = FIELDS.find(([which, what]) => inputs[keyOf(which, what)] === document.activeElement);
      const free = focused ?? FIELDS.find(([which, what]) => !typed[keyOf(which, what)]);
      if (free) take(keyOf(free[0], free[1]), reading.text);
    }
  );
  function take(key: Key, text: string) {
    typed[key] = text.slice(0, 60);
    keep();
  }
  /** A scanner ends with Enter: on to the next field. */
  function next(event: KeyboardEvent, at: number) {
    if (event.key !== 'Enter') return;
    event.preventDefault();
    keep();
    const following = FIELDS[at + 1];
    if (following) inputs[keyOf(following[0], following[1])]?.focus();
    else (event.target as HTMLElement).blur();
  }
  function keep() {
    const label = (which: 'old' | 'new') => {
      const [number, serial] = [typed[keyOf(which, 'number')].trim(), typed[keyOf(which, 'serial')].trim()];
      return { ...(number ? { number } : {}), ...(serial ? { serial } : {}) };
    };
    const now = { old: label('old'), new: label('new') };
    if (JSON.stringify(now) === JSON.stringify({ old: known?.old ?? {}, new: known?.new ?? {} })) return;
    bench.record({ type: 'swapped', part: part.id, ...now });
  }
</script>

{#if swap}
  <div class="mt-4 grid grid-cols-2 gap-x-3 gap-y-2">
    {#each FIELDS as [which, what, name], i (name)}
      <label
        ><span class="label">{name}</span><input
          class="field code text-lg"
          maxlength="60"
          autocomplete="off"
          disabled={!mayAct}
          bind:this={inputs[keyOf(which, what)]}
          bind:value={typed[keyOf(which, what)]}
          onchange={keep}
          onkeydown={(e) => next(e, i)}
        /></label
      >
    {/each}
  </div>
  {#if check}
    <p
      class="mt-2 flex items-start gap-2 rounded-md px-3 py-2 text-lg {check.verdict === 'fits'
        ? 'bg-sunk'
        : 'bg-now-wash font-semibold'}"
      role="status"
    >
      {#if check.verdict === 'fits'}<CircleCheck
          size={22}
          class="mt-0.5 shrink-0 text-good"
          aria-hidden="true"
        />{:else}<TriangleAlert size={22} class="mt-0.5 shrink-0" aria-hidden="true" />{/if}{told(
        spareWords(model, part, check)
      )}
    </p>
  {:else if part.numbers.length > 0}<p class="mt-2 text-soft">
      {t('bench.scanOrTypeTheNewParts')}
    </p>{/if}
  {#if swap.over.length > 0}
    <h2 class="mt-4 text-lg font-semibold">{t('bench.fromTheOldPartToThe')}</h2>
    <ul class="mt-1 grid grid-cols-2 gap-1.5">
      {#each swap.over as over (over.part)}
        {@const has = bench.state.movedOver.some((m) => m.part === over.part && m.to === part.id)}
        <li>
          <label class="button min-h-11 w-full justify-start has-checked:border-act"
            ><input
              type="checkbox"
              checked={has}
              disabled={!mayAct || has}
              class="accent-(--act)"
              onchange={() => bench.record({ type: 'moved-over', part: over.part, to: part.id })}
            />{told(partName(model, over.part))}</label
          >
        </li>
      {/each}
    </ul>
  {/if}
  {#if swap.brings.length > 0}<p class="mt-2 text-soft">
      {t('bench.theNewOneBringsItsOwn', { parts: swap.brings.map((id) => partName(model, id)) })}
    </p>{/if}
{/if}
