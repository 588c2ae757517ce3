export { default as ExploreDrawing } from './ExploreDrawing.svelte';
export { default as MachineDrawing } from './MachineDrawing.svelte';
export { default as ScrewPicture } from './ScrewPicture.svelte';
