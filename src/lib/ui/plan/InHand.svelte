<script lang="ts">
  import { type Model } from '$core/machine';
  import { brokenForGood, type Plan } from '$core/plan';
  import { plural } from '$lib/ui/format';
  import { inSentence } from '$core/words';

  /** What has to lie ready before the first screw, what will not be whole afterwards, and how sure the plan is. */
  let { model, plan }: { model: Model; plan: Plan } = $props();

  const seals = $derived(brokenForGood(model, plan));
  const live = $derived(plan.energised.map((id) => plan.steps.find((s) => s.id === id)!));
  const loose = $derived(plan.steps.filter((s) => s.unheld));
  const said = (leg: string, { cost, bound, proved }: Plan['order']) =>
    `${leg} is ${proved ? 'proved to waste the fewest motions' : `within ${Math.ceil(cost - bound)} s of wasted motion of the best possible`}`;
</script>

<dl class="grid grid-cols-[104px_1fr] gap-y-2">
  <dt class="text-soft">Spares</dt>
  <dd>
    {#each plan.inHand.spares as s (s.part)}<span class="block"
        >{s.name} <span class="code text-sm text-soft">{s.numbers.join(' or ')}</span></span
      >{:else}None{/each}
  </dd>
  <dt class="text-soft">Tools</dt>
  <dd>
    {#each plan.inHand.tools as t (t.tool)}<span class="block"
        >{t.tool}{#if t.substitutes.length}<span class="text-soft">, or {t.substitutes.join(', ')}</span>{/if}</span
      >{:else}None{/each}
  </dd>
  <dt class="text-soft">Consumables</dt>
  <dd>
    {#each plan.inHand.consumables as c (c.name)}<span class="block">{c.name}, {c.amount}</span>{:else}None{/each}
  </dd>
  <dt class="text-soft">Broken for good</dt>
  <dd>
    {#each seals as s (s.id)}<span class="block">{s.name}</span>{:else}Nothing{/each}
  </dd>
  <dt class="text-soft">Energised</dt>
  <dd>
    {#each live as s (s.id)}<span class="block">{s.text}</span>{:else}Nothing is done while energised{/each}{#if live.length > 0}<span
        class="block text-soft">{plural(live.length, 'step')} before the power is away, or after it is on again.</span
      >{/if}
  </dd>
  {#if plan.loose.length > 0}
    <dt class="text-soft">Not held</dt>
    <dd>
      {#each loose as s (s.id)}<span class="block"
          >{s.text}: {s.unheld!.map((u) => inSentence(model.part(u.part).name)).join(', ')}</span
        >{/each}<span class="block text-soft"
        >{plural(plan.loose.length, 'turn')} that the machine leaves no way around{plan.order.proved &&
        plan.orderUp?.proved
          ? ''
          : ', as far as was found'}.</span
      >
    </dd>
  {/if}
</dl>
<p class="mt-3 text-soft">
  The set of steps is {plan.set.proved
    ? 'proved to be the least work'
    : `within ${Math.ceil(plan.set.cost - plan.set.bound)} s of the least`}. The order of these steps {said(
    'down',
    plan.order
  )}; {said('up', plan.orderUp ?? plan.order)}.
</p>
