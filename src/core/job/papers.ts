import { languageOfPlace } from '../calendar';
import { LANGUAGES, type Language } from '../language';
import type { JobState } from './fold';
import type { ShopSettings } from './settings';

/** What the customer reads: as was said when the machine came in, else the shop's own. */
export const languageOfPapers = ({ intake }: JobState, { place }: Pick<ShopSettings, 'place'>): Language =>
  intake?.language ?? languageOfPlace(place, LANGUAGES);
