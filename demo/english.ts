import { catalogueOf, speaker } from '$core/language';

/** What is wrong with a file of the demo, for whoever loads or writes it. */
export const told = speaker('en', await catalogueOf('en'));
