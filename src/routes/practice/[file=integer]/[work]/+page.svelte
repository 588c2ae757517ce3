<script lang="ts">
  import RehearsalPage from '$lib/rehearsal/RehearsalPage.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();
  let { data } = $props();
</script>

{#key data.at}
  <RehearsalPage {...data} person={data.person!.id} back={{ href: '/practice', name: t('practice.back') }} />
{/key}
