<script lang="ts">
  import { PhotoInput, ScalePhoto } from '$lib/ui/photo';
  import { useWords } from '$lib/words';
  import Camera from '@lucide/svelte/icons/camera';
  import type { RecordPhotos } from './photos';
  import type { Recorder } from './recorder.svelte';

  const { t } = useWords();

  /** A photo of the face, and how it is brought to scale. */
  let { recorder, photos, mayAct }: { recorder: Recorder; photos: RecordPhotos; mayAct: boolean } = $props();

  const photo = $derived(recorder.state.photos.findLast((p) => p.face === recorder.face));
  let problem = $state('');
  let src = $state<string>();

  $effect(() => {
    const id = photo?.photo;
    let url: string | undefined;
    src = undefined;
    if (id === undefined) return;
    void photos.bytes(id).then((bytes) => {
      if (!bytes || photo?.photo !== id) return;
      url = URL.createObjectURL(bytes);
      src = url;
    });
    return () => url && URL.revokeObjectURL(url);
  });
</script>

<div class="space-y-4">
  <div>
    <h2 class="text-xl">{t('recorder.photoTitle')}</h2>
    <p class="mt-1 text-soft">{t('recorder.photoHow')}</p>
  </div>
  {#if mayAct}
    <label class="button button-act min-h-14 w-full text-lg"
      ><Camera size={22} aria-hidden="true" />
      {t('recorder.takePhoto')}<PhotoInput
        isTaken
        onphoto={(file) => recorder.takePhoto(file)}
        onproblem={(words) => (problem = words)}
      /></label
    >
  {/if}
  {#if problem}<p class="rounded-md border-s-4 border-now bg-now-wash px-3 py-2" role="alert">{problem}</p>{/if}
  {#if photo && src}
    {#key src}<ScalePhoto
        {src}
        scale={photo.scale}
        {mayAct}
        onscale={(scale) => recorder.setScale(photo.photo, scale)}
      />{/key}
  {:else if photo}<p class="text-soft">{t('recorder.photoNotHere')}</p>{/if}
  {#if recorder.photos.waiting > 0}<p class="text-soft" role="status">
      {t('bench.notOnTheServerYet', { waiting: recorder.photos.waiting, isKeeps: recorder.keeps ? 'yes' : 'no' })}
    </p>{/if}
</div>
