<script lang="ts">
  import { enhance } from '$app/forms';
  import { once } from '$lib/ui/once';
  import { day, money } from '$lib/ui/dates';
  import type { SpareRow } from '$lib/server/stock/spares';
  import type { Said } from '$core/language';
  import type { ConnectorFamily } from '$core/machine';
  import { PLUG_FAMILIES } from '$core/words';
  import { page } from '$app/state';
  import { addressWith, PagedList } from '$lib/ui/paged-list.svelte';
  import Pages from '$lib/ui/Pages.svelte';
  import SortHeads from '$lib/ui/SortHeads.svelte';
  import SortSelect from '$lib/ui/SortSelect.svelte';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  let { data, form } = $props();
  const message = $derived((form as { message?: Said } | null)?.message);
  let chosen = $state('');
  const free = (s: SpareRow) => s.places.reduce((sum, p) => sum + p.quantity, 0) - s.held;
  /** How often each word stands in a list, in its order. */
  const counted = (words: readonly string[]) =>
    words.reduce<Record<string, number>>((n, word) => ({ ...n, [word]: (n[word] ?? 0) + 1 }), {});
  const list = new PagedList([
    { id: 'number', name: t('spares.number'), class: 'w-32 py-1.5 ps-4' },
    { id: 'name', name: t('spares.name') },
    { id: 'location', name: t('spares.location2'), class: 'w-52' },
    { id: 'free', name: t('spares.free'), isRight: true, class: 'w-16' },
    { id: 'reserved', name: t('spares.reserved'), isRight: true, class: 'w-24' },
    { id: 'price', name: t('spares.price'), isRight: true, class: 'w-24 pe-4' }
  ]);
  const spare = $derived(data.spares.find((s) => s.number === chosen) ?? data.spares[0]);
</script>

<svelte:head><title>{t('spares.sparesEagerWrench')}</title></svelte:head>

