<script lang="ts">
  import type { Snippet } from 'svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** Whose notebook it is and what is wrong with it, whatever its machine. */
  interface Props {
    typed: { customer: string; serial: string; complaint: string; dueOn: string };
    /** Other ways to a serial number, below it. */
    children?: Snippet;
  }
  let { typed = $bindable(), children }: Props = $props();
</script>

<div class="grid grid-cols-2 gap-3">
  <label class="block"
    ><span class="label">{t('newJob.customer')}</span><input
      class="field"
      name="customer"
      bind:value={typed.customer}
      required
      maxlength="120"
      placeholder={t('newJob.name')}
    /></label
  >
  <label class="block"
    ><span class="label">{t('newJob.serialNumber2')}</span><input
      class="field code"
      name="serial"
      maxlength="60"
      bind:value={typed.serial}
    /></label
  >
</div>
{@render children?.()}
<label class="block"
  ><span class="label">{t('newJob.complaint')}</span><textarea
    class="field"
    name="complaint"
    bind:value={typed.complaint}
    rows="2"
    maxlength="2000"
    placeholder={t('newJob.whatIsWrongInTheCustomers')}></textarea></label
>
<label class="block"
  ><span class="label">{t('newJob.due')}</span><input
    class="field"
    type="date"
    name="dueOn"
    bind:value={typed.dueOn}
  /></label
>
