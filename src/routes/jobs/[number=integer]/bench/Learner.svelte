<script lang="ts">
  import type { AskedFirst } from '$core/run';
  import { saidRight } from '$core/run';
  import type { Model } from '$core/machine';
  import type { Step } from '$core/plan';
  import { jointName, legName, partName, toolName } from '$core/words';
  import { useWords } from '$lib/words';
  import Cautions from './Cautions.svelte';

  const { t, told } = useWords();

  /** A step that the learner says first: what it is about is shown, with what and how many is asked. What can hurt is told in any case. */
  interface Props {
    step: Step;
    model: Model;
    asked: AskedFirst;
    onright: () => void;
    onhint: () => void;
  }
  let { step, model, asked, onright, onhint }: Props = $props();

  let tool = $state<string>();
  let count = $state<number | null>(null);
  let isWrong = $state(false);
  const about = $derived(step.joint ? jointName(model, model.joint(step.joint)) : partName(model, step.part!));
  const isAnswered = $derived(
    (asked.tool === undefined || tool !== undefined) && (asked.count === undefined || count !== null)
  );

  function say(event: SubmitEvent) {
    event.preventDefault();
    if (saidRight(asked, { tool, count: asked.count === undefined ? undefined : (count ?? undefined) })) onright();
    else isWrong = true;
  }
</script>

<p class="mt-2 text-[2.2rem] leading-[1.15] font-bold text-balance max-md:text-[1.6rem]">{told(about)}</p>
<p class="mt-1 text-lg text-soft">{told(legName(step.leg))}</p>
<form class="mt-4 space-y-4" onsubmit={say} onchange={() => (isWrong = false)}>
  {#if asked.tools.length > 0}
    <fieldset>
      <legend class="text-lg font-semibold">{t('bench.whichTool')}</legend>
      <div class="mt-1 grid gap-x-4 sm:grid-cols-2">
        {#each asked.tools as one (one)}
          <label class="flex min-h-11 items-center gap-2.5 text-lg"
            ><input type="radio" class="size-5 accent-(--act)" name="tool" value={one} bind:group={tool} />{told(
              toolName(one)
            )}</label
          >
        {/each}
      </div>
    </fieldset>
  {/if}
  {#if asked.count !== undefined}
    <label class="flex items-center gap-3 text-lg"
      ><span class="font-semibold">{t('bench.howManyScrews')}</span><input
        class="field w-24 text-lg"
        type="number"
        min="0"
        inputmode="numeric"
        bind:value={count}
      /></label
    >
  {/if}
  {#if isWrong}<p role="alert" class="rounded-lg bg-warn-wash px-4 py-3 text-lg">{t('bench.notIt')}</p>{/if}
  <div class="flex gap-2">
    <button class="button button-act min-h-14 flex-1 text-lg" disabled={!isAnswered}>{t('bench.sayIt')}</button>
    <button type="button" class="button min-h-14 text-lg" onclick={onhint}>{t('bench.tellMe')}</button>
  </div>
</form>
<Cautions {step} />
