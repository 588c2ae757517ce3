<script lang="ts">
  import { choose, KEYS, keysOf, pressed, type Chosen, type Key } from '$lib/ui/bench-keys';
  import { whyNot } from '$core/result';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  /** The bench's keys, and another key for each: press it, or the pedal that sends it. */
  let { chosen, onchoose }: { chosen: Chosen; onchoose: (chosen: Chosen) => void } = $props();

  const LETTERS: { value: Chosen['letters']; name: string }[] = [
    { value: undefined, name: t('bench.lettersAlone') },
    { value: 'alt', name: t('bench.lettersWithAlt') },
    { value: 'off', name: t('bench.lettersOff') }
  ];
  let asked = $state<Key>();
  let why = $state('');

  function take(event: KeyboardEvent) {
    if (!asked) return;
    event.preventDefault();
    event.stopPropagation();
    const answer = choose(chosen, asked, event);
    if (answer.ok) {
      onchoose(answer.chosen);
      asked = undefined;
      why = '';
    } else why = told(whyNot(answer));
  }
</script>

<svelte:window onkeydowncapture={take} />
<fieldset class="mt-3 flex flex-wrap items-center gap-x-4 gap-y-1">
  <legend class="float-start me-4 font-semibold">{t('bench.letterKeys')}</legend>
  {#each LETTERS as { value, name } (name)}
    <label class="flex min-h-9 items-center gap-1.5"
      ><input
        type="radio"
        name="letters"
        class="size-4.5 accent-(--act)"
        checked={chosen.letters === value}
        onchange={() => {
          const { letters: _, ...keys } = chosen;
          onchoose(value === undefined ? keys : { ...keys, letters: value });
        }}
      />{name}</label
    >
  {/each}
</fieldset>
<!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
<div
  class="mt-3 max-h-[58vh] overflow-y-auto"
  {@attach (list) => list.focus()}
  tabindex="0"
  role="region"
  aria-label={t('bench.keys2')}
>
  <dl>
    {#each Object.keys(KEYS) as Key[] as key (key)}
      <div class="flex items-center gap-3 border-b border-rule py-1 last:border-0">
        <dt class="w-28 shrink-0">
          {#each keysOf(key, chosen) as k (k)}<kbd class="me-1">{pressed(k, chosen)}</kbd>{/each}
        </dt>
        <dd class="flex flex-1 items-center gap-3">
          <span class="flex-1">{told(KEYS[key].means)}</span>
          <button
            type="button"
            class="button min-h-9"
            aria-label={t('bench.anotherKeyFor', { means: KEYS[key].means })}
            aria-pressed={asked === key}
            onclick={() => {
              asked = asked === key ? undefined : key;
              why = '';
            }}>{asked === key ? t('bench.pressItNow') : t('bench.change')}</button
          >
        </dd>
      </div>
    {/each}
    <div class="flex gap-3 py-1.5">
      <dt class="w-28 shrink-0"><kbd>0</kbd>–<kbd>9</kbd></dt>
      <dd>{t('bench.countTheScrews')}</dd>
    </div>
  </dl>
</div>
<p class="mt-2 min-h-6 text-now" role="status">{why}</p>
{#if Object.keys(chosen).length > 0}<button type="button" class="link" onclick={() => onchoose({})}
    >{t('bench.resetTheKeys')}</button
  >{/if}
