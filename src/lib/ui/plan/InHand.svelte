<script lang="ts">
  import { type Model } from '$core/machine';
  import { brokenForGood, type Plan } from '$core/plan';
  import Term from '../Term.svelte';
  import { anyOf, partName, SHEET, toolName } from '$core/words';
  import { named, useWords } from '$lib/words';

  const { t, told } = useWords();

  /** What has to lie ready before the first screw, what will not be whole afterwards, and how sure the plan is. */
  let { model, plan }: { model: Model; plan: Plan } = $props();

  const seals = $derived(brokenForGood(model, plan));
  const live = $derived(plan.energised.map((id) => plan.steps.find((s) => s.id === id)!));
  const loose = $derived(plan.steps.filter((s) => s.unheld));
  const said = ({ cost, bound, proved }: Plan['order']) =>
    proved ? t('plan.theShortestProven') : t('plan.atMostSLongerThanThe', { cost: Math.ceil(cost - bound) });
</script>

<dl class="grid grid-cols-[104px_1fr] gap-y-2">
  <dt class="text-soft">{t('plan.spares')}</dt>
  <dd>
    {#each plan.inHand.spares as s (s.part)}<span class="block"
        >{told(s.name)} <span class="code text-sm text-soft">{told(anyOf(s.numbers))}</span></span
      >{:else}{t('plan.none')}{/each}
  </dd>
  <dt class="text-soft">{t('plan.tools')}</dt>
  <dd>
    {#each plan.inHand.tools as use (use.tool)}<span class="block"
        >{told(toolName(use.tool))}{#if use.substitutes.length}<span class="text-soft"
            >{t('plan.or', { substitutes: use.substitutes.map(toolName) })}</span
          >{/if}</span
      >{:else}{t('plan.none')}{/each}
  </dd>
  <dt class="text-soft">{t('plan.consumables')}</dt>
  <dd>
    {#each plan.inHand.consumables as c (told(c.name))}<span class="block">{told(c.name)}, {told(c.amount)}</span
      >{:else}{t('plan.none')}{/each}
  </dd>
  <dt class="text-soft">{t('plan.destroyedOnRemoval')}</dt>
  <dd>
    {#each seals as s (s.id)}<span class="block">{told(named(model, s.name))}</span>{:else}{t('plan.nothing')}{/each}
  </dd>
  <dt class="text-soft"><Term is="live">{t('plan.live')}</Term></dt>
  <dd>
    {#each live as s (s.id)}<span class="block">{told(s.text)}</span>{:else}{t(
        'plan.nothingIsDoneWhileLive'
      )}{/each}{#if live.length > 0}<span class="block text-soft"
        >{t('plan.whileTheBatteryIsStillOr', { n: t('count.step', { n: live.length }) })}</span
      >{/if}
  </dd>
  {#if plan.loose.length > 0}
    <dt class="text-soft"><Term is="loose">{t('plan.notHeld')}</Term></dt>
    <dd>
      {#each loose as s (s.id)}<span class="block"
          >{told(s.text)}: {s.unheld!.map((u) => told(partName(model, u.part))).join(', ')}</span
        >{/each}<span class="block text-soft"
        >{t('plan.thatThisMachineMakesUnavoidable', {
          n: t('count.turn', { n: plan.loose.length }),
          isProved: plan.order.proved && plan.orderUp?.proved ? 'yes' : 'no'
        })}</span
      >
    </dd>
  {/if}
</dl>
<p class="mt-3 text-soft">
  {plan.doubts
    ? told(SHEET.doubted)
    : t('plan.stepsOrderOfDisassemblyOrderOf', {
        proved: plan.set.proved
          ? t('plan.theLeastWorkProven')
          : t('plan.withinSOfTheLeastWork', { cost: Math.ceil(plan.set.cost - plan.set.bound) }),
        down: said(plan.order),
        up: said(plan.orderUp ?? plan.order)
      })}
</p>
