import { catalogueOf, speaker } from '$core/language';

/** The command line speaks English: what it writes is read by other programs as well. */
export const told = speaker('en', await catalogueOf('en'));
