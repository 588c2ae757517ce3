export { default as ExploreDrawing } from './ExploreDrawing.svelte';
export { default as MachineDrawing } from './MachineDrawing.svelte';
export { default as ScrewPicture } from './ScrewPicture.svelte';
export { default as ScrewShape } from './ScrewShape.svelte';
export { default as ThingList } from './ThingList.svelte';
export { default as LookingButtons } from './LookingButtons.svelte';
export { arrowOf, Looking, tenth } from './looking.svelte';
