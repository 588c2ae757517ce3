<script lang="ts" module>
  /** A field and what stands in it. */
  export interface FieldAt {
    field: Field;
    value: unknown;
    isBare?: boolean;
    onchange: (value: unknown) => void;
  }
</script>

<script lang="ts">
  import type { Snippet } from 'svelte';
  import { blank, variantOf, type Field, type Refers } from '$core/drafting';
  import type { Machine } from '$core/machine';
  import { optionName, SLOTS } from '$core/words';
  import { useWords } from '$lib/words';
  import Plus from '@lucide/svelte/icons/plus';
  import X from '@lucide/svelte/icons/x';

  const { t, told } = useWords();

  /** One field of a machine file, whatever its form: made from the schema, so that each can be set. */
  interface Props {
    field: Field;
    value: unknown;
    machine: Machine;
    disabled: boolean;
    /** Stands in a list: it needs no name of its own. */
    isBare?: boolean;
    onchange: (value: unknown) => void;
    /** Shows a field within this one, in the same way. */
    inner: Snippet<[FieldAt]>;
  }
  let { field, value, machine, disabled, isBare = false, onchange, inner }: Props = $props();

  const nameOf = (key: string): string => (key in SLOTS ? told(SLOTS[key as keyof typeof SLOTS]) : key);
  const name = $derived(nameOf(field.key));
  /** A value of a choice as it stands alone: with a capital. */
  const valueName = (key: string, value: string): string =>
    told(optionName(key, value)).replace(/^\p{Ll}/u, (first) => first.toUpperCase());
  const record = $derived((value ?? {}) as Record<string, unknown>);
  const list = $derived((value ?? []) as unknown[]);
  /** Longer than this a list is folded away until it is asked for. */
  const LONG = 6;

  const named = (refers: Refers): { id: string; name: string }[] =>
    refers === 'part' ? machine.parts : refers === 'joint' ? machine.joints : machine.zones;
  function set(key: string, next: unknown) {
    const { [key]: _, ...rest } = record;
    onchange(next === undefined ? rest : { ...record, [key]: next });
  }
  /** Another variant keeps what both have. */
  function choose(i: number) {
    if (field.is !== 'variant') return;
    const next = field.variants[i]!;
    const keys = new Set(next.fields.map((f) => f.key));
    const kept = Object.fromEntries(
      Object.entries(record).filter(
        ([key]) => keys.has(key) && !next.fields.some((f) => f.key === key && f.is === 'fixed')
      )
    );
    onchange({ ...(blank(next) as object), ...kept });
  }
  const variantName = (variant: Field & { is: 'group' }): string => {
    const fixed = variant.fields.find((f) => f.is === 'fixed');
    return fixed?.is === 'fixed'
      ? valueName(fixed.key, String(fixed.value))
      : variant.fields.map((f) => nameOf(f.key)).join(', ');
  };
  function number(text: string) {
    const read = Number(text.replace(',', '.'));
    if (text.trim() !== '' && Number.isFinite(read))
      onchange(field.is === 'number' && field.isWhole ? Math.round(read) : read);
  }
</script>

