<script lang="ts">
  import { enhance } from '$app/forms';
  import { STANDING_WORDS } from '$core/words';
  import { moment } from '$lib/ui/dates';
  import { useWords } from '$lib/words';
  import type { PageData } from './$types';

  const { t, told } = useWords();

  /** Each file of the machine with what it changed and the jobs on it, what the bench found otherwise, and what is worth checking. */
  let { data }: { data: PageData } = $props();
</script>

<ol class="space-y-4">
  {#each data.history as h (h.fileId)}
    <li class="border-s-3 ps-4 {h.fileId === data.fileId ? 'border-now' : 'border-rule-strong'}">
      <p>
        <a class="link font-semibold" href="/machines/{h.fileId}">{h.revision}</a>{h.standing === 'in-force'
          ? ''
          : ` (${told(STANDING_WORDS[h.standing])})`}, {moment(h.importedAt)}{h.importedBy ? `, ${h.importedBy}` : ''}
        <span class="code text-sm text-soft">{h.hash.slice(0, 12)}</span>
      </p>
      {#if h.changes}
        <ul class="mt-1 list-disc ps-5">
          {#each h.changes.slice(0, 30) as c, i (i)}<li>{told(c.text)}</li>{:else}<li class="text-soft">
              {t('machine.nothingThatAffectsTheWorkChanged')}
            </li>{/each}
        </ul>
        {#if h.changes.length > 30}<p class="text-soft">
            {t('machine.andMore', { n: h.changes.length - 30 })}
          </p>{/if}
      {:else}<p class="text-soft">{t('machine.theFirstFileOfThisMachine')}</p>{/if}
      {#each data.jobs.filter((j) => j.fileId === h.fileId) as j (j.number)}
        <p class="mt-1 text-sm">
          <a class="link" href="/jobs/{j.number}">{t('machine.job', { number: j.number })}</a>, {j.work},
          {j.customer}{j.isClosed ? t('machine.isClosed') : ''}
        </p>
      {/each}
    </li>
  {/each}
</ol>
{#if data.proposals.length > 0}
  <h2 class="mt-6 text-base">{t('machine.fromTheBenchWhatThisFiles')}</h2>
  <ul class="mt-1 list-disc space-y-1 ps-5">
    {#each data.proposals as { words, thing }, i (i)}
      <li>
        {told(words)}
        {#if data.mayDraw}<form method="POST" action="/machines/draw?/change" class="inline" use:enhance>
            <input type="hidden" name="fileId" value={data.fileId} />
            <input type="hidden" name="part" value={'part' in thing ? thing.part : ''} />
            <input type="hidden" name="joint" value={'joint' in thing ? thing.joint : ''} />
            <button class="link">{t('machine.drawIt')}</button>
          </form>{/if}
      </li>
    {/each}
  </ul>
{/if}
{#if data.warnings.length > 0}
  <h2 class="mt-6 text-base">{t('machine.worthCheckingInThisFile')}</h2>
  <ul class="mt-1 space-y-1.5 text-sm">
    {#each data.warnings as f, i (i)}<li><span class="code">{f.place}</span>: {told(f.message)}</li>{/each}
  </ul>
{/if}
