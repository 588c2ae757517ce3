<script lang="ts">
  import RehearsalPage from '$lib/rehearsal/RehearsalPage.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();
  let { data } = $props();
</script>

{#key data.number}
  <RehearsalPage
    {...data}
    person={data.person!.id}
    back={{ href: `/jobs/${data.number}/plan`, name: t('rehearsal.planOfJob', { number: data.number }) }}
  />
{/key}
