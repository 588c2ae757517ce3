<script lang="ts">
  import type { Zone } from '$core/machine';
  import { PhotoInput, ScalePhoto } from '$lib/ui/photo';
  import { useWords } from '$lib/words';
  import Camera from '@lucide/svelte/icons/camera';
  import type { DraftPhotos } from './photos.svelte';

  const { t } = useWords();

  /** The photo behind a side: taken or chosen, and brought to scale. */
  let { photos, side, mayAct }: { photos: DraftPhotos; side: Zone; mayAct: boolean } = $props();

  const newest = $derived(photos.newest(side.id));
  let problem = $state('');
  /** What the server said to it, or that it said nothing. */
  const told = (why: string | undefined) => (problem = why === undefined ? '' : why || t('offline.notReached'));
</script>

<div class="space-y-4">
  <div>
    <h2 class="text-xl">{t('drafting.photoOf', { side: side.name })}</h2>
    <p class="mt-1 text-soft">{t('recorder.photoHow')}</p>
  </div>
  {#if mayAct}<label class="button {newest ? '' : 'button-act'} min-h-11 w-full"
      ><Camera size={20} aria-hidden="true" />
      {t('recorder.takePhoto')}<PhotoInput
        onphoto={async (file) => told(await photos.add(side.id, file))}
        onproblem={(words) => (problem = words)}
      /></label
    >{/if}
  {#if problem}<p class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">{problem}</p>{/if}
  {#if newest}
    {#key newest.photo}<ScalePhoto
        src={photos.addressOf(newest.photo)}
        scale={newest.scale ?? undefined}
        {mayAct}
        onscale={async (scale) => told(await photos.setScale(newest.photo, scale))}
      />{/key}
  {/if}
</div>
