export { isZone, languageOfPlace, LANGUAGES, Place, placeFor, STANDARD_PLACE, type Language } from './place';
export {
  dayOf,
  daysAfter,
  dayText,
  momentText,
  monthsBefore,
  numberText,
  percentText,
  stampText,
  type Day
} from './written';
