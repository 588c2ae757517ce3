<script lang="ts">
  import { goto, invalidateAll } from '$app/navigation';
  import { modelOf, type Fault } from '$core/machine';
  import { MachineDrawing } from '$lib/ui/drawing';
  import { day, plural } from '$lib/ui/format';
  import FileUp from '@lucide/svelte/icons/file-up';

  let { data } = $props();
  const model = $derived(data.machine ? modelOf(data.machine) : undefined);
  const zones = $derived(data.machine?.zones.filter((z) => data.machine!.parts.filter((p) => p.shapes.some((s) => s.zone === z.id)).length > 2) ?? []);
  let zone = $state('');
  let withCover = $state(true);
  const shownZone = $derived(zones.some((z) => z.id === zone) ? zone : (zones[0]?.id ?? ''));
  const machineState = $derived({
    open: new Set<string>(),
    loose: new Set<string>(),
    off: new Set(withCover ? [] : (data.machine?.parts.filter((p) => p.kind === 'cover' || p.kind === 'bezel' || p.kind === 'shield' || p.kind === 'foot' || p.kind === 'film').map((p) => p.id) ?? []))
  });

  let answer = $state<{ ok: boolean; message: string; faults: Fault[] } | undefined>();
  let sending = $state(false);

  async function send(event: Event & { currentTarget: HTMLInputElement }) {
    const input = event.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    sending = true;
    answer = undefined;
    try {
      const response = await fetch('/api/machines', { method: 'POST', headers: { 'content-type': 'application/json' }, body: file });
      const body = await response.json();
      answer = response.ok
        ? { ok: true, message: `${file.name}: ${body.machine.maker} ${body.machine.model} ${response.status === 201 ? 'is now in the library' : 'was in the library already'}.`, faults: body.warnings }
        : { ok: false, message: `${file.name}: ${body.message}`, faults: body.faults ?? [] };
      if (response.ok) {
        await invalidateAll();
        await goto(`/machines?file=${body.machine.fileId}`, { keepFocus: true });
      }
    } catch {
      answer = { ok: false, message: `${file.name} could not be sent: the server does not answer. Nothing was stored.`, faults: [] };
    }
    sending = false;
    input.value = '';
  }
</script>

<svelte:head><title>Machines · Eager Wrench</title></svelte:head>

<div class="grid grid-cols-[360px_minmax(0,1fr)] gap-5 px-5 py-5">
  <section>
    <h1 class="text-2xl">Machines</h1>
    <ul class="sheet mt-4 overflow-hidden">
      {#each data.machines as m (m.fileId)}
        <li class="border-b border-rule last:border-0">
          <a href="/machines?file={m.fileId}" aria-current={m.fileId === data.shownId ? 'true' : undefined} class="block border-l-4 px-4 py-3 {m.fileId === data.shownId ? 'border-now bg-sunk' : 'border-transparent hover:bg-sunk'}">
            <span class="font-semibold">{m.maker} {m.model}</span> <span class="text-soft">{m.revision}</span>
            <span class="mt-0.5 block text-sm text-soft">{day(m.importedAt)}, <span class="code">{m.hash.slice(0, 12)}</span></span>
          </a>
        </li>
      {:else}
        <li class="px-4 py-8 text-center text-soft">No machine yet. Import a machine file to plan on it.</li>
      {/each}
    </ul>
    {#if data.mayImport}
      <label class="button button-act mt-4 w-full focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-now">
        <FileUp size={17} aria-hidden="true" /> {sending ? 'Checking ...' : 'Import a machine file'}
        <input type="file" accept="application/json,.json" class="sr-only" onchange={send} disabled={sending} />
      </label>
    {/if}
    {#if answer}
      <div role="alert" class="mt-4 rounded-md border-l-4 px-4 py-3 {answer.ok ? 'border-good bg-good-wash' : 'border-now bg-now-wash'}">
        <p class="font-semibold">{answer.message}</p>
        {#if answer.faults.length > 0}
          <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
          <div role="region" aria-label="What was found" tabindex="0" class="mt-2 max-h-64 overflow-y-auto text-sm">
            <ul class="space-y-1.5">
              {#each answer.faults as f, i (i)}<li><span class="code">{f.place}</span><br />{f.message}</li>{/each}
            </ul>
          </div>
        {/if}
      </div>
    {/if}
  </section>

  {#if model && data.machine}
    <section class="sheet flex min-w-0 flex-col p-4" aria-label="The machine's drawing">
      <div class="flex items-center gap-1">
        {#each zones as z (z.id)}
          <button type="button" class="rounded px-3 py-1.5 {z.id === shownZone ? 'bg-act font-semibold text-on-act' : 'text-soft hover:text-ink'}" aria-pressed={z.id === shownZone} onclick={() => (zone = z.id)}>{z.name}</button>
        {/each}
        <label class="ml-auto flex items-center gap-2"><input type="checkbox" bind:checked={withCover} class="size-4.5 accent-(--act)" /> with covers</label>
      </div>
      <div class="h-[600px] pt-2"><MachineDrawing {model} zone={shownZone} state={machineState} /></div>
      <p class="mt-2 text-soft">{plural(data.machine.parts.length, 'part')}, {plural(data.machine.joints.length, 'joint')}, {plural(data.machine.cables.length, 'cable')}. <a class="link" href="/api/machines/{data.shownId}" download>Download the file</a></p>
    </section>
  {/if}
</div>
