<script lang="ts">
  import { inSentence, modelOf } from '$core/machine';
  import { screwSize } from '$core/plan';
  import { fateWords } from '$core/run';
  import { FATES } from '$core/fasteners';
  import DiveProfile from '$lib/ui/DiveProfile.svelte';
  import { duration, moment } from '$lib/ui/format';
  import Printer from '@lucide/svelte/icons/printer';

  let { data } = $props();
  const model = $derived(modelOf(data.machine));
  const { job } = $derived(data);
  const state = $derived(data.state);
  const plan = $derived(data.plan);
  const done = $derived(plan.steps.filter((s) => state.steps[s.id] && state.steps[s.id]!.outcome !== 'skipped'));
  const skipped = $derived(plan.steps.filter((s) => state.steps[s.id]?.outcome === 'skipped'));
  const tests = $derived(plan.steps.filter((s) => s.leg === 'prove'));
  const replaced = $derived(plan.goals.filter((g) => g.do === 'replace').map((g) => ('part' in g ? model.part(g.part) : undefined)!));
  const text = $derived(new Map(plan.steps.map((s) => [s.id, s.text])));
  const OUTCOME = { pass: 'Works', fail: 'Fails', 'not-applicable': 'Not in this machine', skipped: 'Skipped' } as const;
  const isFate = (what: string): what is (typeof FATES)[number] => (FATES as readonly string[]).includes(what);
  const finding = (f: (typeof state.findings)[number]) =>
    isFate(f.what) ? `${f.count} of ${inSentence(model.joint(f.step!.replace('down/joint:', '')).name)}: ${fateWords(f.what, f.count ?? 1).toLowerCase()}` : f.what === 'note' ? '' : f.what.replaceAll('-', ' ');
</script>

<svelte:head><title>Report of job {job.number} · Eager Wrench</title></svelte:head>

<div class="mx-auto max-w-4xl px-6 py-7">
  {#if !state.signed}
    <p class="no-print mb-4 rounded-md border-l-4 border-warn bg-warn-wash px-4 py-3">This job is still on the bench: the report is not final. <a class="link" href="/jobs/{job.number}/bench">Go on at the bench</a></p>
  {/if}
  <article class="sheet px-10 py-9">
    <header class="flex items-start justify-between gap-6">
      <div>
        <p class="text-soft">The Skerry Line, service depot</p>
        <h1 class="mt-1 text-3xl">Service report, job {job.number}</h1>
      </div>
      <button type="button" class="button no-print" onclick={() => print()}><Printer size={17} aria-hidden="true" /> Print</button>
    </header>

    <dl class="mt-6 grid grid-cols-[150px_1fr_130px_1fr] gap-x-4 gap-y-2">
      <dt class="text-soft">For</dt><dd class="font-semibold">{job.customer}</dd>
      <dt class="text-soft">Serial number</dt><dd class="code">{job.serial || 'not noted'}</dd>
      <dt class="text-soft">Machine</dt><dd>{data.machine.maker} {data.machine.model}, {data.machine.revision}</dd>
      <dt class="text-soft">Time at the bench</dt><dd>{duration(state.activeSeconds)} <span class="text-soft">(planned {duration(plan.times.p50)})</span></dd>
      <dt class="text-soft">Complaint</dt><dd class="col-span-3">{job.complaint || 'none noted'}</dd>
    </dl>

    <h2 class="mt-8 text-xl">Done</h2>
    <ul class="mt-2 space-y-1">
      {#each replaced as part (part.id)}
        <li><span class="font-semibold">{part.name} {state.signed ? 'replaced' : 'to be replaced'}</span>{#if part.numbers.length}{' '}<span class="code text-sm text-soft">{part.numbers.map((n) => n.number).join(' or ')}</span>{/if}</li>
      {/each}
      <li class="text-soft">{done.length} of {plan.steps.length} steps{#if skipped.length > 0}, {skipped.length} skipped{/if}</li>
    </ul>
    <div class="mt-3 h-28"><DiveProfile {plan} at={state.position} /></div>

    <h2 class="mt-10 text-xl">Found</h2>
    {#if state.findings.length === 0}
      <p class="mt-2">Nothing that was not as expected.</p>
    {:else}
      <ul class="mt-2 space-y-1.5">
        {#each state.findings as f (f.event)}
          <li>{#if finding(f)}<span class="font-semibold">{finding(f)}.</span>{' '}{/if}{f.note ?? ''} <span class="text-soft">{#if f.step && f.what !== 'note' && !isFate(f.what)}{text.get(f.step)}, {/if}{moment(f.at)}, {f.by}</span></li>
        {/each}
      </ul>
    {/if}

    <h2 class="mt-8 text-xl">Screws</h2>
    <table class="mt-2 w-full">
      <thead><tr class="border-b border-rule-strong text-left text-sm text-soft"><th class="py-1.5 font-semibold" scope="col">Group</th><th class="font-semibold" scope="col">Size</th><th class="text-right font-semibold" scope="col">In the file</th><th class="text-right font-semibold" scope="col">Out</th><th class="text-right font-semibold" scope="col">Back</th><th class="pl-6 font-semibold" scope="col">Account</th></tr></thead>
      <tbody>
        {#each state.ledger as line (line.joint)}
          {@const joint = model.joint(line.joint)}
          <tr class="border-b border-rule">
            <td class="py-1.5">{joint.name}{#if joint.kind === 'screws' && joint.screw.captive}{' '}<span class="text-soft">captive</span>{/if}</td>
            <td class="figure">{joint.kind === 'screws' ? screwSize(joint.screw) : ''}</td>
            <td class="figure text-right">{line.expected}</td><td class="figure text-right">{line.out}</td><td class="figure text-right">{line.back}</td>
            <td class="pl-6">{#if line.inHand === 0 && line.unexplained === 0}closes{#if line.emptyHoles > 0 && line.out > 0}, {line.emptyHoles} {line.emptyHoles === 1 ? 'hole' : 'holes'} empty{/if}{:else}<span class="font-semibold text-now">{line.inHand} in hand</span>{/if}</td>
          </tr>
        {/each}
      </tbody>
    </table>

    <h2 class="mt-8 text-xl">Tested</h2>
    <table class="mt-2 w-full">
      <tbody>
        {#each tests as step (step.id)}
          {@const record = state.steps[step.id]}
          <tr class="border-b border-rule"><td class="py-1.5">{step.text}</td><td class="{record?.outcome === 'fail' ? 'font-semibold text-now' : ''}">{record?.outcome ? OUTCOME[record.outcome] : 'not yet'}</td><td class="text-soft">{record?.note ?? ''}</td></tr>
        {/each}
      </tbody>
    </table>

    <footer class="mt-10 border-t border-rule pt-4">
      {#if state.signed}
        <p><span class="font-semibold">Signed by {state.signed.by}</span>, {moment(state.signed.at)}</p>
        {#if state.signed.note}<p class="mt-1">{state.signed.note}</p>{/if}
      {:else}<p class="text-soft">Not signed.</p>{/if}
      <p class="mt-3 text-sm text-soft">Planned on machine file <span class="code">{data.hash.slice(0, 12)}</span>. Local rules and licensed practice come before anything said here.</p>
    </footer>
  </article>
</div>
