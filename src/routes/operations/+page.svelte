<script lang="ts">
  import { enhance } from '$app/forms';
  import { invalidateAll } from '$app/navigation';
  import { moment, number } from '$lib/ui/dates';
  import { useWords } from '$lib/words';

  const { t, told } = useWords();

  let { data } = $props();
  const AGAIN_MS = 10_000;
  const MB = 1e6;
  const megabytes = (bytes: number) => t('operations.mb', { n: number(bytes / MB, bytes < 10 * MB ? 1 : 0) });
  $effect(() => {
    const timer = setInterval(() => document.visibilityState === 'visible' && void invalidateAll(), AGAIN_MS);
    return () => clearInterval(timer);
  });

  const TASK_NAMES = { 'store-photo': 'operations.storePhoto', 'store-record': 'operations.storeRecord' } as const;
  const isOld = $derived(data.concerns.some((c) => c.is === 'backup-is-old'));
  const HEAD = 'border-b border-rule-strong py-1.5 pe-3 text-start text-sm font-normal text-soft';
  const CELL = 'border-b border-rule py-2 pe-3';
</script>

<svelte:head><title>{t('operations.title')}</title></svelte:head>

{#snippet heads(names: string[], figures: string[])}
  <tr>
    {#each names as name (name)}<th class={HEAD}>{name}</th>{/each}
    {#each figures as name (name)}<th class="{HEAD} text-end!">{name}</th>{/each}
  </tr>
{/snippet}
{#snippet figure(name: string, value: string)}
  <td class="{CELL} text-end" data-label={name}>{value}</td>
{/snippet}

<div class="mx-auto max-w-[1060px] px-5 py-5 max-md:px-4">
  <h1 class="text-2xl">{t('operations.server')}</h1>
  <div role="status">
    {#if data.concerns.length === 0}
      <p class="text-soft">{t('operations.allIsWell')}</p>
    {:else}
      <ul class="mt-2 rounded-md border-s-4 border-now bg-now-wash px-3 py-2">
        {#each data.concerns as concern (concern.is)}<li>{told(concern.said)}</li>{/each}
      </ul>
    {/if}
  </div>

  <section class="sheet mt-4 px-4 py-3.5" aria-labelledby="processes">
    <h2 id="processes" class="text-lg">{t('operations.processes')}</h2>
    <table class="cards mt-1 w-full">
      <thead
        >{@render heads(
          [t('operations.address'), t('operations.state'), t('operations.since')],
          [
            t('operations.memory'),
            t('operations.keptWaiting'),
            t('operations.streams'),
            t('operations.inThreads'),
            t('operations.waiting')
          ]
        )}</thead
      >
      <tbody>
        {#each data.processes as p (p.id)}
          <tr class={p.isAway ? 'text-soft' : ''}>
            <td class="{CELL} code">{p.host}:{p.port}</td>
            <td class={CELL} data-label={t('operations.state')}
              >{#if p.isAway}<strong class="text-stop">{t('operations.notHeardSince', { at: moment(p.seenAt) })}</strong
                >{:else if p.version !== data.version}{t('operations.anotherVersion', { version: p.version })}{:else}{t(
                  'operations.serves'
                )}{/if}</td
            >
            <td class={CELL} data-label={t('operations.since')}>{moment(p.startedAt)}</td>
            {@render figure(t('operations.memory'), megabytes(p.memory))}
            {@render figure(t('operations.keptWaiting'), t('operations.ms', { n: number(p.waitedMs) }))}
            {@render figure(t('operations.streams'), number(p.streams))}
            {@render figure(t('operations.inThreads'), number(p.threadWork))}
            {@render figure(t('operations.waiting'), number(p.waiting))}
          </tr>
        {/each}
      </tbody>
    </table>
  </section>

  <div class="mt-5 grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1fr)_20rem]">
    <div class="grid gap-5">
      <section class="sheet px-4 py-3.5" aria-labelledby="database">
        <h2 id="database" class="text-lg">{t('operations.database')}</h2>
        <p class="text-soft">
          {t('operations.databaseIs', {
            version: data.database.version,
            size: megabytes(data.database.size),
            used: data.database.connections.used,
            most: data.database.connections.most
          })}
        </p>
        {#if data.database.standbys === undefined}
          <p class="mt-2">{t('operations.mayNotAsk')}</p>
        {:else if data.database.standbys.length === 0}
          <p class="mt-2">{t('operations.noStandbys')}</p>
        {:else}
          <table class="cards mt-2 w-full">
            <thead>{@render heads([t('operations.standby'), t('operations.state')], [t('operations.behind')])}</thead>
            <tbody>
              {#each data.database.standbys as s (s.name)}
                <tr>
                  <td class="{CELL} code">{s.name}</td>
                  <td class={CELL} data-label={t('operations.state')}
                    >{s.isStreaming
                      ? t(s.isSynchronous ? 'operations.synchronous' : 'operations.follows')
                      : t('operations.catchesUp')}</td
                  >
                  <td class="{CELL} text-end" data-label={t('operations.behind')}
                    >{t('operations.behindBy', { size: megabytes(s.behind), seconds: number(s.behindSeconds, 1) })}</td
                  >
                </tr>
              {/each}
            </tbody>
          </table>
        {/if}
      </section>
      <section class="sheet px-4 py-3.5" aria-labelledby="background">
        <h2 id="background" class="text-lg">{t('operations.background')}</h2>
        {#if !data.hasStore}<p class="text-soft">{t('operations.noStore')}</p>{/if}
        {#if data.hasStore || data.tasks.some((task) => task.waiting + task.active + task.failed > 0)}
          <table class="cards mt-1 w-full">
            <thead
              >{@render heads(
                [t('operations.task')],
                [t('operations.taskWaiting'), t('operations.taskActive'), t('operations.taskFailed')]
              )}</thead
            >
            <tbody>
              {#each data.tasks as task (task.task)}
                <tr>
                  <td class={CELL}>{t(TASK_NAMES[task.task])}</td>
                  {@render figure(t('operations.taskWaiting'), number(task.waiting))}
                  {@render figure(t('operations.taskActive'), number(task.active))}
                  {@render figure(t('operations.taskFailed'), number(task.failed))}
                </tr>
              {/each}
            </tbody>
          </table>
          {#each data.tasks.filter((task) => task.lastError) as task (task.task)}
            <p class="mt-2">{t('operations.taskError', { error: task.lastError! })}</p>
          {/each}
          {#if data.tasks.some((task) => task.failed > 0)}
            <form method="post" action="?/again" use:enhance class="mt-2">
              <button class="button">{t('operations.tryAgain')}</button>
            </form>
          {/if}
        {/if}
      </section>
    </div>

    <section class="sheet px-4 py-3.5" aria-labelledby="backups">
      <h2 id="backups" class="text-lg">{t('operations.backups')}</h2>
      <dl class="mt-1 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt class="text-soft">{t('operations.lastBackup')}</dt>
        <dd class={isOld ? 'font-semibold' : ''}>
          {data.backups.backup ? moment(data.backups.backup) : t('operations.never')}
        </dd>
        <dt class="text-soft">{t('operations.lastDrill')}</dt>
        <dd>{data.backups.drill ? moment(data.backups.drill) : t('operations.never')}</dd>
        {#if data.database.archive}
          <dt class="text-soft">{t('operations.archived')}</dt>
          <dd>{data.database.archive.at ? moment(data.database.archive.at) : t('operations.never')}</dd>
        {/if}
      </dl>
      <p class="mt-2 text-sm text-soft">{t('operations.backupsAreMade')}</p>
      <h2 class="mt-4 text-lg">{t('operations.versions')}</h2>
      <dl class="mt-1 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <dt class="text-soft">{t('operations.application')}</dt>
        <dd class="code wrap-break-word">{data.version}</dd>
        <dt class="text-soft">{t('operations.tables')}</dt>
        <dd class="code wrap-break-word">{data.database.migration}</dd>
      </dl>
    </section>
  </div>
</div>