{#snippet remove(isShown: boolean, act: () => void)}
  {#if isShown && !disabled}<button
      type="button"
      class="button min-h-8 shrink-0 px-2"
      aria-label={t('drafting.takeAway', { name })}
      onclick={act}><X size={14} aria-hidden="true" /></button
    >{/if}
{/snippet}

{#if field.is === 'fixed'}
  <span></span>
{:else if field.is === 'group'}
  {#snippet inside()}
    <div class="space-y-2">
      {#each field.fields as f (f.key)}
        {#if f.is === 'fixed'}<span></span>
        {:else if f.isOptional && record[f.key] === undefined}
          {#if !disabled}<button
              type="button"
              class="link me-3 inline-flex min-h-8 items-center gap-1 text-sm"
              onclick={() => set(f.key, blank(f))}><Plus size={13} aria-hidden="true" />{nameOf(f.key)}</button
            >{/if}
        {:else}
          <div class="flex items-end gap-1">
            <div class="min-w-0 flex-1">
              {@render inner({ field: f, value: record[f.key], onchange: (next) => set(f.key, next) })}
            </div>
            {@render remove(f.isOptional && f.is !== 'list', () => set(f.key, undefined))}
          </div>
        {/if}
      {/each}
    </div>
  {/snippet}
  {#if isBare || field.key === ''}{@render inside()}
  {:else}<fieldset class="rounded-md border border-rule px-3 pt-1 pb-3">
      <legend class="px-1 text-sm font-semibold">{name}</legend>
      {@render inside()}
    </fieldset>{/if}
{:else if field.is === 'variant'}
  {@const variant = variantOf(field, value)}
  <fieldset class={isBare || field.key === '' ? '' : 'rounded-md border border-rule px-3 pt-1 pb-3'}>
    {#if !isBare && field.key !== ''}<legend class="px-1 text-sm font-semibold">{name}</legend>{/if}
    <select
      class="field mb-2"
      aria-label={t('drafting.formOf', { name: name || told(SLOTS.kind) })}
      {disabled}
      value={String(field.variants.indexOf(variant))}
      onchange={(e) => choose(Number(e.currentTarget.value))}
    >
      {#each field.variants as v, i (i)}<option value={String(i)}>{variantName(v)}</option>{/each}
    </select>
    {@render inner({ field: variant, value, isBare: true, onchange })}
  </fieldset>
{:else if field.is === 'list' || field.is === 'table'}
  {@const entries = field.is === 'list' ? list.map((v, i) => [String(i), v] as const) : Object.entries(record)}
  <details open={entries.length > 0 && entries.length <= LONG}>
    <summary class="flex min-h-9 cursor-pointer items-center gap-2 text-sm font-semibold"
      >{name} <span class="font-normal text-soft">{entries.length}</span></summary
    >
    <div class="space-y-2 border-s-2 border-rule ps-2">
      {#each entries as [key, entry] (key)}
        <div class="flex items-start gap-1">
          {#if field.is === 'table'}<span class="code w-32 shrink-0 truncate pt-2 text-sm" title={key}>{key}</span>{/if}
          <div class="min-w-0 flex-1">
            {@render inner({
              field: { ...field.item, key: field.key },
              value: entry,
              isBare: true,
              onchange: (next) =>
                field.is === 'list'
                  ? onchange(list.map((v, i) => (String(i) === key ? next : v)))
                  : onchange({ ...record, [key]: next })
            })}
          </div>
          {@render remove(field.is === 'table' || list.length > field.least, () =>
            field.is === 'list' ? onchange(list.filter((_, i) => String(i) !== key)) : set(key, undefined)
          )}
        </div>
      {/each}
      {#if !disabled && field.is === 'list'}<button
          type="button"
          class="link inline-flex min-h-9 items-center gap-1 text-sm"
          onclick={() => onchange([...list, blank(field.item)])}
          ><Plus size={13} aria-hidden="true" />{t('drafting.oneMore', { name })}</button
        >{/if}
    </div>
  </details>
{:else if field.is === 'tuple'}
  <div class="flex items-center gap-1">
    {#each field.items as item, i (i)}
      {@render inner({
        field: { ...item, key: field.key },
        value: list[i],
        isBare: true,
        onchange: (next) => onchange(field.items.map((_, k) => (k === i ? next : list[k])))
      })}
    {/each}
  </div>
{:else if field.is === 'flag'}
  <label class="flex min-h-9 items-center gap-2"
    ><input
      type="checkbox"
      class="size-5 accent-(--act)"
      {disabled}
      checked={value === true}
      onchange={(e) => onchange(e.currentTarget.checked)}
    />{name}</label
  >
{:else}
  <label class="block min-w-0 flex-1"
    ><span class={isBare ? 'sr-only' : 'label'}>{name}</span>
    {#if field.is === 'choice'}
      <select class="field" {disabled} value={value ?? ''} onchange={(e) => onchange(e.currentTarget.value)}>
        {#each field.options as option (option)}<option value={option}>{valueName(field.key, option)}</option>{/each}
      </select>
    {:else if field.is === 'number'}
      <input
        class="field figure"
        inputmode="decimal"
        {disabled}
        value={value ?? ''}
        onchange={(e) => number(e.currentTarget.value)}
      />
    {:else if field.is === 'text' && field.refers}
      <select class="field" {disabled} value={value ?? ''} onchange={(e) => onchange(e.currentTarget.value)}>
        {#if !named(field.refers).some((x) => x.id === value)}<option value={value ?? ''}
            >{value ? t('drafting.isNotThere', { id: String(value) }) : t('recorder.chooseAPart')}</option
          >{/if}
        {#each named(field.refers) as thing (thing.id)}<option value={thing.id}>{thing.name}</option>{/each}
      </select>
    {:else}
      <input
        class="field {field.key === 'id' ? 'code' : ''}"
        maxlength={field.is === 'text' ? field.most : undefined}
        {disabled}
        value={value ?? ''}
        onchange={(e) => onchange(e.currentTarget.value)}
      />
    {/if}
  </label>
{/if}
