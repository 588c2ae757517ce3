export { FlatPhotos } from './flat-photos.svelte';
export { default as PhotoInput } from './PhotoInput.svelte';
export { default as ScalePhoto } from './ScalePhoto.svelte';