<div class="mx-auto max-w-[1320px] px-5 py-5">
  <div class="flex items-center gap-4">
    <h1 class="text-2xl">{t('spares.spares')}</h1>
    <label class="ms-auto w-80"
      ><span class="sr-only">{t('spares.searchSpares')}</span><input
        class="field"
        type="search"
        placeholder={t('spares.numberOrName')}
        bind:value={list.search.words}
      /></label
    >
    <label class="flex items-center gap-2"
      ><input
        type="checkbox"
        class="size-4.5 accent-(--act)"
        checked={page.url.searchParams.get('free') === 'none'}
        onchange={(e) => void list.ask({ free: e.currentTarget.checked ? 'none' : '' })}
      />
      {t('spares.noneFree')}</label
    >
  </div>
  {#if message}<p role="alert" class="mt-3 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
      {told(message)}
    </p>{/if}
  {#if data.orders.length > 0}
    <section class="sheet mt-4 px-4 py-3" aria-labelledby="coming">
      <h2 id="coming" class="text-lg">{t('spares.onOrder2')}</h2>
      {#each data.orders as o (o.id)}
        <div class="flex items-center gap-3 border-b border-rule py-2 last:border-0">
          <span class="min-w-0 flex-1"
            >{o.quantity} × <span class="code">{o.number}</span>
            {o.name}{#if o.job}{t('spares.for')}
              <a class="link" href="/jobs/{o.job}/spares">{t('spares.job', { job: o.job })}</a>{/if}</span
          >
          {#if o.supplierRef}
            <span class="text-soft">{o.supplierRef}{o.dueOn ? t('spares.due', { dueOn: day(o.dueOn) }) : ''}</span>
            {#if data.mayWrite}<form method="POST" action="?/arrived" use:enhance={once()} class="flex gap-2">
                <input type="hidden" name="order" value={o.id} /><input
                  class="field w-36"
                  name="place"
                  required
                  maxlength="60"
                  aria-label={t('spares.whereIsStored', { number: o.number })}
                  placeholder={t('spares.location')}
                /><button class="button button-act">{t('spares.receive')}</button>
              </form>{/if}
          {:else}
            <span class="font-semibold text-now">{t('spares.notConfirmedByTheSupplier')}</span>
            {#if data.mayWrite}<form method="POST" action="?/again" use:enhance={once()}>
                <input type="hidden" name="order" value={o.id} /><input
                  type="hidden"
                  name="number"
                  value={o.number}
                /><input type="hidden" name="quantity" value={o.quantity} /><button class="button"
                  >{t('spares.askAgain')}</button
                >
              </form>
              <form method="POST" action="?/drop" use:enhance={once()}>
                <input type="hidden" name="order" value={o.id} /><button class="button"
                  >{t('spares.cancelOrder')}</button
                >
              </form>{/if}
          {/if}
        </div>
      {/each}
    </section>
  {/if}
  <div class="mt-3">
    <SortSelect {list} />
  </div>
  <div class="mt-4 grid grid-cols-1 items-start gap-5 xl:grid-cols-[minmax(0,1fr)_380px]">
    <div class="sheet overflow-hidden">
      <table class="cards w-full table-fixed">
        <thead><tr class="border-b border-rule-strong text-start text-sm text-soft"><SortHeads {list} /></tr></thead>
        <tbody>
          {#each data.spares as s (s.number)}
            <tr class="border-b border-rule last:border-0 {s.number === spare?.number ? 'bg-sunk' : ''}">
              <td class="py-1.5 ps-4"
                ><button type="button" class="code link" onclick={() => (chosen = s.number)}>{s.number}</button></td
              >
              <td class="pe-3 wrap-break-word" data-label={t('spares.name')}
                >{s.spare.name}{#if s.spare.supersededBy}<span class="block text-sm text-soft"
                    ><Rich text={t('spares.replacedBy', { supersededBy: s.spare.supersededBy })}
                      >{#snippet soft(text)}<span class="code">{text}</span>{/snippet}</Rich
                    ></span
                  >{/if}</td
              >
              <td class="pe-3 text-soft" data-label={t('spares.location2')}
                >{s.places.map((p) => `${p.place}: ${p.quantity}`).join(', ') ||
                  t('spares.nowhere')}{#if s.coming > 0}<span class="text-act"
                    >{t('spares.onOrder3', { coming: s.coming })}</span
                  >{/if}</td
              >
              <td class="figure text-end {free(s) <= 0 ? 'font-semibold text-now' : ''}" data-label={t('spares.free')}
                >{free(s)}</td
              ><td class="figure text-end" data-label={t('spares.reserved')}>{s.held || ''}</td><td
                class="figure pe-4 text-end"
                data-label={t('spares.price')}
                >{s.priceMinor === null ? t('spares.notKnown') : money(s.priceMinor, data.currency)}</td
              >
            </tr>
          {:else}<tr
              ><td colspan="6" class="px-4 py-10 text-center text-soft"
                >{data.isNarrowed ? t('spares.nothingWithThatName') : t('spares.nothingIsInStockYetAdd')}</td
              ></tr
            >{/each}
        </tbody>
      </table>
      <div class="pb-3">
        <Pages page={data.page} pages={data.pages} to={(n) => addressWith({ page: String(n) })} />
      </div>
    </div>
    <div class="space-y-4">
      {#if spare}
        <section class="sheet px-4 py-3.5" aria-labelledby="this">
          <h2 id="this" class="text-lg">{spare.spare.name}</h2>
          <p class="code text-soft">{spare.number}</p>
          <dl class="mt-2 grid grid-cols-[90px_minmax(0,1fr)] gap-y-1">
            {#if spare.spare.includes.length > 0}<dt class="text-soft">{t('spares.includes')}</dt>
              <dd>{spare.spare.includes.join(', ')}</dd>{/if}
            {#if spare.spare.holes}<dt class="text-soft">{t('spares.holes')}</dt>
              <dd>{spare.spare.holes.length}</dd>{/if}
            {#if spare.spare.plugs}<dt class="text-soft">{t('spares.plugs')}</dt>
              <dd>
                <ul>
                  {#each Object.entries(counted(spare.spare.plugs)) as [family, n] (family)}<li>
                      {n} × {told(PLUG_FAMILIES[family as ConnectorFamily])}
                    </li>{/each}
                </ul>
              </dd>{/if}
          </dl>
          {#if data.mayWrite}
            <form
              method="POST"
              action="?/move"
              use:enhance={once({ empties: ['change', 'why'] })}
              class="mt-3 grid grid-cols-[80px_minmax(0,1fr)] gap-2 border-t border-rule pt-3"
            >
              <input type="hidden" name="number" value={spare.number} />
              <label
                ><span class="label">{t('spares.quantity')}</span><input
                  class="field"
                  name="change"
                  type="number"
                  required
                  placeholder="+1"
                /></label
              >
              <label
                ><span class="label">{t('spares.location2')}</span><input
                  class="field"
                  name="place"
                  required
                  maxlength="60"
                  value={spare.places[0]?.place ?? ''}
                /></label
              >
              <label class="col-span-2"
                ><span class="label">{t('spares.reason')}</span><input
                  class="field"
                  name="why"
                  required
                  maxlength="200"
                  placeholder={t('spares.boughtRecountedBroken')}
                /></label
              >
              <button class="button col-span-2">{t('spares.save')}</button>
            </form>
          {/if}
        </section>
      {/if}
      {#if data.mayWrite}
        <section class="sheet px-4 py-3.5" aria-labelledby="new">
          <h2 id="new" class="text-lg">{t('spares.addASpare')}</h2>
          <form
            method="POST"
            action="?/add"
            use:enhance={once({ empties: ['number', 'price', 'name', 'kind'] })}
            class="mt-2 grid grid-cols-2 gap-2"
          >
            <label
              ><span class="label">{t('spares.number')}</span><input
                class="field code"
                name="number"
                required
                maxlength="40"
              /></label
            >
            <label
              ><span class="label">{t('spares.price2', { currency: data.currency })}</span><input
                class="field"
                name="price"
                inputmode="decimal"
                maxlength="40"
              /></label
            >
            <label class="col-span-2"
              ><span class="label">{t('spares.name')}</span><input
                class="field"
                name="name"
                required
                maxlength="120"
              /></label
            >
            <label class="col-span-2"
              ><span class="label">{t('spares.kind')}</span><select class="field" name="kind"
                ><option value="part">{t('spares.part')}</option><option value="consumable"
                  >{t('spares.consumable')}</option
                ></select
              ></label
            >
            <button class="button col-span-2">{t('spares.addSpare')}</button>
          </form>
        </section>
      {/if}
    </div>
  </div>
</div>
