export { default as MachineDrawing } from './MachineDrawing.svelte';
export { default as ScrewPicture } from './ScrewPicture.svelte';
